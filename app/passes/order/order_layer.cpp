#include "app/passes/order/order_layer.h"

#include <QtWidgets/QtWidgets>

#include "app/sheet/sheet.h"
#include "app/theme/theme.h"
#include "app/words.h"
#include "core/edit/routing.h"
#include "core/order/access_keys.h"
#include "core/order/route.h"
#include "filler/drawing_painter.h"

namespace brindel {
namespace {

constexpr double radius = 10;

/// The stop that counts for a control: for a radio button the first of its question.
Id counted(const Form& form, Id id) {
    const Control* c = form.find(id);
    if (!c) return noControl;
    if (c->is().answer().shared) return radioGroupOf(form, *c).front();
    if (c->is().speaks && c->reference(Prop::labels) != noControl) return counted(form, c->reference(Prop::labels));
    return id;
}

/// The way from one stop to the next. Along a row it runs above the wording, which it would cross out otherwise; where
/// it would run through the number of another stop, it bows around it.
QPolygonF wayBetween(QPointF from, QPointF to, const std::vector<QPointF>& others) {
    if (std::abs(from.y() - to.y()) <= 8 && std::abs(from.x() - to.x()) >= 70) {
        const double above = std::min(from.y(), to.y()) - 15;
        return {from, QPointF(from.x(), above), QPointF(to.x(), above), to};
    }
    const QPointF whole = to - from;
    const double length = std::hypot(whole.x(), whole.y());
    const bool blocked = std::ranges::any_of(others, [&](QPointF at) {
        const QPointF d = at - from;
        const double along = (d.x() * whole.x() + d.y() * whole.y()) / length;
        const double aside = std::abs(d.x() * whole.y() - d.y() * whole.x()) / length;
        return along > radius && along < length - radius && aside < radius;
    });
    if (!blocked) return {from, to};
    // To the left of a way down, to the right of a way up: the two never lie on each other.
    const QPointF bow = (from + to) / 2 + QPointF(-whole.y(), whole.x()) / length * std::min(70.0, 30 + length / 8);
    QPolygonF way;
    for (int i = 0; i <= 16; ++i) {
        const double t = i / 16.0;
        way << from * (1 - t) * (1 - t) + bow * 2 * t * (1 - t) + to * t * t;
    }
    return way;
}

}  // namespace

OrderLayer::OrderLayer(Desk& desk, QObject* parent) : QObject(parent), desk_(desk) {}

void OrderLayer::setLaying(bool laying) {
    if (laying == laying_) return;
    laying_ = laying;
    laid_.clear();
    last_ = noControl;
    if (laying) {
        keys_ = false;
        desk_.say(Words::tr("Click the controls in the order they should follow. Escape or Enter ends it."));
    } else {
        desk_.say("");
    }
    emit changed();
}

void OrderLayer::setShowsKeys(bool keys) {
    if (keys == keys_) return;
    keys_ = keys;
    if (keys) setLaying(false);
    emit changed();
}

void OrderLayer::lay(Id stop) {
    const Form& form = desk_.form();
    stop = counted(form, stop);
    const Control* c = form.find(stop);
    if (!c) return;
    if (!row(c->kind).tabbed)
        return desk_.say(Words::tr("The Tab key does not stop at a %1.").arg(Words::shown(row(c->kind).word)), true);
    if (last_ != noControl && !laid_.contains(stop)) {
        const Form next = stopLaid(form, stop, last_, laid_);
        desk_.edit(next, Words::tr("Lay the route: %1").arg(toQt(calledBy(form, *c)).simplified().left(24)), Ids{stop});
    } else {
        desk_.select({stop});
    }
    laid_.insert(stop);
    last_ = stop;
    emit changed();
}

QPointF OrderLayer::badgeOf(const Sheet& sheet, const Form& form, Id stop) const {
    const Control& c = *form.find(stop);
    const QRectF r = sheet.placeOf(stop);
    // Beside the edge that people read from, so that the wording stays free.
    if (c.is().turns) {
        const std::vector<QRectF> tabs = sheet.tabPlaces(stop);
        return tabs.empty() ? r.topLeft() : QPointF(tabs.back().right() + 14, tabs.back().center().y());
    }
    if (c.is().spreads) return {r.left() - 2, r.top() + std::min(r.height(), 24.0) / 2};
    if (c.is().answer().ticked) return {r.left() - 10, r.top() + std::min(r.height(), 24.0) / 2};
    if (c.is().pressed) return {r.left() + 2, r.top() + 1};
    return {r.left() + 13, r.top() + std::min(r.height(), 28.0) / 2};
}

QPointF OrderLayer::keyOf(const Sheet& sheet, const Form& form, Id bearer) const {
    const Control& c = *form.find(bearer);
    QRectF r = sheet.placeOf(bearer);
    if (c.is().turned) {
        const Control& tabs = *form.find(c.parent);
        const std::vector<QRectF> places = sheet.tabPlaces(tabs.id);
        const auto at = std::size_t(std::ranges::find(tabs.children, bearer) - tabs.children.begin());
        if (at < places.size()) return {places[at].right() - 4, places[at].top() + 2};
    }
    if (c.is().pressed) return {r.right() - 4, r.top() + 1};
    if (c.is().speaks && lookOf(form, c).across == Across::end) {
        // Before the first letter, where the room beside the label is.
        const double wide = desk_.fonts().width(c.text(Prop::text), lookOf(form, c)) * unitsPerPoint(form);
        const double scale = r.width() / std::max(1.0, boxOf(form, c).width);
        return {r.right() - std::min(wide * scale, r.width()) - 12, r.center().y()};
    }
    return {r.left() - 12, r.top() + std::min(r.height(), 24.0) / 2};
}

void OrderLayer::paint(QPainter& p, Sheet& sheet, const Form& form) {
    const Form& now = shown(form);
    for (Id id : desk_.selection()) {
        if (!isInView(now, id, desk_.turned())) continue;
        p.setBrush(Qt::NoBrush);
        p.setPen(QPen(tokens().tawny, 1.5));
        p.drawRect(sheet.placeOf(id).adjusted(-2, -2, 2, 2));
    }
    keys_ ? paintKeys(p, sheet, now) : paintRoute(p, sheet, now);
}

namespace {

const QColor rim(255, 255, 255, 210), teal(0x2F, 0x6B, 0x66);

/// The line from one stop to the next: whole within a container, dashed from one into another; a pale rim keeps it
/// clear of any look. A head says which way it goes, in the middle of its longest part, where that is long enough to
/// carry one.
void paintWay(QPainter& p, const QPolygonF& way, bool within) {
    p.setBrush(Qt::NoBrush);
    p.setPen(QPen(QColor(255, 255, 255, 120), 3.6, Qt::SolidLine, Qt::RoundCap, Qt::RoundJoin));
    p.drawPolyline(way);
    p.setPen(QPen(teal, 1.6, within ? Qt::SolidLine : Qt::DashLine, Qt::RoundCap, Qt::RoundJoin));
    p.drawPolyline(way);
    if (QLineF(way.first(), way.last()).length() <= 3.4 * radius) return;
    const auto middleOf = way.size() / 2;
    const QLineF line = way.size() == 2 ? QLineF(way[0], way[1]) : QLineF(way[middleOf - 1], way[middleOf]);
    const QLineF unit = line.unitVector();
    const QPointF along(unit.dx(), unit.dy()), beside(-unit.dy(), unit.dx()), middle = line.center() + along * 3;
    p.setPen(Qt::NoPen);
    p.setBrush(teal);
    p.drawPolygon(QPolygonF{middle + along * 5, middle - along * 4 + beside * 4.5, middle - along * 4 - beside * 4.5});
}

void paintTag(QPainter& p, QPointF at, const QString& text, const QColor& ground) {
    p.setFont(bodyFont(10, true));
    const QRectF box(at.x(), at.y() - 8, p.fontMetrics().horizontalAdvance(text) + 10, 16);
    p.setPen(QPen(rim, 1.5));
    p.setBrush(ground);
    p.drawRoundedRect(box, 3, 3);
    p.setPen(Qt::white);
    p.drawText(box, Qt::AlignCenter, text);
}

/// Dark ground, pale rim and pale figures: to be read over any look. Gives where it is.
QRectF paintBadge(QPainter& p, QPointF at, const QString& text, const QColor& ground) {
    p.setFont(bodyFont(11, true));
    const double half = std::max(radius, (p.fontMetrics().horizontalAdvance(text) + 9) / 2.0);
    const QRectF badge(at.x() - half, at.y() - radius, 2 * half, 2 * radius);
    p.setPen(QPen(rim, 2.5));
    p.setBrush(ground);
    p.drawRoundedRect(badge, radius, radius);
    p.setPen(Qt::white);
    p.drawText(badge, Qt::AlignCenter, text);
    return badge;
}

}  // namespace

void OrderLayer::paintWays(QPainter& p, Sheet& sheet, const Form& form, const QRectF& visible) {
    const std::vector<Id> stops = stopsOf(form);
    std::map<Id, QPointF> badges;
    for (Id id : stops)
        if (isInView(form, id, desk_.turned())) badges[id] = badgeOf(sheet, form, id);
    Id before = noControl;
    for (Id id : stops) {
        const Id from = std::exchange(before, badges.contains(id) ? id : noControl);
        if (before == noControl || from == noControl || surfaceOf(form, from) != surfaceOf(form, id)) continue;
        const QRectF between = QRectF(badges.at(from), badges.at(id)).normalized().adjusted(-1, -1, 1, 1);
        // Of a long form only what can be seen is drawn.
        if (!between.intersects(visible)) continue;
        std::vector<QPointF> others;
        for (const auto& [other, at] : badges)
            if (other != from && other != id && between.adjusted(-20, -20, 20, 20).contains(at)) others.push_back(at);
        paintWay(p, wayBetween(badges.at(from), badges.at(id), others),
                 form.find(from)->parent == form.find(id)->parent);
    }
}

void OrderLayer::paintRoute(QPainter& p, Sheet& sheet, const Form& form) {
    const QRectF visible = QRectF(sheet.visibleRegion().boundingRect()).adjusted(-80, -80, 80, 80);
    paintWays(p, sheet, form, visible);
    const std::map<Id, int> numbers = stopNumbers(form);
    const Id first = firstStop(form), enter = buttonPressed(form, ButtonRole::accept),
             escape = buttonPressed(form, ButtonRole::cancel);
    walk(form, rootId, [&](const Control& c, int) {
        if (!isInView(form, c.id, desk_.turned()) || counted(form, c.id) != c.id) return;
        const auto number = numbers.find(c.id);
        const bool stop = number != numbers.end();
        if (!stop && passedBecause(form, c).empty()) return;
        const QPointF at = badgeOf(sheet, form, c.id);
        if (!visible.contains(at)) return;
        const bool chosen = std::ranges::find(desk_.selection(), c.id) != desk_.selection().end();
        const QRectF badge =
            paintBadge(p, at, stop ? QString::number(number->second) : QString("–"),
                       stop ? (chosen || laid_.contains(c.id) ? QColor("#B4632B") : teal) : QColor("#6B6058"));
        const QRectF r = sheet.placeOf(c.id);
        if (c.id == first) paintTag(p, {badge.right() + 4, at.y()}, Words::tr("starts"), teal);
        if (c.id == enter) paintTag(p, {r.right() - 38, r.top()}, Words::tr("Enter"), tokens().umber);
        if (c.id == escape) paintTag(p, {r.right() - 28, r.top()}, Words::tr("Esc"), tokens().umber);
    });
}

void OrderLayer::paintKeys(QPainter& p, Sheet& sheet, const Form& form) {
    const Tokens& t = tokens();
    const std::vector<Id> clashes = keyClashes(form);
    for (const KeyBearer& b : keyBearers(form)) {
        const Control& c = *form.find(b.id);
        if (!isInView(form, c.is().turned ? c.parent : b.id, desk_.turned())) continue;
        const QPointF at = keyOf(sheet, form, b.id);
        const bool clash = std::ranges::find(clashes, b.id) != clashes.end();
        const bool chosen = std::ranges::any_of(desk_.selection(), [&](Id id) { return id == b.id || id == b.to; });
        p.setFont(bodyFont(11, true));
        const QString text = b.key.empty() ? QString("·") : toQt(b.key);
        const double half = std::max(9.0, (p.fontMetrics().horizontalAdvance(text) + 10) / 2.0);
        // A key cap: raised, with the letter on it; what was set by hand has a firm rim, a clash is red and struck.
        const QRectF cap(at.x() - half, at.y() - 9, 2 * half, 18);
        p.setPen(QPen(clash ? t.brick : b.kept ? t.tawny : QColor("#8A7F74"), b.kept || clash ? 2 : 1));
        p.setBrush(chosen ? t.chosen : QColor("#FFFDF9"));
        p.drawRoundedRect(cap, 4, 4);
        p.setPen(clash ? t.brick : chosen && isDark() ? t.ink : QColor("#2B2521"));
        p.drawText(cap, Qt::AlignCenter, text);
        if (clash) {
            p.setPen(QPen(t.brick, 1.5));
            p.drawLine(cap.bottomLeft() + QPointF(3, -3), cap.topRight() + QPointF(-3, 3));
        }
    }
}

Id OrderLayer::stopAt(const Sheet& sheet, QPointF where) const {
    const Form& form = desk_.form();
    // The badges lie on top.
    for (Id id : stopsOf(form))
        if (isInView(form, id, desk_.turned())) {
            const QPointF d = badgeOf(sheet, form, id) - where;
            if (std::hypot(d.x(), d.y()) <= radius + 1) return id;
        }
    return counted(form, sheet.hit(where));
}

void OrderLayer::press(Sheet& sheet, QMouseEvent& event) {
    pressed_ = true;
    dragging_ = false;
    from_ = event.position();
    pressedOn_ = stopAt(sheet, from_);
    passed_.clear();
}

void OrderLayer::move(Sheet& sheet, QMouseEvent& event) {
    if (!pressed_ || keys_) return;
    const Form& form = desk_.form();
    const Control* c = form.find(pressedOn_);
    if (!c || !row(c->kind).tabbed || (event.position() - from_).manhattanLength() < 5) return;
    if (!dragging_) {
        dragging_ = true;
        passed_ = {pressedOn_};
        meanwhile_ = form;
    }
    const Id over = stopAt(sheet, event.position());
    const Control* next = form.find(over);
    if (next && row(next->kind).tabbed && std::ranges::find(passed_, over) == passed_.end()) {
        const std::set<Id> laid(passed_.begin(), passed_.end());
        meanwhile_ = stopLaid(meanwhile_, over, passed_.back(), laid);
        passed_.push_back(over);
        desk_.say(Words::counted("%n stops", "1 stop", qint64(passed_.size())));
    }
    sheet.update();
}

void OrderLayer::release(Sheet& sheet, QMouseEvent& event) {
    if (!pressed_) return;
    pressed_ = false;
    const bool dragged = std::exchange(dragging_, false);
    if (dragged && passed_.size() > 1) {
        const Form next = meanwhile_;
        const Id end = passed_.back();
        if (laying_) {
            laid_.insert(passed_.begin(), passed_.end());
            last_ = end;
        }
        desk_.edit(
            next,
            Words::counted("Lay the route through %n stops", "Lay the route through 1 stop", qint64(passed_.size())),
            Ids{end});
        passed_.clear();
        return;
    }
    passed_.clear();
    sheet.update();
    if (laying_) {
        if (pressedOn_ != noControl) lay(pressedOn_);
        return;
    }
    if (event.modifiers() & (Qt::ControlModifier | Qt::ShiftModifier)) {
        Ids ids = desk_.selection();
        if (pressedOn_ != noControl && std::erase(ids, pressedOn_) == 0) ids.push_back(pressedOn_);
        return desk_.select(ids);
    }
    desk_.select(pressedOn_ == noControl ? Ids{} : Ids{pressedOn_});
}

void OrderLayer::step(bool back) {
    const std::vector<Id> stops = stopsOf(desk_.form());
    if (stops.empty()) return;
    auto at = std::ranges::find(stops, desk_.lead());
    const std::size_t n = stops.size();
    desk_.select({at == stops.end() ? stops[back ? n - 1 : 0]
                                    : stops[(std::size_t(at - stops.begin()) + (back ? n - 1 : 1)) % n]});
}

void OrderLayer::setKey(const QString& letter) {
    const Id id = desk_.lead();
    const Control* c = desk_.form().find(id);
    if (!c) return;
    const Form next = withKeySet(desk_.form(), id, fromQt(letter));
    if (sameContent(next, desk_.form())) return desk_.say(Words::tr("This has no text for an access key."), true);
    desk_.edit(
        next, letter.isEmpty() ? Words::tr("Remove the access key") : Words::tr("Access key %1").arg(letter.toUpper()));
}

bool OrderLayer::key(Sheet&, QKeyEvent& event) {
    const Form& form = desk_.form();
    const Id id = desk_.lead();
    const Control* c = form.find(id);
    switch (event.key()) {
        case Qt::Key_Tab:
        case Qt::Key_Backtab:
            step(event.key() == Qt::Key_Backtab);
            return true;
        case Qt::Key_Escape:
            if (laying_)
                setLaying(false);
            else
                desk_.select({});
            return true;
        case Qt::Key_Return:
        case Qt::Key_Enter:
            if (laying_) setLaying(false);
            return true;
        case Qt::Key_Up:
        case Qt::Key_Down:
            if (!c || !(event.modifiers() & Qt::AltModifier)) return false;
            desk_.edit(stopShifted(form, id, event.key() == Qt::Key_Up ? -1 : 1),
                       event.key() == Qt::Key_Up ? Words::tr("Earlier in the route") : Words::tr("Later in the route"));
            return true;
        case Qt::Key_Space:
            if (keys_ || !c || !has(c->kind, Prop::tabStop)) return false;
            if (laying_) return lay(id), true;
            desk_.edit(withProperty(form, desk_.selection(), Prop::tabStop, !c->yes(Prop::tabStop)),
                       c->yes(Prop::tabStop) ? Words::tr("Skip a stop") : Words::tr("Stop here again"));
            return true;
        case Qt::Key_Backspace:
        case Qt::Key_Delete:
            if (!keys_ || !c) return false;
            setKey("");
            return true;
        default:
            break;
    }
    // In the keys' view a letter is the key.
    if (keys_ && c && !(event.modifiers() & (Qt::ControlModifier | Qt::AltModifier)) && event.text().size() == 1 &&
        event.text()[0].isLetterOrNumber()) {
        setKey(event.text());
        return true;
    }
    return false;
}

QString OrderLayer::tip(Sheet& sheet, QPointF where) {
    const Form& form = desk_.form();
    const Control* c = form.find(stopAt(sheet, where));
    if (!c) return {};
    QString text = toQt(calledBy(form, *c)).simplified().left(60);
    const std::map<Id, int> numbers = stopNumbers(form);
    if (auto at = numbers.find(c->id); at != numbers.end()) text += Words::tr(", stop %1").arg(at->second);
    if (const std::string why = passedBecause(form, *c); !why.empty())
        text += Words::tr(", skipped: %1").arg(toQt(why));
    if (const std::string key = keyTo(form, *c); !key.empty()) text += Words::tr(", Alt+%1").arg(toQt(key));
    return text;
}

void OrderLayer::settle(Sheet&) {
    pressed_ = dragging_ = false;
    passed_.clear();
    std::erase_if(laid_, [&](Id id) { return !desk_.form().find(id); });
    if (last_ != noControl && !desk_.form().find(last_)) last_ = noControl;
}

}  // namespace brindel
