// Text (OpenDocument 1.3, part 4: 6.20). Places and lengths count characters of Unicode.
#include <unicode/uchar.h>
#include <unicode/unistr.h>

#include <algorithm>
#include <cmath>

#include "core/model/values.h"
#include "core/rules/families.h"
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
std::u32string folded(const std::u32string& text) {
    std::u32string out;
    for (char32_t c : text) out += char32_t(u_foldCase(UChar32(c), U_FOLD_CASE_DEFAULT));
    return out;
}
/// Whether a pattern matches the beginning of a text: ? is any letter, * any number of them, ~ takes their meaning.
/// `never`: what stands behind a * is not found any more, and so is not from any later place on either.
enum class Begins : std::uint8_t { no, yes, never };
Begins begins(const std::u32string& text, std::size_t at, const std::u32string& pattern) {
    std::size_t p = 0, star = std::u32string::npos, again = 0;
    while (p < pattern.size()) {
        const bool escaped = pattern[p] == U'~' && p + 1 < pattern.size();
        if (!escaped && pattern[p] == U'*') {
            star = p++;
            again = at;
            continue;
        }
        const char32_t wanted = escaped ? pattern[p + 1] : pattern[p];
        if (at < text.size() && ((!escaped && wanted == U'?') || text[at] == wanted)) {
            ++at;
            p += escaped ? 2 : 1;
            continue;
        }
        if (star == std::u32string::npos) return Begins::no;
        if (again >= text.size()) return Begins::never;
        p = star + 1;
        at = ++again;
    }
    return Begins::yes;
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
    const int places = int(std::clamp(std::trunc(a.number(1, 2)), -20.0, 20.0));
    return numberIn(roundedAt(a.number(0), places), std::max(0, places), !a.logical(2, false), a.context().language);
}
/// A number by a pattern of 0 # . , % and letters of dates: the usual ones of spreadsheets.
Scalar asPattern(A& a) {
    const Scalar value = a.value(0);
    if (std::holds_alternative<string>(value)) return value;
    const double number = a.number(0);
    const string pattern = a.text(1);
    const bool dated = pattern.find_first_of("yYdDhH") != string::npos ||
                       (pattern.find_first_of("mM") != string::npos && pattern.find_first_of("0#") == string::npos);
    if (dated) {
        const auto day = dayOf(number);
        if (!day) throw FormulaError::value;
        const int minutes = int(std::floor((number - std::floor(number)) * 1440 + 0.5)) % 1440;
        // Days and months in small or capital letters; what stands beside hours is minutes.
        string date, time;
        bool clock = false;
        for (std::size_t i = 0; i < pattern.size(); ++i) {
            const char c = char(std::tolower(static_cast<unsigned char>(pattern[i])));
            if (c == 'h') clock = true;
            if (c == 'h' || (clock && c == 'm'))
                time += c == 'h' ? 'H' : 'm';
            else if (c == ':')
                time += c;
            else
                date += c == 'm' ? 'M' : c;
        }
        if (time.empty()) return dateIn(*day, date, a.context().language);
        while (!date.empty() && date.back() == ' ') date.pop_back();
        const string said = timeIn(minutes, time, a.context().language);
        return date.empty() ? said : dateIn(*day, date, a.context().language) + " " + said;
    }
    const std::size_t first = pattern.find_first_of("0#");
    if (first == string::npos) return pattern;
    const std::size_t last = pattern.find_last_of("0#");
    const string core = pattern.substr(first, last - first + 1);
    const std::size_t point = core.find('.');
    int least = 0, most = 0, whole = 0;
    for (std::size_t i = 0; i < core.size(); ++i) {
        if (core[i] != '0' && core[i] != '#') continue;
        if (point != string::npos && i > point) {
            ++most;
            if (core[i] == '0') least = most;
        } else if (core[i] == '0') {
            ++whole;
        }
    }
    const bool percent = pattern.find('%', last) != string::npos;
    const double shown = roundedAt(percent ? number * 100 : number, most);
    int places = most;
    while (places > least && roundedAt(shown, places - 1) == shown) --places;
    string said = numberIn(std::abs(shown), places, core.find(',') != string::npos, a.context().language);
    std::size_t digits = 0;
    while (digits < said.size() && std::isdigit(static_cast<unsigned char>(said[digits]))) ++digits;
    if (int(digits) < whole) said.insert(0, std::size_t(whole) - digits, '0');
    return (shown < 0 ? "-" : "") + pattern.substr(0, first) + said + pattern.substr(last + 1);
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
    {"TEXT", F::text, 2, 2, "value; pattern", "A number or a date by a pattern.", "TEXT(3.5; \"0.00\")", "3.50", asPattern},
    {"VALUE", F::text, 1, 1, "text", "A text as a number.", "VALUE(\"12.5\")", "12.5",
     [](A& a) -> Scalar { const Scalar v = a.value(0); if (std::holds_alternative<bool>(v)) return FormulaError::value; const string* t = std::get_if<string>(&v); if (t && trimmed(*t).empty()) return FormulaError::value; return asNumber(v, a.context()); }},
    {"FIXED", F::text, 1, 3, "number; [places]; [ungrouped]", "A number as text, with a number of decimals.", "FIXED(1234.5; 1; TRUE())", "1234.5", fixed},
    {"CONCATENATE", F::text, 1, any, "text; [text …]", "Texts joined.", "CONCATENATE(\"a\"; 1)", "a1",
     [](A& a) -> Scalar { string out; for (std::size_t i = 0; i < a.count(); ++i) out += a.text(i); return out; }},
    {"TEXTJOIN", F::text, 3, any, "between; skip empty; text; [text …]", "Texts joined, with another text between them.", "TEXTJOIN(\", \"; TRUE(); \"a\"; \"\"; \"b\")", "a, b", joined},
    {"UNICHAR", F::text, 1, 1, "number", "The character with a number in Unicode.", "UNICHAR(8364)", "€", unichar},
    {"UNICODE", F::text, 1, 1, "text", "The number in Unicode of the first character.", "UNICODE(\"€\")", "8364",
     [](A& a) -> Scalar { const auto l = letters(a, 0); return l.empty() ? Scalar(FormulaError::value) : Scalar(double(l[0])); }},
    {"T", F::text, 1, 1, "value", "A text unchanged; empty for anything else.", "T(12)", "",
     [](A& a) -> Scalar { const Scalar v = a.value(0); return std::holds_alternative<string>(v) || std::holds_alternative<FormulaError>(v) ? v : Scalar(string()); }},
};
// clang-format on

}  // namespace

std::span<const FunctionRow> texts() {
    return textRows;
}

}  // namespace brindel::families
