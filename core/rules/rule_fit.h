// What a rule can hang on: which controls an event happens to, and what a step can be done to.
#pragma once

#include "core/model/form.h"

namespace brindel {

/// True when this can happen to a control; what happens to the form as a whole, to its root.
bool hasEvent(const Control& control, Event event);
/// True when a step can be done to a control.
bool takesStep(const Control& control, Does does);

}  // namespace brindel
