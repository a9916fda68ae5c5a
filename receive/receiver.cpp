#include "receive/receiver.h"

#include <fmt/format.h>
#include <openssl/ssl.h>

#include <algorithm>
#include <deque>

#include "core/replies/received.h"
#include "core/targets/reply/openapi.h"
#include "core/text/clock.h"
#include "core/text/markup.h"
#include "core/text/phrases.h"
#include "core/wording/texts.h"

namespace brindel {
namespace {

using httplib::Request;
using httplib::Response;
using std::string;

constexpr std::size_t longestPath = 300;
constexpr std::size_t mostWaiting = 512;  // connections that wait until somebody serves them
constexpr int mostOfOne = 100;            // requests on one connection

thread_local bool turnedAway = false;         // a connection more than can wait
thread_local Happening* happening = nullptr;  // of the request in hand
thread_local const Wire* inHand = nullptr;    // that it comes by

/// What is said where the library itself answers.
std::string_view sentenceOf(int status) {
    constexpr std::pair<int, std::string_view> sentences[] = {
        {400, "The request is not HTTP as RFC 9112 has it."},
        {404, "There is nothing at this address."},
        {408, "The request took too long."},
        {413, "The reply is too large."},
        {414, "The address is too long."},
        {416, "No part of this can be had alone."},
        {431, "The request has too many headers."},
        {500, "The receiver has made a mistake. Its log says when."},
        {503, "Too many are here at the same time. Try again in a moment."}};
    for (const auto& [its, sentence] : sentences)
        if (its == status) return sentence;
    return "The request is refused.";
}

void tell(Response& response, const Told& told) {
    response.status = told.status;
    response.set_content(told.body, string(told.type()).c_str());
}
void refuse(Response& response, int status, const string& detail) {
    tell(response, problemTold(status, detail));
}

/// An answer of a whole connection that the library never came to read.
string rawAnswer(int status) {
    const Told told = problemTold(status, string(sentenceOf(status)));
    return fmt::format(
        "HTTP/1.1 {} \r\nContent-Type: application/problem+json\r\nContent-Length: {}\r\nRetry-After: 5\r\n"
        "Connection: close\r\n\r\n{}",
        status, told.body.size(), told.body);
}

/// So many hands serve connections; so many more wait, and others are turned away at once.
class Hands : public httplib::TaskQueue {
  public:
    Hands(std::size_t count, std::atomic<int>& waiting, std::atomic<int>& busy) : waiting_(waiting), busy_(busy) {
        for (std::size_t i = 0; i < count; ++i) threads_.emplace_back([this] { work(); });
    }
    void enqueue(std::function<void()> serve) override {
        {
            const std::scoped_lock lock(mutex_);
            if (tasks_.size() < mostWaiting) {
                tasks_.push_back(std::move(serve));
                ++waiting_;
                serve = nullptr;
            }
        }
        if (!serve) return come_.notify_one();
        turnedAway = true;
        serve();
        turnedAway = false;
    }
    void shutdown() override {
        {
            const std::scoped_lock lock(mutex_);
            over_ = true;
        }
        come_.notify_all();
        for (std::thread& one : threads_) one.join();
    }

