// Serves forms over HTTP and takes their replies: pages out, replies in. What comes in is judged by a session of the
// form and kept in a store; nothing else is reached through it.
#pragma once

#include <httplib.h>

#include <memory>
#include <set>

#include "receive/access.h"
#include "receive/bounds.h"
#include "receive/keeper.h"
#include "receive/pages.h"
#include "receive/wire.h"

namespace brindel {

struct ReceiverOptions {
    RequestBounds bounds = {};
    int repliesAMinute = 60;                 // from one address; 0 for no bound
    std::size_t connections = 128;           // served at once; half of them for one address, unless it is a proxy's
    bool behindProxy = false;                // its headers say who sends, and by what
    std::set<std::string> origins = {};      // of pages elsewhere that may send here: https://forms.example, or null
    std::string certificate = {}, key = {};  // files in PEM; none for plain HTTP
};

/// What happened, for a log: no word of what was filled in, nor who it came from.
struct Happening {
    std::string method, path;  // the path as it is served; "?" for one that is not
    int status = 0;
    std::size_t bytes = 0;  // that came in
    bool bodyRead = false;  // all of them
    double milliseconds = 0;
    long long reply = 0;  // its number, where one was kept
};

class Receiver : public httplib::Server {
  public:
    /// `keeper` outlives it, and so does `access`, null for everybody. A problem for certificates that cannot be read.
    static Result<std::unique_ptr<Receiver>> made(std::vector<ServedForm> forms, Keeper& keeper, Entrants* access,
                                                  ReceiverOptions options, std::function<void(const Happening&)> log);
    ~Receiver() override;
    /// Binds an address, and a port, 0 for any that is free; gives the port, or -1 where that cannot be.
    int bindTo(const std::string& host, int port);
    /// Takes no new requests, and ends when those in hand are answered; may be called from any thread.
    void end();

  private:
    Receiver(std::vector<ServedForm> forms, Keeper& keeper, Entrants* access, ReceiverOptions options,
             std::function<void(const Happening&)> log);
    bool process_and_close_socket(socket_t socket) override;
    void serve(Wire& wire, const std::string& address);
    bool mayEnter(const httplib::Request& request, httplib::Response& response);
    void greetReply(const ServedForm& form, const httplib::Request& request, httplib::Response& response);
    void handle(const httplib::Request& request, httplib::Response& response);
    void take(const ServedForm& form, const httplib::Request& request, httplib::Response& response);
    const ServedForm* formOf(const std::string& name) const;
    std::string senderOf(const httplib::Request& request) const;
    std::string ownOrigin(const httplib::Request& request) const;
    std::string listOfForms() const;

    struct TlsFreed {
        void operator()(SSL_CTX* context) const;
    };

    std::vector<ServedForm> forms_;
    Keeper& keeper_;
    Entrants* access_;
    ReceiverOptions options_;
    std::function<void(const Happening&)> log_;
    Pages pages_;
    Rate replies_, wrongPasswords_{10};
    std::unique_ptr<SSL_CTX, TlsFreed> tls_;
    std::atomic<bool> ending_{false};
    std::atomic<int> waiting_{0}, busy_{0};  // connections that nobody serves yet, and those that somebody does
    std::mutex openMutex_;
    std::map<std::string, std::size_t> open_;  // connections, by address
};

}  // namespace brindel
