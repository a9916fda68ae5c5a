// Paints a core Drawing with QPainter: the same glyphs at the same places as in the PDF.
#pragma once

#include <QPainter>

#include "core/draw/drawing.h"

namespace brindel {

/// Paints a drawing; `scale` is device-independent pixels per form unit.
void paintDrawing(QPainter& painter, const Drawing& drawing, double scale);
QColor toQt(Colour colour);
inline QRectF toQt(const Box& b, double scale) {
    return {b.left * scale, b.top * scale, b.width * scale, b.height * scale};
}
inline QString toQt(std::string_view text) {
    return QString::fromUtf8(text.data(), qsizetype(text.size()));
}
inline std::string fromQt(const QString& text) {
    return text.toStdString();
}

}  // namespace brindel
