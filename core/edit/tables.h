// Tables: their cells are kept in step with their columns, rows and size.
#pragma once

#include "core/edit/edits.h"

namespace brindel {

/// A table with as many cells as its columns and rows ask for, each at its place and filled by what it holds. `before`
/// says which columns it had: cells of a heading that is still there keep what they hold; new cells are empty.
Form tableSettled(const Form& form, Id table, const Choices& before);
/// The same where the columns have not changed.
Form tableSettled(const Form& form, Id table);
/// Puts a control of a kind into every empty cell of a table, named after its column and row.
Form cellsFilled(const Form& form, Id table, Kind kind);
/// The columns and rows that a table starts with.
Control freshTable();
/// All that lies in one column of the table, given something that lies in one of its cells; itself alone elsewhere.
Ids columnOf(const Form& form, Id inCell);

}  // namespace brindel
