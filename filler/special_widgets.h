// The few widgets that Qt has no ready ones for: an empty date, a number that may be wrong for a while, tabs whose
// pages stand where the form says, and fields that lie on a printed page.
#pragma once

#include <QAbstractButton>
#include <QAbstractSpinBox>
#include <QComboBox>
#include <QLabel>
#include <QLineEdit>
#include <QTabBar>
#include <functional>

#include "core/draw/draw_control.h"

namespace brindel {

/// A date as typed text, with a calendar to pick from. The text can be empty or wrong.
class DateField : public QComboBox {
    Q_OBJECT
  public:
    DateField(bool calendar, QWidget* parent);
    std::function<QDate()> shownDate;  // the date it holds, for the calendar to open at; invalid when none
    std::function<void(QDate)> picked;
    std::function<void(int)> stepped;  // by the arrow keys, so many days up
    void showPopup() override;
    bool onPaper = false;

  protected:
    void paintEvent(QPaintEvent* event) override;
    void keyPressEvent(QKeyEvent* event) override;
    void wheelEvent(QWheelEvent* event) override;

  private:
    bool calendar_;
};

/// One line of text, each letter in a box of its own.
class LetterField : public QLineEdit {
    Q_OBJECT
  public:
    LetterField(int letters, bool onPaper, QWidget* parent);

  protected:
    void paintEvent(QPaintEvent* event) override;
    void mousePressEvent(QMouseEvent* event) override;

  private:
    QRectF boxAt(int letter) const;
    int letters_;
    bool onPaper_;  // the page beneath has the lines
};

/// A number as typed text, with arrows that step. What is typed is not put right by itself: the filler is told.
class NumberField : public QAbstractSpinBox {
    Q_OBJECT
  public:
    NumberField(const QString& unit, QWidget* parent);
    std::function<void(int)> stepped;
    void stepBy(int steps) override;
    QLineEdit* edit() const { return lineEdit(); }

  protected:
    StepEnabled stepEnabled() const override;
    void resizeEvent(QResizeEvent* event) override;
    void wheelEvent(QWheelEvent* event) override;

  private:
    QLabel* unit_ = nullptr;
};

/// A combo box that draws its text only; the page beneath has its ground and arrow.
class PaperCombo : public QComboBox {
    Q_OBJECT
  public:
    using QComboBox::QComboBox;

  protected:
    void paintEvent(QPaintEvent* event) override;
    void wheelEvent(QWheelEvent* event) override;
};

/// Anything that is painted from a core Drawing: lines, frames, and ticks on paper.
class DrawnWidget : public QAbstractButton {
    Q_OBJECT
  public:
    DrawnWidget(double scale, QWidget* parent) : QAbstractButton(parent), scale_(scale) {}
    std::function<Drawing(bool on)> drawing;

  protected:
    void paintEvent(QPaintEvent* event) override;

  private:
    double scale_;
};

/// A row of tabs and the pane below it. Pages are plain widgets that the form places.
class TabsField : public QWidget {
    Q_OBJECT
  public:
    TabsField(TabsSit sit, int strip, QWidget* parent);
    QTabBar* bar() const { return bar_; }

  protected:
    void paintEvent(QPaintEvent* event) override;
    void resizeEvent(QResizeEvent* event) override;

  private:
    QTabBar* bar_;
    TabsSit sit_;
    int strip_;
};

}  // namespace brindel
