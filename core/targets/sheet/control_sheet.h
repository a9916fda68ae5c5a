// The control sheet: every control of a form with all that whoever codes against it, tests it or signs it off asks for.
// One table of columns; the page, the CSV and the JSON are written from it.
#pragma once

#include <span>

#include "core/model/problem.h"
#include "core/text/fonts.h"

namespace brindel {

/// One control, with a number: what is seen of the form is counted in the order of the route, what lies in a container
/// after it.
struct SheetRow {
    int number = 0;
    Id id = noControl;
    std::vector<std::string> cells;  // one a column
};
struct SheetColumn {
    std::string_view key;   // in the JSON, and the first line of the CSV
    std::string_view word;  // above it on the page
};
std::span<const SheetColumn> sheetColumns();
/// All controls but the form itself.
std::vector<SheetRow> sheetRows(const Form& form);

/// The sheet as one HTML page (UTF-8, nothing fetched): a picture of every page with the numbers on it, and the table.
/// A problem where a picture cannot be made.
Result<std::string> sheetPage(const Form& form, const FontBook& fonts);
/// The same as CSV (RFC 4180, UTF-8): a line of keys, then a line a control. What a spreadsheet would take for a
/// formula begins with an apostrophe.
std::string sheetCsv(const Form& form);
/// The same as JSON: {"form", "version", "title", "controls": [...]}; each control with its columns, and under
/// "properties" with all that the form's file says of it.
std::string sheetJson(const Form& form);

}  // namespace brindel
