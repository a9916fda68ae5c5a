// Wording as checks read it: its words in small plain letters. Private to check/.
#pragma once

#include <initializer_list>

#include "core/text/words.h"

namespace brindel::checks {

/// "Lift until:" → lift, until.
inline std::vector<std::string> smallWords(const std::string& text) {
    std::vector<std::string> words = plainWords(text);
    for (std::string& word : words)
        for (char& c : word)
            if (c >= 'A' && c <= 'Z') c = char(c - 'A' + 'a');
    return words;
}
inline bool saysAny(const std::vector<std::string>& words, std::span<const std::string_view> wanted) {
    return std::ranges::any_of(words,
                               [&](const std::string& w) { return std::ranges::find(wanted, w) != wanted.end(); });
}

}  // namespace brindel::checks
