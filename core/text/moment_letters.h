// The letters of date and time patterns (UTS 35, part 4, date field symbols), as designers mix them up.
#pragma once

#include <string>
#include <string_view>
#include <vector>

#include "core/model/sentence.h"

namespace brindel {

/// What is wrong with a pattern for dates: a letter that means nothing, or means a part of the day ("mm" is minutes).
/// Empty when it can be used. What stands between apostrophes is wording.
Sentence datePatternMisfit(const std::string& pattern);
/// The same of a pattern for times of day.
Sentence timePatternMisfit(const std::string& pattern);

/// The words that stand in these sentences, for those who translate.
std::vector<std::string_view> momentWords();

}  // namespace brindel
