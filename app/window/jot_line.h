// The jotting line: rows typed as text are added under the selection. What would be added, or what is wrong and where,
// is said while it is typed.
#pragma once

#include <QPlainTextEdit>
#include <QWidget>

#include "app/window/desk.h"
#include "core/jot/notation.h"

class QLabel;

namespace brindel {

class JotLine : public QWidget {
    Q_OBJECT
  public:
    explicit JotLine(Desk& desk, QWidget* parent = nullptr);
    void begin();
    QString text() const;
    void setText(const QString& text);
    /// Adds what is jotted; false when it does not read right.
    bool add();
    QString said() const;

  protected:
    bool eventFilter(QObject* watched, QEvent* event) override;
    void paintEvent(QPaintEvent* event) override;
    void resizeEvent(QResizeEvent* event) override;
    void moveEvent(QMoveEvent* event) override;
    void hideEvent(QHideEvent* event) override;

  private:
    void read();
    void fit();
    void placeMistake();
    Desk& desk_;
    QPlainTextEdit* edit_;
    QLabel* said_;
    QLabel* mistake_;  // over the sheet's foot, so that nothing moves while one types
};

/// Underlines a mistake where it stands, up to the end of its line.
void markMistake(QPlainTextEdit& edit, const JotMistake& mistake);

}  // namespace brindel
