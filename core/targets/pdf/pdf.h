// A form as a PDF with form fields (ISO 32000, 12.7), drawn by Brindel down to the appearance of each field, so that a
// page looks the same in a viewer that draws none itself.
#pragma once

#include "core/draw/draw_control.h"
#include "core/model/problem.h"
#include "core/seal/password.h"

namespace brindel {

/// PDF bytes: the pages of a document; of a dialog, one page for each page of its tabs. `filled` is what the fields
/// hold; without it they hold what the form starts with. The same form gives the same bytes.
///
/// With an owner's password it is sealed (ISO 32000-2, 7.6: AES-256, revision 6): it opens without a password, fields
/// can be filled, screen readers read it, printing and copying are as the form says, and all else needs the word. Its
/// bytes are others each time. A problem for a password that no PDF can have: empty, or of more than 127 bytes
/// (7.6.4.3.2).
Result<std::string> pdfOf(const Form& form, const FontBook& fonts, const Filling* filling = nullptr,
                          const Secret* owner = nullptr);

}  // namespace brindel
