// The strip of the Replies pass: how many there are and where, finding among them, gathering and exporting.
#pragma once

#include <QWidget>

#include "app/replies/replies_desk.h"

class QCheckBox;
class QLabel;
class QLineEdit;
class QPushButton;
class QToolButton;

namespace brindel {

class RepliesStrip : public QWidget {
    Q_OBJECT
  public:
    explicit RepliesStrip(RepliesDesk& replies, QWidget* parent = nullptr);

  signals:
    void sheetAsked();
    void gatherAsked();
    void exportAsked();
    void chooseAsked();

  private:
    void refresh();
    RepliesDesk& replies_;
    QLabel* count_;
    QToolButton* store_;
    QLineEdit* search_;
    QCheckBox* personal_;
    QPushButton* export_;
};

}  // namespace brindel
