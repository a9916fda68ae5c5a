// Replies that are corrected, and replies that are taken out.
#include <fmt/format.h>

#include "core/replies/store.h"
#include "core/replies/store_cells.h"
#include "core/targets/reply/sql_words.h"
#include "core/text/fonts.h"

namespace brindel {

using std::string;

namespace {

/// The same day so many months earlier; the last of a month that is shorter.
Day monthsBefore(Day day, int months) {
    const Day before = day - std::chrono::months(months);
    return before.ok() ? before : Day(before.year() / before.month() / std::chrono::last);
}

}  // namespace

Result<void> ReplyStore::correct(const string& form, long long number, const Reply& reply, const string& reason,
                                 const string& by) {
    Transaction step(*database_);
    if (!step.begun()) return step.begun();
    auto kept = replies(form, std::span(&number, 1));
    if (!kept) return tl::unexpected(kept.error());
    if (kept->empty()) return failure("", said("The reply was deleted."));
    const KeptReply& before = kept->front();
    auto places = placesOf(before.sum);
    if (!places) return tl::unexpected(places.error());
    if (!*places) return failure("", said("The store has no such version of the form."));
    auto cells = cellsIn(**places, reply);
    if (!cells) return tl::unexpected(cells.error());
    const string main = mains_.at(form);
    if (auto made = database_->run("CREATE TABLE IF NOT EXISTS brindel_corrections (tab TEXT NOT NULL, reply BIGINT "
                                   "NOT NULL, place BIGINT NOT "
                                   "NULL, at TEXT NOT NULL, person TEXT NOT NULL, reason TEXT NOT NULL, earlier TEXT "
                                   "NOT NULL, PRIMARY KEY (tab, "
                                   "reply, place))");
        !made)
        return made;
    const std::vector<std::pair<string, Answer>> values(before.reply.values.begin(), before.reply.values.end());
    auto noted = database_->run(
        "INSERT INTO brindel_corrections (tab, reply, place, at, person, reason, earlier) VALUES ($1, $2, (SELECT "
        "COALESCE(MAX(place), 0) + 1 FROM brindel_corrections WHERE tab = $3 AND reply = $4), $5, $6, $7, $8)",
        {main, number, main, number, timeNow(), firstCharacters(by, 200), firstCharacters(reason, 2000),
         replyText(form, before.reply.version, before.reply.filled, values, before.reply.id)});
    if (!noted) return noted;
    std::set<string> within;  // tables of what is picked and of added rows
    for (const AnswerPlace& place : **places)
        if (const string& table = place.lies == AnswerLies::rows ? place.table : place.picked; !table.empty())
            within.insert(table);
    for (const string& table : within)
        if (auto gone = database_->run("DELETE FROM " + sqlName(table) + " WHERE \"reply\" = $1", {number}); !gone)
            return gone;
    string set;
    Row given;
    for (auto& [column, cell] : cells->main) {
        given.push_back(std::move(cell));
        set += fmt::format("{}{} = ${}", set.empty() ? "" : ", ", sqlName(column), given.size());
    }
    given.emplace_back(number);
    if (!set.empty())
        if (auto put = database_->run(
                fmt::format("UPDATE {} SET {} WHERE \"reply\" = ${}", sqlName(main), set, given.size()), given);
            !put)
            return put;
    if (auto inner = keepWithin(number, *cells); !inner) return inner;
    return step.commit();
}

Result<std::vector<Correction>> ReplyStore::corrections(const string& form, long long number) {
    std::vector<Correction> all;
    auto main = mainTable(form);
    auto tables = main ? tablesThere() : tl::unexpected(main.error());
    if (!tables) return tl::unexpected(tables.error());
    if (!tables->contains("brindel_corrections")) return all;
    auto rows = database_->rows(
        "SELECT at, person, reason, earlier FROM brindel_corrections WHERE tab = $1 AND reply = $2 ORDER BY place",
        {*main, number});
    if (!rows) return tl::unexpected(rows.error());
    for (const Row& row : *rows)
        if (auto before = readReply(cells::textIn(row[3])))
            all.push_back({cells::textIn(row[0]), cells::textIn(row[1]), cells::textIn(row[2]), std::move(*before)});
    return all;
}

/// What was taken out is overwritten; what waits beside the file to go in is as well.
Result<void> ReplyStore::emptied() {
    return database_->isServer() ? Result<void>() : database_->run("PRAGMA wal_checkpoint(TRUNCATE)");
}

Result<std::vector<long long>> ReplyStore::filledBefore(const string& form, Day day) {
    std::vector<long long> all;
    auto main = mainTable(form);
    if (!main) return tl::unexpected(main.error());
    if (main->empty()) return all;
    auto done = database_->each(
        "SELECT \"reply\" FROM " + sqlName(*main) + " WHERE COALESCE(\"filled\", \"came\") < $1 ORDER BY \"reply\"",
        {isoDate(day)}, [&](const Row& row) {
            all.push_back(cells::wholeIn(row[0]));
            return true;
        });
    if (!done) return tl::unexpected(done.error());
    return all;
}

Result<void> ReplyStore::eachPart(std::span<const long long> numbers,
                                  const std::function<Result<void>(const string&, const Row&)>& part) {
    constexpr std::size_t atOnce = 500;  // numbers in one statement
    for (std::size_t from = 0; from < numbers.size(); from += atOnce) {
        Row given;
        for (long long number : numbers.subspan(from, std::min(atOnce, numbers.size() - from)))
            given.emplace_back(number);
        if (auto went = part(" WHERE \"reply\" IN (" + cells::list(1, given.size()) + ")", given); !went) return went;
    }
    return {};
}

Result<std::size_t> ReplyStore::answersIn(const string& form, std::span<const long long> numbers,
                                          const std::set<string>& wanted) {
    auto there = columns(form);
    if (!there) return tl::unexpected(there.error());
    std::size_t count = 0;
    auto went = eachPart(numbers, [&](const string& in, const Row& given) -> Result<void> {
        for (const ReplyColumn& c : *there) {
            if (!wanted.contains(c.key())) continue;
            const string what = c.several ? "NULLIF(" + sqlName(c.column) + ", 0)" : sqlName(c.column);
            auto rows = database_->rows("SELECT COUNT(" + what + ") FROM " + sqlName(c.table) + in, given);
            if (!rows) return tl::unexpected(rows.error());
            count += std::size_t(cells::wholeIn((*rows)[0][0]));
        }
        return {};
    });
    if (!went) return tl::unexpected(went.error());
    return count;
}

Result<void> ReplyStore::erase(const string& form, std::span<const long long> numbers, const std::set<string>& wanted) {
    auto there = columns(form);
    auto main = there ? mainTable(form) : tl::unexpected(there.error());
    auto tables = main ? tablesThere() : tl::unexpected(main.error());
    if (!tables) return tl::unexpected(tables.error());
    if (main->empty()) return {};
    Transaction step(*database_);
    if (!step.begun()) return step.begun();
    auto went = eachPart(numbers, [&](const string& in, const Row& given) -> Result<void> {
        for (const ReplyColumn& c : *there) {
            if (!wanted.contains(c.key())) continue;
            if (c.several)
                if (auto gone = database_->run("DELETE FROM " + sqlName(c.picked) + in, given); !gone) return gone;
            if (auto gone =
                    database_->run("UPDATE " + sqlName(c.table) + " SET " + sqlName(c.column) + " = NULL" + in, given);
                !gone)
                return gone;
        }
        return {};
    });
    // What stood there before, the sum of it all, and the name of a file say it as well.
    for (std::size_t i = 0; went && i < numbers.size(); ++i) {
        if (tables->contains("brindel_corrections"))
            went = database_->run("DELETE FROM brindel_corrections WHERE tab = $1 AND reply = $2", {*main, numbers[i]});
        if (went)
            went = database_->run(
                "UPDATE " + sqlName(*main) + " SET \"digest\" = $1, \"source\" = '' WHERE \"reply\" = $2",
                {"erased " + newId(), numbers[i]});
    }
    if (!went) return went;
    if (auto ended = step.commit(); !ended) return ended;
    return emptied();
}

/// The columns that are kept for so many months, by the months, and the replies that have had them for longer.
Result<std::map<int, ReplyStore::Late>> ReplyStore::lateIn(const Form& now, Day today) {
    const string& form = now.root().name;
    auto all = columns(form);
    if (!all) return tl::unexpected(all.error());
    std::map<string, Form> forms;
    std::map<int, Late> late;
    for (const ReplyColumn& c : *all) {
        const Control* control = now.find(c.control);
        if (!control || !has(control->kind, Prop::keptMonths)) {
            if (!forms.contains(c.sum)) {
                auto then = formBySum(c.sum);
                if (!then) return tl::unexpected(then.error());
                forms.emplace(c.sum, std::move(*then));
            }
            control = forms.at(c.sum).find(c.control);
        }
        if (!control || !has(control->kind, Prop::keptMonths)) continue;
        if (const int months = int(control->number(Prop::keptMonths)); months > 0) {
            late[months].columns.insert(c.key());
            late[months].called.push_back(c.called.empty() ? c.name : c.called);
        }
    }
    for (auto& [months, one] : late) {
        auto numbers = filledBefore(form, monthsBefore(today, months));
        if (!numbers) return tl::unexpected(numbers.error());
        one.numbers = std::move(*numbers);
    }
    return late;
}

Result<PastTime> ReplyStore::pastTime(const Form& now, Day today) {
    auto late = lateIn(now, today);
    if (!late) return tl::unexpected(late.error());
    PastTime past;
    std::set<long long> replies;
    for (const auto& [months, one] : *late) {
        auto answers = answersIn(now.root().name, one.numbers, one.columns);
        if (!answers) return tl::unexpected(answers.error());
        if (*answers == 0) continue;
        past.answers += *answers;
        replies.insert(one.numbers.begin(), one.numbers.end());
        past.called.insert(past.called.end(), one.called.begin(), one.called.end());
    }
    past.replies = replies.size();
    return past;
}

Result<void> ReplyStore::erasePastTime(const Form& now, Day today) {
    auto late = lateIn(now, today);
    if (!late) return tl::unexpected(late.error());
    for (const auto& [months, one] : *late)
        if (auto done = erase(now.root().name, one.numbers, one.columns); !done) return done;
    return {};
}

Result<void> ReplyStore::remove(const string& form, std::span<const long long> numbers) {
    auto main = mainTable(form);
    if (!main) return tl::unexpected(main.error());
    if (main->empty()) return {};
    auto tables = tablesThere();
    if (!tables) return tl::unexpected(tables.error());
    const bool corrected = tables->contains("brindel_corrections");
    Transaction step(*database_);
    if (!step.begun()) return step.begun();
    for (long long number : numbers) {
        // What it said before goes with it.
        if (corrected)
            if (auto gone =
                    database_->run("DELETE FROM brindel_corrections WHERE tab = $1 AND reply = $2", {*main, number});
                !gone)
                return gone;
        if (auto gone = database_->run("DELETE FROM " + sqlName(*main) + " WHERE \"reply\" = $1", {number}); !gone)
            return gone;
    }
    if (auto ended = step.commit(); !ended) return ended;
    return emptied();
}

}  // namespace brindel
