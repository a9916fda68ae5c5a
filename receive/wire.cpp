#include "receive/wire.h"

#include <arpa/inet.h>
#include <fcntl.h>
#include <openssl/err.h>
#include <openssl/ssl.h>
#include <poll.h>

#include <algorithm>
#include <cstring>

namespace brindel {
namespace {

using std::chrono::milliseconds;

void addressOf(const sockaddr_storage& from, std::string& ip, int& port) {
    char text[INET6_ADDRSTRLEN] = "";
    if (from.ss_family == AF_INET) {
        const auto& four = reinterpret_cast<const sockaddr_in&>(from);
        inet_ntop(AF_INET, &four.sin_addr, text, sizeof text);
        port = ntohs(four.sin_port);
    } else if (from.ss_family == AF_INET6) {
        const auto& six = reinterpret_cast<const sockaddr_in6&>(from);
        inet_ntop(AF_INET6, &six.sin6_addr, text, sizeof text);
        port = ntohs(six.sin6_port);
    }
    ip = text;
}

}  // namespace

Wire::Wire(socket_t socket, SSL* tls, const RequestBounds& bounds)
    : socket_(socket), tls_(tls), bounds_(bounds), until_(Clock::now() + bounds.head) {
    fcntl(socket_, F_SETFL, fcntl(socket_, F_GETFL, 0) | O_NONBLOCK);
}

bool Wire::wait(short events, Clock::time_point until) const {
    for (;;) {
        const auto left = std::chrono::ceil<milliseconds>(until - Clock::now()).count();
        if (left <= 0) return false;
        pollfd one{socket_, events, 0};
        const int ready = poll(&one, 1, int(std::min<long long>(left, 60'000)));
        if (ready > 0) return true;
        if (ready < 0 && errno != EINTR) return false;
    }
}

bool Wire::agreed() {
    if (!tls_) return true;
    for (const auto until = Clock::now() + bounds_.head;;) {
        ERR_clear_error();
        const int done = SSL_accept(tls_);
        if (done == 1) return true;
        const int why = SSL_get_error(tls_, done);
        if (why != SSL_ERROR_WANT_READ && why != SSL_ERROR_WANT_WRITE) return false;
        if (!wait(why == SSL_ERROR_WANT_READ ? POLLIN : POLLOUT, until)) return false;
    }
}

ssize_t Wire::receive(char* into, size_t size, Clock::time_point until) {
    for (;;) {
        short wanted = POLLIN;
        if (tls_) {
            ERR_clear_error();
            const int got = SSL_read(tls_, into, int(std::min<size_t>(size, 1 << 20)));
            if (got > 0) return got;
            const int why = SSL_get_error(tls_, got);
            if (why == SSL_ERROR_ZERO_RETURN) return 0;
            if (why != SSL_ERROR_WANT_READ && why != SSL_ERROR_WANT_WRITE) return -1;
            if (why == SSL_ERROR_WANT_WRITE) wanted = POLLOUT;
        } else {
            const ssize_t got = recv(socket_, into, size, 0);
            if (got >= 0) return got;
            if (errno == EINTR) continue;
            if (errno != EAGAIN && errno != EWOULDBLOCK) return -1;
        }
        if (!wait(wanted, until)) {
            tooLate_ = true;
            return -1;
        }
    }
}

bool Wire::begins(const std::function<bool()>& over) {
    inHead_ = true;
    read_ = 0;
    const auto until = Clock::now() + bounds_.idle;
    while (from_ == to_) {
        if (over() || Clock::now() >= until) return false;
        tooLate_ = false;
        from_ = to_ = 0;
        const ssize_t got = receive(held_, sizeof held_, std::min(until, Clock::now() + milliseconds(100)));
        if (got < 0 && tooLate_) continue;
        if (got <= 0) return false;
        to_ = size_t(got);
    }
    tooLate_ = tooMuch_ = false;
    status_ = 0;
    until_ = Clock::now() + bounds_.head;
    return true;
}

void Wire::headRead() {
    inHead_ = false;
    read_ = 0;
    until_ = Clock::now() + bounds_.body;
}

bool Wire::is_readable() const {
    return from_ < to_ || wait(POLLIN, until_);
}

ssize_t Wire::read(char* into, size_t size) {
    const size_t most = inHead_ ? bounds_.headBytes : bounds_.bodyBytes + (64 << 10);
    if (read_ >= most) {
        tooMuch_ = true;
        return -1;
    }
    // A sender that always has something ready keeps to its time as well.
    if (Clock::now() >= until_) {
        tooLate_ = true;
        return -1;
    }
    if (from_ == to_) {
        from_ = to_ = 0;
        const ssize_t got = receive(held_, sizeof held_, until_);
        if (got <= 0) return got;
        to_ = size_t(got);
    }
    const size_t some = std::min({size, to_ - from_, most - read_});
    std::memcpy(into, held_ + from_, some);
    from_ += some;
    read_ += some;
    return ssize_t(some);
}

ssize_t Wire::write(const char* from, size_t size) {
    size_t done = 0;
    // The first that is written is a line of status; 100 is none yet.
    if (status_ < 200 && size > 12 && std::memcmp(from, "HTTP/1.", 7) == 0) status_ = std::atoi(from + 9);
    for (const auto until = Clock::now() + bounds_.answer; done < size;) {
        short wanted = POLLOUT;
        if (tls_) {
            ERR_clear_error();
            const int wrote = SSL_write(tls_, from + done, int(std::min<size_t>(size - done, 1 << 20)));
            if (wrote > 0) {
                done += size_t(wrote);
                continue;
            }
            const int why = SSL_get_error(tls_, wrote);
            if (why != SSL_ERROR_WANT_READ && why != SSL_ERROR_WANT_WRITE) return -1;
            if (why == SSL_ERROR_WANT_READ) wanted = POLLIN;
        } else {
            const ssize_t wrote = send(socket_, from + done, size - done, MSG_NOSIGNAL);
            if (wrote >= 0) {
                done += size_t(wrote);
                continue;
            }
            if (errno == EINTR) continue;
            if (errno != EAGAIN && errno != EWOULDBLOCK) return -1;
        }
        if (!wait(wanted, until)) return -1;
    }
    return ssize_t(done);
}

void Wire::close() {
    constexpr std::size_t most = 1 << 20;
    if (tls_) SSL_shutdown(tls_);
    shutdown(socket_, SHUT_WR);
    if (status_ < 400) return;
    const auto until = Clock::now() + milliseconds(500);
    for (std::size_t all = 0; all < most && wait(POLLIN, until);) {
        const ssize_t got = recv(socket_, held_, sizeof held_, 0);
        if (got <= 0) break;
        all += size_t(got);
    }
}

void Wire::get_remote_ip_and_port(std::string& ip, int& port) const {
    sockaddr_storage from{};
    socklen_t size = sizeof from;
    if (getpeername(socket_, reinterpret_cast<sockaddr*>(&from), &size) == 0) addressOf(from, ip, port);
}
void Wire::get_local_ip_and_port(std::string& ip, int& port) const {
    sockaddr_storage at{};
    socklen_t size = sizeof at;
    if (getsockname(socket_, reinterpret_cast<sockaddr*>(&at), &size) == 0) addressOf(at, ip, port);
}

}  // namespace brindel
