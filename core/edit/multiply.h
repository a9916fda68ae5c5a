// Rows and grids of copies, and controls of one kind turned into another.
#pragma once

#include "core/edit/edits.h"

namespace brindel {

/// `times` further copies of the controls (with the labels that speak for them), each `dx` and `dy` on from the one
/// before. Names are made free. Gives the copies, in order.
Edited repeated(const Form& form, const Ids& ids, int times, double dx, double dy);
/// A grid of `columns` by `rows` in which the controls are the first cell.
Edited repeatedInGrid(const Form& form, const Ids& ids, int columns, int rows, double dx, double dy);
/// The selected fields with their labels, and the selected labels with their fields.
Ids withLabels(const Form& form, const Ids& ids);

/// Controls turned into another kind. They keep their identity, place, label and every property that both kinds have;
/// their names follow when nobody has set them. Wording that the new kind has no place for becomes a label on its
/// left where there is room, else the hint. Containers that hold something, pages and cells stay as they are.
Form turnedInto(const Form& form, const Ids& ids, Kind kind);

}  // namespace brindel
