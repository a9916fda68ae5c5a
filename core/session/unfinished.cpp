#include "core/session/unfinished.h"

#include <filesystem>

#include "core/file/form_file.h"
#include "core/file/json_text.h"
#include "core/file/whole_file.h"
#include "core/text/encodings.h"

namespace brindel {
namespace {

namespace fs = std::filesystem;
using std::string;

string fullPath(const string& path) {
    std::error_code error;
    const fs::path full = fs::weakly_canonical(path, error);
    return error ? path : full.string();
}

string recordOf(const string& folder, const string& formPath) {
    return folder + "/filling-" + hexText(contentSum(fullPath(formPath)).substr(0, 16)) + ".json";
}

}  // namespace

Result<void> keepUnfinished(const string& folder, const string& formPath, const FormSession& session) {
    const Form& form = session.form();
    const auto index = form.index();
    const FormSession fresh(session.designed(), session.today(), session.minutes());
    std::vector<std::pair<string, Answer>> kept;
    for (auto& [name, answer] : session.answers()) {
        const Id id = index->answering(name);
        const Control* c = form.find(id);
        if (!c || !session.open(id) || (has(c->kind, Prop::secret) && c->yes(Prop::secret))) continue;
        if (fresh.form().find(id) && fresh.answer(id) == answer) continue;
        kept.emplace_back(name, answer);
    }
    if (kept.empty()) {
        forgetUnfinished(folder, formPath);
        return {};
    }
    std::error_code error;
    fs::create_directories(folder, error);
    fs::permissions(folder, fs::perms::owner_all, error);
    return writeWhole(recordOf(folder, formPath), replyText(form.root().name, form.revision, timeNow(), kept));
}

std::optional<Reply> unfinished(const string& folder, const string& formPath, const Form& form) {
    const auto text = readWhole(recordOf(folder, formPath));
    auto reply = text ? readReply(*text) : Result<Reply>(tl::unexpected(text.error()));
    if (!reply || reply->form != form.root().name || reply->values.empty()) return std::nullopt;
    return std::move(*reply);
}

void forgetUnfinished(const string& folder, const string& formPath) {
    std::error_code error;
    fs::remove(recordOf(folder, formPath), error);
}

}  // namespace brindel
