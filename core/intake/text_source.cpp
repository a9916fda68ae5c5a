// A form written as text, by hand or out of a printed page: blanks to write on, boxes to tick, questions with their
// answers. Lines are cut into words, blanks and ticks; what they are to each other is read from how they lie.
#include "core/intake/text_source.h"

#include <fmt/format.h>

#include <algorithm>

#include "core/intake/text_reader.h"
#include "core/text/fonts.h"
#include "core/text/words.h"

namespace brindel::intake {

using std::string;

namespace {

constexpr std::size_t mostLines = 20'000, longestLine = 10'000, mostFields = 2'000;

}  // namespace

bool labelled(const string& text) {
    return endsWith(text, {":", "：", "?", "？", ": *", ":*"});
}
bool has(const Tokens& tokens, What what) {
    return std::ranges::any_of(tokens, [&](const Token& one) { return one.what == what; });
}
bool only(const Tokens& tokens, What what) {
    return !tokens.empty() && std::ranges::all_of(tokens, [&](const Token& one) { return one.what == what; });
}
string joined(const Tokens& tokens) {
    string all;
    for (const Token& one : tokens) all += (all.empty() ? "" : " ") + one.text;
    return all;
}
bool capitals(const string& text) {
    return characterCount(text) >= 4 && text == lettersAs(text, LetterCase::upper, "en") &&
           text != lettersAs(text, LetterCase::lower, "en");
}

TextReader::TextReader(const string& text, const std::vector<FieldSays>& known, Items& items)
    : items_(items), known_(known) {
    std::u32string letters = lettersOf(text);
    // Blanks of other widths are blanks.
    std::ranges::replace_if(
        letters, [](char32_t c) { return c == 0xA0 || (c >= 0x2000 && c <= 0x200A) || c == 0x202F; }, U' ');
    cut(letters);
}

Result<void> TextReader::read() {
    if (longest_ > longestLine) return tl::unexpected(Problem{"", said("A line has more than 10,000 characters.")});
    for (at_ = 0; at_ < lines_.size(); ++at_) {
        one(lines_[at_]);
        if (fields_ > mostFields)
            return tl::unexpected(
                Problem{fmt::format("line {}", lines_[at_].number), said("The source has more than 2,000 fields.")});
    }
    endParagraph();
    return {};
}

void TextReader::cut(const std::u32string& letters) {
    std::size_t at = 0;
    int number = 0;
    while (at < letters.size()) {
        std::size_t end = std::min(letters.find_first_of(U"\n\f", at), letters.size());
        Letters line = Letters(letters).substr(at, end - at);
        Line one;
        one.number = ++number;
        one.paper = end < letters.size() && letters[end] == U'\f';
        while (!line.empty() && (blankLetter(line.back()) || line.back() == U'\r')) line.remove_suffix(1);
        one.indent = int(run(line, 0, blankLetter));
        one.empty = std::size_t(one.indent) == line.size();
        const Letters rest = line.substr(std::size_t(one.indent));
        if (rest.size() >= 3 && contains(U"-=*~_–—#", rest[0]) &&
            run(rest, 0, [&](char32_t c) { return c == rest[0]; }) == rest.size())
            one.ruled = rest[0] < 0x80 ? char(rest[0]) : '-';
        if (line.size() <= longestLine) one.tokens = tokensOf(line);
        drawn_ += int(std::ranges::count_if(one.tokens, [](const Token& t) { return t.what == What::blank; }));
        longest_ = std::max(longest_, line.size());
        lines_.push_back(std::move(one));
        at = end + 1;
    }
}

const Line* TextReader::next(std::size_t from, bool overEmpty) const {
    for (std::size_t i = from; i < lines_.size(); ++i) {
        if (!lines_[i].empty) return &lines_[i];
        if (!overEmpty) return nullptr;
    }
    return nullptr;
}

Place TextReader::placeOf(const Line& line, const Token* token) const {
    return token ? Place{line.number, token->column, token->width} : Place{line.number, line.indent, 0};
}

void TextReader::put(Item item) {
    begun_ |= item.what != Item::What::wording && item.what != Item::What::line;
    items_.list.push_back(std::move(item));
}

Item& TextReader::field(const string& label, const FieldSays& says, Place place, bool beside) {
    Item item;
    item.what = Item::What::field;
    item.field = jottedField(label.empty() ? says.label : label, says);
    item.told = says.typed() ? Item::Told::kind : Item::Told::label;
    item.beside = beside;
    item.place = place;
    put(std::move(item));
    ++fields_;
    return items_.list.back();
}

void TextReader::endParagraph() {
    if (paragraph_.empty()) return;
    Item item;
    item.what = Item::What::wording;
    item.text = paragraph_;
    item.place = paragraphPlace_;
    put(std::move(item));
    paragraph_.clear();
    paragraphLines_ = 0;
}

string TextReader::labelAbove() {
    string label;
    std::swap(label, lastLine_);
    if (label.empty() || paragraph_.empty()) return "";
    if (paragraphLines_ > 1) {
        // Of several lines, one sentence is the label: the question at the end.
        std::size_t cut = string::npos;
        for (const char* end : {". ", "! ", ".\n"})
            if (const std::size_t found = paragraph_.rfind(end);
                found != string::npos && (cut == string::npos || found > cut))
                cut = found + 1;
        if (characterCount(paragraph_) > 160 && cut == string::npos) cut = paragraph_.size() - label.size();
        label = cut == string::npos ? paragraph_ : trimmed(paragraph_.substr(cut));
        paragraph_ = cut == string::npos ? "" : trimmed(paragraph_.substr(0, cut));
        endParagraph();
    }
    paragraph_.clear();
    paragraphLines_ = 0;
    return label;
}

string TextReader::labelPart(const string& text, Place place) {
    const std::size_t cut = text.rfind(". ");
    if (characterCount(text) < 80 || cut == string::npos) return text;
    Item item;
    item.what = Item::What::wording;
    item.text = text.substr(0, cut + 1);
    item.place = place;
    put(std::move(item));
    return trimmed(text.substr(cut + 2));
}

bool TextReader::both(const Line& line) {
    const auto tick = std::ranges::find(line.tokens, What::tick, &Token::what);
    const auto isBlank = [](const Token& one) { return one.what == What::blank; };
    if (tick == line.tokens.end() || std::none_of(line.tokens.begin(), tick, isBlank)) return false;
    auto end = tick;
    while (!isBlank(*(end - 1))) --end;
    if (end != tick && isUnit(end->text)) ++end;
    Line first = line, second = line;
    first.tokens.assign(line.tokens.begin(), end);
    second.tokens.assign(end, line.tokens.end());
    if (!has(first.tokens, What::words)) return false;
    blanks(first);
    const std::size_t from = items_.list.size();
    ticks(second);
    if (from < items_.list.size()) items_.list[from].beside = true;
    return true;
}

void TextReader::one(const Line& line) {
    if (line.empty) {
        endParagraph();
        lastLine_.clear();
        lastFieldLine_ = -10;
    } else if (pipes(line) || ruled(line) || bare(line) || both(line) || ticks(line) || blanks(line) ||
               lettered(line) || alternatives(line) || colons(line) || heading(line)) {
        // Understood.
    } else {
        const string text = joined(line.tokens);
        if (paragraph_.empty()) paragraphPlace_ = placeOf(line);
        paragraph_ += (paragraph_.empty() ? "" : " ") + text;
        ++paragraphLines_;
        lastLine_ = text;
    }
    if (line.paper) {
        endParagraph();
        put({.what = Item::What::paper, .place = placeOf(line)});
    }
}

FieldSays TextReader::saysOf(const Token& blank) const {
    if (blank.known >= 0 && std::size_t(blank.known) < known_.size()) return known_[std::size_t(blank.known)];
    FieldSays says;
    if (!blank.pattern.empty()) says.kind = "date", says.pattern = blank.pattern;
    if (blank.boxes) says.longest = blank.boxes;
    return says;
}

Result<Items> itemsFromText(const string& text) {
    return itemsFromText(text, {});
}

Result<Items> itemsFromText(const string& text, const std::vector<FieldSays>& known) {
    if (std::size_t(std::ranges::count(text, '\n')) > mostLines)
        return tl::unexpected(Problem{"", said("The text has more than 20,000 lines.")});
    for (std::size_t at = 0; at < text.size();) {
        const std::size_t end = std::min(text.find('\n', at), text.size());
        // A character has four bytes at most; exactly is counted when the line is read.
        if (end - at > longestLine * 4) return failure("", said("A line has more than 10,000 characters."));
        at = end + 1;
    }
    Items items;
    items.text = text;
    items.language = languageOf(text);
    TextReader reader(text, known, items);
    if (auto read = reader.read(); !read) return tl::unexpected(read.error());
    return items;
}

}  // namespace brindel::intake
