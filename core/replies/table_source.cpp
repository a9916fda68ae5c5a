#include "core/replies/table_source.h"

#include <algorithm>
#include <filesystem>
#include <fstream>

#include "core/file/whole_file.h"
#include "core/replies/written.h"
#include "core/text/words.h"

namespace brindel {
namespace {

namespace fs = std::filesystem;
using std::string;

constexpr std::size_t mostReplies = 100000;

bool isStoreFile(const string& path) {
    std::error_code error;
    // A pipe is not looked into: what is read of it is gone.
    if (!fs::is_regular_file(path, error)) return false;
    std::ifstream file(path, std::ios::binary);
    string begin(16, '\0');
    file.read(begin.data(), std::streamsize(begin.size()));
    return file && begin == string("SQLite format 3\0", 16);
}
/// The address of a store, and the form that is named behind it.
std::pair<string, string> parted(const string& address) {
    const std::size_t sign = address.rfind('#');
    std::error_code error;
    if (sign == string::npos || (!isServerAddress(address) && fs::exists(address, error))) return {address, {}};
    return {address.substr(0, sign), address.substr(sign + 1)};
}

}  // namespace

bool isTableSource(const string& address) {
    const auto ends = [&](std::string_view ending) { return address.ends_with(ending); };
    const string store = parted(address).first;
    return ends(".csv") || ends(".tsv") || isServerAddress(store) || isStoreFile(store);
}

Result<SourceStore> storeFrom(const string& address) {
    const auto [store, named] = parted(address);
    auto opened = ReplyStore::open(store, true);
    if (!opened) return tl::unexpected(opened.error());
    auto forms = opened->forms();
    if (!forms) return tl::unexpected(forms.error());
    string all;
    for (const string& one : *forms) all += (all.empty() ? "" : ", ") + spoken(one);
    if (forms->empty()) return failure("", said("The store has no replies."));
    if (!named.empty() && std::ranges::find(*forms, named) == forms->end())
        return failure("", said("The store has no replies to “{}”. It has those to: {}.", spoken(named), all));
    if (named.empty() && forms->size() > 1)
        return failure("", said("The store has replies to several forms. Name one behind it, such as {}#{}.",
                                spoken(spokenAddress(store)), spoken(forms->front())));
    return SourceStore{std::move(*opened), named.empty() ? forms->front() : named};
}

Result<SourceTable> tableFrom(const string& address) {
    if (const string store = parted(address).first; !isServerAddress(store) && !isStoreFile(store)) {
        auto text = readText(address);
        if (!text) return tl::unexpected(text.error());
        return SourceTable{std::move(*text)};
    }
    auto from = storeFrom(address);
    if (!from) return tl::unexpected(from.error());
    auto numbers = from->store.numbers(from->form);
    if (!numbers) return tl::unexpected(numbers.error());
    if (numbers->size() > mostReplies)
        return failure("", said("The store has more than 100,000 replies to this form."));
    SourceTable table{{}, from->form};
    auto done = repliesAsCsv(from->store, from->form, *numbers, {}, [&](std::string_view part) {
        table.text += part;
        return true;
    });
    if (!done) return tl::unexpected(done.error());
    return table;
}

Result<std::vector<ReplyColumn>> listColumns(SourceStore& from) {
    auto columns = from.store.columns(from.form);
    if (columns) std::erase_if(*columns, [](const ReplyColumn& c) { return c.rows || c.several || row(c.type).drawn; });
    return columns;
}

Result<string> listFrom(SourceStore& from, const std::set<string>& names) {
    auto numbers = from.store.numbers(from.form);
    auto columns = numbers ? from.store.columns(from.form) : tl::unexpected(numbers.error());
    if (!columns) return tl::unexpected(columns.error());
    WriteOptions options{.guarded = false, .bare = true};
    for (const ReplyColumn& c : *columns)
        if (c.rows || !names.contains(c.name)) options.without.insert(c.key());
    string all;
    std::set<string> there;
    bool head = true;
    auto done = repliesAsCsv(from.store, from.form, *numbers, options, [&](std::string_view line) {
        const bool says = line.find_first_not_of(",\r\n") != std::string_view::npos;
        if (head || (says && there.insert(string(line)).second)) all += line;
        head = false;
        return all.size() <= (1u << 24);
    });
    if (!done) return tl::unexpected(done.error());
    return all;
}

string storeBeside(const string& store, const string& formPath) {
    if (store.empty() || isServerAddress(store)) return store;
    return (fs::path(formPath).parent_path() / fs::path(store)).lexically_normal().string();
}

}  // namespace brindel
