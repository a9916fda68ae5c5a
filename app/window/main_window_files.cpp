// The window's files: opening, saving, what was open lately, unsaved work, and what is written for others.
#include <QtWidgets/QtWidgets>

#include "app/passes/hand_over/hand_over_panel.h"
#include "app/passes/protect/seal_dialog.h"
#include "app/sheet/sheet.h"
#include "app/window/file_bar.h"
#include "app/window/file_watch.h"
#include "app/window/languages_dialog.h"
#include "app/window/main_window.h"
#include "app/words.h"
#include "core/file/form_file.h"
#include "core/file/open_mark.h"
#include "core/file/recovery_file.h"
#include "core/file/whole_file.h"
#include "core/file/writing_over.h"
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
    return openRead(path, *opened);
}

bool MainWindow::openRead(const QString& path, const Opened& opened) {
    QString because = Words::shown(opened.readOnlyBecause);
    if (because.isEmpty() && isOpenElsewhere(recoveryFolder(), int(QCoreApplication::applicationPid()), fromQt(path))) {
        QMessageBox box(QMessageBox::Question, Words::tr("Open in another window"),
                        Words::tr("%1 is open in another window. If both save it, one of them loses its changes.")
                            .arg(QFileInfo(path).fileName()),
                        QMessageBox::NoButton, this);
        auto* look = box.addButton(Words::tr("View only"), QMessageBox::AcceptRole);
        auto* work = box.addButton(Words::tr("Work on it here too"), QMessageBox::DestructiveRole);
        box.addButton(Words::tr("Cancel"), QMessageBox::RejectRole);
        box.setDefaultButton(look);
        box.exec();
        if (box.clickedButton() != look && box.clickedButton() != work) return false;
        if (box.clickedButton() == look)
            because = Words::tr("It is open in another window. Here it can be viewed, or saved under another name.");
    }
    goToPass(Pass::layOut);
    desk_->open(opened.form, path, because, opened.digest, opened.sum);
    // A sealed form is there to be filled.
    if (desk_->isShut()) goToPass(Pass::tryOut);
    if (!because.isEmpty()) desk_->say(because);
    remember(path);
    zoomByHand_ = false;
    zoomToFit();
    return true;
}

bool MainWindow::saveFile(const QString& path) {
    // Others may hold what was saved before: what differs from it is another version.
    const Form form = desk_->path().isEmpty() ? desk_->form() : nextVersion(desk_->form(), desk_->savedForm());
    const bool own = !desk_->path().isEmpty() && QFileInfo(path) == QFileInfo(desk_->path());
    const bool isOther = own && fileWatch_->isOther();
    if (isOther && !decideOnOther()) return false;
    if (!mayWriteOver(path, isOther)) return false;
    const std::string text = desk_->textOf(form);
    auto written = writeWhole(fromQt(path), text);
    if (!written) {
        desk_->say(QFileInfo(path).fileName() + ": " + Words::shown(written.error().sentence), true);
        QMessageBox::warning(this, Words::tr("Not saved"),
                             Words::tr("%1 The form is still here; choose another place with Save as.")
                                 .arg(Words::shown(written.error().sentence)));
        return false;
    }
    desk_->saved(path, form.revision, contentSum(text));
    forget(recoveryFolder(), int(QCoreApplication::applicationPid()));
    remember(path);
    return true;
}

bool MainWindow::mayWriteOver(const QString& path, bool knowingly) {
    // A pipe or a device holds no form, and waits for ever when it is read.
    const FileStanding there = standingAt(fromQt(path));
    const bool given = knowingly && there.what == FileStanding::What::broken;
    if (const auto why = formNotWrittenOver(fromQt(path), there, {}); why && !given) {
        QMessageBox::warning(this, Words::tr("Not saved"), Words::shown(why->sentence));
        return false;
    }
    if (there.what != FileStanding::What::sealed || desk_->opens(*there.form->seal)) return true;
    // Nothing that was shut has changed: it is written as it was.
    if (desk_->isShut() && sameContent(*there.form, desk_->form())) return true;
    if (sealState(*there.form) == SealState::damaged) return true;
    SealAsk ask(*there.form,
                Words::tr("%1 is sealed. Overwriting it needs its password.").arg(QFileInfo(path).fileName()), this,
                Words::tr("Overwrite it"), Words::tr("Cancel"));
    return ask.exec() == QDialog::Accepted;
}

