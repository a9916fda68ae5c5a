#include "core/file/recovery_file.h"

#include <charconv>
#include <cstdlib>
#include <filesystem>

#include "core/file/form_file.h"
#include "core/file/json_text.h"
#include "core/file/processes.h"
#include "core/file/whole_file.h"

namespace brindel {
namespace {

namespace fs = std::filesystem;

std::string recordOf(const std::string& folder, int pid) {
    return folder + "/unsaved-" + std::to_string(pid) + ".json";
}

std::string textIn(const Json& object, const char* key) {
    return object.contains(key) && object[key].is_string() ? object[key].get<std::string>() : "";
}

}  // namespace

std::string recoveryFolder() {
    if (const char* state = std::getenv("XDG_STATE_HOME"); state && *state) return std::string(state) + "/brindel";
    if (const char* home = std::getenv("HOME"); home && *home) return std::string(home) + "/.local/state/brindel";
    return "";
}

Result<void> keep(const std::string& folder, int pid, const RecoveryFile& what) {
    std::error_code error;
    fs::create_directories(folder, error);
    fs::permissions(folder, fs::perms::owner_all, error);
    return writeWhole(recordOf(folder, pid), jsonText({{"path", what.path},
                                                       {"begun", beginningOf(pid)},
                                                       {"readOnlyBecause", what.readOnlyBecause},
                                                       {"form", formText(what.form)}}));
}

void forget(const std::string& folder, int pid) {
    std::error_code error;
    fs::remove(recordOf(folder, pid), error);
}

std::vector<RecoveryFile> leftBehind(const std::string& folder) {
    std::vector<RecoveryFile> found;
    std::error_code error;
    for (const auto& entry : fs::directory_iterator(folder, error)) {
        const std::string name = entry.path().filename().string();
        if (!name.starts_with("unsaved-") || !name.ends_with(".json")) continue;
        int pid = 0;
        std::from_chars(name.data() + 8, name.data() + name.size(), pid);
        auto text = readWhole(entry.path().string());
        auto json = text ? jsonRead(*text) : Result<Json>(tl::unexpected(text.error()));
        if (!json || !json->is_object() || runs(pid, textIn(*json, "begun"))) continue;
        auto opened = readForm(textIn(*json, "form"));
        if (!opened) continue;
        const std::string why = textIn(*json, "readOnlyBecause");
        found.push_back({entry.path().string(), textIn(*json, "path"),
                         why.empty() ? opened->readOnlyBecause.text() : why, opened->form});
    }
    return found;
}

}  // namespace brindel
