// Several values at once (OpenDocument 1.3, part 4: 6.16.61 and on, 6.18): arguments, and the columns of tables.
#include <algorithm>
#include <cmath>
#include <optional>

#include "core/rules/families.h"

namespace brindel::families {
namespace {

using A = Arguments;
using F = Family;
using std::string;

double sum(const std::vector<double>& all) {
    // Small parts are kept beside the sum (Neumaier), so that the order of rows does not matter.
    double total = 0, rest = 0, most = 0;
    for (double x : all) {
        most = std::max(most, std::abs(x));
        const double next = total + x;
        rest += std::abs(total) >= std::abs(x) ? (total - next) + x : (x - next) + total;
        total = next;
    }
    // What 15 digits leave when they should cancel out is nothing.
    return std::abs(total + rest) < 5e-16 * most ? 0 : total + rest;
}

/// What a condition such as ">= 3" or "w*" asks of a value (4.11.8).
class Criterion {
  public:
    Criterion(const Scalar& wanted, const EvaluationContext& context) : wanted_(wanted) {
        const string* text = std::get_if<string>(&wanted);
        if (!text) return;
        string rest = *text;
        for (const char* sign : {"<>", "<=", ">=", "=", "<", ">"})
            if (rest.starts_with(sign)) {
                sign_ = sign;
                rest = rest.substr(sign_.size());
                break;
            }
        const Scalar number = asNumber(rest, context);
        if (!trimmed(rest).empty() && std::holds_alternative<double>(number))
            wanted_ = number;
        else
            wanted_ = rest;
    }
    bool holds(const Scalar& value) const {
        const bool alike = value.index() == wanted_.index();
        if (std::holds_alternative<std::monostate>(value) || std::holds_alternative<FormulaError>(value))
            return sign_ == "<>";
        if (sign_.empty() || sign_ == "=") return alike && compared(value, wanted_) == 0;
        if (sign_ == "<>") return !alike || compared(value, wanted_) != 0;
        if (!alike) return false;
        const int way = compared(value, wanted_);
        return sign_ == "<" ? way < 0 : sign_ == ">" ? way > 0 : sign_ == "<=" ? way <= 0 : way >= 0;
    }

