// Work beside the window: in a thread of its own, while the window goes on. What is asked for anew gives up what was
// asked before.
#pragma once

#include <QCoreApplication>
#include <QElapsedTimer>
#include <QObject>
#include <thread>
#include <utility>

namespace brindel {

class Beside : public QObject {
  public:
    /// Calls `work(stop)` in the thread, and `then(what it gave)` in this one unless something else was asked
    /// meanwhile. `work` must not touch what lives in this thread, and ends soon once `stop` is requested.
    template <class Work, class Then>
    void ask(Work work, Then then) {
        give();
        thread_ =
            std::jthread([this, number = asked_, work = std::move(work), then = std::move(then)](std::stop_token stop) {
                auto made = work(stop);
                if (stop.stop_requested()) return;
                QMetaObject::invokeMethod(
                    this,
                    [this, number, then, made = std::move(made)] {
                        if (number != asked_) return;
                        done_ = number;
                        then(made);
                    },
                    Qt::QueuedConnection);
            });
    }
    /// Gives up what is being done; nothing of it comes any more.
    void give() {
        ++asked_;
        thread_ = {};
    }
    /// There is nothing to be done: it is done at once.
    void rest() {
        give();
        done_ = asked_;
    }
    /// Waits until what was last asked for is there, for tests and pictures.
    bool wait(int milliseconds) {
        QElapsedTimer timer;
        timer.start();
        while (done_ != asked_ && timer.elapsed() < milliseconds)
            QCoreApplication::processEvents(QEventLoop::AllEvents, 20);
        return done_ == asked_;
    }

  private:
    int asked_ = 0, done_ = 0;
    std::jthread thread_;  // the last: it ends before what it speaks of
};

}  // namespace brindel
