// Text as a source: what is written to be filled in by hand.
#pragma once

#include "core/intake/jotted_field.h"
#include "core/intake/proposal.h"

namespace brindel::intake {

/// The items of a text in UTF-8: blanks of underscores, dots or dashes, or behind a colon; ticks before or behind their
/// words; dates as __/__/____ or DD/MM/YYYY; a box a letter; answers with letters before them or slashes between;
/// tables drawn with bars; headings, rules, wording. At most 20,000 lines of 10,000 letters, and 2,000 fields; more is
/// a problem.
Result<Items> itemsFromText(const std::string& text);

/// The same of a text whose source says more of some blanks than letters can: the letter firstKnown + n in it is the
/// nth of `known`.
Result<Items> itemsFromText(const std::string& text, const std::vector<FieldSays>& known);
inline constexpr char32_t firstKnown = 0xF0000, mostKnown = 0xFF00;  // letters that nobody writes with

}  // namespace brindel::intake
