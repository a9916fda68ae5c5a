// A form as a PDF with form fields (ISO 32000, 12.7), drawn by Brindel down to the appearance of each field, so that a
// page looks the same in a viewer that draws none itself.
#pragma once

#include "core/draw/draw_control.h"
#include "core/model/problem.h"

namespace brindel {

/// PDF bytes: the pages of a document; of a dialog, one page for each page of its tabs. `filled` is what the fields
/// hold; without it they hold what the form starts with. The same form gives the same bytes.
Result<std::string> pdfOf(const Form& form, const FontBook& fonts, const Filling* filling = nullptr);

}  // namespace brindel
