// The window's menus, made from the table of commands.
#include <QtWidgets/QtWidgets>

#include "app/passes/name_strip.h"
#include "app/theme/theme.h"
#include "app/window/main_window_p.h"
#include "app/words.h"
#include "core/edit/multiply.h"
#include "core/naming/schemes.h"
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
        if (QString(c.key) == "recent") {
            recent_ = menu->addMenu(Words::shown(c.word));
            connect(recent_, &QMenu::aboutToShow, this, &MainWindow::fillRecent);
            continue;
        }
        if (QString(c.key) == "replace" || QString(c.key) == "scheme") {
            QMenu* choices = menu->addMenu(Words::shown(c.word));
            choices->setFont(bodyFont(13));
            auto add = [&](const QString& word, const QString& name, std::function<void()> run) {
                QAction* one = choices->addAction(word);
                one->setObjectName(name);
                connect(one, &QAction::triggered, this, std::move(run));
                actions_[name] = one;
            };
            if (QString(c.key) == "scheme") {
                for (const Scheme& s : shippedSchemes())
                    add(Words::shown(s.word), "scheme-" + toQt(s.key), [this, &s] {
                        setPass(Pass::name);
                        nameStrip_->proposeScheme(s);
                    });
            } else {
                for (const Tool& tool : allTools())
                    if (!tool.heading && !row(tool.kind).turns && !row(tool.kind).grid)
                        add(Words::shown(tool.word()), "replace-" + tool.icon(), [this, kind = tool.kind] {
                            desk_->edit(turnedInto(desk_->form(), desk_->selection(), kind),
                                        Words::tr("Replace by %1").arg(Words::shown(row(kind).word)),
                                        desk_->selection());
                        });
            }
            actions_[c.key] = choices->menuAction();
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
