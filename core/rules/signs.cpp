#include "core/rules/signs.h"

#include <unicode/uchar.h>
#include <unicode/utf8.h>

#include <algorithm>

#include "core/model/values.h"

namespace brindel {
namespace {

using std::string;

/// The character at a place and the bytes that it takes.
std::pair<UChar32, std::size_t> letterAt(const string& text, std::size_t at) {
    int32_t i = int32_t(at);
    UChar32 c = 0;
    U8_NEXT(text.data(), i, int32_t(text.size()), c);
    return {c, std::size_t(i) - at};
}
bool startsName(UChar32 c) {
    return c == '_' || (c > 0 && u_isalpha(c));
}
bool goesOn(UChar32 c) {
    return startsName(c) || (c > 0 && (u_isdigit(c) || u_charType(c) == U_NON_SPACING_MARK));
}
bool isDigit(const string& text, std::size_t at) {
    return at < text.size() && text[at] >= '0' && text[at] <= '9';
}

/// What stands between quotes, `at` being the first; a doubled one stands for itself. Gives the place behind the last,
/// or npos when there is none, and the rest is taken.
std::size_t quoted(const string& text, std::size_t at, string& inside) {
    const char quote = text[at++];
    while (true) {
        const std::size_t end = text.find(quote, at);
        inside += text.substr(at, end - at);
        if (end == string::npos) return end;
        at = end + 1;
        if (at >= text.size() || text[at] != quote) return at;
        inside += quote;
        ++at;
    }
}

/// The end of a number: 12, 1.85, .5, 1E-3. The E of a name that follows is not of it.
std::size_t endOfNumber(const string& text, std::size_t at) {
    while (isDigit(text, at)) ++at;
    if (at < text.size() && text[at] == '.')
        for (++at; isDigit(text, at);) ++at;
    if (at < text.size() && (text[at] == 'e' || text[at] == 'E')) {
        std::size_t power = at + 1;
        if (power < text.size() && (text[power] == '+' || text[power] == '-')) ++power;
        if (isDigit(text, power))
            for (at = power; isDigit(text, at);) ++at;
    }
    return at;
}

std::size_t endOfName(const string& text, std::size_t at) {
    while (at < text.size()) {
        const auto [letter, bytes] = letterAt(text, at);
        const bool dot = letter == '.' && at + 1 < text.size() && startsName(letterAt(text, at + 1).first);
        if (!goesOn(letter) && !dot) break;
        at += bytes;
    }
    return at;
}

}  // namespace

Sign signAt(const string& text, std::size_t at) {
    while (at < text.size() && (text[at] == ' ' || text[at] == '\t' || text[at] == '\n' || text[at] == '\r')) ++at;
    Sign sign;
    sign.at = at;
    if (at >= text.size()) return sign;
    const char c = text[at];
    const auto [letter, bytes] = letterAt(text, at);
    std::size_t end = at + bytes;
    if (c == '"') {
        sign.what = Sign::What::text;
        end = quoted(text, at, sign.text);
        if (end == string::npos) sign.wrong = said("A text ends with a quote \".");
    } else if (text.compare(at, 3, "$$'") == 0) {
        sign.what = Sign::What::name;
        sign.quoted = true;
        end = quoted(text, at + 2, sign.text);
        if (end == string::npos) sign.wrong = said("A name in quotes ends with '.");
    } else if (isDigit(text, at) || (c == '.' && isDigit(text, at + 1))) {
        sign.what = Sign::What::number;
        end = endOfNumber(text, at);
        sign.text = text.substr(at, end - at);
        const auto value = numberFrom(sign.text);
        sign.number = value.value_or(0);
        if (!value) sign.wrong = said("This number is too large.");
        if (end < text.size() && text[end] == ',' && ++end)
            sign.wrong = said("A number has a point before its decimals, whatever the language: 12.5.");
    } else if (startsName(letter)) {
        sign.what = Sign::What::name;
        end = endOfName(text, at);
        sign.text = text.substr(at, end - at);
    } else {
        sign.what = Sign::What::sign;
        for (const char* two : {"<>", "<=", ">="})
            if (text.compare(at, 2, two) == 0) end = at + 2;
        sign.text = text.substr(at, end - at);
        static constexpr std::string_view known[] = {"=", "<", ">", "<>", "<=", ">=", "&", "+",
                                                     "-", "*", "/", "^",  "%",  "(",  ")", ";"};
        if (sign.text == ",")
            sign.wrong = said("Arguments are separated by ; and decimals by a point.");
        else if (sign.text == "'")
            sign.wrong = said("Text goes between double quotes: \"…\".");
        else if (std::ranges::find(known, sign.text) == std::end(known))
            sign.wrong = said("“{}” has no meaning in a formula.", letter < 32 ? "?" : sign.text);
    }
    sign.length = std::min(end, text.size()) - at;
    return sign;
}

bool goesOnAt(const string& formula, std::size_t at) {
    return at < formula.size() && (formula[at] == '.' || goesOn(letterAt(formula, at).first));
}

string nameInFormula(const string& name) {
    bool plain = !name.empty(), begins = true;
    for (std::size_t i = 0; i < name.size();) {
        const auto [letter, bytes] = letterAt(name, i);
        plain = plain && (begins ? startsName(letter) : goesOn(letter) || letter == '.');
        begins = letter == '.';
        i += bytes;
    }
    string upper = name;
    std::ranges::transform(upper, upper.begin(), [](unsigned char c) { return char(std::toupper(c)); });
    if (plain && !begins && upper != "TRUE" && upper != "FALSE") return name;
    string quoted = "$$'";
    for (char c : name) quoted += c == '\'' ? "''" : string(1, c);
    return quoted + "'";
}

}  // namespace brindel
