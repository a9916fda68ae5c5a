// The window's edits of several steps: copying, pasting, adding pages.
#include <QtWidgets/QtWidgets>

#include "app/sheet/sheet.h"
#include "app/window/jot_line.h"
#include "app/window/main_window.h"
#include "app/words.h"
#include "core/file/form_file.h"
#include "filler/drawing_painter.h"

namespace brindel {
namespace {

const char* const clippingType = "application/x-brindel-clipping";

}  // namespace

void MainWindow::copy(bool cut) {
    const Ids ids = desk_->selection();
    auto* mime = new QMimeData;
    mime->setData(clippingType, QByteArray::fromStdString(formText(clipping(desk_->form(), ids))));
    QGuiApplication::clipboard()->setMimeData(mime);
    pastes_ = cut ? -1 : 0;
    if (cut)
        desk_->edit(removed(desk_->form(), ids), Words::tr("Cut"), Ids{});
    else
        desk_->say(Words::counted("%n controls copied.", "1 control copied.", qint64(ids.size())));
}

void MainWindow::paste() {
    const QMimeData* mime = QGuiApplication::clipboard()->mimeData();
    if (!mime || !mime->hasFormat(clippingType)) {
        // Rows of text from elsewhere are jotted.
        if (mime && mime->hasText() && !mime->text().trimmed().isEmpty()) {
            jotLine_->setText(mime->text());
            jotLine_->begin();
            desk_->say(Words::tr("The text is in the jotting line; Enter adds it."));
        }
        return;
    }
    auto clip = readForm(mime->data(clippingType).toStdString());
    if (!clip)
        return desk_->say(Words::tr("The copied text cannot be read: %1").arg(Words::shown(clip.error().sentence)),
                          true);
    Id container = desk_->targetContainer();
    // With a copied frame still selected its copy goes beside it, not into it.
    if (const Control* lead = desk_->form().find(desk_->lead());
        lead && clip->form.find(lead->id) && !lead->is().turned)
        container = lead->parent;
    const double by = gridStep(desk_->form()) * ++pastes_;
    Edited made = pasted(desk_->form(), container, clip->form, by, by);
    if (made.ids.empty()) return desk_->say(Words::tr("None of this can be pasted here."), true);
    desk_->edit(made.form, Words::tr("Paste"), made.ids);
}

void MainWindow::duplicate() {
    const Control* lead = desk_->form().find(desk_->lead());
    if (!lead) return;
    const double by = gridStep(desk_->form());
    Edited made = pasted(desk_->form(), lead->parent, clipping(desk_->form(), desk_->selection()), by, by);
    desk_->edit(made.form, Words::tr("Duplicate"), made.ids);
}

void MainWindow::addPage() {
    const Form& form = desk_->form();
    if (!form.isDialog()) {
        Edited made = withPage(form);
        desk_->edit(made.form, Words::tr("Add a page"), Ids{});
        if (!made.ids.empty()) desk_->setSurfaceInHand(made.ids[0]);
        return;
    }
    const Control* tabs = nullptr;
    for (const Control* c = form.find(desk_->targetContainer()); c && !tabs; c = form.find(c->parent))
        if (c->is().turns) tabs = c;
    if (!tabs) return desk_->say(Words::tr("There are no tabs here yet. Place some first, with A."), true);
    Edited made = withTabPage(form, tabs->id, "Page " + std::to_string(tabs->children.size() + 1));
    desk_->edit(made.form, Words::tr("Add a tab page"), made.ids);
    if (!made.ids.empty()) sheet_->startWording(made.ids[0]);
}

}  // namespace brindel
