// Room: how much text fits in a control, by its real font and width.
#pragma once

#include "core/draw/draw_control.h"
#include "core/edit/edits.h"
#include "core/text/fonts.h"

namespace brindel {

/// How much can be typed into a field before it scrolls, shrinks or is cut off.
struct Room {
    int digits = 0, letters = 0, wide = 0;  // a line of 0s, of everyday words, of Ws
    int lines = 1;
};
/// The room of a text control: what fillers type into it, or for a label the wording itself. Nothing for controls that
/// carry no text.
std::optional<Room> roomOf(const Form& form, const Control& control, const FontBook& fonts);
/// True when a text can be seen whole in the control.
bool fitsIn(const Form& form, const Control& control, const std::string& text, const FontBook& fonts);
/// The width of text as the control's surface shows it, in form units: a dialog's letters have whole pixels for a size.
double shownWidth(const Form& form, const std::string& text, const Look& look, const FontBook& fonts);

/// Fields as wide (areas as high) as their limit needs, in everyday letters. Fields without a limit stay.
Form widthFittedToLimit(const Form& form, const Ids& ids, const FontBook& fonts);
/// At most as many characters as there is room for everyday letters.
Form limitedToRoom(const Form& form, const Ids& ids, const FontBook& fonts);
/// The same were its letters wider by a factor, as those of a translation are.
bool grownIsCutOff(const Form& form, const Control& control, const FontBook& fonts, double factor);
bool isCutOff(const Form& form, const Control& control, const FontBook& fonts);

}  // namespace brindel
