// Gestures on the sheet: small objects that take pointer events and end in one edit or none.
#pragma once

#include <QPainter>
#include <array>
#include <cmath>
#include <memory>

#include "app/window/desk.h"
#include "core/layout/guides.h"

namespace brindel {

/// Where the pointer is, in form units of a surface.
struct SheetPoint {
    Id surface = noControl;
    Point at;
    Qt::KeyboardModifiers keys = Qt::NoModifier;
};

/// What a gesture needs to know of the sheet to paint on it.
struct SheetFrame {
    double scale = 1;
    std::function<QPointF(Id surface, Point at)> place;
};

class Gesture {
  public:
    virtual ~Gesture() = default;
    virtual void move(const SheetPoint& to) = 0;
    /// Ends in an edit, a selection, or nothing.
    virtual void finish(Desk& desk) = 0;
    /// The form as it would be now; null while it is as it was.
    virtual const Form* formMeanwhile() const { return nullptr; }
    virtual void paint(QPainter&, const SheetFrame&) const {}
    /// What is said beside the pointer; empty for nothing.
    virtual QString said() const { return {}; }
    /// The form has changed while it is under way, or the pages that its tabs show: goes on with what there is now.
    /// False when there is nothing left to go on with.
    virtual bool rebase(const Desk& desk) = 0;
    /// True for gestures that carry controls, which may be dropped on another page.
    virtual bool carries() const { return false; }
    /// A control to go on with by typing its wording; noControl for none.
    virtual Id wordingNext() const { return noControl; }
};

/// Handles of a selected box, clockwise from the left top corner.
enum class Handle { leftTop, top, rightTop, right, rightBottom, bottom, leftBottom, left };
inline constexpr std::array allHandles = {Handle::leftTop,     Handle::top,    Handle::rightTop,   Handle::right,
                                          Handle::rightBottom, Handle::bottom, Handle::leftBottom, Handle::left};
Point handlePoint(const Box& box, Handle handle);

std::unique_ptr<Gesture> moveGesture(const Desk& desk, const SheetPoint& from, const Ids& ids, double reach);
std::unique_ptr<Gesture> sizeGesture(const Desk& desk, const SheetPoint& from, Id id, Handle handle, double reach);
std::unique_ptr<Gesture> bandGesture(const Desk& desk, const SheetPoint& from);
std::unique_ptr<Gesture> placeGesture(const Desk& desk, const SheetPoint& from, Tool tool, double reach);

/// Moves a tab page among those of its tabs. `boxes` are the tabs in their order, from the surface's corner.
std::unique_ptr<Gesture> tabGesture(const Desk& desk, const SheetPoint& from, Id page, std::vector<Box> boxes);
/// Moves the line behind a table's column: it and the next one share their room anew.
std::unique_ptr<Gesture> columnGesture(const Desk& desk, const SheetPoint& from, Id table, std::size_t column);
/// Shows how the dialog looks at another size; nothing is changed.
std::unique_ptr<Gesture> ghostGesture(const Desk& desk, const SheetPoint& from);

/// A form with a new control of a kind at a place, as a click there makes it: with its label, where the kind has one.
Edited placedByHand(const Desk& desk, const Form& form, Id surface, Box box, Tool tool);

/// "200 × 26 px", or where it stands: "20, 36 px".
QString measure(const Form& form, const Box& box, bool size);
/// A length in whole steps of placing by hand.
inline double rounded(const Form& form, double length) {
    return std::round(length / smallStep(form)) * smallStep(form);
}

}  // namespace brindel
