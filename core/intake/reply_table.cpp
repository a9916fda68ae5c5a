#include "core/intake/reply_table.h"

#include <algorithm>
#include <charconv>
#include <map>
#include <memory>
#include <set>

#include "core/answers/choice_lists.h"
#include "core/targets/reply/reply_shape.h"
#include "core/text/clock.h"
#include "core/text/words.h"

namespace brindel {
namespace {

using std::string;

constexpr std::size_t mostRows = 100'000, mostColumnsRead = 2'000;
constexpr std::string_view ownHeadings[] = {"reply", "id", "version", "filled", "came", "way", "source"};

/// The parts of a form's replies, by their names; those of rows that fillers add by the name before the number.
struct Parts {
    explicit Parts(const Form& form) : all(replyShape(form)) {
        for (const ReplyPart& part : all) {
            named[part.name] = &part;
            if (part.table != noControl) stems[part.stem] = &part;
        }
    }
    const ReplyPart* of(const string& name) const {
        if (const auto found = named.find(name); found != named.end()) return found->second;
        const auto row = rowOfName(name);
        const auto stem = row ? stems.find(row->first) : stems.end();
        return stem == stems.end() ? nullptr : stem->second;
    }
    std::vector<ReplyPart> all;
    std::map<string, const ReplyPart*> named, stems;
};

/// What a cell says, without the apostrophe that keeps spreadsheets from running it.
string unguarded(const string& cell) {
    const std::size_t end = cell.find_first_not_of('\'');
    return end > 0 && end != string::npos && string("=+-@\t\r").find(cell[end]) != string::npos ? cell.substr(1) : cell;
}

Answer answerIn(const string& cell, const ReplyPart& part) {
    if (cell.empty()) return std::monostate();
    if (part.several) {
        std::vector<string> all;
        for (std::size_t at = 0; at <= cell.size();) {
            const std::size_t end = std::min(cell.find('\n', at), cell.size());
            if (end > at) all.push_back(cell.substr(at, end - at));
            at = end + 1;
        }
        return all;
    }
    if (row(part.type).toggled && (cell == "true" || cell == "TRUE")) return true;
    if (row(part.type).toggled && (cell == "false" || cell == "FALSE")) return false;
    if (row(part.type).numeric) {
        double number = 0;
        const auto read = std::from_chars(cell.data(), cell.data() + cell.size(), number);
        if (read.ec == std::errc() && read.ptr == cell.data() + cell.size()) return number;
    }
    return cell;  // a session says what is wrong with it
}

/// Which answers of a version of a form the columns of a table are. A column is called as the newest version calls the
/// answer that its control gives; one of an answer that has become of another type has a number behind its name.
class Columns {
  public:
    Columns(const Form& newest, const Form& then, const std::vector<string>& headings) : parts_(then) {
        const bool same = &newest == &then;
        const Parts now(newest);
        for (const string& heading : headings) {
            const ReplyPart *part = nullptr, *asNow = same ? nullptr : now.of(heading);
            string name = heading;
            // The same control, whatever it was called then; of an added row the same row.
            if (asNow)
                for (const ReplyPart& one : parts_.all)
                    if (one.id == asNow->id && !part) part = &one;
            if (part) {
                const auto row = asNow->table != noControl ? rowOfName(heading) : std::nullopt;
                name = row ? part->stem + std::to_string(row->second) : part->name;
            } else {
                if (!same) name = withoutNumber(heading);
                part = parts_.of(name);
            }
            columns_.push_back(part);
            names_.push_back(std::move(name));
        }
    }
    Columns(const Columns&) = delete;
    Columns& operator=(const Columns&) = delete;
    const ReplyPart* part(std::size_t column) const { return columns_[column]; }
    /// What the version calls it.
    const string& name(std::size_t column) const { return names_[column]; }
    bool isNamed(std::size_t column) const { return parts_.named.contains(names_[column]); }
    bool any() const {
        return std::ranges::any_of(columns_, [](const ReplyPart* part) { return part != nullptr; });
    }

