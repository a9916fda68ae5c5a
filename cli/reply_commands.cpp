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

Command addGather(CLI::App& app) {
    struct Given {
        string source, store, out, today;
        std::vector<string> files;
        bool wrongToo = false, plain = false;
    };
    auto given = std::make_shared<Given>();
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
    return {
        command, [given](const FontBook& fonts) -> int {
            if (!given->out.empty() && !replyTableOf(given->out))
                return problem(given->out,
                               {"", said("A table ends in .csv, .xlsx or .json, a report of counts in .pdf.")},
                               wrongCall);
            const auto day = given->today.empty() ? std::optional(todayHere()) : isoDateRead(given->today);
            if (!day) return problem("--today", {"", said("A date such as 2026-04-01 is expected here.")}, wrongCall);
            return withForm(given->source, [&](const Form& form) {
                if (given->store.empty() && form.kit) given->store = storeBeside(form.kit->store, given->source);
                if (given->store.empty() && given->out.empty())
                    return problem("gather", {"", said("Name a store with --store, or a table to write with -o.")},
                                   wrongCall);
                if (given->store.empty() && given->files.empty())
                    return problem("gather", {"", said("Name the files to read, or a store with --store.")}, wrongCall);
                auto files = filesUnder(given->files);
                if (!files) return problem(files.error().place, {"", files.error().sentence}, noFile);
                const string address = spokenAddress(given->store);
                auto store = ReplyStore::open(given->store, given->files.empty());
                if (!store) return problem(address, store.error(), noFile);
                if (!given->files.empty() && !given->store.empty()) {
                    auto went = putWaitingIn(waitingFolder(), given->store, *store);
                    if (!went) return problem(address, went.error(), noFile);
                    if (went->in > 0) std::cerr << address << ": " << went->in << " saved that had waited\n";
                    for (const Problem& left : went->left) problem(left.place, {"", left.sentence}, done);
                }
                if (!given->files.empty()) {
                    auto changes = store->changesFor(form);
                    if (!changes) return problem(address, changes.error(), notInOrder);
                    if (!given->store.empty())
                        for (const Sentence& change : *changes) problem(address, {"", change}, done);
                }
                int status = done;
                std::size_t kept = 0, again = 0, refused = 0;
                Gathering gathering(*store, form, fonts, {*day, given->wrongToo});
                auto tell = [&] {
                    for (const Gathered& one : gathering.came()) {
                        for (const Problem& wrong : one.wrong) problem(one.file, wrong, notInOrder);
                        if (!one.wrong.empty()) status = notInOrder;
                        ++(!one.kept ? refused : one.again ? again : kept);
                    }
                };
                for (const string& file : *files) {
                    if (auto went = gathering.read(file); !went) return problem(address, went.error(), noFile);
                    tell();
                }
                if (auto ended = gathering.finish(); !ended) return problem(address, ended.error(), noFile);
                tell();
                if (!given->files.empty())
                    std::cerr << fmt::format("{} saved, {} already there, {} with errors\n", kept, again, refused);
                if (!given->out.empty()) {
                    std::vector<string> read = *files;
                    read.push_back(given->source);
                    read.push_back(given->store);
                    if (const int wrote = writtenOut(*store, form.root().name, given->out, {!given->plain}, read);
                        wrote != done)
                        return wrote;
                }
                return status;
            });
        }};
}

}  // namespace

std::vector<Command> replyCommands(CLI::App& app) {
    return {addGather(app)};
}

}  // namespace brindel::calls
