// Growing while a form is filled: what stands below makes room. These work on a form that is being filled; they give
// names and places by rules of their own and leave what a designer has set alone.
#pragma once

#include "core/model/form.h"
#include "core/model/places.h"

namespace brindel {

/// A control higher by `by` (lower when below 0): what stands wholly below it in its container moves along, and the
/// containers around it grow in their turn, the dialog as well. Pages keep their size.
Form grownBy(const Form& form, Id id, double by);
/// True when a table may have one more row: by its own limit, and by the room on its page.
bool takesRow(const Form& form, Id table);
/// A table with one more row, its fields like those of the last row under their names with the new row's number; what
/// stands below makes room. The form as it was when it takes none.
Form rowAdded(const Form& form, Id table);
/// A table without its last row and what is in it, where it has more than one.
Form rowTaken(const Form& form, Id table);
/// How many rows a table would have to get until one of its fields has that name; 0 when none ever has.
int rowsUntil(const Form& form, Id table, const std::string& name);

}  // namespace brindel
