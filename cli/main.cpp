// brindel-cli: everything that needs no window. Exit status: 0 done; 1 the form or the values are not in order; 2 the
// call is wrong; 3 a file cannot be read or written.
#include <fmt/format.h>
#include <sys/resource.h>
#include <unistd.h>

#include <CLI/CLI.hpp>
#include <cstdio>
#include <filesystem>
#include <iostream>
#include <sstream>

#include "core/arrangement/arrangement.h"
#include "core/check/report.h"
#include "core/edit/renaming.h"
#include "core/edit/routing.h"
#include "core/file/form_file.h"
#include "core/file/scheme_file.h"
#include "core/file/whole_file.h"
#include "core/intake/reply_file.h"
#include "core/jot/lay_out.h"
#include "core/layout/bounds.h"
#include "core/model/measures.h"
#include "core/model/papers.h"
#include "core/order/access_keys.h"
#include "core/order/route.h"
#include "core/rules/dependence.h"
#include "core/rules/formula_page.h"
#include "core/rules/references.h"
#include "core/rules/telling.h"
#include "core/seal/seal.h"
#include "core/session/form_session.h"
#include "core/session/worth.h"
#include "core/targets/kit/kit.h"
#include "core/targets/targets.h"
#include "core/text/clock.h"
#include "core/text/fonts.h"
#include "core/text/words.h"

namespace {

using namespace brindel;
using std::string;

constexpr int done = 0, notInOrder = 1, wrongCall = 2, noFile = 3;

/// One line on standard error: file:place: sentence.
int problem(const string& file, const Problem& p, int status) {
    std::cerr << spoken(file) << ':' << (p.place.empty() ? "" : spoken(p.place) + ":") << ' '
              << spoken(p.sentence.text()) << '\n';
    return status;
}

int put(const string& bytes, const string& path) {
    if (path.empty() || path == "-") {
        auto written = writeOut(bytes);
        return written ? done : problem("standard output", written.error(), noFile);
    }
    auto written = writeWhole(path, bytes);
    return written ? done : problem(path, written.error(), noFile);
}

/// The keys of a table's rows, as words that a call may take.
std::vector<string> keysOf(const auto& table) {
    std::vector<string> keys;
    for (const auto& one : table) keys.emplace_back(one.key);
    return keys;
}

string targetWords() {
    string words;
    for (const Target& one : allTargets()) words += (words.empty() ? "" : " or ") + string(one.word);
    return words;
}

/// Reads a form and goes on with it.
template <class Next>
int withForm(const string& path, Next next) {
    auto opened = openForm(path);
    if (!opened) return problem(path, opened.error(), opened.error().place.empty() ? noFile : notInOrder);
    return next(opened->form);
}

/// The password of a seal, as the call gives it.
struct SealPassword {
    string file;  // where it stands; empty when none is given

