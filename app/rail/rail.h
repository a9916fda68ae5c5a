// The rail: the passes as stops on one line, downwards in the order of the work.
#pragma once

#include <QWidget>
#include <functional>

#include "app/window/desk.h"

namespace brindel {

class Rail : public QWidget {
    Q_OBJECT
  public:
    /// How much of the form a pass has to do with; nothing where that is no number.
    using Amount = std::function<std::optional<int>(Pass)>;
    Rail(Desk& desk, Amount amount, QWidget* parent = nullptr);
    /// Counts anew: all passes are there now.
    void count();
    QRect stopRect(Pass pass) const;
    QSize sizeHint() const override { return {168, 480}; }

    /// Where the foot stands that says how much is open.
    QRect footRect() const;

  signals:
    void picked(Pass pass);
    /// The foot was pressed: what stands between the form and its hand-over is to be listed.
    void findingsAsked();

  protected:
    void paintEvent(QPaintEvent* event) override;
    void mousePressEvent(QMouseEvent* event) override;
    void mouseMoveEvent(QMouseEvent* event) override;
    void leaveEvent(QEvent* event) override;
    bool event(QEvent* event) override;

  private:
    /// What a stop counts: all that is there, or, in red, what has to be put right; green when its checks pass.
    struct Count {
        QString text;
        std::optional<Severity> wrong = {};  // of what is open
        bool passed = false;
    };
    Count countOf(Pass pass) const;
    Desk& desk_;
    Amount amount_;
    int hover_ = -1;
    std::map<Pass, Count> counts_;
    class QTimer* counting_;
};

}  // namespace brindel
