// The distances that Brindel lays out by, in the form's unit: what is laid out has them, and what lies there is read by
// them. One list for dialogs and one for documents; who asks for a number by the form asks here.
#pragma once

#include "core/model/form.h"

namespace brindel {

/// The measures of a careful hand, in the form's unit.
struct Measures {
    double inset, top, rowGap, labelGap, columnGap, fieldHigh, tickHigh, buttonHigh, buttonWide, buttonGap, sectionGap;
    double frameTop, frameFoot, frameSide, area, least;
    double widths[4];  // the few widths that fields have, so that their right edges make columns as well
    double longLabel;  // a label longer than this stands above its field
    // ---- what lies there already ----
    double reach;         // what is so near was meant to be one line
    double slack;         // boxes may lap over each other so far and still count as apart
    double wideGap;       // a gap from here on makes columns
    double grain;         // the least step of placing by hand
    double choiceLine;    // the text line of the first choice of a group, from its top
    double questionLine;  // the same for its question
    // ---- inside of controls ----
    double tickSide;   // a tick's square
    double tickWide;   // what a tick takes up beside its wording
    double buttonPad;  // what a button takes up beside its wording
    double textRoom;   // what wording needs beyond its letters
    double gridStep;   // of the grid that placing can snap to
    double tabStrip;   // the height of a row of tabs
    double listRow;    // the height of a line of a list
    double labelDrop;  // from a label to the field below it
};
inline constexpr Measures onScreen = {.inset = 20,
                                      .top = 18,
                                      .rowGap = 12,
                                      .labelGap = 12,
                                      .columnGap = 24,
                                      .fieldHigh = 26,
                                      .tickHigh = 22,
                                      .buttonHigh = 30,
                                      .buttonWide = 96,
                                      .buttonGap = 12,
                                      .sectionGap = 20,
                                      .frameTop = 26,
                                      .frameFoot = 12,
                                      .frameSide = 16,
                                      .area = 260,
                                      .least = 60,
                                      .widths = {90, 150, 200, 260},
                                      .longLabel = 220,
                                      .reach = 7,
                                      .slack = 2,
                                      .wideGap = 48,
                                      .grain = 1,
                                      .choiceLine = 12,
                                      .questionLine = 8,
                                      .tickSide = 16,
                                      .tickWide = 30,
                                      .buttonPad = 28,
                                      .textRoom = 2,
                                      .gridStep = 8,
                                      .tabStrip = 28,
                                      .listRow = 23,
                                      .labelDrop = 4};
inline constexpr Measures onPaper = {.inset = 0,
                                     .top = 0,
                                     .rowGap = 3,
                                     .labelGap = 4,
                                     .columnGap = 8,
                                     .fieldHigh = 7,
                                     .tickHigh = 5.5,
                                     .buttonHigh = 8,
                                     .buttonWide = 28,
                                     .buttonGap = 4,
                                     .sectionGap = 6,
                                     .frameTop = 7,
                                     .frameFoot = 3.5,
                                     .frameSide = 4,
                                     .area = 110,
                                     .least = 16,
                                     .widths = {26, 40, 56, 90},
                                     .longLabel = 54,
                                     .reach = 2,
                                     .slack = 0.5,
                                     .wideGap = 13,
                                     .grain = 0.5,
                                     .choiceLine = 3.1,
                                     .questionLine = 3.1,
                                     .tickSide = 4,
                                     .tickWide = 8,
                                     .buttonPad = 8,
                                     .textRoom = 0.5,
                                     .gridStep = 5,
                                     .tabStrip = 8,
                                     .listRow = 5.5,
                                     .labelDrop = 1};

inline const Measures& measuresFor(bool dialog) {
    return dialog ? onScreen : onPaper;
}
inline const Measures& measuresFor(const Form& form) {
    return measuresFor(form.isDialog());
}

}  // namespace brindel
