#include "app/findings/pins.h"

#include <QtWidgets/QtWidgets>

#include "app/compare/changes_watch.h"
#include "app/sheet/sheet.h"
#include "app/theme/theme.h"
#include "app/words.h"

namespace brindel {
namespace {

constexpr double pinSide = 14;

/// The gravest open finding of each control in view, with the place of its pin.
template <class Visit>
void eachPin(const Sheet& sheet, const Desk& desk, Visit visit) {
    // While the form is compared, the marks of what has changed stand there.
    if (desk.changes().on()) return;
    std::map<Id, Severity> worst;
    for (const Finding& f : desk.findings())
        if (isOpen(f) && f.controls.front() != rootId) {
            const auto [at, first] = worst.try_emplace(f.controls.front(), f.check->severity);
            if (!first) at->second = std::min(at->second, f.check->severity);
        }
    for (const auto& [id, severity] : worst) {
        const Control* c = desk.form().find(id);
        if (!c || !isInView(desk.form(), id, desk.turned()) || desk.isInTheMaking(*c)) continue;
        const QRectF place = sheet.placeOf(id);
        // At the corner where writing ends, half over the edge; a page's pin is at its top.
        // Wording is not covered by its own pin: it stands before it.
        const QPointF at = c->is().speaks ? QPointF(place.left() - 9, place.center().y())
                                          : QPointF(place.right() - 2, place.top() + (c->is().turned ? 8 : 1));
        visit(id, QRectF(at.x() - pinSide / 2, at.y() - pinSide / 2, pinSide, pinSide), severity);
    }
}

}  // namespace

QString severityWord(Severity severity) {
    static constexpr const char* words[] = {QT_TRANSLATE_NOOP("Words", "Must be put right"),
                                            QT_TRANSLATE_NOOP("Words", "Should be put right"),
                                            QT_TRANSLATE_NOOP("Words", "Good to know")};
    return Words::shown(words[std::size_t(severity)]);
}

QColor severityColour(Severity severity) {
    return severity == Severity::must ? tokens().brick : severity == Severity::should ? tokens().amber : tokens().slate;
}

void paintPin(QPainter& p, QRectF box, Severity severity) {
    p.save();
    p.setRenderHint(QPainter::Antialiasing);
    p.setPen(QPen(QColor(255, 255, 255, 230), 1.4));
    // On the form's own ground, light and dark alike: the colours of the light window.
    static const QColor colours[] = {QColor("#A8322A"), QColor("#B57A12"), QColor("#4A6A8A")};
    p.setBrush(colours[std::size_t(severity)]);
    const QPointF middle = box.center();
    const double r = box.width() / 2;
    if (severity == Severity::must)
        p.drawPolygon(QPolygonF{{middle.x(), middle.y() - r},
                                {middle.x() + r, middle.y()},
                                {middle.x(), middle.y() + r},
                                {middle.x() - r, middle.y()}});
    else if (severity == Severity::should)
        p.drawPolygon(QPolygonF{{middle.x(), middle.y() - r},
                                {middle.x() + r, middle.y() + r * 0.8},
                                {middle.x() - r, middle.y() + r * 0.8}});
    else
        p.drawEllipse(middle, r * 0.85, r * 0.85);
    p.setPen(Qt::white);
    p.setFont(bodyFont(int(box.height() * 0.66), true));
    p.drawText(box.adjusted(-4, severity == Severity::should ? 2 : 0, 4, severity == Severity::should ? 2 : 0),
               Qt::AlignCenter, severity == Severity::know ? "i" : "!");
    p.restore();
}

std::vector<const Finding*> openAt(const Findings& findings, Id id) {
    std::vector<const Finding*> all;
    for (const Finding& f : findings)
        if (isOpen(f) && f.controls.front() == id) all.push_back(&f);
    return all;
}

void paintPins(QPainter& p, const Sheet& sheet, const Desk& desk) {
    eachPin(sheet, desk, [&](Id, const QRectF& box, Severity severity) { paintPin(p, box, severity); });
}

Id pinAt(const Sheet& sheet, const Desk& desk, QPointF at) {
    Id found = noControl;
    eachPin(sheet, desk, [&](Id id, const QRectF& box, Severity) {
        if (box.adjusted(-2, -2, 2, 2).contains(at)) found = id;
    });
    return found;
}

QString pinSays(const Desk& desk, Id id) {
    QStringList lines;
    for (const Finding* f : openAt(desk.findings(), id)) lines << Words::shown(f->sentence);
    return lines.join("\n");
}

}  // namespace brindel
