// What the sheet paints over the form: its edge, the selection, a change that is proposed, the gesture under way.
#include <QtWidgets/QtWidgets>

#include "app/compare/change_marks.h"
#include "app/compare/changes_watch.h"
#include "app/findings/pins.h"
#include "app/sheet/sheet.h"
#include "app/theme/theme.h"
#include "app/words.h"
#include "core/model/measures.h"
#include "filler/drawing_painter.h"

namespace brindel {

/// A dialog, or a page: its shadow, its title bar, the form, and a hint while that is empty.
void Sheet::paintSurface(QPainter& p, Id surface, QPointF origin, const QRect& dirty) {
    const Form& form = shownForm();
    Extent size = surfaceSize(form, surface);
    const double bar = measuresFor(form).titleBar * scale();
    QRectF whole(origin.x(), origin.y() - bar, size.width * scale(), size.height * scale() + bar);
    if (!whole.adjusted(-20, -20, 20, 30).intersects(dirty)) return;
    // A soft shadow, in a few steps.
    p.setPen(Qt::NoPen);
    for (int i = 8; i > 0; --i) {
        p.setBrush(QColor(46, 39, 34, 5));
        p.drawRoundedRect(whole.adjusted(-i, -i + 3, i, i + 3), 6 + i, 6 + i);
    }
    p.save();
    p.translate(origin);
    if (bar > 0) {
        p.save();
        p.translate(0, -bar);
        FormPicture::paintTitleBar(p, form, scale());
        p.restore();
    }
    picture_.paint(p, form, surface, scale(), desk_.turned(), QRectF(dirty).translated(-origin));
    p.restore();
    p.setBrush(Qt::NoBrush);
    p.setPen(QPen(QColor(0xB9, 0xAE, 0xA0), 1));
    bar > 0 ? p.drawRoundedRect(whole, 6, 6) : p.drawRect(whole);
    if (form.controls.size() <= (form.isDialog() ? 1u : 2u) && canEdit_) {
        p.setFont(bodyFont(14));
        const QString hint = Words::tr(
            "Choose a control above and click the form to place it,\nor jot a row below, such "
            "as\nBoat name: text 30 !");
        QRectF room = whole.adjusted(20, bar, -20, 0);
        int flags = Qt::AlignCenter | Qt::TextWordWrap;
        if (!form.isDialog()) flags = Qt::AlignHCenter | Qt::AlignTop | Qt::TextWordWrap, room.adjust(0, 80, 0, 0);
        const QRectF needed = p.boundingRect(room, flags, hint);
        const bool fits = needed.height() <= room.height() && needed.width() <= room.width();
        // Below a dialog that is too small for it, and below the mark at its corner.
        if (!fits) room = QRectF(whole.center().x() - 180, whole.bottom() + 30, 360, 100);
        p.setPen(fits ? QColor(0x8A, 0x7F, 0x74) : tokens().ink2);
        p.drawText(room, fits ? flags : Qt::AlignHCenter | Qt::AlignTop | Qt::TextWordWrap, hint);
    }
}

void Sheet::paintEvent(QPaintEvent* event) {
    QPainter p(this);
    p.fillRect(event->rect(), tokens().stone);
    p.setRenderHint(QPainter::Antialiasing);
    p.setRenderHint(QPainter::SmoothPixmapTransform);
    const Form& form = shownForm();
    for (const auto& [surface, origin] : origins_) paintSurface(p, surface, origin, event->rect());
    if (desk_.proposal())
        paintProposal(p);
    else if (canEdit_)
        paintSelection(p, form);
    if (layer_ && !canEdit_) layer_->paint(p, *this, form);
    if (const Id lit = desk_.lit(); form.find(lit) && lit != rootId && isInView(form, lit, desk_.turned())) {
        QColor ground = tokens().tawny;
        ground.setAlpha(50);
        p.setPen(QPen(tokens().tawny, 2));
        p.setBrush(ground);
        p.drawRoundedRect(placeOf(lit).adjusted(-3, -3, 3, 3), 3, 3);
    }
    if (!desk_.proposal() && !dragging_ && !wordingOpen()) {
        paintPins(p, *this, desk_);
        if (desk_.changes().on()) paintChangeMarks(p, *this, desk_);
    }
    paintGhostGrip(p);
    if (!gesture_) return;
    gesture_->paint(p, SheetFrame{scale(), [this](Id surface, Point at) { return place(surface, at); }});
    if (const QString said = gesture_->said(); !said.isEmpty()) {
        p.setFont(bodyFont(11));
        QRectF box(QPointF(pointer_.x() + 16, pointer_.y() + 18),
                   QSizeF(p.fontMetrics().horizontalAdvance(said) + 14, 20));
        p.setPen(Qt::NoPen);
        p.setBrush(tokens().umber);
        p.drawRoundedRect(box, 4, 4);
        p.setPen(tokens().onDark);
        p.drawText(box, Qt::AlignCenter, said);
    }
}

namespace {

/// The points that a control is sized by; those in the middle of a short side are left out.
void paintHandles(QPainter& p, const QRectF& r, bool filled) {
    p.setPen(QPen(tokens().tawny, 1.2));
    p.setBrush(filled ? QBrush(tokens().tawny) : QBrush(Qt::white));
    for (Handle h : allHandles) {
        const Point at = handlePoint({r.left(), r.top(), r.width(), r.height()}, h);
        if (((h == Handle::top || h == Handle::bottom) && r.width() < 24) ||
            ((h == Handle::left || h == Handle::right) && r.height() < 18))
            continue;
        p.drawEllipse(QPointF(at.x, at.y), 3.2, 3.2);
    }
}

/// The name of the one control, above it; below where there is no room.
void paintName(QPainter& p, const Control& c, const QRectF& r) {
    p.setFont(monoFont(11));
    const QString name = c.name.empty() ? Words::shown(row(c.kind).word) : toQt(c.name);
    QRectF chip(r.left() - 1, r.top() - 20, p.fontMetrics().horizontalAdvance(name) + 14, 16);
    if (c.is().turns || c.is().framed) chip.moveLeft(r.right() - chip.width());
    if (chip.top() < 2) chip.moveTop(r.bottom() + 5);
    p.setPen(Qt::NoPen);
    p.setBrush(tokens().tawny);
    p.drawRoundedRect(chip, 3, 3);
    p.setPen(Qt::white);
    p.drawText(chip, Qt::AlignCenter, name);
}

}  // namespace

void Sheet::paintSelection(QPainter& p, const Form& form) {
    const QColor tawny = tokens().tawny;
    Ids ids = desk_.selection();
    if (dragging_ && form.controls.size() != desk_.form().controls.size())
        ids.clear();  // placing: what is placed speaks for itself
    if (ids.size() > 60) {
        // A crowd is outlined plainly, all in one go, so that dragging it stays quick.
        QList<QRect> outlines;
        for (Id id : ids)
            if (form.find(id) && isInView(form, id, desk_.turned()))
                outlines << placeOf(id).adjusted(-1, -1, 1, 1).toRect();
        p.save();
        p.setRenderHint(QPainter::Antialiasing, false);
        p.setBrush(Qt::NoBrush);
        p.setPen(QPen(tawny, 1));
        p.drawRects(outlines);
        p.restore();
        if (!dragging_ && isInView(form, ids[0], desk_.turned()))
            paintHandles(p, placeOf(ids[0]).adjusted(-1, -1, 1, 1), true);
        ids.clear();
    }
    for (std::size_t i = 0; i < ids.size(); ++i) {
        const Control* c = form.find(ids[i]);
        if (!c || !isInView(form, ids[i], desk_.turned())) continue;
        QRectF r = placeOf(ids[i]).adjusted(-1, -1, 1, 1);
        p.setBrush(Qt::NoBrush);
        p.setPen(QPen(tawny, 1.5, c->is().turned ? Qt::DashLine : Qt::SolidLine));
        p.drawRect(r);
        if (dragging_ || c->is().turned || c->is().paper) continue;
        paintHandles(p, r, i == 0 && ids.size() > 1);
        if (ids.size() > 1 || wordingOf_ != noControl) continue;
        paintName(p, *c, r);
    }
    if (desk_.selection().empty() && form.isDialog() && !dragging_) {
        QRectF r = placeOf(rootId);
        p.setPen(QPen(tawny, 1.2));
        p.setBrush(Qt::white);
        for (Handle h : {Handle::right, Handle::bottom, Handle::rightBottom}) {
            Point at = handlePoint({r.left(), r.top(), r.width(), r.height()}, h);
            p.drawEllipse(QPointF(at.x, at.y), 3.2, 3.2);
        }
    }
}

/// What would move: where it is now, dashed, over where it would be.
void Sheet::paintProposal(QPainter& p) {
    const Form &now = desk_.form(), &then = desk_.proposal()->form;
    p.setBrush(Qt::NoBrush);
    for (Id id : allIds(then)) {
        const Control* before = now.find(id);
        const Control* after = then.find(id);
        if (!before || before->box == after->box || !isInView(then, id, desk_.turned())) continue;
        const Box box = onSurface(now, id);
        const Id surface = surfaceOf(now, id);
        p.setPen(QPen(tokens().ink2, 1, Qt::DotLine));
        p.drawRect(QRectF(place(surface, {box.left, box.top}), place(surface, {box.right(), box.bottom()})));
        p.setPen(QPen(tokens().teal, 1.5));
        p.drawRect(placeOf(id));
    }
}

void Sheet::paintGhostGrip(QPainter& p) {
    const QRectF grip = ghostGrip();
    if (grip.isEmpty() || dragging_ || desk_.proposal()) return;
    p.setPen(QPen(tokens().teal, 1.5));
    p.setBrush(Qt::NoBrush);
    for (double i : {5.0, 9.0, 13.0})
        p.drawLine(QPointF(grip.right() - i, grip.bottom()), QPointF(grip.right(), grip.bottom() - i));
}

}  // namespace brindel
