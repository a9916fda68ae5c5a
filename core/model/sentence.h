// A sentence that designers read, kept as its English pattern with the parts beside it, so that another language can
// say it: core says what is the matter, who shows it says it in the reader's words.
#pragma once

#include <cstdint>
#include <ostream>
#include <string>
#include <string_view>
#include <vector>

namespace brindel {

/// What stands in place of a {}: as it is, or a word of a table (of a kind, a property), which is translated too.
struct SentencePart {
    std::string text;
    bool word = false;

    SentencePart(std::string as) : text(std::move(as)) {}
    SentencePart(const char* as) : text(as) {}
    SentencePart(char letter) : text(1, letter) {}
    SentencePart(int number) : text(std::to_string(number)) {}
    SentencePart(std::size_t number) : text(std::to_string(number)) {}
    SentencePart(std::string_view as, bool isWord) : text(as), word(isWord) {}
    bool operator==(const SentencePart&) const = default;
};
inline SentencePart wordPart(std::string_view word) {
    return {word, true};
}

struct Sentence {
    std::string pattern;  // empty when there is nothing to say
    std::vector<SentencePart> parts = {};
    std::string one = {};     // where the pattern counts: how it reads of one
    std::int64_t count = -1;  // and how many there are
    bool isSaid = false;  // the pattern is in its reader's language already: what fillers meet, an error of the system

    Sentence() = default;
    /// Use said or asSaid.
    Sentence(std::string by, std::vector<SentencePart> with, bool inOwnWords)
        : pattern(std::move(by)), parts(std::move(with)), isSaid(inOwnWords) {}
    bool empty() const { return pattern.empty(); }
    /// The sentence in English.
    std::string text() const {
        return filled(count == 1 ? one : pattern, [](const std::string& word) { return word; });
    }
    explicit operator std::string() const { return text(); }
    /// A pattern, this sentence's own or a translation of it, with the parts put in. `shown` gives a word of a table
    /// in the pattern's language.
    template <class ShowWord>
    std::string filled(const std::string& by, ShowWord shown) const {
        if (isSaid) return by;
        std::string all;
        std::size_t from = 0, part = 0;
        for (std::size_t at = 0; (at = by.find('{', at)) != std::string::npos; ++at) {
            const std::size_t end = by.find('}', at);
            if (end == std::string::npos) break;
            // {} is the next part, {1} the one of that number.
            std::size_t which = part, digits = at + 1;
            if (digits < end)
                for (which = 0; digits < end && by[digits] >= '0' && by[digits] <= '9' && which < 100; ++digits)
                    which = which * 10 + std::size_t(by[digits] - '0');
            if (digits != end || which >= parts.size()) continue;
            part += end == at + 1;
            all.append(by, from, at - from);
            all += parts[which].word ? shown(parts[which].text) : parts[which].text;
            from = end + 1;
            at = end;
        }
        return all.append(by, from);
    }

    bool operator==(const Sentence&) const = default;
    friend bool operator==(const Sentence& sentence, std::string_view english) { return sentence.text() == english; }
    friend std::ostream& operator<<(std::ostream& to, const Sentence& sentence) { return to << sentence.text(); }
};

/// A sentence of core. Its pattern stands in the code as one literal: from there the build takes what is translated.
template <std::size_t length, class... Parts>
Sentence said(const char (&pattern)[length], const Parts&... parts) {
    return {pattern, {SentencePart(parts)...}, false};
}
/// A sentence that counts: how it reads of many, with the count as its first part, and of one. Languages have forms of
/// their own for other numbers.
template <std::size_t length, std::size_t length1, class... Parts>
Sentence counted(const char (&many)[length], const char (&one)[length1], std::int64_t count, const Parts&... parts) {
    Sentence sentence{many, {SentencePart(std::to_string(count)), SentencePart(parts)...}, false};
    sentence.one = one;
    sentence.count = count;
    return sentence;
}
/// A sentence that is not translated any more.
inline Sentence asSaid(std::string text) {
    return {std::move(text), {}, true};
}

}  // namespace brindel
