// A table as a source: its columns become fields, by what stands in them.
#pragma once

#include "core/intake/proposal.h"

namespace brindel::intake {

/// True for a text whose first lines have the same number of cells, two or more, between the same separators.
bool looksLikeTable(const std::string& text);
/// The items of a table (CSV with commas, semicolons, tabs or bars, RFC 4180) with a line of headings: a field a
/// column, its kind, limits, step, choices, length and pattern by what its cells have, required where none is empty. A
/// table of the columns name, type, required, values is a list of fields itself. At most 100,000 rows of 2,000 columns.
Result<Items> itemsFromTable(const std::string& text);

}  // namespace brindel::intake
