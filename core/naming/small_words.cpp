#include "core/naming/small_words.h"

#include <algorithm>
#include <array>
#include <string_view>

namespace brindel {

bool isSmallWord(const std::string& word) {
    // Of all languages at once: labels of several stand in one form. What is a word of its own in another language
    // ("die", "des" and "per" in English trades) is left out of the list. Greek is as the transliteration has it.
    static constexpr std::array<std::string_view, 67> words = {
        // English
        "a", "an", "the", "of", "your", "my", "our", "their", "its", "please", "enter",
        // German
        "der", "das", "dem", "den", "ein", "eine", "einer", "eines", "ihr", "ihre", "ihrer", "ihres", "bitte", "dein",
        "deine",
        // French
        "le", "la", "les", "l", "d", "qu", "de", "du", "un", "une", "votre", "vos", "leur", "mon",
        // Spanish, Italian, Portuguese
        "el", "los", "las", "del", "su", "sus", "il", "lo", "della", "dello", "dei", "suo", "sua",
        // Dutch
        "het", "een", "uw",
        // Polish
        "twoj", "twoja", "twoje", "pana", "pani",
        // Greek
        "o", "i", "tou", "tis", "ton", "sas"};
    return std::ranges::find(words, word) != words.end();
}

}  // namespace brindel
