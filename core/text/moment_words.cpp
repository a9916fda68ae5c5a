#include "core/text/moment_words.h"

#include <unicode/dtfmtsym.h>
#include <unicode/dtptngen.h>
#include <unicode/normalizer2.h>
#include <unicode/uchar.h>

#include <algorithm>
#include <map>
#include <memory>

#include "core/text/filler_language.h"
#include "core/text/icu_text.h"

namespace brindel {

using std::string;

string orderIn(const string& pattern) {
    string order;
    bool quoted = false;
    for (char c : pattern) {
        if (c == '\'') quoted = !quoted;
        const char part = c == 'L' ? 'm' : c == 'M' ? 'm' : c == 'u' ? 'y' : c;
        if (!quoted && (part == 'd' || part == 'm' || part == 'y') && order.find(part) == string::npos) order += part;
    }
    return order.size() == 3 ? order : "";
}

namespace {

/// Without what stands above and below letters, and Turkish ı as i: as it is typed on a keyboard of another country.
icu::UnicodeString plainLetters(const icu::UnicodeString& text) {
    UErrorCode error = U_ZERO_ERROR;
    const icu::Normalizer2* apart = icu::Normalizer2::getNFDInstance(error);
    icu::UnicodeString out;
    const icu::UnicodeString all = U_SUCCESS(error) ? apart->normalize(text, error) : text;
    for (int32_t i = 0; i < all.length(); i = all.moveIndex32(i, 1)) {
        const UChar32 c = all.char32At(i);
        if (u_charType(c) == U_NON_SPACING_MARK) continue;
        out.append(c == 0x131 ? UChar32('i') : c);
    }
    return out;
}

/// A name as it is looked for: small letters, no points, no blanks.
icu::UnicodeString lookedFor(icu::UnicodeString name, const icu::Locale& locale) {
    name.toLower(locale);
    icu::UnicodeString out;
    for (int32_t i = 0; i < name.length(); i = name.moveIndex32(i, 1)) {
        const UChar32 c = name.char32At(i);
        if (c == '.' || u_isUWhiteSpace(c) || c == 0x307) continue;
        out.append(c);
    }
    return out;
}

/// Adds names under their number, each with and without marks.
void addNames(std::vector<std::pair<string, int>>& to, const icu::UnicodeString* names, int32_t count, int32_t skip,
              int first, const icu::Locale& locale, const icu::UnicodeString& before = {}) {
    for (int32_t i = skip; i < count; ++i) {
        const icu::UnicodeString name = lookedFor(before + names[i], locale);
        for (const icu::UnicodeString& one : {name, plainLetters(name)}) {
            const std::pair<string, int> entry{narrow(one), first + (i - skip)};
            if (!name.isEmpty() && std::ranges::find(to, entry) == to.end()) to.push_back(entry);
        }
    }
}

/// True for a language that is written in several orders when nobody says where: English.
bool hasSeveralOrders(const string& language) {
    return language.empty() || language == "en";
}

string bestPattern(const string& language, const char* skeleton) {
    UErrorCode error = U_ZERO_ERROR;
    const icu::Locale locale((language + "@calendar=gregorian").c_str());
    const std::unique_ptr<icu::DateTimePatternGenerator> made(
        icu::DateTimePatternGenerator::createInstance(locale, error));
    if (U_FAILURE(error)) return "yyyy-MM-dd";
    return narrow(made->getBestPattern(icu::UnicodeString(skeleton), error));
}

MomentWords wordsMade(const string& language) {
    MomentWords words;
    const icu::Locale locale((language + "@calendar=gregorian").c_str());
    if (!hasSeveralOrders(language)) words.order = orderIn(bestPattern(language, "yMMdd"));
    UErrorCode error = U_ZERO_ERROR;
    const icu::DateFormatSymbols names(locale, error);
    using D = icu::DateFormatSymbols;
    const bool hebrew = string(locale.getLanguage()) == "he" || string(locale.getLanguage()) == "iw";
    for (const auto width : {D::WIDE, D::ABBREVIATED})
        for (const auto where : {D::FORMAT, D::STANDALONE}) {
            int32_t count = 0;
            const auto* months = names.getMonths(count, where, width);
            addNames(words.months, months, std::min(count, 12), 0, 1, locale);
            // In Hebrew “in” is the first letter of the month.
            if (hebrew) addNames(words.months, months, std::min(count, 12), 0, 1, locale, icu::UnicodeString(u"ב"));
            const auto* days = names.getWeekdays(count, where, width);
            addNames(words.days, days, std::min(count, 8), 1, 0, locale);
            // And a weekday may be said without the word for day.
            if (hebrew)
                for (int32_t i = 1; i < std::min(count, 8); ++i)
                    if (icu::UnicodeString rest = days[i]; rest.startsWith(u"יום ")) {
                        rest.remove(0, 4);
                        addNames(words.days, &rest, 1, 0, i - 1, locale);
                    }
        }
    int32_t count = 0;
    const auto* halves = names.getAmPmStrings(count);
    addNames(words.halves, halves, std::min(count, 2), 0, 0, locale);
    for (const auto& half : {std::pair<string, int>("am", 0), std::pair<string, int>("pm", 1)})
        if (std::ranges::find(words.halves, half) == words.halves.end()) words.halves.push_back(half);
    for (const FillerLanguage* one : fillerLanguages())
        if (one->code == locale.getLanguage() || (hebrew && one->code == "he")) {
            words.hours.assign(one->hours.begin(), one->hours.end());
            words.passedOver.assign(one->passedOver.begin(), one->passedOver.end());
            for (const HalfOfDay& half : one->halves) words.halves.emplace_back(half.word, half.half);
            for (std::size_t i = 0; i < one->months.size(); ++i) words.months.emplace_back(one->months[i], int(i) + 1);
        }
    return words;
}

}  // namespace

const MomentWords& momentWordsOf(const string& language) {
    thread_local std::map<string, std::unique_ptr<const MomentWords>> made;
    if (made.size() > 100) made.clear();
    auto& one = made[language];
    if (!one) one = std::make_unique<const MomentWords>(wordsMade(language));
    return *one;
}

string usualDatePattern(const string& language) {
    if (hasSeveralOrders(language)) return "d MMM yyyy";
    string pattern = bestPattern(language, "yMMdd"), out;
    // A year of one letter is one of as many digits as it takes: four are meant.
    for (std::size_t i = 0; i < pattern.size();) {
        std::size_t end = i;
        while (end < pattern.size() && pattern[end] == pattern[i]) ++end;
        out += pattern[i] == 'y' ? "yyyy" : pattern.substr(i, end - i);
        i = end;
    }
    // Marks of direction are no part of a pattern that people see and change.
    for (const char* mark : {"\u200E", "\u200F", "\u061C"})
        for (std::size_t at; (at = out.find(mark)) != string::npos;) out.erase(at, string(mark).size());
    return out;
}

}  // namespace brindel
