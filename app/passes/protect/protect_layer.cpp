#include "app/passes/protect/protect_layer.h"

#include <QtWidgets/QtWidgets>

#include "app/sheet/sheet.h"
#include "app/theme/theme.h"
#include "app/words.h"
#include "core/edit/personal_details.h"
#include "core/session/limits.h"
#include "filler/drawing_painter.h"

namespace brindel {
namespace {

// On the form's own ground, light and dark alike: the colours of the light window.
const QColor leaf("#3F6B37"), plum("#7A3E6B"), slate("#3D5A79"), teal("#2F6B66"), tawny("#B4632B"), amber("#8A5A08");

/// Slanting lines over what fillers cannot reach: it reads without colour.
QPixmap hatching() {
    static const QPixmap made = [] {
        constexpr int side = 12;
        QPixmap tile(side, side);
        tile.fill(Qt::transparent);
        QPainter p(&tile);
        p.setRenderHint(QPainter::Antialiasing);
        p.setPen(QPen(QColor(122, 62, 107, 34), 3.2));
        for (int from : {-side, 0, side}) p.drawLine(from - 2, side + 2, from + side + 2, -2);
        return tile;
    }();
    return made;
}

QString kindOfDetail(const Form& form, const Control& c) {
    const PersonalSort* sort = guessedPersonal(form, c);
    return sort ? Words::shown(sort->word) : QString();
}

}  // namespace

QString reachWord(Reach reach) {
    static constexpr const char* words[] = {QT_TRANSLATE_NOOP("Words", "open"), QT_TRANSLATE_NOOP("Words", "read only"),
                                            QT_TRANSLATE_NOOP("Words", "locked"),
                                            QT_TRANSLATE_NOOP("Words", "worked out")};
    return Words::shown(words[std::size_t(reach)]);
}

QString fieldCalled(const Form& form, const Control& c) {
    QString words = toQt(questionCalled(form, c)).simplified();
    while (words.endsWith(':')) words.chop(1);
    return words;
}

QString limitsSaid(const Form& form, const Control& c) {
    QString limits = toQt(limitsInWords(form, c));
    if (limits.isEmpty() && has(c.kind, Prop::choices)) {
        const bool typed = !has(c.kind, Prop::choicesFrom) || c.as<ChoicesFrom>() == ChoicesFrom::typed;
        if (typed)
            limits = Words::counted("%n choices", "1 choice", qint64(c.choices().size()));
        else
            limits = Words::tr("choices of a list");
    }
    const bool ticked = c.is().answer().ticked;
    return limits.isEmpty() && !ticked ? Words::tr("anything") : limits;
}

ProtectLayer::ProtectLayer(Desk& desk, QObject* parent) : QObject(parent), desk_(desk) {}

void ProtectLayer::takeInHand(std::optional<Access> access) {
    inHand_ = access;
    emit changed();
}

void ProtectLayer::setView(ProtectView view) {
    view_ = view;
    emit changed();
}

void ProtectLayer::set(const Ids& ids, Access access) {
    const Ids fields = fieldsAmong(desk_.form(), ids);
    if (fields.empty()) return desk_.say(Words::tr("There is nothing to fill there."));
    static constexpr const char* does[] = {QT_TRANSLATE_NOOP("Words", "Open %1"),
                                           QT_TRANSLATE_NOOP("Words", "Read only: %1"),
                                           QT_TRANSLATE_NOOP("Words", "Lock %1")};
    const QString whom = fields.size() == 1
                             ? toQt(calledBy(desk_.form(), *desk_.form().find(fields[0]))).simplified().left(24)
                             : Words::counted("%n fields", "1 field", qint64(fields.size()));
    desk_.edit(accessSet(desk_.form(), fields, access), Words::shown(does[std::size_t(access)]).arg(whom));
}

void ProtectLayer::paintField(QPainter& p, const Form& form, const Control& c, QRectF place) const {
    Reach reach = reachOf(c);
    if (swept_.contains(c.id) && inHand_)
        reach = *inHand_ == Access::open ? Reach::open : *inHand_ == Access::readOnly ? Reach::readOnly : Reach::locked;
    const bool guess = view_ == ProtectView::personal && !c.yes(Prop::personal) && guessedPersonal(form, c);
    const bool personal = view_ == ProtectView::personal && c.yes(Prop::personal);
    QColor edge = reach == Reach::open ? leaf : plum;
    Qt::PenStyle line = reach == Reach::open || reach == Reach::locked ? Qt::SolidLine : Qt::DashLine;
    QString says = reachWord(reach);
    if (view_ == ProtectView::limits) {
        says = limitsSaid(form, c);
        if (says == Words::tr("anything") && reach == Reach::open) edge = amber;
    } else if (view_ == ProtectView::personal) {
        edge = personal || guess ? slate : QColor(130, 120, 112);
        line = personal ? Qt::SolidLine : Qt::DashLine;
        says = personal               ? (c.text(Prop::purpose).empty() ? Words::tr("personal, no purpose")
                                                                       : toQt(purposeSaid(c.text(Prop::purpose))))
               : guess                ? Words::tr("personal?")
               : c.yes(Prop::consent) ? Words::tr("asks for consent")
                                      : QString();
        if (c.yes(Prop::consent)) edge = teal, line = Qt::SolidLine;
    }
    if (c.yes(Prop::kept) && view_ == ProtectView::access) says += Words::tr(" · stays");
    const QRectF r = place.adjusted(0.5, 0.5, -0.5, -0.5);
    p.setPen(QPen(edge, reach == Reach::locked && view_ != ProtectView::personal ? 2 : 1.4, line));
    QColor fill = edge;
    fill.setAlpha(view_ == ProtectView::personal && !personal && !guess ? 8 : 28);
    p.setBrush(fill);
    p.drawRoundedRect(r, 3, 3);
    if (says.isEmpty()) return;
    // At the end of the field; behind a tick, whose wording fills it.
    const bool ticked = c.is().answer().ticked;
    p.setFont(bodyFont(11, true));
    const QFontMetrics metrics = p.fontMetrics();
    const double most = ticked ? 150 : std::max(50.0, r.width() - 8);
    const QString shown = metrics.elidedText(says, Qt::ElideRight, int(most));
    QRectF chip(0, 0, metrics.horizontalAdvance(shown) + 10, 15);
    const double top = r.height() > 40 && !ticked ? r.top() + 3 : r.center().y() - 7.5;
    ticked ? chip.moveTopLeft({r.right() + 4, top}) : chip.moveTopRight({r.right() - 3, top});
    p.setPen(Qt::NoPen);
    p.setBrush(QColor(255, 253, 249, 225));
    p.drawRoundedRect(chip, 3, 3);
    p.setPen(edge);
    p.drawText(chip, Qt::AlignCenter, shown);
}

void ProtectLayer::paint(QPainter& p, Sheet& sheet, const Form& form) {
    p.save();
    p.setRenderHint(QPainter::Antialiasing);
    const QRectF visible = QRectF(sheet.visibleRegion().boundingRect()).adjusted(-20, -20, 20, 20);
    std::vector<std::pair<const Control*, QRectF>> fields;
    form.controls.each([&](Id id, const Control& c) {
        if (!isFilled(c) || !isInView(form, id, desk_.turned())) return;
        const QRectF place = sheet.placeOf(id);
        if (visible.intersects(place)) fields.emplace_back(&c, place);
    });
    for (Id surface : surfaces(form)) {
        const QRectF whole = sheet.placeOf(surface);
        if (!visible.intersects(whole)) continue;
        QRegion closed(whole.toAlignedRect());
        for (const auto& [c, place] : fields) {
            const bool open = swept_.contains(c->id) && inHand_ ? *inHand_ == Access::open : reachOf(*c) == Reach::open;
            if (open) closed -= place.toAlignedRect();
        }
        p.save();
        p.setClipRegion(closed, Qt::IntersectClip);
        p.setBrushOrigin(whole.topLeft());
        p.fillRect(whole, QBrush(hatching()));
        p.restore();
    }
    for (const auto& [c, place] : fields) paintField(p, form, *c, place);
    if (view_ == ProtectView::personal)
        if (const Control* notice = noticeOf(form); notice && isInView(form, notice->id, desk_.turned())) {
            p.setPen(QPen(teal, 1.6));
            p.setBrush(QColor(47, 107, 102, 22));
            p.drawRoundedRect(sheet.placeOf(notice->id).adjusted(-5, -4, 5, 4), 3, 3);
        }
    p.setBrush(Qt::NoBrush);
    for (Id id : desk_.selection())
        if (form.find(id) && isInView(form, id, desk_.turned())) {
            p.setPen(QPen(tawny, 1.8));
            p.drawRoundedRect(sheet.placeOf(id).adjusted(-3, -3, 3, 3), 4, 4);
        }
    if (sweeping_ && !inHand_)
        for (Id id : swept_)
            if (isInView(form, id, desk_.turned())) {
                p.setPen(QPen(tawny, 1.8));
                p.drawRoundedRect(sheet.placeOf(id).adjusted(-3, -3, 3, 3), 4, 4);
            }
    p.restore();
}

void ProtectLayer::sweepTo(Sheet& sheet, QPointF at) {
    // Whatever the pointer went over since it was seen last, however fast it moves.
    const QLineF path(sweptTo_, at);
    const int steps = std::max(1, int(path.length() / 3));
    Ids touched;
    for (int i = 0; i <= steps; ++i)
        if (const Id id = sheet.hit(path.pointAt(double(i) / steps)); id != noControl && id != rootId)
            if (const Control* c = desk_.form().find(id); c && isFilled(*c)) touched.push_back(id);
    for (Id id : fieldsAmong(desk_.form(), touched)) swept_.insert(id);
    sweptTo_ = at;
    sheet.update();
}

void ProtectLayer::press(Sheet& sheet, QMouseEvent& event) {
    if (event.button() != Qt::LeftButton) return;
    sweeping_ = true;
    adds_ = event.modifiers() & (Qt::ControlModifier | Qt::ShiftModifier);
    swept_.clear();
    sweptTo_ = event.position();
    const Id id = sheet.hit(event.position());
    const Control* c = desk_.form().find(id);
    // A frame, by its edge or its ground, stands for all in it; a label for its field.
    if (c && id != rootId && !c->is().paper && !isFilled(*c)) {
        const Control* field = desk_.form().find(c->reference(Prop::labels));
        for (Id one : fieldsAmong(desk_.form(), {field ? field->id : id})) swept_.insert(one);
        if (!inHand_) swept_.clear();
        if (field && !inHand_) swept_.insert(field->id);
        sheet.update();
        if (!inHand_ && !field) {
            desk_.select({id});
            sweeping_ = false;
        }
        return;
    }
    sweepTo(sheet, event.position());
}

void ProtectLayer::move(Sheet& sheet, QMouseEvent& event) {
    sheet.setCursor(inHand_ ? Qt::CrossCursor : Qt::ArrowCursor);
    if (sweeping_ && event.buttons() & Qt::LeftButton) sweepTo(sheet, event.position());
}

void ProtectLayer::release(Sheet& sheet, QMouseEvent& event) {
    if (!std::exchange(sweeping_, false) || event.button() != Qt::LeftButton) return;
    Ids ids(swept_.begin(), swept_.end());
    swept_.clear();
    std::ranges::sort(ids, {}, [&](Id id) { return desk_.form().index()->placeInOrder(id); });
    if (inHand_) {
        if (!ids.empty()) set(ids, *inHand_);
    } else if (adds_) {
        Ids all = desk_.selection();
        for (Id id : ids)
            if (ids.size() > 1 || std::erase(all, id) == 0)
                if (std::ranges::find(all, id) == all.end()) all.push_back(id);
        desk_.select(all);
    } else {
        desk_.select(ids);
    }
    sheet.update();
}

void ProtectLayer::settle(Sheet& sheet) {
    sweeping_ = false;
    swept_.clear();
    sheet.setCursor(Qt::ArrowCursor);
}

/// K and P: what is marked of fields; true where the key was one of these.
bool ProtectLayer::marked(int key, const Ids& fields) {
    const Form& form = desk_.form();
    if (key == Qt::Key_K) {
        const bool stays = !form.find(fields.front())->yes(Prop::kept);
        desk_.edit(withProperty(form, fields, Prop::kept, stays),
                   stays ? Words::tr("Make it not removable") : Words::tr("Make it removable"));
        return true;
    }
    if (key == Qt::Key_P) {
        const bool personal = !form.find(fields.front())->yes(Prop::personal);
        desk_.edit(markedPersonal(form, fields, personal),
                   personal ? Words::tr("Mark as personal") : Words::tr("Mark as not personal"));
        setView(ProtectView::personal);
        return true;
    }
    return false;
}

/// Tab goes from field to field; with Shift and an arrow more are added.
bool ProtectLayer::walked(const QKeyEvent& event) {
    const Form& form = desk_.form();
    if (event.key() == Qt::Key_Tab || event.key() == Qt::Key_Backtab) {
        const auto& all = form.index()->fields();
        if (all.empty()) return true;
        const auto at = std::ranges::find(all, desk_.lead());
        const auto count = std::ptrdiff_t(all.size());
        const bool back = event.key() == Qt::Key_Backtab;
        const std::ptrdiff_t now = at == all.end() ? (back ? 0 : -1) : at - all.begin();
        const Id next = all[std::size_t((now + (back ? count - 1 : 1)) % count)];
        desk_.select({next});
        return true;
    }
    if ((event.key() == Qt::Key_Down || event.key() == Qt::Key_Up) && event.modifiers() & Qt::ShiftModifier) {
        const auto& all = form.index()->fields();
        const auto at = std::ranges::find(all, desk_.selection().empty() ? noControl : desk_.selection().back());
        if (at == all.end()) return true;
        Ids ids = desk_.selection();
        if (event.key() == Qt::Key_Down && at + 1 != all.end()) ids.push_back(*(at + 1));
        if (event.key() == Qt::Key_Up && ids.size() > 1) ids.pop_back();
        desk_.select(ids);
        return true;
    }
    return false;
}

bool ProtectLayer::key(Sheet&, QKeyEvent& event) {
    const Form& form = desk_.form();
    const Ids fields = fieldsAmong(form, desk_.selection());
    const bool control = event.modifiers() & Qt::ControlModifier;
    const auto way = [&](int key) -> std::optional<Access> {
        return key == Qt::Key_O   ? std::optional(Access::open)
               : key == Qt::Key_R ? std::optional(Access::readOnly)
               : key == Qt::Key_L ? std::optional(Access::locked)
                                  : std::nullopt;
    };
    if (control && event.key() == Qt::Key_A) {
        desk_.select(fieldsAmong(form, {rootId}));
        return true;
    }
    if (control || event.modifiers() & Qt::AltModifier) return false;
    if (const auto access = way(event.key())) {
        // What is selected gets it; with nothing selected it comes to hand, or is put down.
        if (!fields.empty())
            set(fields, *access);
        else
            takeInHand(inHand_ == access ? std::nullopt : access);
        return true;
    }
    if (event.key() == Qt::Key_Space && !fields.empty()) {
        const Access now = form.find(fields.front())->as<Access>();
        set(fields, now == Access::open ? Access::readOnly : now == Access::readOnly ? Access::locked : Access::open);
        return true;
    }
    if (!fields.empty() && marked(event.key(), fields)) return true;
    if (event.key() == Qt::Key_Escape) {
        if (inHand_)
            takeInHand(std::nullopt);
        else
            desk_.select({});
        return true;
    }
    return walked(event);
}

QString ProtectLayer::tip(Sheet& sheet, QPointF at) {
    const Form& form = desk_.form();
    const Control* c = form.find(sheet.hit(at));
    if (!c || !isFilled(*c)) return {};
    QStringList lines = {fieldCalled(form, *c) + ": " + reachWord(reachOf(*c))};
    if (const QString limits = limitsSaid(form, *c); !limits.isEmpty()) lines << limits;
    if (c->yes(Prop::required)) lines << Words::tr("It must be filled in.");
    if (c->yes(Prop::kept)) lines << Words::tr("It cannot be removed.");
    if (c->yes(Prop::personal))
        lines << Words::tr("A personal detail: %1").arg(toQt(purposeSaid(c->text(Prop::purpose))));
    else if (const QString guess = kindOfDetail(form, *c); !guess.isEmpty())
        lines << Words::tr("It seems to ask for %1.").arg(guess);
    return lines.join("\n");
}

}  // namespace brindel
