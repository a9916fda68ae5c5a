// Replies in a file of their own, by SQLite.
#include <sqlite3.h>
#include <unicode/unistr.h>

#include <filesystem>
#include <map>

#include "core/file/whole_file.h"
#include "core/replies/database.h"

namespace brindel {
namespace {

using std::string;

Sentence sentenceFor(int code, const char* words) {
    switch (code & 0xFF) {
        case SQLITE_BUSY:
        case SQLITE_LOCKED:
            return said("Another program is using the store. Try again when it has finished.");
        case SQLITE_FULL:
            return said("The store cannot be written: the disk is full. Make room and try again.");
        case SQLITE_READONLY:
            return said("The store cannot be changed: you may only read it.");
        case SQLITE_CANTOPEN:
            return said("The store cannot be opened: its folder is missing, or you may not write to it.");
        case SQLITE_NOTADB:
            return said("This file is not a store of replies. Choose another one.");
        case SQLITE_CORRUPT:
            return said("The store is damaged. Replace it with a copy.");
        case SQLITE_IOERR:
            return said("The store cannot be read or written. Check the disk.");
        default:
            return said("The store refuses this: {}", string(words));
    }
}

/// brindel_holds(text, sought): whether a text holds another one, whatever the case of their letters in any script.
void holds(sqlite3_context* context, int, sqlite3_value** given) {
    auto folded = [](sqlite3_value* value) {
        const auto* text = reinterpret_cast<const char*>(sqlite3_value_text(value));
        auto all =
            icu::UnicodeString::fromUTF8(icu::StringPiece(text ? text : "", text ? sqlite3_value_bytes(value) : 0));
        return all.foldCase();
    };
    if (sqlite3_value_type(given[0]) == SQLITE_NULL) return sqlite3_result_null(context);
    sqlite3_result_int(context, folded(given[0]).indexOf(folded(given[1])) >= 0);
}

class Sqlite : public Database {
  public:
    explicit Sqlite(sqlite3* at) : at_(at) {}
    ~Sqlite() override { sqlite3_close_v2(at_); }
    Sqlite(const Sqlite&) = delete;
    Sqlite& operator=(const Sqlite&) = delete;

    Result<void> each(const string& sql, const Row& with, const std::function<bool(const Row&)>& each) override {
        auto found = statementOf(sql);
        if (!found) return tl::unexpected(found.error());
        sqlite3_stmt* statement = *found;
        struct Reset {
            sqlite3_stmt* statement;
            ~Reset() {
                sqlite3_reset(statement);
                sqlite3_clear_bindings(statement);
            }
        } reset{statement};
        for (std::size_t i = 0; i < with.size(); ++i) {
            const int place = sqlite3_bind_parameter_index(statement, ("$" + std::to_string(i + 1)).c_str());
            if (place > 0) bind(statement, place, with[i]);
        }
        while (true) {
            const int code = sqlite3_step(statement);
            if (code == SQLITE_DONE) return {};
            if (code != SQLITE_ROW) return refused(code);
            const int columns = sqlite3_column_count(statement);
            Row row;
            row.reserve(std::size_t(columns));
            for (int i = 0; i < columns; ++i) row.push_back(cellAt(statement, i));
            if (!each(row)) return {};
        }
    }
    Result<void> begin() override {
        // A file that is deleted or moved takes what is written to it all the same, and nobody finds it again.
        int moved = 0;
        if (sqlite3_file_control(at_, "main", SQLITE_FCNTL_HAS_MOVED, &moved) == SQLITE_OK && moved)
            return failure("", said("The store is missing: its file was deleted or moved."));
        return run("BEGIN IMMEDIATE");
    }
    Result<void> commit() override { return run("COMMIT"); }
    void takeBack() override { (void)run("ROLLBACK"); }
    bool isServer() const override { return false; }

