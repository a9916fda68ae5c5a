// Resizing: what happens to what a container holds when the container becomes larger or smaller.
#pragma once

#include "core/edit/edits.h"

namespace brindel {

/// A container of another size, with everything in it where its holds-to puts it, to any depth. Held to both sides of
/// an axis a control is stretched; to the far side it moves along; to neither it keeps its share of the room on both
/// sides. Nothing gets smaller than one small step. Pages and cells cannot be resized.
Form resized(const Form& form, Id container, Extent size);
/// What a control would hold to, from where it stands: both sides where it spans its container, the far side where it
/// stands there alone. As Prop::holdsTo has it: "left top right".
std::string suggestedHolds(const Form& form, Id id);
/// Every control that can be moved given what suggestedHolds says.
Form holdsSuggested(const Form& form, const Ids& ids);
/// The least size at which a dialog's own controls do not run over each other, by what it says of itself: its least
/// width and height, or the size it was designed at.
Extent leastSize(const Form& form);

}  // namespace brindel
