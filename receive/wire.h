// One connection, plain or by TLS, as the HTTP library reads and writes it: within the bounds of a request, so that
// nobody holds a connection by sending slowly, and nothing is read without an end.
#pragma once

#include <httplib.h>

#include <atomic>

#include "receive/bounds.h"

namespace brindel {

class Wire : public httplib::Stream {
  public:
    using Clock = std::chrono::steady_clock;
    /// `tls` null for a plain one. The socket is the caller's, who closes it.
    Wire(socket_t socket, SSL* tls, const RequestBounds& bounds);

    /// Agrees on TLS, where there is any; false when that fails or takes too long.
    bool agreed();
    /// Waits until a request begins; false when none does in time, or `over` becomes true meanwhile.
    bool begins(const std::function<bool()>& over);
    /// The headers are there: what follows is bounded otherwise.
    void headRead();
    /// True when the bounds of a request were broken: by size, or by time.
    bool tooMuch() const { return tooMuch_; }
    bool tooLate() const { return tooLate_; }
    bool inHead() const { return inHead_; }
    /// Whether something was answered to the request, and its status.
    bool answered() const { return status_ > 0; }
    int status() const { return status_; }
    /// Says that nothing more comes. Of what was refused, a little is read that the other side still sends, so that it
    /// sees why.
    void close();

    bool is_readable() const override;
    bool is_writable() const override { return true; }
    ssize_t read(char* into, size_t size) override;
    ssize_t write(const char* from, size_t size) override;
    void get_remote_ip_and_port(std::string& ip, int& port) const override;
    void get_local_ip_and_port(std::string& ip, int& port) const override;
    socket_t socket() const override { return socket_; }

  private:
    bool wait(short events, Clock::time_point until) const;
    /// What there is to read, at most `size` bytes; 0 at the end, below 0 where nothing comes in time.
    ssize_t receive(char* into, size_t size, Clock::time_point until);

    socket_t socket_;
    SSL* tls_;
    RequestBounds bounds_;
    Clock::time_point until_;
    std::size_t read_ = 0;  // of this request
    bool inHead_ = true, tooMuch_ = false, tooLate_ = false;
    int status_ = 0;
    char held_[16 << 10];
    std::size_t from_ = 0, to_ = 0;  // of what is held
};

}  // namespace brindel
