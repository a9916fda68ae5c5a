// Replies over HTTP: taken once, judged by a session, refused with the right status, whatever is sent.
#include "receive/receiver.h"

#include <sys/resource.h>
#include <sys/socket.h>

#include <fstream>
#include <future>

#include "core/edit/edits.h"
#include "core/file/json_text.h"
#include "core/text/clock.h"
#include "core/wording/texts.h"
#include "tests/support.h"

using namespace brindel;
using namespace brindel::test;

namespace {

using std::chrono::milliseconds;

/// A receiver on a port of its own, with a store in a folder of its own.
class Served {
  public:
    explicit Served(const Form& form, ReceiverOptions options = {}, Entrants* entrants = nullptr) {
        EXPECT_TRUE(saveForm(form, folder.file("form.brindel")));
        keeper = std::move(*Keeper::open(folder.file("replies.db")));
        auto made = Receiver::made(*servedForms({folder.file("form.brindel")}), *keeper, entrants, options,
                                   [this](const Happening& what) {
                                       const std::scoped_lock lock(mutex);
                                       log.push_back(what);
                                   });
        EXPECT_TRUE(made) << made.error().sentence.text();
        receiver = std::move(*made);
        port = receiver->bindTo("127.0.0.1", 0);
        listening = std::thread([this] { receiver->listen_after_bind(); });
        while (!receiver->is_running()) std::this_thread::yield();
    }
    ~Served() { end(); }
    void end() {
        if (!listening.joinable()) return;
        receiver->end();
        listening.join();
    }
    httplib::Client client() const {
        httplib::Client one("127.0.0.1", port);
        one.set_read_timeout(20);
        return one;
    }
    httplib::Result post(const std::string& body, httplib::Headers headers = {}, const std::string& query = "") const {
        return client().Post("/boat/replies" + query, headers, body, "application/json");
    }
    std::vector<KeptReply> kept() {
        auto store = ReplyStore::open(folder.file("replies.db"));
        const auto numbers = store->numbers("boat");
        return *store->replies("boat", *numbers);
    }

    Folder folder;
    std::unique_ptr<Keeper> keeper;
    std::unique_ptr<Receiver> receiver;
    std::mutex mutex;
    std::vector<Happening> log;
    int port = 0;

  private:
    std::thread listening;
};

Form boat() {
    return renamed(
        jotted("# Boat\nOwner: text 30 !\nLength: number 2..25 .1 m !\nPrice: number = numLength * 10\nJobs: ticks "
               "[Wash, Scrape] 1..2\nNotes: text\n[Send]*\n"),
        rootId, "boat");
}
std::string replyFrom(const std::string& values, const std::string& more = "", int version = 1) {
    return "{\"form\": \"boat\", \"version\": " + std::to_string(version) + more + ", \"filled\": \"" + timeNow() +
           "\", \"values\": " + values + "}";
}
const std::string good =
    R"({"txtOwner": "Ines Halloran", "numLength": 9.4, "numPrice": 94, "lstJobs": ["Wash"], "txtNotes": null})";

/// A connection on which anything is sent.
class Raw {
  public:
    explicit Raw(int port) : socket_(::socket(AF_INET, SOCK_STREAM, 0)) {
        sockaddr_in to{};
        to.sin_family = AF_INET;
        to.sin_port = htons(std::uint16_t(port));
        to.sin_addr.s_addr = htonl(INADDR_LOOPBACK);
        timeval most{20, 0};
        setsockopt(socket_, SOL_SOCKET, SO_RCVTIMEO, &most, sizeof most);
        setsockopt(socket_, SOL_SOCKET, SO_SNDTIMEO, &most, sizeof most);
        EXPECT_EQ(connect(socket_, reinterpret_cast<sockaddr*>(&to), sizeof to), 0);
    }
    Raw(const Raw&) = delete;
    ~Raw() { close(socket_); }
    /// False when the other side takes no more.
    bool say(std::string_view text) {
        while (!text.empty()) {
            const ssize_t wrote = send(socket_, text.data(), text.size(), MSG_NOSIGNAL);
            if (wrote <= 0) return false;
            text.remove_prefix(std::size_t(wrote));
        }
        return true;
    }
    /// All that comes until the other side ends.
    std::string heard() {
        std::string all;
        char some[4096];
        for (ssize_t got; (got = recv(socket_, some, sizeof some, 0)) > 0;) all.append(some, std::size_t(got));
        return all;
    }
    int status() {
        const std::string all = heard();
        return all.size() < 12 ? 0 : std::stoi(all.substr(9, 3));
    }

