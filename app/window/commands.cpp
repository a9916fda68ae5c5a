// The table of commands.
#include <QtWidgets/QtWidgets>

#include "app/sheet/sheet.h"
#include "app/window/jot_line.h"
#include "app/window/main_window_p.h"
#include "app/window/try_pane.h"
#include "core/edit/arrange.h"
#include "core/order/reading.h"

namespace brindel {
namespace {

using W = MainWindow;

}  // namespace

const std::vector<MainWindow::Command>& MainWindow::commands() const {
    static const auto layingOut = [](const W& w) { return w.desk_->pass() == Pass::layOut; };
    static const auto some = [](const W& w) {
        return w.desk_->pass() == Pass::layOut && !w.desk_->selection().empty();
    };
    static const auto two = [](const W& w) {
        return w.desk_->pass() == Pass::layOut && w.desk_->selection().size() > 1;
    };
    static const auto three = [](const W& w) {
        return w.desk_->pass() == Pass::layOut && w.desk_->selection().size() > 2;
    };
    static const auto align = [](W& w, Edge edge, const char* name) {
        w.desk_->edit(edgesAligned(w.desk_->form(), w.desk_->selection(), edge), name);
    };
    static const std::vector<Command> table = {
        {"newDialog", "Form", "New dialog", "Ctrl+N", [](W& w) { w.newForm(Kind::dialog); }},
        {"newDocument", "Form", "New document", "Ctrl+Shift+N", [](W& w) { w.newForm(Kind::document); }},
        {"open", "Form", "Open…", "Ctrl+O", [](W& w) { w.askOpen(); }},
        {"recent", "Form", "Open recent", "", nullptr},
        {"", "Form", "", "", nullptr},
        {"save", "Form", "Save", "Ctrl+S", [](W& w) { w.askSave(); }},
        {"saveAs", "Form", "Save as…", "Ctrl+Shift+S", [](W& w) { w.askSaveAs(); }},
        {"", "Form", "", "", nullptr},
        {"writePdf", "Form", "Write a fillable PDF…", "Ctrl+Shift+P", [](W& w) { w.askExport("pdf"); }},
        {"writePng", "Form", "Write a picture…", "", [](W& w) { w.askExport("png"); }},
        {"", "Form", "", "", nullptr},
        {"quit", "Form", "Quit", "Ctrl+Q", [](W& w) { w.close(); }},

        {"undo", "Edit", "Undo", "Ctrl+Z", [](W& w) { w.desk_->undo(); },
         [](const W& w) { return w.desk_->history().canUndo() && w.desk_->pass() == Pass::layOut; }},
        {"redo", "Edit", "Redo", "Ctrl+Shift+Z", [](W& w) { w.desk_->redo(); },
         [](const W& w) { return w.desk_->history().canRedo() && w.desk_->pass() == Pass::layOut; }},
        {"", "Edit", "", "", nullptr},
        {"cut", "Edit", "Cut", "Ctrl+X", [](W& w) { w.copy(true); }, some},
        {"copy", "Edit", "Copy", "Ctrl+C", [](W& w) { w.copy(false); }, some},
        {"paste", "Edit", "Paste", "Ctrl+V", [](W& w) { w.paste(); }, layingOut},
        {"duplicate", "Edit", "Duplicate", "Ctrl+D", [](W& w) { w.duplicate(); }, some},
        {"delete", "Edit", "Delete", "Del",
         [](W& w) {
             const auto count = w.desk_->selection().size();
             w.desk_->edit(removed(w.desk_->form(), w.desk_->selection()),
                           count > 1 ? QString("Delete %1 controls").arg(count) : QString("Delete a control"), Ids{});
         },
         some},
        {"", "Edit", "", "", nullptr},
        {"selectAll", "Edit", "Select all in the container", "Ctrl+A",
         [](W& w) {
             const Control* c = w.desk_->form().find(w.desk_->targetContainer());
             if (c) w.desk_->select(inReadingOrder(w.desk_->form(), c->children));
         },
         layingOut},
        {"reword", "Edit", "Edit the wording", "F2", [](W& w) { w.sheet_->startWording(w.desk_->lead()); }, some},
        {"jot", "Edit", "Jot a row", "Ctrl+J",
         [](W& w) {
             w.setPass(Pass::layOut);
             w.jotLine_->begin();
         }},
        {"addPage", "Edit", "Add a page", "Ctrl+Shift+T", [](W& w) { w.addPage(); }, layingOut},

        {"alignLeft", "Arrange", "Left edges", "Ctrl+Shift+L", [](W& w) { align(w, Edge::left, "Align left edges"); },
         two},
        {"alignRight", "Arrange", "Right edges", "Ctrl+Shift+R",
         [](W& w) { align(w, Edge::right, "Align right edges"); }, two},
        {"alignTop", "Arrange", "Top edges", "", [](W& w) { align(w, Edge::top, "Align top edges"); }, two},
        {"alignBottom", "Arrange", "Bottom edges", "", [](W& w) { align(w, Edge::bottom, "Align bottom edges"); }, two},
        {"textLine", "Arrange", "Text line", "Ctrl+Shift+B",
         [](W& w) { w.desk_->edit(textLinesAligned(w.desk_->form(), w.desk_->selection()), "Level on one text line"); },
         two},
        {"", "Arrange", "", "", nullptr},
        {"sameWidth", "Arrange", "Same width", "Ctrl+Shift+W",
         [](W& w) { w.desk_->edit(sizesMatched(w.desk_->form(), w.desk_->selection(), true, false), "Same width"); },
         two},
        {"sameHeight", "Arrange", "Same height", "",
         [](W& w) { w.desk_->edit(sizesMatched(w.desk_->form(), w.desk_->selection(), false, true), "Same height"); },
         two},
        {"", "Arrange", "", "", nullptr},
        {"gapsDown", "Arrange", "Equal gaps down", "Ctrl+Shift+E",
         [](W& w) { w.desk_->edit(gapsEvened(w.desk_->form(), w.desk_->selection(), false), "Equal gaps down"); },
         three},
        {"gapsAcross", "Arrange", "Equal gaps across", "",
         [](W& w) { w.desk_->edit(gapsEvened(w.desk_->form(), w.desk_->selection(), true), "Equal gaps across"); },
         three},
        {"", "Arrange", "", "", nullptr},
        {"fitText", "Arrange", "Fit to text", "Ctrl+Shift+F",
         [](W& w) {
             w.desk_->edit(fittedToText(w.desk_->form(), w.desk_->selection(), w.desk_->fonts()), "Fit to text");
         },
         some},

        {"try", "View", "Try the form", "Ctrl+T",
         [](W& w) { w.setPass(w.desk_->pass() == Pass::tryOut ? w.before_ : Pass::tryOut); }},
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
        {"zoomOne", "View", "Real size", "Ctrl+0",
         [](W& w) {
             w.zoomByHand_ = true;
             w.sheet_->setZoom(1);
         }},
        {"zoomFit", "View", "Fit the form", "Ctrl+9",
         [](W& w) {
             w.zoomByHand_ = false;
             w.zoomToFit();
         }},

        {"keys", "Help", "Keys", "F1",
         [](W& w) {
             QString text = "<table cellspacing=4>";
             for (const Command& c : w.commands())
                 if (*c.keys)
                     text += QString("<tr><td><b>%1</b>&nbsp;&nbsp;</td><td>%2</td></tr>")
                                 .arg(QString::fromUtf8(c.keys).toHtmlEscaped(), QString::fromUtf8(c.word));
             for (const KindRow& k : allKinds())
                 if (k.letter)
                     text += QString("<tr><td><b>%1</b></td><td>Place a %2 (on the sheet)</td></tr>")
                                 .arg(QLatin1Char(k.letter))
                                 .arg(QString::fromUtf8(k.word.data(), int(k.word.size())));
             QMessageBox box(QMessageBox::NoIcon, "Keys", "", QMessageBox::Close, &w);
             auto* area = new QTextBrowser;
             area->setHtml(text + "</table>");
             area->setMinimumSize(420, 460);
             static_cast<QGridLayout*>(box.layout())->addWidget(area, 0, 0, 1, -1);
             box.exec();
         }},
        {"about", "Help", "About Brindel", "",
         [](W& w) {
             QMessageBox::about(&w, "About Brindel", "<b>Brindel 0.1</b><br>Designs dialogs and fillable documents.");
         }},
    };
    return table;
}

}  // namespace brindel
