// The reply's shape as tables of a database.
#include <fmt/format.h>

#include <map>
#include <set>

#include "core/targets/reply/reply_shape.h"
#include "core/targets/reply/sql_words.h"
#include "core/text/fonts.h"

namespace brindel {
namespace {

using std::string;

string onOneLine(const string& words) {
    constexpr std::size_t most = 200;
    string line;
    for (char c : firstCharacters(words, most)) line += static_cast<unsigned char>(c) < ' ' ? ' ' : c;
    return line;
}
/// Words behind a column, on its line.
string remark(const string& words) {
    return words.empty() ? "" : " -- " + onOneLine(words);
}

/// A table while it is gathered.
struct SqlTable {
    string name;
    std::vector<string> columns, remarks, ends;  // a remark a column; what stands behind all columns
    SqlNames names = {};

    string add(const string& wanted, std::string_view type, const string& more, const string& words) {
        const string column = sqlName(names.of(wanted));
        columns.push_back(fmt::format("{} {}{}", column, type, more));
        remarks.push_back(remark(words));
        return column;
    }
    string text() const {
        string all = fmt::format("CREATE TABLE {} (\n", sqlName(name));
        const std::size_t lines = columns.size() + ends.size();
        for (std::size_t i = 0; i < lines; ++i) {
            const bool column = i < columns.size();
            all += "  " + (column ? columns[i] : ends[i - columns.size()]) + (i + 1 < lines ? "," : "") +
                   (column ? remarks[i] : "") + "\n";
        }
        return all + ");\n";
    }
};

/// What a column refuses, in terms that both databases know.
string checksOf(const ReplyPart& part, const string& column) {
    string all;
    auto check = [&](const string& what) { all += " CHECK (" + what + ")"; };
    if (!part.values.empty()) {
        string list;
        for (const string& value : part.values) list += (list.empty() ? "" : ", ") + sqlText(value);
        check(column + " IN (" + list + ")");
    }
    if (row(part.type).numeric && part.least) check(fmt::format("{} >= {}", column, numberText(*part.least)));
    if (row(part.type).numeric && part.most) check(fmt::format("{} <= {}", column, numberText(*part.most)));
    if (row(part.type).toggled && part.asked) check(column + " = TRUE");
    if (part.letters > 0) check(fmt::format("length({}) <= {}", column, part.letters));
    return all;
}

void addAnswer(SqlTable& table, const ReplyPart& part, const string& wanted, bool rows) {
    const string name = table.add(wanted, sqlType(part.type), part.asked && !rows ? " NOT NULL" : "", part.said);
    table.columns.back() += checksOf(part, name);
}

}  // namespace

Result<string> replySql(const Form& form) {
    // PostgreSQL takes 1,600, SQLite 2,000.
    constexpr std::size_t widestTable = 1500;
    const std::vector<ReplyPart> parts = replyShape(form);
    const string prefix = form.root().name.empty() ? "reply" : form.root().name;
    SqlNames tables;
    std::vector<SqlTable> all;
    all.push_back({tables.of(prefix), {}, {}, {}});
    all[0].add("reply", "INTEGER", " PRIMARY KEY", "a number for each reply");
    all[0].add("version", "INTEGER", " NOT NULL", "of the form");
    all[0].add("filled", "TIMESTAMPTZ", " NOT NULL", "as 2026-04-01T08:30:00+01:00");
    const string reply = fmt::format(" NOT NULL REFERENCES {} (\"reply\") ON DELETE CASCADE", sqlName(all[0].name));
    std::map<Id, std::size_t> grown;
    std::map<Id, std::set<string>> stems;
    for (const ReplyPart& part : parts) {
        if (part.table != noControl) {
            const Control& table = *form.find(part.table);
            auto [at, fresh] = grown.try_emplace(part.table, all.size());
            if (fresh) {
                all.push_back({tables.of(prefix + "_" + (table.name.empty() ? "rows" : table.name)), {}, {}, {}});
                all.back().add("reply", "INTEGER", reply, "");
                all.back().add("row", "INTEGER", " NOT NULL", "from 1");
                all.back().ends.push_back("PRIMARY KEY (\"reply\", \"row\")");
            }
            if (stems[part.table].insert(part.stem).second) addAnswer(all[at->second], part, part.stem, true);
        } else if (part.several) {
            SqlTable several{tables.of(prefix + "_" + part.name), {}, {}, {}};
            several.add("reply", "INTEGER", reply, "");
            const string name = several.add("choice", "TEXT", " NOT NULL", part.said);
            several.columns.back() += checksOf(part, name);
            several.ends.push_back("PRIMARY KEY (\"reply\", \"choice\")");
            all.push_back(std::move(several));
        } else {
            addAnswer(all[0], part, part.name, false);
        }
        if (all[0].columns.size() > widestTable)
            return failure("", said("A reply of this form has more than {} answers, more than a table of a database "
                                    "has columns. Its replies can be stored as JSON.",
                                    widestTable - 3));
    }
    string text =
        "-- SPDX-License-Identifier: 0BSD\n-- Tables for replies to " + onOneLine(calledBy(form, form.root())) +
        fmt::format(", version {}.\n-- For SQLite (3.24 or newer) and PostgreSQL (12 or newer).\n", form.revision);
    for (const SqlTable& table : all) text += "\n" + table.text();
    return text;
}

}  // namespace brindel
