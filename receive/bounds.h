// What one sender may take of a receiver: how much it sends, for how long, and how often.
#pragma once

#include <chrono>
#include <cstddef>
#include <map>
#include <mutex>
#include <string>

namespace brindel {

/// The bounds of one request.
struct RequestBounds {
    std::size_t headBytes = 32 << 10;        // of its line and headers
    std::size_t bodyBytes = 16 << 20;        // of what it sends
    std::chrono::milliseconds head{10'000};  // until its headers are there
    std::chrono::milliseconds body{60'000};  // until all of it is there
    std::chrono::milliseconds idle{5'000};   // a connection on which nothing is asked
    std::chrono::milliseconds answer{30'000};
};

/// Counts what comes from each address: so many at once, and as many again in each minute. It remembers 10,000
/// addresses; when more come at a time, those that have been quiet longest begin anew.
class Rate {
  public:
    using Clock = std::chrono::steady_clock;
    /// `aMinute` 0 for no bound.
    explicit Rate(int aMinute) : aMinute_(aMinute) {}
    /// Takes one from an address; 0 when it may, else the seconds after which one more is taken.
    int take(const std::string& address, Clock::time_point now = Clock::now());

  private:
    struct Left {
        double count;
        Clock::time_point at;
    };
    static constexpr std::size_t mostAddresses = 10'000;
    int aMinute_;
    std::mutex mutex_;
    std::map<std::string, Left> left_;
};

/// The addresses that count as one: an IPv4 address itself, of an IPv6 address its first half, which one line has.
std::string countedAs(const std::string& address);

}  // namespace brindel
