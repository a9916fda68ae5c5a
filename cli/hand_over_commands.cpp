// Commands for whoever hands a form over: one target, or the kit; and the form that an archive carries.
#include <fmt/format.h>
#include <unistd.h>

#include "cli/calls.h"
#include "core/compare/compare.h"
#include "core/compare/kit_form.h"
#include "core/file/whole_file.h"
#include "core/intake/pdf_reply.h"
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
    const bool web = address.starts_with("https://") || address.starts_with("http://");
    return web && isSendable(address) ? "" : "An address that begins with https:// is expected here.";
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

struct Exported {
    string source;
    string out;
    string to;
    string sendTo;
    double scale = 1;
    bool archive = false;
    PasswordFile owner;
    ClassChoice names;
    PageChoice page;
    string language;
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
    CLI::App* command = app.add_subcommand("export", "Writes a form as " + targetWords());
    command->add_option("FORM", given->source)->required();
    command->add_option("--to", given->to)->required()->check(CLI::IsMember(keysOf(allTargets())));
    command->add_option("--scale", given->scale, "Pixels of the picture per 1/96 inch")->check(CLI::Range(0.1, 8.0));
    command->add_option("--password-file", given->owner.file,
                        "A file whose first line is the password that a PDF is sealed with");
    command->add_option("--send-to", given->sendTo, "Where the PDF's button sends the answers: https://… or mailto:…")
        ->check(addressMisfit);
    command->add_flag("--archive", given->archive,
                      "A PDF for keeping (PDF/A-3): nothing runs in it, and the form's file is attached");
    command->add_option("--namespace", given->names.nameSpace, "Of the C++ class: wharf, or wharf::forms");
    command->add_option("--class", given->names.className, "The name of the C++ class")->default_str("the form's");
    command
        ->add_option("--post", given->page.post,
                     "Where a web page sends the reply: https://…; else it is saved as a file")
        ->check(pageAddressMisfit);
    command->add_flag("--keep-draft", given->page.keepDraft,
                      "A web page keeps what is filled in until it is handed in");
    command->add_option("--language", given->language, "Of the wording, where the form has it in several: de");
    command->add_flag("--steps", given->page.steps, "A web page shows tab pages as steps");
    command->add_option("-o,--out", given->out, "A file; for a C++ class its folder");
    return {command, [given](const FontBook& fonts) -> int {
                return withFormIn(given->source, given->language, [&](const Form& form) {
                    if (const Target& target = *targetFrom(given->to); target.several)
                        return exportFolder(form, target, fonts, *given);
                    // What an archive carries with it: the file as it is, its seal and all.
                    const string attached = given->archive ? readWhole(given->source).value_or("") : "";
                    FormSession session(form, todayHere(), minutesHere());
                    std::optional<Secret> word;
                    if (const int status = ownerGiven(given->owner, word); status != done) return status;
                    if (!word && form.seal && given->to == "pdf") {
                        std::cerr << given->source
                                  << ": The form is sealed, and the PDF is not: --password-file seals it.\n";
                    }
                    auto bytes = targetFrom(given->to)->made(session, fonts,
                                                             {.scale = given->scale,
                                                              .owner = word ? &*word : nullptr,
                                                              .blank = true,
                                                              .sendTo = given->sendTo,
                                                              .archive = given->archive,
                                                              .formFile = attached,
                                                              .page = pageChoice(form, given->page)});
                    return bytes ? put(*bytes, given->out) : problem(given->source, bytes.error(), notInOrder);
                });
            }};
}

