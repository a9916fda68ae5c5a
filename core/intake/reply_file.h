// A file that holds values for a form, whatever it is: a values file or a reply as JSON, a filled PDF, FDF or XFDF, a
// text document.
#pragma once

#include "core/intake/pdf_reply.h"
#include "core/text/fonts.h"

namespace brindel {

/// Its values, and what of it says nothing to this form. Problems as of readReply, replyFromPdf and replyFromDocument.
Result<ReadReply> replyFromFile(const Form& form, const FontBook& fonts, const std::string& bytes);

/// The file of the form that a PDF or a text document carries; a problem for one that carries none.
Result<std::string> formFileFrom(const std::string& bytes);

}  // namespace brindel
