#include "app/passes/rules/rules_layer.h"

#include <QtWidgets/QtWidgets>
#include <set>

#include "app/sheet/sheet.h"
#include "app/theme/theme.h"
#include "app/words.h"
#include "core/edit/edits.h"
#include "core/edit/rule_fixes.h"
#include "core/order/route.h"
#include "core/rules/dependence.h"
#include "core/rules/rule_fit.h"
#include "core/rules/telling.h"
#include "filler/drawing_painter.h"

namespace brindel {
namespace {

constexpr double markSide = 15;

struct Marks {
    bool worked = false, acts = false, wrong = false;
};

std::map<Id, Marks> marksOf(const Form& form) {
    std::map<Id, Marks> all;
    for (const Worked& one : dependenceIn(form)->formulas()) {
        if (one.gathers()) continue;
        all[one.on].worked = true;
    }
    form.controls.each([&](Id id, const Control& c) {
        if (!c.rules.empty()) all[id].acts = true;
    });
    for (const BrokenRule& one : brokenRules(form))
        if (!one.begun) all[one.on].wrong = true;
    return all;
}

/// A calm bow from one box to another, from edge to edge.
QPainterPath bow(const QRectF& from, const QRectF& to) {
    const QPointF a = from.center(), b = to.center();
    auto edge = [](const QRectF& box, const QPointF& towards) {
        const QPointF c = box.center(), d = towards - c;
        const double x = d.x() == 0 ? 1e9 : (box.width() / 2 + 2) / std::abs(d.x()),
                     y = d.y() == 0 ? 1e9 : (box.height() / 2 + 2) / std::abs(d.y());
        return c + d * std::min({x, y, 1.0});
    };
    const QPointF start = edge(from, b), end = edge(to, a), way = end - start;
    const double length = std::hypot(way.x(), way.y());
    // It bows to the side, so that arrows there and back, and along a column, do not lie on each other.
    const QPointF side = length > 1 ? QPointF(-way.y(), way.x()) / length * std::min(34.0, length * 0.22) : QPointF();
    QPainterPath path(start);
    path.quadTo((start + end) / 2 + side, end);
    return path;
}

}  // namespace

std::vector<Tie> tiesOf(const Form& form) {
    std::set<Tie> ties;
    for (const Worked& one : dependenceIn(form)->formulas())
        for (const auto& [name, meaning] : one.names)
            for (Id field : meaning.fields) {
                if (field != one.on) ties.insert({field, one.on, false});
                // Of a column the first row is enough.
                if (meaning.column) break;
            }
    form.controls.each([&](Id id, const Control& c) {
        for (const Rule& rule : c.rules) {
            if (rule.off) continue;
            auto add = [&](const Step& step) {
                if (form.find(step.on) && step.on != id && step.on != rootId) ties.insert({id, step.on, true});
            };
            eachStep(rule.steps, add);
        }
    });
    return {ties.begin(), ties.end()};
}

RulesLayer::RulesLayer(Desk& desk, QObject* parent) : QObject(parent), desk_(desk) {}

QPointF RulesLayer::markOf(const Sheet& sheet, Id id) const {
    // At the foot: the pins of findings stand at the top.
    const QRectF place = sheet.placeOf(id);
    return {place.right() - 4, place.bottom() + 1};
}

/// Where a control is seen: a page that is turned away stands for what lies on it, by its tab.
QRectF RulesLayer::seenAt(const Sheet& sheet, const Form& form, Id id) const {
    const Control* c = form.find(id);
    if (!c || id == rootId) return {};
    const Control* page = c;
    while (page && !page->is().turned) page = form.find(page->parent);
    if (page && (c->is().turned || !isInView(form, id, desk_.turned()))) {
        const Control& tabs = *form.find(page->parent);
        if (!isInView(form, tabs.id, desk_.turned())) return {};
        const auto places = sheet.tabPlaces(tabs.id);
        const auto at = std::size_t(std::ranges::find(tabs.children, page->id) - tabs.children.begin());
        return at < places.size() ? places[at] : QRectF();
    }
    return isInView(form, id, desk_.turned()) ? sheet.placeOf(id) : QRectF();
}

namespace {

/// From what is looked at to what follows it; `alpha` how far it steps back.
void paintTie(QPainter& p, const QRectF& from, const QRectF& to, bool rule, bool strong, int alpha) {
    QColor colour = rule ? QColor("#B4632B") : QColor("#2F6B66");
    colour.setAlpha(alpha);
    const QPainterPath way = bow(from, to);
    p.setBrush(Qt::NoBrush);
    if (strong) {
        p.setPen(QPen(QColor(255, 255, 255, 190), 4.2, Qt::SolidLine, Qt::RoundCap));
        p.drawPath(way);
    }
    p.setPen(QPen(colour, strong ? 1.8 : 1.3, rule ? Qt::DashLine : Qt::SolidLine, Qt::RoundCap));
    p.drawPath(way);
    const QPointF tip = way.pointAtPercent(1);
    const QPointF back = way.pointAtPercent(std::max(0.0, way.percentAtLength(way.length() - 8)));
    const QLineF head = QLineF(tip, back);
    if (head.length() < 1) return;
    const QPointF along(head.unitVector().dx(), head.unitVector().dy()), beside(-along.y(), along.x());
    p.setPen(Qt::NoPen);
    p.setBrush(colour);
    p.drawPolygon(QPolygonF{tip, tip + along * 8 + beside * 4, tip + along * 8 - beside * 4});
}

void paintSeal(QPainter& p, QPointF at, const QString& sign, const QColor& ground) {
    const QRectF box(at.x() - markSide / 2, at.y() - markSide / 2, markSide, markSide);
    p.setPen(QPen(QColor(255, 255, 255, 220), 2));
    p.setBrush(ground);
    p.drawRoundedRect(box, 4, 4);
    p.setPen(Qt::white);
    p.setFont(bodyFont(11, true));
    p.drawText(box.adjusted(0, -1, 0, -1), Qt::AlignCenter, sign);
}

}  // namespace

void RulesLayer::paint(QPainter& p, Sheet& sheet, const Form& form) {
    const Tokens& t = tokens();
    p.setRenderHint(QPainter::Antialiasing);
    const std::set<Id> chosen(desk_.selection().begin(), desk_.selection().end());
    const QRectF visible = QRectF(sheet.visibleRegion().boundingRect()).adjusted(-60, -60, 60, 60);
    for (Id id : desk_.selection()) {
        if (!isInView(form, id, desk_.turned())) continue;
        p.setBrush(Qt::NoBrush);
        p.setPen(QPen(t.tawny, 1.5));
        p.drawRect(sheet.placeOf(id).adjusted(-2, -2, 2, 2));
    }
    const std::vector<Tie> ties = tiesOf(form);
    for (const bool strong : {false, true})
        for (const Tie& tie : ties) {
            if ((chosen.contains(tie.from) || chosen.contains(tie.to)) != strong) continue;
            const QRectF from = seenAt(sheet, form, tie.from), to = seenAt(sheet, form, tie.to);
            if (from.isEmpty() || to.isEmpty() || from == to || !from.united(to).intersects(visible)) continue;
            // Where one is chosen, the others step back further.
            paintTie(p, from, to, tie.rule, strong, strong ? 255 : chosen.empty() ? 110 : 55);
        }
    // A small seal with = for what is worked out, with › for what acts; red when it can no longer work.
    auto marksAll = marksOf(form);
    for (Id id : desk_.selection()) marksAll.try_emplace(id);
    for (const auto& [id, marks] : marksAll) {
        if (id == rootId || !isInView(form, id, desk_.turned())) continue;
        QPointF at = markOf(sheet, id);
        if (!visible.contains(at)) continue;
        const bool acts = marks.acts || (chosen.contains(id) && hasEvent(*form.find(id), usualEvent(*form.find(id))));
        if (marks.worked) {
            paintSeal(p, at, marks.wrong ? "!" : "=", marks.wrong ? QColor("#A8322A") : QColor("#2F6B66"));
            at.rx() -= markSide + 2;
        }
        if (acts) paintSeal(p, at, "›", marks.acts ? QColor("#B4632B") : QColor("#8A7F74"));
    }
    // A rule that is being drawn.
    if (from_ == noControl || !form.find(from_)) return;
    p.setBrush(Qt::NoBrush);
    p.setPen(QPen(t.tawny, 1.8, Qt::DashLine, Qt::RoundCap));
    p.drawPath(bow(sheet.placeOf(from_), QRectF(to_ - QPointF(1, 1), QSizeF(2, 2))));
}

Id RulesLayer::markAt(const Sheet& sheet, QPointF at) const {
    const Form& form = desk_.form();
    auto there = [&](Id id) {
        const Control* c = form.find(id);
        if (!c || id == rootId || !isInView(form, id, desk_.turned()) || !hasEvent(*c, usualEvent(*c))) return false;
        const QPointF mark = markOf(sheet, id);
        // What is worked out has two marks beside each other; the one that acts is the left one.
        const bool worked = !dependenceIn(form)->formulasOf(id).empty();
        const QRectF box(mark.x() - markSide / 2 - (worked ? markSide + 2 : 0), mark.y() - markSide / 2, markSide,
                         markSide);
        return box.adjusted(-2, -2, 2, 2).contains(at);
    };
    for (Id id : desk_.selection())
        if (there(id)) return id;
    Id found = noControl;
    form.controls.each([&](Id id, const Control& c) {
        if (found == noControl && !c.rules.empty() && there(id)) found = id;
    });
    return found;
}

Id RulesLayer::targetAt(const Sheet& sheet, QPointF at) const {
    const Id id = sheet.hit(at);
    return likelyRule(desk_.form(), from_, id) ? id : noControl;
}

void RulesLayer::move(Sheet& sheet, QMouseEvent& event) {
    if (from_ == noControl) {
        sheet.setCursor(markAt(sheet, event.position()) ? Qt::CrossCursor : Qt::ArrowCursor);
        return;
    }
    to_ = event.position();
    desk_.light(targetAt(sheet, to_));
    sheet.update();
}

void RulesLayer::release(Sheet& sheet, QMouseEvent& event) {
    const Id from = from_, to = from == noControl ? noControl : targetAt(sheet, event.position());
    from_ = noControl;
    desk_.light(noControl);
    sheet.update();
    if (to == noControl) return;
    const Form& form = desk_.form();
    Rules rules = form.find(from)->rules;
    rules.push_back(*likelyRule(form, from, to));
    desk_.edit(withRules(form, from, rules), Words::tr("Draw a rule"), Ids{from});
    desk_.say(toQt(ruleTold(desk_.form(), *desk_.form().find(from), rules.back())));
}

void RulesLayer::settle(Sheet&) {
    from_ = noControl;
    desk_.light(noControl);
}

void RulesLayer::press(Sheet& sheet, QMouseEvent& event) {
    if (const Id mark = markAt(sheet, event.position()); mark != noControl && !desk_.picking()) {
        if (desk_.selection() != Ids{mark}) desk_.select({mark});
        from_ = mark;
        to_ = event.position();
        return;
    }
    const Id id = sheet.hit(event.position());
    const bool adds = event.modifiers() & (Qt::ControlModifier | Qt::ShiftModifier);
    if (id == noControl || id == rootId) {
        if (!adds) desk_.select({});
        return;
    }
    Ids next = adds ? desk_.selection() : Ids{};
    if (const auto at = std::ranges::find(next, id); at != next.end())
        next.erase(at);
    else
        next.push_back(id);
    desk_.select(next);
}

bool RulesLayer::key(Sheet&, QKeyEvent& event) {
    const Form& form = desk_.form();
    if (event.key() == Qt::Key_Return || event.key() == Qt::Key_Enter) {
        emit editAsked();
        return true;
    }
    if (event.key() == Qt::Key_Escape) {
        if (desk_.picking()) {
            desk_.picked(noControl);
            return true;
        }
        if (from_ != noControl) {
            from_ = noControl;
            desk_.light(noControl);
            return true;
        }
        desk_.select({});
        return true;
    }
    if (event.key() == Qt::Key_Tab || event.key() == Qt::Key_Backtab) {
        // Through all that can be worked out or act, in the order of the route.
        Ids all;
        walk(form, rootId, [&](const Control& c, int) {
            if (c.id != rootId && isInView(form, c.id, desk_.turned()) &&
                (isFilled(c) || c.is().tabbed || c.is().framed))
                all.push_back(c.id);
        });
        if (all.empty()) return true;
        const auto at = std::ranges::find(all, desk_.lead());
        const auto count = std::ptrdiff_t(all.size());
        const std::ptrdiff_t now = at == all.end() ? -1 : at - all.begin();
        const bool back = event.key() == Qt::Key_Backtab;
        const std::ptrdiff_t to = now < 0 ? (back ? count - 1 : 0) : (now + (back ? count - 1 : 1)) % count;
        desk_.select({all[std::size_t(to)]});
        return true;
    }
    return false;
}

QString RulesLayer::tip(Sheet& sheet, QPointF where) {
    const Form& form = desk_.form();
    const Id id = sheet.hit(where);
    const Control* c = form.find(id);
    if (!c || id == rootId) return {};
    QStringList lines;
    for (const std::uint32_t place : dependenceIn(form)->formulasOf(id)) {
        const Worked& one = dependenceIn(form)->formulas()[place];
        if (!one.gathers())
            lines << Words::shown(row(one.prop).word) + " = " +
                         (one.tree ? toQt(formulaText(*one.tree)) : Words::shown(one.mistake.sentence));
    }
    for (const Rule& rule : c->rules) lines << toQt(ruleTold(form, *c, rule));
    return lines.join("\n");
}

}  // namespace brindel
