#include "app/compare/changes_watch.h"

#include <QCoreApplication>
#include <QDeadlineTimer>

namespace brindel {

void ChangesWatch::begin(Form before, const QString& called, const Form& now) {
    before_ = std::move(before);
    called_ = called;
    ++begun_;
    all_.clear();
    look(now);
    emit changed();
}

void ChangesWatch::end() {
    if (!on()) return;
    before_.reset();
    next_.reset();
    all_.clear();
    ++begun_;
    emit changed();
}

void ChangesWatch::look(const Form& now) {
    if (!on()) return;
    next_ = now;
    if (!busy_) work();
}

void ChangesWatch::work() {
    busy_ = true;
    // Forms are values: what is changed meanwhile is another one.
    pool_.start([this, before = *before_, now = *std::exchange(next_, {}), begun = begun_] {
        auto all = differencesOf(before, now);
        QMetaObject::invokeMethod(
            this,
            [this, all = std::move(all), begun]() mutable {
                busy_ = false;
                if (begun == begun_) {
                    all_ = std::move(all);
                    emit changed();
                }
                if (on() && next_) work();
            },
            Qt::QueuedConnection);
    });
}

bool ChangesWatch::wait(int milliseconds) {
    const QDeadlineTimer until(milliseconds);
    while (busy_ && !until.hasExpired()) QCoreApplication::processEvents(QEventLoop::AllEvents, 20);
    return !busy_;
}

}  // namespace brindel
