// Looks: what a control's style and its own settings come to, with every part filled in.
#pragma once

#include "core/model/form.h"

namespace brindel {

struct Look {
    std::string family;  // empty: the desktop's font
    double size = 10;    // points
    bool bold = false, italic = false, underline = false;
    std::optional<Colour> text, fill;  // nothing: the desktop's text colour, no fill
    Border border = Border::none;
    std::optional<Colour> borderColour;
    double borderWidth = 0.75;  // points
    // The desktop's colour that text or fill follow, by its key in desktopColours(); empty for a plain colour.
    std::string textRole = {}, fillRole = {};
    Across across = Across::start;
    Down down = Down::middle;
};

/// The colour that a colour property means: "#rrggbb", or the stand-in of a desktop colour's key.
std::optional<Colour> colourMeant(const std::string& value);
/// The contrast of two colours, 1 to 21 (WCAG 2.2, relative luminance and contrast ratio).
double contrastOf(Colour a, Colour b);

/// The styles a new dialog or document starts with.
Styles startingStyles(Kind rootKind);
/// The style a control follows: its own choice, or what its kind and role go by.
std::string styleKey(const Control& control);
/// The value of a look property for a control: set by hand, else from its style, else the default.
const Value& lookValue(const Form& form, const Control& control, Prop prop);
/// All of them together.
Look lookOf(const Form& form, const Control& control);
/// The look of what a filler types into a control.
Look entryLookOf(const Form& form, const Control& control);

}  // namespace brindel
