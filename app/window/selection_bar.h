// The small dark bar under a selection of two or more: what usually comes next.
#pragma once

#include <QWidget>

class QAction;

namespace brindel {

class SelectionBar : public QWidget {
    Q_OBJECT
  public:
    SelectionBar(const QList<QAction*>& actions, const QStringList& words, QWidget* parent);

  protected:
    void paintEvent(QPaintEvent* event) override;
};

}  // namespace brindel
