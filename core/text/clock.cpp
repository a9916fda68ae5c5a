#include "core/text/clock.h"

#include <ctime>

namespace brindel {

int minutesHere() {
    std::time_t now = std::time(nullptr);
    std::tm local{};
    localtime_r(&now, &local);
    return local.tm_hour * 60 + local.tm_min;
}

}  // namespace brindel
