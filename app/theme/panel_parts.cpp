#include "app/theme/panel_parts.h"

#include <QtWidgets/QtWidgets>

#include "app/theme/said_line.h"
#include "app/theme/theme.h"
#include "app/words.h"

namespace brindel {

QString capital(QString word) {
    if (!word.isEmpty()) word[0] = word[0].toUpper();
    return word;
}

QHBoxLayout* passStripLine(QWidget* strip, const QString& more) {
    strip->setFixedHeight(56);
    strip->setObjectName("passStrip");
    strip->setAttribute(Qt::WA_StyledBackground);
    strip->setStyleSheet(
        panelSheet() +
        QString("QWidget#passStrip { background: %1; border-bottom: 1px solid %2; }"
                "QPushButton[segment=\"true\"] { border-radius: 0; padding: 5px 10px; }"
                "QPushButton[segment=\"true\"]:checked { background: %3; color: %4; font-weight: bold; }")
            .arg(tokens().cream.name(), tokens().line.name(), tokens().chosen.name(), tokens().tawnyDark.name()) +
        more);
    auto* line = new QHBoxLayout(strip);
    line->setContentsMargins(14, 0, 12, 0);
    line->setSpacing(8);
    return line;
}

QLabel* groupTitle(const QString& text, QWidget* parent) {
    auto* label = new QLabel(text, parent);
    label->setFont(bodyFont(12, true));
    label->setStyleSheet(QString("color: %1;").arg(tokens().tawnyDark.name()));
    return label;
}

QWidget* panelRow(const QString& word, QWidget* editor, const QString& help, QWidget* parent, QLabel** label) {
    auto* line = new QWidget(parent);
    // What is wide stands below its word.
    const bool spans = editor->property("spans").toBool();
    auto* row = new QBoxLayout(spans ? QBoxLayout::TopToBottom : QBoxLayout::LeftToRight, line);
    row->setContentsMargins(0, 0, 0, 0);
    row->setSpacing(4);
    auto* said = new QLabel(word, line);
    said->setFont(bodyFont(12));
    said->setProperty("secondary", true);
    said->setFixedWidth(92);
    said->setWordWrap(true);
    said->setToolTip(help);
    said->setBuddy(editor);
    editor->setAccessibleName(word);
    // Beside what is high, or grows, the word stands at its first line.
    const bool grows = editor->property("grows").toBool();
    if (grows) said->setMinimumHeight(26);
    row->addWidget(said, 0, spans || grows || editor->minimumHeight() > 40 ? Qt::AlignTop : Qt::AlignVCenter);
    row->addWidget(editor, 1);
    if (label) *label = said;
    return line;
}

QToolButton* linkButton(const QString& word, const char* part, QWidget* parent) {
    auto* button = new QToolButton(parent);
    button->setObjectName("link");
    button->setProperty("part", part);
    button->setText(word);
    button->setFont(bodyFont(12));
    button->setCursor(Qt::PointingHandCursor);
    button->setStyleSheet("padding: 2px 0px;");
    return button;
}

PanelHead panelHead(const QString& title, QVBoxLayout* column, QWidget* parent) {
    auto* head = new QHBoxLayout;
    auto* word = new QLabel(title, parent);
    word->setFont(bodyFont(15, true));
    auto* close = linkButton(Words::tr("Close"), "close", parent);
    close->setToolTip(Words::tr("Back to what the pass shows here (Esc)."));
    head->addWidget(word, 1);
    head->addWidget(close);
    column->addLayout(head);
    return {word, close};
}

QListWidget* saidList(const QString& called, const char* name, SaidLine* line, QWidget* parent) {
    auto* list = new QListWidget(parent);
    list->setObjectName(name);
    list->setAccessibleName(called);
    line->setParent(list);
    list->setItemDelegate(line);
    list->setHorizontalScrollBarPolicy(Qt::ScrollBarAlwaysOff);
    list->setVerticalScrollMode(QAbstractItemView::ScrollPerPixel);
    list->setResizeMode(QListView::Adjust);
    list->setWordWrap(true);
    return list;
}

}  // namespace brindel
