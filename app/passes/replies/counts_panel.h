// What the replies come to, question by question: a card each, counted beside the window's own work. A press on a bar
// shows those replies alone.
#pragma once

#include <QWidget>

#include "app/passes/replies/beside.h"
#include "app/passes/replies/replies_desk.h"
#include "core/replies/counts.h"

class QLabel;
class QScrollArea;
class QToolButton;
class QVBoxLayout;

namespace brindel {

/// What people call a bar of a question.
QString barCalled(const QuestionCount& count, std::size_t bar);

/// One question: its title, how many answered, and its bars.
class CountCard : public QWidget {
    Q_OBJECT
  public:
    CountCard(RepliesDesk& replies, QWidget* parent);
    void setCount(const QuestionCount& count, bool covered);
    const QuestionCount& count() const { return count_; }
    QSize sizeHint() const override;
    QSize minimumSizeHint() const override { return {160, sizeHint().height()}; }
    /// The place of a bar on the card.
    QRect barAt(int bar) const;
    /// The card as a picture, and what it shows as a table: a line of headings, then a bar a line, parted by tabs.
    QImage picture() const;
    bool savePicture(const QString& path) const;  // PNG or SVG, by its ending
    QString asTable() const;
    QString calledAt(int bar) const;

  signals:
    void pressed(const std::vector<brindel::ReplyFilter>& filters);
    /// To be counted against another question.
    void crossAsked();

  protected:
    void paintEvent(QPaintEvent* event) override;
    void mousePressEvent(QMouseEvent* event) override;
    void mouseMoveEvent(QMouseEvent* event) override;
    void leaveEvent(QEvent* event) override;
    void keyPressEvent(QKeyEvent* event) override;
    void focusInEvent(QFocusEvent* event) override;
    void contextMenuEvent(QContextMenuEvent* event) override;
    void resizeEvent(QResizeEvent* event) override;
    bool event(QEvent* event) override;

  private:
    int barUnder(const QPoint& point) const;
    void paint(QPainter& painter, bool alone) const;
    void showMenu(const QPoint& at);
    void askPicture();
    QStringList facts() const;
    int top() const;
    void retell();
    RepliesDesk& replies_;
    QToolButton* more_;
    QuestionCount count_;
    bool covered_ = false;
    int over_ = -1, current_ = 0;
};

class CountsPanel : public QWidget {
    Q_OBJECT
  public:
    explicit CountsPanel(RepliesDesk& replies, QWidget* parent = nullptr);
    /// Waits until what was last asked for is counted, for tests and pictures.
    bool wait(int milliseconds = 20000) { return counting_.wait(milliseconds); }
    const std::vector<CountCard*>& cards() const { return cards_; }
    void setShown(bool shown);
    /// Opens the table of two questions; the first is one of the cards', or none.
    void askCross(const CountCard* card);

  signals:
    void counted();

  private:
    void recount();
    void setCounts(const std::vector<QuestionCount>& counts);
    RepliesDesk& replies_;
    QLabel* note_;
    QToolButton* cross_;
    QScrollArea* area_;
    QWidget* inner_;
    QVBoxLayout* column_;
    std::vector<CountCard*> cards_;
    Beside counting_;
    bool shown_ = false;
};

}  // namespace brindel
