#include "core/text/clock.h"

#include <ctime>
#include <regex>

namespace brindel {

int minutesHere() {
    std::time_t now = std::time(nullptr);
    std::tm local{};
    localtime_r(&now, &local);
    return local.tm_hour * 60 + local.tm_min;
}

bool isMoment(const std::string& text) {
    static const std::regex form("\\d{4}-\\d\\d-\\d\\dT\\d\\d:\\d\\d:\\d\\d(\\.\\d{1,9})?(Z|[+-]\\d\\d:\\d\\d)");
    return text.size() < 50 && std::regex_match(text, form);
}

}  // namespace brindel
