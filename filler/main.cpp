// brindel-fill: opens a form for filling only. Exit 0 when the reply was accepted, 1 when the filler went away without
// one, 2 when the call is wrong, 3 when a file cannot be read or written, 5 when there is no display.
#include <CLI/CLI.hpp>
#include <QtWidgets/QtWidgets>
#include <cstdio>
#include <iostream>

#include "core/file/form_file.h"
#include "core/file/recovery_file.h"
#include "core/file/whole_file.h"
#include "core/file/writing_over.h"
#include "core/intake/reply_file.h"
#include "core/intake/reply_table.h"
#include "core/model/problem_line.h"
#include "core/replies/table_source.h"
#include "core/replies/waiting.h"
#include "core/text/clock.h"
#include "core/text/phrases.h"
#include "core/wording/texts.h"
#include "filler/desktop_font.h"
#include "filler/display.h"
#include "filler/drawing_painter.h"
#include "filler/ended_outside.h"
#include "filler/filling_window.h"
#include "filler/unfinished_offer.h"

using namespace brindel;

namespace {

int problem(const std::string& file, const Problem& p, int status) {
    std::cerr << problemLine(file, p);
    return status;
}

/// The store of the call, when it names one.
struct Keeping {
    std::string address;                   // empty when there is none
    Form form;                             // in its own language, as its file has it
    std::optional<ReplyStore> store = {};  // nothing while it is away
    std::string id = newId();              // of the filling
    std::string folder = waitingFolder();

