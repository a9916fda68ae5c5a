#include "core/replies/waiting.h"

#include <algorithm>
#include <filesystem>

#include "core/file/form_file.h"
#include "core/file/json_text.h"
#include "core/file/recovery_file.h"
#include "core/file/whole_file.h"
#include "core/text/encodings.h"

namespace brindel {
namespace {

namespace fs = std::filesystem;
using std::string;

constexpr std::size_t mostWaiting = 10'000;
constexpr std::size_t longestRecord = 128u << 20;

/// A store as its waiting replies name it.
string storeName(const string& address) {
    if (isServerAddress(address)) return spokenAddress(address);
    std::error_code error;
    const fs::path full = fs::absolute(address, error).lexically_normal();
    return error ? address : full.string();
}
string beginningOf(const string& address) {
    return hexText(contentSum(storeName(address)).substr(0, 16)) + "-";
}
std::vector<fs::path> recordsIn(const string& folder, const string& beginning) {
    std::vector<fs::path> all;
    std::error_code error;
    for (fs::directory_iterator at(folder, error), end; !error && at != end; at.increment(error)) {
        const string name = at->path().filename().string();
        if (name.starts_with(beginning) && name.ends_with(".json")) all.push_back(at->path());
    }
    std::ranges::sort(all);
    return all;
}

/// A record read back: the form that the reply was filled in, and the reply.
struct Record {
    Form form;
    Reply reply;
    ReplyOrigin origin;
};
Result<Record> readRecord(const fs::path& path) {
    auto text = readText(path.string(), longestRecord);
    auto json = text ? jsonRead(*text) : Result<Json>(tl::unexpected(text.error()));
    if (!json) return tl::unexpected(json.error());
    auto textIn = [&](const char* key) {
        return json->is_object() && json->contains(key) && (*json)[key].is_string() ? (*json)[key].get<string>()
                                                                                    : string();
    };
    auto form = readForm(textIn("form"));
    auto reply = form ? readReply(textIn("reply")) : Result<Reply>(tl::unexpected(form.error()));
    if (!reply) return tl::unexpected(reply.error());
    return Record{std::move(form->form), std::move(*reply), {textIn("way"), textIn("source")}};
}

}  // namespace

string waitingFolder() {
    const string state = recoveryFolder();
    return state.empty() ? "" : (fs::path(state) / "waiting").string();
}

Result<void> letWait(const string& folder, const string& address, const Incoming& incoming) {
    if (folder.empty()) return failure("", said("There is no folder that replies can wait in."));
    const string beginning = beginningOf(address);
    if (recordsIn(folder, beginning).size() >= mostWaiting)
        return failure("", said("10,000 replies are waiting for this store already."));
    std::error_code error;
    fs::create_directories(folder, error);
    fs::permissions(folder, fs::perms::owner_all, error);
    const Reply& reply = incoming.reply;
    const std::vector<std::pair<string, Answer>> values(reply.values.begin(), reply.values.end());
    const string text =
        jsonText({{"store", storeName(address)},
                  {"way", incoming.origin.way},
                  {"source", incoming.origin.name},
                  {"reply", replyText(incoming.form->root().name, reply.version, reply.filled, values, reply.id)},
                  {"form", formText(*incoming.form)}});
    return writeWhole((fs::path(folder) / (beginning + reply.id + ".json")).string(), text);
}

Result<WentIn> putWaitingIn(const string& folder, const string& address, ReplyStore& store) {
    WentIn result;
    for (const fs::path& path : recordsIn(folder, beginningOf(address))) {
        auto record = readRecord(path);
        if (!record) {
            // Another program may have put it in meanwhile.
            std::error_code error;
            if (fs::exists(path, error)) result.left.push_back({path.string(), record.error().sentence});
            continue;
        }
        auto kept = store.append(record->form, record->reply, record->origin);
        if (!kept) return tl::unexpected(kept.error());
        result.in += !kept->again;
        std::error_code error;
        fs::remove(path, error);
    }
    return result;
}

}  // namespace brindel
