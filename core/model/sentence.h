// A sentence that designers read, kept as its English pattern with the parts beside it, so that another language can
// say it: core says what is the matter, who shows it says it in the reader's words.
#pragma once

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
    bool isSaid = false;  // the pattern is in its reader's language already: what fillers meet, an error of the system

    Sentence() = default;
    /// Use said or asSaid.
    Sentence(std::string by, std::vector<SentencePart> with, bool inOwnWords)
        : pattern(std::move(by)), parts(std::move(with)), isSaid(inOwnWords) {}
    bool empty() const { return pattern.empty(); }
    /// The sentence in English.
    std::string text() const {
        return filled(pattern, [](const std::string& word) { return word; });
    }
    explicit operator std::string() const { return text(); }
    /// A pattern, this sentence's own or a translation of it, with the parts put in. `shown` gives a word of a table
    /// in the pattern's language.
    template <class ShowWord>
    std::string filled(const std::string& by, ShowWord shown) const {
        if (isSaid) return by;
        std::string all;
        std::size_t from = 0, part = 0;
        for (std::size_t at; (at = by.find("{}", from)) != std::string::npos && part < parts.size(); ++part) {
            all.append(by, from, at - from);
            all += parts[part].word ? shown(parts[part].text) : parts[part].text;
            from = at + 2;
        }
        return all.append(by, from);
    }

    bool operator==(const Sentence&) const = default;
    friend bool operator==(const Sentence& one, std::string_view english) { return one.text() == english; }
    friend std::ostream& operator<<(std::ostream& to, const Sentence& one) { return to << one.text(); }
};

/// A sentence of core. Its pattern stands in the code as one literal: from there the build takes what is translated.
template <std::size_t length, class... Parts>
Sentence said(const char (&pattern)[length], const Parts&... parts) {
    return {pattern, {SentencePart(parts)...}, false};
}
/// A sentence that is not translated any more.
inline Sentence asSaid(std::string text) {
    return {std::move(text), {}, true};
}

}  // namespace brindel
