#include "core/file/whole_file.h"

#include <fcntl.h>
#include <sys/stat.h>
#include <unistd.h>

#include <cerrno>
#include <csignal>
#include <cstdlib>
#include <cstring>
#include <filesystem>
#include <fstream>

#include "core/text/encodings.h"

namespace brindel {
namespace {

tl::unexpected<Problem> unwritten(int error) {
    return failure("", said("The file cannot be written: {}.", reasonOf(error)));
}

/// 0, or what went wrong.
int writeAll(int file, const std::string& bytes) {
    for (std::size_t done = 0; done < bytes.size();) {
        const ssize_t wrote = write(file, bytes.data() + done, bytes.size() - done);
        if (wrote < 0 && errno == EINTR) continue;
        if (wrote < 0) return errno;
        done += std::size_t(wrote);
    }
    return 0;
}

/// Into what is there: a pipe, a device, or a file that has other names.
Result<void> writtenInto(const std::string& path, const std::string& bytes, int flags) {
    const int file = open(path.c_str(), O_WRONLY | O_CLOEXEC | flags);
    if (file < 0) return unwritten(errno);
    int error = writeAll(file, bytes);
    // What cannot be flushed, as a pipe, has nothing to flush.
    if (!error && fsync(file) != 0 && errno != EINVAL && errno != EROFS && errno != ENOTSUP) error = errno;
    if (close(file) != 0 && !error) error = errno;
    return error ? Result<void>(unwritten(error)) : Result<void>();
}

/// Where a path leads to in the end, whether or not something is there.
std::filesystem::path followed(std::filesystem::path path, int& error) {
    std::error_code wrong;
    for (int links = 0; std::filesystem::is_symlink(path, wrong); ++links) {
        if (links > 40) return error = ELOOP, path;
        const std::filesystem::path to = std::filesystem::read_symlink(path, wrong);
        path = to.is_absolute() ? to : path.parent_path() / to;
    }
    return path;
}

/// A path such as /dev/stdout: what is open there already is written into, whatever it is.
bool standsForWhatIsOpen(const std::string& path) {
    return path.starts_with("/dev/std") || path.starts_with("/dev/fd/") || path.starts_with("/proc/");
}

/// A file beside `target` that nobody sees yet: without a name where the disk can do that, so that nothing is left of
/// it when the program is killed. `named` is its name, where it has one.
int openedBeside(const std::filesystem::path& target, std::string& named) {
    const std::string folder = target.parent_path().empty() ? "." : target.parent_path().string();
    const int file = open(folder.c_str(), O_TMPFILE | O_WRONLY | O_CLOEXEC, 0666);
    if (file >= 0 || (errno != EOPNOTSUPP && errno != EISDIR && errno != EINVAL)) return file;
    named = target.string() + ".XXXXXX";
    const int other = mkostemp(named.data(), O_CLOEXEC);
    if (other < 0) named.clear();
    return other;
}

/// Gives the file without a name one, for the moment before it takes its place.
std::string nameGiven(int file, const std::filesystem::path& target, int& error) {
    const std::string self = "/proc/self/fd/" + std::to_string(file);
    for (int i = 0; i < 100; ++i) {
        const std::string name = target.string() + "." + std::to_string(getpid()) + "-" + std::to_string(i);
        if (linkat(AT_FDCWD, self.c_str(), AT_FDCWD, name.c_str(), AT_SYMLINK_FOLLOW) == 0) return name;
        if (errno != EEXIST) break;
    }
    error = errno;
    return "";
}

}  // namespace

std::string reasonOf(int error) {
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
        case EFBIG:
            return "it would be larger than is allowed here";
        case EDQUOT:
            return "your share of the disk is full";
        case EPIPE:
        case EBADF:
            return "nobody reads it any more";
        case ELOOP:
            return "its links lead in a circle";
        case ENAMETOOLONG:
            return "its name is too long";
        default:
            return std::strerror(error);
    }
}

