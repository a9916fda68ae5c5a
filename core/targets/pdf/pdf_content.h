// Drawings as PDF content streams (ISO 32000, 8 and 9).
#pragma once

#include "core/draw/drawing.h"
#include "core/targets/pdf/pdf_fonts.h"
#include "core/targets/pdf/pdf_pictures.h"

namespace brindel {

/// What the drawings of one PDF share.
struct PdfInk {
    PdfFonts fonts;
    PdfPictures pictures;
    explicit PdfInk(QPDF& pdf) : fonts(pdf), pictures(pdf) {}
    /// The resources of a page or an appearance.
    QPDFObjectHandle resources() const;
};

/// The operators that paint a drawing. `scale` is points per unit; `height` the height of the page or of the field's
/// box in units: PDF counts from the bottom.
std::string contentOf(const Drawing& drawing, double scale, double height, PdfInk& ink);
/// A colour as three numbers from 0 to 1.
std::string pdfColour(Colour colour);
/// A number without exponent, at most four places.
std::string pdfNumber(double number);

}  // namespace brindel