  private:
    void work() {
        for (;;) {
            std::function<void()> task;
            {
                std::unique_lock lock(mutex_);
                come_.wait(lock, [this] { return over_ || !tasks_.empty(); });
                if (tasks_.empty()) return;
                task = std::move(tasks_.front());
                tasks_.pop_front();
                --waiting_;
                ++busy_;
            }
            task();
            --busy_;
        }
    }
    std::atomic<int>&waiting_, &busy_;
    std::vector<std::thread> threads_;
    std::deque<std::function<void()>> tasks_;
    std::mutex mutex_;
    std::condition_variable come_;
    bool over_ = false;
};

/// The language that a request names, else the one that its browser asks for.
string languageOf(const ServedForm& form, const Request& request) {
    const auto languages = form.languages();
    const string named = request.get_param_value("language");
    return std::ranges::find(languages, named) != languages.end()
               ? named
               : languageAsked(form, request.get_header_value("Accept-Language"));
}

string lastOf(const string& list) {
    const auto comma = list.rfind(',');
    string one = comma == string::npos ? list : list.substr(comma + 1);
    std::erase(one, ' ');
    return one;
}

}  // namespace

void Receiver::TlsFreed::operator()(SSL_CTX* context) const {
    SSL_CTX_free(context);
}

Receiver::Receiver(std::vector<ServedForm> forms, Keeper& keeper, Entrants* access, ReceiverOptions options,
                   std::function<void(const Happening&)> log)
    : forms_(std::move(forms)),
      keeper_(keeper),
      access_(access),
      options_(std::move(options)),
      log_(std::move(log)),
      replies_(options_.repliesAMinute) {}

Receiver::~Receiver() = default;

Result<std::unique_ptr<Receiver>> Receiver::made(std::vector<ServedForm> forms, Keeper& keeper, Entrants* access,
                                                 ReceiverOptions options, std::function<void(const Happening&)> log) {
    std::unique_ptr<Receiver> one(new Receiver(std::move(forms), keeper, access, std::move(options), std::move(log)));
    Receiver& self = *one;
    if (!self.options_.certificate.empty()) {
        self.tls_.reset(SSL_CTX_new(TLS_server_method()));
        SSL_CTX* tls = self.tls_.get();
        SSL_CTX_set_min_proto_version(tls, TLS1_2_VERSION);
        SSL_CTX_set_options(tls, SSL_OP_NO_RENEGOTIATION | SSL_OP_NO_COMPRESSION);
        SSL_CTX_set_mode(tls, SSL_MODE_ENABLE_PARTIAL_WRITE | SSL_MODE_ACCEPT_MOVING_WRITE_BUFFER);
        if (SSL_CTX_use_certificate_chain_file(tls, self.options_.certificate.c_str()) != 1)
            return failure(self.options_.certificate, said("This is no certificate in PEM that can be read."));
        if (SSL_CTX_use_PrivateKey_file(tls, self.options_.key.c_str(), SSL_FILETYPE_PEM) != 1 ||
            SSL_CTX_check_private_key(tls) != 1)
            return failure(self.options_.key, said("This is not the key of the certificate."));
    }
    const RequestBounds& bounds = self.options_.bounds;
    self.set_payload_max_length(bounds.bodyBytes);
    self.set_keep_alive_max_count(mostOfOne);
    self.set_keep_alive_timeout(std::chrono::ceil<std::chrono::seconds>(bounds.idle).count());
    self.new_task_queue = [&self] { return new Hands(self.options_.connections, self.waiting_, self.busy_); };
    httplib::Headers always = {{"X-Content-Type-Options", "nosniff"},
                               {"X-Frame-Options", "DENY"},
                               {"Referrer-Policy", "no-referrer"},
                               {"Cross-Origin-Opener-Policy", "same-origin"},
                               {"Cross-Origin-Resource-Policy", "same-origin"},
                               {"Cache-Control", "no-store"}};
    if (self.tls_) always.emplace("Strict-Transport-Security", "max-age=31536000");
    self.set_default_headers(std::move(always));
    self.set_pre_routing_handler([&self](const Request& request, Response& response) {
        self.handle(request, response);
        return response.status == -1 ? HandlerResponse::Unhandled : HandlerResponse::Handled;
    });
    self.Post(".*", [&self](const Request& request, Response& response) {
        const auto end = request.path.find('/', 1);
        if (const ServedForm* form = self.formOf(request.path.substr(1, end - 1))) self.take(*form, request, response);
    });
    self.set_error_handler([](const Request&, Response& response) {
        // The library knows no more than that it could not read on.
        if (inHand && inHand->tooLate()) response.status = 408;
        if (inHand && inHand->tooMuch()) response.status = inHand->inHead() ? 431 : 413;
        if (response.body.empty()) tell(response, problemTold(response.status, string(sentenceOf(response.status))));
    });
    self.set_exception_handler(
        [](const Request&, Response& response, std::exception_ptr) { refuse(response, 500, string(sentenceOf(500))); });
    return one;
}

int Receiver::bindTo(const string& host, int port) {
    if (port == 0)
        port = bind_to_any_port(host);
    else if (!bind_to_port(host, port))
        port = -1;
    // The library lets five wait until they are taken; the sixth would try again a second later.
    if (port > 0) ::listen(svr_sock_, int(mostWaiting));
    return port;
}

void Receiver::end() {
    ending_ = true;
    stop();
}

const ServedForm* Receiver::formOf(const string& name) const {
    const auto at = std::ranges::find(forms_, name, [](const ServedForm& one) { return one.name(); });
    return at == forms_.end() ? nullptr : &*at;
}

string Receiver::senderOf(const Request& request) const {
    const string said = options_.behindProxy ? lastOf(request.get_header_value("X-Forwarded-For")) : string();
    return countedAs(said.empty() ? request.remote_addr : said);
}

string Receiver::ownOrigin(const Request& request) const {
    string host, scheme = tls_ ? "https" : "http";
    if (options_.behindProxy) {
        host = lastOf(request.get_header_value("X-Forwarded-Host"));
        if (const string said = lastOf(request.get_header_value("X-Forwarded-Proto"));
            said == "https" || said == "http")
            scheme = said;
    }
    return scheme + "://" + (host.empty() ? request.get_header_value("Host") : host);
}

// ---- one connection ----

bool Receiver::process_and_close_socket(socket_t socket) {
    string address;
    if (turnedAway) {
        const string answer = rawAnswer(503);
        (void)send(socket, answer.data(), answer.size(), MSG_NOSIGNAL | MSG_DONTWAIT);
    } else {
        std::unique_ptr<SSL, decltype(&SSL_free)> tls(tls_ ? SSL_new(tls_.get()) : nullptr, &SSL_free);
        if (tls) SSL_set_fd(tls.get(), socket);
        Wire wire(socket, tls.get(), options_.bounds);
        int port = 0;
        wire.get_remote_ip_and_port(address, port);
        address = countedAs(address);
        bool one = false;
        {
            const std::scoped_lock lock(openMutex_);
            std::size_t& open = open_[address];
            one = options_.behindProxy || open < std::max<std::size_t>(1, options_.connections / 2);
            ++open;
        }
        if (wire.agreed()) {
            if (one)
                serve(wire, address);
            else
                wire.httplib::Stream::write(rawAnswer(503));
            wire.close();
        }
        const std::scoped_lock lock(openMutex_);
        if (--open_[address] == 0) open_.erase(address);
    }
    shutdown(socket, SHUT_RDWR);
    ::close(socket);
    return true;
}

void Receiver::serve(Wire& wire, const string&) {
    // Whoever asks nothing makes room for others when all hands are full.
    auto over = [this] { return ending_ || (waiting_ > 0 && busy_ >= int(options_.connections)); };
    for (int i = 0; i < mostOfOne; ++i) {
        if (!(i == 0 ? wire.begins([this] { return ending_.load(); }) : wire.begins(over))) return;
        Happening what;
        happening = &what;
        inHand = &wire;
        const auto began = Wire::Clock::now();
        bool closed = false;
        const bool last = i + 1 == mostOfOne || ending_;
        const bool went = process_request(wire, last, closed, [&](Request& request) {
            wire.headRead();
            request.ranges.clear();
            // What comes with a request that brings nothing, or is not read, would be taken for the next one.
            const bool chunks = request.has_header("Transfer-Encoding");
            const bool brings = chunks || request.has_header("Content-Length");
            if (brings && (request.method != "POST" || (chunks && request.has_header("Content-Length")))) {
                request.headers.erase("Connection");
                request.set_header("Connection", "close");
                closed = true;
            }
        });
        what.milliseconds = std::chrono::duration<double, std::milli>(Wire::Clock::now() - began).count();
        happening = nullptr;
        inHand = nullptr;
        if (!wire.answered() && (wire.tooMuch() || wire.tooLate())) {
            what.status = wire.tooMuch() ? 431 : 408;
            wire.httplib::Stream::write(rawAnswer(what.status));
        }
        if (what.path.empty()) what.path = "?";
        if (what.status == 0) what.status = wire.status();
        if (log_ && what.status) log_(what);
        // What came with a refused request was not read to its end.
        const bool unread = wire.status() >= 400 && !what.bodyRead && what.method != "GET" && what.method != "HEAD";
        if (!went || closed || last || unread) return;
    }
}

// ---- one request ----

/// Asks who comes in, where that is asked; false where it was refused.
bool Receiver::mayEnter(const Request& request, Response& response) {
    if (!access_ || request.method == "OPTIONS") return true;
    const string given = request.get_header_value("Authorization");
    // Guessing is counted before it is tried: each try takes time from all.
    if (const int wait = given.empty() || access_->knows(given) ? 0 : wrongPasswords_.take(senderOf(request))) {
        response.set_header("Retry-After", std::to_string(wait));
        refuse(response, 429, "Too many passwords were tried. Try again later.");
        return false;
    }
    if (!given.empty() && access_->lets(given)) return true;
    response.set_header("WWW-Authenticate", "Basic realm=\"Forms\", charset=\"UTF-8\"");
    refuse(response, 401, "A name and a password are needed here.");
    return false;
}

/// What comes before a reply's body: where it comes from, how it is sent, and how many have come from there.
void Receiver::greetReply(const ServedForm& form, const Request& request, Response& response) {
    happening->path = request.path;
    const string origin = request.get_header_value("Origin");
    const bool elsewhere = !origin.empty() && origin != ownOrigin(request);
    if (elsewhere && !options_.origins.contains(origin))
        return refuse(response, 403, "Replies from a page elsewhere are not taken here.");
    if (elsewhere) {
        response.set_header("Access-Control-Allow-Origin", origin);
        response.set_header("Vary", "Origin");
    }
    if (request.method == "OPTIONS") {
        response.set_header("Access-Control-Allow-Methods", "POST");
        response.set_header("Access-Control-Allow-Headers", "content-type, idempotency-key");
        response.set_header("Access-Control-Max-Age", "600");
        response.status = 204;
        return;
    }
    if (request.method != "POST") return refuse(response, 405, "Replies are sent by POST.");
    string type = request.get_header_value("Content-Type");
    type.resize(std::min(type.size(), type.find(';')));
    while (type.ends_with(' ')) type.pop_back();
    if (type != "application/json") return refuse(response, 415, "A reply is sent as application/json.");
    if (request.has_header("Content-Encoding"))
        return refuse(response, 415, "A reply is sent as it is, without compression.");
    if (request.has_header("Transfer-Encoding") && request.has_header("Content-Length"))
        return refuse(response, 400, "The length of the request is said in two ways.");
    if (const int wait = replies_.take(senderOf(request))) {
        response.set_header("Retry-After", std::to_string(wait));
        return refuse(response, 429, phrase(Phrase::tooManySent, languageOf(form, request), {std::int64_t(wait)}));
    }
    // Its body is read, and `take` goes on.
}

/// Answers all but the replies themselves, whose body is read first.
void Receiver::handle(const Request& request, Response& response) {
    happening->method = request.method;
    const string& path = request.path;
    if (path.size() > longestPath) return refuse(response, 414, string(sentenceOf(414)));
    if (request.method != "GET" && request.method != "HEAD" && request.method != "POST" && request.method != "OPTIONS")
        return refuse(response, 405, "Pages are read by GET, and replies are sent by POST.");
    auto content = [&](const string& body, const char* type) {
        happening->path = path;
        response.status = 200;
        response.set_content(body, type);
    };
    if (path == "/health") {
        happening->path = path;
        if (!keeper_.isThere()) return refuse(response, 503, "The store is away.");
        return content("{\"status\": \"ok\"}\n", "application/json");
    }
    if (!mayEnter(request, response)) return;
    const bool reads = request.method == "GET" || request.method == "HEAD";
    if (path == "/" && reads) {
        if (forms_.size() > 1) return content(listOfForms(), "text/html; charset=utf-8");
        happening->path = path;
        response.set_redirect("/" + forms_.front().name());
        return;
    }
    if (path == "/openapi.json" && reads) {
        std::vector<const Form*> all;
        for (const ServedForm& one : forms_) all.push_back(one.own.get());
        return content(openApiOf(all), "application/json");
    }
    const auto end = path.find('/', 1);
    const ServedForm* form = path.empty() ? nullptr : formOf(path.substr(1, end == string::npos ? end : end - 1));
    const string rest = end == string::npos ? "" : path.substr(end);
    if (!form || (rest != "" && rest != "/replies" && rest != "/schema.json"))
        return refuse(response, 404, string(sentenceOf(404)));
    if (rest == "/replies") return greetReply(*form, request, response);
    if (!reads) return refuse(response, 405, "Pages are read by GET.");
    if (rest == "/schema.json") return content(form->schema, "application/schema+json");
    const string language = languageOf(*form, request);
    auto page = pages_.page(*form, language);
    if (!page) return refuse(response, 500, page.error().sentence.text());
    response.set_header("Vary", "Accept-Language");
    response.set_header("Content-Language", language);
    content(**page, "text/html; charset=utf-8");
}

void Receiver::take(const ServedForm& served, const Request& request, Response& response) {
    happening->bytes = request.body.size();
    happening->bodyRead = true;
    const string language = languageOf(served, request);
    string key = request.get_header_value("Idempotency-Key");
    if (key.size() >= 2 && key.front() == '"' && key.back() == '"') key = key.substr(1, key.size() - 2);
    if (!key.empty() && !isId(key))
        return refuse(response, 400, "The Idempotency-Key is 8 to 100 letters, digits, - and _ in double quotes.");
    std::shared_ptr<const Form> own = served.own, form = served.in(language);
    auto reply = replyIn(request.body, key, *form);
    if (!reply) return tell(response, reply.error());
    // A page that was opened before the form had its new version is judged by its own.
    if (reply->version > 0 && reply->version != own->revision)
        if (auto then = keeper_.earlier(served.name(), reply->version)) {
            own = form = then;
            if (auto other = formIn(*then, language)) form = std::make_shared<const Form>(std::move(*other));
        }
    auto right = received(*form, std::move(*reply), todayHere());
    if (!right) return tell(response, right.error());
    const string id = right->id;
    auto kept = keeper_.keep(own, std::move(*right), {"page", "", ""});
    if (!kept) {
        response.set_header("Retry-After", "30");
        return refuse(response, 503, phrase(Phrase::notSavedNow, language));
    }
    happening->reply = kept->number;
    tell(response, keptTold(*kept, id));
}

string Receiver::listOfForms() const {
    // In the colours of the pages themselves.
    constexpr std::string_view look =
        ":root{color-scheme:light dark;--ink:#2b2521;--ground:#e7e1d8;--paper:#fffdf9;--rule:#cfc6ba;--main:#2f6b66}"
        "@media(prefers-color-scheme:dark){:root{--ink:#ece6dd;--ground:#171513;--paper:#24211e;--rule:#4a433c;"
        "--main:#7fc0b8}}"
        "body{margin:0;background:var(--ground);color:var(--ink);font:1rem/1.4 system-ui,sans-serif}"
        "main{max-width:30rem;margin:2rem auto;padding:0 1rem}h1{font-size:1.25rem;margin:0 0 1rem}"
        "ul{list-style:none;margin:0;padding:0;background:var(--paper);border:1px solid "
        "var(--rule);border-radius:.5rem}"
        "li+li{border-top:1px solid var(--rule)}a{display:block;padding:.75rem 1rem;color:var(--main)}";
    string list;
    for (const ServedForm& one : forms_)
        list += "<li><a href=\"/" + markupText(one.name()) + "\">" + markupText(calledBy(*one.own, one.own->root())) +
                "</a></li>\n";
    return fmt::format(
        "<!DOCTYPE html>\n<html lang=\"en\">\n<head>\n<meta charset=\"utf-8\">\n<title>Forms</title>\n<meta "
        "name=\"viewport\" content=\"width=device-width, initial-scale=1\">\n<style>{}</style>\n</head>\n<body>\n"
        "<main>\n<h1>Forms</h1>\n<ul>\n{}</ul>\n</main>\n</body>\n</html>\n",
        look, list);
}

}  // namespace brindel
