// How each kind of control is drawn on paper: one row a kind. Dialogs on the screen use the desktop's own widgets
// instead; their PDF and picture are drawn from here.
#pragma once

#include "core/answers/shown.h"
#include "core/draw/drawing.h"
#include "core/model/measures.h"
#include "core/model/places.h"
#include "core/model/visibility.h"
#include "core/text/fonts.h"

namespace brindel {

struct DrawOptions {
    const FontBook& fonts;
    TurnedTo turned = {};              // the pages that tabs show
    const Filling* filling = nullptr;  // as the form opens when there is none
    bool ground = true;                // borders, fills and fixed wording
    bool guests = true;  // what fillers change: typed text, ticks, and buttons whole; PDF draws these apart

    bool visible(const Control& c) const { return filling ? filling->visibility.visible(c.id) : startsVisible(c); }
    bool enabled(const Control& c) const { return filling ? filling->visibility.enabled(c.id) : startsEnabled(c); }
};

/// The control alone, at (0, 0), with what it shows; without what it holds.
Drawing drawnControl(const Form& form, const Control& control, const Shown& shown, const DrawOptions& options);
/// A surface whole: its ground, all controls in view, a document's head and foot.
Drawing drawnSurface(const Form& form, Id surface, const DrawOptions& options);
/// The controls of a surface that are in view, each by itself, in the order in which they are painted. Their marks are
/// where they stand on the surface.
struct Drawn {
    Id of = noControl;
    Drawing marks;
};
std::vector<Drawn> drawnControls(const Form& form, Id surface, const DrawOptions& options);
/// The same without its controls: the ground, a document's head and foot.
Drawing drawnGround(const Form& form, Id surface, const DrawOptions& options);
/// All marks moved.
Drawing moved(Drawing drawing, double dx, double dy);
/// The height of the bar with the title that a dialog is drawn with above itself, px.
inline constexpr double titleBarHeight = dialogMeasures.titleBar;
/// That bar, at (0, 0), as wide as the dialog.
Drawing drawnTitleBar(const Form& form, const FontBook& fonts);
/// The height of one line of a list box in the form's unit.
double listRowHeight(const Form& form);
/// The widths of a tabs control's tabs in form units, as far as they can be seen.
std::vector<double> tabWidths(const Form& form, const Control& tabs, const FontBook& fonts);

/// The box in which a field's text is set, from the control's own corner: inside its border and its arrow or button.
Box textBoxOf(const Form& form, const Control& control);
/// The boxes in which a text box that has one for each letter shows them, from its own corner; none for any other. It
/// has one line, at most 100 characters, and no secret.
std::vector<Box> letterBoxes(const Control& control);
/// The square or ring of a check box or radio button, from the control's own corner.
Box tickBoxOf(const Form& form, const Control& control);
/// Where the parts of a choice group stand, from its own corner: its question, a line a choice (the last for another
/// answer where it takes one), and the field for that answer.
struct ChoiceSpots {
    Box question;
    std::vector<Box> rows;
    Box other;
};
ChoiceSpots choiceSpotsOf(const Form& form, const Control& group, const FontBook& fonts);
/// The tick or ring at the start of a choice's line.
Box choiceTick(const Form& form, const Box& line);
/// The wording of a choice by its number; the one past the last is the other answer's.
std::string choiceWording(const Control& group, std::size_t number);
/// The box that a picture of this size fills in a frame; may be larger than the frame.
Box pictureBox(const Box& frame, Extent size, Fits fits);
/// The wording of a label, a tick or a question, with the mark of what must be filled in behind it.
std::string markedWording(const Form& form, const Control& control);
/// How far a label or tick reaches past its own box for the sign behind its wording; 0 for any other. A word in place
/// of the sign needs room in the box.
double signReach(const Form& form, const Control& control, const FontBook& fonts);
/// The lines of a label's or field's text at its width, as they are drawn.
std::vector<std::string> drawnLines(const Form& form, const Control& control, const std::string& text, const Look& look,
                                    double width, const FontBook& fonts);

}  // namespace brindel
