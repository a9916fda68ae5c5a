// The window's menus, made from the table of commands.
#include <QtWidgets/QtWidgets>

#include "app/theme/theme.h"
#include "app/window/main_window_p.h"
#include "app/words.h"
#include "core/edit/multiply.h"
#include "filler/drawing_painter.h"

namespace brindel {

void MainWindow::buildMenus() {
    std::map<QString, QMenu*> byName;
    for (const Command& c : commands()) {
        QMenu*& menu = byName[c.menu];
        if (!menu) {
            menu = menus_->addMenu(Words::shown(c.menu));
            menu->setFont(bodyFont(13));
        }
        if (!*c.key) {
            menu->addSeparator();
            continue;
        }
        if (!c.run) {
            addSubmenu(menu, c);
            continue;
        }
        QAction* action = menu->addAction(Words::shown(c.word));
        action->setObjectName(c.key);
        if (*c.keys) action->setShortcut(QKeySequence(c.keys));
        connect(action, &QAction::triggered, this, [this, run = c.run] { run(*this); });
        addAction(action);
        actions_[c.key] = action;
    }
    for (const PassRow& r : passes()) {
        auto* action = new QAction(Words::shown(r.word), this);
        action->setShortcut(QKeySequence(QString("Ctrl+%1").arg(int(r.pass) + 1)));
        connect(action, &QAction::triggered, this, [this, pass = r.pass] { setPass(pass); });
        addAction(action);
    }
}

/// A command that is a menu: the forms that were open lately, the kinds that a control can become, what a pass offers.
void MainWindow::addSubmenu(QMenu* menu, const Command& command) {
    QMenu* choices = menu->addMenu(Words::shown(command.word));
    choices->setFont(bodyFont(13));
    const QString key = command.key;
    if (key == "recent") {
        recent_ = choices;
        connect(recent_, &QMenu::aboutToShow, this, &MainWindow::fillRecent);
        return;
    }
    auto add = [&](const QString& word, const QString& name, const QString& keys, std::function<void()> run) {
        QAction* one = choices->addAction(word);
        one->setObjectName(name);
        if (!keys.isEmpty()) {
            one->setShortcut(QKeySequence(keys));
            addAction(one);
        }
        connect(one, &QAction::triggered, this, std::move(run));
        actions_[name] = one;
    };
    if (key == "replace")
        for (const Tool& tool : allTools())
            if (!tool.heading && !row(tool.kind).turns && !row(tool.kind).grid)
                add(Words::shown(tool.word()), "replace-" + tool.icon(), {}, [this, kind = tool.kind] {
                    desk_->edit(turnedInto(desk_->form(), desk_->selection(), kind),
                                Words::tr("Replace by %1").arg(Words::shown(row(kind).word)), desk_->selection());
                });
    for (const auto& [pass, view] : views_)
        for (const PassOffer& offer : view->offers())
            if (offer.command == key) add(offer.inMenu, offer.key, offer.keys, offer.run);
    actions_[key] = choices->menuAction();
}

void MainWindow::refreshCommands() {
    for (const Command& c : commands())
        if (auto at = actions_.find(c.key); at != actions_.end()) at->second->setEnabled(!c.can || c.can(*this));
    const std::string undo = desk_->history().undoName(), redo = desk_->history().redoName();
    actions_["undo"]->setText(undo.empty() ? Words::tr("Undo") : Words::tr("Undo: %1").arg(toQt(undo)));
    actions_["redo"]->setText(redo.empty() ? Words::tr("Redo") : Words::tr("Redo: %1").arg(toQt(redo)));
    actions_["addPage"]->setText(desk_->form().isDialog() ? Words::tr("Add a tab page") : Words::tr("Add a page"));
    actions_["try"]->setText(desk_->pass() == Pass::tryOut ? Words::tr("Back to the design")
                                                           : Words::tr("Try the form"));
}

}  // namespace brindel
