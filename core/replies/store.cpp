#include "core/replies/store.h"

#include <fmt/format.h>
#include <sodium.h>

#include <algorithm>

#include "core/file/form_file.h"
#include "core/targets/reply/reply_shape.h"
#include "core/targets/reply/sql_words.h"
#include "core/text/fonts.h"

namespace brindel {
namespace {

using std::string;

constexpr int layout = 1;  // of the store's own tables
// PostgreSQL takes 1,600 columns, SQLite 2,000.
constexpr std::size_t widestTable = 1500;

struct TypeRow {
    AnswerType type;
    std::string_view word;
};
constexpr TypeRow types[] = {{AnswerType::text, "text"}, {AnswerType::number, "number"},   {AnswerType::date, "date"},
                             {AnswerType::time, "time"}, {AnswerType::choice, "choice"},   {AnswerType::picks, "picks"},
                             {AnswerType::tick, "tick"}, {AnswerType::picture, "picture"}, {AnswerType::ink, "ink"}};
string wordOf(AnswerType type) {
    for (const TypeRow& row : types)
        if (row.type == type) return string(row.word);
    return "text";
}
AnswerType typeOf(const string& word) {
    for (const TypeRow& row : types)
        if (row.word == word) return row.type;
    return AnswerType::text;
}

string hexOf(const string& bytes) {
    string hex;
    for (const char byte : bytes) hex += fmt::format("{:02x}", static_cast<unsigned char>(byte));
    return hex;
}

string textIn(const Cell& cell) {
    if (const auto* text = std::get_if<string>(&cell)) return *text;
    if (const auto* whole = std::get_if<long long>(&cell)) return std::to_string(*whole);
    if (const auto* number = std::get_if<double>(&cell)) return exactText(*number);
    return "";
}
long long wholeIn(const Cell& cell) {
    if (const auto* whole = std::get_if<long long>(&cell)) return *whole;
    if (const auto* number = std::get_if<double>(&cell)) return static_cast<long long>(*number);
    return 0;
}

/// What stands in a column for an answer, and the other way round.
Cell cellOf(const Answer& answer) {
    if (const auto* yes = std::get_if<bool>(&answer)) return static_cast<long long>(*yes);
    if (const auto* number = std::get_if<double>(&answer)) return *number;
    if (const auto* text = std::get_if<string>(&answer)) return *text;
    if (const auto* several = std::get_if<std::vector<string>>(&answer)) return static_cast<long long>(several->size());
    return std::monostate();
}
Answer answerOf(const Cell& cell, AnswerType type) {
    if (std::holds_alternative<std::monostate>(cell)) return std::monostate();
    if (type == AnswerType::tick) return wholeIn(cell) != 0;
    if (type == AnswerType::number) {
        if (const auto* number = std::get_if<double>(&cell)) return *number;
        if (const auto* whole = std::get_if<long long>(&cell)) return double(*whole);
    }
    string text = textIn(cell);
    // A server says the seconds as well.
    if (type == AnswerType::time && text.size() == 8 && text.ends_with(":00")) text.resize(5);
    return text;
}

/// The number of a row and the stem before it: "txtWork2" is the second of txtWork.
std::optional<std::pair<string, int>> inRow(const string& name) {
    std::size_t stem = name.size();
    while (stem > 0 && name[stem - 1] >= '0' && name[stem - 1] <= '9') --stem;
    if (stem == 0 || stem == name.size() || name.size() - stem > 6 || name[stem] == '0') return std::nullopt;
    return std::pair(name.substr(0, stem), std::stoi(name.substr(stem)));
}

string list(std::size_t from, std::size_t count) {
    string all;
    for (std::size_t i = 0; i < count; ++i) all += fmt::format("{}${}", i ? ", " : "", from + i);
    return all;
}

}  // namespace

string formSum(const Form& form) {
    return hexOf(contentSum(formText(form))).substr(0, 32);
}

string newMark() {
    string bytes(16, '\0');
    randombytes_buf(bytes.data(), bytes.size());
    return hexOf(bytes);
}

Result<ReplyStore> ReplyStore::open(const string& address, bool only) {
    auto database = openDatabase(address, only);
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
    for (const Row& row : *rows) names.insert(textIn(row[0]));
    return names;
}

Result<void> ReplyStore::begin(bool only) {
    auto tables = tablesThere();
    if (!tables) return tl::unexpected(tables.error());
    const bool made = tables->contains("brindel_store");
    if (made) {
        auto rows = database_->rows("SELECT value FROM brindel_store WHERE key = 'layout'");
        if (!rows) return tl::unexpected(rows.error());
        if (rows->empty() || wholeIn((*rows)[0][0]) > layout)
            return failure("", said("A newer Brindel made this store. Open it with that one."));
        return {};
    }
    if (only) return failure("", said("This database holds no replies."));
    Transaction step(*database_);
    if (!step.begun()) return step.begun();
    for (const char* sql : {"CREATE TABLE IF NOT EXISTS brindel_store (key TEXT PRIMARY KEY, value INTEGER NOT NULL)",
                            "INSERT INTO brindel_store VALUES ('layout', 1) ON CONFLICT DO NOTHING",
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

Result<std::vector<string>> ReplyStore::forms() {
    auto rows = database_->rows("SELECT form FROM brindel_forms ORDER BY form");
    if (!rows) return tl::unexpected(rows.error());
    std::vector<string> all;
    for (const Row& row : *rows) all.push_back(textIn(row[0]));
    return all;
}

Result<string> ReplyStore::mainTable(const string& form) {
    if (const auto known = mains_.find(form); known != mains_.end()) return known->second;
    auto rows = database_->rows("SELECT tab FROM brindel_forms WHERE form = $1", {form});
    if (!rows) return tl::unexpected(rows.error());
    if (rows->empty()) return string();
    return mains_[form] = textIn((*rows)[0][0]);
}

Result<const ReplyStore::Places*> ReplyStore::placesOf(const string& sum) {
    if (const auto known = places_.find(sum); known != places_.end()) return &known->second;
    auto rows = database_->rows(
        "SELECT name, called, kind, type, owner, control, tab, col, picked FROM brindel_answers WHERE sum = $1 ORDER "
        "BY place",
        {sum});
    if (!rows) return tl::unexpected(rows.error());
    if (rows->empty()) return nullptr;
    Places all;
    for (const Row& r : *rows)
        all.push_back({textIn(r[0]), textIn(r[1]), textIn(r[2]), textIn(r[6]), textIn(r[7]), textIn(r[8]),
                       typeOf(textIn(r[3])), Id(wholeIn(r[4])), Id(wholeIn(r[5]))});
    return &(places_[sum] = std::move(all));
}

Result<std::vector<Sentence>> ReplyStore::changesFor(const Form& form) {
    std::vector<Sentence> changes;
    if (auto done = fit(form, formSum(form), &changes); !done) return tl::unexpected(done.error());
    return changes;
}

Result<void> ReplyStore::fit(const Form& form, const string& sum, std::vector<Sentence>* only) {
    const auto known = placesOf(sum);
    if (!known) return tl::unexpected(known.error());
    if (*known) return {};
    const string& formName = form.root().name;
    if (formName.empty())
        return failure("name", said("The form has no name. Replies are kept under it: name the form."));
    const std::vector<ReplyPart> parts = replyShape(form);
    auto tables = tablesThere();
    if (!tables) return tl::unexpected(tables.error());
    SqlNames tableNames(*tables);

    // Where answers of earlier versions lie, the newest first.
    auto earlier = database_->rows(
        "SELECT a.name, a.kind, a.type, a.owner, a.control, a.tab, a.col, a.picked FROM brindel_answers a JOIN "
        "brindel_versions v "
        "ON v.sum = a.sum WHERE v.form = $1 ORDER BY v.place DESC, a.place",
        {formName});
    if (!earlier) return tl::unexpected(earlier.error());
    std::map<string, std::set<string>> columnsOf;  // of each table
    for (const Row& r : *earlier) columnsOf[textIn(r[5])].insert(textIn(r[6]));

    std::vector<string> statements;
    auto main = mainTable(formName);
    if (!main) return tl::unexpected(main.error());
    string mainName = *main;
    const bool fresh = mainName.empty();
    const string number = database_->isServer() ? "BIGINT GENERATED BY DEFAULT AS IDENTITY PRIMARY KEY"
                                                : "INTEGER PRIMARY KEY AUTOINCREMENT";
    const std::set<string> own = {"reply", "form", "version", "filled", "came", "way", "source", "digest"};
    if (fresh) {
        mainName = tableNames.of(formName);
        statements.push_back(fmt::format(
            "CREATE TABLE {} (\"reply\" {}, \"form\" TEXT NOT NULL REFERENCES brindel_versions (sum), \"version\" "
            "INTEGER NOT NULL, \"filled\" TEXT, \"came\" TEXT NOT NULL, \"way\" TEXT NOT NULL, \"source\" TEXT NOT "
            "NULL, "
            "\"digest\" TEXT NOT NULL UNIQUE)",
            sqlName(mainName), number));
        if (only) only->push_back(said("A table for replies to “{}” is made.", formName));
    }
    columnsOf[mainName].insert(own.begin(), own.end());
    const string reply = fmt::format("\"reply\" {} NOT NULL REFERENCES {} (\"reply\") ON DELETE CASCADE",
                                     database_->isServer() ? "BIGINT" : "INTEGER", sqlName(mainName));

    Places places;
    std::set<Id> controls;
    for (const ReplyPart& part : parts) controls.insert(part.id);
    std::set<std::pair<Id, string>> stems;
    std::map<Id, string> grown;  // the table of rows that belongs to a table of the form
    std::set<std::pair<string, string>> given;
    for (const ReplyPart& part : parts) {
        const bool rows = part.table != noControl;
        if (rows && !stems.insert({part.table, part.stem}).second) continue;
        Place place{rows ? part.stem : part.name,
                    part.called,
                    rows           ? "rows"
                    : part.several ? "picks"
                                   : "one",
                    "",
                    "",
                    "",
                    part.type,
                    part.table,
                    part.id};
        auto same = [&](const Row& r) {
            return textIn(r[1]) == place.kind && textIn(r[2]) == wordOf(place.type) &&
                   !given.contains({textIn(r[5]), textIn(r[6])});
        };
        // The same control, under whatever name; else the same name, of a control that is gone.
        const Row* before = nullptr;
        for (const Row& r : *earlier)
            if (!before && same(r) && Id(wholeIn(r[4])) == place.control) before = &r;
        for (const Row& r : *earlier)
            if (!before && same(r) && textIn(r[0]) == place.name && !controls.contains(Id(wholeIn(r[4])))) before = &r;
        if (before) {
            place.table = textIn((*before)[5]);
            place.column = textIn((*before)[6]);
            place.picked = textIn((*before)[7]);
            if (rows) grown.try_emplace(part.table, place.table);
            if (only && textIn((*before)[0]) != place.name)
                only->push_back(said("“{}” is called “{}” now; its column stays “{}”.", textIn((*before)[0]),
                                     place.name, place.column));
        } else {
            place.table = mainName;
            string type(sqlType(place.type));
            if (rows) {
                auto [at, first] = grown.try_emplace(part.table, "");
                if (first)
                    for (const Row& r : *earlier)
                        if (at->second.empty() && textIn(r[1]) == "rows" && Id(wholeIn(r[3])) == part.table)
                            at->second = textIn(r[5]);
                if (at->second.empty()) {
                    const Control* table = form.find(part.table);
                    at->second = tableNames.of(formName + "_" + (!table || table->name.empty() ? "rows" : table->name));
                    statements.push_back(
                        fmt::format("CREATE TABLE {} ({}, \"row\" INTEGER NOT NULL, PRIMARY KEY "
                                    "(\"reply\", \"row\"))",
                                    sqlName(at->second), reply));
                    columnsOf[at->second] = {"reply", "row"};
                }
                place.table = at->second;
            }
            std::set<string>& there = columnsOf[place.table];
            place.column = SqlNames(there).of(place.name);
            there.insert(place.column);
            if (there.size() > widestTable)
                return failure("",
                               said("A reply of this form has more than {} answers, more than a table of a database "
                                    "has columns. Its replies can be kept as JSON.",
                                    widestTable - own.size()));
            // How many are picked stands with the reply, which are in a table of their own.
            if (part.several) {
                type = "INTEGER";
                place.picked = tableNames.of(formName + "_" + part.name);
                statements.push_back(
                    fmt::format("CREATE TABLE {} ({}, \"place\" INTEGER NOT NULL, \"choice\" TEXT NOT "
                                "NULL, PRIMARY KEY (\"reply\", \"place\"))",
                                sqlName(place.picked), reply));
            }
            statements.push_back(
                fmt::format("ALTER TABLE {} ADD COLUMN {} {}", sqlName(place.table), sqlName(place.column), type));
            if (only && !fresh) only->push_back(said("“{}” gets a column, “{}”.", place.called, place.column));
        }
        given.insert({place.table, place.column});
        places.push_back(std::move(place));
    }
    if (only) return {};

    if (fresh)
        statements.push_back(
            fmt::format("INSERT INTO brindel_forms VALUES ({}, {})", sqlText(formName), sqlText(mainName)));
    for (const string& sql : statements)
        if (auto ran = database_->run(sql); !ran) return ran;
    auto version = database_->run(
        "INSERT INTO brindel_versions (sum, form, place, version, came, file) VALUES ($1, $2, (SELECT "
        "COALESCE(MAX(place), 0) + 1 FROM brindel_versions WHERE form = $3), $4, $5, $6)",
        {sum, formName, formName, static_cast<long long>(form.revision), timeNow(), formText(form)});
    if (!version) return version;
    long long at = 0;
    for (const Place& place : places) {
        auto kept = database_->run(
            "INSERT INTO brindel_answers (sum, place, name, called, kind, type, owner, control, tab, col, picked) "
            "VALUES ($1, "
            "$2, $3, $4, $5, $6, $7, $8, $9, $10, $11)",
            {sum, ++at, place.name, firstCharacters(place.called, 200), place.kind, wordOf(place.type),
             static_cast<long long>(place.owner), static_cast<long long>(place.control), place.table, place.column,
             place.picked});
        if (!kept) return kept;
    }
    mains_[formName] = mainName;
    places_[sum] = std::move(places);
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
    for (const Incoming& one : some) {
        auto kept = appendOne(*one.form, one.reply, one.origin);
        if (!kept) return undone(kept.error());
        all.push_back(*kept);
    }
    if (auto ended = step.commit(); !ended) return undone(ended.error());
    return all;
}

Result<KeptAs> ReplyStore::appendOne(const Form& form, const Reply& reply, const ReplyOrigin& origin) {
    auto refused = [](const Problem& problem) { return tl::unexpected(problem); };
    const string sum = formSum(form);
    if (auto fits = fit(form, sum, nullptr); !fits) return refused(fits.error());
    const auto places = placesOf(sum);
    if (!places) return refused(places.error());
    const auto main = mainTable(form.root().name);
    if (!main) return refused(main.error());

    std::map<string, const Place*> single, stems;
    for (const Place& place : **places) (place.kind == "rows" ? stems : single)[place.name] = &place;
    const std::vector<std::pair<string, Answer>> values(reply.values.begin(), reply.values.end());
    const string whole = replyText(form.root().name, reply.version, reply.filled, values);
    const string digest = hexOf(contentSum(whole + origin.mark)).substr(0, 32);
    string columns = "\"form\", \"version\", \"filled\", \"came\", \"way\", \"source\", \"digest\"";
    Row given = {sum,
                 static_cast<long long>(reply.version ? reply.version : form.revision),
                 reply.filled.empty() ? Cell() : Cell(reply.filled),
                 timeNow(),
                 origin.way,
                 firstCharacters(origin.name, 400),
                 digest};
    std::map<string, std::map<int, std::vector<std::pair<string, Cell>>>> rows;  // of each table
    std::vector<std::pair<const Place*, const std::vector<string>*>> picks;
    for (const auto& [name, answer] : reply.values) {
        if (const auto one = single.find(name); one != single.end()) {
            columns += ", " + sqlName(one->second->column);
            given.push_back(cellOf(answer));
            const auto* several = std::get_if<std::vector<string>>(&answer);
            if (several && !several->empty()) picks.emplace_back(one->second, several);
        } else if (const auto row = inRow(name); row && stems.contains(row->first)) {
            const Place& place = *stems.at(row->first);
            rows[place.table][row->second].emplace_back(place.column, cellOf(answer));
        } else {
            return refused({name, said("The form has no such field.")});
        }
    }
    auto made =
        database_->rows(fmt::format("INSERT INTO {} ({}) VALUES ({}) ON CONFLICT DO NOTHING RETURNING \"reply\"",
                                    sqlName(*main), columns, list(1, given.size())),
                        given);
    if (!made) return refused(made.error());
    if (made->empty()) {
        auto there =
            database_->rows(fmt::format("SELECT \"reply\" FROM {} WHERE \"digest\" = $1", sqlName(*main)), {digest});
        if (!there || there->empty())
            return refused(there ? Problem{"", said("The reply cannot be kept.")} : there.error());
        return KeptAs{wholeIn((*there)[0][0]), true};
    }
    const long long number = wholeIn((*made)[0][0]);
    for (const auto& [place, several] : picks) {
        long long at = 0;
        for (const string& choice : *several)
            if (auto kept = database_->run(fmt::format("INSERT INTO {} VALUES ($1, $2, $3)", sqlName(place->picked)),
                                           {number, ++at, choice});
                !kept)
                return refused(kept.error());
    }
    for (const auto& [table, all] : rows)
        for (const auto& [row, cells] : all) {
            string names = "\"reply\", \"row\"";
            Row cellsGiven = {number, static_cast<long long>(row)};
            for (const auto& [column, cell] : cells) {
                names += ", " + sqlName(column);
                cellsGiven.push_back(cell);
            }
            if (auto kept = database_->run(
                    fmt::format("INSERT INTO {} ({}) VALUES ({})", sqlName(table), names, list(1, cellsGiven.size())),
                    cellsGiven);
                !kept)
                return refused(kept.error());
        }
    return KeptAs{number, false};
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
        if (!seen.insert({textIn(r[4]), textIn(r[5])}).second) continue;
        const string kind = textIn(r[2]);
        all.push_back({textIn(r[0]), textIn(r[1]), typeOf(textIn(r[3])), kind == "picks", kind == "rows", textIn(r[4]),
                       textIn(r[5]), Id(wholeIn(r[6])), textIn(r[7]), textIn(r[8])});
    }
    return all;
}

Result<string> ReplyStore::whereOf(const string& main, const std::vector<ReplyColumn>& there, const ReplyQuery& query,
                                   Row& given) const {
    const string table = sqlName(main);
    auto next = [&](Cell cell) {
        given.push_back(std::move(cell));
        return fmt::format("${}", given.size());
    };
    auto picked = [&](const ReplyColumn& c) { return sqlName(c.picked); };
    auto column = [&](const string& name) -> const ReplyColumn* {
        const auto at = std::ranges::find_if(there, [&](const ReplyColumn& c) { return c.column == name && !c.rows; });
        return at == there.end() ? nullptr : &*at;
    };
    std::vector<string> conditions;
    if (!query.search.empty()) {
        string pattern = "%";
        for (char c : query.search) {
            if (c == '%' || c == '_' || c == '\\') pattern += '\\';
            pattern += c;
        }
        // SQLite's own LIKE tells the case of letters beyond ASCII apart.
        const bool folds = !database_->isServer() && std::ranges::any_of(query.search, [](char c) { return c & 0x80; });
        const string sought = next(folds ? query.search : pattern + "%");
        auto holds = [&](const string& place) {
            if (folds) return fmt::format("brindel_holds({}, {})", place, sought);
            return fmt::format("{} {} {} ESCAPE '\\'", place, database_->isServer() ? "ILIKE" : "LIKE", sought);
        };
        string any;
        for (const ReplyColumn& c : there) {
            if (c.type == AnswerType::tick || c.type == AnswerType::picture || c.type == AnswerType::ink) continue;
            any += any.empty() ? "" : " OR ";
            auto within = [&](const string& inner, const string& place) {
                return fmt::format("EXISTS (SELECT 1 FROM {} p WHERE p.\"reply\" = {}.\"reply\" AND {})", inner, table,
                                   holds(place));
            };
            if (c.several)
                any += within(picked(c), "p.\"choice\"");
            else if (c.rows)
                any += within(sqlName(c.table), fmt::format("CAST(p.{} AS TEXT)", sqlName(c.column)));
            else
                any += holds(fmt::format("CAST({}.{} AS TEXT)", table, sqlName(c.column)));
        }
        conditions.push_back(any.empty() ? "1 = 0" : "(" + any + ")");
    }
    for (const ReplyFilter& filter : query.filters) {
        const ReplyColumn* c = column(filter.column);
        if (!c) continue;
        const string name = table + "." + sqlName(c->column);
        using How = ReplyFilter::How;
        if (filter.how == How::nothing)
            conditions.push_back(c->several ? fmt::format("COALESCE({}, 0) = 0", name) : name + " IS NULL");
        else if (filter.how == How::something)
            conditions.push_back(c->several ? name + " > 0" : name + " IS NOT NULL");
        else if (c->several)
            conditions.push_back(
                fmt::format("EXISTS (SELECT 1 FROM {} p WHERE p.\"reply\" = {}.\"reply\" AND p.\"choice\" "
                            "= {})",
                            picked(*c), table, next(filter.value)));
        else
            conditions.push_back(fmt::format("{} {} {}", name,
                                             filter.how == How::is      ? "="
                                             : filter.how == How::least ? ">="
                                                                        : "<=",
                                             next(filter.value)));
    }
    string where;
    for (std::size_t i = 0; i < conditions.size(); ++i) where += (i ? " AND " : " WHERE ") + conditions[i];
    return where;
}

Result<std::vector<long long>> ReplyStore::numbers(const string& form, const ReplyQuery& query) {
    auto main = mainTable(form);
    if (!main) return tl::unexpected(main.error());
    if (main->empty()) return std::vector<long long>();
    auto there = columns(form);
    if (!there) return tl::unexpected(there.error());
    const string table = sqlName(*main);
    auto column = [&](const string& name) -> const ReplyColumn* {
        const auto at = std::ranges::find_if(*there, [&](const ReplyColumn& c) { return c.column == name && !c.rows; });
        return at == there->end() ? nullptr : &*at;
    };
    Row given;
    auto where = whereOf(*main, *there, query, given);
    if (!where) return tl::unexpected(where.error());
    string sql = fmt::format("SELECT {0}.\"reply\" FROM {0}", table) + *where;
    const char* way = query.down ? " DESC" : "";
    const std::set<string> own = {"version", "filled", "came", "way", "source"};
    sql += " ORDER BY ";
    if (const ReplyColumn* c = column(query.sortBy))
        // What is empty stands last, either way.
        sql += fmt::format("{0}.{1} IS NULL, {0}.{1}{2}, ", table, sqlName(c->column), way);
    else if (own.contains(query.sortBy))
        sql += fmt::format("{}.{}{}, ", table, sqlName(query.sortBy), way);
    sql += fmt::format("{}.\"reply\"{}", table, way);
    std::vector<long long> all;
    auto done = database_->each(sql, given, [&](const Row& row) {
        all.push_back(wholeIn(row[0]));
        return true;
    });
    if (!done) return tl::unexpected(done.error());
    return all;
}

Result<void> ReplyStore::eachAnswered(const string& form, const ReplyQuery& query, std::span<const ReplyColumn> wanted,
                                      const std::function<bool(const Row&)>& each) {
    auto main = mainTable(form);
    if (!main) return tl::unexpected(main.error());
    if (main->empty() || wanted.empty()) return {};
    auto there = columns(form);
    if (!there) return tl::unexpected(there.error());
    Row given;
    auto where = whereOf(*main, *there, query, given);
    if (!where) return tl::unexpected(where.error());
    string sql = "SELECT ";
    for (std::size_t i = 0; i < wanted.size(); ++i)
        sql += (i ? ", " : "") + sqlName(*main) + "." + sqlName(wanted[i].column);
    return database_->each(sql + " FROM " + sqlName(*main) + *where, given, each);
}

Result<void> ReplyStore::eachPicked(const string& form, const ReplyQuery& query, const ReplyColumn& wanted,
                                    const std::function<bool(const Row&)>& each) {
    auto main = mainTable(form);
    if (!main) return tl::unexpected(main.error());
    if (main->empty()) return {};
    auto there = columns(form);
    if (!there) return tl::unexpected(there.error());
    Row given;
    auto where = whereOf(*main, *there, query, given);
    if (!where) return tl::unexpected(where.error());
    const string inner = sqlName(wanted.several ? wanted.picked : wanted.table);
    return database_->each(
        fmt::format("SELECT {}, COUNT(*) FROM {} WHERE \"reply\" IN (SELECT {}.\"reply\" FROM {}{}) GROUP "
                    "BY 1",
                    wanted.several ? "\"choice\"" : sqlName(wanted.column), inner, sqlName(*main), sqlName(*main),
                    *where),
        given, each);
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
        Row given;
        for (long long number : some) given.emplace_back(number);
        const string in = " WHERE \"reply\" IN (" + list(1, given.size()) + ")";
        std::map<long long, KeptReply> found;
        string names = "\"reply\", \"form\", \"version\", \"filled\", \"came\", \"way\", \"source\"";
        std::vector<const ReplyColumn*> mine;
        for (const ReplyColumn& c : *there)
            if (c.table == *main) {
                mine.push_back(&c);
                names += ", " + sqlName(c.column);
            }
        std::map<long long, Row> rows;
        auto done = database_->each("SELECT " + names + " FROM " + sqlName(*main) + in, given, [&](const Row& r) {
            KeptReply kept;
            kept.number = wholeIn(r[0]);
            kept.sum = textIn(r[1]);
            kept.reply.form = form;
            kept.reply.version = int(wholeIn(r[2]));
            kept.reply.filled = textIn(r[3]);
            kept.came = textIn(r[4]);
            kept.way = textIn(r[5]);
            kept.name = textIn(r[6]);
            found[kept.number] = std::move(kept);
            rows[wholeIn(r[0])] = r;
            return true;
        });
        if (!done) return tl::unexpected(done.error());
        for (std::size_t i = 0; i < mine.size(); ++i)
            for (auto& [number, kept] : found) {
                const Cell& cell = rows[number][i + 7];
                Answer& answer = kept.byColumn[mine[i]->key()];
                if (!mine[i]->several)
                    answer = answerOf(cell, mine[i]->type);
                else if (!std::holds_alternative<std::monostate>(cell))
                    answer = std::vector<string>();
            }
        std::map<string, std::vector<const ReplyColumn*>> grown;
        for (const ReplyColumn& c : *there) {
            if (c.rows) grown[c.table].push_back(&c);
            if (!c.several) continue;
            auto picked = database_->each(
                "SELECT \"reply\", \"choice\" FROM " + sqlName(c.picked) + in + " ORDER BY \"reply\", \"place\"", given,
                [&](const Row& r) {
                    Answer& answer = found[wholeIn(r[0])].byColumn[c.key()];
                    if (auto* several = std::get_if<std::vector<string>>(&answer)) several->push_back(textIn(r[1]));
                    return true;
                });
            if (!picked) return tl::unexpected(picked.error());
        }
        for (const auto& one : grown) {
            const string& table = one.first;
            const std::vector<const ReplyColumn*>& inIt = one.second;
            string columns = "\"reply\", \"row\"";
            for (const ReplyColumn* c : inIt) columns += ", " + sqlName(c->column);
            auto got = database_->each("SELECT " + columns + " FROM " + sqlName(table) + in, given, [&](const Row& r) {
                Answers& answers = found[wholeIn(r[0])].byColumn;
                for (std::size_t i = 0; i < inIt.size(); ++i)
                    answers[inIt[i]->key(wholeIn(r[1]))] = answerOf(r[i + 2], inIt[i]->type);
                return true;
            });
            if (!got) return tl::unexpected(got.error());
        }
        // Each answers under the names of its own version.
        for (auto& [number, kept] : found) {
            const auto places = placesOf(kept.sum);
            if (!places) return tl::unexpected(places.error());
            if (!*places) continue;
            std::map<string, const Place*> named;
            for (const Place& place : **places) named[place.table + "/" + place.column] = &place;
            for (const auto& [key, answer] : kept.byColumn)
                if (const auto at = named.find(key); at != named.end()) {
                    kept.reply.values[at->second->name] = answer;
                } else if (const auto row = named.find(key.substr(0, key.rfind('/'))); row != named.end()) {
                    kept.reply.values[row->second->name + key.substr(key.rfind('/') + 1)] = answer;
                }
        }
        for (long long number : some)
            if (const auto one = found.find(number); one != found.end()) all.push_back(std::move(one->second));
    }
    return all;
}

Result<Form> ReplyStore::formBySum(const string& sum) {
    auto rows = database_->rows("SELECT file FROM brindel_versions WHERE sum = $1", {sum});
    if (!rows) return tl::unexpected(rows.error());
    if (rows->empty()) return failure("", said("The store has no such version of the form."));
    auto opened = readForm(textIn((*rows)[0][0]));
    if (!opened) return tl::unexpected(opened.error());
    return std::move(opened->form);
}

Result<std::optional<Form>> ReplyStore::formByVersion(const string& form, int version) {
    auto rows =
        database_->rows("SELECT sum FROM brindel_versions WHERE form = $1 AND version = $2 ORDER BY place DESC LIMIT 1",
                        {form, static_cast<long long>(version)});
    if (!rows) return tl::unexpected(rows.error());
    if (rows->empty()) return std::nullopt;
    auto found = formBySum(textIn((*rows)[0][0]));
    if (!found) return tl::unexpected(found.error());
    return std::optional(std::move(*found));
}

Result<Form> ReplyStore::newestForm(const string& form) {
    auto rows = database_->rows("SELECT sum FROM brindel_versions WHERE form = $1 ORDER BY place DESC LIMIT 1", {form});
    if (!rows) return tl::unexpected(rows.error());
    if (rows->empty()) return failure("", said("The store has no replies to “{}”.", form));
    return formBySum(textIn((*rows)[0][0]));
}

Result<void> ReplyStore::remove(const string& form, std::span<const long long> numbers) {
    auto main = mainTable(form);
    if (!main) return tl::unexpected(main.error());
    if (main->empty()) return {};
    Transaction step(*database_);
    if (!step.begun()) return step.begun();
    for (long long number : numbers)
        if (auto gone = database_->run("DELETE FROM " + sqlName(*main) + " WHERE \"reply\" = $1", {number}); !gone)
            return gone;
    return step.commit();
}

}  // namespace brindel