void MainWindow::buildFileBar(QVBoxLayout* column) {
    fileBar_ = new FileBar;
    column->addWidget(fileBar_);
    fileWatch_ = new FileWatch(this);
    connect(desk_, &Desk::fileChanged, this, [this] {
        fileBar_->hide();
        fileWatch_->begin(desk_->path(), desk_->fileSum());
        const bool mine = desk_->readOnlyBecause().isEmpty();
        markOpen(recoveryFolder(), int(QCoreApplication::applicationPid()), mine ? fromQt(desk_->path()) : "");
    });
    connect(fileWatch_, &FileWatch::changed, this, &MainWindow::tellOfOther);
    connect(fileBar_->compare, &QPushButton::clicked, this, &MainWindow::compareWithFile);
    connect(fileBar_->take, &QPushButton::clicked, this, &MainWindow::takeFromFile);
    connect(fileBar_->keep, &QPushButton::clicked, this, [this] { askSaveAs(); });
}

void MainWindow::tellOfOther() {
    const auto there = openForm(fromQt(desk_->path()));
    const QString name = QFileInfo(desk_->path()).fileName();
    fileBar_->say(there ? Words::tr("%1 was changed by another program or window.").arg(name)
                        : Words::tr("%1 was changed by another program or window, and cannot be read any more: %2")
                              .arg(name, Words::shown(there.error().sentence)),
                  there.has_value());
}

void MainWindow::compareWithFile() {
    showChanges(true);
    changesPanel_->with(desk_->path());
}

/// Takes over what the file has become. A form with a seal is opened anew, so that its password is asked for.
bool MainWindow::takeFromFile() {
    auto there = openForm(fromQt(desk_->path()));
    if (!there) {
        tellOfOther();
        return false;
    }
    if (there->form.seal || desk_->form().seal) return mayLeaveForm() && openFile(desk_->path());
    desk_->takeFromFile(there->form, there->sum);
    desk_->say(Words::tr("The file's version is loaded. Undo brings back what was here."));
    return true;
}

/// The file has become another one, and the form is to be saved: true when it may be written over.
bool MainWindow::decideOnOther() {
    tellOfOther();
    QMessageBox box(
        QMessageBox::Warning, Words::tr("Changed outside"),
        Words::tr("%1 was changed by another program or window since it was read here. Saving now would lose that "
                  "change.")
            .arg(QFileInfo(desk_->path()).fileName()),
        QMessageBox::NoButton, this);
    auto* compare = box.addButton(Words::tr("Compare"), QMessageBox::ActionRole);
    auto* take = box.addButton(Words::tr("Use theirs"), QMessageBox::ActionRole);
    auto* keep = box.addButton(Words::tr("Save mine under another name…"), QMessageBox::ActionRole);
    auto* over = box.addButton(Words::tr("Replace theirs"), QMessageBox::DestructiveRole);
    box.addButton(Words::tr("Cancel"), QMessageBox::RejectRole);
    box.setDefaultButton(keep);
    const bool readable = openForm(fromQt(desk_->path())).has_value();
    compare->setVisible(readable);
    take->setVisible(readable);
    box.exec();
    if (box.clickedButton() == compare) compareWithFile();
    if (box.clickedButton() == take) takeFromFile();
    if (box.clickedButton() == keep) askSaveAs();
    return box.clickedButton() == over;
}

void MainWindow::askLanguages() {
    if (!openSeal()) return;
    LanguagesDialog dialog(desk_->form(), this);
    if (dialog.exec() == QDialog::Accepted)
        desk_->edit(dialog.form(), Words::tr("Change the translations"), desk_->selection());
}

