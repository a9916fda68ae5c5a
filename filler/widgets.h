// One table of real widgets, a row a kind: what fillers use in Try and in brindel-fill, and what the designer's sheet
// paints, so that the sheet shows a dialog as it will be.
#pragma once

#include <QWidget>

#include "core/draw/draw_control.h"
#include "core/text/fonts.h"

namespace brindel {

/// What a widget is made for. `scale` is device-independent pixels per form unit.
struct Making {
    const Form& form;
    const FontBook& fonts;
    double scale = 1;
    TurnedTo turned = {};
    const Filling* filling = nullptr;  // as the form opens when there is none
};

/// The widget of a control, without what the control holds, showing nothing yet. Null for pages.
QWidget* makeWidget(const Control& control, const Making& making, QWidget* parent);
/// Puts what a control holds into its widget, without telling anyone that it changed.
void showIn(QWidget* widget, const Control& control, const Shown& shown);
/// Puts another wording, other choices, another unit into the widget of a control; false when it has to be made anew.
bool reword(QWidget* widget, const Control& control, const Making& making);
/// The look of a control as font and colours of its widget.
void dress(QWidget* widget, const Control& control, const Making& making);
/// A look as a font; `pixelsPerPoint` device-independent pixels.
QFont fontOf(const Look& look, double pixelsPerPoint);

}  // namespace brindel
