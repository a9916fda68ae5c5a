// Fold: a frame that gives its room back while it is hidden. What is below moves up, the containers around it and the
// dialog shrink; all of it is kept as shifts, so that it goes back to where it would be by then.
#pragma once

#include <span>

#include "core/model/visibility.h"

namespace brindel {

/// What one fold does to one control: moves it up, makes it lower.
struct Shift {
    Id id = noControl;
    double up = 0, lower = 0;
    bool operator==(const Shift&) const = default;
};

/// What is to be done when a frame is hidden, in the form as it is now. Room that something beside the frame needs
/// stays. Frames that are folded already count as not there. Pages and tab pages keep their size.
std::vector<Shift> foldShifts(const Form& form, const Visibility& visibility, Id frame);
/// True for a control that folds when it is hidden.
bool folds(const Control& control);
/// Action shifts to a form, or takes them back. What was derived from the form goes on to hold: its boxes are no part
/// of that.
void shift(Form& form, std::span<const Shift> shifts, bool back = false);

}  // namespace brindel
