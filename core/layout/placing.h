// Where the next control goes when it is placed without a pointer.
#pragma once

#include "core/edit/edits.h"

namespace brindel {

/// The box, from the surface's corner, of a control of a size that follows `after`: below it, its left edge on the
/// same line, with the gap that is between `after` and the one above it (the usual one where there is none). At the
/// top of the container when there is nothing to follow; within a container that is itself selected, below its last.
Box nextPlace(const Form& form, Id after, Id container, Extent size);
/// The containers of a control, out to the dialog, grown until it lies in them with the usual room around; what stands
/// below them makes room. Pages keep their size.
Form roomMade(const Form& form, Id id);

}  // namespace brindel
