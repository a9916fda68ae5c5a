#include "core/naming/schemes.h"

#include <fmt/format.h>

#include <algorithm>
#include <array>
#include <set>

#include "core/naming/identifiers.h"
#include "core/naming/small_words.h"
#include "core/text/words.h"

namespace brindel {
namespace {

using Words = std::vector<std::string>;
using S = Scheme;

bool isUpper(char c) {
    return c >= 'A' && c <= 'Z';
}
bool isLower(char c) {
    return c >= 'a' && c <= 'z';
}
bool isDigit(char c) {
    return c >= '0' && c <= '9';
}

std::string capital(std::string word) {
    if (!word.empty() && isLower(word[0])) word[0] = char(word[0] - 'a' + 'A');
    return word;
}

/// A word as it stands in the middle of a camel's name: VAT is Vat there; OK and McKay stay as they are.
std::string camelWord(const std::string& word) {
    std::string out = capital(word);
    if (word.size() > 2 && std::ranges::none_of(word, isLower) && std::ranges::none_of(word, isDigit))
        for (std::size_t i = 1; i < out.size(); ++i)
            if (isUpper(out[i])) out[i] = char(out[i] - 'A' + 'a');
    return out;
}

std::string upper(std::string text) {
    for (char& c : text)
        if (isLower(c)) c = char(c - 'a' + 'A');
    return text;
}

char signOf(S::Letters letters) {
    return letters == S::Letters::kebab                                        ? '-'
           : letters == S::Letters::snake || letters == S::Letters::upperSnake ? '_'
                                                                               : 0;
}

/// Words in the scheme's letters, at most `most` characters, cut between words where that is possible.
std::string spelt(S::Letters letters, const Words& words, std::size_t most) {
    const char sign = signOf(letters);
    std::string name;
    for (const std::string& word : words) {
        if (word.empty()) continue;
        std::string next = sign ? (letters == S::Letters::upperSnake ? upper(word) : folded(word))
                           : letters == S::Letters::camel && name.empty() ? folded(word)
                                                                          : camelWord(word);
        const std::size_t room = name.size() >= most ? 0 : most - name.size();
        if (name.empty()) {
            name = next.substr(0, most);
        } else if (next.size() + (sign ? 1 : 0) <= room) {
            // Two numbers side by side would read as one.
            if (sign)
                name += sign;
            else if (isDigit(name.back()) && isDigit(next.front()))
                name += '_';
            name += next;
        } else {
            break;
        }
    }
    return name;
}

/// A name that cutting has turned into a reserved word gets a word behind it, as long as there is room for one.
std::string notReserved(std::string name, S::Letters letters, std::size_t most) {
    if (!isReserved(name)) return name;
    const std::string sign = signOf(letters) ? std::string(1, signOf(letters)) : "";
    for (const char* word : {"field", "item", "x"}) {
        const std::string more = letters == S::Letters::upperSnake ? upper(word)
                                 : sign.empty()                    ? camelWord(word)
                                                                   : word;
        const std::size_t room = most - std::min(most, sign.size() + more.size());
        const std::string longer = name.substr(0, room) + sign + more;
        if (room >= std::min<std::size_t>(name.size(), 4) && !isReserved(longer)) return longer;
    }
    return name;
}

/// The words of a name, cut at capitals and at signs; digits stay with the word before.
Words cutUp(const std::string& name) {
    Words words(1);
    for (std::size_t i = 0; i < name.size(); ++i) {
        const char c = name[i];
        if (c == '_' || c == '-') {
            words.emplace_back();
            continue;
        }
        const bool begins =
            isUpper(c) && i > 0 && (!isUpper(name[i - 1]) || (i + 1 < name.size() && isLower(name[i + 1])));
        if (begins && !words.back().empty()) words.emplace_back();
        words.back() += folded(std::string(1, c));
    }
    std::erase_if(words, [](const std::string& w) { return w.empty(); });
    return words;
}

/// A name without the number of a double, and that number with its sign.
std::pair<std::string, std::string> numberApart(const std::string& name) {
    std::size_t at = name.find_last_not_of("0123456789") + 1;
    if (at == 0 || at == name.size()) return {name, ""};
    if (at > 1 && (name[at - 1] == '_' || name[at - 1] == '-')) --at;
    return {name.substr(0, at), name.substr(at)};
}

/// From where to where a name has its words, its mark left out; all of it where the mark does not stand by itself.
std::pair<std::size_t, std::size_t> withoutMark(const Scheme& scheme, Kind kind, const std::string& name) {
    const std::string mark = folded(markOf(scheme, kind)), low = folded(name);
    const std::pair<std::size_t, std::size_t> whole{0, name.size()};
    if (mark.empty() || name.size() <= mark.size()) return whole;
    if (scheme.marks == S::Marks::before)
        // TXT_BOAT has its sign behind the mark, txtBoat a capital.
        return low.starts_with(mark) && (!isLower(name[mark.size()])) &&
                       (signOf(scheme.letters) == 0 || name[mark.size()] == signOf(scheme.letters))
                   ? std::pair(mark.size(), name.size())
                   : whole;
    const std::size_t at = name.size() - mark.size();
    const bool apart = signOf(scheme.letters) ? name[at - 1] == signOf(scheme.letters) : isUpper(name[at]);
    return low.ends_with(mark) && apart ? std::pair(std::size_t(0), at) : whole;
}

}  // namespace

std::span<const Scheme> shippedSchemes() {
    static const std::array<Scheme, 6> schemes = {
        Scheme{.key = "kindFirst", .word = "Kind first"},
        Scheme{.key = "plainWords", .word = "Plain words", .marks = S::Marks::none},
        Scheme{.key = "kindLast",
               .word = "Kind last",
               .marks = S::Marks::after,
               .letters = S::Letters::pascal,
               .longest = 40},
        Scheme{.key = "dataColumns",
               .word = "Data columns",
               .marks = S::Marks::none,
               .letters = S::Letters::snake,
               .longest = 30,
               .doubles = S::Doubles::underscore},
        Scheme{.key = "webFields",
               .word = "Web fields",
               .marks = S::Marks::none,
               .letters = S::Letters::kebab,
               .doubles = S::Doubles::underscore},
        Scheme{.key = "constants",
               .word = "Constants",
               .letters = S::Letters::upperSnake,
               .longest = 40,
               .doubles = S::Doubles::underscore}};
    return schemes;
}

const Scheme* shippedScheme(const std::string& key) {
    for (const Scheme& s : shippedSchemes())
        if (s.key == key) return &s;
    return nullptr;
}

const Scheme& schemeOf(const Form& form) {
    return form.scheme ? *form.scheme : shippedSchemes().front();
}

std::string markOf(const Scheme& scheme, Kind kind) {
    if (scheme.marks == S::Marks::none) return "";
    if (auto own = scheme.kindMarks.find(kind); own != scheme.kindMarks.end()) return own->second;
    return std::string(scheme.marks == S::Marks::before ? row(kind).prefix : row(kind).suffix);
}

std::vector<std::string> wordsFor(const Scheme& scheme, const std::string& label) {
    // What stands in brackets explains the label; it is not what the field is called.
    std::string plain;
    int depth = 0;
    for (char c : label) {
        if (c == '(' || c == '[') ++depth;
        if (depth == 0) plain += c;
        if ((c == ')' || c == ']') && depth > 0) --depth;
    }
    Words all = plainWords(plain);
    if (all.empty()) all = plainWords(label);
    std::set<std::string> drops;
    for (const std::string& drop : scheme.drops)
        for (const std::string& word : plainWords(drop)) drops.insert(folded(word));
    Words kept;
    for (std::size_t i = 0; i < all.size(); ++i) {
        // No article stands last: the A of "Jetty A" tells it from B.
        const bool small = i + 1 < all.size() && !scheme.smallWordsToo && isSmallWord(folded(all[i]));
        if (!small && !drops.contains(folded(all[i]))) kept.push_back(all[i]);
    }
    if (kept.empty()) kept = all;
    if (scheme.words > 0 && kept.size() > std::size_t(scheme.words)) kept.resize(std::size_t(scheme.words));
    return kept;
}

std::string joined(const Scheme& scheme, const std::vector<std::string>& words) {
    const auto most = std::size_t(std::max(scheme.longest, 8));
    std::string name = spelt(scheme.letters, words, most);
    if (name.empty() || isDigit(name[0]) || isReserved(name)) {
        Words more = words;
        name.empty() || isDigit(name[0]) ? more.insert(more.begin(), "group") : more.insert(more.end(), "group");
        name = spelt(scheme.letters, more, most);
    }
    return notReserved(std::move(name), scheme.letters, most);
}

std::string composed(const Scheme& scheme, Kind kind, const std::vector<std::string>& given) {
    const std::size_t most = std::size_t(std::clamp(scheme.longest, 8, 60));
    Words words = given;
    if (words.empty()) words = plainWords(std::string(row(kind).word));
    const std::string mark = markOf(scheme, kind),
                      sign = signOf(scheme.letters) ? std::string(1, signOf(scheme.letters)) : "";
    auto make = [&](const Words& of) {
        if (mark.empty()) return spelt(scheme.letters, of, most);
        if (scheme.marks == S::Marks::before) {
            // A mark is one word, whatever it is made of, and stays as it was written.
            std::string head = scheme.letters == S::Letters::upperSnake ? upper(mark)
                               : scheme.letters == S::Letters::pascal   ? capital(mark)
                               : sign.empty()                           ? mark
                                                                        : folded(mark);
            const S::Letters rest = scheme.letters == S::Letters::camel ? S::Letters::pascal : scheme.letters;
            const std::size_t used = head.size() + sign.size();
            return head + sign + spelt(rest, of, most > used ? most - used : 4);
        }
        std::string tail = scheme.letters == S::Letters::upperSnake ? upper(mark)
                           : sign.empty()                           ? capital(mark)
                                                                    : folded(mark);
        Words body = of;
        // "Date" of a date box is Date, not DateDate.
        if (body.size() > 1 && folded(body.back()) == folded(mark)) body.pop_back();
        if (body.size() == 1 && folded(body[0]) == folded(mark)) return spelt(scheme.letters, body, most);
        const std::size_t used = tail.size() + sign.size();
        return spelt(scheme.letters, body, most > used ? most - used : 4) + sign + tail;
    };
    std::string name = make(words);
    if (isDigit(name[0])) {
        words.insert(words.begin(), std::string(row(kind).prefix));
        name = make(words);
    }
    for (int tries = 0; isReserved(name) && tries < 2; ++tries) {
        const std::string noun(row(kind).suffix);
        words.push_back(folded(words.back()) == folded(noun) ? "Field" : noun);
        name = make(words);
    }
    return notReserved(std::move(name), scheme.letters, most);
}

std::string nameFor(const Scheme& scheme, Kind kind, const std::string& label) {
    return composed(scheme, kind, wordsFor(scheme, label));
}

std::vector<std::string> wordsOf(const Scheme& scheme, Kind kind, const std::string& name) {
    const std::string last = nameParts(name).back();
    const auto [from, to] = withoutMark(scheme, kind, last);
    return cutUp(last.substr(from, to - from));
}

std::string recast(const Scheme& from, const Scheme& to, Kind kind, const std::string& name) {
    std::vector<std::string> parts = nameParts(name);
    auto [body, number] = numberApart(parts.back());
    std::string out;
    for (std::size_t i = 0; i + 1 < parts.size(); ++i) out += joined(to, cutUp(parts[i])) + ".";
    out += composed(to, kind, wordsOf(from, kind, body));
    if (number.empty()) return out;
    const std::string digits = number.substr(number.find_first_of("0123456789"));
    return out + (to.doubles == S::Doubles::underscore ? (signOf(to.letters) == '-' ? "-" : "_") + digits : digits);
}

Sentence schemeMisfit(const Scheme& scheme, Kind kind, const std::string& name) {
    const std::vector<std::string> parts = nameParts(name);
    static constexpr std::array<const char*, 5> samples = {"boatName", "BoatName", "boat_name", "boat-name",
                                                           "BOAT_NAME"};
    for (std::size_t i = 0; i < parts.size(); ++i) {
        const std::string part = numberApart(parts[i]).first;
        const char sign = signOf(scheme.letters);
        const bool high = scheme.letters == S::Letters::upperSnake;
        bool fits =
            !part.empty() && (scheme.letters == S::Letters::pascal || high ? isUpper(part[0]) : isLower(part[0]));
        for (char c : part)
            fits = fits && (sign ? isDigit(c) || c == sign || (high ? isUpper(c) : isLower(c)) : c != '_' && c != '-');
        if (!fits) return said("The scheme writes names like {}.", samples[std::size_t(scheme.letters)]);
    }
    const std::string last = numberApart(parts.back()).first, mark = markOf(scheme, kind);
    if (!mark.empty()) {
        const bool before = scheme.marks == S::Marks::before;
        if (withoutMark(scheme, kind, last) == std::pair<std::size_t, std::size_t>{0, last.size()} &&
            folded(last) != folded(mark))
            return before ? said("The scheme has “{}” before the name of a {}.", mark, wordPart(row(kind).word))
                          : said("The scheme has “{}” after the name of a {}.", mark, wordPart(row(kind).word));
    }
    if (last.size() > std::size_t(std::max(scheme.longest, 8)))
        return said("The scheme allows {} characters; this name has {}.", scheme.longest, last.size());
    return {};
}

}  // namespace brindel
