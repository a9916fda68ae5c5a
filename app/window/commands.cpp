// The table of commands.
#include <QtWidgets/QtWidgets>

#include "app/findings/findings_panel.h"
#include "app/sheet/sheet.h"
#include "app/window/jot_line.h"
#include "app/window/main_window_p.h"
#include "app/words.h"
#include "core/order/reading.h"

namespace brindel {
namespace {

using W = MainWindow;

}  // namespace

void MainWindow::selectAlike(Alike what, bool wholeForm) {
    const Form& form = desk_->form();
    const Ids found = alike(form, desk_->lead(), what, wholeForm ? noControl : surfaceOrPage(form, desk_->lead()));
    desk_->select(found);
    desk_->say(Words::tr("%1 selected.").arg(found.size()));
}

std::vector<MainWindow::Command> MainWindow::fileCommands() {
    return {
        {"newDialog", "Form", "New dialog", "Ctrl+N", [](W& w) { w.newForm(Kind::dialog); }},
        {"newDocument", "Form", "New document", "Ctrl+Shift+N", [](W& w) { w.newForm(Kind::document); }},
        {"newJotted", "Form", "New from a jotting…", "", [](W& w) { w.askJotting(); }},
        {"open", "Form", "Open…", "Ctrl+O", [](W& w) { w.askOpen(); }},
        {"recent", "Form", "Open recent", "", nullptr},
        {"", "Form", "", "", nullptr},
        {"save", "Form", "Save", "Ctrl+S", [](W& w) { w.askSave(); }},
        {"saveAs", "Form", "Save as…", "Ctrl+Shift+S", [](W& w) { w.askSaveAs(); }},
        {"", "Form", "", "", nullptr},
        {"export", "Form", "Export as", "", nullptr},
        {"", "Form", "", "", nullptr},
        {"seal", "Form", "Seal, or remove the seal…", "Ctrl+Alt+S", [](W& w) { w.askSeal(); }},
        {"shutSeal", "Form", "Shut the seal", "", [](W& w) { w.shutSeal(); },
         [](const W& w) { return w.desk_->form().seal && !w.desk_->isShut(); }},
        {"languages", "Form", "Languages…", "Ctrl+Alt+L", [](W& w) { w.askLanguages(); }},
        {"", "Form", "", "", nullptr},
        {"quit", "Form", "Quit", "Ctrl+Q", [](W& w) { w.close(); }},
    };
}

std::vector<MainWindow::Command> MainWindow::editCommands() {
    return {
        {"undo", "Edit", "Undo", "Ctrl+Z", [](W& w) { w.desk_->undo(); },
         [](const W& w) { return w.desk_->history().canUndo() && editing(w); }},
        {"redo", "Edit", "Redo", "Ctrl+Shift+Z", [](W& w) { w.desk_->redo(); },
         [](const W& w) { return w.desk_->history().canRedo() && editing(w); }},
        {"", "Edit", "", "", nullptr},
        {"cut", "Edit", "Cut", "Ctrl+X", [](W& w) { w.copy(true); }, some},
        {"copy", "Edit", "Copy", "Ctrl+C", [](W& w) { w.copy(false); }, some},
        {"paste", "Edit", "Paste", "Ctrl+V", [](W& w) { w.paste(); }, layingOut},
        {"duplicate", "Edit", "Duplicate", "Ctrl+D", [](W& w) { w.duplicate(); }, some},
        {"delete", "Edit", "Delete", "Del",
         [](W& w) {
             const auto count = w.desk_->selection().size();
             w.desk_->edit(removed(w.desk_->form(), w.desk_->selection()),
                           count > 1 ? Words::counted("Delete %n controls", "Delete a control", qint64(count))
                                     : Words::tr("Delete a control"),
                           Ids{});
         },
         some},
        {"", "Edit", "", "", nullptr},
        {"selectAll", "Edit", "Select all in the container", "Ctrl+A",
         [](W& w) {
             const Control* c = w.desk_->form().find(w.desk_->targetContainer());
             if (c) w.desk_->select(readInOrder(w.desk_->form(), c->id));
         },
         layingOut},
        {"alikeKindPage", "Edit", "Select all of this kind on this page", "",
         [](W& w) { w.selectAlike(Alike::kind, false); }, some},
        {"alikeKind", "Edit", "Select all of this kind in the form", "Ctrl+Alt+A",
         [](W& w) { w.selectAlike(Alike::kind, true); }, some},
        {"alikeStyle", "Edit", "Select all of this style in the form", "",
         [](W& w) { w.selectAlike(Alike::style, true); }, some},
        {"alikeLook", "Edit", "Select all of this look in the form", "", [](W& w) { w.selectAlike(Alike::look, true); },
         some},
        {"reword", "Edit", "Edit the wording", "F2", [](W& w) { w.sheet_->startWording(w.desk_->lead()); }, some},
        {"jot", "Edit", "Jot a row", "Ctrl+J",
         [](W& w) {
             w.setPass(Pass::layOut);
             w.jotLine_->begin();
         }},
    };
}

std::vector<MainWindow::Command> MainWindow::viewCommands() {
    return {
        {"try", "View", "Try the form", "Ctrl+T",
         [](W& w) { w.setPass(w.desk_->pass() == Pass::tryOut ? w.before_ : Pass::tryOut); }},
        {"find", "View", "Find…", "Ctrl+Space", [](W& w) { w.find(); }},
        {"nextPanel", "View", "Go to the next panel", "F6", [](W& w) { w.nextPanel(); }},
        {"findings", "View", "Findings", "F8",
         [](W& w) {
             // From the sheet back to the list; a second time it goes.
             const bool there = w.findingsShown_ && w.findingsPanel_->isAncestorOf(QApplication::focusWidget());
             w.showFindings(!there);
         }},
        {"putRightAll", "Edit", "Put right all that can be", "Ctrl+Alt+Return",
         [](W& w) {
             w.showFindings(true);
             w.findingsPanel_->putRightAll();
         }},
        {"changes", "View", "What has changed", "F9", [](W& w) { w.showChanges(!w.changesShown_); }},
        {"outline", "View", "Outline", "Ctrl+L", [](W& w) { w.showOutline(!w.outlineShown()); }},
    };
}

std::vector<MainWindow::Command> MainWindow::zoomCommands() {
    return {
        {"", "View", "", "", nullptr},
        {"zoomIn", "View", "Zoom in", "Ctrl++",
         [](W& w) {
             w.zoomByHand_ = true;
             w.sheet_->setZoom(w.sheet_->zoom() * 1.1);
         }},
        {"zoomOut", "View", "Zoom out", "Ctrl+-",
         [](W& w) {
             w.zoomByHand_ = true;
             w.sheet_->setZoom(w.sheet_->zoom() / 1.1);
         }},
        {"zoomOne", "View", "Actual size", "Ctrl+0",
         [](W& w) {
             w.zoomByHand_ = true;
             w.sheet_->setZoom(1);
         }},
        {"zoomFit", "View", "Fit the form", "Ctrl+9",
         [](W& w) {
             w.zoomByHand_ = false;
             w.zoomToFit();
         }},

        {"", "View", "", "", nullptr},
        {"dark", "View", "Dark window", "", [](W& w) { w.turnDark(); }},
    };
}

std::vector<MainWindow::Command> MainWindow::helpCommands() {
    return {
        {"keys", "Help", "Keys", "F1",
         [](W& w) {
             QMessageBox box(QMessageBox::NoIcon, Words::tr("Keys"), "", QMessageBox::Close, &w);
             auto* area = new QTextBrowser;
             area->setObjectName("keys");
             area->setMarkdown(w.keysPage());
             area->setMinimumSize(460, 480);
             static_cast<QGridLayout*>(box.layout())->addWidget(area, 0, 0, 1, -1);
             box.exec();
         }},
        {"about", "Help", "About Brindel", "",
         [](W& w) {
             QMessageBox::about(&w, Words::tr("About Brindel"),
                                Words::tr("<b>Brindel 0.1</b><br>Designs dialogs and fillable documents."));
         }},
    };
}

/// What the passes bring along: each goes to its pass first, or can be given there alone.
std::vector<MainWindow::Command> MainWindow::passCommands() {
    std::vector<Command> all;
    for (const PassRow& pass : passes()) {
        if (pass.commands.empty()) continue;
        all.push_back({"", "Edit", "", ""});
        for (const PassCommand& c : pass.commands) {
            Command one{c.key, "Edit", c.word, c.keys};
            if (c.run)
                one.run = [of = pass.pass, run = c.run](W& w) {
                    w.setPass(of);
                    if (w.desk_->pass() == of) run(w.view(of));
                };
            if (c.given != Given::anywhere)
                one.can = [of = pass.pass, selected = c.given == Given::withSelected](const W& w) {
                    return w.desk_->pass() == of && !(selected && w.desk_->selection().empty());
                };
            all.push_back(std::move(one));
        }
    }
    return all;
}

const std::vector<MainWindow::Command>& MainWindow::commands() const {
    // Read once in the order of the menus: Form, Edit, Arrange, View, Help.
    static const std::vector<Command> table = [] {
        const std::vector<Command> parts[] = {fileCommands(),    editCommands(),    viewCommands(),   zoomCommands(),
                                              helpCommands(),    arrangeCommands(), spreadCommands(), fitCommands(),
                                              controlCommands(), pageCommands(),    passCommands()};
        std::vector<Command> all;
        for (const char* menu : {"Form", "Edit", "Arrange", "View", "Help"})
            for (const std::vector<Command>& part : parts)
                for (const Command& c : part)
                    if (std::string_view(c.menu) == menu) all.push_back(c);
        return all;
    }();
    return table;
}

}  // namespace brindel
