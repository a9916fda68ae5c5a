#include "filler/drawing_painter.h"

#include <QCache>
#include <QGlyphRun>
#include <QPainterPath>
#include <QRawFont>
#include <map>

namespace brindel {
namespace {

/// Raw fonts by file and size. Interface thread only.
const QRawFont& rawFont(const Face& face, double pixels) {
    static std::map<std::pair<std::string, int>, QRawFont> made;
    const int key = int(std::lround(pixels * 16));
    auto [at, fresh] = made.try_emplace({face.path, key});
    if (fresh) {
        if (made.size() > 400) {
            made.clear();
            at = made.try_emplace({face.path, key}).first;
        }
        at->second = QRawFont(QString::fromStdString(face.path), pixels, QFont::PreferNoHinting);
    }
    return at->second;
}

QPen penOf(const Pen& pen, double scale) {
    QPen result(toQt(pen.colour), pen.width * scale);
    if (!pen.dash.empty() && pen.width > 0) {
        QList<qreal> dashes;
        for (double d : pen.dash) dashes << d / pen.width;
        result.setDashPattern(dashes);
    }
    result.setCapStyle(Qt::FlatCap);
    result.setJoinStyle(Qt::RoundJoin);
    return result;
}

struct Brush {
    QPainter& p;
    double scale;

    void dress(const std::optional<Colour>& fill, const std::optional<Pen>& pen) const {
        p.setBrush(fill ? QBrush(toQt(*fill)) : QBrush(Qt::NoBrush));
        p.setPen(pen ? penOf(*pen, scale) : QPen(Qt::NoPen));
    }
    void operator()(const BoxMark& m) const {
        dress(m.fill, m.outline);
        QRectF r = toQt(m.box, scale);
        double radius = std::min(m.radius * scale, std::min(r.width(), r.height()) / 2);
        radius > 0 ? p.drawRoundedRect(r, radius, radius) : p.drawRect(r);
    }
    void operator()(const PathMark& m) const {
        dress(m.fill, m.outline);
        QPolygonF points;
        for (const Point& at : m.points) points << QPointF(at.x * scale, at.y * scale);
        m.closed ? p.drawPolygon(points) : p.drawPolyline(points);
    }
    void operator()(const TextMark& m) const {
        p.setPen(toQt(m.colour));
        const double size = m.size * scale;
        for (const Run& run : m.text.runs) {
            if (!run.face->usable) continue;
            QList<quint32> glyphs;
            QList<QPointF> places;
            for (const Glyph& g : run.glyphs) {
                glyphs << g.id;
                places << QPointF(g.x * size, -g.y * size);
            }
            QGlyphRun line;
            line.setRawFont(rawFont(*run.face, size));
            line.setGlyphIndexes(glyphs);
            line.setPositions(places);
            p.drawGlyphRun(QPointF(m.at.x * scale, m.at.y * scale), line);
        }
        if (m.underline)
            p.fillRect(
                QRectF(m.at.x * scale, m.at.y * scale + size * 0.1, m.text.width * size, std::max(1.0, size * 0.06)),
                toQt(m.colour));
    }
    void operator()(const ImageMark& m) const {
        // Decoded once as long as it is in use: a page is painted far more often than a picture is changed.
        static QCache<QByteArray, QImage> decoded(64 << 10);
        const QByteArray key = QByteArray::fromRawData(m.png.data(), qsizetype(m.png.size()));
        QImage* image = decoded.object(key);
        if (!image) {
            image = new QImage(QImage::fromData(QByteArray::fromBase64(key), "PNG"));
            const QImage copy = *image;
            decoded.insert(QByteArray(m.png.data(), qsizetype(m.png.size())), image, int(copy.sizeInBytes() >> 10) + 1);
            p.drawImage(toQt(m.box, scale), copy);
            return;
        }
        p.drawImage(toQt(m.box, scale), *image);
    }
    void operator()(const ClipMark& m) const {
        p.save();
        p.setClipRect(toQt(m.box, scale), Qt::IntersectClip);
    }
    void operator()(const ClipEndMark&) const { p.restore(); }
};

}  // namespace

void paintDrawing(QPainter& painter, const Drawing& drawing, double scale) {
    painter.save();
    painter.setRenderHint(QPainter::Antialiasing);
    painter.setRenderHint(QPainter::SmoothPixmapTransform);
    for (const Mark& mark : drawing) std::visit(Brush{painter, scale}, mark);
    painter.restore();
}

QColor toQt(Colour c) {
    return {c.red, c.green, c.blue};
}

}  // namespace brindel
