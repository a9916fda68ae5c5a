// Letters, numbers and dates in the form's language, over ICU.
#pragma once

#include <chrono>
#include <optional>
#include <string>
#include <vector>

#include "core/model/problem.h"
#include "core/model/tokens.h"

namespace brindel {

using Day = std::chrono::year_month_day;

/// Text with its letters changed, in a language.
std::string lettersAs(const std::string& text, LetterCase as, const std::string& language);

/// A number as a language writes it, with exactly `decimals` places; half goes away from zero.
std::string numberIn(double number, int decimals, bool thousands, const std::string& language);
/// How a language writes numbers.
struct NumberSigns {
    std::string decimal = ".", group = ",", minus = "-";
    int firstGroup = 3, nextGroup = 3;  // digits in the last group before the point, and in those before it
    int leastGroup = 1;                 // so many stand before the first sign between groups
    char32_t zero = U'0';               // the other digits follow it
};
const NumberSigns& numberSigns(const std::string& language);
/// The number that the whole text says, in digits of any script, with the language's own signs; a point or comma that
/// cannot group digits is a decimal sign whatever the language. Exact to the last digit of a double; nothing when the
/// text says none, or one from 10^15 on. For numbers in files, which have a point everywhere, see numberFrom.
std::optional<double> numberRead(const std::string& text, const std::string& language);
/// How many places behind the point a number needs to be said in full.
int decimalsOf(double number);

/// A date by a pattern of Unicode LDML date letters.
std::string dateIn(Day day, const std::string& pattern, const std::string& language);
/// A time of day in minutes from midnight, by a pattern of Unicode LDML time letters.
std::string timeIn(int minutes, const std::string& pattern, const std::string& language);
/// The time that the whole text says as a clock shows it, in minutes from midnight: 08:30, 8.30, 0830. As files and
/// formulas have it; what people type, core/text/typed_moments reads. Nothing when it says none.
std::optional<int> clockRead(const std::string& text);
/// 2026-04-01.
std::string isoDate(Day day);
std::optional<Day> isoDateRead(const std::string& text);
/// The day that a date property means: ISO 8601, "today", "today+7" or "today - 7" (days). Nothing when empty or wrong.
std::optional<Day> dayMeant(const std::string& text, Day today);
/// What is wrong with a date property's text; empty when it can be read or is empty.
Sentence dateMisfit(const std::string& text);
/// The machine's day.
Day todayHere();

/// What is wrong with a regular expression, with its place; empty when it can be used.
Sentence patternMisfit(const std::string& pattern);
/// True when the whole text matches. False, too, when the pattern cannot be read or takes too long to match.
bool matchesWhole(const std::string& text, const std::string& pattern);

/// The words of a text in letters a to z, A to Z and digits, other scripts turned into Latin letters.
std::vector<std::string> plainWords(const std::string& text);
/// Text without blanks at both ends.
std::string trimmed(const std::string& text);

}  // namespace brindel
