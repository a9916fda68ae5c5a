#include "app/passes/name/name_layer.h"

#include <QtWidgets/QtWidgets>

#include "app/sheet/sheet.h"
#include "app/theme/theme.h"
#include "app/words.h"
#include "core/edit/renaming.h"
#include "core/order/route.h"
#include "filler/drawing_painter.h"

namespace brindel {

NameLook nameLook(NameState state) {
    const Tokens& t = tokens();
    switch (state) {
        case NameState::byScheme:
        case NameState::notNeeded:
            return {t.paper, t.leaf, t.leaf, ""};
        case NameState::own:
            return {t.chosen, t.tawny, t.tawnyDark, "•"};
        case NameState::machineMade:
            return {t.note, t.amber, t.ink, "?"};
        case NameState::breaksScheme:
            return {t.note, t.amber, t.ink, "≠"};
        case NameState::doubled:
            return {t.paper, t.brick, t.brick, "2×"};
        case NameState::notIdentifier:
        case NameState::missing:
            return {t.paper, t.brick, t.brick, "!"};
    }
    return {};
}

namespace {
/// Smaller where the form is, so that the chips do not hide it; never too small to read.
QFont chipFont(const Sheet& sheet) {
    return monoFont(sheet.zoom() < 0.7 ? 9 : sheet.zoom() < 0.85 ? 10 : 11);
}
}  // namespace

bool giveName(Desk& desk, Id id, const QString& name) {
    const Control* c = desk.form().find(id);
    if (!c) return false;
    const std::string wanted = fromQt(name.trimmed());
    if (wanted == c->name && (c->ownName || !wanted.empty())) return true;
    if (!wanted.empty())
        if (const Sentence wrong = nameMisfit(desk.form(), id, wanted); !wrong.empty()) {
            desk.say(Words::shown(wrong), true);
            return false;
        }
    desk.edit(renamed(desk.form(), id, wanted), wanted.empty() ? Words::tr("Let the name follow its label")
                                                               : Words::tr("Rename to %1").arg(name.trimmed()));
    return true;
}

NameLayer::NameLayer(Desk& desk, QObject* parent) : QObject(parent), desk_(desk) {}

const std::map<Id, NameStanding>& NameLayer::standings(const Form& form) const {
    if (!desk_.proposal()) return desk_.names();
    // Of what is proposed: the same until something else is.
    bool same = knows_ && known_.scheme == form.scheme;
    if (same) form.controls.differences(known_.controls, [&](Id, const Control*, const Control*) { same = false; });
    if (!same) {
        standings_ = nameStandings(form);
        known_ = form;
        knows_ = true;
    }
    return standings_;
}

namespace {
/// Where a chip of this size stands for a control at `r`.
QRectF chipPlace(Kind kind, const QRectF& r, QSizeF size) {
    QPointF at(r.left() + 5, r.height() < 40 ? r.center().y() - size.height() / 2 : r.top() + 5);
    switch (kind) {
        case Kind::checkBox:
        case Kind::radioButton:
            // Behind the wording, which stays to be read.
            at = {r.right() + 4, r.center().y() - size.height() / 2};
            break;
        case Kind::tabs:
        case Kind::frame:
            at = {r.right() - size.width() - 6, r.top() - size.height() * 0.7};
            break;
        case Kind::button:
        case Kind::tabPage:
        case Kind::label:
        case Kind::choiceGroup:
            // On the upper edge, above the wording.
            at = {r.left() + 3, r.top() - size.height() * 0.7};
            break;
        default:
            break;
    }
    return {at, size};
}

/// Where everything in a container stands in the widget, looked up once.
class Places {
  public:
    Places(const Sheet& sheet, const Form& form) : sheet_(sheet), form_(form) {}
    QRectF of(const Control& c) {
        if (!c.is().turned) return sheet_.placeOf(c.id);
        const Control& tabs = *form_.find(c.parent);
        if (!tabs_.contains(tabs.id)) tabs_[tabs.id] = sheet_.tabPlaces(tabs.id);
        const auto at = std::size_t(std::ranges::find(tabs.children, c.id) - tabs.children.begin());
        return at < tabs_[tabs.id].size() ? tabs_[tabs.id][at] : QRectF();
    }
    /// True when something else in the control's container stands there, or the container ends before.
    bool isTaken(const Control& c, const QRectF& place) {
        const Control& holder = *form_.find(c.parent);
        auto [at, fresh] = siblings_.try_emplace(holder.id);
        if (fresh)
            for (Id id : holder.children) at->second.emplace_back(id, sheet_.placeOf(id));
        const bool surface = holder.id == rootId || holder.is().paper;
        const QRectF inside = sheet_.placeOf(surface ? surfaceOf(form_, c.id) : holder.id);
        return place.right() > inside.right() - 2 || std::ranges::any_of(at->second, [&](const auto& one) {
                   return one.first != c.id && one.second.intersects(place);
               });
    }

