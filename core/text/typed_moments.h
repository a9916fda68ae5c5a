// Dates and times as people type them, read by a form's language: what its pattern says first, then what is usual where
// the language is spoken. Where two days could be meant, none is taken.
#pragma once

#include <array>
#include <optional>
#include <string>
#include <utility>
#include <vector>

#include "core/text/words.h"

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

/// The days that a field takes, where it has limits: a year of two digits is meant as one within them.
struct DaysTaken {
    std::optional<Day> earliest = {}, latest = {};
};

/// The date that the whole text says: in ISO 8601; by the pattern; with day, month and year in the language's order
/// (the pattern's, for a language that has several) and any of `. / - ,` or blanks between them; with the name of the
/// month, long or short, wherever it is. An order that the language does not have is read where no other reading is a
/// date. A year has four digits, or two: those are from 1969 to 2068 (POSIX.1, strptime %y), or of the century in which
/// the day is one that the field takes. Nothing where the text says none, or could say two; at most 100 bytes.
std::optional<Day> dateTyped(const std::string& text, const std::string& pattern, const std::string& language,
                             const DaysTaken& taken = {});
/// The time that the whole text says, in minutes from midnight: by the pattern; as 9:30, 9.30, 9 30, 9h30, 930, 9 Uhr 30,
/// 9 pm, 9:30 p.m. Nothing where it says none; at most 100 bytes.
std::optional<int> timeTyped(const std::string& text, const std::string& pattern, const std::string& language);
/// True when a text that says a date (a time) says a whole one: no further digit, and no half of the day, could belong
/// to it.
bool isWholeDate(const std::string& text, const std::string& pattern, const std::string& language,
                 const DaysTaken& taken = {});
bool isWholeTime(const std::string& text, const std::string& pattern, const std::string& language);

/// The pattern of a date in digits that is usual in a language: "dd.MM.yyyy" for de. With the month by name for a language
/// whose dates in digits are read in two ways (English of no country).
std::string usualDatePattern(const std::string& language);

}  // namespace brindel
