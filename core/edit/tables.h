// Tables: their cells are kept in step with their columns, rows and size.
#pragma once

#include <functional>

#include "core/edit/edits.h"

namespace brindel {

/// A table with as many cells as its columns and rows ask for, each at its place and filled by what it holds. `before`
/// says which columns it had: cells of a heading that is still there keep what they hold; a new row
/// holds what the one above holds, a new column text boxes.
Form tableSettled(const Form& form, Id table, const Choices& before);
/// The same where the columns have not changed.
Form tableSettled(const Form& form, Id table);
/// Puts a control into every empty cell of a table, of the kind that its column's heading asks for; named after its
/// column and row.
Form cellsFilled(const Form& form, Id table, const std::function<Kind(const std::string& heading)>& kind);
/// The columns and rows that a table starts with.
Control freshTable();
/// All that lies in one column of the table, given something that lies in one of its cells; itself alone elsewhere.
Ids columnOf(const Form& form, Id inCell);

}  // namespace brindel
