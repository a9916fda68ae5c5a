// What a formula is worth, with the meaning that the standard gives its parts (OpenDocument 1.3, part 4). Errors are
// values that spread. Numbers are IEEE doubles that count as equal when 15 digits of them are; see docs/formulas.md.
#pragma once

#include <functional>
#include <string>
#include <variant>
#include <vector>

#include "core/rules/formula.h"
#include "core/text/words.h"

namespace brindel {

/// The errors of the standard (4.6), as far as they can come up here.
enum class FormulaError : std::uint8_t { value, divide, number, name, notAvailable, circle };
/// "#VALUE!", "#DIV/0!", "#NUM!", "#NAME?", "#N/A"; and, of our own, "#CIRCLE!" for what needs its own value.
std::string_view errorText(FormulaError error);

/// Nothing, a logical value, a number (dates are days from 1899-12-30, times parts of a day), a text, or an error.
using Scalar = std::variant<std::monostate, bool, double, std::string, FormulaError>;
/// What a name stands for: one value, those of a table's column, or, row by row, of a list that the form holds.
struct Operand {
    std::vector<Scalar> values;
    bool list = false;
    std::size_t columns = 1;
    std::vector<std::string> headings = {};  // of its columns, where they have some
};

/// What a formula can ask of the form that it stands in.
struct EvaluationContext {
    std::function<Operand(const std::string& name)> valueOf;  // an error value for a name that there is not
    std::function<Operand(const std::string& name)> listOf;   // that a field takes its choices from; an error for none
    Day today{};
    int minutesNow = 0;           // from midnight
    std::string language = "en";  // in which texts are read as numbers, and letters changed
};

/// A formula takes no more steps, and a text it makes has no more bytes, than this; what goes beyond is #VALUE!.
inline constexpr std::size_t mostFormulaSteps = 200000, longestFormulaText = 100000;

/// What a tree is worth; a list of several values where one is expected is #VALUE!.
Scalar evaluated(const Node& node, const EvaluationContext& context);

// ---- conversions of the standard (6.3), for whoever shows or keeps what was worked out ----

/// As a number: TRUE is 1, nothing 0, a text what it says by the language or in ISO 8601; an error otherwise.
Scalar asNumber(const Scalar& value, const EvaluationContext& context);
/// The moment that a text says as files have it: 2026-04-01, 08:30, 08:30:15, 2026-04-01 08:30. Nothing for another.
std::optional<double> momentRead(const std::string& text);
/// As a text: a number with at most 15 digits, TRUE or FALSE, nothing as "".
Scalar asText(const Scalar& value);
/// As a logical value: 0 and nothing are false; texts but "TRUE" and "FALSE" an error.
Scalar asLogical(const Scalar& value, const EvaluationContext& context);
/// The day of a serial number, within years 1 to 9999; nothing outside.
std::optional<Day> dayOf(double serial);
double serialOf(Day day);

/// -1, 0 or 1: numbers before texts before logical values; texts without regard to case; numbers by 15 digits.
/// `language`: whose letters are meant (a dotless i is a letter of its own in Turkish).
int compared(const Scalar& a, const Scalar& b, const std::string& language);
/// A number rounded to 15 significant digits: what counts when two are compared.
double tidied15(double number);
/// Rounded at so many decimal places as a person would who reads its 15 digits: half goes away from zero.
double roundedAt(double number, int places);

/// The arguments of a call: each worked out when it is asked for, once.
class Evaluation;
class Arguments {
  public:
    Arguments(const Node& call, Evaluation& evaluation) : call_(call), evaluation_(evaluation) {}
    std::size_t count() const { return call_.parts.size(); }
    bool given(std::size_t i) const;
    /// Whether it is a name: what a field holds, or a column. What is no number there is passed over (6.3.7).
    bool reference(std::size_t i) const;
    const EvaluationContext& context() const;

    /// One value; of a list, an error.
    Scalar value(std::size_t i) const;
    /// One value as a number, a text, a whole number, a logical value; `otherwise` where it is left out. Throw the
    /// error that it is.
    double number(std::size_t i) const;
    double number(std::size_t i, double otherwise) const;
    std::string text(std::size_t i) const;
    std::string text(std::size_t i, const std::string& otherwise) const;
    bool logical(std::size_t i) const;
    bool logical(std::size_t i, bool otherwise) const;
    Day day(std::size_t i) const;
    /// All values of one argument, or of all from `i` on, lists taken apart.
    std::vector<Scalar> all(std::size_t i) const;
    std::vector<Scalar> rest(std::size_t i) const;
    /// A list with its columns; throws the error that it is.
    Operand list(std::size_t i) const;
    /// The list that a field, named here, takes its choices from.
    Operand listHeld(std::size_t i) const;
    /// The numbers among them: of lists only those that are numbers, of single arguments what can be made one.
    std::vector<double> numbers(std::size_t i) const;

  private:
    Operand operand(std::size_t i) const;
    const Node& call_;
    Evaluation& evaluation_;
};

}  // namespace brindel
