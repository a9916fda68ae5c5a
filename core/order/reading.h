// The order in which people read what lies in a container: that of its arrangement.
#pragma once

#include "core/model/form.h"

namespace brindel {

/// All children of a container as they are read: a label goes with the field it speaks for, the radio buttons of a
/// question stay together, what stands on a box is read together, and languages that run from right to left are read
/// so. Columns are read one after the other where their rows do not meet, where each has a heading, where one has only
/// ticks or only buttons, or where a wide gap (48 px, 13 mm) parts at least three full rows. Cells and pages stay as
/// they are. Takes about n log n for n children.
std::vector<Id> readInOrder(const Form& form, Id container);
/// The same, but as the designer's route goes where that is another way: for targets whose readers take the order in
/// which they are given the controls for the way of the Tab key.
std::vector<Id> readOrRouted(const Form& form, Id container);
/// The place among a container's children at which a control of this kind and box is read: behind what is read before
/// it
/// (`readInOrder`), wherever a person has laid that.
std::size_t readingPlace(const Form& form, Id container, Kind kind, const Box& box);

}  // namespace brindel
