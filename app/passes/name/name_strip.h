// The strip of the Name pass: the scheme, a sample of it, and the one press that puts all names right.
#pragma once

#include <QWidget>

#include "app/window/desk.h"
#include "core/model/scheme.h"

class QComboBox;
class QLabel;
class QPushButton;

namespace brindel {

class NameStrip : public QWidget {
    Q_OBJECT
  public:
    explicit NameStrip(Desk& desk, QWidget* parent = nullptr);
    /// Shows what a scheme would change, for the person to take or to leave.
    void proposeScheme(const Scheme& scheme);
    void editScheme();

  signals:
    void rightAsked();

  protected:
    void resizeEvent(QResizeEvent* event) override;

  private:
    void refresh();
    void refreshSample();

    Desk& desk_;
    QComboBox* schemes_;
    QLabel* sample_;
    QPushButton* edit_;
    QPushButton* right_;
};

}  // namespace brindel
