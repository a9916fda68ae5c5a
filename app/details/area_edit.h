// A field of several lines that sets its value when it is left; Alt and an arrow move a line.
#pragma once

#include <QtWidgets/QtWidgets>
#include <functional>

namespace brindel {

class AreaEdit : public QPlainTextEdit {
  public:
    using QPlainTextEdit::QPlainTextEdit;
    std::function<void()> leftIt;

    /// Takes a line to another place, and the cursor with it.
    void moveLine(int at, int to);

  protected:
    void focusOutEvent(QFocusEvent* event) override;
    void keyPressEvent(QKeyEvent* event) override;
};

/// Lines with a grip each, by which they are dragged up and down.
class ChoiceLines : public AreaEdit {
  public:
    explicit ChoiceLines(QWidget* parent);

  protected:
    void resizeEvent(QResizeEvent* event) override;
    bool eventFilter(QObject* watched, QEvent* event) override;

  private:
    void paintGrips();
    int lineAt(int y) const;

    QWidget* grips_;
    int dragged_ = -1;
};

}  // namespace brindel
