// Growing while a form is filled: what stands below makes room.
#pragma once

#include "core/edit/edits.h"

namespace brindel {

/// A control higher by `by` (lower when below 0): what stands wholly below it in its container moves along, and the
/// containers around it grow in their turn, the dialog as well. Pages keep their size.
Form grownBy(const Form& form, Id id, double by);
/// True when a table may have one more row: by its own limit, and by the room on its page.
bool takesRow(const Form& form, Id table);
/// A table with one more row, its fields like those of the last row; what stands below makes room. The form as it was
/// when it takes none.
Form withRow(const Form& form, Id table);
/// A table without its last row, where it has more than one.
Form withoutRow(const Form& form, Id table);

}  // namespace brindel
