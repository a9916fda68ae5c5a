#include "core/replies/database.h"

namespace brindel {

using std::string;

Result<std::vector<Row>> Database::rows(const string& sql, const Row& with) {
    std::vector<Row> all;
    auto done = each(sql, with, [&](const Row& row) {
        all.push_back(row);
        return true;
    });
    if (!done) return tl::unexpected(done.error());
    return all;
}

Result<void> Database::run(const string& sql, const Row& with) {
    return each(sql, with, [](const Row&) { return true; });
}

bool isServerAddress(const string& address) {
    return address.starts_with("postgresql://") || address.starts_with("postgres://");
}

string spokenAddress(const string& address) {
    if (!isServerAddress(address)) return address;
    const std::size_t from = address.find("://") + 3, end = std::min(address.find('/', from), address.size());
    const std::size_t at = address.substr(0, end).rfind('@');
    string said = address;
    if (at != string::npos && at > from) {
        const std::size_t colon = address.find(':', from);
        if (colon < at) said.erase(colon, at - colon);
    }
    // A password may stand among what follows as well.
    const std::size_t more = said.find('?');
    return more == string::npos ? said : said.substr(0, more);
}

Result<std::unique_ptr<Database>> openDatabase(const string& address, bool only, Patience patience) {
    return isServerAddress(address) ? openPostgres(address, patience) : openSqlite(address, only, patience);
}

}  // namespace brindel
