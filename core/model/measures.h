// The distances that Brindel lays out by, in the form's unit: what is laid out has them, and what lies there is read by
// them. One list for dialogs and one for documents; who asks for a number by the form asks here.
#pragma once

#include <cmath>

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
    // ---- the unit ----
    double point;     // a typographic point in the unit
    double pixels;    // px to a unit
    double titleBar;  // the bar that a dialog's title stands in
    double leafGap;   // between tab pages and pages in a picture of all
    // ---- making and reading rows ----
    double ruleHigh;       // a line across
    double choiceGap;      // between choices below each other
    double choiceSpare;    // what a choice that stands alone may be wider than its wording
    double choiceColumns;  // between the columns of a group of choices
    double groupHead;      // from a group's top to its first choice
    double fieldPad;       // what a text field needs beside its letters
    double linesPad;       // what a field of several lines needs over them
    double dateWide;       // a date box
    double letterWide;     // a letter of an answer, roughly
    double lineHigh;       // a line of an answer, roughly
    double footRoom;       // below the last row of a container without a line around it
    double sideRoom;       // left and right of rows that are tidied
    double sideOfTabs;     // the same where tabs are among them
    // ---- wording in its box ----
    double cutSlack;     // wording may stick out so far before it counts as cut off
    double buttonSpare;  // within a button's line, beside its wording
    double tickSpare;    // between a tick and its wording
    double titleSpare;   // beside a frame's title
    double labelSpare;   // what a new label is wider than its wording
    // ---- by hand ----
    double titleLine;    // what is moved within a frame keeps so far from its top
    double buttonLeast;  // a button that is fitted to its wording
    double fitMargin;    // what a container that is fitted to its contents keeps around them, at most
    double guideInset;   // guides stand so far within a container
    double guideFar;     // distances to what is above and below are told so far
    double nearEdge;     // what lies so near to the far edge holds to it
    double frameGrip;    // a frame is taken hold of so far from its line
    double frameHead;    // and from its top
    double smallest;     // nothing is made smaller by dragging
    double dragStart;    // a pointer that moves so far draws a size
    double tallFrom;     // what is so high is placed by its top, not by its text line
    const char* unit;    // its word
};
inline constexpr Measures dialogMeasures = {.inset = 20,
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
                                            .labelDrop = 4,
                                            .point = 96.0 / 72,
                                            .pixels = 1,
                                            .titleBar = 30,
                                            .leafGap = 16,
                                            .ruleHigh = 2,
                                            .choiceGap = 4,
                                            .choiceSpare = 20,
                                            .choiceColumns = 16,
                                            .groupHead = 24,
                                            .fieldPad = 14,
                                            .linesPad = 10,
                                            .dateWide = 130,
                                            .letterWide = 7,
                                            .lineHigh = 16,
                                            .footRoom = 16,
                                            .sideRoom = 20,
                                            .sideOfTabs = 16,
                                            .cutSlack = 1,
                                            .buttonSpare = 8,
                                            .tickSpare = 7,
                                            .titleSpare = 20,
                                            .labelSpare = 4,
                                            .titleLine = 24,
                                            .buttonLeast = 80,
                                            .fitMargin = 24,
                                            .guideInset = 20,
                                            .guideFar = 60,
                                            .nearEdge = 40,
                                            .frameGrip = 7,
                                            .frameHead = 20,
                                            .smallest = 4,
                                            .dragStart = 5,
                                            .tallFrom = 60,
                                            .unit = "px"};
inline constexpr Measures paperMeasures = {.inset = 0,
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
                                           .labelDrop = 1,
                                           .point = 25.4 / 72,
                                           .pixels = 96 / 25.4,
                                           .titleBar = 0,
                                           .leafGap = 6,
                                           .ruleHigh = 1,
                                           .choiceGap = 1,
                                           .choiceSpare = 5,
                                           .choiceColumns = 5,
                                           .groupHead = 6.2,
                                           .fieldPad = 4,
                                           .linesPad = 3,
                                           .dateWide = 36,
                                           .letterWide = 1.9,
                                           .lineHigh = 4.3,
                                           .footRoom = 3,
                                           .sideRoom = 4,
                                           .sideOfTabs = 4,
                                           .cutSlack = 0.3,
                                           .buttonSpare = 2,
                                           .tickSpare = 2,
                                           .titleSpare = 6,
                                           .labelSpare = 1,
                                           .titleLine = 6,
                                           .buttonLeast = 22,
                                           .fitMargin = 8,
                                           .guideInset = 4,
                                           .guideFar = 16,
                                           .nearEdge = 12,
                                           .frameGrip = 2,
                                           .frameHead = 5,
                                           .smallest = 1,
                                           .dragStart = 1.5,
                                           .tallFrom = 18,
                                           .unit = "mm"};

/// The list for dialogs, or for documents.
inline const Measures& measuresFor(bool dialog) {
    return dialog ? dialogMeasures : paperMeasures;
}
inline const Measures& measuresFor(const Form& form) {
    return measuresFor(form.isDialog());
}
/// Where an edge comes to rest: a dialog's on whole px, a document's where it is.
inline double atRest(const Form& form, double at) {
    return form.isDialog() ? std::round(at) : at;
}

}  // namespace brindel
