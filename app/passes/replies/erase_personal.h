// Asks which personal details are erased from which replies, says what that takes, and erases them.
#pragma once

#include <QDialog>
#include <vector>

#include "app/passes/replies/replies_desk.h"

class QCheckBox;
class QDateEdit;
class QLabel;
class QPushButton;
class QRadioButton;
class QVBoxLayout;

namespace brindel {

class ErasePersonal : public QDialog {
  public:
    /// `selected` are the numbers of the replies that are selected in the table.
    ErasePersonal(RepliesDesk& replies, std::vector<long long> selected, QWidget* parent);

  private:
    QLabel* title(const QString& text, QVBoxLayout* column);
    void buildReplies(QVBoxLayout* column);
    void buildAnswers(QVBoxLayout* column);
    std::vector<long long> numbers() const;
    std::set<std::string> columns() const;
    void count();
    void erase();

    RepliesDesk& replies_;
    std::vector<long long> selected_;
    QRadioButton *these_, *shown_, *old_, *past_;
    QDateEdit* before_;
    std::vector<std::pair<std::string, QCheckBox*>> ticks_;  // by the key of the column
    QLabel* said_;
    QPushButton* erase_;
};

}  // namespace brindel
