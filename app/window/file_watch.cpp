#include "app/window/file_watch.h"

#include <QDir>
#include <QFileInfo>

#include "core/file/form_file.h"
#include "core/file/whole_file.h"
#include "filler/drawing_painter.h"

namespace brindel {

namespace {
/// The sum of what a file holds now; empty where it cannot be read.
std::string sumNow(const QString& path) {
    if (path.isEmpty() || !QFileInfo(path).isFile()) return {};
    const auto bytes = readWhole(fromQt(path));
    return bytes ? contentSum(*bytes) : std::string();
}
}  // namespace

FileWatch::FileWatch(QObject* parent) : QObject(parent) {
    soon_.setSingleShot(true);
    soon_.setInterval(150);
    connect(&soon_, &QTimer::timeout, this, &FileWatch::look);
    connect(&watcher_, &QFileSystemWatcher::fileChanged, this, [this] { soon_.start(); });
    connect(&watcher_, &QFileSystemWatcher::directoryChanged, this, [this] { soon_.start(); });
}

void FileWatch::begin(const QString& path, const std::string& sum) {
    if (!watcher_.files().isEmpty()) watcher_.removePaths(watcher_.files());
    if (!watcher_.directories().isEmpty()) watcher_.removePaths(watcher_.directories());
    path_ = path;
    sum_ = sum;
    told_.clear();
    soon_.stop();
    watch();
}

/// Many programs write a new file in the place of the old one: its folder tells of that.
void FileWatch::watch() {
    const QFileInfo file(path_);
    if (path_.isEmpty() || !file.dir().exists()) return;
    if (watcher_.directories().isEmpty()) watcher_.addPath(file.absolutePath());
    if (file.isFile() && watcher_.files().isEmpty()) watcher_.addPath(file.absoluteFilePath());
}

bool FileWatch::isOther() const {
    if (sum_.empty()) return false;
    const std::string now = sumNow(path_);
    return !now.empty() && now != sum_;
}

void FileWatch::look() {
    watch();
    if (sum_.empty()) return;
    const std::string now = sumNow(path_);
    if (now.empty() || now == told_) return;
    told_ = now;
    if (now != sum_) emit changed();
}

}  // namespace brindel
