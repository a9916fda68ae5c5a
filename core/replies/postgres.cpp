// Replies on a PostgreSQL server, for teams.
#include <charconv>
#include <cstdlib>
#include <pqxx/pqxx>

#include "core/replies/database.h"
#include "core/text/words.h"

namespace brindel {
namespace {

using std::string;

Sentence sentenceFor(const std::exception& error) {
    if (dynamic_cast<const pqxx::broken_connection*>(&error))
        return said("The database server does not answer. Is the address right, and is the server running?");
    if (dynamic_cast<const pqxx::disk_full*>(&error))
        return said("The store cannot be written: the server's disk is full.");
    if (dynamic_cast<const pqxx::insufficient_privilege*>(&error))
        return said("The store cannot be written: this user has no permission. Ask the administrator of the database.");
    // The first line is the reason; what follows quotes the statement.
    const string words = error.what();
    return said("The database server refuses this: {}", words.substr(0, words.find('\n')));
}

class Postgres : public Database {
  public:
    Postgres(const string& address, Patience patience) : connection_(address) {
        // A connection that breaks within a transaction must not come back without it.
#pragma GCC diagnostic push
#pragma GCC diagnostic ignored "-Wdeprecated-declarations"
        connection_.inhibit_reactivation(true);
#pragma GCC diagnostic pop
        for (const string& setting :
             {string("SET client_encoding = 'UTF8'"), string("SET datestyle = 'ISO, YMD'"),
              "SET lock_timeout = " + std::to_string(patience.count()), string("SET extra_float_digits = 3"),
              string("SET client_min_messages = 'warning'")})
            pqxx::nontransaction(connection_).exec(setting);
    }

    Result<void> each(const string& sql, const Row& with, const std::function<bool(const Row&)>& each) override {
        std::vector<string> texts(with.size());
        std::vector<const char*> given(with.size(), nullptr);
        for (std::size_t i = 0; i < with.size(); ++i) {
            if (std::holds_alternative<std::monostate>(with[i])) continue;
            if (const auto* whole = std::get_if<long long>(&with[i])) texts[i] = std::to_string(*whole);
            if (const auto* number = std::get_if<double>(&with[i])) texts[i] = exactText(*number);
            if (const auto* text = std::get_if<string>(&with[i])) texts[i] = *text;
            given[i] = texts[i].c_str();
        }
        try {
            pqxx::nontransaction work(connection_);
            const pqxx::result found = work.exec_params(sql, pqxx::prepare::make_dynamic_params(given));
            for (const auto& one : found) {
                Row row;
                row.reserve(one.size());
                for (const auto& field : one) row.push_back(cellOf(field));
                if (!each(row)) break;
            }
        } catch (const std::exception& error) {
            return failure("", sentenceFor(error));
        }
        return {};
    }
    Result<void> begin() override {
        auto begun = run("BEGIN");
        if (!begun) return begun;
        // One writes at a time: two that bring the tables up at once would be in each other's way.
        auto locked = run("SELECT pg_advisory_xact_lock(hashtext('brindel ' || current_schema()))");
        if (!locked) takeBack();
        return locked;
    }
    Result<void> commit() override {
        return run("COMMIT");
    }
    void takeBack() override {
        (void)run("ROLLBACK");
    }
    bool isServer() const override {
        return true;
    }

  private:
    static Cell cellOf(const pqxx::field& field) {
        if (field.is_null()) return std::monostate();
        constexpr pqxx::oid yesNo = 16, eight = 20, two = 21, four = 23, single = 700, real = 701, numeric = 1700;
        const string text(field.c_str(), field.size());
        switch (field.type()) {
            case yesNo:
                return static_cast<long long>(text == "t");
            case eight:
            case two:
            case four:
                return std::strtoll(text.c_str(), nullptr, 10);
            case single:
            case real:
            case numeric: {
                double number = 0;
                std::from_chars(text.data(), text.data() + text.size(), number);
                return number;
            }
            default:
                return text;
        }
    }

    pqxx::connection connection_;
};

}  // namespace

Result<std::unique_ptr<Database>> openPostgres(const string& address, Patience patience) {
    // A server that is gone may never answer; whoever says how long to wait for it is listened to.
    string all = address;
    if (all.find("connect_timeout=") == string::npos && !std::getenv("PGCONNECT_TIMEOUT"))
        all += (all.find('?') == string::npos ? "?" : "&") + string("connect_timeout=") +
               std::to_string(std::max<long long>(2, patience.count() / 1000));
    try {
        return std::make_unique<Postgres>(all, patience);
    } catch (const std::exception& error) {
        return failure("", sentenceFor(error));
    }
}

}  // namespace brindel
