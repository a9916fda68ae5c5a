// Tidy: ragged placing put right with the least movement.
#pragma once

#include "core/edit/edits.h"

namespace brindel {

/// The form with the rows, columns and label-and-field pairs of some controls (of every container when `ids` is empty)
/// found and made exact: what is nearly level becomes level, nearly equal gaps become equal, nearly common edges
/// become one. Nothing moves further than about 7 px (2 mm) from where it stands, and nothing changes its size.
/// Distances that Brindel lays out by are preferred where they are near enough.
Form tidied(const Form& form, const Ids& ids = {});
/// The controls that differ in their place between two forms, and how far the furthest has moved.
struct Moved {
    Ids ids;
    double furthest = 0;
};
Moved movedBetween(const Form& before, const Form& after);

}  // namespace brindel
