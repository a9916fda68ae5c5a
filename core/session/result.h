// What the names in a formula stand for in a form that is being filled, and what a formula is worth there.
#pragma once

#include "core/session/form_session.h"

namespace brindel {

/// What a name stands for: the value of its field, nothing for one left empty; a question is the value of its chosen
/// button, a list for several the values chosen, a column a list. #NAME? where the form has no field of that name.
Operand operandOf(const FormSession& session, const Meaning& meaning);
/// A typed value as formulas have it: dates and times as serial numbers.
Scalar scalarOf(const Held& held, const Control& control);
/// The value of a choice: a number where the choices are a run of numbers.
Scalar scalarOfChoice(const Control& control, const std::string& value);
/// What a field holds when a formula gives its value: a serial number is a day or a time of day, a text one of the
/// choices. An error, or what is no value for the field, is held as an unread wording.
Entry entryFrom(const Field& field, const Scalar& value);
/// What a property is when a formula gives it; nothing for an error, or what does not fit.
std::optional<Value> propertyFrom(Prop prop, const Scalar& value, const std::string& language);
/// What a formula of `from` is worth now.
Scalar resultOf(const FormSession& session, const Node& formula, Id from = noControl);
/// The same for one whose names are known.
Scalar resultOf(const FormSession& session, const Worked& worked);

}  // namespace brindel
