// Gestures on the sheet: small objects that take pointer events and end in one edit or none.
#pragma once

#include <QPainter>
#include <array>
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
    /// The pages that the tabs show have changed while it is under way.
    virtual void turned(const TurnedTo&) {}
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
/// Shows how the dialog looks at another size; nothing is changed.
std::unique_ptr<Gesture> ghostGesture(const Desk& desk, const SheetPoint& from);

/// A form with a new control of a kind at a place, as a click there makes it: with its label, where the kind has one.
Edited placedByHand(const Desk& desk, Id surface, Box box, Tool tool);
/// True when fields of this kind come with a label of their own.
bool comesWithLabel(Kind kind);

}  // namespace brindel
