#include "core/intake/reply_file.h"

#include "core/intake/document_reply.h"

namespace brindel {

Result<ReadReply> replyFromFile(const Form& form, const FontBook& fonts, const std::string& bytes) {
    if (looksLikePdfReply(bytes)) return replyFromPdf(form, fonts, bytes);
    if (looksLikeDocument(bytes)) return replyFromDocument(form, bytes);
    auto reply = readReply(bytes);
    if (!reply) return tl::unexpected(reply.error());
    return ReadReply{std::move(*reply), {}};
}

Result<std::string> formFileFrom(const std::string& bytes) {
    return looksLikeDocument(bytes) ? formFileInDocument(bytes) : formFileIn(bytes);
}

}  // namespace brindel
