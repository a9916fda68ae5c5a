// A whole form typed or pasted as rows of text.
#pragma once

#include <QDialog>

#include "core/text/fonts.h"

class QLabel;
class QPlainTextEdit;
class QPushButton;
class QRadioButton;

namespace brindel {

class JottingDialog : public QDialog {
    Q_OBJECT
  public:
    explicit JottingDialog(const FontBook& fonts, QWidget* parent = nullptr);
    /// The form that the rows make.
    Form form() const;

  private:
    void read();

    const FontBook& fonts_;
    QPlainTextEdit* rows_;
    QRadioButton* document_;
    QLabel* said_;
    QPushButton* make_;
};

}  // namespace brindel
