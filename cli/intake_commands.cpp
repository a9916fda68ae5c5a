// What exists becomes a form: the form that a file carries, or one that is proposed by what is in it.
#include <fmt/format.h>

#include <iostream>

#include "cli/calls.h"
#include "core/edit/edits.h"
#include "core/intake/document_reply.h"
#include "core/intake/proposal.h"
#include "core/intake/reply_file.h"
#include "core/jot/lay_out.h"
#include "core/layout/bounds.h"

namespace brindel::calls {
namespace {

using std::string;

struct Given {
    string source;
    string out;
    string kind;
    string as = "form";
    PasswordFile password;
};

int carried(const Given& given, const string& text) {
    if (const auto form = readForm(text); !form)
        return problem(
            given.source,
            {form.error().place, said("The form in the file cannot be read: {}", form.error().sentence.text())},
            notInOrder);
    return putFormText(text, given.out, given.password, {given.source});
}

string placeText(const intake::Place& place) {
    return place.line == 0    ? ""
           : place.width == 0 ? fmt::format("line {}: ", place.line)
                              : fmt::format("line {}, column {}: ", place.line, place.column + 1);
}

int proposed(const Given& given, const string& bytes, const FontBook& fonts) {
    const auto items = intake::itemsFrom(bytes);
    if (!items) return problem(given.source, items.error(), notInOrder);
    if (given.as == "items") return put(intake::itemsJson(*items), given.out, {given.source});
    const intake::Proposal proposal = intake::proposalOf(*items);
    for (const intake::Proposed& one : proposal.fields)
        if (!one.doubt.empty())
            std::cerr << given.source << ": " << placeText(items->list[one.item].place) << "“" << one.field.label
                      << "”: " << one.doubt.text() << "\n";
    if (given.as == "jot") return put(jottingText(proposal.rows), given.out, {given.source});
    const bool document = given.kind.empty() ? items->flows : given.kind == "document";
    const Form start =
        withProperty(newForm(document ? Kind::document : Kind::dialog), {rootId}, Prop::language, items->language);
    const Form form = laidOut(proposal.rows, start, fonts);
    if (const Sentence wrong = tooLarge(form); !wrong.empty()) return problem(given.source, {"", wrong}, notInOrder);
    return putForm(form, given.out, nullptr, given.password, {given.source});
}

}  // namespace

std::vector<Command> intakeCommands(CLI::App& app) {
    auto given = std::make_shared<Given>();
    CLI::App* command = app.add_subcommand(
        "intake", "Makes a form from what exists: a text with blanks, a table, or a file that contains a form");
    command->add_option("SOURCE", given->source, "The file, or - for standard input")->required();
    command->add_option("--kind", given->kind, "dialog or document; by the source when left out")
        ->check(CLI::IsMember({"dialog", "document"}));
    command->add_option("--as", given->as, "The form, its rows as jotting, or what was found, as JSON")
        ->check(CLI::IsMember({"form", "jot", "items"}));
    command->add_option("-o,--out", given->out, "The file to write; standard output when left out");
    takesPassword(command, given->password);
    return {{command, [given](const FontBook& fonts) -> int {
                 auto bytes = bytesOf(given->source);
                 if (!bytes) return problem(given->source, bytes.error(), noFile);
                 // A file that contains a form gives exactly that one.
                 const bool pdf = looksLikePdfReply(*bytes);
                 if (pdf || looksLikeDocument(*bytes)) {
                     auto text = formFileFrom(*bytes);
                     if (text) return carried(*given, *text);
                     if (pdf) return problem(given->source, text.error(), notInOrder);
                 }
                 return proposed(*given, *bytes, fonts);
             }}};
}

}  // namespace brindel::calls
