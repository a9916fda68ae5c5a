#include "app/compare/change_marks.h"

#include <QtWidgets/QtWidgets>
#include <set>

#include "app/compare/changes_watch.h"
#include "app/sheet/sheet.h"
#include "app/theme/theme.h"
#include "app/window/desk.h"
#include "core/model/places.h"
#include "filler/drawing_painter.h"

namespace brindel {
namespace {

// On the form's own ground, light and dark alike: the colours of the light window.
QColor colourOf(Became became) {
    static const QColor colours[] = {QColor("#3F6B37"), QColor("#3D5A79"), QColor("#A8322A")};
    return colours[std::size_t(became)];
}

/// Where a control of the form before stood, on the sheet as it is now; nothing where its container is gone or hidden.
std::optional<QRectF> formerPlace(const Sheet& sheet, const Desk& desk, Id id) {
    const Form &before = desk.changes().before(), &now = desk.form();
    const Control* was = before.find(id);
    const Control* in = was ? now.find(was->parent) : nullptr;
    if (!in || in->kind != before.find(was->parent)->kind || !isInView(now, in->id, desk.turned())) return {};
    const Box stood = onSurface(before, id), from = onSurface(before, was->parent), to = onSurface(now, in->id);
    const Box box = stood.moved(to.left - from.left, to.top - from.top);
    const Id surface = surfaceOf(now, in->id);
    return QRectF(sheet.place(surface, {box.left, box.top}), sheet.place(surface, {box.right(), box.bottom()}));
}

void paintOutline(QPainter& p, const QRectF& at, Became became, bool former) {
    const QColor colour = colourOf(became);
    QColor veil = colour;
    veil.setAlpha(former ? 14 : 26);
    p.setBrush(veil);
    QPen pen(colour, 1.4);
    if (former) pen.setDashPattern({3, 2.4});
    p.setPen(pen);
    p.drawRoundedRect(at.adjusted(-1.5, -1.5, 1.5, 1.5), 3, 3);
}

}  // namespace

Became becameOf(const Difference& one) {
    return one.before == noControl ? Became::fresh : one.after == noControl ? Became::gone : Became::changed;
}

void paintChangeMark(QPainter& p, QRectF box, Became became) {
    p.save();
    p.setRenderHint(QPainter::Antialiasing);
    p.setPen(QPen(QColor(255, 255, 255, 230), 1.4));
    p.setBrush(colourOf(became));
    p.drawEllipse(box);
    p.setPen(QPen(Qt::white, 1.6));
    const QPointF middle = box.center();
    const double r = box.width() * 0.24;
    auto stroke = [&](double dx1, double dy1, double dx2, double dy2) {
        p.drawLine(middle + QPointF(dx1, dy1) * r, middle + QPointF(dx2, dy2) * r);
    };
    if (became == Became::changed) {
        stroke(-1, -0.55, 1, -0.55);
        stroke(-1, 0.55, 1, 0.55);
        stroke(-0.5, 1.3, 0.5, -1.3);
    } else {
        stroke(-1, 0, 1, 0);
        if (became == Became::fresh) stroke(0, -1, 0, 1);
    }
    p.restore();
}

void paintChangeMarks(QPainter& p, const Sheet& sheet, const Desk& desk) {
    constexpr double side = 14;
    const Form& form = desk.form();
    std::set<Id> marked;
    p.save();
    p.setRenderHint(QPainter::Antialiasing);
    auto mark = [&](const QRectF& at, Became became) {
        paintChangeMark(p, {at.left() - side / 2 - 1, at.top() - side / 2 - 1, side, side}, became);
    };
    for (const Difference& one : desk.changes().differences()) {
        const Became became = becameOf(one);
        if (became == Became::gone) {
            const auto at = formerPlace(sheet, desk, one.before);
            if (!at) continue;
            paintOutline(p, *at, became, true);
            p.setPen(colourOf(became));
            QFont struck = bodyFont(11);
            struck.setStrikeOut(true);
            p.setFont(struck);
            const QRectF room = at->adjusted(8, 0, -3, 0);
            p.drawText(room, Qt::AlignLeft | Qt::AlignVCenter,
                       QFontMetricsF(struck).elidedText(toQt(one.called).simplified(), Qt::ElideRight, room.width()));
            mark(*at, became);
            continue;
        }
        const Control* c = form.find(one.after);
        if (!c || c->id == rootId || c->is().paper || !isInView(form, c->id, desk.turned())) continue;
        if (one.property == "box" || one.property == "in")
            if (const auto stood = formerPlace(sheet, desk, one.before)) paintOutline(p, *stood, became, true);
        if (!marked.insert(c->id).second) continue;
        const QRectF at = c->is().turned ? QRectF(sheet.placeOf(c->id).topLeft(), QSizeF(0, 0)) : sheet.placeOf(c->id);
        if (!c->is().turned) paintOutline(p, at, became, false);
        // Wording is not covered by its own mark, which stands before it.
        if (c->is().speaks)
            paintChangeMark(p, {at.left() - side - 3, at.center().y() - side / 2, side, side}, became);
        else
            mark(at, became);
    }
    p.restore();
}

}  // namespace brindel
