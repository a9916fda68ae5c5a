// What is known of a language that fillers may meet: a file each in filler_languages/, found there by the build.
#pragma once

#include <algorithm>
#include <span>
#include <string_view>

#include "core/text/phrases.h"

namespace brindel {

/// A sentence, as an ICU message pattern (UTS 35). An apostrophe is ’: the other one quotes.
struct FillerSentence {
    Phrase phrase;
    std::string_view pattern;
};

/// What half of the day a word says: 0 before noon, 1 after.
struct HalfOfDay {
    std::string_view word;
    int half;
};

struct FillerLanguage {
    std::string_view code;
    /// In the order of Phrase; none where the language is only read, not said.
    std::span<const FillerSentence> sentences = {};
    /// As people type dates and times: words for the hour, words that say nothing, and what ICU does not know.
    std::span<const std::string_view> hours = {}, passedOver = {};
    std::span<const HalfOfDay> halves = {};
    std::span<const std::string_view> months = {};
};

/// True where each phrase has its sentence, in order.
constexpr bool isWhole(std::span<const FillerSentence> sentences) {
    if (sentences.size() != std::size_t(Phrase::count_)) return false;
    for (std::size_t i = 0; i < sentences.size(); ++i)
        if (sentences[i].phrase != Phrase(i)) return false;
    return true;
}

/// All of them, English first.
std::span<const FillerLanguage* const> fillerLanguages();

}  // namespace brindel
