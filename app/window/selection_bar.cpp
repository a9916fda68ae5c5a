#include "app/window/selection_bar.h"

#include <QtWidgets/QtWidgets>

#include "app/theme/theme.h"

namespace brindel {

SelectionBar::SelectionBar(const QList<QAction*>& actions, const QStringList& words, QWidget* parent)
    : QWidget(parent) {
    setObjectName("selectionBar");
    auto* line = new QHBoxLayout(this);
    line->setContentsMargins(8, 4, 8, 4);
    line->setSpacing(0);
    for (int i = 0; i < actions.size(); ++i) {
        auto* button = new QToolButton(this);
        button->setDefaultAction(actions[i]);
        button->setText(words[i]);
        button->setFont(bodyFont(12));
        button->setFocusPolicy(Qt::NoFocus);
        // The action's own text may change with its state; the bar's stays short.
        connect(actions[i], &QAction::changed, button, [button, word = words[i]] { button->setText(word); });
        button->setStyleSheet(QString("QToolButton { color: %1; background: transparent; border: 0; padding: 5px 10px; "
                                      "border-radius: 4px }"
                                      "QToolButton:hover { background: %2; } QToolButton:disabled { color: #8E8277; }")
                                  .arg(tokens().onDark.name(), tokens().umber2.name()));
        line->addWidget(button);
    }
    adjustSize();
}

void SelectionBar::paintEvent(QPaintEvent*) {
    QPainter p(this);
    p.setRenderHint(QPainter::Antialiasing);
    p.setPen(Qt::NoPen);
    p.setBrush(tokens().umber);
    p.drawRoundedRect(rect(), 8, 8);
}

}  // namespace brindel
