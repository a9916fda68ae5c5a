// Replies, or values to fill forms with, as a table: a row a reply, as the export of a store writes it and as a
// spreadsheet saves it.
#pragma once

#include <functional>
#include <memory>
#include <vector>

#include "core/model/form.h"
#include "core/model/problem.h"
#include "core/session/answers.h"

namespace brindel {

/// A row of a table.
struct TableReply {
    std::size_t row = 0;  // in the table, the headings being row 1
    Reply reply;
};

/// Reads a table (CSV, RFC 4180; of semicolons or tabs as well) whose headings are names of answers. Numbers have a
/// point, days and times are ISO 8601, ticks true or false; several choices stand on lines of their own in their cell;
/// an empty cell is no answer. An apostrophe before what a spreadsheet would run is taken away. Columns that an export
/// has of its own (reply, id, version, filled, came, way, source) say that of the reply, unless the form has such an
/// answer. A row of another version has that version's answers, as far as `versionOf` gives its form: each from the
/// column of its control, whatever it was called then. Of a table of another form's replies only the answers count that
/// this form has as well. At most 100,000 rows of 2,000 columns. A problem for what is no such table, with the place.
using VersionOf = std::function<Result<std::shared_ptr<const Form>>(int version)>;
Result<std::vector<TableReply>> repliesFromTable(const Form& form, const std::string& text, bool ofAnother = false,
                                                 const VersionOf& versionOf = {});
/// The values of the one row of a table that has a text in a column: `where` is "sail=K 123". Columns that are no
/// answers of the form are passed over, and so are empty cells. A problem, its place the condition, where no row has
/// it, or several have.
Result<Reply> rowFromTable(const Form& form, const std::string& text, const std::string& where);

}  // namespace brindel
