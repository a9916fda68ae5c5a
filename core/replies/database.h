// A database that replies are kept in, as far as they need one: SQLite in a file, or a PostgreSQL server.
#pragma once

#include <chrono>
#include <functional>
#include <memory>
#include <string>
#include <variant>
#include <vector>

#include "core/model/problem.h"

namespace brindel {

/// What stands in one place of a row. A yes or no is 1 or 0.
using Cell = std::variant<std::monostate, long long, double, std::string>;
using Row = std::vector<Cell>;

class Database {
  public:
    virtual ~Database() = default;
    /// Runs a statement, `$1`, `$2` … standing for what is given with it, and gives its rows one after the other until
    /// `each` gives false. A problem when the database refuses it, with the reason.
    virtual Result<void> each(const std::string& sql, const Row& with, const std::function<bool(const Row&)>& each) = 0;
    /// Begins a transaction that nobody else writes beside; ends it. What was begun and not ended is taken back.
    virtual Result<void> begin() = 0;
    virtual Result<void> commit() = 0;
    virtual void takeBack() = 0;
    /// True for a server: it has types of its own for numbers that count by themselves.
    virtual bool isServer() const = 0;

    /// All rows of a statement.
    Result<std::vector<Row>> rows(const std::string& sql, const Row& with = {});
    /// A statement that gives nothing.
    Result<void> run(const std::string& sql, const Row& with = {});
};

/// Takes back what was begun unless it is committed.
class Transaction {
  public:
    explicit Transaction(Database& database) : database_(database), begun_(database.begin()) {}
    Transaction(const Transaction&) = delete;
    Transaction& operator=(const Transaction&) = delete;
    ~Transaction() {
        if (begun_ && !ended_) database_.takeBack();
    }
    const Result<void>& begun() const { return begun_; }
    Result<void> commit() {
        auto done = database_.commit();
        ended_ = done.has_value();
        return done;
    }

  private:
    Database& database_;
    Result<void> begun_;
    bool ended_ = false;
};

/// True for the address of a server: postgresql://… or postgres://….
bool isServerAddress(const std::string& address);
/// An address as it may be said: without its password.
std::string spokenAddress(const std::string& address);

/// Opens a database by its address: a file, which is made when it is not there unless `only` what is there is to be
/// read, or a server; an empty one is a database that goes when it is closed. Waits for others that write, and for a
/// server to answer, as long as `patience` says.
using Patience = std::chrono::milliseconds;
inline constexpr Patience aMinute{60'000};
Result<std::unique_ptr<Database>> openDatabase(const std::string& address, bool only = false,
                                               Patience patience = aMinute);
/// The same of each kind.
Result<std::unique_ptr<Database>> openSqlite(const std::string& path, bool only, Patience patience);
Result<std::unique_ptr<Database>> openPostgres(const std::string& address, Patience patience);

}  // namespace brindel