  private:
    struct Finalized {
        void operator()(sqlite3_stmt* statement) const { sqlite3_finalize(statement); }
    };
    tl::unexpected<Problem> refused(int code) const {
        return tl::unexpected<Problem>(Problem{"", sentenceFor(code, sqlite3_errmsg(at_))});
    }
    /// A statement, made once: what is appended again and again is read once.
    Result<sqlite3_stmt*> statementOf(const string& sql) {
        constexpr std::size_t most = 64;
        if (const auto known = statements_.find(sql); known != statements_.end()) return known->second.get();
        sqlite3_stmt* made = nullptr;
        const int code = sqlite3_prepare_v2(at_, sql.data(), int(sql.size()), &made, nullptr);
        if (code != SQLITE_OK) return refused(code);
        if (statements_.size() >= most) statements_.clear();
        statements_[sql].reset(made);
        return made;
    }
    static void bind(sqlite3_stmt* statement, int place, const Cell& cell) {
        if (const auto* whole = std::get_if<long long>(&cell)) sqlite3_bind_int64(statement, place, *whole);
        if (const auto* number = std::get_if<double>(&cell)) sqlite3_bind_double(statement, place, *number);
        if (const auto* text = std::get_if<string>(&cell))
            sqlite3_bind_text64(statement, place, text->data(), text->size(), SQLITE_TRANSIENT, SQLITE_UTF8);
    }
    static Cell cellAt(sqlite3_stmt* statement, int i) {
        switch (sqlite3_column_type(statement, i)) {
            case SQLITE_INTEGER:
                return static_cast<long long>(sqlite3_column_int64(statement, i));
            case SQLITE_FLOAT:
                return sqlite3_column_double(statement, i);
            case SQLITE_NULL:
                return std::monostate();
            default: {
                const auto* text = reinterpret_cast<const char*>(sqlite3_column_text(statement, i));
                return string(text ? text : "", std::size_t(sqlite3_column_bytes(statement, i)));
            }
        }
    }

    sqlite3* at_;
    std::map<string, std::unique_ptr<sqlite3_stmt, Finalized>> statements_;
};

}  // namespace

Result<std::unique_ptr<Database>> openSqlite(const string& path, bool only, Patience patience) {
    std::error_code error;
    const auto there = std::filesystem::status(path, error);
    const bool passing = path.empty();  // on the disk as long as it is open, and nowhere for others
    if (std::filesystem::is_directory(there)) return failure("", said("The store cannot be opened: it is a folder."));
    const bool fresh = !std::filesystem::exists(there);
    if (only && fresh) return failure("", said("There is no such store."));
    if (!passing && !fresh && !std::filesystem::is_regular_file(there))
        return failure("", said("The store cannot be opened: it is not a file."));
    sqlite3* at = nullptr;
    const int code = sqlite3_open_v2(
        path.c_str(), &at,
        (only ? SQLITE_OPEN_READONLY : SQLITE_OPEN_READWRITE | SQLITE_OPEN_CREATE) | SQLITE_OPEN_FULLMUTEX, nullptr);
    auto database = std::make_unique<Sqlite>(at);
    if (code != SQLITE_OK) return failure("", sentenceFor(code, at ? sqlite3_errmsg(at) : ""));
    sqlite3_extended_result_codes(at, 1);
    sqlite3_busy_timeout(at, int(patience.count()));
    sqlite3_create_function_v2(at, "brindel_holds", 2, SQLITE_UTF8 | SQLITE_DETERMINISTIC, nullptr, holds, nullptr,
                               nullptr, nullptr);
    // What is deleted is overwritten in the file, and each commit is on the disk before it is told.
    // What is sorted is sorted in memory, up to 64 MiB: nothing of it is written elsewhere.
    const char* const settings[] = {"PRAGMA foreign_keys = ON",   "PRAGMA secure_delete = ON",
                                    "PRAGMA synchronous = FULL",  "PRAGMA trusted_schema = OFF",
                                    "PRAGMA cache_size = -65536", "PRAGMA temp_store = MEMORY"};
    for (const char* setting : settings)
        if (auto set = database->run(setting); !set) return tl::unexpected(set.error());
    // Where several make a store at once, one that is in another's way is told so at once, whatever it would wait.
    const auto end = std::chrono::steady_clock::now() + patience;
    while (!only && !passing) {
        const int went = sqlite3_exec(at, "PRAGMA journal_mode = WAL", nullptr, nullptr, nullptr);
        if (went == SQLITE_OK) break;
        if ((went & 0xFF) != SQLITE_BUSY || std::chrono::steady_clock::now() > end)
            return failure("", sentenceFor(went, sqlite3_errmsg(at)));
        sqlite3_sleep(5);
    }
    return database;
}

}  // namespace brindel
