// The marks of a comparison on the sheet: what is new, what has changed, and what is gone where it stood.
#pragma once

#include <QColor>
#include <QRectF>

#include "core/compare/compare.h"

class QPainter;

namespace brindel {

class Desk;
class Sheet;

/// What has become of a control. Each has a sign of its own, so that none needs its colour.
enum class Became { fresh, changed, gone };
Became becameOf(const Difference& one);
/// Paints its mark: a disc with a plus, an unequal sign, a minus.
void paintChangeMark(QPainter& painter, QRectF box, Became became);

/// Paints the marks of all that is in view; `chosen` is the control of either form that the list has chosen.
void paintChangeMarks(QPainter& painter, const Sheet& sheet, const Desk& desk);

}  // namespace brindel
