// The file of the form on the desk: whether another program, or another window, has changed it since it was read or
// saved here.
#pragma once

#include <QFileSystemWatcher>
#include <QObject>
#include <QTimer>

namespace brindel {

class FileWatch : public QObject {
    Q_OBJECT
  public:
    explicit FileWatch(QObject* parent = nullptr);

    /// Watches a file whose content is known by its sum (contentSum); none for an empty path.
    void begin(const QString& path, const std::string& sum);
    /// Looks now: true when the file is there and its content is another. A file that is gone is no other one.
    bool isOther() const;
    /// Looks now, and says so when it is.
    void look();

  signals:
    /// The content has become another one since `begin`; once for each content.
    void changed();

  private:
    void watch();
    QFileSystemWatcher watcher_;
    QTimer soon_;  // a program that writes does so in several steps
    QString path_;
    std::string sum_, told_;
};

}  // namespace brindel
