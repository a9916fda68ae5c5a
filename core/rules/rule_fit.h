// What a rule can hang on: which controls an event happens to, and what a step can be done to.
#pragma once

#include <optional>

#include "core/model/form.h"

namespace brindel {

/// True when this can happen to a control; what happens to the form as a whole, to its root.
bool hasEvent(const Control& control, Event event);
/// True when a step can be done to a control.
bool takesStep(const Control& control, Action does);

/// When a rule of a control is asked most often: when a button is pressed, a box is ticked, an answer changed; of the
/// form, when it opens.
Event usualEvent(const Control& control);
/// The rule that is most likely meant where one control is to do something to another: a button that shows and hides a
/// frame, a tick that shows what belongs to it, a page that is turned to. Nothing where one cannot act, or nothing can
/// be done to the other.
std::optional<Rule> likelyRule(const Form& form, Id from, Id to);

}  // namespace brindel
