#include "filler/ended_outside.h"

#include <sys/socket.h>
#include <unistd.h>

#include <QGuiApplication>
#include <QSessionManager>
#include <QSocketNotifier>
#include <csignal>

namespace brindel {
namespace {

// A signal may do next to nothing where it comes: it writes a byte that the windows' thread reads.
int pair[2] = {-1, -1};

void heard(int) {
    const char byte = 1;
    [[maybe_unused]] const ssize_t wrote = write(pair[0], &byte, 1);
}

}  // namespace

EndedOutside::EndedOutside(QGuiApplication& application, std::function<void()> keep) : keep_(std::move(keep)) {
    if (socketpair(AF_UNIX, SOCK_STREAM | SOCK_CLOEXEC, 0, pair) == 0) {
        auto* notifier = new QSocketNotifier(pair[1], QSocketNotifier::Read, this);
        connect(notifier, &QSocketNotifier::activated, this, [this, notifier] {
            notifier->setEnabled(false);
            end();
        });
        for (int signal : {SIGTERM, SIGHUP, SIGINT}) std::signal(signal, heard);
    }
    // A desktop session that is asked to close may stay open after all: it is kept each time that it asks.
    connect(&application, &QGuiApplication::commitDataRequest, this, [this] { keep_(); });
}

EndedOutside::~EndedOutside() {
    for (int signal : {SIGTERM, SIGHUP, SIGINT}) std::signal(signal, SIG_DFL);
    for (int& end : pair) {
        if (end >= 0) close(end);
        end = -1;
    }
}

void EndedOutside::end() {
    if (!std::exchange(ended_, true)) keep_();
    QCoreApplication::exit(1);
}

}  // namespace brindel
