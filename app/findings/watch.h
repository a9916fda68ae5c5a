// Watches over the form while it is worked on: all checks, run on another thread after each edit, given up when the
// next one comes. Nobody waits for them.
#pragma once

#include <QObject>
#include <condition_variable>
#include <memory>
#include <mutex>
#include <optional>
#include <thread>

#include "core/check/check.h"
#include "core/text/fonts.h"

namespace brindel {

class FindingsWatch : public QObject {
    Q_OBJECT
  public:
    explicit FindingsWatch(std::shared_ptr<const FontBook> fonts, QObject* parent = nullptr);
    ~FindingsWatch() override;

    /// Looks at a form; what is still being looked at is given up.
    void look(const Form& form);
    /// Puts right all of a form that can be, and says so by allMended.
    void fixAll(const Form& form);
    /// What was found when a form was last looked at to the end.
    const Findings& found() const { return found_; }
    /// True once that is what was last asked for.
    bool upToDate() const { return shown_ == asked_; }
    /// Waits until it is, for tests and pictures; false when it takes longer.
    bool wait(int milliseconds = 20000);

  signals:
    void changed();
    void allFixed(const brindel::Form& before, const brindel::Form& after, int putRight);

  private:
    struct Task {
        Form form;
        int number = 0;
        bool fixes = false;
    };
    void work();
    void show(Findings found, int number);

    std::shared_ptr<const FontBook> fonts_;
    Findings found_;
    int asked_ = 0, shown_ = 0;  // of this thread
    std::mutex lock_;            // for what follows
    std::condition_variable news_;
    std::optional<Task> next_;
    std::stop_source stop_;  // of what is being done
    int done_ = 0;
    bool ends_ = false;
    std::thread thread_;
};

}  // namespace brindel
