// What the form on the desk is compared with, and what is different: worked out on another thread after each edit.
#pragma once

#include <QObject>
#include <QString>
#include <QThreadPool>
#include <optional>

#include "core/compare/compare.h"

namespace brindel {

class ChangesWatch : public QObject {
    Q_OBJECT
  public:
    explicit ChangesWatch(QObject* parent = nullptr) : QObject(parent) { pool_.setMaxThreadCount(1); }
    ~ChangesWatch() override { pool_.waitForDone(); }

    /// Compares with a form as it was; `called` says which one that is, in words.
    void begin(Form before, const QString& called, const Form& now);
    void end();
    /// The form has become another one.
    void look(const Form& now);

    bool on() const { return before_.has_value(); }
    const Form& before() const { return *before_; }
    const QString& called() const { return called_; }
    /// What is different, as far as it has come.
    const std::vector<Difference>& differences() const { return all_; }
    /// Waits until it has come to the end, for tests and pictures; false when it takes longer.
    bool wait(int milliseconds = 20000);

  signals:
    void changed();

  private:
    void work();
    std::optional<Form> before_, next_;
    QString called_;
    std::vector<Difference> all_;
    int begun_ = 0;  // how often it was begun or ended: what comes of an earlier one is not taken
    bool busy_ = false;
    QThreadPool pool_;
};

}  // namespace brindel
