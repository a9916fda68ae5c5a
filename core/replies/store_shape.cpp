#include "core/replies/store_shape.h"

#include <fmt/format.h>

#include <map>
#include <tuple>

#include "core/targets/reply/reply_shape.h"
#include "core/targets/reply/sql_words.h"

namespace brindel {
namespace {

using std::string;

// PostgreSQL takes 1,600 columns, SQLite 2,000.
constexpr std::size_t widestTable = 1500;

/// The columns that answers had before, found by their control or by their name.
class Earlier {
  public:
    Earlier(const AnswerPlaces& places, const std::vector<ReplyPart>& parts) {
        std::set<Id> still;
        for (const ReplyPart& part : parts) still.insert(part.id);
        for (const AnswerPlace& place : places) {
            byControl_.try_emplace({place.lies, place.type, place.control}, &place);
            if (!still.contains(place.control)) byName_.try_emplace({place.lies, place.type, place.name}, &place);
            if (place.lies == AnswerLies::rows) tables_.try_emplace(place.owner, place.table);
        }
    }
    /// The column for an answer; null where it had none, or another one has taken that.
    const AnswerPlace* columnFor(const AnswerPlace& wanted) {
        const AnswerPlace* found = nullptr;
        if (const auto same = byControl_.find({wanted.lies, wanted.type, wanted.control}); same != byControl_.end())
            found = same->second;
        else if (const auto named = byName_.find({wanted.lies, wanted.type, wanted.name}); named != byName_.end())
            found = named->second;
        return found && taken_.insert({found->table, found->column}).second ? found : nullptr;
    }
    /// The table that holds the added rows of one of the form's tables; empty where there is none.
    string tableOf(Id owner) const {
        const auto found = tables_.find(owner);
        return found == tables_.end() ? "" : found->second;
    }

  private:
    std::map<std::tuple<AnswerLies, AnswerType, Id>, const AnswerPlace*> byControl_;
    std::map<std::tuple<AnswerLies, AnswerType, string>, const AnswerPlace*> byName_;
    std::map<Id, string> tables_;
    std::set<std::pair<string, string>> taken_;
};

/// A table that answers lie in, as far as it is there and with what is added to it.
struct Table {
    bool there = false;
    SqlNames names = {};
    std::size_t columns = 0;
    std::vector<string> added = {};
    string end = {};  // what stands behind its columns where it is made
};

}  // namespace

std::string_view lieWord(AnswerLies lies) {
    return lies == AnswerLies::rows ? "rows" : lies == AnswerLies::picks ? "picks" : "one";
}

const std::set<string>& ownColumns() {
    static const std::set<string> own = {"reply", "form",   "version", "filled",    "came",
                                         "way",   "source", "digest",  "brindel_id"};
    return own;
}

namespace {

/// What a store needs for the replies of a form, worked out part by part.
class Fitting {
  public:
    Fitting(const Form& form, const StoreSoFar& soFar)
        : form_(form),
          soFar_(soFar),
          name_(form.root().name),
          parts_(replyShape(form)),
          earlier_(soFar.places, parts_),
          tableNames_(soFar.tables) {
        for (const AnswerPlace& place : soFar.places) columnsThere_[place.table].insert(place.column);
    }

    Result<StoreFit> fitted() {
        beginMain();
        std::set<std::pair<Id, string>> stems;
        for (const ReplyPart& part : parts_) {
            const bool rows = part.table != noControl;
            if (rows && !stems.insert({part.table, part.stem}).second) continue;
            AnswerPlace place{.name = rows ? part.stem : part.name,
                              .called = part.called,
                              .lies = rows           ? AnswerLies::rows
                                      : part.several ? AnswerLies::picks
                                                     : AnswerLies::alone,
                              .type = part.type,
                              .owner = part.table,
                              .control = part.id};
            if (!isThere(place))
                if (auto added = add(place, part); !added) return tl::unexpected(added.error());
            fit_.places.push_back(std::move(place));
        }
        make(fit_.table);
        for (const auto& [table, its] : tables_)
            if (table != fit_.table) make(table);
        fit_.statements.insert(fit_.statements.end(), picked_.begin(), picked_.end());
        return std::move(fit_);
    }

  private:
    Table& begun(const string& table, bool there, const std::set<string>& own) {
        auto [at, fresh] = tables_.try_emplace(table);
        if (fresh) {
            std::set<string> names = columnsThere_[table];
            names.insert(own.begin(), own.end());
            at->second = {there, SqlNames(names), names.size()};
        }
        return at->second;
    }

