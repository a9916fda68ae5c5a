// A form as it is handed out to be filled where there is no Brindel.
#pragma once

#include "core/session/form_session.h"

namespace brindel {

/// How a blank form stands in a file that is filled later, perhaps where nothing runs: what is worked out and what is
/// the day's stays empty, and what a formula or a rule can bring into sight or use is seen and can be used, since
/// nothing else might bring it.
Filling handedOut(const Form& form, Filling opened);
/// True for a field that gets what it holds when the form is opened: it is worked out, or the day's.
bool isFoundWhenOpened(const Control& field);
/// The form that goes with it: as it is designed, nothing folded away, with the choices that it offers when it opens.
Form formHandedOut(const FormSession& opened);

}  // namespace brindel
