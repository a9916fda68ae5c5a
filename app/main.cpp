// brindel: the designer. With --picture it paints its window to a file and ends.
#include <CLI/CLI.hpp>
#include <QtWidgets/QtWidgets>
#include <iostream>

#include "app/compare/changes_watch.h"
#include "app/intake/intake_dialog.h"
#include "app/passes/try_out/try_strip.h"
#include "app/sheet/sheet.h"
#include "app/theme/theme.h"
#include "app/window/main_window.h"
#include "app/words.h"
#include "core/file/form_file.h"
#include "core/file/recovery_file.h"
#include "core/file/whole_file.h"
#include "core/naming/names.h"
#include "filler/desktop_font.h"
#include "filler/display.h"
#include "filler/drawing_painter.h"

using namespace brindel;

namespace {

void offerLeftBehind(MainWindow& window) {
    for (const RecoveryFile& kept : leftBehind(recoveryFolder())) {
        const QString what = kept.path.empty() ? Words::tr("a form that was never saved")
                                               : Words::tr("changes to %1").arg(QFileInfo(toQt(kept.path)).fileName());
        QMessageBox box(QMessageBox::Question, Words::tr("Unsaved work"),
                        Words::tr("Brindel ended before %1 could be saved.").arg(what), QMessageBox::NoButton, &window);
        auto* take = box.addButton(Words::tr("Restore it"), QMessageBox::AcceptRole);
        auto* drop = box.addButton(Words::tr("Discard it"), QMessageBox::DestructiveRole);
        box.addButton(Words::tr("Decide later"), QMessageBox::RejectRole);
        box.exec();
        if (box.clickedButton() == drop) QFile::remove(toQt(kept.record));
        if (box.clickedButton() != take) continue;
        window.takeUp(kept);
        return;
    }
}

int paintPicture(MainWindow& window, const QString& out, const std::string& pass,
                 const std::vector<std::string>& select, const std::vector<std::string>& commands,
                 const std::string& language, QSize size) {
    window.resize(size);
    window.show();
    QCoreApplication::processEvents();
    window.zoomToFit();
    Ids ids;
    for (const std::string& name : select) {
        const Form& form = window.desk().form();
        const Control* c = form.named(name);
        for (Id id : allIds(form))
            if (!c && wordingFor(form, id) == name) c = form.find(id);
        if (!c) {
            std::cerr << "--select: The form has no control “" << name << "”.\n";
            return 2;
        }
        ids.push_back(c->id);
    }
    window.desk().select(ids);
    if (const Control* c = ids.empty() ? nullptr : window.desk().form().find(ids[0]); c && c->is().turned) {
        window.desk().turn(c->parent, c->id);
        window.desk().select({});
    }
    for (const PassRow& r : passes())
        if (pass == r.key) window.setPass(r.pass);
    if (!language.empty() && !window.part<TryStrip>().choose(language)) {
        std::cerr << "--language: The form has no wording in “" << language << "”.\n";
        return 2;
    }
    for (const std::string& key : commands) {
        QAction* action = window.command(toQt(key));
        if (!action) {
            std::cerr << "--do: There is no command “" << key << "”.\n";
            return 2;
        }
        window.desk().watch().wait();
        action->trigger();
        QCoreApplication::processEvents();
    }
    window.desk().watch().wait();
    window.desk().changes().wait();
    for (int i = 0; i < 10; ++i) QCoreApplication::processEvents(QEventLoop::AllEvents, 30);
    if (!window.grab().save(out)) {
        std::cerr << fromQt(out) << ": The picture cannot be written.\n";
        return 3;
    }
    return 0;
}

/// The window in which a form is made from what exists.
int paintIntake(MainWindow& window, const QString& out, const QString& from, QSize size) {
    IntakeDialog intake(window.desk().fonts());
    intake.resize(size);
    if (!intake.readFile(from)) {
        std::cerr << fromQt(from) << ": The file cannot be read.\n";
        return 3;
    }
    intake.show();
    intake.turnToFirst();
    for (int i = 0; i < 10; ++i) QCoreApplication::processEvents(QEventLoop::AllEvents, 30);
    return intake.grab().save(out) ? 0 : 3;
}

struct Asked {
    std::string path, from, picture, pass = "lay-out", size = "1280x800", language;
    std::vector<std::string> select, commands;
    bool keys = false, words = false, dark = false;
    bool withoutWindow() const { return keys || words || !picture.empty(); }
};

void addOptions(CLI::App& app, Asked& asked) {
    app.add_option("FORM", asked.path, "The form to open");
    app.add_option("--from", asked.from, "A text or table to make a form from");
    app.add_option("--picture", asked.picture, "Paints the window to this PNG file and ends");
    std::vector<std::string> keys;
    for (const PassRow& r : passes()) keys.push_back(r.key);
    app.add_option("--pass", asked.pass, "The pass to show")->check(CLI::IsMember(keys));
    app.add_option("--size", asked.size, "The window's size, as 1280x800");
    app.add_option("--select", asked.select, "Names or wordings of controls to select")->allow_extra_args(false);
    app.add_option("--do", asked.commands, "Commands to run before the picture is painted, by their keys")
        ->allow_extra_args(false);
    app.add_option("--language", asked.language, "The language in which the form is tried in the picture");
    app.add_flag("--keys", asked.keys, "Prints the page of keys as Markdown and ends");
    app.add_flag("--words", asked.words, "Prints the words of all tables for translators and ends");
    app.add_flag("--dark", asked.dark, "The dark window");
    app.allow_extras(false);
}

/// "1280x800", of 200 to 8000 each; nothing for anything else.
std::optional<QSize> sizeFrom(const std::string& text) {
    const QStringList measure = toQt(text).split('x');
    const QSize size = measure.size() == 2 ? QSize(measure[0].toInt(), measure[1].toInt()) : QSize();
    const bool fits = size.width() >= 200 && size.height() >= 200 && size.width() <= 8000 && size.height() <= 8000;
    return fits ? std::optional(size) : std::nullopt;
}

/// The form of the call; the exit where it cannot be read, with what is wrong said.
tl::expected<Opened, int> openedAt(const std::string& path) {
    auto read = openForm(path);
    if (read) return std::move(*read);
    const Problem& wrong = read.error();
    std::cerr << path << ':' << (wrong.place.empty() ? "" : wrong.place + ":") << ' ' << wrong.sentence << '\n';
    return tl::unexpected(wrong.place.empty() ? 3 : 1);
}

/// What the build asks for: the page of keys, the words of all tables.
void print(const MainWindow& window, const Asked& asked) {
    if (asked.keys) std::cout << fromQt(window.keysPage());
    if (asked.words)
        for (QString word : window.tableWords())
            std::cout << "QT_TRANSLATE_NOOP(\"Words\", \""
                      << fromQt(word.replace('\\', "\\\\").replace('"', "\\\"").replace('\n', "\\n")) << "\")\n";
}

/// The window until it is closed. One in other colours takes over the desk of the one before.
int shown(QApplication& qt, std::unique_ptr<MainWindow> window, QSize size) {
    window->resize(size.boundedTo(QGuiApplication::primaryScreen()->availableSize()));
    window->show();
    window->zoomToFit();
    QTimer::singleShot(0, window.get(), [&] { offerLeftBehind(*window); });
    std::function<void()> turn = [&] {
        auto next = std::make_unique<MainWindow>(newForm(window->desk().form().root().kind));
        next->desk().takeOver(window->desk());
        next->setGeometry(window->geometry());
        next->show();
        next->zoomToFit();
        window->hide();
        window = std::move(next);
        QObject::connect(window.get(), &MainWindow::darkTurned, &qt, turn, Qt::QueuedConnection);
    };
    QObject::connect(window.get(), &MainWindow::darkTurned, &qt, turn, Qt::QueuedConnection);
    return QApplication::exec();
}

}  // namespace

