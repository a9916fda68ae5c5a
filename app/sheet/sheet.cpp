#include "app/sheet/sheet.h"

#include <QtWidgets/QtWidgets>

#include "app/findings/pins.h"
#include "app/theme/theme.h"
#include "app/words.h"
#include "core/model/measures.h"
#include "core/order/reading.h"
#include "filler/drawing_painter.h"
#include "filler/widgets.h"

namespace brindel {
namespace {

constexpr int around = 24, pageGap = 24;  // free room around the form, and between pages, in pixels

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
    setAccessibleName(Words::tr("Sheet"));
    auto again = [this] {
        finishWording(false);
        // An edit in the middle of a gesture stands: the gesture goes on with the form as it is now, or ends.
        if (gesture_ && !gesture_->rebase(desk_)) endGesture(false);
        if (layer_) layer_->settle(*this);
        measure();
        update();
    };
    connect(&desk, &Desk::formChanged, this, again);
    connect(&desk, &Desk::selectionChanged, this, [this] { update(); });
    connect(&desk, &Desk::findingsChanged, this, [this] { update(); });
    connect(&desk, &Desk::litChanged, this, [this] { update(); });
    connect(&desk, &Desk::turnedChanged, this, [this] {
        if (layer_) layer_->settle(*this);
        update();
    });
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
        (void)gesture_->rebase(desk_);
        if (auto at = pointAt(pointer_)) gesture_->move(*at);
        update();
    });
    measure();
}

double Sheet::scale() const {
    return zoom_ * measuresFor(desk_.form()).pixels;
}
const Form& Sheet::shownForm() const {
    if (gesture_ && gesture_->formMeanwhile()) return *gesture_->formMeanwhile();
    return desk_.proposal() ? desk_.proposal()->form : desk_.form();
}

void Sheet::setZoom(double zoom) {
    zoom = std::clamp(zoom, 0.25, 4.0);
    if (zoom == zoom_) return;
    finishWording(true);
    if (layer_) layer_->settle(*this);
    zoom_ = zoom;
    measure();
    update();
    emit zoomChanged();
}

