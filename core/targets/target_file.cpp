#include "core/targets/target_file.h"

#include <filesystem>

#include "core/file/whole_file.h"

namespace brindel {

namespace fs = std::filesystem;

Result<void> writeFiles(const std::vector<TargetFile>& files, const std::string& folder) {
    std::error_code wrong;
    fs::create_directories(folder, wrong);
    if (wrong || !fs::is_directory(folder, wrong))
        return failure(folder, said("The folder cannot be made: {}.",
                                    wrong ? reasonOf(wrong.value()) : "there is a file of that name"));
    for (const TargetFile& file : files) {
        const fs::path path = fs::path(folder) / file.name;
        if (fs::exists(path, wrong)) {
            if (file.own) continue;
            const auto before = readWhole(path.string());
            if (before && *before == file.bytes) continue;
        }
        if (auto written = writeWhole(path.string(), file.bytes); !written)
            return failure(path.string(), written.error().sentence);
    }
    return {};
}

}  // namespace brindel