  private:
    int socket_;
};
const std::string head = "POST /boat/replies HTTP/1.1\r\nHost: x\r\nContent-Type: application/json\r\n";

long memoryInKb() {
    std::ifstream status("/proc/self/status");
    for (std::string line; std::getline(status, line);)
        if (line.starts_with("VmRSS:")) return std::stol(line.substr(6));
    return 0;
}

}  // namespace

TEST(Receiver, ServesPagesAndTakesRepliesOnce) {
    Served served(boat());
    auto client = served.client();
    auto page = client.Get("/boat");
    ASSERT_TRUE(page);
    EXPECT_EQ(page->status, 200);
    EXPECT_NE(page->body.find("action=\"/boat/replies?language=en\""), std::string::npos);
    EXPECT_NE(page->body.find("connect-src 'self'"), std::string::npos);
    EXPECT_EQ(page->get_header_value("X-Content-Type-Options"), "nosniff");
    EXPECT_EQ(client.Get("/")->get_header_value("Location"), "/boat");
    EXPECT_EQ(client.Head("/boat")->status, 200);
    EXPECT_EQ(jsonRead(client.Get("/openapi.json")->body)->at("openapi"), "3.1.0");
    EXPECT_EQ(jsonRead(client.Get("/boat/schema.json")->body)->at("type"), "object");
    EXPECT_EQ(client.Get("/health")->status, 200);

    const std::string reply = replyFrom(good, ", \"id\": \"0123456789abcdef\"");
    auto first = served.post(reply, {{"Idempotency-Key", "\"0123456789abcdef\""}});
    ASSERT_TRUE(first);
    EXPECT_EQ(first->status, 201) << first->body;
    EXPECT_EQ(jsonRead(first->body)->at("reply"), 1);
    // Sent again, in another moment and without the header: it is the same one.
    auto again = served.post(replyFrom(good, ", \"id\": \"0123456789abcdef\""));
    EXPECT_EQ(again->status, 200) << again->body;
    EXPECT_EQ(jsonRead(again->body)->at("reply"), 1);
    EXPECT_EQ(served.post(replyFrom(good, ", \"id\": \"0123456789abcdeg\""))->status, 201);
    const auto kept = served.kept();
    ASSERT_EQ(kept.size(), 2u);
    EXPECT_EQ(kept[0].way, "page");
    EXPECT_EQ(kept[0].reply.id, "0123456789abcdef");
    EXPECT_EQ(kept[0].reply.values, readReply(reply)->values);
    // The log says what happened, and nothing of what was filled in.
    served.end();
    ASSERT_GE(served.log.size(), 8u);
    EXPECT_EQ(served.log.back().reply, 2);
    EXPECT_EQ(served.log.back().path, "/boat/replies");
}

