// What Brindel's panels are made of: titles of groups, and rows of a word with its editor.
#pragma once

#include <QComboBox>
#include <QWheelEvent>

#include <QString>

class QHBoxLayout;
class QLabel;
class QListWidget;
class QToolButton;
class QVBoxLayout;
class QWidget;

namespace brindel {

class SaidLine;

/// A word as a row or a title begins with it: the first letter large.
QString capital(QString word);
/// The title of a group of rows.
QLabel* groupTitle(const QString& text, QWidget* parent);
/// A word and, beside it, its editor, which gets the word for its accessible name. `label` is given the word's label.
QWidget* panelRow(const QString& word, QWidget* editor, const QString& help, QWidget* parent, QLabel** label = nullptr);

/// The head of a panel that stands in for what the pass shows: its title, and on the other side the word that closes
/// it.
struct PanelHead {
    QLabel* title;
    QToolButton* close;
};
PanelHead panelHead(const QString& title, QVBoxLayout* column, QWidget* parent);
/// A list of lines in which something is said of somebody; `line` paints them.
QListWidget* saidList(const QString& called, const char* name, SaidLine* line, QWidget* parent);

/// A word to press, without a rim. `part` is its property of that name.
QToolButton* linkButton(const QString& word, const char* part, QWidget* parent);

/// Makes a widget the strip of a pass, above the sheet, and gives the line that its parts stand on. `more` is added to
/// its style sheet.
QHBoxLayout* passStripLine(QWidget* strip, const QString& more = {});

/// A combo box that the wheel does not change while the panel is scrolled over it.
class CalmCombo : public QComboBox {
  public:
    using QComboBox::QComboBox;

  protected:
    void wheelEvent(QWheelEvent* event) override { event->ignore(); }
};

}  // namespace brindel
