// The strip of the Order pass: the ways to lay the route, the choosing of access keys, and what the sheet shows.
#pragma once

#include <QWidget>

#include "app/window/desk.h"

class QLabel;
class QPushButton;

namespace brindel {

class OrderLayer;

class OrderStrip : public QWidget {
    Q_OBJECT
  public:
    OrderStrip(Desk& desk, OrderLayer& layer, QWidget* parent = nullptr);
    void layByReading();
    void chooseKeys();

  private:
    void refresh();

    Desk& desk_;
    OrderLayer& layer_;
    QPushButton *route_, *keys_, *reading_, *clicking_, *choose_;
    QLabel* says_;
};

}  // namespace brindel