TEST(Receiver, WhatDoesNotFitIsSaidByNameInTheLanguageOfThePage) {
    const Form form = withLanguage(boat(), "de");
    Served served(form);
    auto refused = served.post(replyFrom(R"({"txtOwner": null, "numLength": 99, "numPrice": 1, "lstJobs": ["Wash"]})"),
                               {}, "?language=de");
    ASSERT_TRUE(refused);
    EXPECT_EQ(refused->status, 422);
    EXPECT_EQ(refused->get_header_value("Content-Type"), "application/problem+json");
    const auto told = *jsonRead(refused->body);
    EXPECT_EQ(told["detail"], "Die Antworten wurden nicht angenommen. Die Gründe sind bei den Antworten angegeben.");
    std::map<std::string, std::string> said;
    for (const auto& one : told["errors"]) said[one["name"]] = one["detail"];
    EXPECT_EQ(said.size(), 2u) << refused->body;
    EXPECT_TRUE(said.contains("txtOwner"));
    EXPECT_NE(said["numLength"].find("bitte 2 bis 25 m eingeben"), std::string::npos) << said["numLength"];
    EXPECT_EQ(told["errors"][0]["pointer"], "#/values/" + told["errors"][0]["name"].get<std::string>());
    EXPECT_TRUE(served.kept().empty());

    // What is worked out is worked out here, whatever the page says.
    std::string forged = good;
    forged.replace(forged.find("94,"), 2, "1");
    ASSERT_EQ(served.post(replyFrom(forged))->status, 201);
    EXPECT_EQ(served.kept()[0].reply.values.at("numPrice"), Answer(94.0));

    for (const auto& [body, status] : std::vector<std::pair<std::string, int>>{
             {"", 400},
             {"{}", 400},
             {"[1]", 400},
             {"{\"form\": \"boat\"", 400},
             {std::string(100000, '['), 400},
             {"{\"form\": \"other\", \"version\": 1, \"values\": {}}", 422},
             {replyFrom(good, ", \"id\": \"../..\""), 400},
             {replyFrom(R"({"txtOwner": [1], "numLength": 5})"), 400},
             {replyFrom(R"({"txtOwner": true, "numLength": 5})"), 422},
             {replyFrom(R"({"txtOwner": "x", "numLength": 5, "lstJobs": ["Wash"], "stranger": "x"})"), 422},
             {"\xff\xfe{}", 400}}) {
        auto answer = served.post(body);
        ASSERT_TRUE(answer) << body.substr(0, 60);
        EXPECT_EQ(answer->status, status) << body.substr(0, 60) << answer->body;
        EXPECT_FALSE(jsonRead(answer->body)->at("detail").get<std::string>().empty());
    }
    EXPECT_EQ(served.post(replyFrom(good), {{"Idempotency-Key", "\"short\""}})->status, 400);
    EXPECT_EQ(served.post(replyFrom(good, ", \"id\": \"0123456789\""), {{"Idempotency-Key", "\"9876543210\""}})->status,
              400);
}

TEST(Receiver, APageOfAnEarlierVersionIsJudgedByThatVersion) {
    Form first = boat();
    first.revision = 1;
    Form second = renamed(jotted("# Boat\nOwner: text 5 !\nLength: number 2..25 .1 m !\n[Send]*\n"), rootId, "boat");
    second.revision = 2;
    Served served(second);
    // The store has the first version from a reply that came before.
    {
        auto store = ReplyStore::open(served.folder.file("replies.db"));
        ASSERT_TRUE(store->append(first, *readReply(replyFrom(good)), {"file"}));
    }
    EXPECT_EQ(served.post(replyFrom(good, ", \"id\": \"aaaaaaaaaa\"", 1))->status, 201);
    EXPECT_EQ(served.post(replyFrom(R"({"txtOwner": "Ines Halloran", "numLength": 9.4})", "", 2))->status, 422);
    EXPECT_EQ(served.post(replyFrom(R"({"txtOwner": "Ines", "numLength": 9.4})", "", 2))->status, 201);
    const auto kept = served.kept();
    ASSERT_EQ(kept.size(), 3u);
    EXPECT_EQ(kept[1].reply.version, 1);
    EXPECT_EQ(kept[1].reply.values.at("numPrice"), Answer(94.0));
    EXPECT_EQ(kept[2].reply.version, 2);
}

