// brindel-receive: serves forms as pages and takes their replies into a store. Exit 0 when it was told to end, 1 for a
// form that cannot be served, 2 when the call is wrong, 3 when a file or the store cannot be opened, 4 when it cannot
// listen.
#include <signal.h>
#include <spdlog/sinks/stdout_sinks.h>
#include <spdlog/spdlog.h>

#include <CLI/CLI.hpp>
#include <iostream>

#include "core/file/json_text.h"
#include "core/file/whole_file.h"
#include "core/model/kit_choice.h"
#include "core/model/problem_line.h"
#include "receive/receiver.h"

using namespace brindel;

namespace {

int problem(const std::string& file, const Problem& p, int status) {
    std::cerr << problemLine(file, p);
    return status;
}

/// 127.0.0.1:8080, [::1]:8080, or a port alone.
bool readPlace(const std::string& place, std::string& host, int& port) {
    const auto colon = place.rfind(':');
    const std::string number = colon == std::string::npos ? place : place.substr(colon + 1);
    if (colon != std::string::npos) host = place.substr(0, colon);
    if (host.starts_with('[') && host.ends_with(']')) host = host.substr(1, host.size() - 2);
    if (number.empty() || number.size() > 5 || number.find_first_not_of("0123456789") != std::string::npos)
        return false;
    port = std::stoi(number);
    return port <= 65535 && !host.empty();
}

/// Writes a line for the file of passwords, the password from standard input.
int newAccess(const std::string& name) {
    std::string password;
    std::getline(std::cin, password);
    auto line = Entrants::line(name, password);
    if (!line) return problem("--new-access", line.error(), 2);
    std::cout << *line;
    return 0;
}

struct Asked {
    ReceiverOptions options;
    std::vector<std::string> paths, origins;
    std::string store, listen = "127.0.0.1:8080", accessFile, newName, host = "127.0.0.1";
    int port = 8080;
    double megabytes = 16;
};

void addOptions(CLI::App& app, Asked& asked) {
    app.add_option("FORM", asked.paths, "Form files; each is served under its name");
    app.add_option("--store", asked.store, "Where replies are saved: a file such as replies.db, or postgresql://…");
    app.add_option("--listen", asked.listen, "Address and port; port 0 takes any that is free")->capture_default_str();
    app.add_option("--certificate", asked.options.certificate, "For HTTPS: the certificate with its chain, in PEM");
    app.add_option("--key", asked.options.key, "For HTTPS: the key of the certificate, in PEM");
    app.add_flag("--behind-proxy", asked.options.behindProxy,
                 "A proxy stands before it: its X-Forwarded-For, -Proto and -Host are believed");
    app.add_option("--allow-origin", asked.origins,
                   "Where else pages may send from: https://forms.example, or null for pages opened as files");
    app.add_option("--access-file", asked.accessFile, "Only who is named in this file comes in, by name and password");
    app.add_option("--new-access", asked.newName,
                   "Writes a line for the access file: this name, and the password from standard input");
    app.add_option("--replies-a-minute", asked.options.repliesAMinute, "The most from one address; 0 for no limit")
        ->check(CLI::Range(0, 1000000))
        ->capture_default_str();
    app.add_option("--most-megabytes", asked.megabytes, "The largest reply")
        ->check(CLI::Range(0.01, 64.0))
        ->capture_default_str();
    app.add_option("--connections", asked.options.connections, "Served at the same time")
        ->check(CLI::Range(2, 1000))
        ->capture_default_str();
}

/// What was asked for, as far as it can be seen without serving: 0, or the exit with what is wrong said.
int looked(Asked& asked) {
    if (asked.paths.empty()) return problem("brindel-receive", {"", said("Name a form to serve.")}, 2);
    if (asked.store.empty()) return problem("brindel-receive", {"", said("Name a store with --store.")}, 2);
    if (asked.options.certificate.empty() != asked.options.key.empty())
        return problem("brindel-receive", {"", said("--certificate and --key go together.")}, 2);
    if (!readPlace(asked.listen, asked.host, asked.port))
        return problem("--listen", {"", said("An address and a port such as 127.0.0.1:8080 are expected here.")}, 2);
    for (const std::string& origin : asked.origins) {
        const bool whole =
            origin == "null" || (isPostable(origin) && origin.find('/', origin.find("://") + 3) == std::string::npos);
        if (!whole)
            return problem("--allow-origin",
                           {"", said("An origin such as https://forms.example is expected here, without a path.")}, 2);
        asked.options.origins.insert(origin);
    }
    asked.options.bounds.bodyBytes = std::size_t(asked.megabytes * (1 << 20));
    return 0;
}

/// What happens, a line of JSON each.
std::shared_ptr<spdlog::logger> logger() {
    auto log = std::make_shared<spdlog::logger>("receive", std::make_shared<spdlog::sinks::stderr_sink_mt>());
    log->set_pattern("{\"at\": \"%Y-%m-%dT%H:%M:%S.%e%z\", %v}");
    log->flush_on(spdlog::level::info);
    return log;
}

std::string logLine(const Happening& what) {
    std::string line =
        fmt::format("\"method\": {}, \"path\": {}, \"status\": {}, \"bytes\": {}, \"ms\": {:.1f}",
                    Json(what.method).dump(), Json(what.path).dump(), what.status, what.bytes, what.milliseconds);
    if (what.reply) line += fmt::format(", \"reply\": {}", what.reply);
    return line;
}

/// Where it is served, as browsers are told.
std::string addressOf(const Asked& asked, int port) {
    const std::string host = asked.host.find(':') == std::string::npos ? asked.host : "[" + asked.host + "]";
    return fmt::format("{}{}:{}/", asked.options.certificate.empty() ? "http://" : "https://", host, port);
}

}  // namespace

