// Several values at once (OpenDocument 1.3, part 4: 6.16.61 and on, 6.18): arguments, and the columns of tables.
#include <algorithm>
#include <cmath>
#include <optional>

#include "core/rules/families.h"
#include "core/rules/wildcards.h"
#include "core/text/fonts.h"

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
    Criterion(const Scalar& wanted, const EvaluationContext& context) : wanted_(wanted), language_(context.language) {
        const string* text = std::get_if<string>(&wanted);
        if (!text) return;
        string rest = *text;
        for (const char* sign : {"<>", "<=", ">=", "=", "<", ">"})
            if (rest.starts_with(sign)) {
                sign_ = sign;
                rest = rest.substr(sign_.size());
                break;
            }
        blank_ = !sign_.empty() && rest.empty();
        const Scalar number = asNumber(rest, context);
        if (!trimmed(rest).empty() && std::holds_alternative<double>(number)) {
            wanted_ = number;
        } else {
            wanted_ = rest;
            if (sign_.size() < 2 || sign_ == "<>")
                if (sign_ != "<" && sign_ != ">" && rest.find_first_of("?*~") != string::npos)
                    pattern_ = folded(lettersOf(rest));
        }
    }
    bool holds(const Scalar& value) const {
        const bool nothing = std::holds_alternative<std::monostate>(value);
        if (blank_) return sign_ == "=" ? nothing : sign_ == "<>" && !nothing;
        if (nothing || std::holds_alternative<FormulaError>(value)) return sign_ == "<>";
        const bool alike = value.index() == wanted_.index();
        if (sign_.empty() || sign_ == "=") return alike && equals(value);
        if (sign_ == "<>") return !alike || !equals(value);
        if (!alike) return false;
        const int way = compared(value, wanted_, language_);
        return sign_ == "<" ? way < 0 : sign_ == ">" ? way > 0 : sign_ == "<=" ? way <= 0 : way >= 0;
    }

  private:
    bool equals(const Scalar& value) const {
        if (pattern_.empty()) return compared(value, wanted_, language_) == 0;
        const std::u32string text = folded(lettersOf(std::get<string>(value)));
        if (double(text.size()) * double(pattern_.size()) > 2e6) throw FormulaError::value;
        return begins(text, 0, pattern_, true) == Begins::yes;
    }
    Scalar wanted_;
    string sign_, language_;
    bool blank_ = false;      // an empty value is meant
    std::u32string pattern_;  // with ? and *
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
/// The variance: of a sample, or of all there are.
double variance(A& a, bool sample) {
    const auto all = a.numbers(0);
    if (all.size() < (sample ? 2u : 1u)) throw FormulaError::divide;
    const double middle = sum(all) / double(all.size());
    std::vector<double> squares;
    for (double x : all) squares.push_back((x - middle) * (x - middle));
    return sum(squares) / double(all.size() - sample);
}
Scalar spread(A& a, bool sample) {
    return std::sqrt(variance(a, sample));
}
/// The numbers of one argument; errors are thrown.
std::vector<double> numbersOf(A& a, std::size_t i) {
    std::vector<double> numbers;
    for (const Scalar& value : a.all(i)) {
        if (const auto* error = std::get_if<FormulaError>(&value)) throw *error;
        if (const auto* number = std::get_if<double>(&value)) numbers.push_back(*number);
    }
    return numbers;
}
/// The values of a list at whose places all criteria hold, lists and criteria from an argument on.
std::vector<double> numbersIfAll(A& a, std::size_t from, std::optional<std::size_t> summed, double* count = nullptr) {
    std::vector<bool> meets;
    for (std::size_t i = from; i + 1 < a.count(); i += 2) {
        const auto asked = a.all(i);
        const Scalar wanted = a.value(i + 1);
        if (const auto* error = std::get_if<FormulaError>(&wanted)) throw *error;
        const Criterion criterion(wanted, a.context());
        if (i == from) meets.assign(asked.size(), true);
        if (asked.size() != meets.size()) throw FormulaError::value;
        for (std::size_t k = 0; k < asked.size(); ++k) meets[k] = meets[k] && criterion.holds(asked[k]);
    }
    if ((a.count() - from) % 2 != 0) throw FormulaError::value;
    if (count) *count = double(std::ranges::count(meets, true));
    std::vector<double> numbers;
    if (!summed) return numbers;
    const auto values = a.all(*summed);
    if (values.size() != meets.size()) throw FormulaError::value;
    for (std::size_t k = 0; k < values.size(); ++k) {
        if (!meets[k]) continue;
        if (const auto* error = std::get_if<FormulaError>(&values[k])) throw *error;
        if (const auto* number = std::get_if<double>(&values[k])) numbers.push_back(*number);
    }
    return numbers;
}
Scalar countedIfAll(A& a) {
    double count = 0;
    numbersIfAll(a, 0, std::nullopt, &count);
    return count;
}
Scalar averagedIfAll(A& a) {
    const auto all = numbersIfAll(a, 1, 0);
    return all.empty() ? Scalar(FormulaError::divide) : Scalar(sum(all) / double(all.size()));
}
Scalar extremeIfAll(A& a, bool most) {
    const auto all = numbersIfAll(a, 1, 0);
    if (all.empty()) return 0.0;
    return most ? std::ranges::max(all) : std::ranges::min(all);
}
/// The place of a number in a list: 1 for the largest, or the smallest (6.18.65). Equal ones have one place.
Scalar placeOf(A& a) {
    const double number = a.number(0);
    const auto all = numbersOf(a, 1);
    const bool rising = a.number(2, 0) != 0;
    double place = 1;
    bool there = false;
    for (double x : all) {
        there = there || tidied15(x) == tidied15(number);
        place += rising ? tidied15(x) < tidied15(number) : tidied15(x) > tidied15(number);
    }
    return there ? Scalar(place) : Scalar(FormulaError::notAvailable);
}
Scalar commonest(A& a) {
    auto all = a.numbers(0);
    std::ranges::sort(all);
    std::size_t most = 1;
    for (double x : all) most = std::max(most, std::size_t(std::ranges::count(all, x)));
    if (most < 2) return FormulaError::notAvailable;
    for (double x : all)
        if (std::size_t(std::ranges::count(all, x)) == most) return x;
    return FormulaError::notAvailable;
}
/// The number below which a part of a list lies, between two by their distance (6.18.55).
double partOf(std::vector<double> all, double part) {
    if (all.empty() || !(part >= 0) || part > 1) throw FormulaError::number;
    std::ranges::sort(all);
    const double at = part * double(all.size() - 1), below = std::floor(tidied15(at));
    const auto i = std::size_t(below);
    const double rest = at - below;
    return rest <= 0 || i + 1 >= all.size() ? all[i] : all[i] + (all[i + 1] - all[i]) * rest;
}
Scalar percentile(A& a) {
    auto all = numbersOf(a, 0);
    return partOf(std::move(all), a.number(1));
}
Scalar quartile(A& a) {
    auto all = numbersOf(a, 0);
    const double which = std::trunc(a.number(1));
    if (!(which >= 0) || which > 4) return FormulaError::number;
    return partOf(std::move(all), which / 4);
}
/// Where a value is in a list (6.14.9): 0 the first that is equal, with ? and *; 1 the last that is not above it, of a
/// list that rises; -1 the last that is not below it, of one that falls.
double foundAt(A& a, const Scalar& wanted, const std::vector<Scalar>& all, double way) {
    if (const auto* error = std::get_if<FormulaError>(&wanted)) throw *error;
    const string& language = a.context().language;
    std::size_t found = all.size();
    const Criterion equal(std::holds_alternative<string>(wanted) ? Scalar("=" + std::get<string>(wanted)) : wanted,
                          a.context());
    for (std::size_t i = 0; i < all.size(); ++i) {
        const Scalar& one = all[i];
        if (std::holds_alternative<std::monostate>(one) || std::holds_alternative<FormulaError>(one)) continue;
        if (way == 0) {
            const bool is = std::holds_alternative<string>(wanted) && std::holds_alternative<string>(one)
                                ? equal.holds(one) || compared(one, wanted, language) == 0
                                : one.index() == wanted.index() && compared(one, wanted, language) == 0;
            if (is) return double(i);
            continue;
        }
        if (one.index() != wanted.index()) continue;
        const int order = compared(one, wanted, language);
        if (way > 0 ? order > 0 : order < 0) break;
        found = i;
    }
    if (found == all.size()) throw FormulaError::notAvailable;
    return double(found);
}
Scalar match(A& a) {
    const Scalar wanted = a.value(0);
    const auto all = a.all(1);
    const double way = a.number(2, 1);
    return foundAt(a, wanted, all, way) + 1;
}
Scalar lookup(A& a) {
    const Scalar wanted = a.value(0);
    const auto all = a.all(1), results = a.given(2) ? a.all(2) : all;
    const auto at = std::size_t(foundAt(a, wanted, all, 1));
    return at < results.size() ? results[at] : Scalar(FormulaError::notAvailable);
}
/// A column of a list, by its heading or its number from 1 on.
std::size_t columnAt(A& a, std::size_t i, const Operand& all) {
    const Scalar which = a.value(i);
    if (std::holds_alternative<string>(which))
        for (std::size_t k = 0; k < all.headings.size(); ++k)
            if (compared(all.headings[k], which, a.context().language) == 0) return k;
    const double number = std::trunc(a.number(i));
    if (!(number >= 1) || number > double(all.columns)) throw FormulaError::value;
    return std::size_t(number) - 1;
}
/// Every so many values, from one on: a column of a list that is kept row by row.
std::vector<Scalar> everyOf(const std::vector<Scalar>& all, std::size_t from, std::size_t step) {
    std::vector<Scalar> values;
    for (std::size_t i = from; i < all.size(); i += step) values.push_back(all[i]);
    return values;
}
Operand held(A& a) {
    Operand all = a.listHeld(0);
    if (!a.given(1)) return all;
    const std::size_t column = columnAt(a, 1, all);
    return {everyOf(all.values, column, all.columns), true, 1, {all.headings[column]}};
}
/// 6.14.12: down the first column, then along the row.
Scalar lookedUpInColumn(A& a) {
    const Scalar wanted = a.value(0);
    const Operand all = a.list(1);
    const std::size_t column = columnAt(a, 2, all);
    const double row = foundAt(a, wanted, everyOf(all.values, 0, all.columns), a.logical(3, true) ? 1 : 0);
    return all.values[std::size_t(row) * all.columns + column];
}
/// 6.14.5: along the first row, then down the column.
Scalar lookedUpInRow(A& a) {
    const Scalar wanted = a.value(0);
    const Operand all = a.list(1);
    const double row = std::trunc(a.number(2));
    if (!(row >= 1) || row * double(all.columns) > double(all.values.size())) return FormulaError::value;
    std::vector<Scalar> first = all.values;
    first.resize(all.columns);
    const double column = foundAt(a, wanted, first, a.logical(3, true) ? 1 : 0);
    return all.values[(std::size_t(row) - 1) * all.columns + std::size_t(column)];
}
Scalar indexed(A& a) {
    const Operand all = a.list(0);
    const double row = std::trunc(a.number(1, 1));
    const std::size_t column = a.given(2) ? columnAt(a, 2, all) : 0;
    if (!(row >= 1) || row * double(all.columns) > double(all.values.size())) return FormulaError::value;
    return all.values[(std::size_t(row) - 1) * all.columns + column];
}
Scalar rowsOf(A& a) {
    const Operand all = a.list(0);
    return double(all.values.size()) / double(all.columns);
}
Scalar columnsOf(A& a) {
    const Operand all = a.list(0);
    return all.values.empty() ? Scalar(FormulaError::value) : Scalar(double(all.columns));
}
/// A list where one value is expected is an error, unless it is one.
Scalar heldAlone(A& a) {
    const Operand all = held(a);
    return all.values.size() == 1 ? all.values[0] : Scalar(FormulaError::value);
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
    {"VAR", F::list, 1, any, "number; [number …]", "The variance of a sample.", "VAR(1; 3)", "2", [](A& a) -> Scalar { return variance(a, true); }},
    {"VARP", F::list, 1, any, "number; [number …]", "The variance of all numbers.", "VARP(1; 3)", "1", [](A& a) -> Scalar { return variance(a, false); }},
    {"MODE", F::list, 1, any, "number; [number …]", "The most frequent number.", "MODE(1; 2; 2)", "2", commonest},
    {"RANK", F::list, 2, 3, "number; list; [ascending]", "The position of a number in a list, 1 for the largest.", "RANK(5; 5)", "1", placeOf},
    {"PERCENTILE", F::list, 2, 2, "list; part", "The number below which a part of a list is.", "PERCENTILE(5; 0.5)", "5", percentile},
    {"QUARTILE", F::list, 2, 2, "list; quarter", "The number below which so many quarters of a list are.", "QUARTILE(5; 2)", "5", quartile},
    {"COUNTIFS", F::list, 2, any, "list; condition; [list; condition …]", "How many rows meet all conditions.", "COUNTIFS(5; \">3\"; 2; 2)", "1", countedIfAll},
    {"SUMIFS", F::list, 3, any, "added list; list; condition; [list; condition …]", "The sum of the rows that meet all conditions.", "SUMIFS(7; 5; \">3\")", "7", [](A& a) -> Scalar { return sum(numbersIfAll(a, 1, 0)); }},
    {"AVERAGEIFS", F::list, 3, any, "averaged list; list; condition; [list; condition …]", "The average of the rows that meet all conditions.", "AVERAGEIFS(7; 5; \">3\")", "7", averagedIfAll},
    {"MINIFS", F::list, 3, any, "list; list; condition; [list; condition …]", "The smallest number of the rows that meet all conditions.", "MINIFS(7; 5; \">3\")", "7", [](A& a) { return extremeIfAll(a, false); }},
    {"MAXIFS", F::list, 3, any, "list; list; condition; [list; condition …]", "The largest number of the rows that meet all conditions.", "MAXIFS(7; 5; \">3\")", "7", [](A& a) { return extremeIfAll(a, true); }},
    {"MATCH", F::list, 2, 3, "value; list; [way]", "The position of a value in a list: way 0 finds an equal one, 1 the last that is not larger.", "MATCH(5; 5; 0)", "1", match},
    {"INDEX", F::list, 1, 3, "list; [row]; [column]", "The value in a row of a list.", "INDEX(5; 1)", "5", indexed},
    {"LOOKUP", F::list, 2, 3, "value; list; [results]", "The result beside the last value of a sorted list that is not larger.", "LOOKUP(5; 5; 7)", "7", lookup},
    {"ROWS", F::list, 1, 1, "list", "How many rows a list has.", "ROWS(5)", "1", rowsOf},
    {"COLUMNS", F::list, 1, 1, "list", "How many columns a list has.", "COLUMNS(5)", "1", columnsOf},
    {"VLOOKUP", F::list, 3, 4, "value; list; column; [sorted]", "The value in a column of the row that begins with a value. FALSE() as the last argument if the list is not sorted.", "VLOOKUP(5; 5; 1)", "5", lookedUpInColumn},
    {"HLOOKUP", F::list, 3, 4, "value; list; row; [sorted]", "The value in a row of the column that begins with a value.", "HLOOKUP(5; 5; 1)", "5", lookedUpInRow},
    {"LIST", F::list, 1, 2, "field; [column]", "The list that a field takes its choices from, or a column of it by its heading.", "IFERROR(ROWS(LIST(cboBoat)); 0)", "0", heldAlone, held},
};
// clang-format on

}  // namespace

std::span<const FunctionRow> lists() {
    return listRows;
}

}  // namespace brindel::families
