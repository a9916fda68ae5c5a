#include "app/details/area_edit.h"

#include "app/theme/theme.h"
#include "app/words.h"

namespace brindel {

constexpr int gripWide = 16;

void AreaEdit::moveLine(int at, int to) {
    QStringList lines = toPlainText().split('\n');
    if (at < 0 || to < 0 || at >= lines.size() || to >= lines.size() || at == to) return;
    const int column = textCursor().blockNumber() == at ? textCursor().positionInBlock() : 0;
    lines.move(at, to);
    QTextCursor cursor = textCursor();
    cursor.select(QTextCursor::Document);
    cursor.insertText(lines.join('\n'));
    cursor.setPosition(document()->findBlockByNumber(to).position() + column);
    setTextCursor(cursor);
}

void AreaEdit::focusOutEvent(QFocusEvent* event) {
    QPlainTextEdit::focusOutEvent(event);
    if (leftIt && document()->isModified()) leftIt();
}

void AreaEdit::keyPressEvent(QKeyEvent* event) {
    if (event->key() == Qt::Key_Return && event->modifiers() & Qt::ControlModifier) {
        if (leftIt && document()->isModified()) leftIt();
        return;
    }
    const bool up = event->key() == Qt::Key_Up;
    if ((up || event->key() == Qt::Key_Down) && event->modifiers() & Qt::AltModifier)
        return moveLine(textCursor().blockNumber(), textCursor().blockNumber() + (up ? -1 : 1));
    QPlainTextEdit::keyPressEvent(event);
}

ChoiceLines::ChoiceLines(QWidget* parent) : AreaEdit(parent) {
    setViewportMargins(gripWide, 0, 0, 0);
    grips_ = new QWidget(this);
    grips_->setObjectName("grips");
    grips_->setCursor(Qt::OpenHandCursor);
    grips_->setToolTip(Words::tr("Drag a line up or down; Alt and an arrow do it from the keyboard."));
    grips_->installEventFilter(this);
    connect(this, &QPlainTextEdit::updateRequest, grips_, [this] { grips_->update(); });
}

void ChoiceLines::resizeEvent(QResizeEvent* event) {
    AreaEdit::resizeEvent(event);
    // Level with the lines, whatever the style puts around them.
    const QRect lines = viewport()->geometry();
    grips_->setGeometry(lines.left() - gripWide, lines.top(), gripWide, lines.height());
}

/// The line at a height of the grips; the first or last beyond them.
int ChoiceLines::lineAt(int y) const {
    return cursorForPosition(QPoint(0, y)).blockNumber();
}

void ChoiceLines::paintGrips() {
    QPainter painter(grips_);
    painter.setPen(Qt::NoPen);
    if (toPlainText().isEmpty()) return;
    for (QTextBlock block = firstVisibleBlock(); block.isValid(); block = block.next()) {
        // Where the cursor would stand: exactly level with the letters.
        const double middle = QRectF(cursorRect(QTextCursor(block))).center().y();
        if (middle > grips_->height()) break;
        painter.setBrush(block.blockNumber() == dragged_ ? tokens().tawny : tokens().stone);
        for (int i = 0; i < 3; ++i)
            for (int k = 0; k < 2; ++k) painter.drawEllipse(QPointF(6 + k * 4, middle + (i - 1) * 4), 1.1, 1.1);
    }
}

bool ChoiceLines::eventFilter(QObject* watched, QEvent* event) {
    if (watched != grips_) return AreaEdit::eventFilter(watched, event);
    auto* mouse = static_cast<QMouseEvent*>(event);
    switch (event->type()) {
        case QEvent::Paint:
            paintGrips();
            return true;
        case QEvent::MouseButtonPress:
            dragged_ = lineAt(int(mouse->position().y()));
            grips_->setCursor(Qt::ClosedHandCursor);
            grips_->update();
            return true;
        case QEvent::MouseMove:
            if (dragged_ >= 0) {
                const int to = lineAt(int(mouse->position().y()));
                moveLine(dragged_, to);
                dragged_ = to;
            }
            return true;
        case QEvent::MouseButtonRelease:
            dragged_ = -1;
            grips_->setCursor(Qt::OpenHandCursor);
            grips_->update();
            // One drag is one step.
            if (leftIt && document()->isModified()) leftIt();
            return true;
        default:
            return false;
    }
}

}  // namespace brindel
