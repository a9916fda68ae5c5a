// The strip of the Protect pass: what fillers may do, to take in hand; what the sheet says at each field; the seal.
#pragma once

#include <QWidget>
#include <map>

#include "app/passes/protect/protect_layer.h"

class QLabel;
class QPushButton;

namespace brindel {

class ProtectStrip : public QWidget {
    Q_OBJECT
  public:
    ProtectStrip(Desk& desk, ProtectLayer& layer, QWidget* parent = nullptr);

  signals:
    void sealAsked();

  protected:
    void resizeEvent(QResizeEvent* event) override;

  private:
    void refresh();
    Desk& desk_;
    ProtectLayer& layer_;
    std::map<Access, QPushButton*> ways_;
    std::map<ProtectView, QPushButton*> views_;
    QLabel* says_;
    QPushButton* seal_;
};

}  // namespace brindel
