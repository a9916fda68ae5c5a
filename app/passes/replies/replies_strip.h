// The strip of the Replies pass: how many there are and where, finding among them, gathering and exporting.
#pragma once

#include <QWidget>

#include "app/passes/replies/replies_desk.h"

class QLabel;
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

  protected:
    void resizeEvent(QResizeEvent* event) override;

  private:
    void refresh();
    RepliesDesk& replies_;
    void showPlace();
    QString said_;
    QLabel *count_, *place_;
    QToolButton* store_;
    QPushButton* export_;
};

}  // namespace brindel
