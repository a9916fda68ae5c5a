// The edge between the sheet and the panel on its right, dragged to make the panel wider.
#pragma once

#include <QMouseEvent>
#include <QPainter>
#include <QWidget>

#include "app/theme/theme.h"

#include "app/words.h"

namespace brindel {

class PanelEdge : public QWidget {
    Q_OBJECT
  public:
    explicit PanelEdge(QWidget* parent = nullptr) : QWidget(parent) {
        setObjectName("panelEdge");
        setFixedWidth(5);
        setCursor(Qt::SplitHCursor);
        setToolTip(Words::tr("Drag to make the panel wider."));
    }

  signals:
    /// So many pixels to the right since the last time.
    void dragged(int by);

  protected:
    void mousePressEvent(QMouseEvent* event) override { from_ = event->globalPosition().toPoint().x(); }
    void mouseMoveEvent(QMouseEvent* event) override {
        const int to = event->globalPosition().toPoint().x();
        if (event->buttons() & Qt::LeftButton) emit dragged(to - std::exchange(from_, to));
    }
    void paintEvent(QPaintEvent*) override {
        QPainter p(this);
        p.fillRect(rect(), tokens().cream);
        p.fillRect(0, 0, 1, height(), tokens().line);
    }

  private:
    int from_ = 0;
};

}  // namespace brindel