Command addKit(CLI::App& app) {
    struct Given {
        string source;
        string out;
        string sendTo;
        std::vector<string> languages, with;
        PasswordFile owner;
    };
    auto given = std::make_shared<Given>();
    CLI::App* command = app.add_subcommand("kit", "Writes the kit: a folder or a ZIP for whoever receives the form");
    command->add_option("FORM", given->source)->required();
    command->add_option("-o,--out", given->out, "The folder, or a file that ends in .zip")->required();
    command->add_option("--with", given->with, "What is in it, beside the form and a covering page")
        ->delimiter(',')
        ->check(CLI::IsMember(keysOf(allTargets())))
        ->default_str("what was ticked in the form, else pdf,sheet");
    command->add_option("--password-file", given->owner.file,
                        "A file whose first line is the password that the PDF is sealed with");
    command->add_option("--send-to", given->sendTo, "Where the PDF's button sends the answers")->check(addressMisfit);
    command->add_option("--language", given->languages, "In which fillers get it, where the form has several: en,de")
        ->delimiter(',')
        ->default_str("what was ticked in the form, else its own");
    return {command, [given](const FontBook& fonts) -> int {
                if (given->out == "-")
                    return problem("-o", {"", said("A kit is a folder, or a file that ends in .zip: name one.")},
                                   wrongCall);
                return withForm(given->source, [&](const Form& form) {
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
    CLI::App* command = app.add_subcommand("texts", "Writes a form's wording out to be translated, and takes it back");
    command->add_option("FORM", given->source)->required();
    auto* from = command->add_option("--from", given->from, "XLIFF or CSV that was translated: takes it into the form");
    command->add_option("--language", given->language, "The language that it is to be translated into: de")
        ->excludes(from);
    command->add_option("--to", given->to, "As what the texts are written")
        ->check(CLI::IsMember({"xliff", "csv"}))
        ->excludes(from);
    command->add_option("-o,--out", given->out);
    command->add_option("--seal-password-file", given->password.file,
                        "A file with the password of a sealed form in its first line");
    return {command, [given](const FontBook&) -> int {
                if (given->from.empty())
                    return withForm(given->source, [&](const Form& form) {
                        if (!isLanguage(given->language))
                            return problem("--language", {"", said("A language such as de or pt-BR is expected here.")},
                                           wrongCall);
                        return put(
                            given->to == "csv" ? textTable(form, given->language) : xliffOf(form, given->language),
                            given->out);
                    });
                return editForm(given->source, given->out, given->password,
                                [&](const Form& form, const string& target, const SharedSealKey& key) {
                                    const auto bytes = readWhole(given->from);
                                    if (!bytes) return problem(given->from, bytes.error(), noFile);
                                    const auto read = readTexts(*bytes);
                                    if (!read) return problem(given->from, read.error(), notInOrder);
                                    if (const auto wrong = textsMisfit(form, read->language, read->texts))
                                        return problem(given->from, *wrong, notInOrder);
                                    const TextsTaken taken = withTexts(form, read->language, read->texts);
                                    for (const FormText& one : taken.foreign)
                                        std::cerr << given->from << ":" << one.place
                                                  << ": The form has no such text any more: “" << one.source << "”.\n";
                                    for (const FormText& one : taken.twice)
                                        std::cerr << given->from << ":" << one.place << ": It is translated twice; “"
                                                  << one.target << "” is taken.\n";
                                    return putForm(given->out.empty() ? nextVersion(taken.form, form) : taken.form,
                                                   target, key, given->password);
                                });
            }};
}

Command addCompare(CLI::App& app) {
    struct Given {
        string before, after;
        bool json = false;
    };
    auto given = std::make_shared<Given>();
    CLI::App* command =
        app.add_subcommand("compare", "Says what is different between two forms, or two kits, in words");
    command->add_option("A", given->before, "A form, or a kit: a folder or a ZIP")->required();
    command->add_option("B", given->after, "What it has become")->required();
    command->add_flag("--json", given->json, "As JSON, for programs");
    return {command, [given](const FontBook&) -> int {
                auto before = handedOverForm(given->before);
                if (!before)
                    return problem(given->before, before.error(), before.error().place.empty() ? noFile : notInOrder);
                auto after = handedOverForm(given->after);
                if (!after)
                    return problem(given->after, after.error(), after.error().place.empty() ? noFile : notInOrder);
                const std::vector<Difference> all = differencesOf(before->form, after->form);
                if (given->json) return put(differencesJson(before->form, after->form, all), "");
                string lines;
                for (const Difference& one : all) lines += differenceLine(one) + "\n";
                return put(lines.empty() ? "Nothing is different.\n" : lines, "");
            }};
}

Command addIntake(CLI::App& app) {
    struct Given {
        string source;
        string out;
    };
    auto given = std::make_shared<Given>();
    CLI::App* command = app.add_subcommand("intake", "Takes the form out of a PDF that was written for keeping");
    command->add_option("PDF", given->source)->required();
    command->add_option("-o,--out", given->out)->required();
    return {command, [given](const FontBook&) -> int {
                auto bytes = readWhole(given->source);
                if (!bytes) return problem(given->source, bytes.error(), noFile);
                auto form = formFileIn(*bytes);
                return form ? put(*form, given->out) : problem(given->source, form.error(), notInOrder);
            }};
}

}  // namespace

std::vector<Command> handOverCommands(CLI::App& app) {
    return {addExport(app), addKit(app), addTexts(app), addCompare(app), addIntake(app)};
}

}  // namespace brindel::calls
