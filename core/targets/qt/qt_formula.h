// Formulas as C++ expressions over the parts of a class.
#pragma once

#include <functional>
#include <set>
#include <string>

#include "core/rules/formula.h"

namespace brindel::qt {

/// A tree as an expression of type fx::Value; `named` gives that of a name, `of` stands before what the form itself
/// knows
/// ("filling_->", or nothing). The parts that it uses go into `uses`.
std::string formulaExpression(const Node& formula, const std::function<std::string(const std::string& name)>& named,
                              const std::string& of, std::set<std::string, std::less<>>& uses);
/// The name of a function of formulas in C++: "sum", "if_".
std::string functionName(std::string_view name);

}  // namespace brindel::qt
