#include "core/text/words.h"

#include <fmt/format.h>

#include <unicode/brkiter.h>
#include <unicode/decimfmt.h>
#include <unicode/gregocal.h>
#include <unicode/numfmt.h>
#include <unicode/regex.h>
#include <unicode/smpdtfmt.h>
#include <unicode/translit.h>

#include <algorithm>
#include <charconv>
#include <cmath>
#include <cstdlib>
#include <ctime>
#include <map>
#include <memory>
#include <unordered_map>

#include "core/model/values.h"
#include "core/text/icu_text.h"

namespace brindel {
namespace {

using std::string;

/// Dates are Gregorian whatever calendar a country keeps beside it: a reply holds ISO 8601.
icu::Locale localeOf(const string& language) {
    return icu::Locale((language + "@calendar=gregorian").c_str());
}

/// Formatters are dear to make: a gathering or a big form asks for the same ones over and over. One set a thread, and
/// no more of them than any form needs.
template <class T, class Make>
T* madeOnce(std::map<string, std::unique_ptr<T>>& made, const string& key, Make make) {
    if (made.size() > 100) made.clear();
    auto [at, fresh] = made.try_emplace(key);
    if (fresh) at->second = make();
    return at->second.get();
}

icu::DecimalFormat* numbers(const string& language) {
    thread_local std::map<string, std::unique_ptr<icu::DecimalFormat>> made;
    return madeOnce(made, language, [&]() -> std::unique_ptr<icu::DecimalFormat> {
        UErrorCode error = U_ZERO_ERROR;
        std::unique_ptr<icu::NumberFormat> format(icu::NumberFormat::createInstance(localeOf(language), error));
        auto* decimal = U_SUCCESS(error) ? dynamic_cast<icu::DecimalFormat*>(format.get()) : nullptr;
        if (!decimal) return nullptr;
        format.release();
        // Half goes away from zero, as people round.
        decimal->setRoundingMode(icu::DecimalFormat::kRoundHalfUp);
        return std::unique_ptr<icu::DecimalFormat>(decimal);
    });
}

icu::SimpleDateFormat* dates(const string& pattern, const string& language) {
    thread_local std::map<string, std::unique_ptr<icu::SimpleDateFormat>> made;
    return madeOnce(made, language + "|" + pattern, [&]() -> std::unique_ptr<icu::SimpleDateFormat> {
        UErrorCode error = U_ZERO_ERROR;
        auto format = std::make_unique<icu::SimpleDateFormat>(wide(pattern), localeOf(language), error);
        auto gregorian = std::make_unique<icu::GregorianCalendar>(*icu::TimeZone::getGMT(), localeOf(language), error);
        if (U_FAILURE(error)) return nullptr;
        // The same rule for dates before 1582, as ISO 8601 has it.
        gregorian->setGregorianChange(-1e18, error);
        format->adoptCalendar(gregorian.release());
        format->setLenient(false);
        return format;
    });
}

}  // namespace

string lettersAs(const string& text, LetterCase as, const string& language) {
    if (as == LetterCase::asTyped) return text;
    icu::UnicodeString w = wide(text);
    icu::Locale locale = localeOf(language);
    if (as == LetterCase::upper) w.toUpper(locale);
    if (as == LetterCase::lower) w.toLower(locale);
    if (as == LetterCase::eachWord) w.toTitle(nullptr, locale, U_TITLECASE_NO_LOWERCASE);
    if (as == LetterCase::first && !w.isEmpty()) {
        int32_t end = w.moveIndex32(0, 1);
        icu::UnicodeString head(w, 0, end);
        head.toUpper(locale);
        w.replace(0, end, head);
    }
    return narrow(w);
}

string numberIn(double number, int decimals, bool thousands, const string& language) {
    icu::DecimalFormat* format = numbers(language);
    if (!format) return numberText(number, decimals);
    format->setMinimumFractionDigits(decimals);
    format->setMaximumFractionDigits(decimals);
    format->setGroupingUsed(thousands);
    icu::UnicodeString text;
    format->format(number, text);
    return narrow(text);
}

const NumberSigns& numberSigns(const string& language) {
    thread_local std::map<string, std::unique_ptr<NumberSigns>> made;
    return *madeOnce(made, language, [&] {
        auto signs = std::make_unique<NumberSigns>();
        const icu::DecimalFormat* format = numbers(language);
        if (!format) return signs;
        const icu::DecimalFormatSymbols& own = *format->getDecimalFormatSymbols();
        using S = icu::DecimalFormatSymbols;
        const int first = format->getGroupingSize(), next = format->getSecondaryGroupingSize();
        signs->decimal = narrow(own.getSymbol(S::kDecimalSeparatorSymbol));
        signs->group = narrow(own.getSymbol(S::kGroupingSeparatorSymbol));
        signs->minus = narrow(own.getSymbol(S::kMinusSignSymbol));
        if (first > 0) signs->firstGroup = signs->nextGroup = first;
        if (next > 0) signs->nextGroup = next;
        signs->leastGroup = std::max(1, int(format->getMinimumGroupingDigits()));
        signs->zero = char32_t(own.getSymbol(S::kZeroDigitSymbol).char32At(0));
        return signs;
    });
}

namespace {

/// A number as it is typed, sign by sign: digits of any script, and where separators stand between them.
struct TypedNumber {
    bool negative = false;
    string digits;                                         // 0 to 9
    std::vector<std::pair<std::size_t, UChar32>> between;  // a separator, and how many digits stand before it
};

std::optional<TypedNumber> typedNumber(const icu::UnicodeString& text) {
    TypedNumber typed;
    bool begun = false;  // a sign stands before all else but marks of direction
    for (int32_t at = 0; at < text.length(); at = text.moveIndex32(at, 1)) {
        const UChar32 c = text.char32At(at);
        if (c == 0x200E || c == 0x200F || c == 0x061C) continue;
        const bool sign = c == '-' || c == 0x2212 || c == '+';
        if (const int32_t digit = u_charDigitValue(c); digit >= 0)
            typed.digits += char('0' + digit);
        else if (sign && !begun)
            typed.negative = c != '+';
        else if (sign || u_isalpha(c) || u_iscntrl(c))
            return std::nullopt;
        else
            typed.between.emplace_back(typed.digits.size(), u_isspace(c) || c == 0x202F ? 0xA0 : c);
        begun = true;
    }
    if (typed.digits.empty()) return std::nullopt;
    return typed;
}

/// True when the separators from the first to the `count`th group digits: three behind the last, two or three between,
/// one to three before the first, which does not begin with 0.
bool groups(const TypedNumber& n, std::size_t count, std::size_t end) {
    if (count == 0) return true;
    if (n.between[0].first < 1 || n.between[0].first > 3 || n.digits[0] == '0') return false;
    for (std::size_t i = 0; i < count; ++i) {
        const std::size_t next = i + 1 < count ? n.between[i + 1].first : end, wide = next - n.between[i].first;
        if (wide != 3 && !(wide == 2 && i + 1 < count)) return false;
        if (n.between[i].second != n.between[0].second) return false;
    }
    return true;
}

}  // namespace

std::optional<double> numberRead(const string& text, const string& language) {
    const string clean = trimmed(text);
    if (clean.empty() || clean.size() > 100) return std::nullopt;
    const auto typed = typedNumber(wide(clean));
    if (!typed) return std::nullopt;
    UChar32 point = '.', group = ',';
    if (icu::DecimalFormat* format = numbers(language)) {
        const icu::DecimalFormatSymbols* signs = format->getDecimalFormatSymbols();
        point = signs->getSymbol(icu::DecimalFormatSymbols::kDecimalSeparatorSymbol).char32At(0);
        group = signs->getSymbol(icu::DecimalFormatSymbols::kGroupingSeparatorSymbol).char32At(0);
        if (u_isspace(group) || group == 0x202F) group = 0xA0;
    }
    auto grouping = [&](UChar32 c) { return c == group || c == 0xA0 || (c == '\'' && group == 0x2019); };
    std::size_t whole = typed->digits.size();
    const std::size_t marks = typed->between.size();
    if (marks > 0) {
        const auto [at, last] = typed->between.back();
        const bool alone = marks == 1 || groups(*typed, marks - 1, at);
        if (last == point && alone && (marks == 1 || grouping(typed->between[0].second)))
            whole = at;
        else if (groups(*typed, marks, typed->digits.size()) && grouping(last))
            whole = typed->digits.size();
        else if (marks == 1 && (last == '.' || last == ','))
            whole = at;  // it cannot group digits, so it is the decimal sign of another language
        else
            return std::nullopt;
    }
    const string plain = typed->digits.substr(0, whole) + "." + typed->digits.substr(whole);
    double number = 0;
    const auto [end, error] = std::from_chars(plain.data(), plain.data() + plain.size(), number);
    if (error != std::errc() || end != plain.data() + plain.size() || number >= 1e15) return std::nullopt;
    return typed->negative && number != 0 ? -number : number;
}

int decimalsOf(double number) {
    if (number == std::floor(number)) return 0;
    const string text = fmt::format("{}", number);
    const std::size_t e = text.find('e'), dot = text.find('.');
    int places = dot == string::npos ? 0 : int(std::min(e, text.size()) - dot - 1);
    if (e != string::npos) places -= std::atoi(text.c_str() + e + 1);
    return std::max(0, places);
}

string dateIn(Day day, const string& pattern, const string& language) {
    icu::SimpleDateFormat* format = dates(pattern.empty() ? "yyyy-MM-dd" : pattern, language);
    if (!format) return isoDate(day);
    icu::UnicodeString text;
    format->format(double(std::chrono::sys_days(day).time_since_epoch().count()) * 86400000.0, text);
    return narrow(text);
}

string timeIn(int minutes, const string& pattern, const string& language) {
    icu::SimpleDateFormat* format = dates(pattern.empty() ? "HH:mm" : pattern, language);
    if (!format) return fmt::format("{:02}:{:02}", minutes / 60, minutes % 60);
    icu::UnicodeString text;
    format->format(double(minutes) * 60000.0, text);
    return narrow(text);
}

std::optional<int> clockRead(const string& text) {
    const string clean = trimmed(text);
    string digits;
    std::size_t colon = string::npos;
    for (char c : clean) {
        if ((c == ':' || c == '.') && colon == string::npos && !digits.empty())
            colon = digits.size();
        else if (c >= '0' && c <= '9')
            digits += c;
        else
            return std::nullopt;
    }
    if (colon == string::npos && digits.size() == 4) colon = 2;
    if (colon == string::npos || colon > 2 || digits.size() != colon + 2) return std::nullopt;
    const int hours = std::stoi(digits.substr(0, colon)), minutes = std::stoi(digits.substr(colon));
    return hours < 24 && minutes < 60 ? std::optional(hours * 60 + minutes) : std::nullopt;
}

string isoDate(Day day) {
    char text[16];
    std::snprintf(text, sizeof text, "%04d-%02u-%02u", int(day.year()), unsigned(day.month()), unsigned(day.day()));
    return text;
}

std::optional<Day> isoDateRead(const string& text) {
    if (text.size() != 10 || text[4] != '-' || text[7] != '-') return std::nullopt;
    int parts[3] = {};
    const int starts[3] = {0, 5, 8}, sizes[3] = {4, 2, 2};
    for (int i = 0; i < 3; ++i) {
        const char* from = text.data() + starts[i];
        auto [end, error] = std::from_chars(from, from + sizes[i], parts[i]);
        if (error != std::errc() || end != from + sizes[i] || parts[i] < 0) return std::nullopt;
    }
    Day day{std::chrono::year(parts[0]), std::chrono::month(unsigned(parts[1])), std::chrono::day(unsigned(parts[2]))};
    return day.ok() ? std::optional(day) : std::nullopt;
}

std::optional<Day> dayMeant(const string& text, Day today) {
    string clean;
    for (char c : text)
        if (c != ' ') clean += c;
    if (auto iso = isoDateRead(clean)) return iso;
    if (!clean.starts_with("today")) return std::nullopt;
    string rest = clean.substr(5);
    if (rest.empty()) return today;
    int days = 0;
    auto [end, error] = std::from_chars(rest.data() + 1, rest.data() + rest.size(), days);
    if ((rest[0] != '+' && rest[0] != '-') || error != std::errc() || end != rest.data() + rest.size() || days < 0 ||
        days > 100000)
        return std::nullopt;
    return Day(std::chrono::sys_days(today) + std::chrono::days(rest[0] == '-' ? -days : days));
}

Sentence dateMisfit(const string& text) {
    if (trimmed(text).empty() || dayMeant(text, Day(std::chrono::sys_days(std::chrono::days(0))))) return {};
    return said("A date such as 2026-04-01, today or today+7 is expected here.");
}

Day todayHere() {
    std::time_t now = std::time(nullptr);
    std::tm local{};
    localtime_r(&now, &local);
    return Day(std::chrono::year(local.tm_year + 1900), std::chrono::month(unsigned(local.tm_mon + 1)),
               std::chrono::day(unsigned(local.tm_mday)));
}

namespace {
constexpr std::size_t longestPattern = 2000;
}

Sentence patternMisfit(const string& pattern) {
    UErrorCode error = U_ZERO_ERROR;
    UParseError where{};
    if (pattern.size() > longestPattern) return said("The pattern is too long: 2,000 characters at most.");
    std::unique_ptr<icu::RegexPattern> read(icu::RegexPattern::compile(wide(pattern), 0, where, error));
    if (U_SUCCESS(error)) return {};
    return said("The pattern cannot be read at character {}.", where.offset > 0 ? int(where.offset) : 1);
}

bool matchesWhole(const string& text, const string& pattern) {
    if (pattern.size() > longestPattern) return false;
    UErrorCode error = U_ZERO_ERROR;
    icu::UnicodeString w = wide(text);
    icu::RegexMatcher matcher(wide(pattern), 0, error);
    if (U_FAILURE(error)) return false;
    matcher.reset(w);
    matcher.setTimeLimit(200, error);  // steps of matching, about a tenth of a second: a runaway pattern is stopped
    matcher.setStackLimit(1 << 20, error);
    bool matches = matcher.matches(error);
    return U_SUCCESS(error) && matches;
}

namespace {
/// Letters of all scripts as a to z; slow for all but those. The same wordings are asked for again and again.
string inPlainLetters(const string& text) {
    if (std::ranges::all_of(text, [](char c) { return static_cast<unsigned char>(c) < 0x80; })) return text;
    constexpr std::size_t mostKept = 8192, longestKept = 200;
    thread_local std::unordered_map<string, string> known;
    if (const auto at = known.find(text); at != known.end()) return at->second;
    UErrorCode error = U_ZERO_ERROR;
    icu::UnicodeString w = wide(text);
    thread_local const std::unique_ptr<icu::Transliterator> plain(icu::Transliterator::createInstance(
        "de-ASCII; Greek-Latin/UNGEGN; Any-Latin; Latin-ASCII", UTRANS_FORWARD, error));
    if (plain) plain->transliterate(w);
    string letters = narrow(w);
    if (known.size() >= mostKept) known.clear();
    if (text.size() <= longestKept) known[text] = letters;
    return letters;
}
}  // namespace

std::vector<string> plainWords(const string& text) {
    std::vector<string> words;
    bool open = false;
    for (char c : inPlainLetters(text)) {
        if (c == '\'') {
            // l'adresse and d'arrivee are two words, owner's is one.
            const bool elided = open && (words.back().size() == 1 || words.back() == "qu" || words.back() == "Qu");
            open = open && !elided;
            continue;
        }
        bool letter = (c >= 'a' && c <= 'z') || (c >= 'A' && c <= 'Z') || (c >= '0' && c <= '9');
        if (letter && !open) words.emplace_back();
        if (letter) words.back() += c;
        open = letter;
    }
    return words;
}

string trimmed(const string& text) {
    auto from = text.find_first_not_of(" \t\r\n"), to = text.find_last_not_of(" \t\r\n");
    return from == string::npos ? "" : text.substr(from, to - from + 1);
}

}  // namespace brindel
