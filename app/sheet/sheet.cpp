#include "app/sheet/sheet.h"

#include <QtWidgets/QtWidgets>

#include "app/theme/theme.h"
#include "core/order/reading.h"
#include "filler/drawing_painter.h"
#include "filler/widgets.h"

namespace brindel {
namespace {

constexpr int around = 24, pageGap = 24;  // free room around the form, and between pages, in pixels
constexpr std::array allHandles = {Handle::leftTop,     Handle::top,    Handle::rightTop,   Handle::right,
                                   Handle::rightBottom, Handle::bottom, Handle::leftBottom, Handle::left};

Qt::CursorShape cursorOf(Handle handle) {
    switch (handle) {
        case Handle::leftTop:
        case Handle::rightBottom:
            return Qt::SizeFDiagCursor;
        case Handle::rightTop:
        case Handle::leftBottom:
            return Qt::SizeBDiagCursor;
        case Handle::left:
        case Handle::right:
            return Qt::SizeHorCursor;
        default:
            return Qt::SizeVerCursor;
    }
}

}  // namespace

Sheet::Sheet(Desk& desk, QWidget* parent) : QWidget(parent), desk_(desk), picture_(desk.fonts()) {
    setFocusPolicy(Qt::StrongFocus);
    setMouseTracking(true);
    setAttribute(Qt::WA_OpaquePaintEvent);
    setObjectName("sheet");
    setAccessibleName("Sheet");
    auto again = [this] {
        finishWording(false);
        measure();
        update();
    };
    connect(&desk, &Desk::formChanged, this, again);
    connect(&desk, &Desk::selectionChanged, this, [this] { update(); });
    connect(&desk, &Desk::turnedChanged, this, [this] { update(); });
    connect(&desk, &Desk::toolChanged, this, [this] {
        setCursor(desk_.picking() ? Qt::PointingHandCursor : desk_.tool() ? Qt::CrossCursor : Qt::ArrowCursor);
    });
    connect(&desk, &Desk::proposalChanged, this, [this] {
        finishWording(true);
        measure();
        update();
    });
    rest_ = new QTimer(this);
    rest_->setSingleShot(true);
    rest_->setInterval(350);
    connect(rest_, &QTimer::timeout, this, [this] {
        if (!gesture_ || restsOn_.first == noControl) return;
        desk_.turn(restsOn_.first, restsOn_.second);
        gesture_->turned(desk_.turned());
        if (auto at = pointAt(pointer_)) gesture_->move(*at);
        update();
    });
    measure();
}

double Sheet::scale() const {
    return zoom_ * (desk_.form().isDialog() ? 1 : 96 / 25.4);
}
const Form& Sheet::shownForm() const {
    if (gesture_ && gesture_->formMeanwhile()) return *gesture_->formMeanwhile();
    return desk_.proposal() ? desk_.proposal()->form : desk_.form();
}

void Sheet::setZoom(double zoom) {
    zoom = std::clamp(zoom, 0.25, 4.0);
    if (zoom == zoom_) return;
    finishWording(true);
    zoom_ = zoom;
    measure();
    update();
    emit zoomChanged();
}

double Sheet::zoomToFit(int width, int height) const {
    const Form& form = desk_.form();
    Extent size = surfaceSize(form, desk_.surfaceInHand());
    const double unit = form.isDialog() ? 1 : 96 / 25.4;
    double fit = (width - 2 * around - 10) / (size.width * unit);
    if (form.isDialog()) fit = std::min(fit, (height - 2 * around) / ((size.height + titleBarHeight) * unit));
    return std::clamp(std::floor(fit * 100) / 100, 0.25, 1.0);
}

void Sheet::measure() {
    const Form& form = shownForm();
    double wide = 0, high = 0;
    for (Id surface : surfaces(form)) {
        Extent size = surfaceSize(form, surface);
        wide = std::max(wide, size.width * scale());
        high += (high > 0 ? pageGap : 0) + size.height * scale();
    }
    const double bar = form.isDialog() ? titleBarHeight * scale() : 0;
    const int needWide = int(wide) + 2 * around, needHigh = int(high + bar) + 2 * around;
    setMinimumSize(needWide, needHigh);
    origins_.clear();
    // A document hangs from the top; a dialog that leaves room stands a little above the middle.
    double top = around + bar;
    if (form.isDialog() && height() > needHigh) top = bar + std::max<double>(around, (height() - high - bar) * 0.42);
    for (Id surface : surfaces(form)) {
        Extent size = surfaceSize(form, surface);
        origins_[surface] =
            QPointF(std::round(std::max<double>(around, (std::max(width(), needWide) - size.width * scale()) / 2)),
                    std::round(top));
        top += size.height * scale() + pageGap;
    }
}

void Sheet::resizeEvent(QResizeEvent*) {
    measure();
}

QPointF Sheet::place(Id surface, Point at) const {
    auto origin = origins_.find(surface);
    return (origin == origins_.end() ? QPointF() : origin->second) + QPointF(at.x, at.y) * scale();
}

std::optional<SheetPoint> Sheet::pointAt(QPointF at) const {
    // The nearest surface, so that a drag may leave the page.
    std::optional<SheetPoint> best;
    double nearest = 1e12;
    for (const auto& [surface, origin] : origins_) {
        Extent size = surfaceSize(shownForm(), surface);
        QRectF area(origin, QSizeF(size.width, size.height) * scale());
        double dx = std::max({area.left() - at.x(), 0.0, at.x() - area.right()}),
               dy = std::max({area.top() - at.y(), 0.0, at.y() - area.bottom()});
        if (dx + dy >= nearest) continue;
        nearest = dx + dy;
        best = SheetPoint{surface,
                          {(at.x() - origin.x()) / scale(), (at.y() - origin.y()) / scale()},
                          QGuiApplication::keyboardModifiers()};
    }
    return best;
}

QRectF Sheet::placeOf(Id id) const {
    const Form& form = shownForm();
    const Box box = onSurface(form, id);
    const Id surface = surfaceOf(form, id);
    return {place(surface, {box.left, box.top}), place(surface, {box.right(), box.bottom()})};
}

void Sheet::setCanEdit(bool can) {
    canEdit_ = can;
    endGesture(false);
    update();
}

void Sheet::paintEvent(QPaintEvent* event) {
    QPainter p(this);
    p.fillRect(event->rect(), tokens().stone);
    p.setRenderHint(QPainter::Antialiasing);
    p.setRenderHint(QPainter::SmoothPixmapTransform);
    const Form& form = shownForm();
    for (const auto& [surface, origin] : origins_) {
        Extent size = surfaceSize(form, surface);
        const double bar = form.isDialog() ? titleBarHeight * scale() : 0;
        QRectF whole(origin.x(), origin.y() - bar, size.width * scale(), size.height * scale() + bar);
        if (!whole.adjusted(-20, -20, 20, 30).intersects(event->rect())) continue;
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
        picture_.paint(p, form, surface, scale(), desk_.turned(), QRectF(event->rect()).translated(-origin));
        p.restore();
        p.setBrush(Qt::NoBrush);
        p.setPen(QPen(QColor(0xB9, 0xAE, 0xA0), 1));
        bar > 0 ? p.drawRoundedRect(whole, 6, 6) : p.drawRect(whole);
        if (form.controls.size() <= (form.isDialog() ? 1u : 2u) && canEdit_) {
            p.setPen(QColor(0x8A, 0x7F, 0x74));
            p.setFont(bodyFont(14));
            p.drawText(whole.adjusted(20, bar, -20, 0),
                       form.isDialog() ? int(Qt::AlignCenter) : Qt::AlignHCenter | Qt::AlignTop | Qt::TextWordWrap,
                       QString(form.isDialog() ? "" : "\n\n\n\n") +
                           "Pick a control above and click here to place it,\nor jot a row below, such as\nBoat name: "
                           "text 30 !");
        }
    }
    if (desk_.proposal())
        paintProposal(p);
    else if (canEdit_)
        paintSelection(p, form);
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

void Sheet::paintSelection(QPainter& p, const Form& form) {
    const QColor tawny = tokens().tawny;
    auto handles = [&](QRectF r, bool filled) {
        p.setPen(QPen(tawny, 1.2));
        p.setBrush(filled ? QBrush(tawny) : QBrush(Qt::white));
        for (Handle h : allHandles) {
            Point at = handlePoint({r.left(), r.top(), r.width(), r.height()}, h);
            const bool middle = h == Handle::top || h == Handle::bottom || h == Handle::left || h == Handle::right;
            if ((middle && (h == Handle::top || h == Handle::bottom) && r.width() < 24) ||
                (middle && (h == Handle::left || h == Handle::right) && r.height() < 18))
                continue;
            p.drawEllipse(QPointF(at.x, at.y), 3.2, 3.2);
        }
    };
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
        if (!dragging_ && isInView(form, ids[0], desk_.turned())) handles(placeOf(ids[0]).adjusted(-1, -1, 1, 1), true);
        ids.clear();
    }
    for (std::size_t i = 0; i < ids.size(); ++i) {
        const Control* c = form.find(ids[i]);
        if (!c || !isInView(form, ids[i], desk_.turned())) continue;
        QRectF r = placeOf(ids[i]).adjusted(-1, -1, 1, 1);
        p.setBrush(Qt::NoBrush);
        p.setPen(QPen(tawny, 1.5, c->kind == Kind::tabPage ? Qt::DashLine : Qt::SolidLine));
        p.drawRect(r);
        if (dragging_ || c->kind == Kind::tabPage || c->kind == Kind::page) continue;
        handles(r, i == 0 && ids.size() > 1);
        if (ids.size() > 1 || wordingOf_ != noControl) continue;
        // The name of the one control, above it; below where there is no room.
        p.setFont(monoFont(11));
        const QString name = toQt(c->name);
        QRectF chip(r.left() - 1, r.top() - 20, p.fontMetrics().horizontalAdvance(name) + 14, 16);
        if (c->kind == Kind::tabs || c->kind == Kind::frame) chip.moveLeft(r.right() - chip.width());
        if (chip.top() < 2) chip.moveTop(r.bottom() + 5);
        p.setPen(Qt::NoPen);
        p.setBrush(tawny);
        p.drawRoundedRect(chip, 3, 3);
        p.setPen(Qt::white);
        p.drawText(chip, Qt::AlignCenter, name);
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

QRectF Sheet::ghostGrip() const {
    if (!desk_.form().isDialog() || !desk_.selection().empty() || !canEdit_) return {};
    const QRectF r = placeOf(rootId);
    return {r.right() + 8, r.bottom() + 8, 14, 14};
}

void Sheet::paintGhostGrip(QPainter& p) {
    const QRectF grip = ghostGrip();
    if (grip.isEmpty() || dragging_ || desk_.proposal()) return;
    p.setPen(QPen(tokens().teal, 1.5));
    p.setBrush(Qt::NoBrush);
    for (double i : {5.0, 9.0, 13.0})
        p.drawLine(QPointF(grip.right() - i, grip.bottom()), QPointF(grip.right(), grip.bottom() - i));
}

void Sheet::restOnTab(const SheetPoint& at) {
    std::pair<Id, Id> on{noControl, noControl};
    if (gesture_ && gesture_->carries())
        if (auto tab = tabAt(at)) {
            const Control* tabs = desk_.form().find(tab->first);
            if (tabs && shownPage(*tabs, desk_.turned()) != tab->second) on = *tab;
        }
    if (on == restsOn_) return;
    restsOn_ = on;
    on.first == noControl ? rest_->stop() : rest_->start();
}

std::optional<Handle> Sheet::handleAt(QPointF at) const {
    if (desk_.selection().size() > 1) return std::nullopt;
    const bool root = desk_.selection().empty();
    if (root && !desk_.form().isDialog()) return std::nullopt;
    const Control* c = desk_.form().find(root ? rootId : desk_.lead());
    if (!c || c->kind == Kind::tabPage || c->kind == Kind::page || !isInView(desk_.form(), c->id, desk_.turned()))
        return std::nullopt;
    QRectF r = placeOf(c->id);
    if (!root) r.adjust(-1, -1, 1, 1);
    for (Handle h : allHandles) {
        if (root && h != Handle::right && h != Handle::bottom && h != Handle::rightBottom) continue;
        Point p = handlePoint({r.left(), r.top(), r.width(), r.height()}, h);
        if (std::hypot(p.x - at.x(), p.y - at.y()) <= 5.5) return h;
    }
    return std::nullopt;
}

std::optional<std::pair<Id, Id>> Sheet::tabAt(const SheetPoint& at) const {
    const Form& form = desk_.form();
    Id hit = controlAt(form, at.surface, at.at, desk_.turned());
    const Control* c = form.find(hit);
    if (!c || c->kind != Kind::tabs) return std::nullopt;
    const Box box = onSurface(form, hit);
    std::vector<Box> tabs = picture_.tabs(form, *c);
    for (std::size_t i = 0; i < tabs.size() && i < c->children.size(); ++i)
        if (tabs[i].moved(box.left, box.top).contains(at.at)) return std::pair(hit, c->children[i]);
    return std::nullopt;
}

void Sheet::mousePressEvent(QMouseEvent* event) {
    finishWording(true);
    setFocus(Qt::MouseFocusReason);
    auto at = pointAt(event->position());
    if (!at || event->button() != Qt::LeftButton || !canEdit_) return;
    pressed_ = true;
    pressedAt_ = pointer_ = event->position();
    at->keys = event->modifiers();
    desk_.setSurfaceInHand(at->surface);
    press(*at, event->position());
    update();
}

void Sheet::press(const SheetPoint& at, QPointF where) {
    const double reach = 6 / scale();
    const Form& form = desk_.form();
    wordOnRelease_ = false;
    clicked_ = noControl;
    bandFrom_.reset();
    if (desk_.proposal()) return desk_.decide(false);
    if (desk_.picking()) {
        if (Id hit = controlAt(form, at.surface, at.at, desk_.turned())) desk_.picked(hit);
        return;
    }
    if (!desk_.tool() && ghostGrip().adjusted(-3, -3, 3, 3).contains(where)) {
        gesture_ = ghostGesture(desk_, at);
        return;
    }
    if (auto tool = desk_.tool()) {
        gesture_ = placeGesture(desk_, at, *tool, reach);
        dragging_ = true;
        return;
    }
    if (auto handle = handleAt(where)) {
        gesture_ = sizeGesture(desk_, at, desk_.selection().empty() ? rootId : desk_.lead(), *handle, reach);
        return;
    }
    if (auto tab = tabAt(at)) {
        const bool again = desk_.selection() == Ids{tab->second};
        desk_.turn(tab->first, tab->second);
        desk_.select({tab->second});
        wordOnRelease_ = again;
        clicked_ = tab->second;
        const Control& tabs = *form.find(tab->first);
        const Box box = onSurface(form, tabs.id);
        std::vector<Box> boxes = picture_.tabs(form, tabs);
        for (Box& b : boxes) b = b.moved(box.left, box.top);
        gesture_ = tabGesture(desk_, at, tab->second, std::move(boxes));
        return;
    }
    Id hit = controlAt(form, at.surface, at.at, desk_.turned());
    const Control* c = form.find(hit);
    const bool adds = at.keys & (Qt::ControlModifier | Qt::ShiftModifier);
    const bool chosen = std::ranges::find(desk_.selection(), hit) != desk_.selection().end();
    // The inside of a container begins a band; its edge, or the container once selected, moves it.
    bool band = !c || c->kind == Kind::tabPage;
    if (c && c->kind == Kind::frame && !chosen) {
        Box box = onSurface(form, hit);
        const double edge = (form.isDialog() ? 7 : 2);
        Box inside{box.left + edge, box.top + (form.isDialog() ? 20 : 5), box.width - 2 * edge,
                   box.height - (form.isDialog() ? 20 : 5) - edge};
        band = inside.contains(at.at);
    }
    if (band) {
        bandFrom_ = hit;
        gesture_ = bandGesture(desk_, at);
        return;
    }
    clicked_ = hit;
    if (adds) {
        // With Ctrl a drag copies what is selected; a click adds or takes away, on release.
        gesture_ = moveGesture(desk_, at, chosen ? desk_.selection() : Ids{hit}, reach);
        return;
    }
    wordOnRelease_ = chosen && desk_.selection().size() == 1;
    if (!chosen) desk_.select({hit});
    gesture_ = moveGesture(desk_, at, desk_.selection(), reach);
}

void Sheet::mouseMoveEvent(QMouseEvent* event) {
    pointer_ = event->position();
    if (!pressed_) {
        if (desk_.tool() || !canEdit_) return;
        auto handle = handleAt(pointer_);
        setCursor(handle ? cursorOf(*handle) : Qt::ArrowCursor);
        return;
    }
    if (!gesture_) return;
    if (!dragging_ && (pointer_ - pressedAt_).manhattanLength() < 4) return;
    auto at = pointAt(pointer_);
    if (!at) return;
    dragging_ = true;
    at->keys = event->modifiers();
    restOnTab(*at);
    gesture_->move(*at);
    update();
}

void Sheet::endGesture(bool keep) {
    std::unique_ptr<Gesture> done = std::move(gesture_);
    const bool dragged = dragging_;
    pressed_ = dragging_ = false;
    rest_->stop();
    restsOn_ = {noControl, noControl};
    if (!done || !keep || !dragged) {
        update();
        return;
    }
    done->finish(desk_);
    measure();
    update();
    if (Id id = done->wordingNext()) startWording(id);
}

void Sheet::mouseReleaseEvent(QMouseEvent* event) {
    if (event->button() != Qt::LeftButton || !pressed_) return;
    const bool dragged = dragging_;
    const bool adds = event->modifiers() & (Qt::ControlModifier | Qt::ShiftModifier);
    const Id clicked = clicked_;
    const bool word = wordOnRelease_;
    const auto band = bandFrom_;
    endGesture(true);
    if (dragged) return;
    if (band) {
        if (!adds) desk_.select(*band == noControl ? Ids{} : Ids{*band});
        return;
    }
    if (clicked == noControl) return;
    if (adds) {
        Ids ids = desk_.selection();
        if (std::erase(ids, clicked) == 0) ids.push_back(clicked);
        desk_.select(ids);
    } else if (word) {
        startWording(clicked);
    } else if (desk_.selection().size() > 1 && desk_.form().find(clicked)->kind != Kind::tabPage) {
        desk_.select({clicked});
    }
}

void Sheet::mouseDoubleClickEvent(QMouseEvent* event) {
    auto at = pointAt(event->position());
    if (!at || !canEdit_ || desk_.tool()) return;
    if (Id hit = controlAt(desk_.form(), at->surface, at->at, desk_.turned())) startWording(hit);
}

void Sheet::wheelEvent(QWheelEvent* event) {
    if (!(event->modifiers() & Qt::ControlModifier)) return event->ignore();
    setZoom(zoom_ * (event->angleDelta().y() > 0 ? 1.1 : 1 / 1.1));
}

void Sheet::contextMenuEvent(QContextMenuEvent* event) {
    if (!canEdit_) return;
    if (auto at = pointAt(event->pos()))
        if (Id hit = controlAt(desk_.form(), at->surface, at->at, desk_.turned()))
            if (std::ranges::find(desk_.selection(), hit) == desk_.selection().end()) desk_.select({hit});
    emit contextAsked(event->globalPos());
}

}  // namespace brindel
