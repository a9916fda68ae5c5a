// A drawing: marks in the form's unit, from the left top corner, that the sheet, the PDF and the pictures all paint, so
// that a printed page looks the same wherever it is shown.
#pragma once

#include <string>
#include <variant>
#include <vector>

#include "core/text/fonts.h"

namespace brindel {

/// A line's looks; widths and dashes in the form's unit.
struct Pen {
    Colour colour;
    double width = 1;
    std::vector<double> dash = {};
};

/// A box, filled or outlined or both, with round corners of a radius.
struct BoxMark {
    Box box;
    std::optional<Colour> fill;
    std::optional<Pen> outline;
    double radius = 0;
};

/// Straight lines through points.
struct PathMark {
    std::vector<Point> points;
    bool closed = false;
    std::optional<Colour> fill;
    std::optional<Pen> outline;
    bool upright = false;  // keeps its shape where a drawing is turned for another direction of writing
};

/// One line of text; `at` is the start of its base line, `size` the em.
struct TextMark {
    Point at;
    Shaped text;
    double size = 10;
    Colour colour;
    bool underline = false;
    std::string letters;   // the text itself
    std::size_t part = 0;  // of what it belongs to: the column of a table's heading, the page of a tab
};

/// A picture, PNG in base64, drawn to fill a box.
struct ImageMark {
    Box box;
    std::string png;
};

/// Until the matching end only what lies in the box is painted.
struct ClipMark {
    Box box;
};
struct ClipEndMark {};

using Mark = std::variant<BoxMark, PathMark, TextMark, ImageMark, ClipMark, ClipEndMark>;
using Drawing = std::vector<Mark>;

}  // namespace brindel
