// Where the choices of a field come from: typed ones, a ready list in the form's language, a run of numbers, a column
// of a file that the form holds; and which of them are offered when they depend on another answer.
#pragma once

#include "core/model/form.h"
#include "core/model/problem.h"

namespace brindel {

/// No list has more choices than this; what goes beyond is left out.
inline constexpr std::size_t mostChoices = 10000;

/// A ready list in a language ("de", "de-AT"), in the order that people expect: months and weekdays as the calendar has
/// them, names by the language's alphabet. Values are codes where there are standard ones (ISO 3166, 4217, 639).
Choices readyList(ReadyList which, const std::string& language);
/// The numbers from `from` to `to`, both among them where the steps meet it; down when `to` is below. None for a step
/// of 0 or numbers that are none.
Choices numberRun(double from, double to, double step);

/// True for a field whose choices are such a run: formulas take what is chosen as a number.
bool isRunOfNumbers(const Control& control);

/// A table as comma- or semicolon-separated values (RFC 4180; the sign that the first line has more of, or tabs).
using TextTable = std::vector<std::vector<std::string>>;
/// At most so many rows and columns; a problem has its line as place.
Result<TextTable> readTable(const std::string& text, std::size_t mostRows = 20000, std::size_t mostColumnsRead = 100);

/// Lines as people paste them, a choice a line: "value = text", "value<tab>text", or the text alone. Empty lines are
/// passed over.
Choices choicesFromLines(const std::string& lines);
/// The same the other way round.
std::string choicesAsLines(const Choices& choices);
/// By the alphabet of a language; those that are alike keep their order.
Choices sortedChoices(Choices choices, const std::string& language);
/// Each choice once, where it comes first; two are alike when their texts are.
Choices withoutDoubles(const Choices& choices);

/// All choices of a control; with another answer that they depend on, those whose value it is.
Choices choicesOf(const Control& control, const std::string& language, const std::string* group = nullptr);

}  // namespace brindel
