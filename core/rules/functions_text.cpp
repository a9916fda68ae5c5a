// Text (OpenDocument 1.3, part 4: 6.20). Places and lengths count characters of Unicode.
#include <unicode/unistr.h>

#include <algorithm>
#include <cmath>

#include "core/model/values.h"
#include "core/rules/families.h"
#include "core/rules/format_codes.h"
#include "core/rules/wildcards.h"
#include "core/text/fonts.h"

namespace brindel::families {
namespace {

using A = Arguments;
using F = Family;
using std::string;

std::u32string letters(A& a, std::size_t i) {
    return lettersOf(a.text(i));
}

/// A count or a place that is given as a number: whole, and not below `least`.
std::size_t counted(double number, double least) {
    number = std::trunc(number);
    if (!(number >= least)) throw FormulaError::value;
    return std::size_t(std::min(number, 1e9));
}

Scalar left(A& a) {
    return utf8(letters(a, 0).substr(0, counted(a.number(1, 1), 0)));
}
Scalar right(A& a) {
    const std::u32string text = letters(a, 0);
    const std::size_t n = std::min(counted(a.number(1, 1), 0), text.size());
    return utf8(text.substr(text.size() - n));
}
Scalar mid(A& a) {
    const std::u32string text = letters(a, 0);
    const std::size_t from = counted(a.number(1), 1) - 1, n = counted(a.number(2), 0);
    return from >= text.size() ? string() : utf8(text.substr(from, n));
}
Scalar replaced(A& a) {
    std::u32string text = letters(a, 0);
    const std::size_t from = std::min(counted(a.number(1), 1) - 1, text.size()), n = counted(a.number(2), 0);
    return utf8(text.replace(from, n, letters(a, 3)));
}
Scalar substituted(A& a) {
    const string text = a.text(0), from = a.text(1), to = a.text(2);
    const std::size_t which = a.given(3) ? counted(a.number(3), 1) : 0;
    if (from.empty()) return text;
    string out;
    std::size_t at = 0, seen = 0;
    for (std::size_t found; (found = text.find(from, at)) != string::npos; at = found + from.size()) {
        out += text.substr(at, found - at);
        out += which == 0 || ++seen == which ? to : from;
        if (out.size() > longestFormulaText) throw FormulaError::value;
    }
    return out + text.substr(at);
}
/// The place of a text in another from a place on; by letter, or in any case with ? and * for what may stand there.
Scalar found(A& a) {
    const std::u32string wanted = letters(a, 0), text = letters(a, 1);
    const std::size_t from = counted(a.number(2, 1), 1) - 1;
    const std::size_t at = from > text.size() ? std::u32string::npos : text.find(wanted, from);
    return at == std::u32string::npos ? Scalar(FormulaError::value) : Scalar(double(at + 1));
}
Scalar searched(A& a) {
    const std::u32string wanted = folded(letters(a, 0)), text = folded(letters(a, 1));
    if (double(wanted.size()) * double(text.size()) > 2e6) throw FormulaError::value;
    for (std::size_t at = counted(a.number(2, 1), 1) - 1; at <= text.size(); ++at)
        if (const Begins is = begins(text, at, wanted); is == Begins::yes)
            return double(at + 1);
        else if (is == Begins::never)
            break;
    return FormulaError::value;
}
Scalar repeated(A& a) {
    const string text = a.text(0);
    const std::size_t n = counted(a.number(1), 0);
    if (text.size() * n > longestFormulaText) throw FormulaError::value;
    string out;
    out.reserve(text.size() * n);
    for (std::size_t i = 0; i < n; ++i) out += text;
    return out;
}
Scalar trimmedWords(A& a) {
    string out;
    for (char c : a.text(0))
        if (c != ' ' || (!out.empty() && out.back() != ' ')) out += c;
    if (!out.empty() && out.back() == ' ') out.pop_back();
    return out;
}
Scalar fixed(A& a) {
    const double number = a.number(0);
    const int places = int(std::clamp(std::trunc(a.number(1, 2)), -20.0, 20.0));
    return numberIn(roundedAt(number, places), std::max(0, places), !a.logical(2, false), a.context().language);
}
Scalar asCode(A& a) {
    const Scalar value = a.value(0);
    const string code = a.text(1);
    if (const auto* error = std::get_if<FormulaError>(&value)) return *error;
    // A text that says a number is one, but for a code that means the text itself.
    const Scalar number = asNumber(value, a.context());
    if (const auto* text = std::get_if<string>(&value))
        if (code.find('@') != string::npos || !std::holds_alternative<double>(number))
            return formattedText(*text, code);
    const auto said = formatted(std::get<double>(number), code, a.context().language);
    return said ? Scalar(*said) : Scalar(FormulaError::value);
}
Scalar joined(A& a) {
    const string between = a.text(0);
    const bool skips = a.logical(1);
    string out;
    bool first = true;
    for (const Scalar& value : a.rest(2)) {
        const Scalar text = asText(value);
        if (std::holds_alternative<FormulaError>(text)) return text;
        const string& one = std::get<string>(text);
        if (skips && one.empty()) continue;
        if (!first) out += between;
        out += one;
        first = false;
        if (out.size() > longestFormulaText) throw FormulaError::value;
    }
    return out;
}
/// Without signs that are not printed (6.20.3).
Scalar cleaned(A& a) {
    std::u32string out;
    for (char32_t c : letters(a, 0))
        if (!(c < 32 || (c >= 127 && c < 160))) out += c;
    return utf8(out);
}
/// A text as a number, with the signs that are given, whatever the language (6.13.22).
Scalar numberValue(A& a) {
    const string text = a.text(0), decimal = a.text(1, "."), group = a.text(2, decimal == "," ? "." : ",");
    if (decimal.empty()) throw FormulaError::value;
    string clean;
    int percents = 0;
    bool behind = false;
    for (std::size_t at = 0; at < text.size();) {
        if (text.compare(at, decimal.size(), decimal) == 0 && !behind) {
            clean += '.';
            behind = true;
            at += decimal.size();
        } else if (!behind && !group.empty() && text.compare(at, group.size(), group) == 0) {
            at += group.size();
        } else {
            if (text[at] == '%')
                ++percents;
            else if (percents > 0 && text[at] != ' ')
                throw FormulaError::value;
            else if (text[at] != ' ' && text[at] != '\t' && text[at] != '\n' && text[at] != '\r')
                clean += text[at];
            ++at;
        }
    }
    if (clean.empty()) return 0.0;
    const auto number = numberFrom(clean);
    if (!number) throw FormulaError::value;
    double result = *number;
    for (; percents > 0; --percents) result /= 100;
    return result;
}
/// The characters of ISO/IEC 8859-1; from 128 to 159 those of Windows-1252, which is what is meant by such a number.
constexpr char32_t westEuropean[] = {0x20AC, 0,      0x201A, 0x0192, 0x201E, 0x2026, 0x2020, 0x2021,
                                     0x02C6, 0x2030, 0x0160, 0x2039, 0x0152, 0,      0x017D, 0,
                                     0,      0x2018, 0x2019, 0x201C, 0x201D, 0x2022, 0x2013, 0x2014,
                                     0x02DC, 0x2122, 0x0161, 0x203A, 0x0153, 0,      0x017E, 0x0178};
Scalar charOf(A& a) {
    const double code = std::trunc(a.number(0));
    if (!(code >= 1) || code > 255) throw FormulaError::value;
    const auto c = char32_t(code);
    const char32_t meant = c >= 128 && c < 160 ? westEuropean[c - 128] : c;
    if (meant == 0) throw FormulaError::value;
    return utf8(std::u32string(1, meant));
}
Scalar codeOf(A& a) {
    const std::u32string text = letters(a, 0);
    if (text.empty()) throw FormulaError::value;
    for (std::size_t i = 0; i < std::size(westEuropean); ++i)
        if (westEuropean[i] == text[0]) return double(128 + i);
    return text[0] < 256 ? double(text[0]) : 63.0;  // a character that the set does not have is a question mark
}
Scalar unichar(A& a) {
    const double code = std::trunc(a.number(0));
    if (!(code >= 1) || code > 0x10FFFF || (code >= 0xD800 && code <= 0xDFFF)) throw FormulaError::value;
    return utf8(std::u32string(1, char32_t(code)));
}

// The rows read best in long lines.
// clang-format off
const FunctionRow textRows[] = {
    {"LEN", F::text, 1, 1, "text", "How many characters a text has.", "LEN(\"Wharf\")", "5", [](A& a) -> Scalar { return double(letters(a, 0).size()); }},
    {"LEFT", F::text, 1, 2, "text; [count]", "The first characters of a text.", "LEFT(\"Wharf\"; 2)", "Wh", left},
    {"RIGHT", F::text, 1, 2, "text; [count]", "The last characters of a text.", "RIGHT(\"Wharf\"; 2)", "rf", right},
    {"MID", F::text, 3, 3, "text; from; count", "Characters from the middle of a text.", "MID(\"Wharf\"; 2; 3)", "har", mid},
    {"TRIM", F::text, 1, 1, "text", "A text without spaces around it and with single spaces inside.", "TRIM(\"  a   b \")", "a b", trimmedWords},
    {"UPPER", F::text, 1, 1, "text", "A text in capitals.", "UPPER(\"slip\")", "SLIP", [](A& a) -> Scalar { return lettersAs(a.text(0), LetterCase::upper, a.context().language); }},
    {"LOWER", F::text, 1, 1, "text", "A text in lower case.", "LOWER(\"Slip\")", "slip", [](A& a) -> Scalar { return lettersAs(a.text(0), LetterCase::lower, a.context().language); }},
    {"PROPER", F::text, 1, 1, "text", "Each word with a capital letter.", "PROPER(\"fennick WHARF\")", "Fennick Wharf",
     [](A& a) -> Scalar { return lettersAs(lettersAs(a.text(0), LetterCase::lower, a.context().language), LetterCase::eachWord, a.context().language); }},
    {"SUBSTITUTE", F::text, 3, 4, "text; old; new; [which]", "A text with one part replaced by another.", "SUBSTITUTE(\"a-b-c\"; \"-\"; \"+\")", "a+b+c", substituted},
    {"REPLACE", F::text, 4, 4, "text; from; count; new", "A text with some characters replaced.", "REPLACE(\"Wharf\"; 1; 2; \"Sc\")", "Scarf", replaced},
    {"FIND", F::text, 2, 3, "wanted; text; [from]", "The position of one text in another; capitals matter.", "FIND(\"a\"; \"Wharf\")", "3", found},
    {"SEARCH", F::text, 2, 3, "wanted; text; [from]", "The position of one text in another; ? and * match any characters, capitals do not matter.", "SEARCH(\"H?R\"; \"Wharf\")", "2", searched},
    {"EXACT", F::text, 2, 2, "text; other", "True when two texts are exactly the same.", "EXACT(\"a\"; \"A\")", "FALSE", [](A& a) -> Scalar { const string one = a.text(0); return one == a.text(1); }},
    {"REPT", F::text, 2, 2, "text; count", "A text several times.", "REPT(\"ab\"; 3)", "ababab", repeated},
    {"TEXT", F::text, 2, 2, "value; pattern", "A number, a date or a time by a format code.", "TEXT(3.5; \"0.00\")", "3.50", asCode},
    {"VALUE", F::text, 1, 1, "text", "A text as a number.", "VALUE(\"12.5\")", "12.5",
     [](A& a) -> Scalar { const Scalar v = a.value(0); if (std::holds_alternative<bool>(v)) return FormulaError::value; const string* t = std::get_if<string>(&v); if (t && trimmed(*t).empty()) return FormulaError::value; return asNumber(v, a.context()); }},
    {"FIXED", F::text, 1, 3, "number; [places]; [ungrouped]", "A number as text, with a number of decimals.", "FIXED(1234.5; 1; TRUE())", "1234.5", fixed},
    {"CONCATENATE", F::text, 1, any, "text; [text …]", "Texts joined.", "CONCATENATE(\"a\"; 1)", "a1",
     [](A& a) -> Scalar { string out; for (std::size_t i = 0; i < a.count(); ++i) out += a.text(i); return out; }},
    {"TEXTJOIN", F::text, 3, any, "between; skip empty; text; [text …]", "Texts joined, with another text between them.", "TEXTJOIN(\", \"; TRUE(); \"a\"; \"\"; \"b\")", "a, b", joined},
    {"UNICHAR", F::text, 1, 1, "number", "The character with a number in Unicode.", "UNICHAR(8364)", "€", unichar},
    {"UNICODE", F::text, 1, 1, "text", "The number in Unicode of the first character.", "UNICODE(\"€\")", "8364",
     [](A& a) -> Scalar { const auto l = letters(a, 0); return l.empty() ? Scalar(FormulaError::value) : Scalar(double(l[0])); }},
    {"CHAR", F::text, 1, 1, "number", "The character with a number from 1 to 255.", "CHAR(65)", "A", charOf},
    {"CODE", F::text, 1, 1, "text", "The number from 1 to 255 of the first character.", "CODE(\"A\")", "65", codeOf},
    {"CLEAN", F::text, 1, 1, "text", "A text without characters that cannot be printed.", "CLEAN(\"ab\" & UNICHAR(7))", "ab", cleaned},
    {"NUMBERVALUE", F::text, 1, 3, "text; [decimal]; [group]", "A text as a number, with the separators you name.", "NUMBERVALUE(\"1.234,5\"; \",\"; \".\")", "1234.5", numberValue},
    {"T", F::text, 1, 1, "value", "A text unchanged; empty for anything else.", "T(12)", "",
     [](A& a) -> Scalar { const Scalar v = a.value(0); return std::holds_alternative<string>(v) || std::holds_alternative<FormulaError>(v) ? v : Scalar(string()); }},
};
// clang-format on

}  // namespace

std::span<const FunctionRow> texts() {
    return textRows;
}

}  // namespace brindel::families