bool MainWindow::openSeal() {
    if (!desk_->isShut()) return true;
    if (sealState(desk_->form()) == SealState::damaged) {
        desk_->say(Words::tr("The seal of this form is damaged, and no password opens it. It can be filled."), true);
        return false;
    }
    SealAsk ask(desk_->form(), Words::tr("Anyone can fill it. Changing it needs its password."), this);
    if (ask.exec() != QDialog::Accepted) return false;
    if (!desk_->openSeal(ask.key()))
        QMessageBox::warning(this, Words::tr("Changed by hand"),
                             Words::tr("This form was changed after it was sealed, by somebody without the password. "
                                       "Check it before you pass it on."));
    return true;
}

void MainWindow::askSeal() {
    if (!openSeal()) return;
    const Form& form = desk_->form();
    if (!form.seal) {
        SealDialog dialog(form, this);
        if (dialog.exec() != QDialog::Accepted) return;
        desk_->seal(dialog.sealing());
        return desk_->say(Words::tr("Sealed. It stays open here until you close it or choose Form, Shut the seal."));
    }
    if (sealState(form) == SealState::whole) {
        SealAsk ask(form, Words::tr("Without its seal anyone can change the form. Removing it needs the password."),
                    this, Words::tr("Remove the seal"), Words::tr("Cancel"));
        if (ask.exec() != QDialog::Accepted) return;
    }
    desk_->edit(unsealed(form), Words::tr("Remove the seal"));
    desk_->say(Words::tr("The seal is removed. Save the form to remove it from the file as well."));
}

void MainWindow::shutSeal() {
    if (!desk_->form().seal) return desk_->say(Words::tr("The form is not sealed."), true);
    // What is not saved would be lost to whoever does not have the password.
    if (desk_->unsaved() && !askSave()) return;
    goToPass(Pass::tryOut);
    desk_->shut();
    desk_->say(Words::tr("Shut: it can be filled; changing it needs its password."));
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
    auto* drop = box.addButton(Words::tr("Discard"), QMessageBox::DestructiveRole);
    box.addButton(Words::tr("Cancel"), QMessageBox::RejectRole);
    box.setDefaultButton(save);
    box.exec();
    if (box.clickedButton() == save) return askSave();
    return box.clickedButton() == drop;
}

void MainWindow::newForm(Kind kind) {
    if (!mayLeaveForm()) return;
    goToPass(Pass::layOut);
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

void MainWindow::closeEvent(QCloseEvent* event) {
    if (!mayLeaveForm()) return event->ignore();
    markOpen(recoveryFolder(), int(QCoreApplication::applicationPid()), "");
    forget(recoveryFolder(), int(QCoreApplication::applicationPid()));
    event->accept();
}

void MainWindow::takeUp(const RecoveryFile& kept) {
    auto file = kept.path.empty() ? Result<Opened>(tl::unexpected(Problem{})) : openForm(kept.path);
    desk_->open(file ? file->form : brindel::newForm(kept.form.root().kind), toQt(kept.path),
                toQt(kept.readOnlyBecause));
    // Unsaved work on a sealed form lies there as it was kept, and needs the password as well.
    if (kept.form.seal) {
        goToPass(Pass::layOut);
        desk_->open(kept.form, toQt(kept.path), toQt(kept.readOnlyBecause));
        desk_->setSavedForm(file ? file->form : brindel::newForm(kept.form.root().kind));
        goToPass(Pass::tryOut);
    } else {
        desk_->edit(kept.form, Words::tr("Restore unsaved work"));
    }
    // A record that bears this process's number is the one that it keeps now.
    const QString own = QString("unsaved-%1.json").arg(QCoreApplication::applicationPid());
    if (autosave() && !kept.record.empty() && QFileInfo(toQt(kept.record)).fileName() != own)
        QFile::remove(toQt(kept.record));
}

bool MainWindow::autosave() {
    const std::string folder = recoveryFolder();
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
