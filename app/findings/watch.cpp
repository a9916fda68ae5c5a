#include "app/findings/watch.h"

#include <QCoreApplication>

namespace brindel {

FindingsWatch::FindingsWatch(std::shared_ptr<const FontBook> fonts, QObject* parent)
    : QObject(parent), fonts_(std::move(fonts)), thread_([this] { work(); }) {}

FindingsWatch::~FindingsWatch() {
    {
        std::lock_guard guard(lock_);
        ends_ = true;
        stop_.request_stop();
    }
    news_.notify_all();
    thread_.join();
}

void FindingsWatch::look(const Form& form) {
    {
        std::lock_guard guard(lock_);
        stop_.request_stop();
        // What is put right is done to the form as it was: it can wait, and would be of no use.
        next_ = Task{form, ++asked_, false};
    }
    news_.notify_all();
}

void FindingsWatch::fixAll(const Form& form) {
    {
        std::lock_guard guard(lock_);
        stop_.request_stop();
        next_ = Task{form, ++asked_, true};
    }
    news_.notify_all();
}

void FindingsWatch::work() {
    Looked looked;  // of this thread: what an edit cannot have changed is not looked at again
    while (true) {
        Task task;
        std::stop_token stop;
        {
            std::unique_lock held(lock_);
            news_.wait(held, [this] { return ends_ || next_; });
            if (ends_) return;
            task = std::move(*next_);
            next_.reset();
            stop_ = std::stop_source();
            stop = stop_.get_token();
        }
        Findings found = findingsAfter(task.form, *fonts_, looked, stop);
        if (task.fixes && !stop.stop_requested()) {
            const Form after = brindel::allFixed(task.form, *fonts_);
            const auto open = [](const Findings& all) { return std::ranges::count_if(all, isOpen); };
            const int putRight = int(open(found) - open(findingsIn(after, *fonts_)));
            QMetaObject::invokeMethod(
                this, [this, before = task.form, after, putRight] { emit allFixed(before, after, putRight); },
                Qt::QueuedConnection);
        }
        std::lock_guard guard(lock_);
        done_ = task.number;
        if (!stop.stop_requested())
            QMetaObject::invokeMethod(
                this,
                [this, found = std::move(found), number = task.number]() mutable { show(std::move(found), number); },
                Qt::QueuedConnection);
        news_.notify_all();
    }
}

void FindingsWatch::show(Findings found, int number) {
    if (number <= shown_) return;
    shown_ = number;
    found_ = std::move(found);
    emit changed();
}

bool FindingsWatch::wait(int milliseconds) {
    {
        std::unique_lock held(lock_);
        if (!news_.wait_for(held, std::chrono::milliseconds(milliseconds), [this] { return done_ >= asked_; }))
            return false;
    }
    QCoreApplication::sendPostedEvents(this, QEvent::MetaCall);
    return upToDate();
}

}  // namespace brindel
