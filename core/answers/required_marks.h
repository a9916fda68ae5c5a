// How fillers see what must be filled in, before anything is handed in: behind the wording that speaks for it, in the
// way that the form chooses.
#pragma once

#include <string>

#include "core/model/form.h"

namespace brindel {

/// True for a field that must be filled in as the form opens; of a question, when any of its buttons says so.
bool isRequired(const Form& form, const Control& field);
/// What stands behind the wording of `c`, in the form's language: " *" or " (required)" where the wording is that of a
/// field that must be filled in, of a question or of a tick; "" everywhere else, and where the form marks nothing.
std::string requiredMark(const Form& form, const Control& c);
/// The same for a wording that speaks for such a field, whichever it is.
std::string requiredMarkOf(const Form& form);
/// The line that explains the sign: "* must be filled in". Empty where the form uses no sign.
std::string signExplained(const Form& form);

}  // namespace brindel
