// The machine's time of day. (Its day is todayHere in words.h.)
#pragma once

namespace brindel {

/// Minutes from midnight.
int minutesHere();

}  // namespace brindel
