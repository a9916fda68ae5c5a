// Numbers (OpenDocument 1.3, part 4: 6.16 and 6.17) and money.
#include <fmt/format.h>

#include <algorithm>
#include <cmath>
#include <cstdio>
#include <cstdlib>
#include <cstring>
#include <numeric>
#include <vector>

#include "core/rules/families.h"

namespace brindel::families {
namespace {

using A = Arguments;
using F = Family;

int places(A& a, std::size_t i) {
    return int(std::clamp(std::trunc(a.number(i, 0)), -400.0, 400.0));
}

/// Rounded towards nothing, or away from it, by the 15 digits that people read.
double cut(double number, int at, bool away) {
    const double scale = std::pow(10, std::clamp(at, -300, 300));
    double scaled = tidied15(number * scale);
    scaled = away ? std::copysign(std::ceil(std::abs(scaled)), scaled) : std::trunc(scaled);
    return tidied15(scaled / scale);
}

/// A multiple of a step near a number: above or below.
Scalar stepped(A& a, bool up) {
    const double number = a.number(0);
    const double step = a.number(1, number < 0 ? -1 : 1);
    const bool fromNothing = a.number(2, 0) != 0;
    if (number == 0 || step == 0) return 0.0;
    if (number * step < 0 && number > 0) return FormulaError::number;
    const double size = std::abs(step), many = tidied15(number / size);
    const bool away = fromNothing && number < 0;
    return tidied15((up != away ? std::ceil(many) : std::floor(many)) * size);
}

/// The digits of a number, 15 of them, as a whole number by ten to a power that is not above 0.
struct Digits {
    std::string digits;
    int places = 0;
};
Digits digitsOf(double number) {
    char text[40];
    std::snprintf(text, sizeof text, "%.14e", std::abs(number));
    std::string digits(1, text[0]);
    digits += std::string(text + 2, 14);
    int places = 14 - std::atoi(std::strchr(text, 'e') + 1);
    while (places > 0 && digits.size() > 1 && digits.back() == '0') {
        digits.pop_back();
        --places;
    }
    if (places < 0) digits.append(std::size_t(-places), '0'), places = 0;
    return {digits, places};
}
/// What is left of a division, exactly (6.16.39): of whole numbers as they are, of others by the 15 digits that people
/// read. #NUM! where more digits meet than can be held.
double modulo(double x, double y) {
    if (x == std::trunc(x) && y == std::trunc(y)) {
        const double left = std::fmod(x, y);
        return left != 0 && (left < 0) != (y < 0) ? left + y : left;
    }
    Digits of = digitsOf(x), by = digitsOf(y);
    const int places = std::max(of.places, by.places);
    if (places > 40) throw FormulaError::number;
    of.digits.append(std::size_t(places - of.places), '0');
    by.digits.append(std::size_t(places - by.places), '0');
    by.digits.erase(0, std::min(by.digits.find_first_not_of('0'), by.digits.size() - 1));
    if (by.digits.size() > 14) throw FormulaError::number;
    const double divisor = std::strtod(by.digits.c_str(), nullptr);
    double left = 0;
    for (char c : of.digits) left = std::fmod(left * 10 + (c - '0'), divisor);
    if (left != 0 && (x < 0) != (y < 0)) left = divisor - left;
    const double result = std::strtod(fmt::format("{}e-{}", left, places).c_str(), nullptr);
    return y < 0 ? -result : result;
}

Scalar gcd(A& a) {
    double all = 0;
    for (double x : a.numbers(0)) {
        if (x < 0 || x > 9e15) throw FormulaError::value;
        all = double(std::gcd(std::int64_t(all), std::int64_t(std::trunc(x))));
    }
    return all;
}
Scalar lcm(A& a) {
    double all = 1;
    for (double x : a.numbers(0)) {
        x = std::trunc(x);
        if (x < 0 || x > 9e15) throw FormulaError::value;
        if (x == 0) return 0.0;
        all = all / double(std::gcd(std::int64_t(all), std::int64_t(x))) * x;
        if (all > 9e15) throw FormulaError::number;
    }
    return all;
}
Scalar factorial(A& a) {
    const double n = std::trunc(a.number(0));
    if (n < 0 || n > 170) throw FormulaError::number;
    double all = 1;
    for (double i = 2; i <= n; ++i) all *= i;
    return all;
}
Scalar combinations(A& a) {
    const double n = std::trunc(a.number(0)), k = std::trunc(a.number(1));
    if (n < 0 || k < 0 || k > n || n > 1e6) throw FormulaError::number;
    double all = 1;
    const double less = std::min(k, n - k);
    if (less > 5000) throw FormulaError::number;
    for (double i = 1; i <= less; ++i) all = all * (n - less + i) / i;
    return std::round(all);
}

// ---- money over time (6.12): `count` payments of `pay`, a value now and one at the end, a rate for each ----
// What comes in is above zero, what goes out below.

/// What one unit has grown to after so many times, and what that many payments of one come to.
double grown(double rate, double count) {
    return std::pow(1 + rate, count);
}
double paymentsOf(double rate, double count, bool atStart) {
    if (rate == 0) return count;
    return (grown(rate, count) - 1) / rate * (atStart ? 1 + rate : 1);
}
double payOf(double rate, double count, double now, double end, bool atStart) {
    if (count == 0) throw FormulaError::number;
    return -(now * grown(rate, count) + end) / paymentsOf(rate, count, atStart);
}
double endOf(double rate, double count, double pay, double now, bool atStart) {
    return -(now * grown(rate, count) + pay * paymentsOf(rate, count, atStart));
}
/// The payment that pays off a loan (6.12.36).
Scalar payment(A& a) {
    const double rate = a.number(0), count = a.number(1), now = a.number(2), end = a.number(3, 0);
    return payOf(rate, count, now, end, a.number(4, 0) != 0);
}
Scalar endValue(A& a) {
    const double rate = a.number(0), count = a.number(1), pay = a.number(2), now = a.number(3, 0);
    return endOf(rate, count, pay, now, a.number(4, 0) != 0) + 0.0;
}
Scalar presentValue(A& a) {
    const double rate = a.number(0), count = a.number(1), pay = a.number(2), end = a.number(3, 0);
    const bool atStart = a.number(4, 0) != 0;
    return -(end + pay * paymentsOf(rate, count, atStart)) / grown(rate, count) + 0.0;
}
Scalar periods(A& a) {
    const double rate = a.number(0), pay = a.number(1), now = a.number(2), end = a.number(3, 0);
    const bool atStart = a.number(4, 0) != 0;
    if (rate == 0) {
        if (pay == 0) return FormulaError::number;
        return -(now + end) / pay;
    }
    const double each = pay * (atStart ? 1 + rate : 1);
    return std::log((each - end * rate) / (now * rate + each)) / std::log(1 + rate);
}
/// The rate that a function is nothing at, by Newton's way with a numeric slope; #NUM! where 100 steps do not find it.
template <class Of>
double rateWhere(Of of, double guess) {
    double rate = guess;
    for (int i = 0; i < 100; ++i) {
        const double value = of(rate), step = std::max(1e-7, std::abs(rate) * 1e-7);
        const double slope = (of(rate + step) - of(rate - step)) / (2 * step);
        if (!std::isfinite(value) || !std::isfinite(slope) || slope == 0) throw FormulaError::number;
        const double next = std::max(-0.999999, rate - value / slope);
        if (std::abs(next - rate) <= 1e-12 * std::max(1.0, std::abs(next))) {
            if (next > -0.999999) return next;
            break;
        }
        rate = next;
    }
    throw FormulaError::number;
}
Scalar rateOf(A& a) {
    const double count = a.number(0), pay = a.number(1), now = a.number(2), end = a.number(3, 0);
    const bool atStart = a.number(4, 0) != 0;
    const double guess = a.number(5, 0.1);
    if (!(count > 0)) return FormulaError::number;
    return rateWhere(
        [&](double rate) { return now * grown(rate, count) + pay * paymentsOf(rate, count, atStart) + end; }, guess);
}
/// The interest within one payment; what the rest pays back is the payment without it (6.12.22, 6.12.37).
double interestOf(double rate, double at, double count, double now, double end, bool atStart) {
    at = std::trunc(at);
    if (at < 1 || at > count) throw FormulaError::number;
    const double pay = payOf(rate, count, now, end, atStart);
    if (atStart && at == 1) return 0;
    const double left = endOf(rate, at - 1, pay, now, atStart);
    return left * rate / (atStart ? 1 + rate : 1);
}
Scalar interest(A& a) {
    const double rate = a.number(0), at = a.number(1), count = a.number(2), now = a.number(3), end = a.number(4, 0);
    return interestOf(rate, at, count, now, end, a.number(5, 0) != 0) + 0.0;
}
Scalar paidBack(A& a) {
    const double rate = a.number(0), at = a.number(1), count = a.number(2), now = a.number(3), end = a.number(4, 0);
    const bool atStart = a.number(5, 0) != 0;
    const double of = interestOf(rate, at, count, now, end, atStart);
    return payOf(rate, count, now, end, atStart) - of;
}
double worthNow(double rate, const std::vector<double>& all) {
    double sum = 0, factor = 1;
    for (double one : all) sum += one / (factor *= 1 + rate);
    return sum;
}
Scalar netValue(A& a) {
    const double rate = a.number(0);
    if (rate == -1) return FormulaError::divide;
    return worthNow(rate, a.numbers(1));
}
Scalar returnRate(A& a) {
    std::vector<double> all;
    for (const Scalar& one : a.all(0)) {
        if (const auto* error = std::get_if<FormulaError>(&one)) throw *error;
        if (const auto* number = std::get_if<double>(&one)) all.push_back(*number);
    }
    const double guess = a.number(1, 0.1);
    const auto below = [](double x) { return x < 0; };
    const auto above = [](double x) { return x > 0; };
    if (std::ranges::none_of(all, below) || std::ranges::none_of(all, above)) return FormulaError::number;
    return rateWhere([&](double rate) { return worthNow(rate, all); }, guess);
}
/// Straight-line, declining and sum-of-years depreciation (6.12.45, 6.12.14, 6.12.46).
Scalar straightLine(A& a) {
    const double cost = a.number(0), salvage = a.number(1), life = a.number(2);
    if (life == 0) return FormulaError::divide;
    return (cost - salvage) / life;
}
Scalar sumOfYears(A& a) {
    const double cost = a.number(0), salvage = a.number(1), life = a.number(2), at = a.number(3);
    if (!(life > 0) || !(at >= 1) || at > life) return FormulaError::number;
    return (cost - salvage) * (life - at + 1) * 2 / (life * (life + 1));
}
Scalar declining(A& a) {
    const double cost = a.number(0), salvage = a.number(1), life = a.number(2), at = a.number(3),
                 factor = a.number(4, 2);
    if (!(cost >= 0) || !(salvage >= 0) || !(life > 0) || !(at >= 1) || at > life || !(factor > 0))
        return FormulaError::number;
    const double rate = std::min(1.0, factor / life);
    const double before = rate >= 1 ? (at == 1 ? cost : 0) : cost * std::pow(1 - rate, at - 1);
    const double after = cost * std::pow(1 - rate, at);
    return std::max(0.0, before - std::max(after, std::min(salvage, before)));
}

double needPositive(double x) {
    if (!(x > 0)) throw FormulaError::number;
    return x;
}

// The rows read best in long lines.
// clang-format off
const FunctionRow numberRows[] = {
    {"ROUND", F::number, 1, 2, "number; [places]", "Rounded to a number of decimals, half away from zero.", "ROUND(1.005; 2)", "1.01", [](A& a) -> Scalar { const double x = a.number(0); return roundedAt(x, places(a, 1)); }},
    {"ROUNDUP", F::number, 1, 2, "number; [places]", "Rounded to a number of decimals, away from zero.", "ROUNDUP(1.001; 2)", "1.01", [](A& a) -> Scalar { const double x = a.number(0); return cut(x, places(a, 1), true); }},
    {"ROUNDDOWN", F::number, 1, 2, "number; [places]", "Rounded to a number of decimals, towards zero.", "ROUNDDOWN(1.009; 2)", "1", [](A& a) -> Scalar { const double x = a.number(0); return cut(x, places(a, 1), false); }},
    {"TRUNC", F::number, 1, 2, "number; [places]", "A number cut off after a number of decimals.", "TRUNC(-1.9)", "-1", [](A& a) -> Scalar { const double x = a.number(0); return cut(x, places(a, 1), false); }},
    {"INT", F::number, 1, 1, "number", "Rounded down to a whole number.", "INT(-1.5)", "-2", [](A& a) -> Scalar { return std::floor(tidied15(a.number(0))); }},
    {"CEILING", F::number, 1, 3, "number; [step]; [away from zero]", "Rounded up to a multiple of a step.", "CEILING(7; 5)", "10", [](A& a) { return stepped(a, true); }},
    {"FLOOR", F::number, 1, 3, "number; [step]; [towards zero]", "Rounded down to a multiple of a step.", "FLOOR(7; 5)", "5", [](A& a) { return stepped(a, false); }},
    {"MROUND", F::number, 2, 2, "number; step", "The nearest multiple of a step.", "MROUND(7; 5)", "5",
     [](A& a) -> Scalar { const double x = a.number(0), step = a.number(1); if (step == 0) return 0.0; if (x * step < 0) throw FormulaError::number; return tidied15(roundedAt(x / step, 0) * step); }},
    {"MOD", F::number, 2, 2, "number; divisor", "The remainder of a division, with the sign of the divisor.", "MOD(-1; 3)", "2",
     [](A& a) -> Scalar { const double x = a.number(0), y = a.number(1); if (y == 0) throw FormulaError::divide; return modulo(x, y); }},
    {"QUOTIENT", F::number, 2, 2, "number; divisor", "The whole part of a division.", "QUOTIENT(7; 2)", "3",
     [](A& a) -> Scalar { const double x = a.number(0), y = a.number(1); if (y == 0) throw FormulaError::divide; return std::trunc(tidied15(x / y)); }},
    {"ABS", F::number, 1, 1, "number", "A number without its sign.", "ABS(-3)", "3", [](A& a) -> Scalar { return std::abs(a.number(0)); }},
    {"SIGN", F::number, 1, 1, "number", "1 above zero, 0 at zero, -1 below zero.", "SIGN(-3)", "-1", [](A& a) -> Scalar { const double x = a.number(0); return double((x > 0) - (x < 0)); }},
    {"POWER", F::number, 2, 2, "number; power", "A number to a power.", "POWER(2; 3)", "8",
     [](A& a) -> Scalar { const double x = a.number(0), y = a.number(1); if (x == 0 && y == 0) throw FormulaError::number; if (x == 0 && y < 0) throw FormulaError::divide; return std::pow(x, y); }},
    {"SQRT", F::number, 1, 1, "number", "The square root.", "SQRT(9)", "3", [](A& a) -> Scalar { return std::sqrt(a.number(0)); }},
    {"EXP", F::number, 1, 1, "number", "e to a power.", "EXP(0)", "1", [](A& a) -> Scalar { return std::exp(a.number(0)); }},
    {"LN", F::number, 1, 1, "number", "The natural logarithm.", "LN(1)", "0", [](A& a) -> Scalar { return std::log(needPositive(a.number(0))); }},
    {"LOG", F::number, 1, 2, "number; [base]", "The logarithm to a base; 10 if left out.", "LOG(8; 2)", "3",
     [](A& a) -> Scalar { const double x = needPositive(a.number(0)), base = needPositive(a.number(1, 10)); if (base == 1) throw FormulaError::divide; return base == 10 ? std::log10(x) : base == 2 ? std::log2(x) : std::log(x) / std::log(base); }},
    {"LOG10", F::number, 1, 1, "number", "The logarithm to base 10.", "LOG10(1000)", "3", [](A& a) -> Scalar { return std::log10(needPositive(a.number(0))); }},
    {"SIN", F::number, 1, 1, "number", "The sine of an angle in radians.", "ROUND(SIN(PI() / 2); 4)", "1", [](A& a) -> Scalar { return std::sin(a.number(0)); }},
    {"COS", F::number, 1, 1, "number", "The cosine of an angle in radians.", "COS(0)", "1", [](A& a) -> Scalar { return std::cos(a.number(0)); }},
    {"TAN", F::number, 1, 1, "number", "The tangent of an angle in radians.", "ROUND(TAN(PI() / 4); 4)", "1", [](A& a) -> Scalar { return std::tan(a.number(0)); }},
    {"ASIN", F::number, 1, 1, "number", "The angle in radians whose sine is a number.", "ROUND(ASIN(1); 4)", "1.5708", [](A& a) -> Scalar { const double x = a.number(0); if (!(std::abs(x) <= 1)) throw FormulaError::number; return std::asin(x); }},
    {"ACOS", F::number, 1, 1, "number", "The angle in radians whose cosine is a number.", "ACOS(1)", "0", [](A& a) -> Scalar { const double x = a.number(0); if (!(std::abs(x) <= 1)) throw FormulaError::number; return std::acos(x); }},
    {"ATAN", F::number, 1, 1, "number", "The angle in radians whose tangent is a number.", "ROUND(ATAN(1); 4)", "0.7854", [](A& a) -> Scalar { return std::atan(a.number(0)); }},
    {"ATAN2", F::number, 2, 2, "x; y", "The angle in radians of a point.", "ROUND(ATAN2(1; 1); 4)", "0.7854",
     [](A& a) -> Scalar { const double x = a.number(0), y = a.number(1); if (x == 0 && y == 0) throw FormulaError::divide; return std::atan2(y, x); }},
    {"DEGREES", F::number, 1, 1, "number", "An angle in degrees.", "DEGREES(PI())", "180", [](A& a) -> Scalar { return a.number(0) * 180 / M_PI; }},
    {"RADIANS", F::number, 1, 1, "number", "An angle in radians.", "ROUND(RADIANS(180); 4)", "3.1416", [](A& a) -> Scalar { return a.number(0) / 180 * M_PI; }},
    {"PI", F::number, 0, 0, "", "The number π.", "ROUND(PI(); 4)", "3.1416", [](A&) -> Scalar { return M_PI; }},
    {"EVEN", F::number, 1, 1, "number", "Rounded to an even number, away from zero.", "EVEN(3)", "4",
     [](A& a) -> Scalar { const double x = a.number(0); return std::copysign(std::ceil(std::abs(x) / 2) * 2, x) + 0.0; }},
    {"ODD", F::number, 1, 1, "number", "Rounded to an odd number, away from zero.", "ODD(2)", "3",
     [](A& a) -> Scalar { const double x = a.number(0); return (x < 0 ? -1 : 1) * (std::max(0.0, std::ceil((std::abs(x) - 1) / 2)) * 2 + 1); }},
    {"GCD", F::number, 1, any, "number; [number …]", "The greatest common divisor.", "GCD(12; 18)", "6", gcd},
    {"LCM", F::number, 1, any, "number; [number …]", "The least common multiple.", "LCM(4; 6)", "12", lcm},
    {"FACT", F::number, 1, 1, "number", "The product of all whole numbers up to a number.", "FACT(5)", "120", factorial},
    {"COMBIN", F::number, 2, 2, "number; chosen", "The number of ways to choose some of several things.", "COMBIN(5; 2)", "10", combinations},
    {"PMT", F::money, 3, 5, "rate; count; value; [end value]; [at the start]", "The payment that pays off a loan in equal parts.", "ROUND(PMT(0.01; 12; 1000); 2)", "-88.85", payment},
    {"FV", F::money, 3, 5, "rate; count; payment; [value]; [at the start]", "The value at the end of equal payments.", "ROUND(FV(0.01; 12; -100); 2)", "1268.25", endValue},
    {"PV", F::money, 3, 5, "rate; count; payment; [end value]; [at the start]", "The value now of equal payments.", "ROUND(PV(0.01; 12; -100); 2)", "1125.51", presentValue},
    {"NPER", F::money, 3, 5, "rate; payment; value; [end value]; [at the start]", "The number of payments that pay off a loan.", "ROUND(NPER(0.01; -100; 1000); 2)", "10.59", periods},
    {"RATE", F::money, 3, 6, "count; payment; value; [end value]; [at the start]; [guess]", "The rate of a loan with equal payments.", "ROUND(RATE(12; -100; 1000); 4)", "0.0292", rateOf},
    {"IPMT", F::money, 4, 6, "rate; which; count; value; [end value]; [at the start]", "The interest in one payment of a loan.", "ROUND(IPMT(0.01; 1; 12; 1000); 2)", "-10", interest},
    {"PPMT", F::money, 4, 6, "rate; which; count; value; [end value]; [at the start]", "The repayment in one payment of a loan.", "ROUND(PPMT(0.01; 1; 12; 1000); 2)", "-78.85", paidBack},
    {"NPV", F::money, 2, any, "rate; value; [value …]", "The value now of payments to come.", "ROUND(NPV(0.1; 100; 100); 2)", "173.55", netValue},
    {"IRR", F::money, 1, 2, "list; [guess]", "The rate at which payments are worth nothing now.", "IRR(100)", "#NUM!", returnRate},
    {"SLN", F::money, 3, 3, "cost; salvage; life", "Depreciation in equal parts.", "SLN(1000; 100; 9)", "100", straightLine},
    {"SYD", F::money, 4, 4, "cost; salvage; life; year", "Depreciation by the sum of the years.", "SYD(1000; 100; 5; 1)", "300", sumOfYears},
    {"DDB", F::money, 4, 5, "cost; salvage; life; year; [factor]", "Depreciation by a declining balance.", "DDB(1000; 100; 5; 1)", "400", declining},
};
// clang-format on

}  // namespace

std::span<const FunctionRow> numbers() {
    return numberRows;
}

}  // namespace brindel::families
