// Dates and times (OpenDocument 1.3, part 4: 6.10): days from 1899-12-30, times as parts of a day.
#include <algorithm>
#include <array>
#include <chrono>
#include <cmath>
#include <set>

#include "core/rules/families.h"

namespace brindel::families {
namespace {

using A = Arguments;
using F = Family;
using namespace std::chrono;
using std::string;

/// Year, month and day where months and days may run over: month 14 is February of the next year (6.10.2).
Scalar dated(A& a) {
    double y = std::trunc(a.number(0)), m = std::trunc(a.number(1)), d = std::trunc(a.number(2));
    if (!(std::abs(m) < 2e5) || !(std::abs(d) < 5e6) || !(y >= 0) || y > 9999) throw FormulaError::value;
    // Years of two digits lie from 1969 to 2068, as dates that are typed.
    if (y < 100) y += y >= 69 ? 1900 : 2000;
    const int months = int(y) * 12 + int(m) - 1;
    const int in = months >= 0 ? months / 12 : -((11 - months) / 12);
    const Day first{year(in), month(unsigned(months - in * 12 + 1)), day(1)};
    const double serial = serialOf(first) + d - 1;
    if (!dayOf(serial)) throw FormulaError::value;
    return serial;
}

/// The same day of another month; the last where that month is shorter.
Day monthsOn(Day from, double by) {
    by = std::trunc(by);
    if (!(std::abs(by) < 120000)) throw FormulaError::value;
    const year_month target = from.year() / from.month() + months(int(by));
    const Day last(target / std::chrono::last);
    if (int(target.year()) < 1 || int(target.year()) > 9999) throw FormulaError::value;
    return Day(target.year(), target.month(), std::min(from.day(), last.day()));
}

/// The seconds of a serial number's day, cut: 8:59:59.6 has nine hours to go. What a sum of parts of a day misses by
/// less than can be told is there.
int secondsOf(A& a) {
    const double serial = a.number(0);
    if (!dayOf(serial)) throw FormulaError::value;
    return int(std::int64_t(std::floor((serial - std::floor(serial)) * 86400 + 5e-3)) % 86400);
}

Scalar weekdayOf(A& a) {
    const unsigned fromMonday = weekday(sys_days(a.day(0))).iso_encoding();  // 1 to 7
    const double kind = std::trunc(a.number(1, 1));
    if (kind == 1) return double(fromMonday % 7 + 1);
    if (kind == 2) return double(fromMonday);
    if (kind == 3) return double(fromMonday - 1);
    // From any other day on: 11 Monday to 17 Sunday.
    if (kind >= 11 && kind <= 17) return double((fromMonday + 7 - unsigned(kind - 10)) % 7 + 1);
    return FormulaError::number;
}

double isoWeekOf(Day of) {
    // The week of a day is that of its Thursday (ISO 8601).
    const sys_days date(of);
    const sys_days thursday = date - days(weekday(date).iso_encoding() - 1) + days(3);
    const Day in(thursday);
    return double((thursday - sys_days(in.year() / 1 / 1)).count() / 7 + 1);
}
Scalar isoWeek(A& a) {
    return isoWeekOf(a.day(0));
}

Scalar week(A& a) {
    const Day date = a.day(0);
    const double kind = std::trunc(a.number(1, 1));
    if (kind == 21 || kind == 150) return isoWeekOf(date);
    unsigned start = kind == 1 || kind == 17   ? 7
                     : kind == 2 || kind == 11 ? 1
                     : kind > 11 && kind < 17  ? unsigned(kind) - 10
                                               : 0;
    if (start == 0) return FormulaError::number;
    const sys_days first(date.year() / 1 / 1);
    const unsigned shift = (weekday(first).iso_encoding() + 7 - start) % 7;
    return double(((sys_days(date) - first).count() + shift) / 7 + 1);
}

/// Whole years, months or days between two dates (6.10.3).
Scalar difference(A& a) {
    const Day from = a.day(0), to = a.day(1);
    std::string unit = a.text(2);
    for (char& c : unit) c = char(std::tolower(static_cast<unsigned char>(c)));
    if (sys_days(from) > sys_days(to)) throw FormulaError::number;
    int whole = (int(to.year()) - int(from.year())) * 12 + int(unsigned(to.month())) - int(unsigned(from.month()));
    if (to.day() < from.day()) --whole;
    if (unit == "y") return double(whole / 12);
    if (unit == "m") return double(whole);
    if (unit == "ym") return double(whole % 12);
    const double all = serialOf(to) - serialOf(from);
    if (unit == "d") return all;
    if (unit == "md") return serialOf(to) - serialOf(monthsOn(from, whole));
    if (unit == "yd") return serialOf(to) - serialOf(monthsOn(from, whole / 12 * 12));
    throw FormulaError::value;
}

std::set<double> holidays(A& a, std::size_t i) {
    std::set<double> free;
    if (!a.given(i)) return free;
    for (const Scalar& value : a.all(i)) {
        if (std::holds_alternative<std::monostate>(value)) continue;
        const Scalar number = asNumber(value, a.context());
        if (const auto* error = std::get_if<FormulaError>(&number)) throw *error;
        free.insert(std::floor(std::get<double>(number)));
    }
    return free;
}
/// The days of a week on which nobody works, from Sunday on; Saturday and Sunday where none are given (6.10.15).
std::array<bool, 7> restDays(A& a, std::size_t i) {
    std::array<bool, 7> rest = {true, false, false, false, false, false, true};
    if (!a.given(i)) return rest;
    const auto given = a.all(i);
    for (std::size_t day = 0; day < given.size(); ++day) {
        const Scalar flag = asNumber(given[day], a.context());
        if (const auto* error = std::get_if<FormulaError>(&flag)) throw *error;
        if (day < rest.size()) rest[day] = std::get<double>(flag) != 0;
    }
    if (given.size() != rest.size() || std::ranges::all_of(rest, [](bool one) { return one; }))
        throw FormulaError::value;
    return rest;
}
bool isWorkday(double serial, const std::array<bool, 7>& rest, const std::set<double>& free) {
    return !rest[weekday(sys_days(*dayOf(serial))).c_encoding()] && !free.contains(serial);
}

Scalar workdaysBetween(A& a) {
    double from = serialOf(a.day(0)), to = serialOf(a.day(1));
    const auto free = holidays(a, 2);
    const auto rest = restDays(a, 3);
    const double sign = from <= to ? 1 : -1;
    if (from > to) std::swap(from, to);
    const double all = to - from + 1, weeks = std::floor(all / 7);
    double count = weeks * double(std::ranges::count(rest, false));
    for (double day = from + weeks * 7; day <= to; ++day) count += isWorkday(day, rest, {});
    for (double day : free) count -= day >= from && day <= to && isWorkday(day, rest, {});
    return sign * count;
}

Scalar workdayAfter(A& a) {
    double day = serialOf(a.day(0)), left = std::trunc(a.number(1));
    const auto free = holidays(a, 2);
    const auto rest = restDays(a, 3);
    if (!(std::abs(left) < 1e5)) throw FormulaError::number;
    const double way = left < 0 ? -1 : 1;
    for (left = std::abs(left); left > 0;) {
        day += way;
        if (!dayOf(day)) throw FormulaError::number;
        if (isWorkday(day, rest, free)) --left;
    }
    return day;
}

/// Days between two dates in a year of twelve months of 30 days; by the rules of the United States, or of Europe.
double days360(Day from, Day to, bool european) {
    auto d1 = int(unsigned(from.day())), d2 = int(unsigned(to.day()));
    const auto m1 = int(unsigned(from.month())), m2 = int(unsigned(to.month()));
    const auto isLast = [](Day day) { return day.day() == Day(day.year() / day.month() / last).day(); };
    if (european) {
        d1 = std::min(d1, 30);
        d2 = std::min(d2, 30);
    } else {
        if (m1 == 2 && isLast(from)) {
            if (m2 == 2 && isLast(to)) d2 = 30;
            d1 = 30;
        }
        if (d2 == 31 && d1 >= 30) d2 = 30;
        d1 = std::min(d1, 30);
    }
    return (int(to.year()) - int(from.year())) * 360.0 + (m2 - m1) * 30.0 + (d2 - d1);
}
Scalar difference360(A& a) {
    const Day from = a.day(0), to = a.day(1);
    const bool european = a.logical(2, false);
    return days360(from, to, european);
}
/// The part of a year between two dates (6.10.24), by a basis (4.11.7): 0 US 30/360, 1 actual, 2 actual/360, 3
/// actual/365, 4 European 30/360.
Scalar yearPart(A& a) {
    Day from = a.day(0), to = a.day(1);
    const double basis = std::trunc(a.number(2, 0));
    if (sys_days(from) > sys_days(to)) std::swap(from, to);
    const double days = serialOf(to) - serialOf(from);
    if (basis == 0 || basis == 4) return days360(from, to, basis == 4) / 360;
    if (basis == 2) return days / 360;
    if (basis == 3) return days / 365;
    if (basis != 1) return FormulaError::number;
    // Within a year that year counts, or its leap day; over several their average.
    const bool within =
        to.year() == from.year() ||
        (to.year() == from.year() + years(1) && std::pair(to.month(), to.day()) <= std::pair(from.month(), from.day()));
    if (within) {
        const auto leapDayIn = [&](year y) {
            const Day leap(y, February, std::chrono::day(29));
            return leap.ok() && sys_days(from) <= sys_days(leap) && sys_days(leap) <= sys_days(to);
        };
        const bool leap =
            from.year() == to.year() ? from.year().is_leap() : leapDayIn(from.year()) || leapDayIn(to.year());
        return days / (leap ? 366 : 365);
    }
    const int count = int(to.year()) - int(from.year()) + 1;
    const double all = serialOf(Day(to.year() + years(1), January, std::chrono::day(1))) -
                       serialOf(Day(from.year(), January, std::chrono::day(1)));
    return days / (all / count);
}

// The rows read best in long lines.
// clang-format off
const FunctionRow dateRows[] = {
    {"TODAY", F::date, 0, 0, "", "Today's date.", "TODAY() = TODAY()", "TRUE", [](A& a) -> Scalar { return serialOf(a.context().today); }},
    {"NOW", F::date, 0, 0, "", "The date and time now.", "INT(NOW()) = TODAY()", "TRUE", [](A& a) -> Scalar { return serialOf(a.context().today) + a.context().minutesNow / 1440.0; }},
    {"DATE", F::date, 3, 3, "year; month; day", "A date. Months and days beyond the end carry over.", "TEXT(DATE(2026; 13; 1); \"yyyy-mm-dd\")", "2027-01-01", dated},
    {"TIME", F::date, 3, 3, "hour; minute; second", "A time of day.", "TEXT(TIME(8; 30; 0); \"hh:mm\")", "08:30",
     [](A& a) -> Scalar { const double hours = a.number(0), minutes = a.number(1), s = hours * 3600 + minutes * 60 + a.number(2); if (!(std::abs(s) < 1e12)) throw FormulaError::value; return s / 86400; }},
    {"DATEVALUE", F::date, 1, 1, "text", "A text as a date.", "DATEVALUE(\"2026-04-01\") = DATE(2026; 4; 1)", "TRUE",
     [](A& a) -> Scalar { const string text = trimmed(a.text(0)); const auto moment = text.size() >= 10 ? momentRead(text) : std::nullopt; if (!moment || *moment < 1) throw FormulaError::value; return std::floor(*moment); }},
    {"TIMEVALUE", F::date, 1, 1, "text", "A text as a time.", "TIMEVALUE(\"12:00\")", "0.5",
     [](A& a) -> Scalar {
         const string text = trimmed(a.text(0));
         if (const auto moment = momentRead(text)) return *moment - std::floor(*moment);
         const auto minutes = clockRead(text);
         if (!minutes) throw FormulaError::value;
         return *minutes / 1440.0;
     }},
    {"YEAR", F::date, 1, 1, "date", "The year of a date.", "YEAR(DATE(2026; 4; 1))", "2026", [](A& a) -> Scalar { return double(int(a.day(0).year())); }},
    {"MONTH", F::date, 1, 1, "date", "The month of a date, 1 to 12.", "MONTH(DATE(2026; 4; 1))", "4", [](A& a) -> Scalar { return double(unsigned(a.day(0).month())); }},
    {"DAY", F::date, 1, 1, "date", "The day of the month.", "DAY(DATE(2026; 4; 1))", "1", [](A& a) -> Scalar { return double(unsigned(a.day(0).day())); }},
    {"WEEKDAY", F::date, 1, 2, "date; [kind]", "The day of the week: 1 is Sunday; with kind 2, 1 is Monday.", "WEEKDAY(DATE(2026; 11; 25); 2)", "3", weekdayOf},
    {"ISOWEEKNUM", F::date, 1, 1, "date", "The week number by ISO 8601.", "ISOWEEKNUM(DATE(2027; 1; 1))", "53", isoWeek},
    {"WEEKNUM", F::date, 1, 2, "date; [kind]", "The week number; January 1 is in week 1.", "WEEKNUM(DATE(2026; 1; 4))", "2", week},
    {"HOUR", F::date, 1, 1, "time", "The hour of a time, 0 to 23.", "HOUR(0.75)", "18", [](A& a) -> Scalar { return double(secondsOf(a) / 3600); }},
    {"MINUTE", F::date, 1, 1, "time", "The minute of a time.", "MINUTE(TIME(8; 30; 0))", "30", [](A& a) -> Scalar { return double(secondsOf(a) / 60 % 60); }},
    {"SECOND", F::date, 1, 1, "time", "The second of a time.", "SECOND(TIME(8; 30; 5))", "5", [](A& a) -> Scalar { return double(secondsOf(a) % 60); }},
    {"DAYS", F::date, 2, 2, "to; from", "The number of days between two dates.", "DAYS(DATE(2026; 3; 1); DATE(2026; 2; 1))", "28", [](A& a) -> Scalar { const Day to = a.day(0); return serialOf(to) - serialOf(a.day(1)); }},
    {"EDATE", F::date, 2, 2, "date; months", "The same day a number of months later.", "TEXT(EDATE(DATE(2024; 1; 31); 1); \"yyyy-mm-dd\")", "2024-02-29", [](A& a) -> Scalar { const Day from = a.day(0); return serialOf(monthsOn(from, a.number(1))); }},
    {"EOMONTH", F::date, 2, 2, "date; months", "The last day of the month a number of months later.", "DAY(EOMONTH(DATE(2026; 2; 1); 0))", "28",
     [](A& a) -> Scalar { const Day from = a.day(0), in = monthsOn(from, a.number(1)); return serialOf(Day(in.year() / in.month() / last)); }},
    {"DATEDIF", F::date, 3, 3, "from; to; unit", "Whole years (y), months (m) or days (d) between dates; ym, md and yd ignore the larger units.", "DATEDIF(DATE(2000; 2; 29); DATE(2026; 2; 28); \"y\")", "25", difference},
    {"DAYS360", F::date, 2, 3, "from; to; [european]", "The number of days between two dates in a year of 360 days.", "DAYS360(DATE(2026; 1; 1); DATE(2026; 3; 1))", "60", difference360},
    {"YEARFRAC", F::date, 2, 3, "from; to; [basis]", "The part of a year between two dates.", "YEARFRAC(DATE(2026; 1; 1); DATE(2026; 7; 1))", "0.5", yearPart},
    {"NETWORKDAYS", F::date, 2, 4, "from; to; [holidays]; [days off]", "The number of working days (Monday to Friday) between two dates, both included.", "NETWORKDAYS(DATE(2026; 11; 23); DATE(2026; 11; 29))", "5", workdaysBetween},
    {"WORKDAY", F::date, 2, 4, "date; days; [holidays]; [days off]", "The date a number of working days (Monday to Friday) later.", "TEXT(WORKDAY(DATE(2026; 11; 27); 1); \"yyyy-mm-dd\")", "2026-11-30", workdayAfter},
};
// clang-format on

}  // namespace

std::span<const FunctionRow> dates() {
    return dateRows;
}

}  // namespace brindel::families
