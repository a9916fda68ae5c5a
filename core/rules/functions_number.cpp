// Numbers (OpenDocument 1.3, part 4: 6.16 and 6.17) and money.
#include <cmath>
#include <numeric>

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

double modulo(double x, double y) {
    const double left = x - y * std::floor(tidied15(x / y));
    return std::abs(left) < 5e-16 * std::max(std::abs(x), std::abs(y)) ? 0 : left;
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

/// The payment that pays off a loan of `value` in `count` parts at a rate a part (6.12.36).
Scalar payment(A& a) {
    const double rate = a.number(0), count = a.number(1), value = a.number(2), end = a.number(3, 0);
    const bool atStart = a.number(4, 0) != 0;
    if (count == 0) return FormulaError::number;
    if (rate == 0) return -(value + end) / count;
    const double grown = std::pow(1 + rate, count);
    return -(value * grown + end) * rate / ((grown - 1) * (atStart ? 1 + rate : 1));
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
    {"PI", F::number, 0, 0, "", "The number π.", "ROUND(PI(); 4)", "3.1416", [](A&) -> Scalar { return M_PI; }},
    {"EVEN", F::number, 1, 1, "number", "Rounded to an even number, away from zero.", "EVEN(3)", "4",
     [](A& a) -> Scalar { const double x = a.number(0); return std::copysign(std::ceil(std::abs(x) / 2) * 2, x) + 0.0; }},
    {"ODD", F::number, 1, 1, "number", "Rounded to an odd number, away from zero.", "ODD(2)", "3",
     [](A& a) -> Scalar { const double x = a.number(0); return std::copysign(std::max(0.0, std::ceil((std::abs(x) - 1) / 2)) * 2 + 1, x); }},
    {"GCD", F::number, 1, any, "number; [number …]", "The greatest common divisor.", "GCD(12; 18)", "6", gcd},
    {"LCM", F::number, 1, any, "number; [number …]", "The least common multiple.", "LCM(4; 6)", "12", lcm},
    {"FACT", F::number, 1, 1, "number", "The product of all whole numbers up to a number.", "FACT(5)", "120", factorial},
    {"COMBIN", F::number, 2, 2, "number; chosen", "The number of ways to choose some of several things.", "COMBIN(5; 2)", "10", combinations},
    {"PMT", F::money, 3, 5, "rate; count; value; [end value]; [at the start]", "The payment that pays off a loan in equal parts.", "ROUND(PMT(0.01; 12; 1000); 2)", "-88.85", payment},
};
// clang-format on

}  // namespace

std::span<const FunctionRow> numbers() {
    return numberRows;
}

}  // namespace brindel::families
