#include "core/intake/text_tokens.h"

#include <algorithm>

#include "core/intake/text_source.h"
#include "core/text/fonts.h"
#include "core/text/words.h"

namespace brindel::intake {

using std::string;
using What = Token::What;

bool blankLetter(char32_t c) {
    return c == U' ' || c == U'\t' || c == U'\u00A0' || c == U'\u3000';
}
bool contains(Letters all, char32_t c) {
    return all.find(c) != Letters::npos;
}

namespace {

bool dot(char32_t c) {
    return c == U'.' || c == U'…' || c == U'·' || c == U'‥';
}

/// A date to write on: __/__/____ or __.__.__, or the letters that stand for it: DD/MM/YYYY, TT.MM.JJJJ, JJ/MM/AAAA.
std::size_t dateAt(Letters line, std::size_t at, string* pattern) {
    std::size_t end = at;
    std::vector<std::pair<char32_t, std::size_t>> parts;
    char32_t sign = 0;
    for (;;) {
        if (end >= line.size()) return 0;
        const char32_t first = line[end];
        if (!contains(U"_DTJMYAdtjmya", first)) return 0;
        // Some write a blank between the places of a part.
        std::size_t count = 0;
        while (end < line.size() && (line[end] == first || (first == U'_' && line[end] == U' ' &&
                                                            end + 1 < line.size() && line[end + 1] == U'_'))) {
            if (line[end] == first) ++count;
            ++end;
        }
        if (count > 6) return 0;
        parts.emplace_back(first < U'a' ? first : first == U'_' ? first : first - 32, count);
        if (parts.size() == 3) break;
        std::size_t next = end;
        while (next < line.size() && line[next] == U' ') ++next;
        if (next >= line.size() || !contains(U"/.-", line[next]) || (sign && line[next] != sign)) return 0;
        sign = line[next];
        end = next + 1;
        while (end < line.size() && line[end] == U' ') ++end;
    }
    const bool drawn = std::ranges::all_of(parts, [](const auto& p) { return p.first == U'_'; });
    if (!drawn && std::ranges::any_of(parts, [](const auto& p) { return p.first == U'_' || p.second < 2; })) return 0;
    if (!drawn && parts[1].first != U'M' && parts[0].first != U'M') return 0;
    if (end < line.size() && line[end] == U'_') return 0;
    const string between(1, char(sign));
    const bool yearFirst = parts[0].second >= 4 && parts[2].second < parts[0].second;
    const bool monthFirst = !drawn && parts[0].first == U'M';
    const string year = parts[yearFirst ? 0 : 2].second <= 3 && !drawn ? "yy" : "yyyy";
    *pattern = yearFirst    ? year + between + "MM" + between + "dd"
               : monthFirst ? "MM" + between + "dd" + between + year
                            : "dd" + between + "MM" + between + year;
    return end - at;
}

/// A tick at a place: how many letters it takes; 0 for none.
std::size_t tickAt(Letters line, std::size_t at, bool* round) {
    const char32_t c = line[at];
    *round = contains(U"○◯⚪◌❍", c);
    if (*round || contains(U"☐☑☒□▢◻❏❑❐❒▫", c)) return 1;
    const char32_t close = c == U'[' ? U']' : c == U'(' ? U')' : c == U'{' ? U'}' : 0;
    if (!close) return 0;
    std::size_t end = at + 1;
    while (end < line.size() && end <= at + 2 && (line[end] == U' ' || (end == at + 1 && contains(U"xX_", line[end]))))
        ++end;
    if (end >= line.size() || line[end] != close || end == at + (c == U'{' ? 1u : 0u)) return 0;
    *round = c == U'(';
    return end + 1 - at;
}

/// Boxes for a letter each: |_|_|_|, [_][_][_]. How many letters they take; 0 for none.
std::size_t boxesAt(Letters line, std::size_t at, int* count) {
    const char32_t open = line[at], close = open == U'|' ? U'|' : U']';
    if (open != U'|' && open != U'[') return 0;
    const std::size_t step = open == U'|' ? 2 : 3;
    std::size_t end = at;
    int boxes = 0;
    while (end + 2 < line.size() && line[end] == open && contains(U"_ ", line[end + 1]) && line[end + 2] == close)
        ++boxes, end += step;
    if (boxes < 2) return 0;
    *count = boxes;
    return end - at + (open == U'|' ? 1 : 0);
}

/// A blank at a place: how many letters it takes; 0 for none.
std::size_t blankAt(Letters line, std::size_t at, Token* token) {
    const char32_t c = line[at];
    // In brackets it is a remark on a blank.
    const bool remark = c != U'_' && at > 0 && line[at - 1] == U'(';
    const bool within = at > 0 && !blankLetter(line[at - 1]) && c != U'_';
    if (const std::size_t date = remark || within ? 0 : dateAt(line, at, &token->pattern)) return date;
    token->pattern.clear();
    if (const std::size_t boxes = boxesAt(line, at, &token->boxes)) return boxes;
    if (c == U'[' && at + 1 < line.size()) {
        const std::size_t date = dateAt(line, at + 1, &token->pattern);
        if (date && at + 1 + date < line.size() && line[at + 1 + date] == U']') return date + 2;
        token->pattern.clear();
    }
    if (c == U'[' || c == U'(') {
        const std::size_t inside =
            run(line, at + 1, [](char32_t one) { return one == U'_' || dot(one) || one == U' '; });
        const std::size_t end = at + 1 + inside;
        if (inside >= 3 && end < line.size() && line[end] == (c == U'[' ? U']' : U')')) return inside + 2;
    }
    if (c == U'_') {
        std::size_t end = at, signs = 0;
        while (end < line.size() &&
               (line[end] == U'_' || (line[end] == U' ' && end + 1 < line.size() && line[end + 1] == U'_' &&
                                      end >= at + 1 && (end < at + 2 || line[end - 2] == U' ' || signs == 1)))) {
            if (line[end] == U'_') ++signs;
            ++end;
        }
        return signs >= 2 ? end - at : 0;
    }
    if (dot(c)) {
        const std::size_t dots = run(line, at, [](char32_t one) { return dot(one); });
        if (dots >= 4 || (c == U'…' && dots >= 2)) return dots;
        // Dots with a blank between them.
        std::size_t end = at, signs = 0;
        while (end < line.size() &&
               (dot(line[end]) || (line[end] == U' ' && end + 1 < line.size() && dot(line[end + 1]))))
            signs += dot(line[end++]);
        return signs >= 5 ? end - at : 0;
    }
    if (c == U'-' || c == U'–' || c == U'—') {
        const std::size_t dashes = run(line, at, [](char32_t one) { return contains(U"-–—", one); });
        token->text = "-";
        return dashes >= 4 ? dashes : 0;
    }
    return 0;
}

/// True for words that end in one that is written with a point: no., Tel.
bool isShort(Letters words) {
    static constexpr std::string_view known[] = {"no", "nr", "tel", "tél", "str", "ref", "réf", "approx", "ca", "reg"};
    const std::size_t blank = words.rfind(U' ');
    const string last =
        lettersAs(utf8(blank == Letters::npos ? words : words.substr(blank + 1)), LetterCase::lower, "en");
    return std::ranges::find(known, last) != std::end(known);
}

}  // namespace

string datePatternOf(const string& text) {
    const std::u32string letters = lettersOf(text);
    string pattern;
    return !letters.empty() && dateAt(letters, 0, &pattern) == letters.size() ? pattern : "";
}

Tokens tokensOf(Letters line) {
    Tokens all;
    std::size_t begun = Letters::npos;  // of words
    auto words = [&](std::size_t end) {
        if (begun == Letters::npos) return;
        string text = trimmed(utf8(line.substr(begun, end - begun)));
        if (!text.empty()) all.push_back({What::words, std::move(text), int(begun), int(end - begun)});
        begun = Letters::npos;
    };
    for (std::size_t at = 0; at < line.size();) {
        if (blankLetter(line[at])) {
            const std::size_t wide = run(line, at, blankLetter);
            const bool gap = wide >= 3 || line.substr(at, wide).find(U'\t') != Letters::npos;
            if (gap) words(at);
            at += wide;
            continue;
        }
        Token token;
        token.column = int(at);
        std::size_t took = 0;
        if (line[at] >= firstKnown && line[at] < firstKnown + mostKnown) {
            token.what = What::blank;
            token.known = int(line[at] - firstKnown);
            took = 1;
        } else if ((took = blankAt(line, at, &token))) {
            token.what = What::blank;
        } else if ((took = tickAt(line, at, &token.round))) {
            token.what = What::tick;
        } else if (line[at] == U'o' && begun == Letters::npos && at + 2 < line.size() && line[at + 1] == U' ' &&
                   !blankLetter(line[at + 2]) && (all.empty() || all.back().what != What::blank)) {
            token.what = What::tick;
            token.round = true;
            took = 1;
        }
        // The point of a word that is cut short belongs to it.
        if (took > 4 && token.what == What::blank && begun != Letters::npos && line[at] == U'.' &&
            isShort(line.substr(begun, at - begun)))
            ++at, --took, ++token.column;
        if (took) {
            words(at);
            token.width = int(took);
            all.push_back(std::move(token));
            at += took;
            continue;
        }
        if (begun == Letters::npos) begun = at;
        ++at;
    }
    words(line.size());
    return all;
}

}  // namespace brindel::intake