int main(int argc, char** argv) {
    takeSignalsAsProblems();
    CLI::App app{"Designs dialogs and fillable documents."};
    app.set_version_flag("--version", "Brindel 0.1.0");
    Asked asked;
    addOptions(app, asked);
    try {
        app.parse(argc, argv);
    } catch (const CLI::ParseError& error) {
        return app.exit(error) == 0 ? 0 : 2;
    }
    const auto size = sizeFrom(asked.size);
    if (!size) {
        std::cerr << "--size: A size such as 1280x800 is expected.\n";
        return 2;
    }
    if (asked.withoutWindow() && qEnvironmentVariableIsEmpty("QT_QPA_PLATFORM") &&
        qEnvironmentVariableIsEmpty("DISPLAY") && qEnvironmentVariableIsEmpty("WAYLAND_DISPLAY"))
        qputenv("QT_QPA_PLATFORM", "offscreen");

    needDisplay("brindel");
    QApplication qt(argc, argv);
    displayFound();
    QApplication::setApplicationName("brindel");
    useDesktopFont();
    std::optional<Opened> opened;
    if (!asked.path.empty()) {
        auto read = openedAt(asked.path);
        if (!read) return read.error();
        opened = std::move(*read);
    }
    if (const QVariant dark = QSettings("brindel", "brindel").value("dark"); dark.isValid() && asked.picture.empty())
        setDark(dark.toBool());
    if (asked.dark) setDark(true);
    // The window is made around a small form: one of twenty thousand controls is laid on its desk once.
    auto window = std::make_unique<MainWindow>(newForm(Kind::dialog));
    if (asked.keys || asked.words) {
        print(*window, asked);
        return 0;
    }
    if (opened && asked.picture.empty()) {
        if (!window->openRead(toQt(asked.path), *opened)) return 1;
    } else if (opened) {
        window->desk().open(opened->form, toQt(asked.path), toQt(opened->readOnlyBecause.text()), opened->digest);
        if (window->desk().isShut()) window->setPass(Pass::tryOut);
    }
    opened.reset();
    window->resize(*size);
    if (asked.path.empty() && asked.commands.empty()) window->showStart(true);
    if (!asked.picture.empty() && !asked.from.empty())
        return paintIntake(*window, toQt(asked.picture), toQt(asked.from), *size);
    if (!asked.from.empty())
        QTimer::singleShot(0, window.get(), [main = window.get(), from = toQt(asked.from)] { main->askIntake(from); });
    if (!asked.picture.empty())
        return paintPicture(*window, toQt(asked.picture), asked.pass, asked.select, asked.commands, asked.language,
                            *size);
    return shown(qt, std::move(window), *size);
}
