// Replies as a workbook (ISO/IEC 29500): typed columns, a sheet for what holds several, a sheet of what they come to.
#include <fmt/format.h>
#include <stdlib.h>
#include <unistd.h>
#include <xlsxwriter.h>

#include <filesystem>

#include "core/file/whole_file.h"
#include "core/replies/counts.h"
#include "core/replies/written.h"
#include "core/text/fonts.h"
#include "core/text/words.h"

namespace brindel {
namespace {

using std::string;

constexpr std::size_t mostRows = 1'048'576, widestSheet = 16'384;
constexpr std::size_t longestCell = 32'767;  // letters
constexpr std::size_t rowsInHand = 500;      // replies in memory

/// A folder of its own for what is not a workbook yet, gone with all in it.
class Passing {
  public:
    Passing() {
        string pattern = (std::filesystem::temp_directory_path() / "brindel-table-XXXXXX").string();
        if (mkdtemp(pattern.data())) path_ = pattern;
    }
    Passing(const Passing&) = delete;
    Passing& operator=(const Passing&) = delete;
    ~Passing() {
        std::error_code error;
        if (!path_.empty()) std::filesystem::remove_all(path_, error);
    }
    const string& path() const { return path_; }

  private:
    string path_;
};

/// The formats that a workbook's cells have.
struct Looks {
    lxw_format *head, *day, *time, *when, *lines;

