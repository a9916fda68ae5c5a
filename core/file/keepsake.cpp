#include "core/file/keepsake.h"

#include <signal.h>

#include <cerrno>
#include <charconv>
#include <cstdlib>
#include <filesystem>
#include <sstream>

#include "core/file/form_file.h"
#include "core/file/json_text.h"
#include "core/file/whole_file.h"

namespace brindel {
namespace {

namespace fs = std::filesystem;

std::string recordOf(const std::string& folder, int pid) {
    return folder + "/unsaved-" + std::to_string(pid) + ".json";
}

/// When a process began, in the system's ticks since it was started (proc(5), stat, field 22); empty when it does not
/// run. A number is used again, a number and a beginning are not.
std::string beginning(int pid) {
    auto stat = readWhole("/proc/" + std::to_string(pid) + "/stat", 4096);
    if (!stat) return "";
    // The name in brackets may hold anything, brackets too.
    std::istringstream fields(stat->substr(stat->rfind(')') + 1));
    std::string field;
    for (int i = 3; i <= 22; ++i) fields >> field;
    return field;
}

bool runs(int pid, const std::string& begun) {
    if (pid <= 0 || (kill(pid, 0) != 0 && errno != EPERM)) return false;
    return begun.empty() || begun == beginning(pid);
}

std::string textIn(const Json& object, const char* key) {
    return object.contains(key) && object[key].is_string() ? object[key].get<std::string>() : "";
}

}  // namespace

std::string keepsakeFolder() {
    if (const char* state = std::getenv("XDG_STATE_HOME"); state && *state) return std::string(state) + "/brindel";
    if (const char* home = std::getenv("HOME"); home && *home) return std::string(home) + "/.local/state/brindel";
    return "";
}

Result<void> keep(const std::string& folder, int pid, const Keepsake& what) {
    std::error_code error;
    fs::create_directories(folder, error);
    fs::permissions(folder, fs::perms::owner_all, error);
    return writeWhole(recordOf(folder, pid), jsonText({{"path", what.path},
                                                       {"begun", beginning(pid)},
                                                       {"readOnlyBecause", what.readOnlyBecause},
                                                       {"form", formText(what.form)}}));
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
