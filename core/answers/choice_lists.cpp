#include "core/answers/choice_lists.h"

#include <unicode/coll.h>
#include <unicode/dtfmtsym.h>
#include <unicode/locid.h>
#include <unicode/measunit.h>
#include <unicode/numberformatter.h>
#include <unicode/ucurr.h>
#include <unicode/uloc.h>

#include <algorithm>
#include <cmath>
#include <set>

#include "core/text/icu_text.h"
#include "core/text/phrases.h"
#include "core/text/table_rows.h"
#include "core/text/words.h"

namespace brindel {
namespace {

using std::string;

void byAlphabet(Choices& choices, const icu::Locale& locale) {
    UErrorCode error = U_ZERO_ERROR;
    const std::unique_ptr<icu::Collator> order(icu::Collator::createInstance(locale, error));
    if (U_FAILURE(error)) return;
    std::ranges::stable_sort(choices, [&](const Choice& a, const Choice& b) {
        UErrorCode ignored = U_ZERO_ERROR;
        return order->compareUTF8(a.text, b.text, ignored) == UCOL_LESS;
    });
}

Choices calendarNames(const icu::Locale& locale, bool months, icu::DateFormatSymbols::DtWidthType width) {
    UErrorCode error = U_ZERO_ERROR;
    const icu::DateFormatSymbols symbols(locale, error);
    if (U_FAILURE(error)) return {};
    int32_t count = 0;
    const icu::UnicodeString* names = months ? symbols.getMonths(count, icu::DateFormatSymbols::STANDALONE, width)
                                             : symbols.getWeekdays(count, icu::DateFormatSymbols::STANDALONE, width);
    Choices all;
    if (months) {
        for (int32_t i = 0; i < std::min(count, 12); ++i) all.push_back({std::to_string(i + 1), narrow(names[i])});
        return all;
    }
    // Monday is 1, as in ISO 8601; the list begins where the week does.
    const std::unique_ptr<icu::Calendar> calendar(icu::Calendar::createInstance(locale, error));
    const int first = U_SUCCESS(error) ? int(calendar->getFirstDayOfWeek(error)) : 2;
    for (int i = 0; i < 7; ++i) {
        const int day = (first - 1 + i) % 7 + 1;  // 1 is Sunday
        if (day < count) all.push_back({std::to_string(day == 1 ? 7 : day - 1), narrow(names[day])});
    }
    return all;
}

Choices countryNames(const icu::Locale& locale) {
    Choices all;
    for (const char* const* code = icu::Locale::getISOCountries(); *code; ++code) {
        icu::UnicodeString name;
        icu::Locale("", *code).getDisplayCountry(locale, name);
        if (const string text = narrow(name); text != *code) all.push_back({*code, text});
    }
    byAlphabet(all, locale);
    return all;
}

Choices currencyNames(const icu::Locale& locale) {
    UErrorCode error = U_ZERO_ERROR;
    const std::unique_ptr<UEnumeration, void (*)(UEnumeration*)> codes(
        ucurr_openISOCurrencies(UCURR_COMMON | UCURR_NON_DEPRECATED, &error), uenum_close);
    Choices all;
    int32_t length = 0;
    while (const char* code = U_SUCCESS(error) ? uenum_next(codes.get(), &length, &error) : nullptr) {
        icu::UnicodeString wide = icu::UnicodeString::fromUTF8(code);
        UErrorCode ignored = U_ZERO_ERROR;
        int32_t size = 0;
        const char16_t* name =
            ucurr_getName(wide.getTerminatedBuffer(), locale.getName(), UCURR_LONG_NAME, nullptr, &size, &ignored);
        if (const string text = narrow(icu::UnicodeString(name, size)); text != code) all.push_back({code, text});
    }
    byAlphabet(all, locale);
    return all;
}

Choices languageNames(const icu::Locale& locale) {
    Choices all;
    for (const char* const* code = icu::Locale::getISOLanguages(); *code; ++code) {
        if (string(*code).size() != 2) continue;  // those that most people have heard of
        icu::UnicodeString name;
        icu::Locale(*code).getDisplayLanguage(locale, name);
        if (const string text = narrow(name); text != *code) all.push_back({*code, text});
    }
    byAlphabet(all, locale);
    return all;
}

/// The units that forms ask for, by their signs.
Choices unitNames(const icu::Locale& locale) {
    static const std::pair<const char*, const char*> units[] = {{"mm", "millimeter"},
                                                                {"cm", "centimeter"},
                                                                {"m", "meter"},
                                                                {"km", "kilometer"},
                                                                {"in", "inch"},
                                                                {"ft", "foot"},
                                                                {"yd", "yard"},
                                                                {"mi", "mile"},
                                                                {"nmi", "nautical-mile"},
                                                                {"m²", "square-meter"},
                                                                {"ha", "hectare"},
                                                                {"km²", "square-kilometer"},
                                                                {"ml", "milliliter"},
                                                                {"l", "liter"},
                                                                {"m³", "cubic-meter"},
                                                                {"g", "gram"},
                                                                {"kg", "kilogram"},
                                                                {"t", "tonne"},
                                                                {"lb", "pound"},
                                                                {"s", "second"},
                                                                {"min", "minute"},
                                                                {"h", "hour"},
                                                                {"d", "day"},
                                                                {"wk", "week"},
                                                                {"°C", "celsius"},
                                                                {"km/h", "kilometer-per-hour"},
                                                                {"kn", "knot"},
                                                                {"W", "watt"},
                                                                {"kW", "kilowatt"},
                                                                {"kWh", "kilowatt-hour"},
                                                                {"V", "volt"},
                                                                {"A", "ampere"},
                                                                {"bar", "bar"},
                                                                {"%", "percent"}};
    Choices all;
    for (const auto& [sign, name] : units) {
        UErrorCode error = U_ZERO_ERROR;
        const icu::MeasureUnit unit = icu::MeasureUnit::forIdentifier(name, error);
        // A number with its unit, whose number is taken away.
        const string said = narrow(icu::number::NumberFormatter::withLocale(locale)
                                       .unit(unit)
                                       .unitWidth(UNUM_UNIT_WIDTH_FULL_NAME)
                                       .formatInt(8, error)
                                       .toString(error));
        if (U_FAILURE(error)) continue;
        string text = said;
        for (const char* eight : {"8", "٨", "۸", "८"})
            if (const auto at = text.find(eight); at != string::npos) text.erase(at, string(eight).size());
        text = trimmed(text);
        while (text.starts_with("\xC2\xA0")) text = trimmed(text.substr(2));
        all.push_back({sign, text.empty() || text == sign ? string(sign) : text + " (" + sign + ")"});
    }
    return all;
}

/// The column of a heading; the first when there is none of that name, `otherwise` when none is asked for.
std::size_t columnOf(const TextTable& table, const string& heading, std::size_t otherwise) {
    if (table.empty() || heading.empty()) return otherwise;
    const auto at = std::ranges::find(table[0], heading);
    return at == table[0].end() ? otherwise : std::size_t(at - table[0].begin());
}

Choices columnChoices(const Control& c) {
    const auto table = readTable(c.text(Prop::listText));
    Choices all;
    if (!table || table->empty()) return all;
    const std::size_t column = columnOf(*table, c.text(Prop::listColumn), 0);
    const bool grouped = has(c.kind, Prop::choicesBy) && c.reference(Prop::choicesBy) != noControl;
    // What they are grouped by stands beside them when nothing is said of it.
    const std::size_t groups = columnOf(*table, c.text(Prop::listGroups), column == 0 ? 1 : 0);
    std::set<std::pair<string, string>> seen;
    for (std::size_t i = 1; i < table->size() && all.size() < mostChoices; ++i) {
        const auto& row = (*table)[i];
        const string text = column < row.size() ? trimmed(row[column]) : "";
        if (text.empty()) continue;
        Choice one{grouped && groups < row.size() ? trimmed(row[groups]) : text, text};
        if (seen.insert({one.value, one.text}).second) all.push_back(std::move(one));
    }
    return all;
}

}  // namespace

Choices readyList(ReadyList which, const string& language) {
    const icu::Locale locale = icu::Locale::createCanonical(language.c_str());
    using S = icu::DateFormatSymbols;
    switch (which) {
        case ReadyList::months:
            return calendarNames(locale, true, S::WIDE);
        case ReadyList::monthsShort:
            return calendarNames(locale, true, S::ABBREVIATED);
        case ReadyList::weekdays:
            return calendarNames(locale, false, S::WIDE);
        case ReadyList::weekdaysShort:
            return calendarNames(locale, false, S::ABBREVIATED);
        case ReadyList::yesNo:
            return {{"yes", phrase(Phrase::yes, language)}, {"no", phrase(Phrase::no, language)}};
        case ReadyList::countries:
            return countryNames(locale);
        case ReadyList::currencies:
            return currencyNames(locale);
        case ReadyList::languages:
            return languageNames(locale);
        case ReadyList::units:
            return unitNames(locale);
    }
    return {};
}

Choices numberRun(double from, double to, double step) {
    Choices all;
    step = std::abs(step);
    if (!std::isfinite(from) || !std::isfinite(to) || !std::isfinite(step) || step == 0) return all;
    // Steps such as 0.1 do not add up in binary: each number is taken to as many places as its parts have.
    const int places = std::min(15, std::max({decimalsOf(from), decimalsOf(step)}));
    const double factor = std::pow(10, places), way = to < from ? -step : step;
    const double last = std::floor(std::abs(to - from) / step + 1e-9);
    for (std::size_t i = 0; double(i) <= last && i < mostChoices; ++i) {
        const double exact = from + double(i) * way;
        const string text = exactText(std::abs(exact) < 1e9 ? std::round(exact * factor) / factor : exact);
        all.push_back({text, text});
    }
    return all;
}

Result<TextTable> readTable(const string& text, std::size_t mostRows, std::size_t mostColumnsRead) {
    const std::size_t firstEnd = std::min(text.find('\n'), text.size());
    auto count = [&](char sign) { return std::count(text.begin(), text.begin() + long(firstEnd), sign); };
    const char parts = count('\t') > 0 ? '\t' : count(';') > count(',') ? ';' : ',';
    TextTable table;
    TableRows rows(text, parts, mostColumnsRead);
    for (std::vector<string> row; rows.next(row); table.push_back(std::move(row))) {
        if (row.size() > mostColumnsRead)
            return failure("line " + std::to_string(rows.line()),
                           said("A list has at most {} columns.", mostColumnsRead));
        if (table.size() >= mostRows) return failure("", said("A list has at most {} rows.", mostRows));
    }
    if (rows.isOpen())
        return failure("line " + std::to_string(rows.line()), said("A quote \" that is opened here is never closed."));
    return table;
}

Choices choicesFromLines(const string& lines) {
    Choices all;
    std::size_t at = 0;
    while (at <= lines.size() && all.size() < mostChoices) {
        const std::size_t end = std::min(lines.find('\n', at), lines.size());
        const string line = lines.substr(at, end - at);
        at = end + 1;
        const std::size_t tab = line.find('\t'), sign = line.find(" = ");
        const std::size_t cut = tab != string::npos ? tab : sign;
        const string text = trimmed(cut == string::npos ? line : line.substr(cut + (tab != string::npos ? 1 : 3)));
        const string value = cut == string::npos ? text : trimmed(line.substr(0, cut));
        if (!text.empty() || !value.empty()) all.push_back({value.empty() ? text : value, text.empty() ? value : text});
    }
    return all;
}

string choicesAsLines(const Choices& choices) {
    string lines;
    for (const Choice& c : choices)
        lines += (lines.empty() ? "" : "\n") + (c.value == c.text ? c.text : c.value + " = " + c.text);
    return lines;
}

Choices sortedChoices(Choices choices, const string& language) {
    byAlphabet(choices, icu::Locale::createCanonical(language.c_str()));
    return choices;
}

Choices withoutDoubles(const Choices& choices) {
    Choices once;
    std::set<string> seen;
    for (const Choice& c : choices)
        if (seen.insert(c.text).second) once.push_back(c);
    return once;
}

bool isRunOfNumbers(const Control& control) {
    return has(control.kind, Prop::choices) && control.as<ChoicesFrom>() == ChoicesFrom::run;
}

Choices choicesOf(const Control& c, const string& language, const string* group) {
    Choices all;
    switch (c.as<ChoicesFrom>()) {
        case ChoicesFrom::typed:
            all = c.choices();
            break;
        case ChoicesFrom::ready:
            all = readyList(c.as<ReadyList>(), language);
            break;
        case ChoicesFrom::run:
            all = numberRun(c.number(Prop::runFrom), c.number(Prop::runTo), c.number(Prop::runStep));
            break;
        case ChoicesFrom::file:
            all = columnChoices(c);
            break;
    }
    if (!group) return all;
    std::erase_if(all, [&](const Choice& choice) { return choice.value != *group; });
    for (Choice& choice : all) choice.value = choice.text;
    return all;
}

}  // namespace brindel