  private:
    Scalar wanted_;
    string sign_;
};

Scalar average(A& a) {
    const auto all = a.numbers(0);
    if (all.empty()) return FormulaError::divide;
    return sum(all) / double(all.size());
}
Scalar extreme(A& a, bool most) {
    const auto all = a.numbers(0);
    if (all.empty()) return 0.0;
    return most ? std::ranges::max(all) : std::ranges::min(all);
}
Scalar median(A& a) {
    auto all = a.numbers(0);
    if (all.empty()) return FormulaError::number;
    std::ranges::sort(all);
    const std::size_t n = all.size();
    return n % 2 ? all[n / 2] : (all[n / 2 - 1] + all[n / 2]) / 2;
}
Scalar counted(A& a) {
    double count = 0;
    for (const Scalar& value : a.rest(0)) count += std::holds_alternative<double>(value);
    return count;
}
Scalar filled(A& a) {
    double count = 0;
    for (const Scalar& value : a.rest(0)) count += !std::holds_alternative<std::monostate>(value);
    return count;
}
Scalar blank(A& a) {
    double count = 0;
    for (const Scalar& value : a.rest(0)) {
        const auto* text = std::get_if<string>(&value);
        count += std::holds_alternative<std::monostate>(value) || (text && text->empty());
    }
    return count;
}
Scalar countedIf(A& a) {
    const Scalar wanted = a.value(1);
    if (std::holds_alternative<FormulaError>(wanted)) return wanted;
    const Criterion criterion(wanted, a.context());
    double count = 0;
    for (const Scalar& value : a.all(0)) count += criterion.holds(value);
    return count;
}
/// The numbers beside those of a list that a criterion holds of.
std::vector<double> numbersIf(A& a) {
    const Scalar wanted = a.value(1);
    if (const auto* error = std::get_if<FormulaError>(&wanted)) throw *error;
    const Criterion criterion(wanted, a.context());
    const auto asked = a.all(0), summed = a.given(2) ? a.all(2) : asked;
    std::vector<double> numbers;
    for (std::size_t i = 0; i < asked.size() && i < summed.size(); ++i) {
        if (!criterion.holds(asked[i])) continue;
        if (const auto* error = std::get_if<FormulaError>(&summed[i])) throw *error;
        if (const auto* number = std::get_if<double>(&summed[i])) numbers.push_back(*number);
    }
    return numbers;
}
Scalar product(A& a) {
    double all = 1;
    const auto numbers = a.numbers(0);
    for (double x : numbers) all *= x;
    return numbers.empty() ? 0.0 : all;
}
Scalar summedProducts(A& a) {
    std::vector<double> products;
    for (std::size_t i = 0; i < a.count(); ++i) {
        const auto values = a.all(i);
        if (i == 0) products.assign(values.size(), 1);
        if (values.size() != products.size()) return FormulaError::value;
        for (std::size_t k = 0; k < values.size(); ++k) {
            if (const auto* error = std::get_if<FormulaError>(&values[k])) throw *error;
            const auto* number = std::get_if<double>(&values[k]);
            products[k] *= number ? *number : 0;
        }
    }
    return sum(products);
}
Scalar ranked(A& a, bool largest) {
    auto all = a.all(0);
    std::vector<double> numbers;
    for (const Scalar& value : all) {
        if (const auto* error = std::get_if<FormulaError>(&value)) throw *error;
        if (const auto* number = std::get_if<double>(&value)) numbers.push_back(*number);
    }
    const double place = std::ceil(a.number(1));
    if (!(place >= 1) || place > double(numbers.size())) return FormulaError::number;
    std::ranges::sort(numbers);
    return largest ? numbers[numbers.size() - std::size_t(place)] : numbers[std::size_t(place) - 1];
}
/// How far numbers lie from their average; of a sample, or of all there are.
Scalar spread(A& a, bool sample) {
    const auto all = a.numbers(0);
    if (all.size() < (sample ? 2u : 1u)) return FormulaError::divide;
    const double middle = sum(all) / double(all.size());
    std::vector<double> squares;
    for (double x : all) squares.push_back((x - middle) * (x - middle));
    return std::sqrt(sum(squares) / double(all.size() - sample));
}

// The rows read best in long lines.
// clang-format off
const FunctionRow listRows[] = {
    {"SUM", F::list, 1, any, "number; [number …]", "The sum of all numbers.", "SUM(1; 2; 3)", "6",
     [](A& a) -> Scalar { return sum(a.numbers(0)); }},
    {"PRODUCT", F::list, 1, any, "number; [number …]", "The product of all numbers.", "PRODUCT(2; 3; 4)", "24", product},
    {"SUMPRODUCT", F::list, 1, any, "list; [list …]", "The sum of the products of lists, row by row.", "SUMPRODUCT(2; 3)",
     "6", summedProducts},
    {"COUNT", F::list, 1, any, "value; [value …]", "How many numbers there are.", "COUNT(1; \"a\"; 3)", "2", counted},
    {"COUNTA", F::list, 1, any, "value; [value …]", "How many values are filled in.", "COUNTA(1; \"a\"; 3)", "3",
     filled},
    {"COUNTBLANK", F::list, 1, any, "value; [value …]", "How many values are empty.", "COUNTBLANK(\"\"; 1)", "1",
     blank},
    {"COUNTIF", F::list, 2, 2, "list; condition", "How many values meet a condition.", "COUNTIF(5; \">3\")", "1",
     countedIf},
    {"SUMIF", F::list, 2, 3, "list; condition; [added list]", "The sum of the values that meet a condition.",
     "SUMIF(5; \">3\")", "5", [](A& a) -> Scalar { return sum(numbersIf(a)); }},
    {"AVERAGEIF", F::list, 2, 3, "list; condition; [averaged list]",
     "The average of the values that meet a condition.", "AVERAGEIF(5; \">3\")", "5",
     [](A& a) -> Scalar {
         const auto all = numbersIf(a);
         return all.empty() ? Scalar(FormulaError::divide) : Scalar(sum(all) / double(all.size()));
     }},
    {"AVERAGE", F::list, 1, any, "number; [number …]", "The average of all numbers.", "AVERAGE(1; 2; 6)", "3", average},
    {"MIN", F::list, 1, any, "number; [number …]", "The smallest number.", "MIN(3; 1; 2)", "1",
     [](A& a) { return extreme(a, false); }},
    {"MAX", F::list, 1, any, "number; [number …]", "The largest number.", "MAX(3; 1; 2)", "3",
     [](A& a) { return extreme(a, true); }},
    {"MEDIAN", F::list, 1, any, "number; [number …]", "The number in the middle.", "MEDIAN(1; 9; 2)", "2", median},
    {"LARGE", F::list, 2, 2, "list; place", "The largest number, the second largest, and so on.", "LARGE(5; 1)", "5",
     [](A& a) { return ranked(a, true); }},
    {"SMALL", F::list, 2, 2, "list; place", "The smallest number, the second smallest, and so on.", "SMALL(5; 1)", "5",
     [](A& a) { return ranked(a, false); }},
    {"STDEV", F::list, 1, any, "number; [number …]", "The standard deviation of a sample.",
     "STDEV(1; 3)", "1.4142135623731", [](A& a) { return spread(a, true); }},
    {"STDEVP", F::list, 1, any, "number; [number …]", "The standard deviation of all numbers.", "STDEVP(1; 3)",
     "1", [](A& a) { return spread(a, false); }},
};
// clang-format on

}  // namespace

std::span<const FunctionRow> lists() {
    return listRows;
}

}  // namespace brindel::families
