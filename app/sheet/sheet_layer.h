// What a pass draws over the form on the sheet, and what it does with the pointer and the keys there.
#pragma once

#include <QString>

#include "core/model/form.h"

class QKeyEvent;
class QMouseEvent;
class QPainter;
class QPointF;

namespace brindel {

class Sheet;

class SheetLayer {
  public:
    virtual ~SheetLayer() = default;
    /// Over the form `form`, which is the one on the desk or the one that is proposed.
    virtual void paint(QPainter& painter, Sheet& sheet, const Form& form) = 0;
    virtual void press(Sheet&, QMouseEvent&) {}
    virtual void move(Sheet&, QMouseEvent&) {}
    virtual void release(Sheet&, QMouseEvent&) {}
    virtual void doublePress(Sheet&, QMouseEvent&) {}
    /// True when the key was for it.
    virtual bool key(Sheet&, QKeyEvent&) { return false; }
    /// What is said on pointing; empty for nothing.
    virtual QString tip(Sheet&, QPointF) { return {}; }
    /// The form, its zoom or its pages have changed, or the pass is left: what stands on the sheet for a moment goes.
    virtual void settle(Sheet&) {}
};

}  // namespace brindel
