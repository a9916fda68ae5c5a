#include "core/file/open_mark.h"

#include <charconv>
#include <filesystem>

#include "core/file/json_text.h"
#include "core/file/processes.h"
#include "core/file/whole_file.h"
#include "core/file/writing_over.h"

namespace brindel {
namespace {

namespace fs = std::filesystem;

const std::string starts = "open-", ends = ".json";

std::string wordUnder(const Json& object, const char* key) {
    return object.contains(key) && object[key].is_string() ? object[key].get<std::string>() : "";
}

}  // namespace

void markOpen(const std::string& folder, int pid, const std::string& path) {
    if (folder.empty()) return;
    std::error_code error;
    const std::string record = folder + "/" + starts + std::to_string(pid) + ends;
    if (path.empty()) {
        fs::remove(record, error);
        return;
    }
    fs::create_directories(folder, error);
    const fs::path full = fs::weakly_canonical(path, error);
    (void)writeWhole(record, jsonText({{"path", error ? path : full.string()}, {"begun", beginningOf(pid)}}));
}

bool isOpenElsewhere(const std::string& folder, int pid, const std::string& path) {
    std::error_code error;
    for (const auto& entry : fs::directory_iterator(folder.empty() ? "/nowhere" : folder, error)) {
        const std::string name = entry.path().filename().string();
        if (!name.starts_with(starts) || !name.ends_with(ends)) continue;
        int other = 0;
        std::from_chars(name.data() + starts.size(), name.data() + name.size(), other);
        if (other == pid) continue;
        const auto json = readWhole(entry.path().string(), 64u << 10).and_then(jsonRead);
        if (!json || !json->is_object()) continue;
        if (!runs(other, wordUnder(*json, "begun")))
            fs::remove(entry.path(), error);  // of a process that is gone
        else if (isSameFile(wordUnder(*json, "path"), path))
            return true;
    }
    return false;
}

}  // namespace brindel
