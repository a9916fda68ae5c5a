// What the names in a formula stand for: the fields of a form whose values they are.
#pragma once

#include <string>
#include <vector>

#include "core/model/form.h"

namespace brindel {

struct Meaning {
    bool known = false;      // the form has a field of that name
    bool column = false;     // a table's column: a list of values
    std::vector<Id> fields;  // a question by its first button; a column from its first row on
    bool operator==(const Meaning&) const = default;
};

/// What a table's column is spoken of by, given its field in the first row: that field's name without the number of its
/// row ("numPrice" where it is numPrice1). Empty for any other control.
std::string columnName(const Form& form, Id id);

/// The meaning of a name in a formula of `from`. A control is spoken of by its name, a question by its own. A column's
/// name is the whole column, with the rows that a filler adds; for a formula that stands in the same table it is the
/// field of the formula's own row.
Meaning meaningOf(const Form& form, const std::string& name, Id from = noControl);

/// Where a control stands in a table.
struct TableSpot {
    const Control* table = nullptr;
    std::size_t column = 0, row = 0, columns = 1;
};
/// The place of a control in the table that it lies in; nothing outside of tables.
std::optional<TableSpot> spotOf(const Form& form, Id id);
/// The field in a row of a spot's column; null for none.
const Control* fieldInRow(const Form& form, const TableSpot& spot, std::size_t row);

}  // namespace brindel
