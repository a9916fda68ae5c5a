// Replies that come back as PDF forms are filled: the PDF itself, whatever viewer saved it, or the fields alone as FDF
// (ISO 32000-2, 12.7.8) or XFDF (ISO 19444-1).
#pragma once

#include "core/model/form.h"
#include "core/session/answers.h"
#include "core/text/fonts.h"

namespace brindel {

/// A reply read from such a file, and what of it says nothing to this form, with the field as place.
struct ReadReply {
    Reply reply;
    std::vector<Problem> refused;
};

/// True for bytes that begin as one of these does.
bool looksLikePdfReply(std::string_view bytes);

/// The answers of a filled PDF, FDF or XFDF to a form: texts as they were typed are read by the form's language,
/// patterns and choices; states of ticks by their meaning; pictures and signatures as Brindel wrote them. Fields that a
/// form fills itself, those that fillers may not touch and those that are not in the file are left out. What cannot be
/// read as an answer is refused as fillers are told. A problem for bytes that are none of these, for a PDF that needs a
/// password or has no form, and for one of another form. At most 100,000 fields, 100 names deep, 64 MiB in one value.
Result<ReadReply> replyFromPdf(const Form& form, const FontBook& fonts, const std::string& bytes);

/// The file of the form that a PDF carries (an archive does), as it was attached; a problem for a PDF that carries
/// none.
Result<std::string> formFileIn(const std::string& pdf);

}  // namespace brindel
