// Controls that are like another one, to be changed with it.
#pragma once

#include "core/edit/edits.h"

namespace brindel {

/// What controls have in common: their kind; the style that they follow; or kind, style and every look set by hand.
enum class Alike { kind, style, look };

/// All controls like `lead`, itself first, the others in tab order; only those in `within`, where one is given. Cells
/// and pages are like nothing. Empty where `lead` is gone.
Ids alike(const Form& form, Id lead, Alike what, Id within = noControl);
/// What people call a page: the tab page that a control lies on, else its surface.
Id surfaceOrPage(const Form& form, Id id);

}  // namespace brindel
