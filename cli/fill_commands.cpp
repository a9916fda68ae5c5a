// Commands for whoever fills: a form filled with values, and what a formula is worth then.
#include <fmt/format.h>

#include "cli/calls.h"
#include "cli/fill_many.h"
#include "core/intake/reply_file.h"
#include "core/replies/table_source.h"
#include "core/session/result.h"
#include "core/targets/targets.h"
#include "core/text/clock.h"

namespace brindel::calls {
namespace {

using std::string;

/// The day that "today" means; nothing, and it was said, where the call gives none that can be read.
std::optional<Day> dayMeant(const string& today) {
    if (today.empty()) return todayHere();
    auto read = isoDateRead(today);
    if (read) return *read;
    problem("--today", {"", said("A date such as 2026-04-01 is expected here.")}, wrongCall);
    return std::nullopt;
}

/// Fills a session with a values file, and says what it refuses.
int filledFrom(const string& values, FormSession& session, const FontBook& fonts, Reply* from = nullptr) {
    if (values.empty()) return done;
    auto text = bytesOf(values);
    if (!text) return problem(values, text.error(), noFile);
    const auto given = replyFromFile(session.form(), fonts, *text);
    if (!given) return problem(values, given.error(), notInOrder);
    if (const int version = given->reply.version; version > session.form().revision)
        problem(values,
                {"version", said("It was filled in version {} of the form; this one is version {}.", version,
                                 session.form().revision)},
                done);
    // The same reply again was filled in when it was filled in.
    if (from && given->reply.version == session.form().revision)
        *from = {.filled = given->reply.filled, .id = given->reply.id};
    int status = done;
    for (const Problem& refused : given->refused) status = problem(values, refused, notInOrder);
    for (const Problem& refused : session.take(given->reply)) status = problem(values, refused, notInOrder);
    return status;
}

/// True, and it was said, when the form and its values are both to come from standard input.
bool bothStandard(const string& form, const string& values) {
    if (form != "-" || values != "-") return false;
    problem("--values", {"", said("Only one of form and values can come from standard input.")}, wrongCall);
    return true;
}

/// Saves what a session holds in a store, and says its number. `form` is that of the file, in its own language; `from`
/// says when it was filled in, and which filling it is.
int keptIn(const string& address, const Form& form, const FormSession& session, const Reply& from) {
    const string place = spokenAddress(address);
    auto store = ReplyStore::open(address);
    if (!store) return problem(place, store.error(), noFile);
    auto changes = store->changesFor(form);
    if (!changes) return problem(place, changes.error(), notInOrder);
    for (const Sentence& change : *changes) problem(place, {"", change}, done);
    auto kept = store->append(form, session.replied(from.filled, from.id), {"call"});
    if (!kept) return problem(place, kept.error(), noFile);
    std::cerr << place << (kept->again ? ": already there, reply " : ": saved as reply ") << kept->number << '\n';
    return done;
}

struct FillAsked {
    string source;
    string out;
    string values;
    string today;
    string language;
    string fillTo = "json";
    string store;
    string named = "{n}";
    bool archive = false, prefilled = false;
};

/// The reply, or the PDF, of a form that was filled, to its place.
int putFilled(const FillAsked& asked, const FormSession& session, const FontBook& fonts, const string& reply,
              const string& filled) {
    const std::vector<string> read = {asked.source, asked.values};
    if (!asked.store.empty() && asked.out.empty()) return done;
    if (asked.fillTo == "json") return put(reply, asked.out, read);
    const string attached = asked.archive ? bytesOf(asked.source).value_or("") : "";
    auto bytes =
        targetFrom(asked.fillTo)
            ->made(session, fonts, {.archive = asked.archive, .formFile = attached, .reply = reply, .filled = filled});
    return bytes ? put(*bytes, asked.out, read) : problem(asked.source, bytes.error(), notInOrder);
}

int fillForm(const FillAsked& asked, const Form& own, Day day, const FontBook& fonts) {
    const auto inLanguage = asked.language.empty() ? Result<Form>(own) : formIn(own, asked.language);
    if (!inLanguage) return problem(asked.source, inLanguage.error(), notInOrder);
    const Form& form = *inLanguage;
    if (isTableSource(asked.values)) {
        if (asked.out.empty() && asked.store.empty())
            return problem("fill", {"", said("Name a folder with -o, or a store with --store.")}, wrongCall);
        return fillMany(
            own, form, day, fonts,
            {asked.source, asked.values, asked.out, asked.named, asked.fillTo, asked.store, asked.prefilled});
    }
    FormSession session(form, day, minutesHere());
    Reply from;  // when it was filled in, and which filling it is, as it says itself
    int status = filledFrom(asked.values, session, fonts, &from);
    if (status == done)
        for (const Problem& wrong : wrongsSaid(session, asked.prefilled))
            status = problem(asked.values, wrong, notInOrder);
    if (status != done) return status;
    const string when = from.filled.empty() ? timeNow() : from.filled;
    const string reply = withId(session.reply(when), from.id);
    // What cannot be written is not saved either: called again, it would be there twice.
    if (const int wrote = putFilled(asked, session, fonts, reply, from.filled); wrote != done || asked.store.empty())
        return wrote;
    // A reply that does not say when it was filled in is another one each time.
    if (from.id.empty() && from.filled.empty()) from.id = newId();
    return keptIn(asked.store, own, session, {.filled = when, .id = from.id});
}

Command addFill(CLI::App& app) {
    auto given = std::make_shared<FillAsked>();
    CLI::App* command = app.add_subcommand("fill", "Fills a form with values");
    command->add_option("FORM", given->source, formHelp)->required();
    command
        ->add_option("--values", given->values,
                     "A JSON file of names and values, or a reply; a filled PDF, FDF, XFDF, DOCX or ODT; - for "
                     "standard input. A "
                     "table (.csv) or a store fills the form once for each row")
        ->required();
    command->add_option("--to", given->fillTo)->check(CLI::IsMember({"json", "pdf", "docx", "odt"}));
    command->add_option("--today", given->today, "The date to use as today, such as 2026-04-01");
    command->add_option("--language", given->language, "Language in which it is filled, such as de");
    command->add_flag("--archive", given->archive,
                      "An archive PDF (PDF/A-3): nothing runs in it, and the form's file and the reply are attached");
    command->add_option("--store", given->store,
                        "Saves the reply in a store: a file such as replies.db, or postgresql://…");
    command->add_flag("--prefilled", given->prefilled,
                      "Required answers may be missing; the person who gets the PDF fills them in");
    command
        ->add_option("--named", given->named,
                     "For many: names of the files, with answers and the number of the row: {txtBoatName}-{n}")
        ->capture_default_str();
    command->add_option("-o,--out", given->out, "A file; for many, a folder");
    return {command, [given](const FontBook& fonts) -> int {
                const auto day = dayMeant(given->today);
                if (!day) return wrongCall;
                if (given->prefilled && (given->fillTo == "json" || !given->store.empty()))
                    return problem(
                        "--prefilled",
                        {"", said("Only a PDF or a text document can be left for others to fill in: --to pdf.")},
                        wrongCall);
                if (bothStandard(given->source, given->values)) return wrongCall;
                if (archivesStandard(given->archive, given->source)) return wrongCall;
                return withForm(given->source, [&](const Form& own) { return fillForm(*given, own, *day, fonts); });
            }};
}

Command addResult(CLI::App& app) {
    struct Given {
        string source;
        string values;
        string today;
        string formula;
    };
    auto given = std::make_shared<Given>();
    CLI::App* command = app.add_subcommand("worth", "Prints the value of a formula in a form, empty or filled");
    command->add_option("FORM", given->source, formHelp)->required();
    command->add_option("FORMULA", given->formula, "Such as 'ROUND(numLength * 12.5; 2)'")->required();
    command->add_option("--values", given->values,
                        "A JSON file of names and values, or a reply; a filled PDF, FDF, XFDF, DOCX or ODT");
    command->add_option("--today", given->today, "The day that TODAY() means, as 2026-04-01");
    return {command, [given](const FontBook& fonts) -> int {
                const auto day = dayMeant(given->today);
                if (!day) return wrongCall;
                if (bothStandard(given->source, given->values)) return wrongCall;
                return withForm(given->source, [&](const Form& form) {
                    FormSession session(form, *day, minutesHere());
                    if (int status = filledFrom(given->values, session, fonts); status != done) return status;
                    // Broken bytes of the call become U+FFFD.
                    const auto tree = readFormula(utf8(lettersOf(given->formula)));
                    if (!tree)
                        return problem(given->formula, {fmt::format("{}", tree.error().at + 1), tree.error().sentence},
                                       notInOrder);
                    const Scalar value = resultOf(session, **tree);
                    if (const auto* error = std::get_if<FormulaError>(&value))
                        return put(string(errorText(*error)) + "\n", "-");
                    return put(std::get<string>(asText(value)) + "\n", "-");
                });
            }};
}

}  // namespace

std::vector<Command> fillCommands(CLI::App& app) {
    return {addFill(app), addResult(app)};
}

}  // namespace brindel::calls
