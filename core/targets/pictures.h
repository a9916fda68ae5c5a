// Whether the pictures of a form can be written at all, asked before anything is.
#pragma once

#include "core/draw/draw_control.h"
#include "core/model/problem.h"

namespace brindel {

/// Refuses, with what it is called as place, a picture that cannot be read, and pictures that have more pixels together
/// than `mostPixels`. `shown` has those that fillers have put in.
Result<void> picturesInOrder(const Form& form, const Filling* filling);

}  // namespace brindel
