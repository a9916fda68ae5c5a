// A form as it is handed out to be filled where there is no Brindel.
#pragma once

#include "core/draw/draw_control.h"

namespace brindel {

/// How a blank form stands in a file that is filled later, perhaps where nothing runs: what is worked out and what is
/// the day's stays empty, and what a formula or a rule can bring into sight or use is seen and can be used, since
/// nothing else might bring it.
Filling handedOut(const Form& form, Filling opened);

}  // namespace brindel
