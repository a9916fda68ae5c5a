// Formulas for where there is no Brindel: the same trees as ECMAScript expressions, over one runtime file that pages
// and PDFs carry with them.
#pragma once

#include <string>
#include <string_view>

#include "core/rules/formula.h"

namespace brindel {

/// A tree as an ECMAScript expression (2017) over `F`, what brindelFormulas(around) gives, and `$`, a function that
/// gives what a name stands for, F.named(values, list).
std::string ecmascriptOf(const Node& formula);
/// The runtime: one function, brindelFormulas.
std::string_view ecmascriptRuntime();
/// `around` of the runtime as JSON: the signs of numbers and the names of months and days in a language. `today` is a
/// serial number.
std::string ecmascriptAround(const std::string& language, double today, int minutes);
/// True for a pattern that ECMAScript (5) matches as Brindel does: none of the classes, switches and marks that only
/// others have, no letters beyond the first plane.
bool isEcmascriptPattern(const std::string& pattern);
/// The same as ECMAScript 2018 has it with the flag "u": \d and \w are the digits and letters of all languages, as they
/// are in Brindel (UTS 18, annex C). The pattern itself where it speaks of neither.
std::string patternOfAllLetters(const std::string& pattern);
/// A text as an ECMAScript literal that can stand in a page: no line break, no </ in it.
std::string ecmascriptText(std::string_view text);

}  // namespace brindel
