// Guides: the lines that a box being placed, moved or sized comes to lie on.
#pragma once

#include "core/edit/edits.h"

namespace brindel {

/// A line to draw, and the distance to a neighbour where it says one.
struct Guide {
    Point from, to;
    double distance = -1;  // below 0: no distance is written
    bool operator==(const Guide&) const = default;
};

struct Snapped {
    Box box;
    std::vector<Guide> guides;
};

/// Which parts of the box may move.
struct Moving {
    bool left = true, top = true, right = true, bottom = true;  // all: it is moved; some: it is sized
};

/// The box laid on the nearest edge, centre or text line of the controls of its surface, or the margins of its
/// container, if one lies within `reach`. `without` are the controls being moved, which nothing is laid on.
Snapped snapped(const Form& form, Id surface, Id container, Box box, const Ids& without, double reach,
                const TurnedTo& turned, Moving moving = {});
/// Distances to the next controls above and below in the same column, as guides; `container` as in snapped().
std::vector<Guide> distancesAround(const Form& form, Id surface, Id container, const Box& box, const Ids& without,
                                   const TurnedTo& turned);

}  // namespace brindel
