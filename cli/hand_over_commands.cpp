// Commands for whoever hands a form over: one target, or the kit; and the form that an archive carries.
#include <fmt/format.h>
#include <unistd.h>

#include "cli/calls.h"
#include "core/compare/compare.h"
#include "core/compare/kit_form.h"
#include "core/targets/kit/kit.h"
#include "core/targets/qt/qt_class.h"
#include "core/text/clock.h"

namespace brindel::calls {
namespace {

using std::string;

string targetWords() {
    string words;
    for (const Target& one : allTargets()) words += (words.empty() ? "" : " or ") + string(one.word);
    return words;
}

string pageAddressMisfit(const string& address) {
    return isPostable(address) ? "" : "An address that begins with https:// is expected here.";
}

string addressMisfit(const string& address) {
    return isSendable(address) ? "" : "An address that begins with https:// or mailto: is expected here.";
}

/// The password that a PDF is sealed with, where the call gives one; what is wrong with that is said.
int ownerGiven(const PasswordFile& owner, std::optional<Secret>& word) {
    if (owner.file.empty()) return done;
    auto read = owner.read();
    if (!read) return problem(owner.file, read.error(), noFile);
    word = std::move(*read);
    return done;
}

/// Other fields than controls are those of text documents.
bool fieldsMeanNothing(const string& fields, const string& target) {
    if (fields == "controls" || targetFrom(target)->flows) return false;
    problem("--fields", {"", said("Only a text document has other fields; leave it out.")}, wrongCall);
    return true;
}

/// A call that gives a password for what has none is a mistake: it would be thought to be sealed.
bool passwordMeansNothing(const PasswordFile& owner, const string& target) {
    if (owner.file.empty() || targetFrom(target)->sealed) return false;
    problem("--password-file", {"", said("Only a PDF or a text document can be sealed with a password; leave it out.")},
            wrongCall);
    return true;
}

struct Exported {
    string source;
    string out;
    string to;
    string sendTo;
    double scale = 1;
    string fields = "controls";
    bool archive = false;
    PasswordFile owner;
    ClassChoice names;
    PageChoice page;
    string language;
    PasswordFile password;
};

/// How a page behaves: as the form says, and as the call adds to it.
PageChoice pageChoice(const Form& form, const PageChoice& given) {
    PageChoice page = form.kit ? form.kit->page : PageChoice();
    if (form.kit) page.post = form.kit->sendTo;
    if (!given.post.empty()) page.post = given.post;
    page.keepDraft = page.keepDraft || given.keepDraft;
    page.steps = page.steps || given.steps;
    return page;
}

/// Writes a target that is several files into its folder.
int exportFolder(const Form& form, const Target& target, const FontBook& fonts, const Exported& given) {
    if (given.out.empty() || given.out == "-")
        return problem("-o", {"", said("A C++ class is several files: name a folder.")}, wrongCall);
    if (const Sentence wrong = classMisfit(given.names); !wrong.empty())
        return problem("--class or --namespace", {"", wrong}, wrongCall);
    ClassChoice names = form.kit ? form.kit->classNames : ClassChoice();
    if (!given.names.nameSpace.empty()) names.nameSpace = given.names.nameSpace;
    if (!given.names.className.empty()) names.className = given.names.className;
    auto files = target.several(FormSession(form, todayHere(), minutesHere()), fonts, {.classNames = names});
    if (!files) return problem(given.source, files.error(), notInOrder);
    auto written = writeFiles(*files, given.out);
    return written ? done : problem(written.error().place, {"", written.error().sentence}, noFile);
}

Command addExport(CLI::App& app) {
    using Given = Exported;
    auto given = std::make_shared<Given>();
    CLI::App* command = app.add_subcommand("export", "Exports a form; --to names the target");
    command->add_option("FORM", given->source, formHelp)->required();
    command->add_option("--to", given->to, "The target: " + targetWords())
        ->required()
        ->check(CLI::IsMember(keysOf(allTargets())));
    command->add_option("--scale", given->scale, "Pixels of the picture per 1/96 inch")->check(CLI::Range(0.1, 8.0));
    command->add_option("--password-file", given->owner.file,
                        "A file whose first line is the password that a PDF or a text document is sealed with");
    command
        ->add_option("--fields", given->fields,
                     "Fields of a text document: controls, or old (DOCX) and plain (ODT) ones for programs without")
        ->check(CLI::IsMember({"controls", "old", "plain"}))
        ->capture_default_str();
    command->add_option("--send-to", given->sendTo, "Where the PDF's button sends the answers: https://… or mailto:…")
        ->check(addressMisfit);
    command->add_flag(
        "--archive", given->archive,
        "An archive PDF (PDF/A-3): nothing runs in it, and the form's file is attached; a text document contains it "
        "as well");
    command->add_option("--namespace", given->names.nameSpace, "Of the C++ class: wharf, or wharf::forms");
    command->add_option("--class", given->names.className, "The name of the C++ class")->default_str("the form's");
    command
        ->add_option("--post", given->page.post,
                     "Where a web page sends the reply: https://…; otherwise it is saved as a file")
        ->check(pageAddressMisfit);
    command->add_flag("--keep-draft", given->page.keepDraft, "A web page saves a draft until it is handed in");
    command->add_option("--language", given->language, "Language of the wording, such as de");
    command->add_flag("--steps", given->page.steps, "A web page shows tab pages as steps");
    command->add_option("-o,--out", given->out, "A file; for a C++ class its folder");
    takesPassword(command, given->password);
    return {command, [given](const FontBook& fonts) -> int {
                if (passwordMeansNothing(given->owner, given->to)) return wrongCall;
                if (fieldsMeanNothing(given->fields, given->to)) return wrongCall;
                if (archivesStandard(given->archive, given->source)) return wrongCall;
                return withMarkSaid(given->source, given->password, given->language, [&](const Form& form) {
                    if (const Target& target = *targetFrom(given->to); target.several)
                        return exportFolder(form, target, fonts, *given);
                    // What an archive carries with it: the file as it is, its seal and all.
                    const string attached = given->archive ? bytesOf(given->source).value_or("") : "";
                    FormSession session(form, todayHere(), minutesHere());
                    std::optional<Secret> word;
                    if (const int status = ownerGiven(given->owner, word); status != done) return status;
                    if (!word && form.seal && targetFrom(given->to)->sealed) {
                        std::cerr << given->source << ": The form is sealed, and the " << targetFrom(given->to)->files
                                  << " is not: --password-file seals it.\n";
                    }
                    auto bytes = targetFrom(given->to)->made(session, fonts,
                                                             {.scale = given->scale,
                                                              .owner = word ? &*word : nullptr,
                                                              .blank = true,
                                                              .sendTo = given->sendTo,
                                                              .archive = given->archive,
                                                              .formFile = attached,
                                                              .page = pageChoice(form, given->page),
                                                              .simpleFields = given->fields != "controls"});
                    return bytes ? put(*bytes, given->out, {given->source})
                                 : problem(given->source, bytes.error(), notInOrder);
                });
            }};
}

Command addKit(CLI::App& app) {
    struct Given {
        string source;
        string out;
        string sendTo;
        std::vector<string> languages, with;
        PasswordFile owner, password;
    };
    auto given = std::make_shared<Given>();
    CLI::App* command =
        app.add_subcommand("kit", "Exports the kit: a folder or a ZIP for the people who receive the form");
    command->add_option("FORM", given->source, formHelp)->required();
    command->add_option("-o,--out", given->out, "The folder, or a file that ends in .zip")->required();
    command->add_option("--with", given->with, "What is in it, beside the form and a covering page")
        ->delimiter(',')
        ->check(CLI::IsMember(keysOf(allTargets())))
        ->default_str("what was ticked in the form, else pdf,sheet");
    command->add_option("--password-file", given->owner.file,
                        "A file whose first line is the password that the PDF is sealed with");
    command->add_option("--send-to", given->sendTo, "Where the PDF's button sends the answers")->check(addressMisfit);
    command->add_option("--language", given->languages, "Languages for fillers, such as en,de")
        ->delimiter(',')
        ->default_str("what was ticked in the form, else its own");
    takesPassword(command, given->password);
    return {command, [given](const FontBook& fonts) -> int {
                if (given->out == "-")
                    return problem("-o", {"", said("A kit is a folder, or a file that ends in .zip: name one.")},
                                   wrongCall);
                if (given->source == "-")
                    return problem("FORM", {"", said("A kit holds the form's file: name it.")}, wrongCall);
                if (const auto why = notWrittenOver(given->out, {given->source}))
                    return problem(given->out, *why, isSameFile(given->out, given->source) ? wrongCall : noFile);
                return withMarkSaid(given->source, given->password, "", [&](const Form& form) {
                    std::optional<Secret> word;
                    if (const int status = ownerGiven(given->owner, word); status != done) return status;
                    auto own = readWhole(given->source);
                    if (!own) return problem(given->source, own.error(), noFile);
                    const KitChoice ticked = form.kit ? *form.kit : KitChoice();
                    const bool talks = isatty(STDERR_FILENO);
                    const auto last = lastHandedOver(form, given->out);
                    auto files =
                        kitOf(FormSession(form, todayHere(), minutesHere()), fonts,
                              {.targets = given->with.empty() ? ticked.targets : given->with,
                               .formFile = *own,
                               .owner = word ? &*word : nullptr,
                               .sendTo = given->sendTo.empty() ? ticked.sendTo : given->sendTo,
                               .classNames = ticked.classNames,
                               .page = ticked.page,
                               .languages = given->languages.empty() ? languagesTicked(form) : given->languages,
                               .before = last ? &*last : nullptr,
                               .step = [&](std::string_view what, std::size_t at, std::size_t of) {
                                   if (talks) std::cerr << fmt::format("{} of {}: {}\n", at + 1, of, what);
                                   return true;
                               }});
                    if (!files) return problem(given->source, files.error(), notInOrder);
                    auto written = writeKit(*files, given->out);
                    return written ? done : problem(given->out, written.error(), noFile);
                });
            }};
}

Command addTexts(CLI::App& app) {
    struct Given {
        string source, out, language, from;
        string to = "xliff";
        PasswordFile password;
    };
    auto given = std::make_shared<Given>();
    CLI::App* command = app.add_subcommand("texts", "Exports a form's wording for translation, and imports it");
    command->add_option("FORM", given->source, formHelp)->required();
    auto* from = command->add_option("--from", given->from, "A translated XLIFF or CSV file: imports it into the form");
    command->add_option("--language", given->language, "The language that it is to be translated into: de")
        ->excludes(from);
    command->add_option("--to", given->to, "As what the texts are written")
        ->check(CLI::IsMember({"xliff", "csv"}))
        ->excludes(from);
    command->add_option("-o,--out", given->out, "Another file; standard output, or the form itself, when left out");
    takesPassword(command, given->password);
    return {command, [given](const FontBook&) -> int {
                if (given->from.empty())
                    return withForm(given->source, [&](const Form& form) {
                        if (!isLanguage(given->language))
                            return problem("--language", {"", said("A language such as de or pt-BR is expected here.")},
                                           wrongCall);
                        return put(
                            given->to == "csv" ? textTable(form, given->language) : xliffOf(form, given->language),
                            given->out, {given->source});
                    });
                return editForm(given->source, given->out, given->password,
                                [&](const Form& form, const string& target, const SharedSealKey& key) {
                                    const auto bytes = bytesOf(given->from);
                                    if (!bytes) return problem(given->from, bytes.error(), noFile);
                                    const auto read = readTexts(*bytes);
                                    if (!read) return problem(given->from, read.error(), notInOrder);
                                    if (const auto wrong = textsMisfit(form, read->language, read->texts))
                                        return problem(given->from, *wrong, notInOrder);
                                    if (!read->form.empty() && read->form != form.root().name)
                                        problem(given->from,
                                                {"", said("The texts were written for the form “{}”; this is “{}”.",
                                                          read->form, form.root().name)},
                                                done);
                                    const TextsTaken taken = withTexts(form, read->language, read->texts);
                                    for (const FormText& one : taken.foreign)
                                        std::cerr << given->from << ":" << one.place
                                                  << ": The form has no such text any more: “" << one.source << "”.\n";
                                    for (const FormText& one : taken.twice)
                                        std::cerr << given->from << ":" << one.place << ": It is translated twice; “"
                                                  << one.target << "” is taken.\n";
                                    return putForm(given->out.empty() ? nextVersion(taken.form, form) : taken.form,
                                                   target, key, given->password, {given->from});
                                });
            }};
}

Command addCompare(CLI::App& app) {
    struct Given {
        string before, after;
        bool json = false;
        PasswordFile password;
    };
    auto given = std::make_shared<Given>();
    CLI::App* command = app.add_subcommand("compare", "Lists the differences between two forms, or two kits, in words");
    command->add_option("A", given->before, "A form, or - for standard input; or a kit: a folder or a ZIP")->required();
    command->add_option("B", given->after, "What it has become")->required();
    command->add_flag("--json", given->json, "As JSON, for programs");
    takesPassword(command, given->password);
    return {command, [given](const FontBook&) -> int {
                if (given->before == "-" && given->after == "-")
                    return problem("B", {"", said("Only one of the two can come from standard input.")}, wrongCall);
                std::vector<Opened> both;
                for (const string& path : {given->before, given->after}) {
                    auto opened = path == "-" ? formOf(path) : handedOverForm(path);
                    if (!opened)
                        return problem(path, opened.error(), opened.error().place.empty() ? noFile : notInOrder);
                    if (const int status = markSaid(path, *opened, given->password); status != done) return status;
                    both.push_back(std::move(*opened));
                }
                const Opened *before = &both[0], *after = &both[1];
                std::vector<Difference> all = differencesOf(before->form, after->form);
                for (Difference& one : markDifferences(*before, *after)) all.push_back(std::move(one));
                if (given->json) return put(differencesJson(before->form, after->form, all), "");
                string lines;
                for (const Difference& one : all) lines += differenceLine(one) + "\n";
                return put(lines.empty() ? "Nothing is different.\n" : lines, "");
            }};
}

}  // namespace

std::vector<Command> handOverCommands(CLI::App& app) {
    return {addExport(app), addKit(app), addTexts(app), addCompare(app)};
}

}  // namespace brindel::calls
