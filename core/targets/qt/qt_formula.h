// Formulas as C++ expressions over the parts of a class.
#pragma once

#include <functional>
#include <set>
#include <string>

#include "core/rules/formula.h"

namespace brindel::qt {

/// What the names in a formula are, as expressions of type fx::Value.
struct FormulaNames {
    std::function<std::string(const std::string&name)> value, list;  // its answer; the list that LIST(name) means
};

/// A tree as an expression of type fx::Value; `of` stands before what the form itself knows ("filling_->", or nothing).
/// The parts that it uses go into `uses`.
std::string formulaExpression(const Node& formula, const FormulaNames& names, const std::string& of,
                              std::set<std::string, std::less<>>& uses);
/// The name of a function of formulas in C++: "sum", "if_".
std::string functionName(std::string_view name);

}  // namespace brindel::qt
