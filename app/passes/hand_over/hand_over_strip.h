// The strip of the Hand over pass: how much is open, and putting it right in one go.
#pragma once

#include <QWidget>

#include "app/window/desk.h"

class QLabel;
class QPushButton;

namespace brindel {

class HandOverStrip : public QWidget {
    Q_OBJECT
  public:
    explicit HandOverStrip(Desk& desk, QWidget* parent = nullptr);

  signals:
    void sheetAsked();
    void allAsked();

  protected:
    void resizeEvent(QResizeEvent* event) override;

  private:
    void refresh();
    void showSaid();
    QString said_;
    Desk& desk_;
    QLabel *count_, *says_;
    QPushButton *sheet_, *all_;
};

}  // namespace brindel