TEST(Receiver, WhatIsNotForItIsRefusedWithItsStatus) {
    ReceiverOptions options;
    options.origins = {"https://forms.example", "null"};
    options.repliesAMinute = 0;
    Served served(boat(), options);
    auto client = served.client();
    const std::string own = "http://127.0.0.1:" + std::to_string(served.port);
    EXPECT_EQ(served.post(replyFrom(good), {{"Origin", own}})->status, 201);
    EXPECT_EQ(served.post(replyFrom(good), {{"Origin", "https://evil.example"}})->status, 403);
    auto allowed = served.post(replyFrom(good), {{"Origin", "https://forms.example"}});
    EXPECT_EQ(allowed->get_header_value("Access-Control-Allow-Origin"), "https://forms.example");
    EXPECT_EQ(client.Options("/boat/replies", {{"Origin", "https://forms.example"}})->status, 204);
    EXPECT_EQ(client.Options("/boat/replies", {{"Origin", "https://evil.example"}})->status, 403);
    EXPECT_EQ(client.Post("/boat/replies", good, "text/plain")->status, 415);
    EXPECT_EQ(served.post(replyFrom(good), {{"Content-Encoding", "gzip"}})->status, 415);
    EXPECT_EQ(client.Post("/boat", good, "application/json")->status, 405);
    EXPECT_EQ(client.Put("/boat/replies", good, "application/json")->status, 405);
    EXPECT_EQ(client.Delete("/boat/replies")->status, 405);
    EXPECT_EQ(client.Get("/boat/replies")->status, 405);
    for (const char* path :
         {"/other", "/boat/", "/boat/x", "/../boat", "/boat/../../etc/passwd", "/boat/..%2f..%2fetc", "/%00", "//boat"})
        EXPECT_EQ(client.Get(path)->status, 404) << path;
    EXPECT_EQ(client.Get(("/" + std::string(400, 'x')).c_str())->status, 414);
    // A body that nobody reads is not taken for the next request.
    Raw smuggled(served.port);
    smuggled.say(
        "GET /boat/schema.json HTTP/1.1\r\nHost: x\r\nContent-Length: 34\r\n\r\nGET /health HTTP/1.1\r\nHost: "
        "x\r\n\r\n\r\n");
    const std::string heard = smuggled.heard();
    EXPECT_EQ(heard.find("HTTP/1.1", 5), std::string::npos) << "one answer, and the end";
    Raw twice(served.port);
    twice.say(head + "Transfer-Encoding: chunked\r\nContent-Length: 5\r\n\r\n0\r\n\r\n");
    EXPECT_EQ(twice.status(), 400);
}

TEST(Receiver, AConnectionThatIsQuietForAWhileIsAnsweredOnceEachTime) {
    ReceiverOptions options;
    options.bounds.idle = milliseconds(1500);
    Served served(boat(), options);
    Raw one(served.port);
    for (int i = 0; i < 3; ++i) {
        one.say("GET /health HTTP/1.1\r\nHost: x\r\n\r\n");
        std::this_thread::sleep_for(milliseconds(350));
    }
    const std::string heard = one.heard();
    int answers = 0;
    for (std::size_t at = 0; (at = heard.find("HTTP/1.1 200", at)) != std::string::npos; ++at) ++answers;
    EXPECT_EQ(answers, 3) << heard;
}

TEST(Receiver, WhoeverIsRefusedForItsAnswersGoesOnOnTheSameConnection) {
    Served served(boat());
    Raw one(served.port);
    const std::string wrong = replyFrom(R"({"txtOwner": null, "numLength": 99})"), right = replyFrom(good);
    for (const std::string& body : {wrong, right})
        one.say(head + "Content-Length: " + std::to_string(body.size()) + "\r\n\r\n" + body);
    one.say("GET /nowhere HTTP/1.1\r\nHost: x\r\n\r\n");
    one.say(head.substr(0, head.find("Content-Type")) + "Content-Type: text/plain\r\nContent-Length: 2\r\n\r\nab");
    one.say("GET /health HTTP/1.1\r\nHost: x\r\n\r\n");
    const std::string heard = one.heard();
    std::string statuses;
    for (std::size_t at = 0; (at = heard.find("HTTP/1.1 ", at)) != std::string::npos; at += 9)
        statuses += heard.substr(at + 9, 4);
    EXPECT_EQ(statuses, "422 201 404 415 ") << "what was not read ends it";
}

