// A form as a PDF with form fields (ISO 32000, 12.7), drawn by Brindel down to the appearance of each field, so that a
// page looks the same in a viewer that draws none itself; tagged for readers that do not see it (ISO 14289-1,
// PDF/UA-1).
#pragma once

#include "core/draw/draw_control.h"
#include "core/model/problem.h"
#include "core/seal/password.h"
#include "core/text/fonts.h"

namespace brindel {

struct PdfOptions {
    const Secret* owner = nullptr;  // seals it with this password; null for none
    bool blank = false;             // nobody has filled anything in: what the form finds out when it opens is left out
    std::string sendTo = {};        // where accepting sends the answers: an address of the web or of mail
    // For keeping (ISO 19005-3, PDF/A-3): nothing runs in it, and the form's own file and the reply are attached.
    bool archive = false;
    std::string_view formFile = {}, reply = {};  // their bytes; empty for none
    std::string filled = {};                     // when it was filled in, by RFC 3339; empty where nobody says
};

/// PDF bytes: the pages of a document; of a dialog, one page for each page of its tabs. `filled` is what the fields
/// hold; without it the form is blank: its fields hold what it starts with. The same form gives the same bytes.
///
/// With an owner's password it is sealed (ISO 32000-2, 7.6: AES-256, revision 6): it opens without a password, fields
/// can be filled, screen readers read it, printing and copying are as the form says, and all else needs the word. Its
/// bytes are others each time. A problem for a password that no PDF can have: empty, or of more than 127 bytes
/// (7.6.4.3.2), and for an archive that is to be sealed, which its standard forbids.
Result<std::string> pdfOf(const Form& form, const FontBook& fonts, const Filling* filling = nullptr,
                          const PdfOptions& options = {});

}  // namespace brindel
