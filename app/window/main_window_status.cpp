// What the window says of the form: its title above, the status line below.
#include <QtWidgets/QtWidgets>

#include "app/findings/pins.h"
#include "app/sheet/sheet.h"
#include "app/window/main_window.h"
#include "app/words.h"
#include "core/edit/arrange.h"
#include "core/model/measures.h"
#include "core/naming/names.h"
#include "filler/drawing_painter.h"

namespace brindel {
namespace {

/// What the status line calls a control: its name, or where it needs none its wording.
QString quoted(const Form& form, const Control& c) {
    const QString called = toQt(c.name.empty() ? calledBy(form, c) : c.name).simplified();
    return "“" + (called.size() > 40 ? called.left(39) + "…" : called) + "”";
}

}  // namespace

void MainWindow::refreshTitle() {
    const Control& root = desk_->form().root();
    QString title = toQt(root.text(Prop::title));
    if (title.isEmpty())
        title = desk_->path().isEmpty() ? Words::tr("Untitled") : QFileInfo(desk_->path()).completeBaseName();
    QString kind = desk_->form().isDialog()
                       ? Words::tr("dialog, %1 × %2 px")
                             .arg(toQt(numberText(root.box.width, 1)), toQt(numberText(root.box.height, 1)))
                       : Words::counted("document, %1, %n pages", "document, %1, 1 page", qint64(root.children.size()))
                             .arg(toQt(root.text(Prop::paper)));
    formTitle_->setText(title + " — " + kind);
    setWindowTitle(Words::tr("%1%2 — Brindel").arg(title, desk_->unsaved() ? " *" : ""));
}

void MainWindow::refreshStatus() {
    const Form& form = desk_->form();
    const QString unit = measuresFor(form).unit;
    auto text = [](double v) { return toQt(numberText(v, 1)); };
    if (desk_->tool()) {
        statusLeft_->setText(
            Words::tr("Click to place a %1, or draw it with the pointer").arg(toQt(desk_->tool()->word())));
        statusPlace_->setText(desk_->toolStays() ? Words::tr("It stays in hand; Escape puts it down") : "");
    } else if (desk_->selection().empty()) {
        statusLeft_->setText(Words::counted("%n controls, %1 to fill", "1 control, %1 to fill",
                                            qint64(form.controls.size()) - 1 -
                                                (form.isDialog() ? 0 : qint64(form.root().children.size())))
                                 .arg(fieldCount(form)));
        statusPlace_->clear();
    } else if (desk_->selection().size() > 1) {
        statusLeft_->setText(Words::counted("%n controls", "One control", qint64(desk_->selection().size())));
        statusPlace_->setText(Words::tr("lead %1").arg(quoted(form, *form.find(desk_->lead()))));
    } else {
        const Control& c = *form.find(desk_->lead());
        QString kind = Words::shown(row(c.kind).word);
        kind[0] = kind[0].toUpper();
        const Box box = boxOf(form, c);
        statusLeft_->setText(kind +
                             (wordingFor(form, c.id).empty() && c.name.empty() ? QString() : " " + quoted(form, c)));
        statusPlace_->setText(Words::tr("%1, %2 · %3 × %4 %5    text line at %6")
                                  .arg(text(box.left), text(box.top), text(box.width), text(box.height), unit,
                                       text(textLine(form, c.id))));
    }
    // What is to be said of the one that is selected, by its pin's shape.
    const auto open = desk_->selection().size() == 1 && !desk_->isInTheMaking(*form.find(desk_->lead()))
                          ? openAt(desk_->findings(), desk_->lead())
                          : std::vector<const Finding*>();
    statusFinding_->setText(open.empty() ? QString()
                                         : (open[0]->check->severity == Severity::must ? "◆ " : "▲ ") +
                                               Words::shown(open[0]->sentence));
    statusFinding_->setToolTip(open.empty() ? QString() : pinSays(*desk_, desk_->lead()));
    if (!open.empty())
        statusFinding_->setStyleSheet(QString("color: %1;").arg(severityColour(open[0]->check->severity).name()));
    QString saved = !desk_->savedAt().isEmpty() && !desk_->unsaved() ? Words::tr("Saved %1").arg(desk_->savedAt())
                    : desk_->unsaved()                               ? Words::tr("Not saved")
                                                                     : QString();
    if (!desk_->readOnlyBecause().isEmpty()) saved = Words::tr("View only");
    statusSaved_->setText(saved);
    statusZoom_->setText(QString("%1 %").arg(int(std::lround(sheet_->zoom() * 100))));
}

}  // namespace brindel
