// Drawings as PDF content streams (ISO 32000, 8 and 9).
#pragma once

#include <array>
#include <functional>
#include <map>
#include <optional>
#include <string>

#include "core/draw/drawing.h"
#include "core/targets/pdf/pdf_fonts.h"
#include "core/targets/pdf/pdf_pictures.h"

namespace brindel {

/// What the drawings of one PDF share.
struct PdfInk {
    PdfFonts fonts;
    PdfPictures pictures;
    /// The resources of every page and every appearance: one object, for a form has thousands.
    QPDFObjectHandle resources;
    /// The paths of rounded boxes, by width, height and radius.
    std::map<std::array<double, 3>, std::string> rounded = {};
    PdfInk(QPDF& pdf, const FontBook& book, const std::string& language);
};

/// What a page paints with at a point of its content, so that it is not said again.
struct PaintState {
    std::optional<Colour> fill;
    std::optional<Pen> pen;
};

/// The operators that paint a drawing. `scale` is points per unit; `height` the height of the page or of the field's
/// box in units: PDF counts from the bottom.
std::string contentOf(const Drawing& drawing, double scale, double height, PdfInk& ink);
/// The same as marked content (14.6): what `numberOf` gives a number is a piece of that number, all else adorns the
/// page; `adornment` says what of it that is ("/Type /Pagination /Subtype /Header", or nothing).
using ContentNumber = std::function<std::optional<int>(const Mark&)>;
std::string markedContentOf(const Drawing& drawing, double scale, double height, PdfInk& ink, PaintState& now,
                            const ContentNumber& numberOf, std::string_view adornment = {});
/// A colour as three numbers from 0 to 1.
std::string pdfColour(Colour colour);
/// A number without exponent, at most three places: a thousandth of a point is less than any printer's dot.
std::string pdfNumber(double number);
/// The same at the end of `to`.
void addPdfNumber(std::string& to, double number);

}  // namespace brindel
