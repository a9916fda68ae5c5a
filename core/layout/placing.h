// Where the next control goes when it is placed without a pointer.
#pragma once

#include "core/edit/edits.h"

namespace brindel {

/// The box, from the surface's corner, of a control of a size that follows `after`: below it, its left edge on the
/// same line, with the gap that is between `after` and the one above it (the usual one where there is none). At the
/// top of the container when there is nothing to follow; within a container that is itself selected, below its last.
Box nextPlace(const Form& form, Id after, Id container, Extent size);

}  // namespace brindel
