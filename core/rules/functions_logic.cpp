// Logic, and asking about values (OpenDocument 1.3, part 4: 6.13 and 6.15).
#include <cmath>

#include "core/rules/families.h"

namespace brindel::families {
namespace {

using A = Arguments;
using F = Family;

bool isError(const Scalar& value) {
    return std::holds_alternative<FormulaError>(value);
}
bool isNotAvailable(const Scalar& value) {
    return isError(value) && std::get<FormulaError>(value) == FormulaError::notAvailable;
}

/// All logical values among arguments: of single ones what can be made one, of lists what is one or a number.
std::vector<bool> logicals(A& a) {
    std::vector<bool> all;
    for (std::size_t i = 0; i < a.count(); ++i)
        for (const Scalar& value : a.all(i)) {
            if (std::holds_alternative<std::monostate>(value)) continue;
            if (a.reference(i) && std::holds_alternative<std::string>(value)) continue;
            const Scalar got = asLogical(value, a.context());
            if (isError(got)) throw std::get<FormulaError>(got);
            all.push_back(std::get<bool>(got));
        }
    if (all.empty()) throw FormulaError::value;
    return all;
}

Scalar chosen(A& a) {
    const double which = std::trunc(a.number(0));
    if (!(which >= 1) || which >= double(a.count())) return FormulaError::value;
    return a.value(std::size_t(which));
}

Scalar switched(A& a) {
    const Scalar wanted = a.value(0);
    if (isError(wanted)) return wanted;
    std::size_t i = 1;
    for (; i + 1 < a.count(); i += 2) {
        const Scalar one = a.value(i);
        if (isError(one)) return one;
        if (compared(wanted, one, a.context().language) == 0) return a.value(i + 1);
    }
    return i < a.count() ? a.value(i) : Scalar(FormulaError::notAvailable);
}

Scalar ifs(A& a) {
    for (std::size_t i = 0; i + 1 < a.count(); i += 2)
        if (a.logical(i)) return a.value(i + 1);
    return FormulaError::notAvailable;
}

/// True when the check digits of an International Bank Account Number hold (ISO 13616-1; ISO/IEC 7064, MOD 97-10): the
/// first four signs behind the others, letters as 10 to 35, is 1 over 97. Blanks do not count.
bool isIban(const std::string& text) {
    std::string signs;
    for (char c : text) {
        if (c == ' ') continue;
        const char upper = c >= 'a' && c <= 'z' ? char(c - 'a' + 'A') : c;
        const bool letter = upper >= 'A' && upper <= 'Z', digit = c >= '0' && c <= '9';
        const bool fits = signs.size() < 2 ? letter : signs.size() < 4 ? digit : letter || digit;
        if (!fits || signs.size() == 34) return false;
        signs += upper;
    }
    if (signs.size() < 15) return false;
    int rest = 0;
    for (std::size_t i = 0; i < signs.size(); ++i) {
        const char sign = signs[(i + 4) % signs.size()];
        rest = sign <= '9' ? (rest * 10 + (sign - '0')) % 97 : (rest * 100 + (sign - 'A' + 10)) % 97;
    }
    return rest == 1;
}

// The rows read best in long lines.
// clang-format off
const FunctionRow logicRows[] = {
    {"IF", F::logic, 1, 3, "condition; [then]; [otherwise]", "One of two values, depending on a condition.", "IF(3 > 2; \"yes\"; \"no\")", "yes",
     [](A& a) -> Scalar {
         if (a.logical(0)) return a.count() > 1 ? (a.given(1) ? a.value(1) : Scalar(0.0)) : Scalar(true);
         return a.count() > 2 ? (a.given(2) ? a.value(2) : Scalar(0.0)) : Scalar(false);
     }},
    {"IFERROR", F::logic, 2, 2, "value; otherwise", "A value, or another one if it is an error.", "IFERROR(1 / 0; 7)", "7",
     [](A& a) -> Scalar { const Scalar v = a.value(0); return isError(v) ? a.value(1) : v; }},
    {"IFNA", F::logic, 2, 2, "value; otherwise", "A value, or another one if it is not available.", "IFNA(NA(); 7)", "7",
     [](A& a) -> Scalar { const Scalar v = a.value(0); return isNotAvailable(v) ? a.value(1) : v; }},
    {"IFS", F::logic, 2, any, "condition; value; [condition; value …]", "The value after the first condition that is true.", "IFS(1 > 2; \"a\"; 2 > 1; \"b\")", "b", ifs},
    {"AND", F::logic, 1, any, "condition; [condition …]", "True when all conditions are true.", "AND(2 > 1; 1 > 2)", "FALSE",
     [](A& a) -> Scalar { for (bool one : logicals(a)) if (!one) return false; return true; }},
    {"OR", F::logic, 1, any, "condition; [condition …]", "True when at least one condition is true.", "OR(2 > 1; 1 > 2)", "TRUE",
     [](A& a) -> Scalar { for (bool one : logicals(a)) if (one) return true; return false; }},
    {"XOR", F::logic, 1, any, "condition; [condition …]", "True when an odd number of conditions is true.", "XOR(TRUE; TRUE)", "FALSE",
     [](A& a) -> Scalar { bool odd = false; for (bool one : logicals(a)) odd = odd != one; return odd; }},
    {"NOT", F::logic, 1, 1, "condition", "True when the condition is false.", "NOT(1 > 2)", "TRUE",
     [](A& a) -> Scalar { return !a.logical(0); }},
    {"TRUE", F::logic, 0, 0, "", "The logical value true.", "TRUE()", "TRUE", [](A&) -> Scalar { return true; }},
    {"FALSE", F::logic, 0, 0, "", "The logical value false.", "FALSE()", "FALSE", [](A&) -> Scalar { return false; }},
    {"SWITCH", F::logic, 3, any, "value; case; result; [case; result …]; [otherwise]", "The result of the case that equals the value.", "SWITCH(2; 1; \"one\"; 2; \"two\")", "two", switched},
    {"CHOOSE", F::logic, 2, any, "number; first; [second …]", "One of several values, chosen by number.", "CHOOSE(2; \"a\"; \"b\")", "b", chosen},

    {"ISBLANK", F::information, 1, 1, "value", "True for an empty field.", "ISBLANK(\"\")", "FALSE",
     [](A& a) -> Scalar { const auto all = a.all(0); return all.size() == 1 && std::holds_alternative<std::monostate>(all[0]); }},
    {"ISNUMBER", F::information, 1, 1, "value", "True for a number, a date or a time.", "ISNUMBER(12)", "TRUE",
     [](A& a) -> Scalar { return std::holds_alternative<double>(a.value(0)); }},
    {"ISTEXT", F::information, 1, 1, "value", "True for a text.", "ISTEXT(\"12\")", "TRUE",
     [](A& a) -> Scalar { return std::holds_alternative<std::string>(a.value(0)); }},
    {"ISNONTEXT", F::information, 1, 1, "value", "True for anything but a text.", "ISNONTEXT(12)", "TRUE",
     [](A& a) -> Scalar { return !std::holds_alternative<std::string>(a.value(0)); }},
    {"ISLOGICAL", F::information, 1, 1, "value", "True for a check box, TRUE or FALSE.", "ISLOGICAL(1 > 2)", "TRUE",
     [](A& a) -> Scalar { return std::holds_alternative<bool>(a.value(0)); }},
    {"ISERROR", F::information, 1, 1, "value", "True for any error.", "ISERROR(1 / 0)", "TRUE",
     [](A& a) -> Scalar { return isError(a.value(0)); }},
    {"ISERR", F::information, 1, 1, "value", "True for any error but #N/A.", "ISERR(NA())", "FALSE",
     [](A& a) -> Scalar { const Scalar v = a.value(0); return isError(v) && !isNotAvailable(v); }},
    {"ISNA", F::information, 1, 1, "value", "True for #N/A, a value that is not available.", "ISNA(NA())", "TRUE",
     [](A& a) -> Scalar { return isNotAvailable(a.value(0)); }},
    {"ISEVEN", F::information, 1, 1, "number", "True for an even whole number.", "ISEVEN(4)", "TRUE",
     [](A& a) -> Scalar { return std::fmod(std::trunc(a.number(0)), 2) == 0; }},
    {"ISODD", F::information, 1, 1, "number", "True for an odd whole number.", "ISODD(4)", "FALSE",
     [](A& a) -> Scalar { return std::fmod(std::trunc(a.number(0)), 2) != 0; }},
    {"ISIBAN", F::information, 1, 1, "text", "True for a bank account number (IBAN) whose check digits are right.", "ISIBAN(\"DE89 3704 0044 0532 0130 00\")", "TRUE",
     [](A& a) -> Scalar { return isIban(a.text(0)); }},
    {"N", F::information, 1, 1, "value", "A value as a number; 0 for a text.", "N(\"a\")", "0",
     [](A& a) -> Scalar { const Scalar v = a.value(0); if (std::holds_alternative<std::string>(v)) return 0.0; return asNumber(v, a.context()); }},
    {"NA", F::information, 0, 0, "", "The error #N/A: not available.", "ISNA(NA())", "TRUE",
     [](A&) -> Scalar { return FormulaError::notAvailable; }},
};
// clang-format on

}  // namespace

std::span<const FunctionRow> logic() {
    return logicRows;
}

}  // namespace brindel::families
