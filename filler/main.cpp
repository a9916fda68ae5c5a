// brindel-fill: opens a form for filling only. Exit 0 when the reply was accepted, 1 when the filler went away without
// one, 2 when the call is wrong, 3 when a file cannot be read or written, 5 when there is no display.
#include <CLI/CLI.hpp>
#include <QtWidgets/QtWidgets>
#include <cstdio>
#include <iostream>

#include "core/file/form_file.h"
#include "core/file/keepsake.h"
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

}  // namespace

int main(int argc, char** argv) {
    takeSignalsAsProblems();
    CLI::App app{"Opens a form for filling."};
    app.set_version_flag("--version", "Brindel 0.1.0");
    std::string path, values, table, where, reply, asked, storeAddress;
    bool again = false;
    app.add_option("FORM", path, "A form file")->required();
    app.add_option("--values", values,
                   "What to start with: a JSON file of values, a reply, or a filled PDF, FDF or XFDF; - for standard "
                   "input");
    app.add_option("--from", table,
                   "What to start with: a row of a table (.csv) or of a store, whose headings are names of fields")
        ->excludes("--values");
    app.add_option("--where", where, "Which row: a column and its value, such as 'sail=K 123'")->needs("--from");
    app.add_option("--reply", reply, "Where the reply goes; - for standard output");
    app.add_option("--store", storeAddress,
                   "Where the replies are saved, a row each: a file such as replies.db, or postgresql://…; otherwise, "
                   "without --reply, where the form says");
    app.add_flag("--again", again, "Starts over for the next filler after each reply, until the window is closed");
    app.add_option("--language", asked, "Language in which it is filled, such as de");
    try {
        app.parse(argc, argv);
    } catch (const CLI::ParseError& error) {
        return app.exit(error) == 0 ? 0 : 2;
    }
    auto opened = openForm(path);
    if (!opened) return problem(path, opened.error(), opened.error().place.empty() ? 3 : 1);
    auto inLanguage = asked.empty() ? Result<Form>(opened->form) : formIn(opened->form, asked);
    if (!inLanguage) return problem("--language", inLanguage.error(), 2);
    const Form& form = *inLanguage;
    FormSession session(form, todayHere(), minutesHere());
    if (!values.empty()) {
        auto text = readWhole(values == "-" ? "/dev/stdin" : values);
        if (!text) return problem(values, text.error(), 3);
        auto given = replyFromFile(form, FontBook(), *text);
        if (!given) return problem(values, given.error(), 1);
        std::vector<Problem> refused = std::move(given->refused);
        for (Problem& one : session.take(given->reply)) refused.push_back(std::move(one));
        for (const Problem& one : refused) problem(values, one, 1);
        if (!refused.empty()) return 1;
    }

    if (!table.empty()) {
        const std::string from = spokenAddress(table);
        auto rows = tableFrom(table);
        if (!rows) return problem(from, rows.error(), 3);
        auto row = rowFromTable(form, rows->text, where);
        if (!row) return problem(from, row.error(), 1);
        const auto refused = session.take(*row);
        for (const Problem& one : refused) problem(from, one, 1);
        if (!refused.empty()) return 1;
    }

    if (storeAddress.empty() && reply.empty() && opened->form.kit)
        storeAddress = storeBeside(opened->form.kit->store, path);
    if (!storeAddress.empty() && opened->form.kit && storeAddress == storeBeside(opened->form.kit->store, path))
        std::cerr << path << ": its replies are saved in " << spokenAddress(storeAddress) << ", as the form says"
                  << std::endl;
    // Where the reply goes is looked at before anybody begins to fill in.
    const std::vector<std::string> readFrom = {path, values, table};
    if (!reply.empty() && reply != "-") {
        if (const auto why = notWrittenOver(reply, readFrom)) return problem(reply, *why, 3);
        if (const auto can = canBeWritten(reply); !can) return problem(reply, can.error(), 3);
    }

    Keeping keeping{storeAddress, opened->form};
    if (!storeAddress.empty()) {
        const std::string address = keeping.spokenStore();
        if (auto there = keeping.open(); !there) {
            // A server may be back when the form is filled in; a file that cannot be opened is a wrong call.
            problem(address, there.error(), 3);
            if (!isServerAddress(storeAddress) || keeping.folder.empty()) return 3;
            std::cerr << address << ": replies wait on this computer until the store is back" << std::endl;
        } else {
            auto changes = keeping.store->changesFor(opened->form);
            if (!changes) return problem(address, changes.error(), 1);
            for (const Sentence& change : *changes) problem(address, {"", change}, 0);
            keeping.putWaiting();
        }
    }

    needDisplay("brindel-fill");
    QApplication qt(argc, argv);
    displayFound();
    useDesktopFont();
    FontBook fonts;
    fonts.desktopFamily = fromQt(QFontInfo(QApplication::font()).family());
    const std::string& language = form.root().text(Prop::language);
    int status = 1;
    bool startingOver = false;
    bool over = false;  // a form may be accepted, or left, as soon as it opens
    const std::string folder = keepsakeFolder();
    bool undecided = false;  // what was kept is offered, and stays until that is answered
    const EndedOutside outside(qt, [&] {
        if (!undecided) (void)keepUnfinished(folder, path, session);
    });

    FillingWindow window(session, fonts);
    FormToFill* const view = &window.view();
    // One reply after another: the second is reply-2.json, beside the first.
    int replies = 0;
    auto nextPath = [&] {
        if (++replies == 1 || reply.empty() || reply == "-") return reply;
        const QFileInfo first(toQt(reply));
        const QString end = first.suffix().isEmpty() ? "" : "." + first.suffix();
        return fromQt(first.dir().filePath(first.completeBaseName() + "-" + QString::number(replies) + end));
    };
    // What became of the answers is told where somebody stays to read it, or where they wait.
    auto tell = [&](const std::string& told) {
        if (!told.empty() && (again || !keeping.store))
            QMessageBox::information(&window.top(), window.top().windowTitle(), toQt(told));
    };
    QObject::connect(view, &FormToFill::accepted, &qt, [&] {
        const auto told = deliver(session.reply(), nextPath(), language, readFrom, keeping);
        if (!told) {
            --replies;
            return;
        }
        forgetUnfinished(folder, path);
        status = 0;
        tell(*told);
        // A form that accepts itself when it opens does so once.
        if (again && !startingOver) {
            startingOver = true;
            window.startOver();
            startingOver = false;
            return;
        }
        over = true;
        qt.quit();
    });
    QObject::connect(view, &FormToFill::left, &qt, [&] {
        forgetUnfinished(folder, path);
        over = true;
        qt.quit();
    });
    QObject::connect(view, &FormToFill::acceptedAndGoesOn, &qt, [&](const std::string& given) {
        const auto told = deliver(given, nextPath(), language, readFrom, keeping);
        if (!told) {
            --replies;
            return;
        }
        status = 0;
        if (!keeping.store) tell(*told);
    });
    QObject::connect(view, &FormToFill::told, &qt,
                     [](const std::string& name) { std::cerr << "signal " << spoken(name) << std::endl; });
    window.show();
    // What was being filled in when the program was ended from outside is offered, once the window is there to see it.
    if (values.empty() && table.empty()) {
        undecided = true;
        undecided = !offerUnfinished(session, folder, path, window.top());
        view->refresh();
    }
    if (!outside.ended() && !over) qt.exec();
    window.remember();
    return status;
}