double Sheet::zoomToFit(int width, int height) const {
    const Form& form = desk_.form();
    Extent size = surfaceSize(form, desk_.surfaceInHand());
    const double unit = measuresFor(form).pixels;
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
    const double bar = measuresFor(form).titleBar * scale();
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

void Sheet::setLayer(SheetLayer* layer) {
    if (layer_) layer_->settle(*this);
    layer_ = layer;
    setCursor(Qt::ArrowCursor);
    update();
}

Id Sheet::hit(QPointF at) const {
    const auto point = pointAt(at);
    return point ? controlAt(desk_.form(), point->surface, point->at, desk_.turned()) : noControl;
}

std::vector<QRectF> Sheet::tabPlaces(Id tabs) const {
    const Form& form = shownForm();
    std::vector<QRectF> places;
    const Control* c = form.find(tabs);
    if (!c) return places;
    const Box outer = onSurface(form, tabs);
    const Id surface = surfaceOf(form, tabs);
    for (const Box& b : picture_.tabs(form, *c)) {
        const Box tab = b.moved(outer.left, outer.top);
        places.emplace_back(place(surface, {tab.left, tab.top}), place(surface, {tab.right(), tab.bottom()}));
    }
    return places;
}

QRectF Sheet::ghostGrip() const {
    if (!desk_.form().isDialog() || !desk_.selection().empty() || !canEdit_) return {};
    const QRectF r = placeOf(rootId);
    return {r.right() + 8, r.bottom() + 8, 14, 14};
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
    if (!c || c->is().turned || c->is().paper || !isInView(desk_.form(), c->id, desk_.turned())) return std::nullopt;
    QRectF r = placeOf(c->id);
    if (!root) r.adjust(-1, -1, 1, 1);
    for (Handle h : allHandles) {
        if (root && h != Handle::right && h != Handle::bottom && h != Handle::rightBottom) continue;
        Point p = handlePoint({r.left(), r.top(), r.width(), r.height()}, h);
        if (std::hypot(p.x - at.x(), p.y - at.y()) <= 5.5) return h;
    }
    return std::nullopt;
}

/// The column of the selected table behind whose line a point is.
std::optional<std::size_t> Sheet::columnEdgeAt(const SheetPoint& at) const {
    const Form& form = desk_.form();
    const Control* c = desk_.selection().size() == 1 ? form.find(desk_.lead()) : nullptr;
    if (!c || !c->is().grid || surfaceOf(form, c->id) != at.surface) return std::nullopt;
    const Box box = onSurface(form, c->id);
    if (at.at.y < box.top || at.at.y > box.bottom()) return std::nullopt;
    const Grid grid = gridOf(*c);
    const bool turned = form.index()->rightToLeft();
    for (std::size_t i = 1; i + 1 < grid.across.size(); ++i) {
        const double line = turned ? box.right() - grid.across[i] : box.left + grid.across[i];
        if (std::abs(line - at.at.x) * scale() <= 4) return i - 1;
    }
    return std::nullopt;
}

std::optional<std::pair<Id, Id>> Sheet::tabAt(const SheetPoint& at) const {
    const Form& form = desk_.form();
    Id hit = controlAt(form, at.surface, at.at, desk_.turned());
    const Control* c = form.find(hit);
    if (!c || !c->is().turns) return std::nullopt;
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
    if (event->button() == Qt::LeftButton && !desk_.proposal() && !desk_.tool() && !desk_.picking())
        if (const Id pinned = pinAt(*this, desk_, event->position())) {
            desk_.select({pinned});
            return emit pinPressed(pinned);
        }
    if (!at || event->button() != Qt::LeftButton) return;
    if (!canEdit_) {
        if (desk_.proposal()) return desk_.decide(false);
        desk_.setSurfaceInHand(at->surface);
        const auto tab = tabAt(*at);
        if (desk_.picking() && !tab) {
            if (const Id hit = controlAt(desk_.form(), at->surface, at->at, desk_.turned())) desk_.picked(hit);
            return;
        }
        if (tab) desk_.turn(tab->first, tab->second);
        if (layer_) layer_->press(*this, *event);
        return;
    }
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
    if (auto column = columnEdgeAt(at)) {
        gesture_ = columnGesture(desk_, at, desk_.lead(), *column);
        return;
    }
    if (auto tab = tabAt(at)) return pressTab(at, tab->first, tab->second);
    pressControl(at, reach);
}

void Sheet::pressTab(const SheetPoint& at, Id holder, Id page) {
    const Form& form = desk_.form();
    const bool again = desk_.selection() == Ids{page};
    desk_.turn(holder, page);
    desk_.select({page});
    wordOnRelease_ = again;
    clicked_ = page;
    const Control& tabs = *form.find(holder);
    const Box box = onSurface(form, tabs.id);
    std::vector<Box> boxes = picture_.tabs(form, tabs);
    for (Box& b : boxes) b = b.moved(box.left, box.top);
    gesture_ = tabGesture(desk_, at, page, std::move(boxes));
}

/// A press on a control, or beside all of them.
void Sheet::pressControl(const SheetPoint& at, double reach) {
    const Form& form = desk_.form();
    Id hit = controlAt(form, at.surface, at.at, desk_.turned());
    const Control* c = form.find(hit);
    const bool adds = at.keys & (Qt::ControlModifier | Qt::ShiftModifier);
    const bool chosen = std::ranges::find(desk_.selection(), hit) != desk_.selection().end();
    // The inside of a container begins a band; its edge, or the container once selected, moves it.
    bool band = !c || c->is().turned;
    if (c && c->is().framed && !chosen) {
        Box box = onSurface(form, hit);
        const double edge = measuresFor(form).frameGrip;
        Box inside{box.left + edge, box.top + measuresFor(form).frameHead, box.width - 2 * edge,
                   box.height - measuresFor(form).frameHead - edge};
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
    if (!canEdit_ && layer_) return layer_->move(*this, *event);
    if (!pressed_) {
        if (desk_.tool() || !canEdit_) return;
        auto handle = handleAt(pointer_);
        const auto at = handle ? std::nullopt : pointAt(pointer_);
        setCursor(handle ? cursorOf(*handle) : at && columnEdgeAt(*at) ? Qt::SplitHCursor : Qt::ArrowCursor);
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
    if (!canEdit_ && layer_) return layer_->release(*this, *event);
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
    } else if (desk_.selection().size() > 1 && !desk_.form().find(clicked)->is().turned) {
        desk_.select({clicked});
    }
}

void Sheet::mouseDoubleClickEvent(QMouseEvent* event) {
    auto at = pointAt(event->position());
    if (!canEdit_ && layer_) return layer_->doublePress(*this, *event);
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