TEST(Receiver, NobodyHoldsItBySendingSlowlyOrWithoutEnd) {
    ReceiverOptions options;
    options.connections = 32;
    options.bounds.head = milliseconds(400);
    options.bounds.body = milliseconds(700);
    options.bounds.bodyBytes = 100'000;
    Served served(boat(), options);
    ASSERT_EQ(served.post(replyFrom(good))->status, 201);  // all that is made once is made
    const long before = memoryInKb();

    std::vector<std::future<int>> slow;
    for (int i = 0; i < 4; ++i) {
        slow.push_back(std::async(std::launch::async, [&] {  // a letter at a time, without an end
            Raw one(served.port);
            for (const auto until = std::chrono::steady_clock::now() + std::chrono::seconds(10);
                 std::chrono::steady_clock::now() < until;) {
                if (!one.say("x")) break;
                std::this_thread::sleep_for(milliseconds(20));
            }
            return 0;
        }));
        slow.push_back(std::async(std::launch::async, [&] {  // half a body
            Raw one(served.port);
            one.say(head + "Content-Length: 5000\r\n\r\n{\"form\":");
            return one.status();
        }));
    }
    // Others are served meanwhile.
    for (int i = 0; i < 5; ++i) EXPECT_EQ(served.client().Get("/boat")->status, 200);
    int late = 0;
    for (auto& one : slow) late += one.get() == 408;
    EXPECT_EQ(late, 4) << "half a body is told that it took too long";

    const std::string much(64 << 10, 'x');
    {  // a gigabyte, as it says itself
        Raw one(served.port);
        one.say(head + "Content-Length: 1000000000\r\n\r\n");
        for (int i = 0; i < 16000 && one.say(much); ++i) continue;
        const int status = one.status();
        EXPECT_TRUE(status == 413 || status == 0) << status;  // 0: the line was cut while it still sent
    }
    {  // and one that does not say how long it is
        Raw one(served.port);
        one.say(head + "Transfer-Encoding: chunked\r\n\r\n");
        for (int i = 0; i < 16000 && one.say("10000\r\n" + much + "\r\n"); ++i) continue;
        const int status = one.status();
        EXPECT_TRUE(status == 413 || status == 400 || status == 0) << status;
    }
    {  // polite senders hear it
        auto answer = served.post(replyFrom("{\"txtNotes\": \"" + std::string(150'000, 'x') + "\"}"));
        ASSERT_TRUE(answer);
        EXPECT_EQ(answer->status, 413);
    }
    {  // a million headers
        Raw one(served.port);
        one.say("GET /boat HTTP/1.1\r\n");
        for (int i = 0; i < 1'000'000 && one.say("X-" + std::to_string(i) + ": 1\r\n"); ++i) continue;
        const int status = one.status();
        EXPECT_TRUE(status == 431 || status == 0) << status;
    }
    {  // a line without an end
        Raw one(served.port);
        one.say("GET /");
        for (int i = 0; i < 1000 && one.say(much); ++i) continue;
        const int status = one.status();
        EXPECT_TRUE(status == 431 || status == 0) << status;
    }
    EXPECT_EQ(served.client().Get("/boat", {{"Range", "bytes=0-1,2-3,4-5,6-7,8-9"}})->status, 200);
    EXPECT_LT(memoryInKb() - before, 60'000);
    EXPECT_EQ(served.post(replyFrom(good, ", \"id\": \"stillhere\""))->status, 201);
}

TEST(Receiver, BurstsFromOneAddressAreToldToWait) {
    ReceiverOptions options;
    options.repliesAMinute = 5;
    options.behindProxy = true;
    Served served(boat(), options);
    auto from = [&](const char* address, int i) {
        return served.post(replyFrom(good, ", \"id\": \"filling" + std::to_string(i) + "\""),
                           {{"X-Forwarded-For", address}});
    };
    int taken = 0, told = 0;
    for (int i = 0; i < 40; ++i) {
        const auto answer =
            from(i % 2 ? "203.0.113.9" : "198.51.100.1, 203.0.113.9", i);  // the proxy's own word alone counts
        taken += answer->status == 201;
        told += answer->status == 429 && !answer->get_header_value("Retry-After").empty();
    }
    EXPECT_EQ(taken, 5);
    EXPECT_EQ(told, 35);
    EXPECT_EQ(from("203.0.113.10", 99)->status, 201) << "another address has its own share";
    // Ten thousand requests at once are answered, and the next one as well.
    Raw burst(served.port);
    std::string many;
    for (int i = 0; i < 100; ++i) many += "GET /health HTTP/1.1\r\nHost: x\r\n\r\n";
    for (int i = 0; i < 100 && burst.say(many); ++i) continue;
    EXPECT_EQ(served.client().Get("/health")->status, 200);
}

TEST(Receiver, MoreConnectionsThanItServesAreTurnedAwayAtOnce) {
    ReceiverOptions options;
    options.connections = 4;
    Served served(boat(), options);
    std::vector<std::unique_ptr<Raw>> idle;
    for (int i = 0; i < 2; ++i) {
        idle.push_back(std::make_unique<Raw>(served.port));
        idle.back()->say("GET /boat HTTP/1.1\r\n");  // and nothing more
    }
    // Half of what there is goes to one address.
    int away = 0;
    for (int i = 0; i < 100 && away == 0; ++i) away = served.client().Get("/boat")->status == 503;
    EXPECT_TRUE(away);
    idle.clear();
    int status = 0;
    for (int i = 0; i < 200 && status != 200; ++i) {
        auto answer = served.client().Get("/boat");
        status = answer ? answer->status : 0;
    }
    EXPECT_EQ(status, 200);
}

TEST(Receiver, FiftyAtOnceAreKeptOnceEach) {
    ReceiverOptions options;
    options.repliesAMinute = 0;
    Served served(boat(), options);
    constexpr int senders = 50, each = sanitized ? 4 : 20;
    std::vector<std::future<int>> all;
    for (int i = 0; i < senders; ++i)
        all.push_back(std::async(std::launch::async, [&served, i] {
            auto client = served.client();
            client.set_keep_alive(true);
            int kept = 0;
            for (int k = 0; k < each; ++k) {
                const std::string id = "sender" + std::to_string(i) + "-" + std::to_string(k);
                for (int times = 0; times < 2; ++times) {  // each is sent twice
                    auto answer =
                        client.Post("/boat/replies", replyFrom(good, ", \"id\": \"" + id + "\""), "application/json");
                    kept += answer && answer->status == 201;
                }
            }
            return kept;
        }));
    int kept = 0;
    for (auto& one : all) kept += one.get();
    EXPECT_EQ(kept, senders * each);
    EXPECT_EQ(served.kept().size(), std::size_t(senders * each));
}

TEST(Receiver, WhatIsInHandIsFinishedWhenItEnds) {
    ReceiverOptions options;
    options.repliesAMinute = 0;
    Served served(boat(), options);
    std::atomic<int> told = 0;
    std::vector<std::thread> senders;
    for (int i = 0; i < 8; ++i)
        senders.emplace_back([&, i] {
            for (int k = 0; k < 1000; ++k) {
                auto answer = served.post(
                    replyFrom(good, ", \"id\": \"one-" + std::to_string(i) + "-" + std::to_string(k) + "\""));
                if (!answer) return;
                told += answer->status == 201;
            }
        });
    for (int i = 0; i < 2000 && told < 40; ++i) std::this_thread::sleep_for(milliseconds(5));
    served.end();
    for (auto& one : senders) one.join();
    EXPECT_EQ(served.kept().size(), std::size_t(told)) << "who was told that it is saved has it saved, and nobody else";
}

TEST(Receiver, PasswordsLetIn) {
    Folder folder;
    const std::string file = folder.file("entrants");
    write(file, *Entrants::line("harbour", "low tide") + "# a remark\n");
    chmod(file.c_str(), 0644);
    EXPECT_FALSE(Entrants::read(file)) << "everybody can read it";
    chmod(file.c_str(), 0600);
    auto entrants = Entrants::read(file);
    ASSERT_TRUE(entrants) << entrants.error().sentence.text();
    Served served(boat(), {}, entrants->get());
    auto client = served.client();
    EXPECT_EQ(client.Get("/boat")->status, 401);
    EXPECT_EQ(client.Get("/boat")->get_header_value("WWW-Authenticate"), "Basic realm=\"Forms\", charset=\"UTF-8\"");
    EXPECT_EQ(client.Get("/health")->status, 200);
    client.set_basic_auth("harbour", "low tide");
    EXPECT_EQ(client.Get("/boat")->status, 200);
    EXPECT_EQ(client.Post("/boat/replies", replyFrom(good), "application/json")->status, 201);
    client.set_basic_auth("harbour", "high tide");
    // Ten a minute from one address, the right one among them; on a slow machine some more come free meanwhile.
    int wrong = 0, wait = 0;
    const auto begun = std::chrono::steady_clock::now();
    for (int i = 0; i < 60 && wait == 0; ++i) {
        const int status = client.Get("/boat")->status;
        wrong += status == 401;
        wait += status == 429;
    }
    const double seconds = std::chrono::duration<double>(std::chrono::steady_clock::now() - begun).count();
    EXPECT_EQ(wait, 1);
    EXPECT_GE(wrong, 9);
    EXPECT_LE(wrong, 10 + seconds / 6);
    client.set_basic_auth("harbour", "low tide");
    EXPECT_EQ(client.Get("/boat")->status, 200) << "who was let in before is";
    client.set_basic_auth("nobody", "low tide");
    EXPECT_NE(client.Get("/boat")->status, 200);
    for (const char* bad : {"harbour\n", "harbour:plain\n", ":$argon2id$x\n", ""}) {
        write(file, bad);
        EXPECT_FALSE(Entrants::read(file)) << bad;
    }
}

TEST(Receiver, SpeaksTls) {
    Folder folder;
    ReceiverOptions options;
    options.certificate = folder.file("cert.pem");
    options.key = folder.file("key.pem");
    const std::string make =
        "openssl req -x509 -newkey ec -pkeyopt ec_paramgen_curve:P-256 -nodes -days 2 -subj /CN=localhost -keyout " +
        options.key + " -out " + options.certificate + " 2>/dev/null";
    ASSERT_EQ(std::system(make.c_str()), 0);
    Served served(boat(), options);
    httplib::SSLClient client("127.0.0.1", served.port);
    client.enable_server_certificate_verification(false);
    auto page = client.Get("/boat");
    ASSERT_TRUE(page);
    EXPECT_EQ(page->status, 200);
    EXPECT_FALSE(page->get_header_value("Strict-Transport-Security").empty());
    EXPECT_EQ(client
                  .Post("/boat/replies", {{"Origin", "https://127.0.0.1:" + std::to_string(served.port)}},
                        replyFrom(good), "application/json")
                  ->status,
              201);
    // Whoever speaks plainly there, or says nothing, holds nobody up.
    Raw plain(served.port);
    plain.say("GET /boat HTTP/1.1\r\n\r\n");
    plain.heard();
    EXPECT_EQ(client.Get("/boat")->status, 200);
    write(options.key, "no key");
    EXPECT_FALSE(Receiver::made({}, *served.keeper, nullptr, options, {}));
}

TEST(ReceiverParts, AnAddressHasItsShareAMinute) {
    Rate rate(60);
    const auto now = Rate::Clock::now();
    for (int i = 0; i < 60; ++i) EXPECT_EQ(rate.take("a", now), 0);
    EXPECT_EQ(rate.take("a", now), 1);
    EXPECT_EQ(rate.take("b", now), 0);
    EXPECT_EQ(rate.take("a", now + std::chrono::seconds(1)), 0);
    EXPECT_GT(rate.take("a", now + std::chrono::seconds(1)), 0);
    EXPECT_EQ(Rate(0).take("a"), 0);
    // A million addresses are remembered no more than ten thousand.
    const long before = memoryInKb();
    for (int i = 0; i < (sanitized ? 20'000 : 40'000); ++i) rate.take("address " + std::to_string(i), now);
    EXPECT_LT(memoryInKb() - before, 20'000);
    EXPECT_EQ(countedAs("2001:db8:1:2:3:4:5:6"), "2001:db8:1:2::");
    EXPECT_EQ(countedAs("::ffff:192.0.2.7"), "192.0.2.7");
    EXPECT_EQ(countedAs("192.0.2.7"), "192.0.2.7");
}

TEST(ReceiverParts, FormsAreServedUnderNamesThatAddressesCanHave) {
    Folder folder;
    Form form = boat();
    auto with = [&](const std::string& name) {
        EXPECT_TRUE(saveForm(renamed(form, rootId, name), folder.file("one.brindel")));
        return servedForms({folder.file("one.brindel")});
    };
    EXPECT_TRUE(with("boat"));
    EXPECT_FALSE(with("health"));
    EXPECT_FALSE(with(""));
    EXPECT_FALSE(servedForms({folder.file("one.brindel"), folder.file("no.brindel")}));
    EXPECT_TRUE(with("boat"));
    EXPECT_FALSE(servedForms({folder.file("one.brindel"), folder.file("one.brindel")}));

    ServedForm served;
    served.own = std::make_shared<const Form>(withProperty(form, {rootId}, Prop::language, std::string("en")));
    served.inOthers["de"] = served.own;
    served.inOthers["pl"] = served.own;
    EXPECT_EQ(languageAsked(served, "de-AT,de;q=0.9,en;q=0.8"), "de");
    EXPECT_EQ(languageAsked(served, "fr, pl;q=0.3, en;q=0.2"), "pl");
    EXPECT_EQ(languageAsked(served, ""), "en");
    EXPECT_EQ(languageAsked(served, std::string(100'000, ',')), "en");
}
