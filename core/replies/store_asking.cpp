// What a store is asked: which replies a query speaks of, and what their columns hold.
#include <fmt/format.h>

#include <algorithm>

#include "core/replies/store.h"
#include "core/targets/reply/sql_words.h"

namespace brindel {
namespace {

using std::string;

const ReplyColumn* columnNamed(const std::vector<ReplyColumn>& there, const string& name) {
    const auto at = std::ranges::find_if(there, [&](const ReplyColumn& c) { return c.column == name && !c.rows; });
    return at == there.end() ? nullptr : &*at;
}

/// The condition of a query, with WHERE before it; what its places stand for goes into `given`.
string whereOf(const string& table, const std::vector<ReplyColumn>& there, const ReplyQuery& query, bool server,
               Row& given) {
    auto next = [&](Cell cell) {
        given.push_back(std::move(cell));
        return fmt::format("${}", given.size());
    };
    std::vector<string> conditions;
    if (!query.search.empty()) {
        string pattern = "%";
        for (char c : query.search) {
            if (c == '%' || c == '_' || c == '\\') pattern += '\\';
            pattern += c;
        }
        // SQLite's own LIKE tells the case of letters beyond ASCII apart.
        const bool folds = !server && std::ranges::any_of(query.search, [](char c) { return c & 0x80; });
        const string sought = next(folds ? query.search : pattern + "%");
        auto holds = [&](const string& place) {
            if (folds) return fmt::format("brindel_holds({}, {})", place, sought);
            return fmt::format("{} {} {} ESCAPE '\\'", place, server ? "ILIKE" : "LIKE", sought);
        };
        string any;
        for (const ReplyColumn& c : there) {
            if (row(c.type).toggled || row(c.type).drawn) continue;
            any += any.empty() ? "" : " OR ";
            auto within = [&](const string& inner, const string& place) {
                return fmt::format("EXISTS (SELECT 1 FROM {} p WHERE p.\"reply\" = {}.\"reply\" AND {})", inner, table,
                                   holds(place));
            };
            if (c.several)
                any += within(sqlName(c.picked), "p.\"choice\"");
            else if (c.rows)
                any += within(sqlName(c.table), fmt::format("CAST(p.{} AS TEXT)", sqlName(c.column)));
            else
                any += holds(fmt::format("CAST({}.{} AS TEXT)", table, sqlName(c.column)));
        }
        conditions.push_back(any.empty() ? "1 = 0" : "(" + any + ")");
    }
    for (const ReplyFilter& filter : query.filters) {
        const ReplyColumn* c = columnNamed(there, filter.column);
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
                            sqlName(c->picked), table, next(filter.value)));
        else
            conditions.push_back(fmt::format("{} {} {}", name,
                                             filter.how == How::is      ? "="
                                             : filter.how == How::least ? ">="
                                                                        : "<=",
                                             next(filter.value)));
    }
    return conditions.empty() ? "" : fmt::format(" WHERE {}", fmt::join(conditions, " AND "));
}

}  // namespace

Result<ReplyStore::Asked> ReplyStore::asked(const string& form, const ReplyQuery& query) {
    Asked all;
    auto main = mainTable(form);
    auto there = main ? columns(form) : tl::unexpected(main.error());
    if (!there) return tl::unexpected(there.error());
    if (main->empty()) return all;
    all.table = sqlName(*main);
    all.columns = std::move(*there);
    all.where = whereOf(all.table, all.columns, query, database_->isServer(), all.given);
    return all;
}

Result<std::vector<long long>> ReplyStore::numbers(const string& form, const ReplyQuery& query) {
    std::vector<long long> all;
    const auto of = asked(form, query);
    if (!of) return tl::unexpected(of.error());
    if (of->table.empty()) return all;
    const char* way = query.down ? " DESC" : "";
    string sql = fmt::format("SELECT {0}.\"reply\" FROM {0}{1} ORDER BY ", of->table, of->where);
    if (const ReplyColumn* c = columnNamed(of->columns, query.sortBy))
        // What is empty stands last, either way.
        sql += fmt::format("{0}.{1} IS NULL, {0}.{1}{2}, ", of->table, sqlName(c->column), way);
    else if (ownColumns().contains(query.sortBy))
        sql += fmt::format("{}.{}{}, ", of->table, sqlName(query.sortBy), way);
    sql += fmt::format("{}.\"reply\"{}", of->table, way);
    auto done = database_->each(sql, of->given, [&](const Row& row) {
        if (const auto* number = std::get_if<long long>(&row[0])) all.push_back(*number);
        return true;
    });
    if (!done) return tl::unexpected(done.error());
    return all;
}

Result<void> ReplyStore::eachAnswered(const string& form, const ReplyQuery& query, std::span<const ReplyColumn> wanted,
                                      const std::function<bool(const Row&)>& each) {
    const auto of = asked(form, query);
    if (!of) return tl::unexpected(of.error());
    if (of->table.empty() || wanted.empty()) return {};
    std::vector<string> names;
    for (const ReplyColumn& c : wanted) names.push_back(of->table + "." + sqlName(c.column));
    return database_->each(fmt::format("SELECT {} FROM {}{}", fmt::join(names, ", "), of->table, of->where), of->given,
                           each);
}

Result<void> ReplyStore::eachPicked(const string& form, const ReplyQuery& query, const ReplyColumn& wanted,
                                    const std::function<bool(const Row&)>& each) {
    const auto of = asked(form, query);
    if (!of) return tl::unexpected(of.error());
    if (of->table.empty()) return {};
    return database_->each(
        fmt::format("SELECT {0}, COUNT(*) FROM {1} WHERE \"reply\" IN (SELECT {2}.\"reply\" FROM {2}{3}) GROUP BY 1",
                    wanted.several ? "\"choice\"" : sqlName(wanted.column),
                    sqlName(wanted.several ? wanted.picked : wanted.table), of->table, of->where),
        of->given, each);
}

}  // namespace brindel
