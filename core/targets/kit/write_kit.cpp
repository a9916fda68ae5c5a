// A kit is written beside where it goes, and takes its place at once.
#include <fcntl.h>
#include <fmt/format.h>
#include <linux/fs.h>
#include <signal.h>
#include <sys/stat.h>
#include <unistd.h>

#include <algorithm>
#include <cerrno>
#include <cstdio>
#include <filesystem>
#include <map>
#include <set>

#include "core/file/json_text.h"
#include "core/file/whole_file.h"
#include "core/file/writing_over.h"
#include "core/targets/kit/kit.h"

namespace brindel {
namespace {

using std::string;
namespace fs = std::filesystem;

tl::unexpected<Problem> unwritten(int error) {
    return failure("", said("The kit cannot be exported: {}.", reasonOf(error)));
}

/// What lies in a folder that no earlier kit has put there, or that somebody has changed since: in a folder within it,
/// where a receiver may work, or the form, unless it is the one that is handed over now. Empty when nothing does.
Result<string> foreignIn(const fs::path& folder, const std::vector<KitFile>& files) {
    std::error_code wrong;
    std::set<string> known;
    std::map<string, string> sums;
    const fs::path manifest = folder / "manifest.json";
    if (fs::is_regular_file(manifest, wrong)) {
        const auto text = readWhole(manifest.string(), 1u << 20);
        const auto json = text ? jsonRead(*text) : tl::unexpected(text.error());
        if (json && json->is_object() && json->contains("kit") && json->contains("files") &&
            (*json)["files"].is_array()) {
            known = {"manifest.json", "SHA256SUMS"};
            for (const Json& file : (*json)["files"])
                if (file.is_object() && file.contains("name") && file["name"].is_string()) {
                    const string name = file["name"].get<string>();
                    known.insert(name);
                    const bool inner = name.find('/') != string::npos;
                    if (inner) known.insert(name.substr(0, name.find('/')));
                    if ((!inner && !name.ends_with(".brindel")) || !file.contains("sha256") ||
                        !file["sha256"].is_string())
                        continue;
                    sums[name] = file["sha256"].get<string>();
                }
        }
    }
    for (fs::recursive_directory_iterator at(folder, wrong), end; !wrong && at != end; at.increment(wrong)) {
        const string name = fs::relative(at->path(), folder, wrong).string();
        // What is no plain file, as a pipe, is nobody's kit, and would be waited for without end.
        if (!known.contains(name) || !(at->is_regular_file(wrong) || at->is_directory(wrong)) || at->is_symlink(wrong))
            return name;
        if (const auto sum = sums.find(name); sum != sums.end()) {
            const auto bytes = readWhole(at->path().string());
            const auto own = std::ranges::find(files, name, &KitFile::name);
            const bool same = bytes && own != files.end() && own->bytes == *bytes;
            if (!bytes || (!same && sumOf(*bytes) != sum->second)) return name;
        }
    }
    if (wrong) return unwritten(wrong.value());
    return "";
}

/// What was begun by a program that is gone.
void tidyBeside(const fs::path& target) {
    const string begins = "." + target.filename().string() + ".kit-";
    std::error_code wrong;
    for (fs::directory_iterator at(target.parent_path(), wrong), end; !wrong && at != end; at.increment(wrong)) {
        const string name = at->path().filename().string();
        if (!name.starts_with(begins)) continue;
        const int process = std::atoi(name.c_str() + begins.size());
        if (process > 0 && kill(process, 0) != 0 && errno == ESRCH) {
            std::error_code ignored;
            fs::remove_all(at->path(), ignored);
        }
    }
}

/// 0, or what went wrong.
int filled(const fs::path& folder, const std::vector<KitFile>& files) {
    for (const KitFile& file : files) {
        if (const fs::path inner = fs::path(file.name).parent_path(); !inner.empty())
            if (mkdir((folder / inner).c_str(), 0777) != 0 && errno != EEXIST) return errno;
        const int out = open((folder / file.name).c_str(), O_WRONLY | O_CREAT | O_EXCL | O_CLOEXEC, 0666);
        if (out < 0) return errno;
        int error = 0;
        for (std::size_t done = 0; !error && done < file.bytes.size();) {
            const ssize_t wrote = write(out, file.bytes.data() + done, file.bytes.size() - done);
            if (wrote < 0 && errno != EINTR) error = errno;
            if (wrote > 0) done += std::size_t(wrote);
        }
        if (!error && fsync(out) != 0) error = errno;
        if (close(out) != 0 && !error) error = errno;
        if (error) return error;
    }
    return 0;
}

void flush(const fs::path& folder) {
    if (const int dir = open(folder.c_str(), O_RDONLY | O_DIRECTORY | O_CLOEXEC); dir >= 0) {
        fsync(dir);
        close(dir);
    }
}

/// Puts `made` where `target` is, and what was there where `made` was; 0, or what went wrong.
int exchanged(const fs::path& made, const fs::path& target) {
    if (renameat2(AT_FDCWD, made.c_str(), AT_FDCWD, target.c_str(), RENAME_EXCHANGE) == 0) return 0;
    if (errno != EINVAL && errno != ENOSYS) return errno;
    // A file system that cannot exchange two names: for a moment there is none, and the old one is put back if the new
    // one cannot take its place.
    const fs::path old = made.string() + "-old";
    if (rename(target.c_str(), old.c_str()) != 0) return errno;
    if (rename(made.c_str(), target.c_str()) != 0) {
        const int error = errno;
        return rename(old.c_str(), target.c_str()) == 0 ? error : errno;
    }
    return rename(old.c_str(), made.c_str()) == 0 ? 0 : errno;
}

Result<void> writeFolder(const std::vector<KitFile>& files, const string& path) {
    std::error_code wrong;
    fs::path target = fs::weakly_canonical(path, wrong);
    if (wrong) return unwritten(wrong.value());
    if (!target.has_filename()) target = target.parent_path();
    const bool there = fs::exists(target, wrong);
    if (there && !fs::is_directory(target, wrong))
        return failure("", said("The kit cannot be exported: a file has that name already."));
    if (there) {
        const auto foreign = foreignIn(target, files);
        if (!foreign) return tl::unexpected(foreign.error());
        if (!foreign->empty())
            return failure("", said("The kit cannot be exported: its folder contains “{}”, which is not part of a kit "
                                    "or was changed since. Choose another folder, or an empty one.",
                                    *foreign));
        if (access(target.c_str(), W_OK) != 0) return unwritten(errno);
    }
    tidyBeside(target);
    const fs::path made = target.parent_path() / fmt::format(".{}.kit-{}", target.filename().string(), getpid());
    fs::remove_all(made, wrong);
    if (mkdir(made.c_str(), 0777) != 0) return unwritten(errno);
    int error = filled(made, files);
    if (!error) flush(made);
    if (!error && there) {
        struct stat old {};
        if (stat(target.c_str(), &old) == 0 && chmod(made.c_str(), old.st_mode & 07777) != 0) error = errno;
        if (!error) error = exchanged(made, target);
    } else if (!error && rename(made.c_str(), target.c_str()) != 0) {
        error = errno;
    }
    flush(target.parent_path());
    fs::remove_all(made, wrong);  // the old kit, or what was begun
    return error ? Result<void>(unwritten(error)) : Result<void>();
}

}  // namespace

Result<void> writeKit(const std::vector<KitFile>& files, const string& path) {
    if (!path.ends_with(".zip")) return writeFolder(files, path);
    auto zip = zippedKit(files, fs::path(path).stem().string());
    if (!zip) return tl::unexpected(zip.error());
    return writtenBeside(path, *zip);
}

}  // namespace brindel
