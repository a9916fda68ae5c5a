// One reply on the form that it was filled in: looked at, one after the other, corrected with a reason, written as PDF.
#pragma once

#include <QDialog>
#include <memory>

#include "app/passes/replies/replies_desk.h"

class QLabel;
class QLineEdit;
class QPushButton;
class QScrollArea;
class QLayout;

namespace brindel {

class FormToFill;
class RepliesTable;

class ReplyOnForm : public QDialog {
  public:
    /// Both outlive it; `row` is one of the table.
    ReplyOnForm(RepliesDesk& replies, const RepliesTable& table, int row, QWidget* parent);

    FormToFill* view() { return view_; }

  private:
    QLayout* builtButtons();
    void go(int row);
    void build(bool correcting);
    void tellCorrections();
    void saveCorrection();
    void askPdf();
    void askPrint();
    void say(const QString& text);

    RepliesDesk& replies_;
    const RepliesTable& table_;
    int row_ = 0;
    KeptReply reply_;  // the one that is shown
    bool correcting_ = false;
    QLabel *head_, *before_, *said_, *reasonLabel_;
    QLineEdit* reason_;
    QScrollArea* area_;
    QPushButton *previous_, *next_, *print_, *pdf_, *correct_, *save_, *cancel_, *close_;
    std::unique_ptr<FormSession> session_;
    FormToFill* view_ = nullptr;
};

}  // namespace brindel
