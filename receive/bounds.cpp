#include "receive/bounds.h"

#include <arpa/inet.h>

#include <algorithm>
#include <cmath>

namespace brindel {

int Rate::take(const std::string& address, Clock::time_point now) {
    if (aMinute_ <= 0) return 0;
    const std::scoped_lock lock(mutex_);
    const double aSecond = aMinute_ / 60.0;
    auto at = left_.find(address);
    if (at == left_.end()) {
        if (left_.size() >= mostAddresses) {
            // All that have their whole share again are as good as new; where none has, the quietest goes.
            std::erase_if(left_, [&](const auto& one) {
                return one.second.count + std::chrono::duration<double>(now - one.second.at).count() * aSecond >=
                       aMinute_;
            });
            if (left_.size() >= mostAddresses)
                left_.erase(std::ranges::min_element(left_, {}, [](const auto& one) { return one.second.at; }));
        }
        at = left_.emplace(address, Left{double(aMinute_), now}).first;
    }
    Left& left = at->second;
    const double passed = std::chrono::duration<double>(now - left.at).count();
    left = {std::min<double>(aMinute_, left.count + passed * aSecond), now};
    if (left.count < 1) return std::max(1, int(std::ceil((1 - left.count) / aSecond)));
    left.count -= 1;
    return 0;
}

std::string countedAs(const std::string& address) {
    in6_addr six{};
    if (inet_pton(AF_INET6, address.c_str(), &six) != 1) return address;
    if (IN6_IS_ADDR_V4MAPPED(&six)) {
        char text[INET_ADDRSTRLEN];
        return inet_ntop(AF_INET, six.s6_addr + 12, text, sizeof text) ? text : address;
    }
    std::fill(six.s6_addr + 8, six.s6_addr + 16, 0);
    char text[INET6_ADDRSTRLEN];
    return inet_ntop(AF_INET6, &six, text, sizeof text) ? text : address;
}

}  // namespace brindel
