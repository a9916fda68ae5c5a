// The command for replies that came back: read, judged, kept in a store, written out as a table.
#include <fmt/format.h>

#include <cstdio>
#include <filesystem>

#include "cli/calls.h"
#include "core/replies/gather.h"
#include "core/replies/table_source.h"
#include "core/replies/waiting.h"
#include "core/replies/written.h"
#include "core/text/words.h"

namespace brindel::calls {
namespace {

using std::string;

/// Writes all replies of a form: beside what is there, which takes its place when the last is written.
int writtenOut(ReplyStore& store, const string& form, const string& path, const WriteOptions& options,
               const std::vector<string>& readFrom) {
    auto numbers = store.numbers(form);
    if (!numbers) return problem(path, numbers.error(), noFile);
    string all;
    auto done = replyTableOf(path)->written(store, form, *numbers, options, [&](std::string_view part) {
        all += part;
        return true;
    });
    return done ? put(all, path, readFrom) : problem(path, done.error(), noFile);
}

struct GatherAsked {
    string source, store, out, today;
    std::vector<string> files;
    bool wrongToo = false, plain = false;
};

/// The store of the call, with what waited for it put in and its changes for the form said; the exit where it cannot
/// be.
tl::expected<ReplyStore, int> storeFor(const GatherAsked& asked, const Form& form) {
    const string address = spokenAddress(asked.store);
    auto store = ReplyStore::open(asked.store, asked.files.empty());
    if (!store) return tl::unexpected(problem(address, store.error(), noFile));
    if (asked.files.empty()) return std::move(*store);
    if (!asked.store.empty()) {
        auto went = putWaitingIn(waitingFolder(), asked.store, *store);
        if (!went) return tl::unexpected(problem(address, went.error(), noFile));
        if (went->in > 0) std::cerr << address << ": " << went->in << " saved that had waited\n";
        for (const Problem& left : went->left) problem(left.place, {"", left.sentence}, done);
    }
    auto changes = store->changesFor(form);
    if (!changes) return tl::unexpected(problem(address, changes.error(), notInOrder));
    if (!asked.store.empty())
        for (const Sentence& change : *changes) problem(address, {"", change}, done);
    return std::move(*store);
}

/// Reads files into a store, and says what came of each: the exit.
int gathered(const GatherAsked& asked, const std::vector<string>& files, ReplyStore& store, const Form& form, Day day,
             const FontBook& fonts) {
    const string address = spokenAddress(asked.store);
    int status = done;
    std::size_t kept = 0, again = 0, refused = 0;
    Gathering gathering(store, form, fonts, {day, asked.wrongToo});
    auto tell = [&] {
        for (const Gathered& one : gathering.came()) {
            for (const Problem& wrong : one.wrong) problem(one.file, wrong, notInOrder);
            if (!one.wrong.empty()) status = notInOrder;
            ++(!one.kept ? refused : one.again ? again : kept);
        }
    };
    for (const string& file : files) {
        if (auto went = gathering.read(file); !went) return problem(address, went.error(), noFile);
        tell();
    }
    if (auto ended = gathering.finish(); !ended) return problem(address, ended.error(), noFile);
    tell();
    if (!asked.files.empty())
        std::cerr << fmt::format("{} saved, {} already there, {} with errors\n", kept, again, refused);
    return status;
}

int gather(GatherAsked& asked, const Form& form, Day day, const FontBook& fonts) {
    if (asked.store.empty() && form.kit) asked.store = storeBeside(form.kit->store, asked.source);
    if (asked.store.empty() && asked.out.empty())
        return problem("gather", {"", said("Name a store with --store, or a table to write with -o.")}, wrongCall);
    if (asked.store.empty() && asked.files.empty())
        return problem("gather", {"", said("Name the files to read, or a store with --store.")}, wrongCall);
    auto files = filesUnder(asked.files);
    if (!files) return problem(files.error().place, {"", files.error().sentence}, noFile);
    auto store = storeFor(asked, form);
    if (!store) return store.error();
    const int status = gathered(asked, *files, *store, form, day, fonts);
    if (asked.out.empty() || (status != done && status != notInOrder)) return status;
    std::vector<string> read = *files;
    read.push_back(asked.source);
    read.push_back(asked.store);
    const int wrote = writtenOut(*store, form.root().name, asked.out, {!asked.plain}, read);
    return wrote != done ? wrote : status;
}

Command addGather(CLI::App& app) {
    auto given = std::make_shared<GatherAsked>();
    CLI::App* command = app.add_subcommand("gather", "Reads returned replies, and saves them in a store or as a table");
    command->add_option("FORM", given->source, formHelp)->required();
    command->add_option(
        "FILES", given->files,
        "Filled PDFs, FDF, XFDF, replies as JSON, tables (.csv), ZIP files of these, and folders; none to write what a "
        "store has");
    command->add_option(
        "--store", given->store,
        "Where they are saved: a file such as replies.db, or postgresql://…; otherwise where the form says");
    command->add_option("-o,--out", given->out,
                        "The table to write: a file that ends in .csv, .xlsx or .json; in .pdf a report of counts");
    command->add_option("--today", given->today, "The date for replies that have none");
    command->add_flag("--wrong-too", given->wrongToo, "Saves those with errors as well");
    command->add_flag("--plain", given->plain, "In CSV, leaves cells that a spreadsheet would run unchanged");
    return {command, [given](const FontBook& fonts) -> int {
                if (!given->out.empty() && !replyTableOf(given->out))
                    return problem(given->out,
                                   {"", said("A table ends in .csv, .xlsx or .json, a report of counts in .pdf.")},
                                   wrongCall);
                const auto day = given->today.empty() ? std::optional(todayHere()) : isoDateRead(given->today);
                if (!day)
                    return problem("--today", {"", said("A date such as 2026-04-01 is expected here.")}, wrongCall);
                return withForm(given->source, [&](const Form& form) { return gather(*given, form, *day, fonts); });
            }};
}

}  // namespace

std::vector<Command> replyCommands(CLI::App& app) {
    return {addGather(app)};
}

}  // namespace brindel::calls
