// The strip of the Rules pass: ready rules, and how much there is.
#pragma once

#include <QWidget>

#include "app/window/desk.h"

class QLabel;
class QMenu;
class QPushButton;

namespace brindel {

class RulesPanel;

class RulesStrip : public QWidget {
    Q_OBJECT
  public:
    RulesStrip(Desk& desk, RulesPanel& panel, QWidget* parent = nullptr);
    /// Sets a ready rule over what is selected; says what it needs when that does not fit.
    void setReady(const std::string& key);

  private:
    void refresh();
    Desk& desk_;
    QPushButton* ready_;
    QMenu* menu_;
    QLabel* says_;
};

/// What the rail counts: formulas and rules, and how many of them cannot work.
struct RulesCount {
    int all = 0, wrong = 0;
};
RulesCount rulesCount(const Form& form);

}  // namespace brindel
