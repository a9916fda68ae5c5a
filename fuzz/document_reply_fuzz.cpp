// Filled text documents, read against a form that has a field of every kind.
#include <cstdint>
#include <string>

#include "core/intake/document_reply.h"
#include "core/jot/lay_out.h"
#include "core/session/form_session.h"
#include "core/targets/odf/odt.h"
#include "core/targets/zip_file.h"

using namespace brindel;

extern "C" int LLVMFuzzerTestOneInput(const std::uint8_t* data, std::size_t size) {
    const std::string bytes(reinterpret_cast<const char*>(data), size);
    static const FontBook fonts;
    static const Form form = laidOut(
        readJotting("# F\nA: text 9 upper\nB: number 0..9 .1\nC: date >= today\nD: time\nE: combo [x, y, Other…]\n"
                    "F: ticks [x, y, z] 1..2\nG: group 2 [x, y, Other…]\nH: check\nI: radio [x, y]\nJ: signature\n")
            .value(),
        newForm(Kind::document), fonts);
    // A whole document, or the part of one that holds its text: a mutation hardly ever gets through the packing.
    const bool whole = bytes.starts_with("PK"), odt = bytes.find("office:") != std::string::npos;
    const auto packed = whole ? Result<std::string>(bytes)
                        : odt ? zipOf({{"mimetype", odtType, true}, {"content.xml", bytes}})
                              : zipOf({{"[Content_Types].xml", "<Types/>"}, {"word/document.xml", bytes}});
    if (!packed || !looksLikeDocument(*packed)) return 0;
    const auto read = replyFromDocument(form, *packed);
    if (!read) return 0;
    FormSession session(form, Day(std::chrono::year(2026), std::chrono::month(4), std::chrono::day(1)));
    (void)session.take(read->reply);
    return 0;
}
