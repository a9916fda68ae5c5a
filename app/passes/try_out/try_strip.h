// The strip of the Try pass: what is seen below it, and in which of the form's languages.
#pragma once

#include <QWidget>

#include "app/window/desk.h"

class QComboBox;
class QLabel;

namespace brindel {

class TryStrip : public QWidget {
    Q_OBJECT
  public:
    explicit TryStrip(Desk& desk, QWidget* parent = nullptr);
    /// The language that is chosen; empty for the form's own.
    std::string language() const;
    /// Chooses one; false where the form does not have it.
    bool choose(const std::string& language);

  signals:
    void languageChosen();

  private:
    void refresh();
    Desk& desk_;
    QLabel *says_, *word_;
    QComboBox* languages_;
};

}  // namespace brindel
