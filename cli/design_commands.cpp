// Commands for whoever designs: a form made, shown, named, ordered and checked; what is written for readers of the
// house.
#include <fmt/format.h>

#include <filesystem>
#include <sstream>

#include "cli/calls.h"
#include "core/arrangement/arrangement.h"
#include "core/check/report.h"
#include "core/edit/renaming.h"
#include "core/edit/routing.h"
#include "core/file/scheme_file.h"
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
#include "core/session/limits.h"
#include "core/targets/targets.h"
#include "core/text/words.h"

namespace brindel::calls {
namespace {

using std::string;

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

Command addNew(CLI::App& app) {
    struct Given {
        string source;
        string out;
        string kind;
        string paper{usualPaper.key};
        string language = "en";
        PasswordFile password;
    };
    auto given = std::make_shared<Given>();
    CLI::App* command = app.add_subcommand("new", "Makes a form from rows jotted as text");
    command->add_option("ROWS", given->source, "A file of rows, or - for standard input")->required();
    command->add_option("--kind", given->kind, "dialog or document")
        ->check(CLI::IsMember({"dialog", "document"}))
        ->default_str("dialog");
    command->add_option("--page", given->paper, "The paper of a document")->check(CLI::IsMember(keysOf(papers)));
    command->add_option("--language", given->language, "Language of the wording, dates and numbers: en, de, he");
    command->add_option("-o,--out", given->out, "The form file; standard output when left out");
    takesPassword(command, given->password);
    return {command, [given](const FontBook& fonts) -> int {
                auto text = textOf(given->source, 4u << 20);
                if (!text)
                    return problem(given->source, text.error(), text.error().place.empty() ? noFile : notInOrder);
                auto rows = readJotting(*text, given->language);
                if (!rows) return problem(given->source, asProblem(rows.error()), notInOrder);
                Form start = newForm(given->kind == "document" ? Kind::document : Kind::dialog);
                start = withProperty(withProperty(start, {rootId}, Prop::paper, given->paper), {rootId}, Prop::language,
                                     given->language);
                const Form form = laidOut(*rows, start, fonts);
                if (const Sentence wrong = tooLarge(form); !wrong.empty())
                    return problem(given->source, {"", wrong}, notInOrder);
                // A document has no pages of tabs to turn to: what is left out is said, and the form is made.
                for (const Problem& left : rulesNotLaid(*rows, form))
                    std::cerr << given->source << ": Left out: " << left.place << " (" << left.sentence.text() << ")\n";
                return putForm(form, given->out, nullptr, given->password, {given->source});
            }};
}

Command addShow(CLI::App& app) {
    struct Given {
        string source;
        string as = "text";
    };
    auto given = std::make_shared<Given>();
    CLI::App* command =
        app.add_subcommand("show", "Shows a form as text, jotting, JSON or arrangement: rows and columns");
    command->add_option("FORM", given->source, formHelp)->required();
    command->add_option("--as", given->as)->check(CLI::IsMember({"jot", "text", "json", "arrangement"}));
    return {command, [given](const FontBook&) -> int {
                return withForm(given->source, [&](const Form& form) {
                    if (given->as == "json") return put(formText(form), "-");
                    if (given->as == "text") return put(formAsText(form), "-");
                    if (given->as == "arrangement") return put(arrangementText(form), "-");
                    AsJotting told = asJotting(form);
                    for (const string& what : told.cannotSay)
                        std::cerr << given->source << ": Jotting cannot say: " << what << ".\n";
                    return put(jottingText(told.rows), "-");
                });
            }};
}

Command addName(CLI::App& app) {
    struct Given {
        string source;
        string out;
        string scheme;
        string schemes;
        bool keepOwn = false;
        bool dryRun = false;
        PasswordFile password;
    };
    auto given = std::make_shared<Given>();
    CLI::App* command = app.add_subcommand("name", "Names all controls by a scheme");
    given->schemes = fmt::format("{}", fmt::join(keysOf(shippedSchemes()), ", "));
    command->add_option("FORM", given->source, formHelp)->required();
    command->add_option("--scheme", given->scheme,
                        "One of " + given->schemes + ", or a scheme file; the form's own when left out");
    command->add_flag("--keep-own", given->keepOwn, "Keeps names that were set by hand");
    command->add_flag("--dry-run", given->dryRun, "Shows what would change, and changes nothing");
    command->add_option("-o,--out", given->out, "Another file to write; the form itself when left out");
    takesPassword(command, given->password);
    return {command, [given](const FontBook&) -> int {
                return editForm(
                    given->source, given->dryRun ? "-" : given->out, given->password,
                    [&](const Form& form, const string& target, const SharedSealKey& key) {
                        auto chosen = given->scheme.empty() ? Result<Scheme>(schemeOf(form)) : schemeFor(given->scheme);
                        if (!chosen) {
                            if (!chosen.error().place.empty())
                                return problem(given->scheme, chosen.error(), notInOrder);
                            std::error_code unknown;
                            if (std::filesystem::exists(given->scheme, unknown))
                                return problem(given->scheme, chosen.error(), noFile);
                            return problem(
                                "--scheme",
                                {"", asSaid(fmt::format("“{}” is neither one of {} nor a file that can be read.",
                                                        given->scheme, given->schemes))},
                                wrongCall);
                        }
                        const Form renamed =
                            underScheme(form, *chosen, given->keepOwn ? OwnNames::kept : OwnNames::dropped);
                        if (given->dryRun) {
                            string lines;
                            for (Id id : allIds(form)) {
                                const string &before = form.find(id)->name, &after = renamed.find(id)->name;
                                if (before != after)
                                    lines += fmt::format("{} → {}\n", before.empty() ? "(none)" : before,
                                                         after.empty() ? "(none)" : after);
                            }
                            return put(lines, "-");
                        }
                        return putForm(given->out.empty() ? nextVersion(renamed, form) : renamed, target, key,
                                       given->password, {given->scheme});
                    },
                    !given->dryRun);
            }};
}

Command addOrder(CLI::App& app) {
    struct Given {
        string source;
        string out;
        string by;
        PasswordFile password;
    };
    auto given = std::make_shared<Given>();
    CLI::App* command = app.add_subcommand("order", "Lays the route of the Tab key");
    command->add_option("FORM", given->source, formHelp)->required();
    command->add_option("--by", given->by, "reading, or a file of names in their order, one a line")->required();
    command->add_option("-o,--out", given->out, "Another file to write; the form itself when left out");
    takesPassword(command, given->password);
    return {command, [given](const FontBook&) -> int {
                return editForm(
                    given->source, given->out, given->password,
                    [&](const Form& form, const string& target, const SharedSealKey& key) {
                        auto laid = [&](const Form& routed) {
                            return putForm(given->out.empty() ? nextVersion(routed, form) : routed, target, key,
                                           given->password, {given->by});
                        };
                        if (given->by == "reading") return laid(routedByReading(form));
                        auto text = textOf(given->by, 4u << 20);
                        if (!text)
                            return problem(given->by, text.error(), text.error().place.empty() ? noFile : notInOrder);
                        Ids stops;
                        std::istringstream lines(*text);
                        int number = 0;
                        for (string line; std::getline(lines, line);) {
                            ++number;
                            line = trimmed(line);
                            if (line.empty()) continue;
                            const Control* c = form.named(line);
                            if (!c)
                                return problem(given->by,
                                               {fmt::format("line {}", number),
                                                asSaid(fmt::format("The form has no control named “{}”.", line))},
                                               notInOrder);
                            stops.push_back(c->id);
                        }
                        return laid(routedAs(form, stops));
                    });
            }};
}

Command addCheck(CLI::App& app) {
    struct Given {
        string source;
        string out;
        bool asJson = false;
        std::vector<string> fixes;
        std::vector<string> handedAs;
        PasswordFile password;
    };
    auto given = std::make_shared<Given>();
    CLI::App* command = app.add_subcommand("check", "Lists what will trouble fillers and receivers of a form");
    command->add_option("FORM", given->source, formHelp)->required();
    command->add_flag("--json", given->asJson, "As JSON, for scripts");
    command->add_option("--mend", given->fixes, "Puts everything right, or only these checks, and saves the form")
        ->delimiter(',');
    command->add_option("--target", given->handedAs, "Also lists what these targets cannot carry")
        ->delimiter(',')
        ->check(CLI::IsMember(keysOf(allTargets())));
    command->add_option("-o,--out", given->out, "Where the mended form is saved; the form itself if left out");
    takesPassword(command, given->password);
    return {
        command, [given](const FontBook& fonts) -> int {
            for (const string& key : given->fixes)
                if (key != "all" && std::ranges::find(allChecks(), key, &CheckRow::key) == allChecks().end())
                    return problem("--mend", {"", said("There is no check “{}”; brindel-cli checks lists them.", key)},
                                   wrongCall);
            const auto report = [&](const Form& form) {
                Findings found = findingsIn(form, fonts);
                const Findings lost = findingsFor(form, fonts, given->handedAs);
                found.insert(found.end(), lost.begin(), lost.end());
                std::ranges::stable_sort(found, {}, [](const Finding& f) { return f.check->severity; });
                const int written = put(given->asJson ? findingsJson(form, found) : findingsText(form, found), "-");
                return written != done ? written : anyMust(found) ? notInOrder : done;
            };
            if (given->fixes.empty()) return withMarkSaid(given->source, given->password, "", report);
            return editForm(given->source, given->out, given->password,
                            [&](const Form& form, const string& target, const SharedSealKey& key) {
                                Form next = form;
                                if (std::ranges::find(given->fixes, "all") != given->fixes.end())
                                    next = allFixed(form, fonts);
                                for (const Finding& f : findingsIn(next, fonts))
                                    if (std::ranges::find(given->fixes, f.check->key) != given->fixes.end())
                                        next = fixed(next, f, fonts);
                                if (!sameContent(next, form))
                                    if (const int written = putForm(given->out.empty() ? nextVersion(next, form) : next,
                                                                    target, key, given->password);
                                        written != done)
                                        return written;
                                return report(next);
                            });
        }};
}

/// What is written for readers and editors of the house itself.
Command addPage(CLI::App& app, const char* name, const char* what, string (*page)()) {
    auto out = std::make_shared<string>();
    CLI::App* command = app.add_subcommand(name, what);
    command->add_option("-o,--out", *out);
    return {command, [out, page](const FontBook&) { return put(page(), *out); }};
}

}  // namespace

std::vector<Command> designCommands(CLI::App& app) {
    return {addNew(app),
            addShow(app),
            addName(app),
            addOrder(app),
            addCheck(app),
            addPage(app, "checks", "Prints the page of all checks as Markdown", checksPage),
            addPage(app, "formulas", "Prints the page of formulas and functions as Markdown", formulaPage),
            addPage(app, "schema", "Prints the JSON Schema of form files", formSchema)};
}

}  // namespace brindel::calls
