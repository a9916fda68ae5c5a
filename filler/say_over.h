// What a form says and asks while it is filled: a card over the form, with one sentence and the ways to go on. While it
// stands there the form beneath waits.
#pragma once

#include <QLabel>
#include <QWidget>
#include <deque>
#include <functional>

class QHBoxLayout;

namespace brindel {

class SayOver : public QWidget {
    Q_OBJECT
  public:
    explicit SayOver(QWidget* over);
    /// Says a sentence; `ways` are the buttons, the first the one that Enter presses, the last the one of Escape. What
    /// was said before comes first. `then` gets the number of the way that was taken.
    void say(const QString& sentence, const QStringList& ways, std::function<void(int)> then);
    /// Called once all cards that stand there now have been read, before any that come later.
    void afterAll(std::function<void(int)> then);
    /// True while something stands there.
    bool isSaying() const { return !cards_.empty(); }
    QString sentence() const { return isSaying() ? cards_.front().sentence : QString(); }
    /// Takes a way, as a press of its button does.
    void take(int way);

  protected:
    void paintEvent(QPaintEvent* event) override;
    void keyPressEvent(QKeyEvent* event) override;
    bool eventFilter(QObject* watched, QEvent* event) override;

  private:
    struct Card {
        QString sentence;
        QStringList ways;
        std::function<void(int)> then;
    };
    void showNext();
    void lay();

    std::deque<Card> cards_;
    QWidget* card_;
    QLabel* words_;
    QHBoxLayout* ways_;
    QWidget* before_ = nullptr;  // what had the cursor
};

}  // namespace brindel
