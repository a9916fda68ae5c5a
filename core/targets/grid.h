// What a container holds as a grid, read from its arrangement: where its columns and rows begin, and which of them each
// control has. Targets that have no free placing (classes, pages) lay out by it.
#pragma once

#include "core/arrangement/arrangement.h"

namespace brindel {

/// One control in the grid; a label has a place of its own, in the row of its field.
struct GridItem {
    Id id = noControl;
    Box box;
    std::size_t row = 0, column = 0, down = 1, across = 1;
    bool growsAcross = false, growsDown = false;
};

struct GridPlan {
    std::vector<GridItem> items;     // in the arrangement's order, each label before its field
    std::vector<double> columns;     // where they begin, from where writing begins
    std::vector<double> tops, ends;  // of rows: where they begin, and where what has one row alone ends; 0 for nothing
    std::vector<std::size_t> inRow;  // how many begin in each row
    std::vector<bool> ofButtons;     // rows that hold buttons alone: these have no part in the columns
    Box all;                         // around all of them
    double down = 0, across = 0;     // the gaps that most rows have, and that columns have
};

/// The plan of an arrangement; empty for one without pieces.
GridPlan gridPlan(const Form& form, const Arrangement& arrangement);

}  // namespace brindel
