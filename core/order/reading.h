// The order in which people read what lies in a container: rows from top to bottom and along each row, and columns one
// after the other where frames, headings or gaps make columns.
#pragma once

#include "core/model/form.h"

namespace brindel {

/// The ids sorted plainly by rows within their common container: from the top, along each row. Boxes whose middles lie
/// within each other's height count as one row.
std::vector<Id> inReadingOrder(const Form& form, std::vector<Id> ids);
/// The place among a container's children at which a control of this kind and box is read: behind what is read before it
/// (`readInOrder`), wherever a person has laid that.
std::size_t readingPlace(const Form& form, Id container, Kind kind, const Box& box);

/// All children of a container as they are read: a label goes with the field it speaks for, the radio buttons of a
/// question stay together, what stands on a box is read together, and languages that run from right to left are read
/// so. Columns are read one after the other where their rows do not meet, where each has a heading, where one has only
/// ticks or only buttons, or where a wide gap (48 px, 13 mm) parts at least three full rows. Cells and pages stay as
/// they are. Takes about n log n for n children; n² where they form rows without end that might be columns.
std::vector<Id> readInOrder(const Form& form, Id container);

}  // namespace brindel
