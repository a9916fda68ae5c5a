// Replies of a store written out: as a table for spreadsheets, or as they came.
#pragma once

#include "core/replies/store.h"

namespace brindel {

/// Takes what is written, part by part; false stops the writing.
using Sink = std::function<bool(std::string_view)>;

struct WriteOptions {
    bool guarded = true;                 // cells that a spreadsheet would run begin with an apostrophe
    std::set<std::string> without = {};  // columns that are left out, by their keys
    bool bare = false;                   // of CSV the answers alone, without how each reply came
    ReplyQuery counted = {};             // which replies a workbook's sheet of counts speaks of, and a report
    // In whose words a report speaks; in English without it.
    std::function<std::string(const Sentence&)> words = [](const Sentence& s) { return s.text(); };
    std::vector<std::string> filters = {};  // what the replies were filtered by, in words, for the same
};

/// A table of replies as CSV (RFC 4180), in UTF-8: a row a reply, first when it was filled in and how it came, then an
/// answer a column. Numbers have a point, days and times are ISO 8601, a tick is true or false; of several choices each
/// has its own line within the cell; rows that fillers add have a column each, as many as the longest reply has.
Result<void> repliesAsCsv(ReplyStore& store, const std::string& form, std::span<const long long> numbers,
                          const WriteOptions& options, const Sink& sink);
/// A list of replies as JSON, each as brindel-fill writes it, with its number and how it came.
Result<void> repliesAsJson(ReplyStore& store, const std::string& form, std::span<const long long> numbers,
                           const WriteOptions& options, const Sink& sink);

/// A workbook (ISO/IEC 29500): the same table with numbers, ticks, days and times as such, a sheet with a row for each
/// of several choices, and one of what the replies come to. Days before 1901 are texts, and a text ends after 32,767
/// letters. At most a million replies.
Result<void> repliesAsXlsx(ReplyStore& store, const std::string& form, std::span<const long long> numbers,
                           const WriteOptions& options, const Sink& sink);

/// What all questions come to, as a document (PDF) of a heading and bars a question: the replies of `counted`, whatever
/// the numbers say. Its pages are those of a form that Brindel lays out: tagged, with bookmarks.
Result<void> repliesAsReport(ReplyStore& store, const std::string& form, std::span<const long long> numbers,
                             const WriteOptions& options, const Sink& sink);

/// The kinds of tables, by the ending of their files.
struct ReplyTable {
    std::string_view ending;
    Result<void> (*written)(ReplyStore&, const std::string& form, std::span<const long long>, const WriteOptions&,
                            const Sink&);
};
std::span<const ReplyTable> replyTables();
/// The kind of a table by its path; null for none.
const ReplyTable* replyTableOf(const std::string& path);

/// One column of such a table.
struct WrittenColumn {
    std::string name;
    std::string key;  // in KeptReply::byColumn
    AnswerType type = AnswerType::none;
    bool several = false;
};
/// The columns that those replies need, those of added rows spread out.
Result<std::vector<WrittenColumn>> writtenColumns(ReplyStore& store, const std::string& form,
                                                  const std::set<std::string>& without = {});

}  // namespace brindel
