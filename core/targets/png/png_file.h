// A picture of a form: every surface below the other, as it is printed. Drawn by cairo from the same marks as the PDF.
#pragma once

#include "core/draw/draw_control.h"
#include "core/model/problem.h"
#include "core/text/fonts.h"

namespace brindel {

/// PNG bytes. `scale` is pixels per px of a dialog, or per 1/96 inch of a document. At most 40 million pixels: a larger
/// picture is refused. A dialog with tabs gives a picture of each page in turn.
Result<std::string> pngOf(const Form& form, const FontBook& fonts, double scale, const Filling* filling = nullptr);

/// One leaf of it alone, as the form opens.
struct Leaf;
Result<std::string> pngOfLeaf(const Form& form, const FontBook& fonts, const Leaf& leaf, double scale);

}  // namespace brindel
