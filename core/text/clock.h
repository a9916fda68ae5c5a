// The machine's time of day (its day is todayHere in words.h), and times as replies say them.
#pragma once

#include <string>

namespace brindel {

/// True for a time by RFC 3339, with at most nine digits of a second.
bool isMoment(const std::string& text);

/// Minutes from midnight.
int minutesHere();

}  // namespace brindel