int main(int argc, char** argv) {
    takeSignalsAsProblems();
    // Ending is waited for by one thread alone.
    sigset_t ends;
    sigemptyset(&ends);
    for (int one : {SIGTERM, SIGINT, SIGHUP}) sigaddset(&ends, one);
    pthread_sigmask(SIG_BLOCK, &ends, nullptr);

    CLI::App app{"Serves forms as web pages, and saves the replies that come in."};
    app.set_version_flag("--version", "Brindel 0.1.0");
    Asked asked;
    addOptions(app, asked);
    try {
        app.parse(argc, argv);
    } catch (const CLI::ParseError& error) {
        return app.exit(error) == 0 ? 0 : 2;
    }
    if (!asked.newName.empty()) return newAccess(asked.newName);
    if (const int exit = looked(asked)) return exit;

    auto forms = servedForms(asked.paths);
    if (!forms) return problem(forms.error().place, {"", forms.error().sentence}, 1);
    std::unique_ptr<Entrants> access;
    if (!asked.accessFile.empty()) {
        auto read = Entrants::read(asked.accessFile);
        if (!read) return problem(asked.accessFile, read.error(), 3);
        access = std::move(*read);
    }
    const std::string address = spokenAddress(asked.store);
    auto keeper = Keeper::open(asked.store);
    if (!keeper) return problem(address, keeper.error(), 3);
    for (const ServedForm& form : *forms) {
        auto changes = (*keeper)->changesFor(*form.own);
        if (!changes) return problem(address, changes.error(), 1);
        for (const Sentence& change : *changes) problem(address, {"", change}, 0);
    }

    const auto log = logger();
    auto receiver = Receiver::made(std::move(*forms), **keeper, access.get(), asked.options,
                                   [&log](const Happening& what) { log->info("{}", logLine(what)); });
    if (!receiver) return problem(receiver.error().place, {"", receiver.error().sentence}, 3);
    const int port = (*receiver)->bindTo(asked.host, asked.port);
    if (port < 0)
        return problem(
            asked.listen,
            {"", said("Nothing can be served here: the address is in use, not on this machine, or not allowed.")}, 4);
    std::cout << addressOf(asked, port) << std::endl;

    std::thread ending([&] {
        int which = 0;
        sigwait(&ends, &which);
        (*receiver)->end();
    });
    (*receiver)->listen_after_bind();
    // It may have ended by itself.
    pthread_kill(ending.native_handle(), SIGTERM);
    ending.join();
    log->flush();
    return 0;
}