    /// The first line of the file. A problem where there is none.
    Result<Secret> read() const {
        const rlimit none{0, 0};
        setrlimit(RLIMIT_CORE, &none);  // no core file holds it, whatever fails
        auto text = readWhole(file, 64u << 10);
        if (!text) return tl::unexpected(text.error());
        if (text->starts_with("\xEF\xBB\xBF")) text->erase(0, 3);
        text->resize(std::min(text->find_first_of("\r\n"), text->size()));
        return Secret(std::move(*text));
    }
    /// The key of a sealed form; null for one without seal. What is wrong was said when `status` is not done.
    SharedSealKey keyOf(const string& path, const Form& form, int& status) const {
        if (!form.seal) return nullptr;
        if (file.empty()) {
            status =
                problem(path, {"", said("The form is sealed: --seal-password-file names the file with its password.")},
                        notInOrder);
            return nullptr;
        }
        auto password = read();
        if (!password) {
            status = problem(file, password.error(), noFile);
            return nullptr;
        }
        auto key = keyFor(form, password->text());
        if (!key) status = problem(path, key.error(), notInOrder);
        return key ? *key : nullptr;
    }
};

/// Writes a form, marked anew where it is sealed. A sealed form that another one is written over needs its password.
int putForm(const Form& form, const string& target, const SharedSealKey& key, const SealPassword& password) {
    // A pipe or a device holds no form, and waits for ever when it is read.
    std::error_code unknown;
    if (!target.empty() && target != "-" && std::filesystem::is_regular_file(target, unknown))
        if (auto there = openForm(target);
            there && there->form.seal && !(key && form.seal && *form.seal == *there->form.seal)) {
            int status = done;
            password.keyOf(target, there->form, status);
            if (status != done) return status;
        }
    return put(form.seal && key ? sealedText(form, *key) : formText(form), target);
}

/// Reads a form, and goes on with it, with where to write it (back where no `out` is given) and with the key of its
/// seal: a form that only a newer version may write stays as it is, a sealed one needs its password.
template <class Edit>
int editForm(const string& path, const string& out, const SealPassword& password, Edit edit, bool writes = true) {
    auto opened = openForm(path);
    if (!opened) return problem(path, opened.error(), opened.error().place.empty() ? noFile : notInOrder);
    if (out.empty() && !opened->readOnlyBecause.empty())
        return problem(path, {"", opened->readOnlyBecause}, notInOrder);
    int status = done;
    const SharedSealKey key = writes ? password.keyOf(path, opened->form, status) : nullptr;
    if (status != done) return status;
    if (key && !isAsItWasSealed(opened->form, opened->digest, *key))
        std::cerr << path << ": The form was changed by hand since it was sealed.\n";
    return edit(opened->form, out.empty() ? path : out, key);
}

string boxText(const Box& b) {
    return fmt::format("{}, {} · {} × {}", numberText(b.left, 2), numberText(b.top, 2), numberText(b.width, 2),
                       numberText(b.height, 2));
}

/// The form as a tree that people read: kinds, names, wordings, boxes, and the place in the tab order.
string formAsText(const Form& form) {
    const std::map<Id, int> stops = stopNumbers(form);
    const Id first = firstStop(form), enter = buttonPressed(form, ButtonRole::accept),
             escape = buttonPressed(form, ButtonRole::cancel);
    const char* unit = measuresFor(form).unit;
    string text;
    walk(form, rootId, [&](const Control& c, int depth) {
        Box box = boxOf(form, c);
        text += string(std::size_t(depth) * 2, ' ') + string(row(c.kind).word);
        if (!c.name.empty()) text += " " + c.name;
        if (string said = calledBy(form, c); said != "“" + c.name + "”" && said != row(c.kind).word)
            text += fmt::format(" “{}”", said);
        if (c.kind != Kind::document) text += "  " + boxText(box) + " " + unit;
        if (string limits = limitsInWords(form, c); !limits.empty()) text += "  " + limits;
        if (c.yes(Prop::required)) text += "  required";
        if (auto at = stops.find(c.id); at != stops.end()) text += fmt::format("  stop {}", at->second);
        if (string why = passedBecause(form, c); !why.empty()) text += "  no stop: " + why;
        if (c.id == first) text += "  starts here";
        if (c.id == enter) text += "  Enter presses it";
        if (c.id == escape) text += "  Escape presses it";
        const string key = c.is().speaks || c.is().turned || row(c.kind).tabbed ? keyTo(form, c) : "";
        if (!key.empty() && (c.is().speaks || !labelOf(form, c.id))) text += "  Alt+" + key;
        text += '\n';
        const string inner(std::size_t(depth) * 2 + 4, ' ');
        eachFormula(c, [&](std::optional<Prop> prop, const string& formula) {
            if (prop && !formula.empty()) text += inner + string(row(*prop).word) + " = " + formula + '\n';
        });
        for (const Rule& rule : c.rules) text += inner + ruleTold(form, c, rule) + '\n';
    });
    for (const auto& circle : dependenceIn(form)->circles()) {
        text += "circle:";
        for (Id id : circle) text += " " + form.find(id)->name + " ->";
        text += " " + form.find(circle.front())->name + '\n';
    }
    return text;
}

/// Help that was asked for, or what is wrong with the call, in one line.
int wrongOrHelped(const CLI::App& app, const CLI::ParseError& error) {
    if (error.get_exit_code() == 0) return app.exit(error) == 0 ? done : wrongCall;
    string sentence = error.what();
    if (const auto end = sentence.find('\n'); end != string::npos) sentence.resize(end);
    return problem("brindel-cli", {"", asSaid(spoken(sentence) + ". See --help.")}, wrongCall);
}

}  // namespace

