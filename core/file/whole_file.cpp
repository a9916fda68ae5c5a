#include "core/file/whole_file.h"

#include <fcntl.h>
#include <sys/stat.h>
#include <unistd.h>

#include <cerrno>
#include <cstring>
#include <filesystem>
#include <fstream>

namespace brindel {
namespace {

/// The system's reason in words that fit into a sentence.
std::string reason(int error) {
    switch (error) {
        case ENOENT:
            return "there is no such file or folder";
        case EACCES:
        case EPERM:
            return "it is not allowed here";
        case ENOSPC:
            return "the disk is full";
        case EISDIR:
            return "it is a folder";
        case EROFS:
            return "the disk cannot be written to";
        default:
            return std::strerror(error);
    }
}

}  // namespace

Result<void> writeWhole(const std::string& path, const std::string& bytes) {
    std::error_code ignored;
    std::filesystem::path target = std::filesystem::weakly_canonical(path, ignored);
    if (target.empty()) target = path;
    std::string beside = target.string() + ".XXXXXX";
    int file = mkstemp(beside.data());
    if (file < 0) return failure("", "The file cannot be written: " + reason(errno) + ".");
    struct stat old {};
    mode_t mode = 0;
    if (stat(target.c_str(), &old) == 0) {
        mode = old.st_mode & 07777;
    } else {
        mode_t mask = umask(0);
        umask(mask);
        mode = 0666 & ~mask;
    }
    int error = 0;
    std::size_t done = 0;
    while (!error && done < bytes.size()) {
        ssize_t wrote = write(file, bytes.data() + done, bytes.size() - done);
        if (wrote < 0 && errno == EINTR) continue;
        if (wrote < 0)
            error = errno;
        else
            done += std::size_t(wrote);
    }
    if (!error && (fchmod(file, mode) != 0 || fsync(file) != 0)) error = errno;
    if (close(file) != 0 && !error) error = errno;
    if (!error && rename(beside.c_str(), target.c_str()) != 0) error = errno;
    if (error) {
        unlink(beside.c_str());
        return failure("", "The file cannot be written: " + reason(error) + ".");
    }
    // The new name is safe only once the folder is on the disk as well.
    std::string folder = target.parent_path().string();
    if (int dir = open(folder.empty() ? "." : folder.c_str(), O_RDONLY | O_DIRECTORY); dir >= 0) {
        fsync(dir);
        close(dir);
    }
    return {};
}

Result<std::string> readWhole(const std::string& path, std::size_t most) {
    std::error_code error;
    if (std::filesystem::is_directory(path, error)) return failure("", "The file cannot be read: it is a folder.");
    std::ifstream in(path, std::ios::binary);
    if (!in) return failure("", "The file cannot be read: " + reason(errno) + ".");
    std::string bytes;
    char part[65536];
    while (in.read(part, sizeof part) || in.gcount() > 0) {
        bytes.append(part, std::size_t(in.gcount()));
        if (bytes.size() > most) return failure("", "The file is too large.");
    }
    if (in.bad()) return failure("", "The file cannot be read to its end.");
    return bytes;
}

}  // namespace brindel
