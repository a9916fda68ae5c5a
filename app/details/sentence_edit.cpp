#include "app/details/sentence_edit.h"

#include <QtWidgets/QtWidgets>

namespace brindel {

constexpr int oneLine = 26, mostLines = 8;

SentenceEdit::SentenceEdit(QWidget* parent) : QPlainTextEdit(parent) {
    setTabChangesFocus(true);
    setVerticalScrollBarPolicy(Qt::ScrollBarAlwaysOff);
    setHorizontalScrollBarPolicy(Qt::ScrollBarAlwaysOff);
    setWordWrapMode(QTextOption::WrapAtWordBoundaryOrAnywhere);
    setFixedHeight(oneLine);
    setProperty("grows", true);
    connect(this, &QPlainTextEdit::textChanged, this, &SentenceEdit::fit);
}

void SentenceEdit::fit() {
    int lines = 0;
    for (QTextBlock block = document()->begin(); block.isValid(); block = block.next()) {
        // Laid out for the width that it has now.
        document()->documentLayout()->blockBoundingRect(block);
        lines += std::max(1, block.layout()->lineCount());
    }
    const bool all = lines <= mostLines;
    setVerticalScrollBarPolicy(all ? Qt::ScrollBarAlwaysOff : Qt::ScrollBarAsNeeded);
    const int high = std::clamp(lines, 1, mostLines) * fontMetrics().lineSpacing();
    const int margins = oneLine - fontMetrics().lineSpacing();
    // The first line stands where it does in a field of one line.
    document()->setDocumentMargin(0);
    setViewportMargins(9, std::max(0, margins / 2 - frameWidth() + 2), 7, 0);
    if (height() != high + margins) setFixedHeight(high + margins);
}

void SentenceEdit::resizeEvent(QResizeEvent* event) {
    QPlainTextEdit::resizeEvent(event);
    if (event->size().width() != event->oldSize().width()) fit();
}

void SentenceEdit::focusOutEvent(QFocusEvent* event) {
    QPlainTextEdit::focusOutEvent(event);
    if (document()->isModified()) emit finished();
}

void SentenceEdit::keyPressEvent(QKeyEvent* event) {
    if (event->key() == Qt::Key_Return || event->key() == Qt::Key_Enter) {
        if (document()->isModified()) emit finished();
        return;
    }
    QPlainTextEdit::keyPressEvent(event);
}

void SentenceEdit::insertFromMimeData(const QMimeData* pasted) {
    insertPlainText(pasted->text().replace('\n', ' ').replace('\r', ""));
}

}  // namespace brindel
