#include "core/replies/store.h"

#include <fmt/format.h>

#include <algorithm>

#include "core/file/form_file.h"
#include "core/replies/store_cells.h"
#include "core/targets/reply/reply_shape.h"
#include "core/targets/reply/sql_words.h"
#include "core/text/encodings.h"
#include "core/text/fonts.h"

namespace brindel {
namespace {

using std::string;

constexpr int layout = 2;  // of the tables of a store; the first had no ids
/// What a word in the store's own tables stands for.
AnswerType typeOf(const string& word) {
    for (const AnswerRow& answer : answerRows)
        if (answer.word == word) return answer.type;
    return AnswerType::text;
}
AnswerLies liesOf(const string& word) {
    for (AnswerLies lies : {AnswerLies::picks, AnswerLies::rows})
        if (lieWord(lies) == word) return lies;
    return AnswerLies::alone;
}

}  // namespace

string formSum(const Form& form) {
    return hexText(contentSum(formText(form))).substr(0, 32);
}

Result<ReplyStore> ReplyStore::open(const string& address, bool only, Patience patience) {
    auto database = openDatabase(address, only, patience);
    if (!database) return tl::unexpected(database.error());
    ReplyStore store;
    store.database_ = std::move(*database);
    if (auto begun = store.begin(only); !begun) return tl::unexpected(begun.error());
    return store;
}

Result<std::set<string>> ReplyStore::tablesThere() {
    auto rows =
        database_->rows(database_->isServer() ? "SELECT tablename FROM pg_tables WHERE schemaname = current_schema()"
                                              : "SELECT name FROM sqlite_master WHERE type = 'table'");
    if (!rows) return tl::unexpected(rows.error());
    std::set<string> names;
    for (const Row& row : *rows) names.insert(cells::textIn(row[0]));
    return names;
}

Result<void> ReplyStore::begin(bool only) {
    auto tables = tablesThere();
    if (!tables) return tl::unexpected(tables.error());
    const bool made = tables->contains("brindel_store");
    if (made) {
        auto rows = database_->rows("SELECT value FROM brindel_store WHERE key = 'layout'");
        if (!rows) return tl::unexpected(rows.error());
        if (rows->empty() || cells::wholeIn((*rows)[0][0]) > layout)
            return failure("", said("A newer Brindel made this store. Open it with that version."));
        hasIds_ = cells::wholeIn((*rows)[0][0]) >= 2;
        return only || hasIds_ ? Result<void>() : giveIds();
    }
    if (only) return failure("", said("This database has no replies."));
    Transaction step(*database_);
    if (!step.begun()) return step.begun();
    for (const char* sql : {"CREATE TABLE IF NOT EXISTS brindel_store (key TEXT PRIMARY KEY, value INTEGER NOT NULL)",
                            "INSERT INTO brindel_store VALUES ('layout', 2) ON CONFLICT DO NOTHING",
                            "CREATE TABLE IF NOT EXISTS brindel_forms (form TEXT PRIMARY KEY, tab TEXT NOT NULL)",
                            "CREATE TABLE IF NOT EXISTS brindel_versions (sum TEXT PRIMARY KEY, form TEXT NOT NULL, "
                            "place INTEGER NOT NULL, version INTEGER NOT NULL, came TEXT NOT NULL, file TEXT NOT NULL)",
                            "CREATE TABLE IF NOT EXISTS brindel_answers (sum TEXT NOT NULL, place INTEGER NOT NULL, "
                            "name TEXT NOT NULL, called TEXT NOT NULL, kind TEXT NOT NULL, type TEXT NOT NULL, "
                            "owner INTEGER NOT NULL, control INTEGER NOT NULL, tab TEXT NOT NULL, col TEXT NOT NULL, "
                            "picked TEXT NOT NULL, PRIMARY KEY (sum, place))"})
        if (auto ran = database_->run(sql); !ran) return ran;
    return step.commit();
}

Result<void> ReplyStore::giveIds() {
    Transaction step(*database_);
    if (!step.begun()) return step.begun();
    // Another program may have done it meanwhile.
    auto now = database_->rows("SELECT value FROM brindel_store WHERE key = 'layout'");
    auto tables = database_->rows("SELECT tab FROM brindel_forms");
    if (!now || !tables) return tl::unexpected(now ? tables.error() : now.error());
    if (cells::wholeIn((*now)[0][0]) < 2) {
        for (const Row& table : *tables)
            if (auto ran = database_->run("ALTER TABLE " + sqlName(cells::textIn(table[0])) +
                                          " ADD COLUMN \"brindel_id\" TEXT");
                !ran)
                return ran;
        if (auto ran = database_->run("UPDATE brindel_store SET value = 2 WHERE key = 'layout'"); !ran) return ran;
    }
    hasIds_ = true;
    return step.commit();
}

Result<std::vector<string>> ReplyStore::forms() {
    auto rows = database_->rows("SELECT form FROM brindel_forms ORDER BY form");
    if (!rows) return tl::unexpected(rows.error());
    std::vector<string> all;
    for (const Row& row : *rows) all.push_back(cells::textIn(row[0]));
    return all;
}

Result<string> ReplyStore::mainTable(const string& form) {
    if (const auto known = mains_.find(form); known != mains_.end()) return known->second;
    auto rows = database_->rows("SELECT tab FROM brindel_forms WHERE form = $1", {form});
    if (!rows) return tl::unexpected(rows.error());
    if (rows->empty()) return string();
    return mains_[form] = cells::textIn((*rows)[0][0]);
}

Result<AnswerPlaces> ReplyStore::placesWhere(const string& condition, const string& value) {
    auto rows = database_->rows(
        "SELECT a.name, a.called, a.kind, a.type, a.owner, a.control, a.tab, a.col, a.picked FROM brindel_answers a "
        "JOIN "
        "brindel_versions v ON v.sum = a.sum WHERE " +
            condition + " = $1 ORDER BY v.place DESC, a.place",
        {value});
    if (!rows) return tl::unexpected(rows.error());
    AnswerPlaces all;
    for (const Row& r : *rows)
        all.push_back({.name = cells::textIn(r[0]),
                       .called = cells::textIn(r[1]),
                       .lies = liesOf(cells::textIn(r[2])),
                       .type = typeOf(cells::textIn(r[3])),
                       .owner = Id(cells::wholeIn(r[4])),
                       .control = Id(cells::wholeIn(r[5])),
                       .table = cells::textIn(r[6]),
                       .column = cells::textIn(r[7]),
                       .picked = cells::textIn(r[8])});
    return all;
}

Result<const AnswerPlaces*> ReplyStore::placesOf(const string& sum) {
    if (const auto known = places_.find(sum); known != places_.end()) return &known->second;
    auto all = placesWhere("a.sum", sum);
    if (!all) return tl::unexpected(all.error());
    if (all->empty()) return nullptr;
    return &(places_[sum] = std::move(*all));
}

Result<StoreFit> ReplyStore::fitFor(const Form& form) {
    StoreSoFar soFar;
    soFar.onServer = database_->isServer();
    auto table = mainTable(form.root().name);
    auto tables = table ? tablesThere() : tl::unexpected(table.error());
    auto places = tables ? placesWhere("v.form", form.root().name) : tl::unexpected(tables.error());
    if (!places) return tl::unexpected(places.error());
    soFar.table = std::move(*table);
    soFar.tables = std::move(*tables);
    soFar.places = std::move(*places);
    return storeFit(form, soFar);
}

Result<std::vector<Sentence>> ReplyStore::changesFor(const Form& form) {
    const auto known = placesOf(formSum(form));
    if (!known) return tl::unexpected(known.error());
    if (*known) return std::vector<Sentence>();
    return fitFor(form).map([](StoreFit fit) { return std::move(fit.changes); });
}

Result<void> ReplyStore::bringUp(const Form& form, const string& sum) {
    const auto known = placesOf(sum);
    if (!known) return tl::unexpected(known.error());
    // Another program may have done it, and the table is found all the same.
    if (*known) return mainTable(form.root().name).map([](const string&) {});
    const string& name = form.root().name;
    auto fit = fitFor(form);
    if (!fit) return tl::unexpected(fit.error());
    for (const string& sql : fit->statements)
        if (auto ran = database_->run(sql); !ran) return ran;
    if (mains_[name].empty())
        if (auto ran =
                database_->run("INSERT INTO brindel_forms VALUES ($1, $2) ON CONFLICT DO NOTHING", {name, fit->table});
            !ran)
            return ran;
    auto version = database_->run(
        "INSERT INTO brindel_versions (sum, form, place, version, came, file) VALUES ($1, $2, (SELECT "
        "COALESCE(MAX(place), 0) + 1 FROM brindel_versions WHERE form = $3), $4, $5, $6)",
        {sum, name, name, static_cast<long long>(form.revision), timeNow(), formText(form)});
    if (!version) return version;
    long long at = 0;
    for (const AnswerPlace& place : fit->places) {
        auto kept = database_->run(
            "INSERT INTO brindel_answers (sum, place, name, called, kind, type, owner, control, tab, col, picked) "
            "VALUES ($1, $2, $3, $4, $5, $6, $7, $8, $9, $10, $11)",
            {sum, ++at, place.name, firstCharacters(place.called, 200), string(lieWord(place.lies)),
             string(row(place.type).word), static_cast<long long>(place.owner), static_cast<long long>(place.control),
             place.table, place.column, place.picked});
        if (!kept) return kept;
    }
    mains_[name] = fit->table;
    places_[sum] = std::move(fit->places);
    return {};
}

Result<KeptAs> ReplyStore::append(const Form& form, const Reply& reply, const ReplyOrigin& origin) {
    const Incoming one{&form, reply, origin};
    return appendAll(std::span(&one, 1)).map([](const std::vector<KeptAs>& kept) { return kept.front(); });
}

Result<std::vector<KeptAs>> ReplyStore::appendAll(std::span<const Incoming> some) {
    std::vector<KeptAs> all;
    const auto knew = places_;
    const auto mains = mains_;
    // What was made and is taken back is not known any more.
    auto undone = [&](const Problem& problem) {
        places_ = knew;
        mains_ = mains;
        return tl::unexpected(problem);
    };
    Transaction step(*database_);
    if (!step.begun()) return tl::unexpected(step.begun().error());
    std::map<const Form*, string> sums;  // the sum of a form is that of its whole file
    for (const Incoming& one : some) {
        auto [sum, fresh] = sums.try_emplace(one.form);
        if (fresh) {
            sum->second = formSum(*one.form);
            if (auto up = bringUp(*one.form, sum->second); !up) return undone(up.error());
        }
        auto kept = appendOne(one, sum->second);
        if (!kept) return undone(kept.error());
        all.push_back(*kept);
    }
    if (auto ended = step.commit(); !ended) return undone(ended.error());
    return all;
}

Result<KeptAs> ReplyStore::appendOne(const Incoming& one, const string& sum) {
    const auto& [formOfIt, reply, origin] = one;
    const Form& form = *formOfIt;
    const AnswerPlaces& places = places_.at(sum);
    const string& main = mains_.at(form.root().name);

    auto cells = cellsIn(places, reply);
    if (!cells) return tl::unexpected(cells.error());
    // A filling that has an id of its own is the same when it is sent again a moment later.
    const string& mark = reply.id.empty() ? origin.mark : reply.id;
    const std::vector<std::pair<string, Answer>> values(reply.values.begin(), reply.values.end());
    const string whole = replyText(form.root().name, reply.version, mark.empty() ? reply.filled : "", values);
    const string digest = hexText(contentSum(whole + mark)).substr(0, 32);
    // Asked before: a number that is refused would be gone.
    auto there =
        database_->rows(fmt::format("SELECT \"reply\" FROM {} WHERE \"digest\" = $1", sqlName(main)), {digest});
    if (!there) return tl::unexpected(there.error());
    if (!there->empty()) return KeptAs{cells::wholeIn((*there)[0][0]), true};
    string columns = "\"form\", \"version\", \"filled\", \"came\", \"way\", \"source\", \"digest\", \"brindel_id\"";
    Row given = {sum,
                 static_cast<long long>(reply.version ? reply.version : form.revision),
                 reply.filled.empty() ? Cell() : Cell(reply.filled),
                 timeNow(),
                 origin.way,
                 firstCharacters(origin.name, 400),
                 digest,
                 reply.id.empty() ? Cell() : Cell(reply.id)};
    for (auto& [column, cell] : cells->main) {
        columns += ", " + sqlName(column);
        given.push_back(std::move(cell));
    }
    auto made = database_->rows(fmt::format("INSERT INTO {} ({}) VALUES ({}) RETURNING \"reply\"", sqlName(main),
                                            columns, cells::list(1, given.size())),
                                given);
    if (!made) return tl::unexpected(made.error());
    if (made->empty()) return failure("", said("The reply cannot be stored."));
    const long long number = cells::wholeIn((*made)[0][0]);
    if (auto kept = keepWithin(number, *cells); !kept) return tl::unexpected(kept.error());
    return KeptAs{number, false};
}

Result<ReplyStore::Cells> ReplyStore::cellsIn(const AnswerPlaces& places, const Reply& reply) {
    std::map<string, const AnswerPlace*> single, stems;
    for (const AnswerPlace& place : places) (place.lies == AnswerLies::rows ? stems : single)[place.name] = &place;
    Cells cells;
    for (const auto& [name, answer] : reply.values) {
        if (const auto alone = single.find(name); alone != single.end()) {
            cells.main.emplace_back(alone->second->column, cells::cellOf(answer));
            const auto* several = std::get_if<std::vector<string>>(&answer);
            if (several && !several->empty()) cells.picks.emplace_back(alone->second, several);
        } else if (const auto row = rowOfName(name); row && stems.contains(row->first)) {
            const AnswerPlace& place = *stems.at(row->first);
            cells.rows[place.table][row->second].emplace_back(place.column, cells::cellOf(answer));
        } else {
            return failure(name, said("The form has no such field."));
        }
    }
    return cells;
}

/// Keeps what of a reply lies in tables of its own.
Result<void> ReplyStore::keepWithin(long long number, const Cells& cells) {
    for (const auto& [place, several] : cells.picks) {
        long long at = 0;
        for (const string& choice : *several)
            if (auto kept = database_->run(fmt::format("INSERT INTO {} VALUES ($1, $2, $3)", sqlName(place->picked)),
                                           {number, ++at, choice});
                !kept)
                return kept;
    }
    for (const auto& [table, all] : cells.rows)
        for (const auto& [row, inIt] : all) {
            string names = "\"reply\", \"row\"";
            Row cellsGiven = {number, static_cast<long long>(row)};
            for (const auto& [column, cell] : inIt) {
                names += ", " + sqlName(column);
                cellsGiven.push_back(cell);
            }
            if (auto kept = database_->run(fmt::format("INSERT INTO {} ({}) VALUES ({})", sqlName(table), names,
                                                       cells::list(1, cellsGiven.size())),
                                           cellsGiven);
                !kept)
                return kept;
        }
    return {};
}

// ---- reading ----

Result<std::vector<ReplyColumn>> ReplyStore::columns(const string& form) {
    auto rows = database_->rows(
        "SELECT a.name, a.called, a.kind, a.type, a.tab, a.col, a.control, a.sum, a.picked FROM brindel_answers a JOIN "
        "brindel_versions v ON v.sum = a.sum WHERE v.form = $1 ORDER BY v.place DESC, a.place",
        {form});
    if (!rows) return tl::unexpected(rows.error());
    std::vector<ReplyColumn> all;
    std::set<std::pair<string, string>> seen;
    for (const Row& r : *rows) {
        if (!seen.insert({cells::textIn(r[4]), cells::textIn(r[5])}).second) continue;
        const AnswerLies lies = liesOf(cells::textIn(r[2]));
        all.push_back({cells::textIn(r[0]), cells::textIn(r[1]), typeOf(cells::textIn(r[3])), lies == AnswerLies::picks,
                       lies == AnswerLies::rows, cells::textIn(r[4]), cells::textIn(r[5]), Id(cells::wholeIn(r[6])),
                       cells::textIn(r[7]), cells::textIn(r[8])});
    }
    return all;
}

/// Some replies of a form as they are read together: from which tables, which, and what has been found of them.
struct ReplyStore::Reading {
    const string& form;
    const string& main;  // the table with a row a reply
    const std::vector<ReplyColumn>& there;
    Row given;  // the numbers, as one statement asks for them
    string in;  // and how it does
    std::map<long long, KeptReply> found = {};
};

/// What stands in the form's own table, a row a reply.
Result<void> ReplyStore::readMain(Reading& reading) {
    string names = "\"reply\", \"form\", \"version\", \"filled\", \"came\", \"way\", \"source\", ";
    names += hasIds_ ? "\"brindel_id\"" : "NULL";
    std::vector<const ReplyColumn*> mine;
    for (const ReplyColumn& c : reading.there)
        if (c.table == reading.main) {
            mine.push_back(&c);
            names += ", " + sqlName(c.column);
        }
    return database_->each("SELECT " + names + " FROM " + sqlName(reading.main) + reading.in, reading.given,
                           [&](const Row& r) {
                               KeptReply kept;
                               kept.number = cells::wholeIn(r[0]);
                               kept.sum = cells::textIn(r[1]);
                               kept.reply.form = reading.form;
                               kept.reply.version = int(cells::wholeIn(r[2]));
                               kept.reply.filled = cells::textIn(r[3]);
                               kept.came = cells::textIn(r[4]);
                               kept.way = cells::textIn(r[5]);
                               kept.name = cells::textIn(r[6]);
                               kept.reply.id = cells::textIn(r[7]);
                               for (std::size_t i = 0; i < mine.size(); ++i) {
                                   const Cell& cell = r[i + 8];
                                   Answer& answer = kept.byColumn[mine[i]->key()];
                                   if (!mine[i]->several)
                                       answer = cells::answerOf(cell, mine[i]->type);
                                   else if (!std::holds_alternative<std::monostate>(cell))
                                       answer = std::vector<string>();
                               }
                               reading.found[kept.number] = std::move(kept);
                               return true;
                           });
}

/// What was picked of several choices, and the rows that fillers added: in tables of their own.
Result<void> ReplyStore::readBeside(Reading& reading) {
    std::map<string, std::vector<const ReplyColumn*>> grown;
    for (const ReplyColumn& c : reading.there) {
        if (c.rows) grown[c.table].push_back(&c);
        if (!c.several) continue;
        const auto picked = database_->each(
            "SELECT \"reply\", \"choice\" FROM " + sqlName(c.picked) + reading.in + " ORDER BY \"reply\", \"place\"",
            reading.given, [&](const Row& r) {
                Answer& answer = reading.found[cells::wholeIn(r[0])].byColumn[c.key()];
                if (auto* several = std::get_if<std::vector<string>>(&answer)) several->push_back(cells::textIn(r[1]));
                return true;
            });
        if (!picked) return picked;
    }
    for (const auto& one : grown) {
        const std::vector<const ReplyColumn*>& inIt = one.second;
        string columns = "\"reply\", \"row\"";
        for (const ReplyColumn* c : inIt) columns += ", " + sqlName(c->column);
        const auto got = database_->each(
            "SELECT " + columns + " FROM " + sqlName(one.first) + reading.in, reading.given, [&](const Row& r) {
                Answers& answers = reading.found[cells::wholeIn(r[0])].byColumn;
                for (std::size_t i = 0; i < inIt.size(); ++i)
                    answers[inIt[i]->key(cells::wholeIn(r[1]))] = cells::answerOf(r[i + 2], inIt[i]->type);
                return true;
            });
        if (!got) return got;
    }
    return {};
}

/// Each answers under the names of its own version.
Result<void> ReplyStore::nameAnswers(KeptReply& kept) {
    const auto places = placesOf(kept.sum);
    if (!places) return tl::unexpected(places.error());
    if (!*places) return {};
    std::map<string, const AnswerPlace*> named;
    for (const AnswerPlace& place : **places) named[place.table + "/" + place.column] = &place;
    for (const auto& [key, answer] : kept.byColumn)
        if (const auto at = named.find(key); at != named.end())
            kept.reply.values[at->second->name] = answer;
        else if (const auto row = named.find(key.substr(0, key.rfind('/'))); row != named.end())
            kept.reply.values[row->second->name + key.substr(key.rfind('/') + 1)] = answer;
    return {};
}

Result<std::vector<KeptReply>> ReplyStore::replies(const string& form, std::span<const long long> numbers,
                                                   const std::set<string>& without) {
    constexpr std::size_t atOnce = 500;  // numbers in one statement
    std::vector<KeptReply> all;
    auto main = mainTable(form);
    if (!main) return tl::unexpected(main.error());
    if (main->empty()) return all;
    auto there = columns(form);
    if (!there) return tl::unexpected(there.error());
    std::erase_if(*there, [&](const ReplyColumn& c) { return without.contains(c.key()); });
    for (std::size_t from = 0; from < numbers.size(); from += atOnce) {
        const auto some = numbers.subspan(from, std::min(atOnce, numbers.size() - from));
        Reading reading{form, *main, *there, {}, " WHERE \"reply\" IN (" + cells::list(1, some.size()) + ")"};
        for (long long number : some) reading.given.emplace_back(number);
        if (const auto done = readMain(reading); !done) return tl::unexpected(done.error());
        if (const auto done = readBeside(reading); !done) return tl::unexpected(done.error());
        for (auto& [number, kept] : reading.found)
            if (const auto done = nameAnswers(kept); !done) return tl::unexpected(done.error());
        for (long long number : some)
            if (const auto one = reading.found.find(number); one != reading.found.end())
                all.push_back(std::move(one->second));
    }
    return all;
}

Result<Form> ReplyStore::formBySum(const string& sum) {
    auto rows = database_->rows("SELECT file FROM brindel_versions WHERE sum = $1", {sum});
    if (!rows) return tl::unexpected(rows.error());
    if (rows->empty()) return failure("", said("The store has no such version of the form."));
    auto opened = readForm(cells::textIn((*rows)[0][0]));
    if (!opened) return tl::unexpected(opened.error());
    return std::move(opened->form);
}

Result<std::optional<Form>> ReplyStore::formByVersion(const string& form, int version) {
    auto rows =
        database_->rows("SELECT sum FROM brindel_versions WHERE form = $1 AND version = $2 ORDER BY place DESC LIMIT 1",
                        {form, static_cast<long long>(version)});
    if (!rows) return tl::unexpected(rows.error());
    if (rows->empty()) return std::nullopt;
    auto found = formBySum(cells::textIn((*rows)[0][0]));
    if (!found) return tl::unexpected(found.error());
    return std::optional(std::move(*found));
}

Result<Form> ReplyStore::newestForm(const string& form) {
    auto rows = database_->rows("SELECT sum FROM brindel_versions WHERE form = $1 ORDER BY place DESC LIMIT 1", {form});
    if (!rows) return tl::unexpected(rows.error());
    if (rows->empty()) return failure("", said("The store has no replies to “{}”.", form));
    return formBySum(cells::textIn((*rows)[0][0]));
}

}  // namespace brindel