  private:
    const Sheet& sheet_;
    const Form& form_;
    std::map<Id, std::vector<QRectF>> tabs_;
    std::map<Id, std::vector<std::pair<Id, QRectF>>> siblings_;
};
}  // namespace

const std::vector<NameLayer::Chip>& NameLayer::chips(const Sheet& sheet, const Form& form) const {
    const ChipsFor now{sheet.zoom(), sheet.size(), desk_.turned(), desk_.proposal().has_value()};
    bool same = chipsFor_ == now && chipsOf_.scheme == form.scheme;
    if (same) form.controls.differences(chipsOf_.controls, [&](Id, const Control*, const Control*) { same = false; });
    if (same) return chips_;
    chipsFor_ = now;
    chipsOf_ = form;
    chips_.clear();
    const QFontMetricsF metrics(chipFont(sheet));
    const auto& known = standings(form);
    Places places(sheet, form);
    std::map<Id, double> tabsEnd;  // where the last chip of some tabs ends
    walk(form, rootId, [&](const Control& c, int) {
        auto at = known.find(c.id);
        if (at == known.end() || (c.name.empty() && at->second.state != NameState::missing)) return;
        const bool tab = c.is().turned;
        if (!isInView(form, tab ? c.parent : c.id, desk_.turned())) return;
        const QString sign = nameLook(at->second.state).sign;
        const QString text =
            (sign.isEmpty() ? "" : sign + " ") + (c.name.empty() ? Words::tr("no name") : toQt(c.name));
        const QRectF r = places.of(c);
        QRectF chip = chipPlace(c.kind, r, {metrics.horizontalAdvance(text) + 12, metrics.height() + 3});
        if (tab) {
            // Chips of tabs stand side by side.
            auto [end, first] = tabsEnd.try_emplace(c.parent, chip.left());
            if (!first) chip.moveLeft(std::max(chip.left(), end->second + 2));
            end->second = chip.right();
        }
        // A chip behind a tick gives way where something else stands: then it follows the wording itself, whose box is
        // mostly longer, or stands before the tick, or at last below the wording.
        if ((c.is().answer().ticked) && places.isTaken(c, chip)) {
            const double words = QFontMetricsF(bodyFont(13)).horizontalAdvance(toQt(c.text(Prop::text))) * sheet.zoom();
            const double middle = r.center().y() - chip.height() / 2;
            const QPointF behind(r.left() + 24 * sheet.zoom() + words + 6, middle);
            const QPointF before(r.left() - chip.width() - 4, middle);
            chip.moveTopLeft(behind);
            if (places.isTaken(c, chip)) chip.moveTopLeft(before);
            if (before.x() < 2 || places.isTaken(c, chip)) chip.moveTopLeft({r.left() + 20, r.bottom() - 3});
        }
        const Control* before = desk_.form().find(c.id);
        chips_.push_back({c.id, text, chip, at->second.state, before && before->name != c.name});
    });
    return chips_;
}

void NameLayer::paint(QPainter& p, Sheet& sheet, const Form& form) {
    const Tokens& t = tokens();
    for (Id id : desk_.selection()) {
        if (!isInView(form, id, desk_.turned())) continue;
        p.setBrush(Qt::NoBrush);
        p.setPen(QPen(t.tawny, 1.5));
        p.drawRect(sheet.placeOf(id).adjusted(-1, -1, 1, 1));
    }
    p.setFont(chipFont(sheet));
    const std::vector<Chip>& all = chips(sheet, form);
    const QRectF visible = sheet.visibleRegion().boundingRect();
    // What fillers would see in a field makes room for its name.
    for (const Chip& chip : all) {
        const Control& c = *form.find(chip.id);
        if (!form.isDialog() || !isFilled(c) || has(c.kind, Prop::text) || !chip.place.intersects(visible)) continue;
        QColor veil(0xFD, 0xFC, 0xFA);
        veil.setAlpha(245);
        p.fillRect(sheet.placeOf(chip.id).adjusted(2, 2, -2, -2), veil);
    }
    for (const Chip& chip : all) {
        if (!chip.place.intersects(visible)) continue;
        const bool chosen = std::ranges::find(desk_.selection(), chip.id) != desk_.selection().end();
        NameLook look = nameLook(chip.state);
        if (chip.renamed && desk_.proposal()) look = {t.teal, t.teal, isDark() ? t.umber : QColor(Qt::white), ""};
        if (chosen) look = {t.tawny, t.tawny, isDark() ? t.umber : QColor(Qt::white), look.sign};
        p.setPen(QPen(look.line, 1));
        p.setBrush(look.ground);
        p.drawRoundedRect(chip.place.adjusted(0.5, 0.5, -0.5, -0.5), 3, 3);
        p.setPen(look.ink);
        p.drawText(chip.place, Qt::AlignCenter, chip.text);
    }
}

Id NameLayer::at(const Sheet& sheet, QPointF where) const {
    const std::vector<Chip>& all = chips(sheet, desk_.form());
    for (auto chip = all.rbegin(); chip != all.rend(); ++chip)
        if (chip->place.contains(where)) return chip->id;
    return sheet.hit(where);
}

void NameLayer::press(Sheet& sheet, QMouseEvent& event) {
    if (!finish(true)) return;
    const Id id = at(sheet, event.position());
    wordOnRelease_ = noControl;
    if (event.modifiers() & (Qt::ControlModifier | Qt::ShiftModifier)) {
        Ids ids = desk_.selection();
        if (id != noControl && std::erase(ids, id) == 0) ids.push_back(id);
        return desk_.select(ids);
    }
    if (id != noControl && desk_.selection() == Ids{id}) wordOnRelease_ = id;
    desk_.select(id == noControl ? Ids{} : Ids{id});
}

void NameLayer::move(Sheet&, QMouseEvent&) {}

void NameLayer::release(Sheet& sheet, QMouseEvent& event) {
    const Id id = std::exchange(wordOnRelease_, noControl);
    if (id != noControl && id == at(sheet, event.position())) startNaming(sheet, id);
}

void NameLayer::doublePress(Sheet& sheet, QMouseEvent& event) {
    if (const Id id = at(sheet, event.position()); id != noControl) startNaming(sheet, id);
}

void NameLayer::startNaming(Sheet& sheet, Id id) {
    if (!finish(true) || !desk_.form().find(id)) return;
    desk_.select({id});
    QRectF place = sheet.placeOf(id);
    for (const Chip& chip : chips(sheet, desk_.form()))
        if (chip.id == id) place = chip.place;
    edit_ = new QLineEdit(&sheet);
    editsOn_ = &sheet;
    editing_ = id;
    edit_->setObjectName("naming");
    edit_->setFont(monoFont(12));
    edit_->setText(toQt(desk_.form().find(id)->name));
    edit_->setPlaceholderText(toQt(proposedName(desk_.form(), id)));
    edit_->setStyleSheet(
        QString("QLineEdit { background: %2; color: %3; border: 1px solid %1; border-radius: 3px; padding: 0 3px; }")
            .arg(tokens().tawny.name(), tokens().field.name(), tokens().ink.name()));
    const int wide = std::max(120, int(QFontMetrics(monoFont(12)).horizontalAdvance(edit_->text())) + 36);
    QRect area(int(place.left()) - 4, int(place.center().y()) - 12, wide, 24);
    if (area.right() > sheet.width() - 4) area.moveRight(sheet.width() - 4);
    edit_->setGeometry(area);
    edit_->selectAll();
    edit_->show();
    edit_->setFocus();
    edit_->installEventFilter(this);
    sheet.update();
}

bool NameLayer::finish(bool keep) {
    if (!edit_) return true;
    QLineEdit* edit = edit_;
    if (keep && edit->text() != toQt(desk_.form().find(editing_) ? desk_.form().find(editing_)->name : "")) {
        // What cannot be given stays open to be mended; settle, which comes with the edit, finds it closed.
        edit_ = nullptr;
        if (!giveName(desk_, editing_, edit->text())) {
            edit_ = edit;
            edit->setFocus();
            return false;
        }
    }
    edit_ = nullptr;
    editing_ = noControl;
    edit->removeEventFilter(this);
    edit->hide();
    edit->deleteLater();
    if (editsOn_) editsOn_->setFocus();
    return true;
}

void NameLayer::settle(Sheet&) {
    if (edit_) finish(false);
}

bool NameLayer::eventFilter(QObject* watched, QEvent* event) {
    if (watched != edit_) return false;
    if (event->type() == QEvent::FocusOut && edit_) {
        // A press elsewhere keeps what was typed, if it can be given; the press is not held up by what cannot.
        if (!finish(true)) finish(false);
        return false;
    }
    if (event->type() != QEvent::KeyPress) return false;
    switch (static_cast<QKeyEvent*>(event)->key()) {
        case Qt::Key_Return:
        case Qt::Key_Enter:
            finish(true);
            return true;
        case Qt::Key_Escape:
            finish(false);
            return true;
        case Qt::Key_Tab:
        case Qt::Key_Backtab: {
            Sheet* sheet = editsOn_;
            const bool back = static_cast<QKeyEvent*>(event)->key() == Qt::Key_Backtab;
            if (!sheet || !finish(true)) return true;
            step(*sheet, back);
            if (desk_.lead()) startNaming(*sheet, desk_.lead());
            return true;
        }
        default:
            return false;
    }
}

void NameLayer::step(Sheet&, bool back) {
    Ids all;
    const auto& known = desk_.names();
    for (Id id : allIds(desk_.form()))
        if (auto at = known.find(id); at != known.end() && at->second.state != NameState::notNeeded) all.push_back(id);
    if (all.empty()) return;
    auto at = std::ranges::find(all, desk_.lead());
    const std::size_t n = all.size();
    desk_.select(
        {at == all.end() ? all[back ? n - 1 : 0] : all[(std::size_t(at - all.begin()) + (back ? n - 1 : 1)) % n]});
}

bool NameLayer::key(Sheet& sheet, QKeyEvent& event) {
    switch (event.key()) {
        case Qt::Key_Tab:
        case Qt::Key_Backtab:
            step(sheet, event.key() == Qt::Key_Backtab);
            return true;
        case Qt::Key_Return:
        case Qt::Key_Enter:
        case Qt::Key_F2:
            if (desk_.lead()) startNaming(sheet, desk_.lead());
            return true;
        case Qt::Key_Escape:
            desk_.select({});
            return true;
        default:
            return false;
    }
}

QString NameLayer::tip(Sheet& sheet, QPointF where) {
    const Id id = at(sheet, where);
    auto found = desk_.names().find(id);
    if (found == desk_.names().end()) return {};
    const NameStanding& s = found->second;
    QString text = QString("%1: %2").arg(toQt(calledBy(desk_.form(), *desk_.form().find(id))).simplified().left(60),
                                         toQt(std::string(nameStateWord(s.state))));
    if (!s.says.empty()) text += ". " + Words::shown(s.says);
    return text;
}

}  // namespace brindel
