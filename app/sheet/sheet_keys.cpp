// The sheet without a pointer: nudging, sizing, stepping through the controls, letters that pick a kind.
#include <QtWidgets/QtWidgets>

#include "app/findings/pins.h"
#include "app/sheet/sheet.h"
#include "app/words.h"
#include "core/layout/placing.h"
#include "filler/drawing_painter.h"

namespace brindel {

const std::vector<std::pair<QString, QString>>& sheetKeys() {
    static const std::vector<std::pair<QString, QString>> keys = {
        {"Tab, Shift+Tab", "The next control, the one before"},
        {"Arrow keys", "Move by one unit; with Shift by the grid"},
        {"Ctrl+arrow keys", "Make wider, narrower, higher, lower; with Shift by the grid"},
        {"Enter, F2", "Edit the wording"},
        {"Escape", "To the container, then to the form"},
        {"Shift while dragging", "Straight across or straight down"},
        {"Ctrl while dragging", "Copy"},
        {"Alt while dragging", "No guides, and a field without its label"},
        {"Alt with a rubber band", "Only what it encloses"}};
    return keys;
}

void Sheet::nudge(double dx, double dy, bool sizes) {
    const Form& form = desk_.form();
    Ids ids = desk_.selection();
    if (ids.empty() && !(sizes && form.isDialog())) return;
    if (ids.empty()) ids = {rootId};
    Form next = form;
    if (sizes) {
        for (Id id : ids)
            if (const Control* c = form.find(id))
                next = boxed(next, id, {c->box.left, c->box.top, c->box.width + dx, c->box.height + dy});
    } else {
        next = shifted(form, ids, dx, dy);
    }
    desk_.edit(next, sizes ? Words::tr("Resize") : Words::tr("Nudge"), {}, sizes ? "resize" : "nudge");
}

/// Places the tool in hand without a pointer: below the selection, with the gap that is there already, or at the top of
/// the container.
void Sheet::placeByKey() {
    const Form& form = desk_.form();
    const Tool tool = *desk_.tool();
    const Id lead = desk_.lead();
    const Id surface = lead ? surfaceOf(form, lead) : desk_.surfaceInHand();
    const Box box = nextPlace(form, lead, desk_.targetContainer(), desk_.nextSize(tool.kind));
    const Box page = form.isDialog() ? Box() : withinMargins(form);
    Edited made;
    if (!form.isDialog() && box.bottom() > page.bottom()) {
        // A page has an end: what comes below goes to the next one.
        const std::vector<Id> pages = surfaces(form);
        const auto at = std::ranges::find(pages, surface);
        const bool last = at == pages.end() || at + 1 == pages.end();
        const Edited more = last ? withPage(form) : Edited{form, {*(at + 1)}};
        const Box first = nextPlace(more.form, noControl, more.ids.front(), desk_.nextSize(tool.kind));
        made = placedByHand(desk_, more.form, more.ids.front(), first, tool);
    } else {
        made = placedByHand(desk_, form, surface, box, tool);
    }
    if (made.ids.empty()) return desk_.say(Words::tr("Nothing can be placed here."), true);
    if (form.isDialog()) made.form = roomMade(made.form, made.ids.front());
    desk_.edit(made.form, Words::tr("Place %1").arg(Words::shown(tool.word())), Ids{made.ids.front()});
    if (!desk_.toolStays()) desk_.setTool(std::nullopt);
    startWording(made.ids.front());
}

void Sheet::step(bool back) {
    // Through the controls in tab order, containers before what they hold.
    Ids all;
    walk(desk_.form(), rootId, [&](const Control& c, int) {
        if (c.id != rootId && !c.is().paper) all.push_back(c.id);
    });
    if (all.empty()) return;
    auto at = std::ranges::find(all, desk_.lead());
    std::size_t next = at == all.end() ? (back ? all.size() - 1 : 0)
                                       : (std::size_t(at - all.begin()) + (back ? all.size() - 1 : 1)) % all.size();
    desk_.select({all[next]});
}

void Sheet::keyPressEvent(QKeyEvent* event) {
    if (!canEdit_) {
        const int key = event->key();
        if (desk_.proposal() && (key == Qt::Key_Return || key == Qt::Key_Enter || key == Qt::Key_Escape))
            return desk_.decide(key != Qt::Key_Escape);
        if (layer_ && layer_->key(*this, *event)) return;
        return QWidget::keyPressEvent(event);
    }
    const bool shift = event->modifiers() & Qt::ShiftModifier, control = event->modifiers() & Qt::ControlModifier;
    const double by = shift ? gridStep(desk_.form()) : smallStep(desk_.form());
    switch (event->key()) {
        case Qt::Key_Left:
            return nudge(-by, 0, control);
        case Qt::Key_Right:
            return nudge(by, 0, control);
        case Qt::Key_Up:
            return nudge(0, -by, control);
        case Qt::Key_Down:
            return nudge(0, by, control);
        case Qt::Key_F2:
        case Qt::Key_Return:
        case Qt::Key_Enter:
            if (desk_.proposal()) return desk_.decide(true);
            if (desk_.tool()) return placeByKey();
            if (Id id = desk_.lead()) return startWording(id);
            break;
        case Qt::Key_Escape:
            if (gesture_) return endGesture(false);
            if (desk_.proposal()) return desk_.decide(false);
            if (desk_.picking()) return desk_.picked(noControl);
            if (desk_.tool()) return desk_.setTool(std::nullopt);
            if (const Control* c = desk_.form().find(desk_.lead())) {
                // From the control to what holds it, then to the form.
                const Control* up = desk_.form().find(c->parent);
                return desk_.select(up && up->id != rootId && !up->is().paper ? Ids{up->id} : Ids{});
            }
            return;
        default:
            break;
    }
    if (!control && !(event->modifiers() & Qt::AltModifier) && event->text().size() == 1) {
        const QChar letter = event->text()[0];
        if (letter.isLetter() && letter.unicode() < 128)
            for (const Tool& tool : allTools())
                if (tool.letter() == char(letter.toUpper().toLatin1())) return desk_.setTool(tool, shift);
    }
    QWidget::keyPressEvent(event);
}

bool Sheet::event(QEvent* event) {
    // The Tab key goes through the form's controls while the sheet has the focus; F6 leaves it.
    if (event->type() == QEvent::KeyPress && canEdit_) {
        auto* key = static_cast<QKeyEvent*>(event);
        if (key->key() == Qt::Key_Tab || key->key() == Qt::Key_Backtab) {
            if (!wording_) {
                step(key->key() == Qt::Key_Backtab);
                return true;
            }
        }
    }
    if (event->type() == QEvent::KeyPress && !canEdit_ && layer_) {
        auto* key = static_cast<QKeyEvent*>(event);
        if ((key->key() == Qt::Key_Tab || key->key() == Qt::Key_Backtab) && layer_->key(*this, *key)) return true;
    }
    if (event->type() == QEvent::ToolTip) {
        auto* help = static_cast<QHelpEvent*>(event);
        const Id pinned = pinAt(*this, desk_, help->pos());
        const QString tip = pinned                ? pinSays(desk_, pinned)
                            : !canEdit_ && layer_ ? layer_->tip(*this, help->pos())
                                                  : QString();
        tip.isEmpty() ? QToolTip::hideText() : QToolTip::showText(help->globalPos(), tip, this);
        return true;
    }
    return QWidget::event(event);
}

}  // namespace brindel
