#include "core/replies/written.h"

#include <fmt/format.h>

#include "core/file/json_text.h"
#include "core/targets/reply/sql_words.h"
#include "core/text/words.h"

namespace brindel {
namespace {

using std::string;

constexpr std::size_t inHand = 500;  // replies in memory

/// A cell as CSV has it; what a spreadsheet would take for a formula is kept a text by an apostrophe, and by one more
/// where it begins with some already, so that it can be read back.
string csvCell(const string& text, bool guarded) {
    const std::size_t first = guarded ? text.find_first_not_of('\'') : string::npos;
    const bool runs = first != string::npos && string("=+-@\t\r").find(text[first]) != string::npos;
    const string said = runs ? "'" + text : text;
    if (said.find_first_of(",\"\r\n") == string::npos && !said.starts_with(' ') && !said.ends_with(' ')) return said;
    string all = "\"";
    for (char c : said) {
        all += c;
        if (c == '"') all += c;
    }
    return all + "\"";
}

string csvText(const Answer& answer, bool guarded) {
    // A number that is below zero is no formula.
    if (const auto* yes = std::get_if<bool>(&answer)) return *yes ? "true" : "false";
    if (const auto* number = std::get_if<double>(&answer)) return exactText(*number);
    if (const auto* text = std::get_if<string>(&answer)) return csvCell(*text, guarded);
    if (const auto* several = std::get_if<std::vector<string>>(&answer)) {
        string all;
        for (const string& one : *several) all += (all.empty() ? "" : "\n") + one;
        return csvCell(all, guarded);
    }
    return "";
}

template <class Each>
Result<void> inParts(ReplyStore& store, const string& form, std::span<const long long> numbers,
                     const WriteOptions& options, Each each) {
    for (std::size_t from = 0; from < numbers.size(); from += inHand) {
        auto some =
            store.replies(form, numbers.subspan(from, std::min(inHand, numbers.size() - from)), options.without);
        if (!some) return tl::unexpected(some.error());
        for (const KeptReply& kept : *some)
            if (!each(kept)) return failure("", said("The file cannot be written any further."));
    }
    return {};
}

}  // namespace

std::span<const ReplyTable> replyTables() {
    static constexpr ReplyTable tables[] = {
        {".csv", repliesAsCsv}, {".xlsx", repliesAsXlsx}, {".json", repliesAsJson}, {".pdf", repliesAsReport}};
    return tables;
}

const ReplyTable* replyTableOf(const string& path) {
    for (const ReplyTable& table : replyTables())
        if (path.ends_with(table.ending)) return &table;
    return nullptr;
}

Result<std::vector<WrittenColumn>> writtenColumns(ReplyStore& store, const string& form,
                                                  const std::set<string>& without) {
    auto columns = store.columns(form);
    if (!columns) return tl::unexpected(columns.error());
    std::erase_if(*columns, [&](const ReplyColumn& c) { return without.contains(c.key()); });
    std::vector<WrittenColumn> all;
    std::set<string> taken, tables;
    auto add = [&](string name, const ReplyColumn& c, string key) {
        // An answer of an earlier version, of another type under the same name, has its column beside.
        const string wanted = name;
        for (int i = 2; !taken.insert(name).second; ++i) name = wanted + fmt::format(" ({})", i);
        all.push_back({std::move(name), std::move(key), c.type, c.several});
    };
    for (const ReplyColumn& c : *columns) {
        if (!c.rows) {
            add(c.name, c, c.key());
            continue;
        }
        if (!tables.insert(c.table).second) continue;
        auto most = store.database().rows(fmt::format("SELECT MAX(\"row\") FROM {}", sqlName(c.table)));
        if (!most) return tl::unexpected(most.error());
        const auto* rows = most->empty() ? nullptr : std::get_if<long long>(&(*most)[0][0]);
        for (long long row = 1; rows && row <= *rows; ++row)
            for (const ReplyColumn& within : *columns)
                if (within.rows && within.table == c.table)
                    add(within.name + std::to_string(row), within, within.key(row));
    }
    return all;
}

Result<void> repliesAsCsv(ReplyStore& store, const string& form, std::span<const long long> numbers,
                          const WriteOptions& options, const Sink& sink) {
    const auto columns = writtenColumns(store, form, options.without);
    if (!columns) return tl::unexpected(columns.error());
    string head = options.bare ? "" : ",reply,version,filled,came,way,source,id";
    for (const WrittenColumn& c : *columns) head += "," + csvCell(c.name, options.guarded);
    if (!sink(head.substr(std::min<std::size_t>(1, head.size())) + "\r\n"))
        return failure("", said("The file cannot be written."));
    return inParts(store, form, numbers, options, [&](const KeptReply& kept) {
        string line;
        if (!options.bare)
            line = fmt::format(",{},{},{},{},{},{},{}", kept.number, kept.reply.version, kept.reply.filled, kept.came,
                               kept.way, csvCell(kept.name, options.guarded), kept.reply.id);
        for (const WrittenColumn& c : *columns) {
            line += ",";
            if (const auto at = kept.byColumn.find(c.key); at != kept.byColumn.end())
                line += csvText(at->second, options.guarded);
        }
        return sink(line.substr(std::min<std::size_t>(1, line.size())) + "\r\n");
    });
}

Result<void> repliesAsJson(ReplyStore& store, const string& form, std::span<const long long> numbers,
                           const WriteOptions& options, const Sink& sink) {
    bool first = true;
    if (!sink("[")) return failure("", said("The file cannot be written."));
    auto done = inParts(store, form, numbers, options, [&](const KeptReply& kept) {
        const std::vector<std::pair<string, Answer>> values(kept.reply.values.begin(), kept.reply.values.end());
        auto reply = jsonRead(replyText(form, kept.reply.version, kept.reply.filled, values, kept.reply.id));
        Json one = {{"reply", kept.number}, {"came", kept.came}, {"way", kept.way}, {"source", kept.name}};
        if (reply)
            for (auto& [key, value] : reply->items()) one[key] = value;
        string text = jsonText(one);
        while (text.ends_with('\n')) text.pop_back();
        const bool went = sink((first ? "\n" : ",\n") + text);
        first = false;
        return went;
    });
    if (!done) return done;
    if (!sink(first ? "]\n" : "\n]\n")) return failure("", said("The file cannot be written."));
    return {};
}

}  // namespace brindel
