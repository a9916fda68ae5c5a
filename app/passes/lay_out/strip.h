// The strip: in Lay out the controls to place, each with its icon, its word and its letter; in Try what to do there.
#pragma once

#include <QWidget>

#include "app/window/desk.h"

class QLabel;

namespace brindel {

class Strip : public QWidget {
    Q_OBJECT
  public:
    explicit Strip(Desk& desk, QWidget* parent = nullptr);
    QRect toolRect(Tool tool) const;
    /// The switch for where labels go.
    QRect labelsRect() const;

  protected:
    void paintEvent(QPaintEvent* event) override;
    void mousePressEvent(QMouseEvent* event) override;
    void mouseDoubleClickEvent(QMouseEvent* event) override;
    void mouseMoveEvent(QMouseEvent* event) override;
    void leaveEvent(QEvent* event) override;
    bool event(QEvent* event) override;

  private:
    void paintTool(QPainter& painter, const Tool& tool, const QRect& place);
    void paintLabels(QPainter& painter);
    std::vector<std::pair<Tool, QRect>> tools() const;
    bool worded() const;
    /// True where one row of icons does not fit, as beside the outline in a small window: they stand in two.
    bool twoRows() const;
    Desk& desk_;
    std::optional<Tool> hover_;
};

}  // namespace brindel