  private:
    static string withoutNumber(const string& heading) {
        const std::size_t open = heading.rfind(" (");
        return open == string::npos || !heading.ends_with(')') ? heading : heading.substr(0, open);
    }
    Parts parts_;
    std::vector<const ReplyPart*> columns_;
    std::vector<string> names_;
};

}  // namespace

namespace {

int versionIn(const string& cell, int otherwise) {
    int given = 0;
    std::from_chars(cell.data(), cell.data() + cell.size(), given);
    return given > 0 ? given : otherwise;
}

/// The columns that are of the reply itself, by their headings, and where the version is.
struct Heads {
    std::vector<std::string_view> own;
    std::optional<std::size_t> version = {};
};
/// `all`: every column is a field of the form, or the reply's own.
Result<Heads> headsOf(const std::vector<string>& headings, const Columns& now, bool ofAnother, bool all) {
    Heads heads;
    for (std::size_t k = 0; k < headings.size(); ++k) {
        if (std::ranges::count(headings, headings[k]) > 1)
            return failure("line 1", said("Two columns are called “{}”.", spoken(headings[k])));
        const auto known = std::ranges::find(ownHeadings, headings[k]);
        // An answer that only other versions have is known where these are.
        if (all && !now.part(k) && known == std::end(ownHeadings))
            return failure("line 1", said("The form has no field that is called “{}”.", spoken(headings[k])));
        const bool isOwn = !ofAnother && !now.part(k) && known != std::end(ownHeadings);
        heads.own.push_back(isOwn ? *known : std::string_view());
        if (isOwn && *known == "version") heads.version = k;
    }
    return heads;
}

}  // namespace

Result<std::vector<TableReply>> repliesFromTable(const Form& form, const string& text, bool ofAnother,
                                                 const VersionOf& versionOf) {
    auto table = readTable(text, mostRows + 1, mostColumnsRead);
    if (!table) return tl::unexpected(table.error());
    if (table->empty()) return failure("line 1", said("A line of headings is expected here."));
    const std::vector<string>& headings = table->front();
    const Columns now(form, form, headings);
    auto heads = headsOf(headings, now, ofAnother, !ofAnother && !versionOf);
    if (!heads) return tl::unexpected(heads.error());
    const std::vector<std::string_view>& own = heads->own;
    const std::optional<std::size_t> version = heads->version;
    if (!now.any()) return failure("line 1", said("No column is called as a field of the form."));
    // Of rows that were filled in another version, its answers.
    // However many numbers of versions a table has: there are as many forms as are known.
    std::map<const Form*, std::pair<std::shared_ptr<const Form>, std::unique_ptr<Columns>>> earlier;
    std::vector<TableReply> all;
    for (std::size_t i = 1; i < table->size(); ++i) {
        const std::vector<string>& row = (*table)[i];
        if (row.size() > headings.size())
            return failure("row " + std::to_string(i + 1), said("This row has more cells than there are headings."));
        TableReply one{i + 1, {}};
        one.reply.form = form.root().name;
        one.reply.version = version && *version < row.size() ? versionIn(row[*version], form.revision) : form.revision;
        const Columns* columns = &now;
        if (one.reply.version != form.revision && versionOf) {
            auto then = versionOf(one.reply.version);
            if (!then) return tl::unexpected(then.error());
            if (then->get() != &form) {
                auto& [held, its] = earlier[then->get()];
                held = *then;
                if (!its) its = std::make_unique<Columns>(form, *held, headings);
                columns = its.get();
            }
        }
        for (std::size_t k = 0; k < row.size(); ++k) {
            if (!own[k].empty()) {
                if (own[k] == "id" && isId(row[k])) one.reply.id = row[k];
                if (own[k] == "filled" && isMoment(row[k])) one.reply.filled = row[k];
            } else if (const ReplyPart* part = columns->part(k)) {
                // A row that was not added has none of its answers, and of two columns one has the answer.
                const bool added = part->table != noControl && !columns->isNamed(k);
                if (row[k].empty() && (added || one.reply.values.contains(columns->name(k)))) continue;
                one.reply.values[columns->name(k)] = answerIn(unguarded(row[k]), *part);
            } else if (!ofAnother && !row[k].empty()) {
                return failure("line 1", said("The form has no field that is called “{}”.", spoken(headings[k])));
            }
        }
        all.push_back(std::move(one));
    }
    return all;
}

Result<Reply> rowFromTable(const Form& form, const string& text, const string& where) {
    const std::size_t sign = where.find('=');
    if (sign == string::npos || sign == 0)
        return failure(where, said("A column and its value are expected here, such as sail=K 123."));
    const string column = where.substr(0, sign), wanted = where.substr(sign + 1);
    auto table = readTable(text, mostRows + 1, mostColumnsRead);
    if (!table) return tl::unexpected(table.error());
    const std::vector<string> headings = table->empty() ? std::vector<string>() : table->front();
    const auto at = std::size_t(std::ranges::find(headings, column) - headings.begin());
    if (at == headings.size()) return failure(where, said("The table has no column “{}”.", spoken(column)));
    const std::vector<string>* found = nullptr;
    for (std::size_t i = 1; i < table->size(); ++i) {
        const std::vector<string>& row = (*table)[i];
        if (at >= row.size() || row[at] != wanted) continue;
        if (found) return failure(where, said("Several rows of the table match."));
        found = &row;
    }
    if (!found) return failure(where, said("No row of the table matches."));
    const Parts parts(form);
    Reply reply;
    for (std::size_t k = 0; k < std::min(found->size(), headings.size()); ++k)
        if (const ReplyPart* part = parts.of(headings[k]); part && !(*found)[k].empty())
            reply.values[headings[k]] = answerIn(unguarded((*found)[k]), *part);
    return reply;
}

}  // namespace brindel