    static constexpr Patience patience{5'000};  // a filler waits for the window meanwhile
    std::string spokenStore() const { return spokenAddress(address); }

    Result<void> open() {
        if (store) return {};
        auto opened = ReplyStore::open(address, false, patience);
        if (!opened) return tl::unexpected(opened.error());
        store = std::move(*opened);
        return {};
    }
    /// Puts in what waits since the store was away.
    void putWaiting() {
        auto went = putWaitingIn(folder, address, *store);
        if (!went) return void(problem(spokenStore(), went.error(), 0));
        if (went->in > 0) std::cerr << spokenStore() << ": " << went->in << " saved that had waited" << std::endl;
        for (const Problem& left : went->left) problem(left.place, {"", left.sentence}, 0);
    }
    /// Saves one reply, and gives what is told to its filler. Given again because something else failed, it is the same
    /// one. While the store is away it waits in the user's state folder.
    Result<std::string> keep(const std::string& reply, const std::string& language) {
        auto read = readReply(reply);
        if (!read) return tl::unexpected(read.error());
        auto opened = open();
        auto kept = opened ? store->append(form, *read, {"program"}) : Result<KeptAs>(tl::unexpected(opened.error()));
        if (kept) {
            std::cerr << spokenStore() << ": saved as reply " << kept->number << std::endl;
            putWaiting();
            return phrase(Phrase::wasKeptAs, language, {std::int64_t(kept->number)});
        }
        store.reset();
        if (!letWait(folder, address, {&form, *read, {"program"}})) return tl::unexpected(kept.error());
        problem(spokenStore(), {"", kept.error().sentence}, 0);
        std::cerr << spokenStore() << ": the reply waits on this computer until the store is back" << std::endl;
        return phrase(Phrase::waitsHere, language);
    }
};

/// Gives a reply where the call wants it, and what is told to its filler, which is empty where there is no store; says
/// why not, and gives nothing, where that fails.
std::optional<std::string> deliver(const std::string& reply, const std::string& path, const std::string& language,
                                   const std::vector<std::string>& readFrom, Keeping& keeping) {
    const std::string whole = withId(reply, keeping.id);
    const bool keeps = !keeping.address.empty();
    const bool out = path == "-" || (path.empty() && !keeps);
    std::string told;
    Result<void> written;
    if (!out && !path.empty()) written = writtenBeside(path, whole, readFrom);
    if (written && keeps)
        written = keeping.keep(whole, language).map([&](std::string said) { told = std::move(said); });
    if (written && out) written = writeOut(whole);
    if (written) keeping.id = newId();  // the next filling is another one, whatever it says
    if (written) return told;
    QMessageBox::warning(nullptr, "Brindel",
                         toQt(written.error().sentence.text() + " " + phrase(Phrase::staysOpen, language)));
    return std::nullopt;
}

struct Asked {
    std::string path, values, table, where, reply, language, store;
    bool again = false;
    std::vector<std::string> read() const { return {path, values, table}; }
};

void addOptions(CLI::App& app, Asked& asked) {
    app.add_option("FORM", asked.path, "A form file")->required();
    app.add_option(
        "--values", asked.values,
        "What to start with: a JSON file of values, a reply, or a filled PDF, FDF, XFDF, DOCX or ODT; - for standard "
        "input");
    app.add_option("--from", asked.table,
                   "What to start with: a row of a table (.csv) or of a store, whose headings are names of fields")
        ->excludes("--values");
    app.add_option("--where", asked.where, "Which row: a column and its value, such as 'sail=K 123'")->needs("--from");
    app.add_option("--reply", asked.reply, "Where the reply goes; - for standard output");
    app.add_option("--store", asked.store,
                   "Where the replies are saved, a row each: a file such as replies.db, or postgresql://…; otherwise, "
                   "without --reply, where the form says");
    app.add_flag("--again", asked.again,
                 "Starts over for the next filler after each reply, until the window is closed");
    app.add_option("--language", asked.language, "Language in which it is filled, such as de");
}

/// Fills in what a file or a row of a table has; 0, or the exit where that is refused.
int startWith(FormSession& session, const Asked& asked) {
    std::vector<Problem> refused;
    if (!asked.values.empty()) {
        auto text = readWhole(asked.values == "-" ? "/dev/stdin" : asked.values);
        if (!text) return problem(asked.values, text.error(), 3);
        auto given = replyFromFile(session.form(), FontBook(), *text);
        if (!given) return problem(asked.values, given.error(), 1);
        refused = std::move(given->refused);
        for (Problem& one : session.take(given->reply)) refused.push_back(std::move(one));
        for (const Problem& one : refused) problem(asked.values, one, 1);
    }
    if (!asked.table.empty()) {
        const std::string from = spokenAddress(asked.table);
        auto rows = tableFrom(asked.table);
        if (!rows) return problem(from, rows.error(), 3);
        auto row = rowFromTable(session.form(), rows->text, asked.where);
        if (!row) return problem(from, row.error(), 1);
        refused = session.take(*row);
        for (const Problem& one : refused) problem(from, one, 1);
    }
    return refused.empty() ? 0 : 1;
}

/// Where the reply goes is looked at before anybody begins to fill in: 0, or the exit where it cannot go there.
int lookWhere(const Asked& asked, const Form& form, Keeping& keeping) {
    if (!asked.reply.empty() && asked.reply != "-") {
        if (const auto why = notWrittenOver(asked.reply, asked.read())) return problem(asked.reply, *why, 3);
        if (const auto can = canBeWritten(asked.reply); !can) return problem(asked.reply, can.error(), 3);
    }
    if (asked.store.empty()) return 0;
    const std::string address = keeping.spokenStore();
    if (auto there = keeping.open(); !there) {
        // A server may be back when the form is filled in; a file that cannot be opened is a wrong call.
        problem(address, there.error(), 3);
        if (!isServerAddress(asked.store) || keeping.folder.empty()) return 3;
        std::cerr << address << ": replies wait on this computer until the store is back" << std::endl;
        return 0;
    }
    auto changes = keeping.store->changesFor(form);
    if (!changes) return problem(address, changes.error(), 1);
    for (const Sentence& change : *changes) problem(address, {"", change}, 0);
    keeping.putWaiting();
    return 0;
}

/// The window while somebody fills in: what becomes of each reply, and of what is not finished.
class FillerRun {
  public:
    FillerRun(QApplication& qt, FormSession& session, const FontBook& fonts, const Asked& asked, Keeping& keeping)
        : qt_(qt), session_(session), asked_(asked), keeping_(keeping), window_(session, fonts) {
        FormToFill* const view = &window_.view();
        QObject::connect(view, &FormToFill::accepted, &qt_, [this] { accepted(); });
        QObject::connect(view, &FormToFill::left, &qt_, [this] { end(); });
        QObject::connect(view, &FormToFill::acceptedAndGoesOn, &qt_, [this](const std::string& given) {
            const auto told = delivered(given);
            if (told && !keeping_.store) tell(*told);
        });
        QObject::connect(view, &FormToFill::told, &qt_,
                         [](const std::string& name) { std::cerr << "signal " << spoken(name) << std::endl; });
    }