    /// The table with a row a reply.
    void beginMain() {
        fresh_ = soFar_.table.empty();
        fit_.table = fresh_ ? tableNames_.of(name_) : soFar_.table;
        reply_ = fmt::format("\"reply\" {} NOT NULL REFERENCES {} (\"reply\") ON DELETE CASCADE",
                             soFar_.onServer ? "BIGINT" : "INTEGER", sqlName(fit_.table));
        Table& main = begun(fit_.table, !fresh_, ownColumns());
        if (!fresh_) return;
        main.added = {string("\"reply\" ") + (soFar_.onServer ? "BIGINT GENERATED BY DEFAULT AS IDENTITY PRIMARY KEY"
                                                              : "INTEGER PRIMARY KEY AUTOINCREMENT"),
                      "\"form\" TEXT NOT NULL REFERENCES brindel_versions (sum)",
                      "\"version\" INTEGER NOT NULL",
                      "\"filled\" TEXT",
                      "\"came\" TEXT NOT NULL",
                      "\"way\" TEXT NOT NULL",
                      "\"source\" TEXT NOT NULL",
                      "\"digest\" TEXT NOT NULL UNIQUE",
                      "\"brindel_id\" TEXT"};
        fit_.changes.push_back(said("A table for replies to “{}” is added.", name_));
    }

    /// True for a part that has its column from an earlier version, whatever it was called then.
    bool isThere(AnswerPlace& place) {
        const AnswerPlace* before = earlier_.columnFor(place);
        if (!before) return false;
        place.table = before->table;
        place.column = before->column;
        place.picked = before->picked;
        if (before->name != place.name)
            fit_.changes.push_back(
                said("“{}” is now named “{}”; its column is still “{}”.", before->name, place.name, place.column));
        return true;
    }

    /// The table of the rows that fillers add to one of the form's.
    const string& tableOfRows(Id of) {
        auto [at, first] = grown_.try_emplace(of, earlier_.tableOf(of));
        const bool there = !at->second.empty();
        if (!there) {
            const Control* table = form_.find(of);
            at->second = tableNames_.of(name_ + "_" + (!table || table->name.empty() ? "rows" : table->name));
        }
        Table& its = begun(at->second, there, {"reply", "row"});
        if (first && !there) {
            its.added = {reply_, "\"row\" INTEGER NOT NULL"};
            its.end = ", PRIMARY KEY (\"reply\", \"row\")";
        }
        return at->second;
    }

    Result<void> add(AnswerPlace& place, const ReplyPart& part) {
        place.table = part.table == noControl ? fit_.table : tableOfRows(part.table);
        Table& table = tables_.at(place.table);
        place.column = table.names.of(place.name);
        if (++table.columns > widestTable)
            return failure("",
                           said("A reply of this form has more than {} answers, more than a table of a database has "
                                "columns. Its replies can be stored as JSON.",
                                widestTable - ownColumns().size()));
        if (part.several) {
            place.picked = tableNames_.of(name_ + "_" + part.name);
            picked_.push_back(
                fmt::format("CREATE TABLE {} ({}, \"place\" INTEGER NOT NULL, \"choice\" TEXT NOT NULL, PRIMARY "
                            "KEY (\"reply\", \"place\"))",
                            sqlName(place.picked), reply_));
        }
        // Of several choices the form's table has how many there are.
        table.added.push_back(sqlName(place.column) + " " + (part.several ? "INTEGER" : string(sqlType(place.type))));
        if (!fresh_) fit_.changes.push_back(said("“{}” gets a column, “{}”.", place.called, place.column));
        return {};
    }

    void make(const string& table) {
        const Table& its = tables_.at(table);
        if (its.there) {
            for (const string& column : its.added)
                fit_.statements.push_back(fmt::format("ALTER TABLE {} ADD COLUMN {}", sqlName(table), column));
        } else {
            fit_.statements.push_back(
                fmt::format("CREATE TABLE {} ({}{})", sqlName(table), fmt::join(its.added, ", "), its.end));
        }
    }

    const Form& form_;
    const StoreSoFar& soFar_;
    const string& name_;
    const std::vector<ReplyPart> parts_;
    Earlier earlier_;
    SqlNames tableNames_;
    std::map<string, Table> tables_;
    std::map<string, std::set<string>> columnsThere_;
    std::map<Id, string> grown_;
    std::vector<string> picked_;  // tables of what is picked; they speak of the form's, which is made first
    string reply_;
    bool fresh_ = false;
    StoreFit fit_;
};

}  // namespace

Result<StoreFit> storeFit(const Form& form, const StoreSoFar& soFar) {
    if (form.root().name.empty())
        return failure("name", said("The form has no name. Give it one: its replies are stored under that name."));
    return Fitting(form, soFar).fitted();
}

}  // namespace brindel
