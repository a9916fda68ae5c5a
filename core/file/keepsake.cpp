#include "core/file/keepsake.h"

#include <signal.h>

#include <cerrno>
#include <charconv>
#include <cstdlib>
#include <filesystem>

#include "core/file/form_file.h"
#include "core/file/json_text.h"
#include "core/file/whole_file.h"

namespace brindel {
namespace {

namespace fs = std::filesystem;

std::string recordOf(const std::string& folder, int pid) {
    return folder + "/unsaved-" + std::to_string(pid) + ".json";
}

bool runs(int pid) {
    return pid > 0 && (kill(pid, 0) == 0 || errno == EPERM);
}

}  // namespace

std::string keepsakeFolder() {
    if (const char* state = std::getenv("XDG_STATE_HOME"); state && *state) return std::string(state) + "/brindel";
    if (const char* home = std::getenv("HOME"); home && *home) return std::string(home) + "/.local/state/brindel";
    return "";
}

Result<void> keep(const std::string& folder, int pid, const Form& form, const std::string& path) {
    std::error_code error;
    fs::create_directories(folder, error);
    fs::permissions(folder, fs::perms::owner_all, error);
    return writeWhole(recordOf(folder, pid), jsonText({{"path", path}, {"form", formText(form)}}));
}

void forget(const std::string& folder, int pid) {
    std::error_code error;
    fs::remove(recordOf(folder, pid), error);
}

std::vector<Keepsake> leftBehind(const std::string& folder) {
    std::vector<Keepsake> found;
    std::error_code error;
    for (const auto& entry : fs::directory_iterator(folder, error)) {
        const std::string name = entry.path().filename().string();
        if (!name.starts_with("unsaved-") || !name.ends_with(".json")) continue;
        int pid = 0;
        std::from_chars(name.data() + 8, name.data() + name.size(), pid);
        if (runs(pid)) continue;
        auto text = readWhole(entry.path().string());
        auto json = text ? jsonRead(*text) : Result<Json>(tl::unexpected(text.error()));
        if (!json || !json->is_object() || !json->contains("form") || !(*json)["form"].is_string()) continue;
        auto opened = readForm((*json)["form"].get<std::string>());
        if (opened) found.push_back({entry.path().string(), json->value("path", ""), opened->form});
    }
    return found;
}

}  // namespace brindel
