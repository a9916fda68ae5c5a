// What a user can cause to go wrong, said as a value: where it is and one plain sentence.
#pragma once

#include <string>
#include <string_view>
#include <tl/expected.hpp>

#include "core/model/sentence.h"

namespace brindel {

struct Problem {
    std::string place;  // line and column, key path or control name; empty when it concerns the whole
    Sentence sentence;  // what is wrong and what to do, without the place

    bool operator==(const Problem&) const = default;
};

template <class T>
using Result = tl::expected<T, Problem>;

/// A text as one line can say it: at most 400 bytes, whole letters, and no control characters.
inline std::string spoken(std::string_view text) {
    constexpr std::size_t most = 400;
    std::string line(text.substr(0, most));
    if (text.size() > most) {
        while (!line.empty() && (line.back() & 0xC0) == 0x80) line.pop_back();
        if (!line.empty()) line.pop_back();
        line += "…";
    }
    for (std::size_t i = 0; i < line.size(); ++i) {
        const auto c = static_cast<unsigned char>(line[i]);
        const bool second = i > 0 && c >= 0x80 && c < 0xA0 && static_cast<unsigned char>(line[i - 1]) == 0xC2;
        if (c < 32 || c == 127) line[i] = ' ';
        if (second) line[i - 1] = line[i] = ' ';  // U+0080 to U+009F
    }
    return line;
}

/// A failed Result of any type, with its place and sentence.
inline tl::unexpected<Problem> failure(std::string place, Sentence sentence) {
    return tl::unexpected<Problem>(Problem{std::move(place), std::move(sentence)});
}

}  // namespace brindel