Result<void> writeWhole(const std::string& path, const std::string& bytes) {
    struct stat old {};
    const bool there = stat(path.c_str(), &old) == 0;
    if (there && S_ISDIR(old.st_mode)) return unwritten(EISDIR);
    if (there && (!S_ISREG(old.st_mode) || standsForWhatIsOpen(path))) return writtenInto(path, bytes, O_APPEND);
    if (there && ((old.st_mode & 0222) == 0 || access(path.c_str(), W_OK) != 0)) return unwritten(EACCES);
    if (there && old.st_nlink > 1) return writtenInto(path, bytes, O_TRUNC);
    int error = 0;
    const std::filesystem::path target = followed(path, error);
    std::string named;
    const int file = error ? -1 : openedBeside(target, named);
    if (file < 0) return unwritten(error ? error : errno);
    error = writeAll(file, bytes);
    if (!error && there) {
        // Whose file it is stays as it was, as far as this program may say so.
        if (fchown(file, old.st_uid, old.st_gid) != 0) errno = 0;
        if (fchmod(file, old.st_mode & 07777) != 0) error = errno;
    } else if (!error && !named.empty()) {
        // mkostemp makes files for one alone; the mask of the process is read without changing it for other threads.
        mode_t mask = 022;
        std::ifstream status("/proc/self/status");
        for (std::string line; std::getline(status, line);)
            if (line.starts_with("Umask:")) mask = mode_t(std::strtol(line.c_str() + 6, nullptr, 8));
        if (fchmod(file, 0666 & ~mask) != 0) error = errno;
    }
    if (!error && fsync(file) != 0) error = errno;
    if (!error && named.empty()) named = nameGiven(file, target, error);
    if (close(file) != 0 && !error) error = errno;
    if (!error && rename(named.c_str(), target.c_str()) != 0) error = errno;
    if (error) {
        if (!named.empty()) unlink(named.c_str());
        return unwritten(error);
    }
    // The new name is safe only once the folder is on the disk as well.
    const std::string folder = target.parent_path().string();
    if (int dir = open(folder.empty() ? "." : folder.c_str(), O_RDONLY | O_DIRECTORY | O_CLOEXEC); dir >= 0) {
        fsync(dir);
        close(dir);
    }
    return {};
}

Result<void> canBeWritten(const std::string& path) {
    struct stat there {};
    if (stat(path.c_str(), &there) == 0) {
        if (S_ISDIR(there.st_mode)) return unwritten(EISDIR);
        return access(path.c_str(), W_OK) == 0 ? Result<void>() : unwritten(errno);
    }
    int error = 0;
    const std::filesystem::path target = followed(path, error);
    if (error) return unwritten(error);
    const std::string folder = target.parent_path().empty() ? "." : target.parent_path().string();
    return access(folder.c_str(), W_OK | X_OK) == 0 ? Result<void>() : unwritten(errno);
}

Result<void> writeOut(const std::string& bytes) {
    if (const int error = writeAll(STDOUT_FILENO, bytes)) return unwritten(error);
    return {};
}

void takeSignalsAsProblems() {
    std::signal(SIGXFSZ, SIG_IGN);
    std::signal(SIGPIPE, SIG_IGN);
}

Result<std::string> readWhole(const std::string& path, std::size_t most) {
    std::error_code error;
    if (std::filesystem::is_directory(path, error))
        return failure("", said("The file cannot be read: it is a folder."));
    std::ifstream in(path, std::ios::binary);
    if (!in) return failure("", said("The file cannot be read: {}.", reasonOf(errno)));
    std::string bytes;
    char part[65536];
    while (in.read(part, sizeof part) || in.gcount() > 0) {
        bytes.append(part, std::size_t(in.gcount()));
        if (bytes.size() > most) return failure("", said("The file is too large."));
    }
    if (in.bad()) return failure("", said("The file cannot be read to its end."));
    return bytes;
}

Result<std::string> readText(const std::string& path, std::size_t most) {
    return readWhole(path, most).and_then(textFromBytes);
}

}  // namespace brindel
