// The words and orders in which a language writes dates and times: made from what ICU knows of it, and a small table of
// what people say beside that.
#pragma once

#include <string>
#include <utility>
#include <vector>

namespace brindel {

/// What dates and times are read by in a language, for Brindel and for what it writes. Words are in small letters, with
/// no point behind them.
struct MomentWords {
    std::string order;  // of a date in digits: "dmy", "mdy" or "ymd"; empty for one that is written in several orders
    std::vector<std::pair<std::string, int>> months;  // from 1; long names first, in all their cases and short forms
    std::vector<std::pair<std::string, int>> days;    // of the week, from 0 for Sunday
    std::vector<std::pair<std::string, int>> halves;  // of the day: 0 before noon, 1 after
    std::vector<std::string> hours;                   // said behind an hour, as in "9 Uhr 30"
    std::vector<std::string> passedOver;              // said in dates and times, and saying nothing: "den", "of", "r"
};
/// Made once for a language ("de", "en-GB"), and kept.
const MomentWords& momentWordsOf(const std::string& language);

/// The order of day, month and year in a pattern, as "dmy"; empty where one is missing.
std::string orderIn(const std::string& pattern);

/// The pattern of a date in digits that is usual in a language: "dd.MM.yyyy" for de. With the month by name for a
/// language whose dates in digits are read in two ways (English of no country).
std::string usualDatePattern(const std::string& language);

}  // namespace brindel
