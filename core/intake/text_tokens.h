// A line of text cut into words, blanks to write on and ticks. Within core/intake only.
#pragma once

#include <string>
#include <string_view>
#include <vector>

namespace brindel::intake {

using Letters = std::u32string_view;

struct Token {
    enum class What : std::uint8_t { words, blank, tick } what = What::words;
    std::string text = {};  // of words
    int column = 0, width = 0;
    bool round = false;        // of a tick: one of several holds
    int boxes = 0;             // of a blank: a box a letter
    std::string pattern = {};  // of a blank: a date's
    int known = -1;            // its source says more of it
};
using Tokens = std::vector<Token>;

/// The tokens of a line, in their order. Words end where three blanks or a tab follow.
Tokens tokensOf(Letters line);
/// The pattern that letters for a date mean, DD/MM/YYYY; empty for others.
std::string datePatternOf(const std::string& text);
/// True for a blank between letters.
bool blankLetter(char32_t c);
bool contains(Letters all, char32_t c);
/// How many letters from `at` on are the same kind.
template <class Is>
std::size_t run(Letters line, std::size_t at, Is is) {
    std::size_t end = at;
    while (end < line.size() && is(line[end])) ++end;
    return end - at;
}

}  // namespace brindel::intake