int main(int argc, char** argv) {
    takeSignalsAsProblems();
    CLI::App app{"Designs, fills and hands over forms without a window."};
    app.require_subcommand(1);
    app.set_version_flag("--version", "Brindel 0.1.0");
    string source, out, kind, paper(usualPaper.key), as = "text", to, values, today;
    double scale = 1;

    SealPassword sealPassword;
    auto takesPassword = [&](CLI::App* command) {
        command->add_option("--seal-password-file", sealPassword.file,
                            "A file with the password of a sealed form in its first line");
    };

    CLI::App* make = app.add_subcommand("new", "Makes a form from rows jotted as text");
    make->add_option("ROWS", source, "A file of rows, or - for standard input")->required();
    make->add_option("--kind", kind, "dialog or document")
        ->check(CLI::IsMember({"dialog", "document"}))
        ->default_str("dialog");
    make->add_option("--page", paper, "The paper of a document")->check(CLI::IsMember(keysOf(papers)));
    string language = "en";
    make->add_option("--language", language, "Of the wording, dates and numbers: en, de, he");
    make->add_option("-o,--out", out, "The form file; standard output when left out");

    CLI::App* show = app.add_subcommand("show", "Shows a form as text, jotting, JSON or arrangement: rows and columns");
    show->add_option("FORM", source)->required();
    show->add_option("--as", as)->check(CLI::IsMember({"jot", "text", "json", "arrangement"}));

    CLI::App* naming = app.add_subcommand("name", "Names all controls by a scheme");
    string scheme;
    bool keepOwn = false, dryRun = false;
    naming->add_option("FORM", source)->required();
    const string schemes = fmt::format("{}", fmt::join(keysOf(shippedSchemes()), ", "));
    naming->add_option("--scheme", scheme, "One of " + schemes + ", or a scheme file; the form's own when left out");
    naming->add_flag("--keep-own", keepOwn, "Leaves names alone that a person has set");
    naming->add_flag("--dry-run", dryRun, "Shows what would change, and changes nothing");
    naming->add_option("-o,--out", out, "Another file to write; the form itself when left out");

    CLI::App* order = app.add_subcommand("order", "Lays the route of the Tab key");
    string by;
    order->add_option("FORM", source)->required();
    order->add_option("--by", by, "reading, or a file of names in their order, one a line")->required();
    order->add_option("-o,--out", out, "Another file to write; the form itself when left out");

    CLI::App* check = app.add_subcommand("check", "Says what will trouble fillers and receivers of a form");
    bool asJson = false;
    std::vector<string> mends;
    check->add_option("FORM", source)->required();
    check->add_flag("--json", asJson, "As JSON, for scripts");
    check->add_option("--mend", mends, "Puts right all, or these checks, and writes the form")->delimiter(',');
    std::vector<string> handedAs;
    check->add_option("--target", handedAs, "Also says what these targets cannot carry")
        ->delimiter(',')
        ->check(CLI::IsMember(keysOf(allTargets())));
    check->add_option("-o,--out", out, "Another file to write when mending; the form itself when left out");
    for (CLI::App* one : {make, naming, order, check}) takesPassword(one);
    CLI::App* checks = app.add_subcommand("checks", "Writes the page of all checks as Markdown");

    CLI::App* exports = app.add_subcommand("export", "Writes a form as " + targetWords());
    exports->add_option("FORM", source)->required();
    exports->add_option("--to", to)->required()->check(CLI::IsMember(keysOf(allTargets())));
    exports->add_option("--scale", scale, "Pixels of the picture per 1/96 inch")->check(CLI::Range(0.1, 8.0));
    SealPassword owner;
    exports->add_option("--password-file", owner.file,
                        "A file whose first line is the password that a PDF is sealed with");
    const auto isAddress = [](const string& address) -> string {
        return isSendable(address) ? "" : "An address that begins with https:// or mailto: is expected here.";
    };
    string sendTo;
    exports->add_option("--send-to", sendTo, "Where the PDF's button sends the answers: https://… or mailto:…")
        ->check(isAddress);
    bool archive = false;
    const string archiveHelp = "A PDF for keeping (PDF/A-3): nothing runs in it, and the form's file is attached";
    exports->add_flag("--archive", archive, archiveHelp);
    exports->add_option("-o,--out", out);

    CLI::App* kit = app.add_subcommand("kit", "Writes the kit: a folder or a ZIP for whoever receives the form");
    std::vector<string> with;
    kit->add_option("FORM", source)->required();
    kit->add_option("-o,--out", out, "The folder, or a file that ends in .zip")->required();
    kit->add_option("--with", with, "What is in it, beside the form and a covering page")
        ->delimiter(',')
        ->check(CLI::IsMember(keysOf(allTargets())))
        ->default_str("what was ticked in the form, else pdf,sheet");
    kit->add_option("--password-file", owner.file,
                    "A file whose first line is the password that the PDF is sealed with");
    kit->add_option("--send-to", sendTo, "Where the PDF's button sends the answers")->check(isAddress);

    CLI::App* fill = app.add_subcommand("fill", "Fills a form with values");
    fill->add_option("FORM", source)->required();
    fill->add_option("--values", values, "A JSON file of names and values, or a reply; a filled PDF, FDF or XFDF")
        ->required();
    string fillTo = "json";
    fill->add_option("--to", fillTo)->check(CLI::IsMember({"json", "pdf"}));
    fill->add_option("--today", today, "The day that today means, as 2026-04-01");
    fill->add_flag("--archive", archive, archiveHelp + ", and the reply");
    fill->add_option("-o,--out", out);

    CLI::App* intake = app.add_subcommand("intake", "Takes the form out of a PDF that was written for keeping");
    intake->add_option("PDF", source)->required();
    intake->add_option("-o,--out", out)->required();

    CLI::App* worth =
        app.add_subcommand("worth", "Says what a formula is worth over a form, as it starts or as it is filled");
    string formula;
    worth->add_option("FORM", source)->required();
    worth->add_option("FORMULA", formula, "Such as 'ROUND(numLength * 12.5; 2)'")->required();
    worth->add_option("--values", values, "A JSON file of names and values, or a reply; a filled PDF, FDF or XFDF");
    worth->add_option("--today", today, "The day that TODAY() means, as 2026-04-01");

    CLI::App* formulas = app.add_subcommand("formulas", "Writes the page of formulas and functions as Markdown");

    CLI::App* schema = app.add_subcommand("schema", "Writes the JSON Schema of form files");
    schema->add_option("-o,--out", out);

    try {
        app.parse(argc, argv);
    } catch (const CLI::ParseError& error) {
        return wrongOrHelped(app, error);
    }
    FontBook fonts;

    if (*make) {
        auto text = source == "-" ? readWhole("/dev/stdin", 4u << 20) : readWhole(source, 4u << 20);
        if (!text) return problem(source, text.error(), noFile);
        auto rows = readJotting(*text, language);
        if (!rows) return problem(source, asProblem(rows.error()), notInOrder);
        Form start = newForm(kind == "document" ? Kind::document : Kind::dialog);
        start = withProperty(withProperty(start, {rootId}, Prop::paper, paper), {rootId}, Prop::language, language);
        const Form form = laidOut(*rows, start, fonts);
        if (const Sentence wrong = tooLarge(form); !wrong.empty()) return problem(source, {"", wrong}, notInOrder);
        // A document has no pages of tabs to turn to: what is left out is said, and the form is made.
        for (const Problem& left : rulesNotLaid(*rows, form))
            std::cerr << source << ": Left out: " << left.place << " (" << left.sentence.text() << ")\n";
        return putForm(form, out, nullptr, sealPassword);
    }
    if (*show)
        return withForm(source, [&](const Form& form) {
            if (as == "json") return put(formText(form), "-");
            if (as == "text") return put(formAsText(form), "-");
            if (as == "arrangement") return put(arrangementText(form), "-");
            AsJotting told = asJotting(form);
            for (const string& what : told.cannotSay) std::cerr << source << ": Jotting cannot say: " << what << ".\n";
            return put(jottingText(told.rows), "-");
        });
    if (*naming)
        return editForm(
            source, dryRun ? "-" : out, sealPassword,
            [&](const Form& form, const string& target, const SharedSealKey& key) {
                auto chosen = scheme.empty() ? Result<Scheme>(schemeOf(form)) : schemeFor(scheme);
                if (!chosen) {
                    if (!chosen.error().place.empty()) return problem(scheme, chosen.error(), notInOrder);
                    std::error_code unknown;
                    if (std::filesystem::exists(scheme, unknown)) return problem(scheme, chosen.error(), noFile);
                    return problem("--scheme",
                                   {"", asSaid(fmt::format("“{}” is neither one of {} nor a file that can be read.",
                                                           scheme, schemes))},
                                   wrongCall);
                }
                const Form renamed = underScheme(form, *chosen, keepOwn ? OwnNames::kept : OwnNames::dropped);
                if (dryRun) {
                    string lines;
                    for (Id id : allIds(form)) {
                        const string &before = form.find(id)->name, &after = renamed.find(id)->name;
                        if (before != after)
                            lines += fmt::format("{} → {}\n", before.empty() ? "(none)" : before,
                                                 after.empty() ? "(none)" : after);
                    }
                    return put(lines, "-");
                }
                return putForm(out.empty() ? nextVersion(renamed, form) : renamed, target, key, sealPassword);
            },
            !dryRun);
    if (*order)
        return editForm(
            source, out, sealPassword, [&](const Form& form, const string& target, const SharedSealKey& key) {
                auto laid = [&](const Form& routed) {
                    return putForm(out.empty() ? nextVersion(routed, form) : routed, target, key, sealPassword);
                };
                if (by == "reading") return laid(routedByReading(form));
                auto text = readWhole(by, 4u << 20);
                if (!text) return problem(by, text.error(), noFile);
                Ids stops;
                std::istringstream lines(text->starts_with("\xEF\xBB\xBF") ? text->substr(3) : *text);
                int number = 0;
                for (string line; std::getline(lines, line);) {
                    ++number;
                    line = trimmed(line);
                    if (line.empty()) continue;
                    const Control* c = form.named(line);
                    if (!c)
                        return problem(by,
                                       {fmt::format("line {}", number),
                                        asSaid(fmt::format("The form has no control named “{}”.", line))},
                                       notInOrder);
                    stops.push_back(c->id);
                }
                return laid(routedAs(form, stops));
            });
    if (*checks) return put(checksPage(), "-");
    if (*check) {
        for (const string& key : mends)
            if (key != "all" && std::ranges::find(allChecks(), key, &CheckRow::key) == allChecks().end())
                return problem("--mend", {"", said("There is no check “{}”; brindel-cli checks lists them.", key)},
                               wrongCall);
        const auto report = [&](const Form& form) {
            Findings found = findingsIn(form, fonts);
            const Findings lost = findingsFor(form, fonts, handedAs);
            found.insert(found.end(), lost.begin(), lost.end());
            std::ranges::stable_sort(found, {}, [](const Finding& f) { return f.check->gravity; });
            const int written = put(asJson ? findingsJson(form, found) : findingsText(form, found), "-");
            return written != done ? written : anyMust(found) ? notInOrder : done;
        };
        if (mends.empty()) return withForm(source, report);
        return editForm(
            source, out, sealPassword, [&](const Form& form, const string& target, const SharedSealKey& key) {
                Form next = form;
                if (std::ranges::find(mends, "all") != mends.end()) next = allMended(form, fonts);
                for (const Finding& f : findingsIn(next, fonts))
                    if (std::ranges::find(mends, f.check->key) != mends.end()) next = mended(next, f, fonts);
                if (!sameContent(next, form))
                    if (const int written =
                            putForm(out.empty() ? nextVersion(next, form) : next, target, key, sealPassword);
                        written != done)
                        return written;
                return report(next);
            });
    }
    // What an archive carries with it: the file as it is, its seal and all.
    string formBytes;
    auto formFile = [&]() -> std::string_view {
        if (auto bytes = archive ? readWhole(source) : Result<string>("")) formBytes = std::move(*bytes);
        return formBytes;
    };
    if (*intake) {
        auto bytes = readWhole(source);
        if (!bytes) return problem(source, bytes.error(), noFile);
        auto form = formFileIn(*bytes);
        return form ? put(*form, out) : problem(source, form.error(), notInOrder);
    }
    if (*exports)
        return withForm(source, [&](const Form& form) {
            FormSession session(form, todayHere(), minutesHere());
            std::optional<Secret> word;
            if (!owner.file.empty()) {
                auto read = owner.read();
                if (!read) return problem(owner.file, read.error(), noFile);
                word = std::move(*read);
            } else if (form.seal && to == "pdf") {
                std::cerr << source << ": The form is sealed, and the PDF is not: --password-file seals it.\n";
            }
            auto bytes = targetFrom(to)->made(session, fonts,
                                              {.scale = scale,
                                               .owner = word ? &*word : nullptr,
                                               .blank = true,
                                               .sendTo = sendTo,
                                               .archive = archive,
                                               .formFile = formFile()});
            return bytes ? put(*bytes, out) : problem(source, bytes.error(), notInOrder);
        });
    if (*kit)
        return withForm(source, [&](const Form& form) {
            std::optional<Secret> word;
            if (!owner.file.empty()) {
                auto read = owner.read();
                if (!read) return problem(owner.file, read.error(), noFile);
                word = std::move(*read);
            }
            auto own = readWhole(source);
            if (!own) return problem(source, own.error(), noFile);
            const KitChoice ticked = form.kit ? *form.kit : KitChoice();
            const bool talks = isatty(STDERR_FILENO);
            auto files = kitOf(FormSession(form, todayHere(), minutesHere()), fonts,
                               {.targets = with.empty() ? ticked.targets : with,
                                .formFile = *own,
                                .owner = word ? &*word : nullptr,
                                .sendTo = sendTo.empty() ? ticked.sendTo : sendTo,
                                .step = [&](std::string_view what, std::size_t at, std::size_t of) {
                                    if (talks) std::cerr << fmt::format("{} of {}: {}\n", at + 1, of, what);
                                    return true;
                                }});
            if (!files) return problem(source, files.error(), notInOrder);
            auto written = writeKit(*files, out);
            return written ? done : problem(out, written.error(), noFile);
        });
    if (*formulas) return put(formulaPage(), "-");
    Day day = todayHere();
    if (!today.empty()) {
        auto read = isoDateRead(today);
        if (!read) return problem("--today", {"", said("A date such as 2026-04-01 is expected here.")}, wrongCall);
        day = *read;
    }
    // Fills a session with the values file, and says what it refuses.
    auto filled = [&](FormSession& session) {
        if (values.empty()) return done;
        auto text = readWhole(values);
        if (!text) return problem(values, text.error(), noFile);
        const auto given = replyFromFile(session.form(), fonts, *text);
        if (!given) return problem(values, given.error(), notInOrder);
        int status = done;
        for (const Problem& refused : given->refused) status = problem(values, refused, notInOrder);
        for (const Problem& refused : session.take(given->reply)) status = problem(values, refused, notInOrder);
        return status;
    };
    if (*worth)
        return withForm(source, [&](const Form& form) {
            FormSession session(form, day);
            if (int status = filled(session); status != done) return status;
            // Broken bytes of the call become U+FFFD.
            const auto tree = readFormula(utf8(lettersOf(formula)));
            if (!tree)
                return problem(formula, {fmt::format("{}", tree.error().at + 1), tree.error().sentence}, notInOrder);
            const Scalar value = worthOf(session, **tree);
            if (const auto* error = std::get_if<FormulaError>(&value))
                return put(string(errorText(*error)) + "\n", "-");
            return put(std::get<string>(asText(value)) + "\n", "-");
        });
    if (*fill)
        return withForm(source, [&](const Form& form) {
            FormSession session(form, day);
            int status = filled(session);
            if (status == done)
                for (const Wrong& wrong : session.wrongs())
                    status = problem(
                        values, {answerName(session.form(), *session.form().find(wrong.id)), asSaid(wrong.sentence)},
                        notInOrder);
            if (status != done) return status;
            if (fillTo == "json") return put(session.reply(), out);
            const string reply = session.reply();
            auto bytes =
                targetFrom(fillTo)->made(session, fonts, {.archive = archive, .formFile = formFile(), .reply = reply});
            return bytes ? put(*bytes, out) : problem(source, bytes.error(), notInOrder);
        });
    return put(formSchema(), out);
}
