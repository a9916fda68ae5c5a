// What the names in a formula stand for in a form that is being filled, and what a formula is worth there.
#pragma once

#include "core/rules/evaluate.h"
#include "core/session/form_session.h"

namespace brindel {

/// What a name stands for: the value of the field of that name, nothing for one left empty. A question is the value of
/// its chosen button, a list for several the values chosen. The name of a field in a table's first row is the whole
/// column, with the rows that the filler has added; for a formula that stands in the same table (`from` is in it) it is
/// the field of the formula's own row. #NAME? where the form has no field of that name.
Operand operandOf(const FormSession& session, const std::string& name, Id from = noControl);
/// A typed value as formulas have it: dates and times as serial numbers.
Scalar scalarOf(const Held& held, const Control& control);
/// What a formula of `from` is worth now. `minutes` is the time of day.
Scalar worthOf(const FormSession& session, const Node& formula, Id from = noControl, int minutes = 0);

}  // namespace brindel
