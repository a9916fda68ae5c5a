// A text document as a source: DOCX (ISO/IEC 29500) and ODT (ISO/IEC 26300), with the fields that it has.
#pragma once

#include "core/intake/proposal.h"

namespace brindel::intake {

/// The items of a document: its paragraphs, headings and tables read as text is, blanks of underscores, dots, leaders
/// of tabs and underlined blanks among them; and its fields (structured document tags and form fields, form controls,
/// text fields) with their names, kinds, choices and prompts. Parts of at most 64 MiB, elements at most 200 deep, and
/// what a text may have; nothing is loaded from elsewhere.
Result<Items> itemsFromDocument(const std::string& bytes);

}  // namespace brindel::intake
