// Pins: the small marks at controls that something is to be said about. One a control, by the gravest; each gravity has
// a shape of its own, so that none needs its colour.
#pragma once

#include <QColor>
#include <QRectF>
#include <QString>
#include <vector>

#include "core/check/check.h"

class QPainter;

namespace brindel {

class Desk;
class Sheet;

/// "Must be put right", "Should be put right", "Good to know".
QString severityWord(Severity severity);
QColor severityColour(Severity severity);
/// Paints the mark of a gravity: a square on its corner, a triangle, a disc, each with its sign.
void paintPin(QPainter& painter, QRectF box, Severity severity);

/// What is open at a control, the gravest first.
std::vector<const Finding*> openAt(const Findings& findings, Id id);

/// Paints the pins of all controls in view.
void paintPins(QPainter& painter, const Sheet& sheet, const Desk& desk);
/// The control at whose pin a point of the sheet lies; noControl for none.
Id pinAt(const Sheet& sheet, const Desk& desk, QPointF at);
/// What the findings at a control say, a line each.
QString pinSays(const Desk& desk, Id id);

}  // namespace brindel
