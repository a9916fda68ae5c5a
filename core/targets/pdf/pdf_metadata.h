// What a PDF says of itself: title, language, standards, in the form that programs read (ISO 32000, 14.3; XMP, ISO
// 16684-1).
#pragma once

#include "core/targets/pdf/pdf_build.h"

namespace brindel {

/// Writes the catalogue's metadata, language and viewer settings, and the information dictionary.
void addMetadata(PdfBuild& build);
/// What an archive needs beside it: the meaning of its colours, and its attached files (ISO 19005-3, 6.2.3 and 6.8).
void addArchive(PdfBuild& build);
/// Bookmarks from the headings, and the numbers of the pages (12.3.3, 12.4.2).
void addBookmarks(PdfBuild& build, const std::vector<PdfHeading>& headings);

}  // namespace brindel
