#include "core/text/words.h"

#include <fmt/format.h>

#include <unicode/brkiter.h>
#include <unicode/decimfmt.h>
#include <unicode/numfmt.h>
#include <unicode/regex.h>
#include <unicode/smpdtfmt.h>
#include <unicode/translit.h>

#include <charconv>
#include <cmath>
#include <ctime>
#include <map>
#include <memory>

#include "core/model/values.h"

namespace brindel {
namespace {

using std::string;
icu::UnicodeString wide(const string& text) {
    return icu::UnicodeString::fromUTF8(text);
}
string narrow(const icu::UnicodeString& text) {
    string result;
    text.toUTF8String(result);
    return result;
}
icu::Locale localeOf(const string& language) {
    return icu::Locale(language.c_str());
}

/// Formatters are dear to make: a gathering or a big form asks for the same ones over and over. One set a thread.
icu::NumberFormat* numbers(const string& language) {
    thread_local std::map<string, std::unique_ptr<icu::NumberFormat>> made;
    auto& slot = made[language];
    if (!slot) {
        UErrorCode error = U_ZERO_ERROR;
        slot.reset(icu::NumberFormat::createInstance(localeOf(language), error));
        if (U_FAILURE(error)) slot.reset();
    }
    return slot.get();
}

icu::SimpleDateFormat* dates(const string& pattern, const string& language) {
    thread_local std::map<string, std::unique_ptr<icu::SimpleDateFormat>> made;
    auto& slot = made[language + "|" + pattern];
    if (!slot) {
        UErrorCode error = U_ZERO_ERROR;
        slot = std::make_unique<icu::SimpleDateFormat>(wide(pattern), localeOf(language), error);
        if (U_FAILURE(error)) return slot.reset(), nullptr;
        slot->adoptTimeZone(icu::TimeZone::getGMT()->clone());
        slot->setLenient(false);
    }
    return slot.get();
}

}  // namespace

string lettersAs(const string& text, const string& token, const string& language) {
    if (token == "asTyped" || token.empty()) return text;
    icu::UnicodeString w = wide(text);
    icu::Locale locale = localeOf(language);
    if (token == "upper") w.toUpper(locale);
    if (token == "lower") w.toLower(locale);
    if (token == "eachWord") w.toTitle(nullptr, locale, U_TITLECASE_NO_LOWERCASE);
    if (token == "first" && !w.isEmpty()) {
        int32_t end = w.moveIndex32(0, 1);
        icu::UnicodeString head(w, 0, end);
        head.toUpper(locale);
        w.replace(0, end, head);
    }
    return narrow(w);
}

string numberIn(double number, int decimals, bool thousands, const string& language) {
    icu::NumberFormat* format = numbers(language);
    if (!format) return numberText(number, decimals);
    format->setMinimumFractionDigits(decimals);
    format->setMaximumFractionDigits(decimals);
    format->setGroupingUsed(thousands);
    icu::UnicodeString text;
    format->format(number, text);
    return narrow(text);
}

std::optional<double> numberRead(const string& text, const string& language) {
    string clean = trimmed(text);
    if (clean.empty() || clean.size() > 60) return std::nullopt;
    if (auto plain = numberFrom(clean)) {
        // "1.234" is a thousand and more where the point groups digits.
        icu::NumberFormat* format = numbers(language);
        auto* decimal = dynamic_cast<icu::DecimalFormat*>(format);
        bool pointGroups = decimal &&
                           narrow(decimal->getDecimalFormatSymbols()->getSymbol(
                               icu::DecimalFormatSymbols::kGroupingSeparatorSymbol)) == "." &&
                           clean.size() > 4 && clean[clean.size() - 4] == '.';
        if (!pointGroups) return plain;
    }
    // One comma that cannot group digits by threes is a decimal sign, whatever the language: "9,4".
    if (auto comma = clean.find(',');
        comma != string::npos && clean.find_first_of(",.", comma + 1) == string::npos && clean.size() - comma != 4) {
        string point = clean;
        point[comma] = '.';
        if (auto plain = numberFrom(point)) return plain;
    }
    icu::NumberFormat* format = numbers(language);
    if (!format) return std::nullopt;
    icu::Formattable value;
    icu::ParsePosition at(0);
    icu::UnicodeString w = wide(clean);
    format->setGroupingUsed(true);  // the formatter is shared with writing, which may have turned it off
    format->parse(w, value, at);
    if (at.getErrorIndex() >= 0 || at.getIndex() != w.length()) return std::nullopt;
    UErrorCode error = U_ZERO_ERROR;
    double number = value.getDouble(error);
    return U_SUCCESS(error) && std::abs(number) < 1e15 ? std::optional(number) : std::nullopt;
}

string dateIn(Day day, const string& pattern, const string& language) {
    icu::SimpleDateFormat* format = dates(pattern.empty() ? "yyyy-MM-dd" : pattern, language);
    if (!format) return isoDate(day);
    icu::UnicodeString text;
    format->format(double(std::chrono::sys_days(day).time_since_epoch().count()) * 86400000.0, text);
    return narrow(text);
}

std::optional<Day> dateRead(const string& text, const string& pattern, const string& language) {
    string clean = trimmed(text);
    if (clean.empty() || clean.size() > 100) return std::nullopt;
    if (auto iso = isoDateRead(clean)) return iso;
    icu::SimpleDateFormat* format = dates(pattern, language);
    if (!format) return std::nullopt;
    icu::UnicodeString w = wide(clean);
    icu::ParsePosition at(0);
    UDate moment = format->parse(w, at);
    if (at.getErrorIndex() >= 0 || at.getIndex() != w.length()) return std::nullopt;
    auto days = std::chrono::days(std::int64_t(std::floor(moment / 86400000.0)));
    return Day(std::chrono::sys_days(days));
}

string timeIn(int minutes, const string& pattern, const string& language) {
    icu::SimpleDateFormat* format = dates(pattern.empty() ? "HH:mm" : pattern, language);
    if (!format) return fmt::format("{:02}:{:02}", minutes / 60, minutes % 60);
    icu::UnicodeString text;
    format->format(double(minutes) * 60000.0, text);
    return narrow(text);
}

std::optional<int> timeRead(const string& text, const string& pattern, const string& language) {
    const string clean = trimmed(text);
    if (clean.empty() || clean.size() > 100) return std::nullopt;
    if (icu::SimpleDateFormat* format = dates(pattern, language)) {
        const icu::UnicodeString w = wide(clean);
        icu::ParsePosition at(0);
        const UDate moment = format->parse(w, at);
        if (at.getErrorIndex() < 0 && at.getIndex() == w.length()) {
            const int minutes = int(std::fmod(moment / 60000.0, 1440));
            if (minutes >= 0) return minutes;
        }
    }
    // As a clock shows it, and as it is typed in haste: 9:30, 09.30, 0930.
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

string dateMisfit(const string& text) {
    if (trimmed(text).empty() || dayMeant(text, Day(std::chrono::sys_days(std::chrono::days(0))))) return "";
    return "a date such as 2026-04-01, today or today+7 is expected";
}

Day todayHere() {
    std::time_t now = std::time(nullptr);
    std::tm local{};
    localtime_r(&now, &local);
    return Day(std::chrono::year(local.tm_year + 1900), std::chrono::month(unsigned(local.tm_mon + 1)),
               std::chrono::day(unsigned(local.tm_mday)));
}

string patternMisfit(const string& pattern) {
    UErrorCode error = U_ZERO_ERROR;
    UParseError where{};
    std::unique_ptr<icu::RegexPattern> read(icu::RegexPattern::compile(wide(pattern), 0, where, error));
    if (U_SUCCESS(error)) return "";
    return "the pattern cannot be read at character " + std::to_string(where.offset > 0 ? where.offset : 1);
}

bool matchesWhole(const string& text, const string& pattern) {
    UErrorCode error = U_ZERO_ERROR;
    icu::UnicodeString w = wide(text);
    icu::RegexMatcher matcher(wide(pattern), 0, error);
    if (U_FAILURE(error)) return false;
    matcher.reset(w);
    matcher.setTimeLimit(200, error);  // steps of matching, about a tenth of a second: a runaway pattern is stopped
    bool matches = matcher.matches(error);
    return U_SUCCESS(error) && matches;
}

std::vector<string> plainWords(const string& text) {
    UErrorCode error = U_ZERO_ERROR;
    icu::UnicodeString w = wide(text);
    thread_local const std::unique_ptr<icu::Transliterator> plain(icu::Transliterator::createInstance(
        "de-ASCII; Greek-Latin/UNGEGN; Any-Latin; Latin-ASCII", UTRANS_FORWARD, error));
    if (plain) plain->transliterate(w);
    std::vector<string> words;
    bool open = false;
    for (char c : narrow(w)) {
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
