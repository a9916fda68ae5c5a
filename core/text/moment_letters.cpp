#include "core/text/moment_letters.h"

#include <algorithm>
#include <iterator>

namespace brindel {
namespace {

/// A letter of a pattern, and the part of a date or of a time that it stands for.
struct PatternLetter {
    char letter;
    bool ofDate;
    std::string_view word;
};
constexpr PatternLetter letters[] = {
    {'d', true, "the day"},
    {'M', true, "the month"},
    {'L', true, "the month"},
    {'y', true, "the year"},
    {'E', true, "the weekday"},
    {'c', true, "the weekday"},
    {'Q', true, "the quarter"},
    {'q', true, "the quarter"},
    {'w', true, "the week"},
    {'G', true, "the era"},
    {'H', false, "the hour"},
    {'h', false, "the hour"},
    {'k', false, "the hour"},
    {'K', false, "the hour"},
    {'m', false, "the minutes"},
    {'s', false, "the seconds"},
    {'a', false, "am or pm"},
    {'b', false, "am or pm"},
    {'B', false, "the part of the day"},
};

/// What is wrong with a run of one letter.
Sentence runMisfit(const std::string& run, bool inDate) {
    const char c = run.front();
    // Taken for another letter more often than meant.
    if (inDate && c == 'm') return said("“{}” is the minutes; the month is M or MM.", run);
    if (!inDate && c == 'M') return said("“{}” is the month; the minutes are mm.", run);
    if (c == 'D') return said("“{}” counts the days of the year; the day of the month is d.", run);
    if (c == 'Y') return said("“{}” is the year that a week belongs to; the year of a date is y.", run);
    const auto* known = std::ranges::find(letters, c, &PatternLetter::letter);
    if (known == std::end(letters))
        return said("“{}” has no meaning here; put wording between apostrophes, as in 'at'.", run);
    if (known->ofDate == inDate) return {};
    return inDate ? said("“{}” is {}, which no date has: the day is d, the month M, the year y.", run,
                         wordPart(known->word))
                  : said("“{}” is {}, which no time has: the hour is H, or h with a; the minutes are m.", run,
                         wordPart(known->word));
}

Sentence misfitOf(const std::string& pattern, bool ofDate) {
    bool quoted = false, whole = false;
    for (std::size_t i = 0; i < pattern.size();) {
        const char c = pattern[i];
        if (c == '\'') quoted = !quoted;
        const bool letter = (c >= 'a' && c <= 'z') || (c >= 'A' && c <= 'Z');
        std::size_t end = i + 1;
        while (letter && end < pattern.size() && pattern[end] == c) ++end;
        if (letter && !quoted) {
            if (Sentence wrong = runMisfit(pattern.substr(i, end - i), ofDate); !wrong.empty()) return wrong;
            whole = whole || (ofDate ? c == 'y' : c == 'H' || c == 'h' || c == 'k' || c == 'K');
        }
        i = end;
    }
    if (quoted) return said("An apostrophe is missing: wording goes between two of them.");
    if (!whole) return ofDate ? said("A date needs its year, y.") : said("A time needs its hour: H, or h with a.");
    return {};
}

}  // namespace

std::vector<std::string_view> momentWords() {
    std::vector<std::string_view> words;
    for (const PatternLetter& l : letters) words.push_back(l.word);
    return words;
}

Sentence datePatternMisfit(const std::string& pattern) {
    return pattern.empty() ? Sentence() : misfitOf(pattern, true);
}

Sentence timePatternMisfit(const std::string& pattern) {
    return pattern.empty() ? Sentence() : misfitOf(pattern, false);
}

}  // namespace brindel
