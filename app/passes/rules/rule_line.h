// A field in which a rule is typed as a line: names, events and steps complete themselves, a mistake is underlined
// where it is, and below stands what is expected next.
#pragma once

#include "app/details/sentence_edit.h"
#include "app/window/desk.h"

class QCompleter;
class QLabel;
class QStringListModel;

namespace brindel {

class RuleLineEdit : public QWidget {
    Q_OBJECT
  public:
    /// `for_` is the control that a rule begins with when nothing is typed yet.
    RuleLineEdit(Desk& desk, Id for_, QWidget* parent = nullptr);
    SentenceEdit& edit() { return *edit_; }
    /// What stands below it.
    QString says() const;

  protected:
    bool eventFilter(QObject* watched, QEvent* event) override;

  private:
    void check();
    void offer();
    void take(const QString& word);
    void add();

    Desk& desk_;
    Id for_;
    SentenceEdit* edit_;
    QLabel* says_;
    QCompleter* completer_;
    QStringListModel* words_;
};

}  // namespace brindel
