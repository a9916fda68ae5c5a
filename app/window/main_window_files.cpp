// The window's files: opening, saving, what was open lately, unsaved work, and what is written for others.
#include <QtWidgets/QtWidgets>

#include "app/sheet/sheet.h"
#include "app/window/main_window.h"
#include "app/words.h"
#include "core/file/form_file.h"
#include "core/file/keepsake.h"
#include "core/file/whole_file.h"
#include "core/session/form_session.h"
#include "core/text/clock.h"
#include "filler/drawing_painter.h"

namespace brindel {

bool MainWindow::openFile(const QString& path) {
    auto opened = openForm(fromQt(path));
    if (!opened) {
        const Problem& p = opened.error();
        const QString where =
            p.place.empty() ? QFileInfo(path).fileName() : QFileInfo(path).fileName() + ", " + toQt(p.place);
        desk_->say(where + ": " + Words::shown(p.sentence), true);
        return false;
    }
    setPass(Pass::layOut);
    desk_->open(opened->form, path, Words::shown(opened->readOnlyBecause));
    if (!opened->readOnlyBecause.empty()) desk_->say(Words::shown(opened->readOnlyBecause));
    remember(path);
    zoomByHand_ = false;
    zoomToFit();
    return true;
}

bool MainWindow::saveFile(const QString& path) {
    // Others may hold what was saved before: what differs from it is another version.
    const Form form = desk_->path().isEmpty() ? desk_->form() : nextVersion(desk_->form(), desk_->savedForm());
    auto written = saveForm(form, fromQt(path));
    if (!written) {
        desk_->say(QFileInfo(path).fileName() + ": " + Words::shown(written.error().sentence), true);
        QMessageBox::warning(this, Words::tr("Not saved"),
                             Words::tr("%1 The form is still here; choose another place with Save as.")
                                 .arg(Words::shown(written.error().sentence)));
        return false;
    }
    desk_->saved(path, form.revision);
    forget(keepsakeFolder(), int(QCoreApplication::applicationPid()));
    remember(path);
    return true;
}

void MainWindow::remember(const QString& path) {
    QSettings settings("brindel", "brindel");
    QStringList recent = settings.value("recent").toStringList();
    const QString full = QFileInfo(path).absoluteFilePath();
    recent.removeAll(full);
    recent.prepend(full);
    settings.setValue("recent", QStringList(recent.mid(0, 10)));
}

void MainWindow::fillRecent() {
    recent_->clear();
    for (const QString& path : QSettings("brindel", "brindel").value("recent").toStringList())
        if (QFileInfo::exists(path))
            connect(recent_->addAction(QFileInfo(path).fileName()), &QAction::triggered, this, [this, path] {
                if (mayLeaveForm()) openFile(path);
            });
    if (recent_->isEmpty()) recent_->addAction(Words::tr("No forms yet"))->setEnabled(false);
}

bool MainWindow::mayLeaveForm() {
    if (!desk_->unsaved()) return true;
    QMessageBox box(QMessageBox::Question, Words::tr("Save the form?"),
                    Words::tr("The form has changes that are not saved."), QMessageBox::NoButton, this);
    auto* save = box.addButton(Words::tr("Save"), QMessageBox::AcceptRole);
    auto* drop = box.addButton(Words::tr("Throw away"), QMessageBox::DestructiveRole);
    box.addButton(Words::tr("Stay here"), QMessageBox::RejectRole);
    box.setDefaultButton(save);
    box.exec();
    if (box.clickedButton() == save) return askSave();
    return box.clickedButton() == drop;
}

void MainWindow::newForm(Kind kind) {
    if (!mayLeaveForm()) return;
    setPass(Pass::layOut);
    desk_->open(brindel::newForm(kind), {});
    zoomByHand_ = false;
    zoomToFit();
}

void MainWindow::askOpen() {
    if (!mayLeaveForm()) return;
    const QString path = QFileDialog::getOpenFileName(this, Words::tr("Open a form"), QFileInfo(desk_->path()).path(),
                                                      Words::tr("Forms (*.brindel)"));
    if (!path.isEmpty()) openFile(path);
}

bool MainWindow::askSave() {
    return desk_->path().isEmpty() || !desk_->readOnlyBecause().isEmpty() ? askSaveAs() : saveFile(desk_->path());
}

QString MainWindow::saveAsName() const {
    const QString title = toQt(desk_->form().root().text(Prop::title)).toLower().replace(' ', '-');
    if (desk_->path().isEmpty()) return (title.isEmpty() ? "form" : title) + ".brindel";
    if (desk_->readOnlyBecause().isEmpty()) return desk_->path();
    const QFileInfo file(desk_->path());
    return file.path() + "/" + file.completeBaseName() + "-copy.brindel";
}

bool MainWindow::askSaveAs() {
    QString path =
        QFileDialog::getSaveFileName(this, Words::tr("Save the form"), saveAsName(), Words::tr("Forms (*.brindel)"));
    if (path.isEmpty()) return false;
    if (QFileInfo(path).suffix().isEmpty()) path += ".brindel";
    if (!desk_->readOnlyBecause().isEmpty() && QFileInfo(path) == QFileInfo(desk_->path())) {
        QMessageBox::warning(this, Words::tr("Not saved"),
                             desk_->readOnlyBecause() + Words::tr(" Choose another name."));
        return false;
    }
    return saveFile(path);
}

void MainWindow::askExport(const Target& target) {
    const Form& form = desk_->form();
    QString base = desk_->path().isEmpty()
                       ? QString("form")
                       : QFileInfo(desk_->path()).path() + "/" + QFileInfo(desk_->path()).completeBaseName();
    const QString path = QFileDialog::getSaveFileName(
        this, Words::tr("Write %1").arg(Words::shown(target.word)), base + "." + toQt(target.key),
        QString("%1 (*.%2)").arg(Words::shown(target.files), toQt(target.key)));
    if (path.isEmpty()) return;
    // What "today" starts with is worked out as a filler would have it.
    const FormSession session(form, todayHere(), minutesHere());
    auto bytes = target.made(session.form(), desk_->fonts(), session.filling(), {.scale = 2});
    auto written = bytes ? writeWhole(fromQt(path), *bytes) : Result<void>(tl::unexpected(bytes.error()));
    if (written)
        desk_->say(Words::tr("Written: %1.").arg(QFileInfo(path).fileName()));
    else
        desk_->say(QFileInfo(path).fileName() + ": " + Words::shown(written.error().sentence), true);
}

void MainWindow::closeEvent(QCloseEvent* event) {
    if (!mayLeaveForm()) return event->ignore();
    forget(keepsakeFolder(), int(QCoreApplication::applicationPid()));
    event->accept();
}

void MainWindow::takeUp(const Keepsake& kept) {
    auto file = kept.path.empty() ? Result<Opened>(tl::unexpected(Problem{})) : openForm(kept.path);
    desk_->open(file ? file->form : brindel::newForm(kept.form.root().kind), toQt(kept.path),
                toQt(kept.readOnlyBecause));
    desk_->edit(kept.form, Words::tr("Take up unsaved work"));
    // A record that bears this process's number is the one that it keeps now.
    const QString own = QString("unsaved-%1.json").arg(QCoreApplication::applicationPid());
    if (autosave() && QFileInfo(toQt(kept.record)).fileName() != own) QFile::remove(toQt(kept.record));
}

bool MainWindow::autosave() {
    const std::string folder = keepsakeFolder();
    if (folder.empty()) return false;
    const int pid = int(QCoreApplication::applicationPid());
    if (!desk_->unsaved()) {
        forget(folder, pid);
        return true;
    }
    // Nothing is said: what cannot be kept now is tried again in a few seconds, and saving says what is wrong.
    return keep(folder, pid, {"", fromQt(desk_->path()), fromQt(desk_->readOnlyBecause()), desk_->form()}).has_value();
}

}  // namespace brindel
