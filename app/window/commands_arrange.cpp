// The part of the table of commands that lays controls out: Arrange, and what makes and changes controls in Edit.
#include <QtWidgets/QtWidgets>

#include "app/sheet/sheet.h"
#include "app/window/main_window_p.h"
#include "app/words.h"
#include "core/edit/arrange.h"
#include "core/edit/multiply.h"
#include "core/edit/restyle.h"
#include "core/edit/tables.h"
#include "core/layout/resizing.h"
#include "core/layout/room.h"
#include "core/layout/tidy.h"
#include "core/model/measures.h"
#include "core/order/reading.h"
#include "filler/drawing_painter.h"

namespace brindel {

using W = MainWindow;

bool MainWindow::layingOut(const MainWindow& w) {
    return w.desk_->pass() == Pass::layOut;
}
bool MainWindow::some(const MainWindow& w) {
    return layingOut(w) && !w.desk_->selection().empty();
}
bool MainWindow::two(const MainWindow& w) {
    return layingOut(w) && w.desk_->selection().size() > 1;
}
bool MainWindow::three(const MainWindow& w) {
    return layingOut(w) && w.desk_->selection().size() > 2;
}

/// An edit of what is selected that needs nothing else.
void MainWindow::change(const QString& name, const std::function<Form(const Form&, const Ids&)>& edit) {
    desk_->edit(edit(desk_->form(), desk_->selection()), name);
}

bool MainWindow::editing(const MainWindow& w) {
    return row(w.desk_->pass()).onSheet;
}

std::vector<MainWindow::Command> MainWindow::arrangeCommands() {
    static const auto align = [](W& w, Edge edge, const QString& name) {
        w.change(name, [edge](const Form& f, const Ids& ids) { return edgesAligned(f, ids, edge); });
    };
    static const auto match = [](W& w, bool width, bool height, const QString& name) {
        w.change(name, [=](const Form& f, const Ids& ids) { return sizesMatched(f, ids, width, height); });
    };
    return {
        {"alignLeft", "Arrange", "Left edges", "Ctrl+Shift+L",
         [](W& w) { align(w, Edge::left, Words::tr("Align left edges")); }, two},
        {"alignRight", "Arrange", "Right edges", "Ctrl+Shift+R",
         [](W& w) { align(w, Edge::right, Words::tr("Align right edges")); }, two},
        {"alignTop", "Arrange", "Top edges", "", [](W& w) { align(w, Edge::top, Words::tr("Align top edges")); }, two},
        {"alignBottom", "Arrange", "Bottom edges", "",
         [](W& w) { align(w, Edge::bottom, Words::tr("Align bottom edges")); }, two},
        {"centresAcross", "Arrange", "Centres in a column", "",
         [](W& w) { align(w, Edge::centreAcross, Words::tr("Centre in a column")); }, two},
        {"centresDown", "Arrange", "Centres in a row", "",
         [](W& w) { align(w, Edge::centreDown, Words::tr("Centre in a row")); }, two},
        {"textLine", "Arrange", "Text line", "Ctrl+Shift+B",
         [](W& w) { w.change(Words::tr("Level on one text line"), textLinesAligned); }, two},
        {"", "Arrange", "", "", nullptr},
        {"sameWidth", "Arrange", "Same width", "Ctrl+Shift+W",
         [](W& w) { match(w, true, false, Words::tr("Same width")); }, two},
        {"sameHeight", "Arrange", "Same height", "", [](W& w) { match(w, false, true, Words::tr("Same height")); },
         two},
        {"sameSize", "Arrange", "Same size", "", [](W& w) { match(w, true, true, Words::tr("Same size")); }, two},
        {"takeSize", "Arrange", "Same size as…", "",
         [](W& w) {
             w.desk_->pick(Words::tr("Click the control whose size you want."),
                           [&w, ids = w.desk_->selection()](Id from) {
                               w.desk_->edit(sizeTaken(w.desk_->form(), ids, from), Words::tr("Use its size"));
                           });
         },
         some},
    };
}

std::vector<MainWindow::Command> MainWindow::spreadCommands() {
    return {
        {"", "Arrange", "", "", nullptr},
        {"gapsDown", "Arrange", "Equal gaps down", "Ctrl+Shift+E",
         [](W& w) {
             w.change(Words::tr("Equal gaps down"),
                      [](const Form& f, const Ids& ids) { return gapsEvened(f, ids, false); });
         },
         three},
        {"gapsAcross", "Arrange", "Equal gaps across", "",
         [](W& w) {
             w.change(Words::tr("Equal gaps across"),
                      [](const Form& f, const Ids& ids) { return gapsEvened(f, ids, true); });
         },
         three},
        {"centreAcross", "Arrange", "Centre across the container", "",
         [](W& w) {
             w.change(Words::tr("Centre across"),
                      [](const Form& f, const Ids& ids) { return centredInContainer(f, ids, true, false); });
         },
         some},
        {"centreDown", "Arrange", "Centre down the container", "",
         [](W& w) {
             w.change(Words::tr("Centre down"),
                      [](const Form& f, const Ids& ids) { return centredInContainer(f, ids, false, true); });
         },
         some},
        {"toGrid", "Arrange", "To the grid", "", [](W& w) { w.change(Words::tr("Lay on the grid"), onGrid); }, some},
        {"", "Arrange", "", "", nullptr},
    };
}

std::vector<MainWindow::Command> MainWindow::fitCommands() {
    return {
        {"fitText", "Arrange", "Fit to text", "Ctrl+Shift+F",
         [](W& w) {
             w.desk_->edit(fittedToText(w.desk_->form(), w.desk_->selection(), w.desk_->fonts()),
                           Words::tr("Fit to text"));
         },
         some},
        {"fitContent", "Arrange", "Fit the container to its contents", "",
         [](W& w) {
             const Control* c = w.desk_->form().find(w.desk_->lead());
             const bool holds = c && (row(c->kind).holds || c->is().turns);
             w.desk_->edit(fittedToContent(w.desk_->form(), !c      ? rootId
                                                            : holds ? c->id
                                                                    : c->parent),
                           Words::tr("Fit the container"));
         },
         layingOut},
        {"fitForm", "Arrange", "Fit the form to its contents", "",
         [](W& w) { w.desk_->edit(fittedToContent(w.desk_->form(), rootId), Words::tr("Fit the form")); },
         [](const W& w) { return layingOut(w) && w.desk_->form().isDialog(); }},
        {"widthToLimit", "Arrange", "Fit the width to the limit", "",
         [](W& w) {
             w.desk_->edit(widthFittedToLimit(w.desk_->form(), w.desk_->selection(), w.desk_->fonts()),
                           Words::tr("Fit to the limit"));
         },
         some},
        {"limitToRoom", "Arrange", "Limit to what fits", "",
         [](W& w) {
             w.desk_->edit(limitedToRoom(w.desk_->form(), w.desk_->selection(), w.desk_->fonts()),
                           Words::tr("Limit to what fits"));
         },
         some},
        {"holds", "Arrange", "Hold to the closest edges", "",
         [](W& w) {
             const Form& f = w.desk_->form();
             w.desk_->edit(holdsSuggested(f, w.desk_->selection().empty() ? allIds(f) : w.desk_->selection()),
                           Words::tr("Hold to the edges"));
         },
         layingOut},
        {"", "Arrange", "", "", nullptr},
        {"tidy", "Arrange", "Tidy…", "Ctrl+Shift+D", [](W& w) { w.tidy(); }, layingOut},
    };
}

std::vector<MainWindow::Command> MainWindow::controlCommands() {
    return {
        {"repeat", "Edit", "Repeat…", "Ctrl+R", [](W& w) { w.askRepeat(); }, some},
        {"replace", "Edit", "Replace by", "", nullptr, some},
        {"selectColumn", "Edit", "Select the table's column", "",
         [](W& w) { w.desk_->select(columnOf(w.desk_->form(), w.desk_->lead())); },
         [](const W& w) {
             const Control* c = w.desk_->form().find(w.desk_->lead());
             return some(w) && c && tablePlace(w.desk_->form(), *c).has_value();
         }},
        {"moveOut", "Edit", "Move out of the container", "Ctrl+Shift+Up", [](W& w) { w.moveOut(); }, some},
        {"moveInto", "Edit", "Move into the container beside", "Ctrl+Shift+Down", [](W& w) { w.moveInto(); }, some},
        {"", "Edit", "", "", nullptr},
        {"styles", "Edit", "Styles…", "Ctrl+Shift+Y", [](W& w) { w.showStyles(!w.stylesShown()); }, layingOut},
        {"newStyle", "Edit", "Make a style of this look…", "", [](W& w) { w.askNewStyle(); }, some},
        {"copyLook", "Edit", "Same look as…", "Ctrl+Shift+C",
         [](W& w) {
             w.desk_->pick(Words::tr("Click the control whose look you want."),
                           [&w, ids = w.desk_->selection()](Id from) {
                               w.desk_->edit(looksCopied(w.desk_->form(), from, ids), Words::tr("Use its look"));
                           });
         },
         some},
        {"dropLooks", "Edit", "Follow the styles again", "",
         [](W& w) { w.change(Words::tr("Follow the styles"), looksDropped); },
         [](const W& w) {
             return some(w) && std::ranges::any_of(w.desk_->selection(), [&](Id id) {
                        const Control* c = w.desk_->form().find(id);
                        return c && hasOwnLook(*c);
                    });
         }},
    };
}

std::vector<MainWindow::Command> MainWindow::pageCommands() {
    auto inHand = [](const W& w) { return layingOut(w) && w.pageInHand() != noControl; };
    return {
        {"", "Edit", "", "", nullptr},
        {"addPage", "Edit", "Add a page", "Ctrl+Shift+T", [](W& w) { w.addPage(); }, layingOut},
        {"removePage", "Edit", "Delete the page", "", [](W& w) { w.removePage(); }, inHand},
        {"pageEarlier", "Edit", "Page one earlier", "Ctrl+Shift+PgUp", [](W& w) { w.movePage(-1); }, inHand},
        {"pageLater", "Edit", "Page one later", "Ctrl+Shift+PgDown", [](W& w) { w.movePage(1); }, inHand},
        {"nextPage", "Edit", "Go to the next page", "Ctrl+PgDown", [](W& w) { w.turnPage(1); }, inHand},
        {"lastPage", "Edit", "Go to the page before", "Ctrl+PgUp", [](W& w) { w.turnPage(-1); }, inHand},
    };
}

/// The tab page in front of what is selected, or the document's page in hand.
Id MainWindow::pageInHand() const {
    const Form& form = desk_->form();
    for (const Control* c = form.find(desk_->targetContainer()); c; c = form.find(c->parent))
        if (c->is().turned || c->is().paper) return c->id;
    return noControl;
}

void MainWindow::removePage() {
    const Control* page = desk_->form().find(pageInHand());
    if (!page) return;
    const Control& holder = *desk_->form().find(page->parent);
    if (holder.children.size() < 2) return desk_->say(Words::tr("The last page cannot be deleted."), true);
    const QString called = page->is().turned ? "“" + toQt(page->text(Prop::text)) + "”" : Words::tr("This page");
    if (!page->children.empty()) {
        const int count = int(page->children.size());
        QMessageBox box(
            QMessageBox::NoIcon, Words::tr("Delete the page"),
            Words::counted("%1 contains %n controls. Delete all of it?", "%1 contains 1 control. Delete both?", count)
                .arg(called),
            QMessageBox::Cancel, this);
        QPushButton* remove = box.addButton(Words::tr("Delete the page"), QMessageBox::AcceptRole);
        box.exec();
        if (box.clickedButton() != remove) return;
    }
    desk_->edit(removed(desk_->form(), {page->id}), Words::tr("Delete %1").arg(called), Ids{});
}

void MainWindow::movePage(int by) {
    const Form& form = desk_->form();
    const Control* page = form.find(pageInHand());
    if (!page) return;
    const auto& order = form.find(page->parent)->children;
    const long at = std::ranges::find(order, page->id) - order.begin(), to = at + by;
    if (to < 0 || to >= long(order.size())) return;
    desk_->edit(reordered(form, page->id, std::size_t(to)),
                by < 0 ? Words::tr("Page one earlier") : Words::tr("Page one later"));
}

void MainWindow::turnPage(int by) {
    const Form& form = desk_->form();
    const Control* page = form.find(pageInHand());
    if (!page) return;
    const auto& order = form.find(page->parent)->children;
    const long to =
        std::clamp<long>(std::ranges::find(order, page->id) - order.begin() + by, 0, long(order.size()) - 1);
    const Id next = order[std::size_t(to)];
    if (page->is().turned) {
        desk_->turn(page->parent, next);
        desk_->select({next});
    } else {
        desk_->setSurfaceInHand(next);
        desk_->select({});
        const QRectF place = sheet_->placeOf(next);
        sheetArea_->ensureVisible(int(place.left()), int(place.top()) - 20, 10, 40);
        sheetArea_->verticalScrollBar()->setValue(int(place.top()) - 24);
    }
}

void MainWindow::moveOut() {
    const Form& form = desk_->form();
    const Control* c = form.find(desk_->lead());
    // Out of a frame into what holds it; out of a tab page or a table's cell beside the whole.
    const Control* holder = c ? form.find(c->parent) : nullptr;
    if (holder && (holder->is().turned || holder->is().inGrid)) holder = form.find(holder->parent);
    holder = holder ? form.find(holder->parent) : nullptr;
    if (!holder || holder->kind == Kind::document)
        return desk_->say(Words::tr("It is in no container that it could leave."), true);
    desk_->edit(rehoused(form, withLabels(form, desk_->selection()), holder->id),
                Words::tr("Move out of the container"));
}

void MainWindow::moveInto() {
    const Form& form = desk_->form();
    const Control* c = form.find(desk_->lead());
    if (!c) return;
    // The nearest container that stands beside it.
    const Control* best = nullptr;
    double nearest = 1e12;
    for (Id id : form.find(c->parent)->children) {
        const Control& other = *form.find(id);
        const Id into = other.is().turns ? shownPage(other, desk_->turned()) : other.id;
        if (id == c->id || !form.find(into) || !canHold(form.find(into)->kind, c->kind)) continue;
        const double d = std::hypot(other.box.centre().x - c->box.centre().x, other.box.centre().y - c->box.centre().y);
        if (d < nearest) nearest = d, best = form.find(into);
    }
    if (!best) return desk_->say(Words::tr("There is no frame or tabs beside it."), true);
    const Ids ids = withLabels(form, desk_->selection());
    desk_->edit(broughtIn(rehoused(form, ids, best->id), ids),
                Words::tr("Move into %1").arg(toQt(calledBy(form, *best))));
}

void MainWindow::tidy() {
    const Form& form = desk_->form();
    Ids ids = desk_->selection();
    if (ids.size() == 1 && !form.find(ids[0])->children.empty()) ids = form.find(ids[0])->children;
    if (ids.size() == 1) ids.clear();
    Form next = tidied(form, withLabels(form, ids));
    const Moved moved = movedBetween(form, next);
    if (moved.ids.empty()) return desk_->say(Words::tr("Everything is already in place."));
    const QString unit = measuresFor(form).unit;
    desk_->propose({next, Words::tr("Tidy"),
                    Words::tr("%1 would move, the furthest by %2 %3.")
                        .arg(Words::counted("%n controls", "One control", qint64(moved.ids.size())))
                        .arg(toQt(numberText(moved.furthest, 1)), unit)});
}

void MainWindow::askRepeat() {
    const Form& form = desk_->form();
    const Ids all = withLabels(form, desk_->selection());
    Box box;
    for (Id id : all) box = id == all[0] ? onSurface(form, id) : box.united(onSurface(form, id));
    const double gap = measuresFor(form).rowGap;
    QDialog dialog(this);
    dialog.setWindowTitle(Words::tr("Repeat"));
    dialog.setObjectName("repeat");
    auto* column = new QFormLayout(&dialog);
    auto spin = [&](const char* name, double value, double least, double most, int places) {
        auto* box_ = new QDoubleSpinBox(&dialog);
        box_->setObjectName(name);
        box_->setDecimals(places);
        box_->setRange(least, most);
        box_->setValue(value);
        box_->selectAll();
        return box_;
    };
    auto* rows = spin("rows", 4, 1, 100, 0);
    auto* columns = spin("columns", 1, 1, 50, 0);
    const QString unit = form.isDialog() ? Words::tr(" px") : Words::tr(" mm");
    auto* down = spin("stepDown", box.height + gap, -2000, 2000, form.isDialog() ? 0 : 1);
    auto* across = spin("stepAcross", box.width + 2 * gap, -2000, 2000, form.isDialog() ? 0 : 1);
    down->setSuffix(unit);
    across->setSuffix(unit);
    column->addRow(Words::tr("Rows in all"), rows);
    column->addRow(Words::tr("Step down"), down);
    column->addRow(Words::tr("Columns in all"), columns);
    column->addRow(Words::tr("Step across"), across);
    auto* buttons = new QDialogButtonBox(QDialogButtonBox::Cancel, &dialog);
    auto* go = buttons->addButton(Words::tr("Repeat"), QDialogButtonBox::AcceptRole);
    go->setDefault(true);
    column->addRow(buttons);
    connect(buttons, &QDialogButtonBox::accepted, &dialog, &QDialog::accept);
    connect(buttons, &QDialogButtonBox::rejected, &dialog, &QDialog::reject);
    if (dialog.exec() != QDialog::Accepted) return;
    Edited made = repeatedInGrid(form, desk_->selection(), int(columns->value()), int(rows->value()), across->value(),
                                 down->value());
    desk_->edit(made.form, Words::tr("Repeat"), made.ids);
}

void MainWindow::askNewStyle() {
    bool sure = false;
    const QString word = QInputDialog::getText(this, Words::tr("Make a style"), Words::tr("Name of the style"),
                                               QLineEdit::Normal, "", &sure);
    if (!sure || word.trimmed().isEmpty()) return;
    auto [next, key] = withNewStyle(desk_->form(), desk_->lead(), fromQt(word));
    if (key.empty()) return desk_->say(Words::tr("This control has no style to make one of."), true);
    desk_->edit(next, Words::tr("Make the style %1").arg(word.trimmed()));
}

}  // namespace brindel