    int run() {
        const EndedOutside outside(qt_, [this] {
            if (!undecided_) (void)keepUnfinished(folder_, asked_.path, session_);
        });
        window_.show();
        // What was being filled in when the program was ended from outside is offered, once the window is there.
        if (asked_.values.empty() && asked_.table.empty()) {
            undecided_ = true;
            undecided_ = !offerUnfinished(session_, folder_, asked_.path, window_.top());
            window_.view().refresh();
        }
        if (!outside.ended() && !over_) qt_.exec();
        window_.remember();
        return status_;
    }

  private:
    /// One reply after another: the second is reply-2.json, beside the first.
    std::string nextPath() {
        if (++replies_ == 1 || asked_.reply.empty() || asked_.reply == "-") return asked_.reply;
        const QFileInfo first(toQt(asked_.reply));
        const QString end = first.suffix().isEmpty() ? "" : "." + first.suffix();
        return fromQt(first.dir().filePath(first.completeBaseName() + "-" + QString::number(replies_) + end));
    }
    std::optional<std::string> delivered(const std::string& reply) {
        const std::string& language = session_.form().root().text(Prop::language);
        auto told = deliver(reply, nextPath(), language, asked_.read(), keeping_);
        told ? status_ = 0 : --replies_;
        return told;
    }
    /// What became of the answers is told where somebody stays to read it, or where they wait.
    void tell(const std::string& told) {
        if (!told.empty() && (asked_.again || !keeping_.store))
            QMessageBox::information(&window_.top(), window_.top().windowTitle(), toQt(told));
    }
    void accepted() {
        const auto told = delivered(session_.reply());
        if (!told) return;
        forgetUnfinished(folder_, asked_.path);
        tell(*told);
        // A form that accepts itself when it opens does so once.
        if (!asked_.again || startingOver_) return end();
        startingOver_ = true;
        window_.startOver();
        startingOver_ = false;
    }
    void end() {
        forgetUnfinished(folder_, asked_.path);
        over_ = true;
        qt_.quit();
    }

    QApplication& qt_;
    FormSession& session_;
    const Asked& asked_;
    Keeping& keeping_;
    const std::string folder_ = recoveryFolder();
    FillingWindow window_;
    int status_ = 1, replies_ = 0;
    bool startingOver_ = false;
    bool over_ = false;       // a form may be accepted, or left, as soon as it opens
    bool undecided_ = false;  // what was kept is offered, and stays until that is answered
};

}  // namespace

int main(int argc, char** argv) {
    takeSignalsAsProblems();
    CLI::App app{"Opens a form for filling."};
    app.set_version_flag("--version", "Brindel 0.1.0");
    Asked asked;
    addOptions(app, asked);
    try {
        app.parse(argc, argv);
    } catch (const CLI::ParseError& error) {
        return app.exit(error) == 0 ? 0 : 2;
    }
    auto opened = openForm(asked.path);
    if (!opened) return problem(asked.path, opened.error(), opened.error().place.empty() ? 3 : 1);
    auto inLanguage = asked.language.empty() ? Result<Form>(opened->form) : formIn(opened->form, asked.language);
    if (!inLanguage) return problem("--language", inLanguage.error(), 2);
    FormSession session(*inLanguage, todayHere(), minutesHere());
    if (const int exit = startWith(session, asked)) return exit;

    const std::string said = opened->form.kit ? storeBeside(opened->form.kit->store, asked.path) : std::string();
    if (asked.store.empty() && asked.reply.empty()) asked.store = said;
    if (!asked.store.empty() && asked.store == said)
        std::cerr << asked.path << ": its replies are saved in " << spokenAddress(said) << ", as the form says"
                  << std::endl;
    Keeping keeping{asked.store, opened->form};
    if (const int exit = lookWhere(asked, opened->form, keeping)) return exit;

    needDisplay("brindel-fill");
    QApplication qt(argc, argv);
    displayFound();
    useDesktopFont();
    FontBook fonts;
    fonts.desktopFamily = fromQt(QFontInfo(QApplication::font()).family());
    return FillerRun(qt, session, fonts, asked, keeping).run();
}