    explicit Looks(lxw_workbook* book) {
        auto shown = [&](const char* how) {
            lxw_format* one = workbook_add_format(book);
            if (how) format_set_num_format(one, how);
            return one;
        };
        head = shown(nullptr);
        format_set_bold(head);
        format_set_bottom(head, LXW_BORDER_THIN);
        day = shown("yyyy-mm-dd");
        time = shown("hh:mm");
        when = shown("yyyy-mm-dd hh:mm:ss");
        lines = shown(nullptr);
        format_set_text_wrap(lines);
    }
};

/// A text as a cell takes it: without what XML cannot say, and no longer than one can be.
string cellText(const string& text) {
    string all;
    for (char c : text)
        if (static_cast<unsigned char>(c) >= 32 || c == '\n' || c == '\t') all += c;
    const string cut = firstCharacters(all, longestCell - 1);
    return cut.size() < all.size() ? cut + "…" : all;
}

/// A day and a time of day by ISO 8601, as workbooks count them: from 1900 on.
std::optional<lxw_datetime> momentOf(const string& text, bool day, bool time) {
    lxw_datetime moment{};
    if (day) {
        const auto date = isoDateRead(text.substr(0, 10));
        if (!date || int(date->year()) < 1901 || int(date->year()) > 9999) return std::nullopt;
        moment.year = int(date->year());
        moment.month = int(unsigned(date->month()));
        moment.day = int(unsigned(date->day()));
    }
    if (time) {
        const string clock = day ? (text.size() > 11 ? text.substr(11) : "") : text;
        int hour = 0, minute = 0, second = 0;
        if (std::sscanf(clock.c_str(), "%2d:%2d:%2d", &hour, &minute, &second) < 2) return std::nullopt;
        moment.hour = hour;
        moment.min = minute;
        moment.sec = second;
    }
    return moment;
}

void writeAnswer(lxw_worksheet* sheet, lxw_row_t row, lxw_col_t column, const Answer& answer, AnswerType type,
                 const Looks& looks) {
    if (const auto* yes = std::get_if<bool>(&answer)) worksheet_write_boolean(sheet, row, column, *yes, nullptr);
    if (const auto* number = std::get_if<double>(&answer)) worksheet_write_number(sheet, row, column, *number, nullptr);
    if (const auto* text = std::get_if<string>(&answer)) {
        const bool day = type == AnswerType::date, time = type == AnswerType::time;
        auto moment = day || time ? momentOf(*text, day, time) : std::nullopt;
        if (moment)
            worksheet_write_datetime(sheet, row, column, &*moment, day ? looks.day : looks.time);
        else
            worksheet_write_string(sheet, row, column, cellText(*text).c_str(), nullptr);
    }
    if (const auto* several = std::get_if<std::vector<string>>(&answer)) {
        string all;
        for (const string& one : *several) all += (all.empty() ? "" : "\n") + one;
        worksheet_write_string(sheet, row, column, cellText(all).c_str(), looks.lines);
    }
}

void writeHead(lxw_worksheet* sheet, const std::vector<string>& names, const Looks& looks) {
    for (std::size_t i = 0; i < names.size(); ++i)
        worksheet_write_string(sheet, 0, lxw_col_t(i), cellText(names[i]).c_str(), looks.head);
    worksheet_freeze_panes(sheet, 1, 0);
}

/// What holds several: a row a choice.
struct Picked {
    long long reply;
    const WrittenColumn* column;
    string choice;
};

Result<void> writeCounts(lxw_worksheet* sheet, ReplyStore& store, const string& form, const WriteOptions& options,
                         const Looks& looks) {
    auto counts = countsOf(store, form, options.counted);
    if (!counts) return tl::unexpected(counts.error());
    writeHead(sheet, {"question", "answer", "replies"}, looks);
    lxw_row_t row = 1;
    for (const QuestionCount& one : *counts) {
        if (options.without.contains(one.column.key())) continue;
        const string called = cellText(one.column.called.empty() ? one.column.name : one.column.called);
        auto line = [&](const string& what, double count) {
            worksheet_write_string(sheet, row, 0, called.c_str(), nullptr);
            worksheet_write_string(sheet, row, 1, cellText(what).c_str(), nullptr);
            worksheet_write_number(sheet, row++, 2, count, nullptr);
        };
        for (const CountBar& bar : one.bars) line(bar.called, double(bar.count));
        if (one.others) line("(others)", double(one.others));
        if (one.empty) line("(empty)", double(one.empty));
        for (const auto& [what, number] :
             {std::pair("(least)", one.least), {"(middle)", one.middle}, {"(most)", one.most}, {"(sum)", one.sum}})
            if (number) line(what, *number);
    }
    return {};
}

/// What was picked of several choices, a row each.
void writePicked(lxw_worksheet* several, const std::vector<Picked>& picked, const Looks& looks) {
    writeHead(several, {"reply", "question", "choice"}, looks);
    lxw_row_t line = 1;
    for (const Picked& one : picked) {
        worksheet_write_number(several, line, 0, double(one.reply), nullptr);
        worksheet_write_string(several, line, 1, cellText(one.column->name).c_str(), nullptr);
        worksheet_write_string(several, line++, 2, cellText(one.choice).c_str(), nullptr);
    }
}

/// What a reply says of itself: its number, version, times and way.
void writeOwn(lxw_worksheet* sheet, lxw_row_t row, const KeptReply& kept, const Looks& looks) {
    worksheet_write_number(sheet, row, 0, double(kept.number), nullptr);
    worksheet_write_number(sheet, row, 1, kept.reply.version, nullptr);
    lxw_col_t at = 2;
    for (const string& moment : {kept.reply.filled, kept.came}) {
        if (auto when = momentOf(moment, true, true)) worksheet_write_datetime(sheet, row, at, &*when, looks.when);
        ++at;
    }
    worksheet_write_string(sheet, row, 4, kept.way.c_str(), nullptr);
    worksheet_write_string(sheet, row, 5, cellText(kept.name).c_str(), nullptr);
}

}  // namespace

Result<void> repliesAsXlsx(ReplyStore& store, const string& form, std::span<const long long> numbers,
                           const WriteOptions& options, const Sink& sink) {
    const auto columns = writtenColumns(store, form, options.without);
    if (!columns) return tl::unexpected(columns.error());
    std::vector<string> names = {"reply", "version", "filled", "came", "way", "source"};
    const auto own = lxw_col_t(names.size());
    for (const WrittenColumn& c : *columns) names.push_back(c.name);
    if (names.size() > widestSheet || numbers.size() >= mostRows)
        return failure("",
                       said("A sheet of a workbook has at most 1,048,576 rows and 16,384 columns. Write CSV instead."));
    const Passing passing;
    const string path = passing.path() + "/replies.xlsx";
    if (passing.path().empty()) return failure("", said("The table cannot be written: there is no room for it."));
    lxw_workbook_options how{};
    how.constant_memory = LXW_TRUE;
    string folder = passing.path();
    how.tmpdir = folder.data();
    lxw_workbook* book = workbook_new_opt(path.c_str(), &how);
    const Looks looks(book);
    lxw_worksheet* sheet = workbook_add_worksheet(book, "Replies");
    writeHead(sheet, names, looks);
    worksheet_set_column(sheet, 2, 3, 19, nullptr);
    worksheet_set_column(sheet, own, lxw_col_t(names.size() - 1), 16, nullptr);
    std::vector<Picked> picked;
    lxw_row_t row = 1;
    Result<void> went;
    for (std::size_t from = 0; went && from < numbers.size(); from += rowsInHand) {
        auto some =
            store.replies(form, numbers.subspan(from, std::min(rowsInHand, numbers.size() - from)), options.without);
        if (!some) {
            went = tl::unexpected(some.error());
            break;
        }
        for (const KeptReply& kept : *some) {
            writeOwn(sheet, row, kept, looks);
            lxw_col_t at = own;
            for (const WrittenColumn& c : *columns) {
                if (const auto found = kept.byColumn.find(c.key); found != kept.byColumn.end()) {
                    writeAnswer(sheet, row, at, found->second, c.type, looks);
                    if (const auto* several = std::get_if<std::vector<string>>(&found->second))
                        for (const string& choice : *several) picked.push_back({kept.number, &c, choice});
                }
                ++at;
            }
            ++row;
        }
    }
    if (row > 1) worksheet_autofilter(sheet, 0, 0, row - 1, lxw_col_t(names.size() - 1));
    if (went && !picked.empty() && picked.size() < mostRows)
        writePicked(workbook_add_worksheet(book, "Several choices"), picked, looks);
    if (went) went = writeCounts(workbook_add_worksheet(book, "Counts"), store, form, options, looks);
    const lxw_error closed = workbook_close(book);
    if (!went) return went;
    if (closed != LXW_NO_ERROR)
        return failure("", said("The table cannot be written: {}.", string(lxw_strerror(closed))));
    auto bytes = readWhole(path, std::size_t(1) << 31);
    if (!bytes) return tl::unexpected(bytes.error());
    if (!sink(*bytes)) return failure("", said("The file cannot be written."));
    return {};
}

}  // namespace brindel
