// The one table of functions: name, arguments, one line of help with an example, and what works it out. Reading, help,
// completion, docs/formulas.md and the targets go by it.
#pragma once

#include <span>
#include <string>
#include <string_view>

#include "core/rules/evaluate.h"

namespace brindel {

class Arguments;
struct Operand;

enum class Family : std::uint8_t { logic, information, text, number, list, date, money };

struct FunctionRow {
    std::string_view name;
    Family family;
    std::size_t least, most;     // how many arguments
    std::string_view arguments;  // "number; places" with what can be left out in [ ]
    std::string_view help;       // one sentence
    std::string_view example, gives;
    Scalar (*work)(Arguments&);
    Operand (*list)(Arguments&) = nullptr;  // of one that gives the list that a field takes its choices from
};

std::span<const FunctionRow> allFunctions();
/// The function of that name in any case; null for none.
const FunctionRow* functionNamed(std::string_view name);
/// The name of the function that is spelled most like it; empty when none is near.
std::string functionLike(std::string_view name);
/// "ROUND(number; [places])".
std::string signatureOf(const FunctionRow& row);
std::string_view familyWord(Family family);

}  // namespace brindel
