#include "core/text/typed_moments.h"

#include <unicode/locid.h>
#include <unicode/uchar.h>

#include <algorithm>
#include <array>
#include <set>

#include "core/text/icu_text.h"

namespace brindel {
namespace {

using std::string;

// ---- what is typed, in numbers and words ----

struct Said {
    bool number = false;
    std::u32string said;
    std::u32string before;  // what stands between it and the one before
};

constexpr std::u32string_view turning = U"\u200E\u200F\u061C\u202A\u202B\u202C\u202D\u202E\u2066\u2067\u2068\u2069";
constexpr std::u32string_view parting =
    U" \t\n\r.,/-:'\u00A0\u2007\u2009\u202F\u2010\u2011\u2012\u2013\u2019\u05BE\u3000";

/// Numbers and words of a text, in small letters and digits 0 to 9; nothing where anything else is in it, or where they
/// are more than three signs apart.
std::optional<std::vector<Said>> saidIn(const string& text, const string& language) {
    if (text.empty() || text.size() > 100) return std::nullopt;
    icu::UnicodeString w = wide(text);
    w.toLower(icu::Locale((language + "@calendar=gregorian").c_str()));
    std::vector<Said> tokens;
    std::u32string between;
    bool open = false;  // the token goes on
    for (int32_t i = 0; i < w.length(); i = w.moveIndex32(i, 1)) {
        char32_t c = char32_t(w.char32At(i));
        if (turning.find(c) != turning.npos || c == 0x307) continue;
        const int32_t digit = u_charDigitValue(UChar32(c));
        // In Hebrew a short form has its sign before the last letter.
        if (c == U'"' && open && !tokens.back().number) c = U'\u05F4';
        const bool letter = digit < 0 && parting.find(c) == parting.npos && (c >= 0x80 || (c >= U'a' && c <= U'z'));
        if (digit < 0 && !letter) {
            if (parting.find(c) == parting.npos || between.size() >= 3) return std::nullopt;
            between += c;
            open = false;
            continue;
        }
        if (!open || tokens.back().number == letter) {
            if (tokens.empty() && !between.empty()) return std::nullopt;
            tokens.push_back({digit >= 0, {}, std::exchange(between, {})});
        }
        tokens.back().said += digit >= 0 ? char32_t(U'0' + digit) : c;
        open = true;
    }
    if (tokens.empty() || tokens.size() > 12 || between.find(U':') != between.npos) return std::nullopt;
    return tokens;
}

string narrowed(const std::u32string& said) {
    icu::UnicodeString w;
    for (char32_t c : said) w.append(UChar32(c));
    return narrow(w);
}
int numberIn(const std::u32string& digits) {
    int number = 0;
    for (std::size_t i = 0; i < std::min<std::size_t>(digits.size(), 6); ++i)
        number = number * 10 + int(digits[i] - U'0');
    return number;
}

/// The number of a name: itself, or three letters and more that only one long name begins with. -1 for none.
int numberOf(const std::vector<std::pair<string, int>>& names, const std::u32string& said) {
    const string word = narrowed(said);
    for (const auto& [name, number] : names)
        if (name == word) return number;
    if (said.size() < 3) return -1;
    std::set<int> begun;
    for (const auto& [name, number] : names)
        if (name.size() > word.size() && name.starts_with(word)) begun.insert(number);
    return begun.size() == 1 ? *begun.begin() : -1;
}
bool isAmong(const std::vector<string>& words, const std::u32string& said) {
    return std::ranges::find(words, narrowed(said)) != words.end();
}

// ---- years, days ----

/// A year as it is said; nothing for one of neither two nor four digits.
std::optional<int> yearSaid(const std::u32string& digits) {
    if (digits.size() == 4) return numberIn(digits);
    return digits.size() == 2 ? std::optional(numberIn(digits) - 10000) : std::nullopt;  // below 0: its century is open
}

/// The day of these numbers; a year whose century is open is taken as the field takes days.
std::optional<Day> dayFrom(int year, int month, int day, const DaysTaken& taken) {
    auto on = [&](int full) {
        const Day made{std::chrono::year(full), std::chrono::month(unsigned(month)), std::chrono::day(unsigned(day))};
        return made.ok() ? std::optional(made) : std::nullopt;
    };
    if (month < 1 || day < 1) return std::nullopt;
    if (year >= 0) return on(year);
    const int two = year + 10000;
    const auto usual = on(two + (two < 69 ? 2000 : 1900)), other = on(two + (two < 69 ? 1900 : 2000));
    auto fits = [&](const std::optional<Day>& one) {
        return one && (!taken.earliest || *one >= *taken.earliest) && (!taken.latest || *one <= *taken.latest);
    };
    return !fits(usual) && fits(other) ? other : usual;
}

// ---- by a pattern ----

struct PatternPart {
    char letter = 0;  // 0 for wording
    std::size_t count = 0;
    std::u32string wording = {};
};
std::vector<PatternPart> partsOf(const string& pattern) {
    std::vector<PatternPart> parts;
    const icu::UnicodeString w = wide(pattern);
    auto isLetter = [&](int32_t i) {
        const char16_t c = w.charAt(i);
        return (c >= u'a' && c <= u'z') || (c >= u'A' && c <= u'Z');
    };
    for (int32_t i = 0; i < w.length();) {
        if (w.charAt(i) == u'\'') {
            const int32_t close = w.indexOf(u'\'', i + 1), end = close < 0 ? w.length() : close;
            PatternPart part;
            for (int32_t k = i + 1; k < end; k = w.moveIndex32(k, 1)) part.wording += char32_t(w.char32At(k));
            if (end == i + 1) part.wording = U"'";
            parts.push_back(std::move(part));
            i = end + 1;
        } else if (isLetter(i)) {
            int32_t end = i + 1;
            while (end < w.length() && w.charAt(end) == w.charAt(i)) ++end;
            parts.push_back({char(w.charAt(i)), std::size_t(end - i)});
            i = end;
        } else {
            parts.push_back({0, 0, std::u32string(1, char32_t(w.char32At(i)))});
            i = w.moveIndex32(i, 1);
        }
    }
    return parts;
}
bool isNamed(const PatternPart& part) {
    return ((part.letter == 'M' || part.letter == 'L') && part.count > 2) || part.letter == 'E' || part.letter == 'c' ||
           part.letter == 'a';
}

struct Moment {
    int year = 1970, month = 1, day = 1, weekday = -1, hours = 0, minutes = 0, half = -1;
};

/// A text as it is read: small letters, digits of any script as 0 to 9, one sort of blank, no marks of direction.
std::u32string readable(const icu::UnicodeString& text, bool digits) {
    std::u32string out;
    for (int32_t i = 0; i < text.length(); i = text.moveIndex32(i, 1)) {
        const UChar32 c = text.char32At(i);
        if (turning.find(char32_t(c)) != turning.npos || (digits && c == 0x307)) continue;
        const int32_t digit = digits ? u_charDigitValue(c) : -1;
        out += digit >= 0 ? char32_t(U'0' + digit) : u_isUWhiteSpace(c) || c == 0x202F ? U' ' : char32_t(c);
    }
    return out;
}

/// Takes wording of a pattern off the front; false where it is not there.
bool takeWording(std::u32string& left, const PatternPart& part) {
    icu::UnicodeString wording;
    for (char32_t c : part.wording) wording.append(UChar32(c));
    const std::u32string plain = readable(wording.toLower(), false);
    if (!left.starts_with(plain)) return false;
    left.erase(0, plain.size());
    return true;
}

/// Takes the longest of the names off the front, whatever points are in it: its number; -1 where there is none.
int takeName(std::u32string& left, const std::vector<std::pair<string, int>>& names) {
    std::size_t longest = 0;
    int best = -1;
    for (const auto& [name, number] : names) {
        const icu::UnicodeString wideName = wide(name);
        std::size_t in = 0;
        int32_t k = 0;
        while (k < wideName.length() && in < left.size()) {
            if (UChar32(left[in]) != wideName.char32At(k)) {
                if (k == 0 || (left[in] != U'.' && left[in] != U' ')) break;
                ++in;
                continue;
            }
            ++in;
            k = wideName.moveIndex32(k, 1);
        }
        if (k >= wideName.length() && in > longest) longest = in, best = number;
    }
    left.erase(0, longest);
    return best;
}

/// Sets what a number means by its letter; false for one that cannot be.
bool setPart(Moment& at, char letter, const std::u32string& digits) {
    const int number = numberIn(digits);
    // The hours of each letter, from the least to the most, and what the greatest of them is a whole round of.
    struct Hours {
        char letter;
        int least, most, round;
    };
    static constexpr Hours hours[] = {{'H', 0, 23, 24}, {'k', 1, 24, 24}, {'h', 1, 12, 12}, {'K', 0, 11, 12}};
    for (const Hours& h : hours)
        if (h.letter == letter) {
            at.hours = number % h.round;
            return number >= h.least && number <= h.most;
        }
    switch (letter) {
        case 'd':
            at.day = number;
            return true;
        case 'M':
        case 'L':
            at.month = number;
            return true;
        case 'y':
        case 'u': {
            const auto year = yearSaid(digits);
            at.year = year.value_or(0);
            return year.has_value();
        }
        case 'm':
            at.minutes = number;
            return digits.size() == 2 && number <= 59;
        default:
            return false;
    }
}

/// What a whole text says by a pattern, part by part; nothing where it says nothing.
std::optional<Moment> readBy(const string& pattern, const string& text, const string& language) {
    const MomentWords& words = momentWordsOf(language);
    icu::UnicodeString w = wide(text);
    w.toLower(icu::Locale((language + "@calendar=gregorian").c_str()));
    std::u32string left = readable(w, true);
    const auto parts = partsOf(pattern);
    Moment at;
    for (std::size_t i = 0; i < parts.size(); ++i) {
        const PatternPart& part = parts[i];
        const bool month = part.letter == 'M' || part.letter == 'L';
        if (part.letter == 0) {
            if (!takeWording(left, part)) return std::nullopt;
        } else if (isNamed(part)) {
            const int named = takeName(left, part.letter == 'a' ? words.halves : month ? words.months : words.days);
            if (named < 0) return std::nullopt;
            // A short form may have its point, or not.
            const bool pointed =
                i + 1 < parts.size() && parts[i + 1].letter == 0 && parts[i + 1].wording.starts_with(U".");
            if (left.starts_with(U".") && !pointed) left.erase(0, 1);
            (part.letter == 'a' ? at.half : month ? at.month : at.weekday) = named;
        } else {
            const bool abuts = i + 1 < parts.size() && parts[i + 1].letter != 0 && !isNamed(parts[i + 1]);
            std::size_t end = 0;
            while (end < left.size() && left[end] >= U'0' && left[end] <= U'9' && (!abuts || end < part.count)) ++end;
            if (end == 0 || end > 4 || !setPart(at, part.letter, left.substr(0, end))) return std::nullopt;
            left.erase(0, end);
        }
    }
    while (left.ends_with(U'.') || left.ends_with(U' ')) left.pop_back();
    if (!left.empty()) return std::nullopt;
    return at;
}

bool isOn(int weekday, Day day) {
    return weekday < 0 || std::chrono::weekday(std::chrono::sys_days(day)).c_encoding() == unsigned(weekday);
}

/// Numbers of a date in one order.
std::optional<Day> inOrder(const std::array<std::u32string, 3>& said, const string& order, const DaysTaken& taken) {
    int year = 0, month = 0, day = 0;
    for (std::size_t i = 0; i < 3; ++i) {
        if (order[i] == 'y') {
            const auto meant = yearSaid(said[i]);
            if (!meant) return std::nullopt;
            year = *meant;
        } else if (said[i].size() > 2) {
            return std::nullopt;
        } else {
            (order[i] == 'm' ? month : day) = numberIn(said[i]);
        }
    }
    return dayFrom(year, month, day, taken);
}

}  // namespace

std::optional<Day> dateTyped(const string& text, const string& pattern, const string& language,
                             const DaysTaken& taken) {
    const string clean = trimmed(text);
    if (clean.empty() || clean.size() > 100) return std::nullopt;
    if (auto iso = isoDateRead(clean)) return iso;
    if (const auto at = readBy(pattern.empty() ? "yyyy-MM-dd" : pattern, clean, language))
        if (const auto day = dayFrom(at->year, at->month, at->day, taken); day && isOn(at->weekday, *day)) return day;
    const auto tokens = saidIn(clean, language);
    if (!tokens) return std::nullopt;
    const MomentWords& words = momentWordsOf(language);
    std::vector<std::u32string> numbers;
    int month = -1, weekday = -1;
    for (const Said& token : *tokens) {
        if (token.before.find(U':') != token.before.npos) return std::nullopt;
        if (token.number) {
            numbers.push_back(token.said);
        } else if (isAmong(words.passedOver, token.said)) {
            continue;
        } else if (const int named = numberOf(words.months, token.said); named >= 0) {
            if (month >= 0) return std::nullopt;
            month = named;
        } else if (const int of = numberOf(words.days, token.said); of >= 0) {
            if (weekday >= 0) return std::nullopt;
            weekday = of;
        } else {
            return std::nullopt;
        }
    }
    const string order = !words.order.empty() ? words.order : orderIn(pattern);
    std::optional<Day> day;
    if (month >= 0) {
        if (numbers.size() != 2) return std::nullopt;
        auto as = [&](const std::u32string& of, const std::u32string& in) {
            const auto year = yearSaid(in);
            return year && of.size() <= 2 ? dayFrom(*year, month, numberIn(of), taken) : std::nullopt;
        };
        // Of two numbers of two digits the first is the day, where the language does not begin with the year.
        const bool yearFirst = numbers[1].size() <= 2 && (numbers[0].size() > 2 || order.starts_with('y'));
        day = yearFirst ? as(numbers[1], numbers[0]) : as(numbers[0], numbers[1]);
    } else {
        if (numbers.size() != 3) return std::nullopt;
        const std::array<std::u32string, 3> said = {numbers[0], numbers[1], numbers[2]};
        if (said[0].size() > 2) {
            day = inOrder(said, "ymd", taken);
        } else {
            // By the language's order; by another one where that alone is a date. A year in front that has two digits
            // is read in no other language, but stands against a reading.
            if (!order.empty()) day = inOrder(said, order, taken);
            std::set<std::chrono::sys_days> others;
            bool endsWithYear = false;
            for (const char* other : {"dmy", "mdy", "ymd"})
                if (const auto read = inOrder(said, other, taken)) {
                    others.insert(std::chrono::sys_days(*read));
                    endsWithYear = endsWithYear || other[2] == 'y';
                }
            if (!day && others.size() == 1 && endsWithYear) day = Day(*others.begin());
        }
    }
    return day && isOn(weekday, *day) ? day : std::nullopt;
}

std::optional<int> timeTyped(const string& text, const string& pattern, const string& language) {
    const string clean = trimmed(text);
    if (clean.empty() || clean.size() > 100) return std::nullopt;
    if (const auto at = readBy(pattern.empty() ? "HH:mm" : pattern, clean, language))
        return at->minutes + at->hours * 60 + (at->half > 0 && at->hours < 12 ? 720 : 0);
    auto tokens = saidIn(clean, language);
    if (!tokens) return std::nullopt;
    // The two letters of a half of the day may have points between them.
    for (std::size_t i = 0; i + 1 < tokens->size();) {
        Said &one = (*tokens)[i], &next = (*tokens)[i + 1];
        if (!one.number && !next.number && one.said.size() == 1 && next.said.size() == 1) {
            one.said += next.said;
            tokens->erase(tokens->begin() + std::ptrdiff_t(i) + 1);
        } else {
            ++i;
        }
    }
    const MomentWords& words = momentWordsOf(language);
    std::vector<std::u32string> numbers;
    int half = -1;
    bool hourSaid = false;
    for (const Said& token : *tokens) {
        if (token.before.find_first_of(U"/-\u2010\u2011\u2012\u2013\u05BE") != token.before.npos && token.number)
            return std::nullopt;
        if (token.number) {
            numbers.push_back(token.said);
        } else if (const auto found =
                       std::ranges::find(words.halves, narrowed(token.said), &std::pair<string, int>::first);
                   found != words.halves.end()) {
            if (half >= 0) return std::nullopt;
            half = found->second;
        } else if (isAmong(words.hours, token.said)) {
            if (hourSaid) return std::nullopt;
            hourSaid = true;
        } else if (!isAmong(words.passedOver, token.said)) {
            return std::nullopt;
        }
    }
    int hours = -1, minutes = 0;
    if (numbers.size() == 1 && (numbers[0].size() == 3 || numbers[0].size() == 4)) {
        const std::size_t cut = numbers[0].size() - 2;
        hours = numberIn(numbers[0].substr(0, cut));
        minutes = numberIn(numbers[0].substr(cut));
    } else if (numbers.size() == 1 && numbers[0].size() <= 2 && (hourSaid || half >= 0)) {
        hours = numberIn(numbers[0]);
    } else if (numbers.size() == 2 && numbers[0].size() <= 2 && numbers[1].size() == 2) {
        hours = numberIn(numbers[0]);
        minutes = numberIn(numbers[1]);
    }
    if (hours < 0 || hours > 23 || minutes > 59 || (half >= 0 && (hours < 1 || hours > 12))) return std::nullopt;
    if (half >= 0) hours = hours % 12 + (half > 0 ? 12 : 0);
    return hours * 60 + minutes;
}

namespace {
template <class Reads>
bool goesOn(const string& text, std::initializer_list<const char*> with, Reads reads) {
    const string clean = trimmed(text);
    for (char digit = '0'; digit <= '9'; ++digit)
        if (reads(clean + digit)) return true;
    return std::ranges::any_of(with, [&](const char* more) { return reads(clean + more); });
}
}  // namespace

bool isWholeDate(const string& text, const string& pattern, const string& language, const DaysTaken& taken) {
    auto reads = [&](const string& more) { return dateTyped(more, pattern, language, taken).has_value(); };
    return reads(text) && !goesOn(text, {"26"}, reads);
}

bool isWholeTime(const string& text, const string& pattern, const string& language) {
    auto reads = [&](const string& more) { return timeTyped(more, pattern, language).has_value(); };
    if (!reads(text) || goesOn(text, {"30", " 30"}, reads)) return false;
    // A half of the day may follow where the pattern has one, or where the hour is said in one digit.
    const string clean = trimmed(text);
    const bool oneDigit = clean.size() > 1 && clean[0] >= '1' && clean[0] <= '9' && (clean[1] < '0' || clean[1] > '9');
    const bool halved = pattern.find('a') != string::npos;
    return !((halved || oneDigit) && reads(clean + " pm"));
}

}  // namespace brindel
