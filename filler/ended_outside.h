// The program is ended from outside: by SIGTERM or SIGHUP, or because the desktop session closes.
#pragma once

#include <QObject>
#include <functional>

class QGuiApplication;

namespace brindel {

/// Calls `keep` when that happens, in the thread of the windows, and quits at a signal. Lives as long as the
/// application.
class EndedOutside : public QObject {
    Q_OBJECT
  public:
    EndedOutside(QGuiApplication& application, std::function<void()> keep);
    ~EndedOutside() override;
    bool ended() const { return ended_; }

  private:
    void end();
    std::function<void()> keep_;
    bool ended_ = false;
};

}  // namespace brindel
