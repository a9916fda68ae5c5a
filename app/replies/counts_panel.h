// What the replies come to, question by question: a card each, counted beside the window's own work. A press on a bar
// shows those replies alone.
#pragma once

#include <QWidget>
#include <atomic>
#include <thread>

#include "app/replies/replies_desk.h"
#include "core/replies/counts.h"

class QLabel;
class QScrollArea;
class QVBoxLayout;

namespace brindel {

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

  signals:
    void pressed(const std::vector<brindel::ReplyFilter>& filters);

  protected:
    void paintEvent(QPaintEvent* event) override;
    void mousePressEvent(QMouseEvent* event) override;
    void mouseMoveEvent(QMouseEvent* event) override;
    void leaveEvent(QEvent* event) override;
    void keyPressEvent(QKeyEvent* event) override;
    void focusInEvent(QFocusEvent* event) override;
    bool event(QEvent* event) override;

  private:
    int barUnder(const QPoint& point) const;
    QString calledAt(int bar) const;
    QStringList facts() const;
    int top() const;
    void retell();
    RepliesDesk& replies_;
    QuestionCount count_;
    bool covered_ = false;
    int over_ = -1, current_ = 0;
};

class CountsPanel : public QWidget {
    Q_OBJECT
  public:
    explicit CountsPanel(RepliesDesk& replies, QWidget* parent = nullptr);
    ~CountsPanel() override;
    /// Waits until what was last asked for is counted, for tests and pictures.
    bool wait(int milliseconds = 20000);
    const std::vector<CountCard*>& cards() const { return cards_; }
    void setShown(bool shown);

  signals:
    void counted();

  private:
    void recount();
    void setCounts(const std::vector<QuestionCount>& counts);
    RepliesDesk& replies_;
    QLabel* note_;
    QScrollArea* area_;
    QWidget* inner_;
    QVBoxLayout* column_;
    std::vector<CountCard*> cards_;
    std::jthread thread_;
    int asked_ = 0, done_ = 0;
    bool shown_ = false;
};

}  // namespace brindel
