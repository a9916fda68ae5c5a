#include "app/passes/hand_over/exporting.h"

#include <QtWidgets/QtWidgets>

#include "app/passes/protect/seal_dialog.h"
#include "app/words.h"
#include "core/file/whole_file.h"
#include "core/file/writing_over.h"
#include "core/text/clock.h"
#include "filler/drawing_painter.h"

namespace brindel {
namespace {

QString besideForm(const Desk& desk) {
    const QFileInfo file(desk.path());
    return desk.path().isEmpty() ? QString("form") : file.path() + "/" + file.completeBaseName();
}

/// The form as it is handed over: what "today" starts with is worked out as a filler would have it.
FormSession sessionOf(const Desk& desk) {
    return FormSession(desk.form(), todayHere(), minutesHere());
}

/// The word that seals what is exported of a sealed form; null where it is not given.
std::shared_ptr<const Secret> askOwner(const Form& form, QWidget& over) {
    if (sealState(form) != SealState::whole) return nullptr;
    // What fillers get of a sealed form is sealed with the same word, which is kept nowhere and so is asked for.
    SealAsk ask(form,
                Words::tr("The form is sealed. With its password what you export is sealed as well: it can be filled "
                          "in, but changed only with the password."),
                &over, Words::tr("Seal it"), Words::tr("Export it unsealed"));
    if (ask.exec() != QDialog::Accepted) return nullptr;
    return std::make_shared<const Secret>(std::string(ask.word().text()));
}

Result<void> writtenTo(const Desk& desk, const Target& target, const HandOverPanel& ways, const QString& folder) {
    const auto files = target.several(sessionOf(desk), desk.fonts(), {.classNames = ways.choice().classNames});
    return files ? writeFiles(*files, fromQt(folder)) : Result<void>(tl::unexpected(files.error()));
}

void askExportFolder(Desk& desk, const Target& target, const HandOverPanel& ways, QWidget& over) {
    const QString folder =
        QFileDialog::getExistingDirectory(&over, Words::tr("Export %1 to a folder").arg(Words::shown(target.word)),
                                          desk.path().isEmpty() ? QString() : QFileInfo(desk.path()).path());
    if (folder.isEmpty()) return;
    if (const auto written = writtenTo(desk, target, ways, folder))
        desk.say(Words::tr("Exported to the folder %1. Your own files there are unchanged.")
                     .arg(QFileInfo(folder).fileName()));
    else
        desk.say(Words::shown(written.error().sentence), true);
}

}  // namespace

void askExport(Desk& desk, const Target& target, const HandOverPanel& ways, QWidget& over) {
    if (target.several) return askExportFolder(desk, target, ways, over);
    const QString path = QFileDialog::getSaveFileName(
        &over, Words::tr("Export %1").arg(Words::shown(target.word)), besideForm(desk) + "." + toQt(target.ending),
        QString("%1 (*.%2)").arg(Words::shown(target.files), toQt(target.ending)));
    if (path.isEmpty()) return;
    const auto owner = target.sealed ? askOwner(desk.form(), over) : nullptr;
    const auto bytes = target.made(sessionOf(desk), desk.fonts(),
                                   {.scale = 2, .owner = owner.get(), .blank = true, .page = ways.pageChoice()});
    const auto written = bytes ? writtenBeside(fromQt(path), *bytes) : Result<void>(tl::unexpected(bytes.error()));
    const QString name = QFileInfo(path).fileName();
    if (written)
        desk.say((owner ? Words::tr("Exported and sealed: %1.") : Words::tr("Exported: %1.")).arg(name));
    else
        desk.say(name + ": " + Words::shown(written.error().sentence), true);
}

void askKit(const Form& form, HandOverPanel& panel, QWidget& over) {
    const bool zipped = panel.choice().zipped;
    const QString path = QFileDialog::getSaveFileName(
        &over, zipped ? Words::tr("Export the kit as a ZIP") : Words::tr("Export the kit to a folder of this name"),
        panel.usualPath(), zipped ? Words::tr("ZIP (*.zip)") : QString(), nullptr, QFileDialog::DontConfirmOverwrite);
    if (path.isEmpty()) return;
    const auto targets = panel.choice().targets;
    const bool sealed = std::ranges::any_of(targets, [](const std::string& key) {
        const Target* one = targetFrom(key);
        return one && one->sealed;
    });
    panel.write(zipped && !path.endsWith(".zip") ? path + ".zip" : path, sealed ? askOwner(form, over) : nullptr);
}

void preview(Desk& desk, const Target& target, const HandOverPanel& ways) {
    static const QTemporaryDir folder;
    const QString path = folder.filePath("look" + (target.several ? toQt(target.called) : "." + toQt(target.ending)));
    auto put = [&]() -> Result<void> {
        if (target.several) return writtenTo(desk, target, ways, path);
        const auto bytes = target.made(
            sessionOf(desk), desk.fonts(),
            {.scale = 2, .owner = nullptr, .blank = true, .sendTo = ways.choice().sendTo, .page = ways.pageChoice()});
        return bytes ? writeWhole(fromQt(path), *bytes) : Result<void>(tl::unexpected(bytes.error()));
    };
    if (const auto written = put(); !written) return desk.say(Words::shown(written.error().sentence), true);
    if (!QDesktopServices::openUrl(QUrl::fromLocalFile(path)))
        desk.say(Words::tr("No program here can open it. It is saved as %1.").arg(path), true);
}

}  // namespace brindel
