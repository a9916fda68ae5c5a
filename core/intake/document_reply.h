// Replies that come back as text documents are filled: DOCX, whatever program saved it, and ODT.
#pragma once

#include "core/intake/pdf_reply.h"

namespace brindel {

/// True for bytes of a ZIP that is a document, by its own parts.
bool looksLikeDocument(const std::string& bytes);

/// The answers of a filled document to a form, by the names that its fields have there: what is typed is read by the
/// form's language, patterns and choices. Fields that a form fills itself and those that fillers may not touch are left
/// out. What cannot be read as an answer is refused as fillers are told; a field of which something is gone, one that
/// is there twice with two answers, and wording that was changed are said as well. A problem for bytes that are no such
/// document, and for one of another form. Parts of at most 64 MiB.
Result<ReadReply> replyFromDocument(const Form& form, const std::string& bytes);

/// The file of the form that a document carries, where it was asked to; a problem for one that carries none.
Result<std::string> formFileInDocument(const std::string& bytes);

}  // namespace brindel
