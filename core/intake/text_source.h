// Text as a source: what is written to be filled in by hand.
#pragma once

#include "core/intake/proposal.h"

namespace brindel::intake {

/// The items of a text in UTF-8: blanks of underscores, dots or dashes, or behind a colon; ticks before or behind their
/// words; dates as __/__/____ or DD/MM/YYYY; a box a letter; answers with letters before them or slashes between;
/// tables drawn with bars; headings, rules, wording. At most 20,000 lines of 10,000 letters, and 2,000 fields; more is
/// a problem.
Result<Items> itemsFromText(const std::string& text);

}  // namespace brindel::intake
