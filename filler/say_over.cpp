#include "filler/say_over.h"

#include <QtWidgets/QtWidgets>

namespace brindel {

SayOver::SayOver(QWidget* over) : QWidget(over), card_(new QWidget(this)) {
    setObjectName("sayOver");
    card_->setObjectName("sayCard");
    auto* column = new QVBoxLayout(card_);
    column->setContentsMargins(20, 18, 20, 14);
    column->setSpacing(14);
    words_ = new QLabel(card_);
    words_->setObjectName("sayWords");
    words_->setTextFormat(Qt::PlainText);
    words_->setWordWrap(true);
    words_->setFont(QApplication::font());
    column->addWidget(words_);
    ways_ = new QHBoxLayout;
    ways_->setSpacing(8);
    column->addLayout(ways_);
    over->installEventFilter(this);
    hide();
}

void SayOver::say(const QString& sentence, const QStringList& ways, std::function<void(int)> then) {
    cards_.push_back({sentence, ways, std::move(then)});
    if (cards_.size() == 1) showNext();
}

void SayOver::afterAll(std::function<void(int)> then) {
    if (cards_.empty()) return then(0);
    cards_.back().then = [first = std::move(cards_.back().then), then = std::move(then)](int way) {
        if (first) first(way);
        then(way);
    };
}

void SayOver::take(int way) {
    if (cards_.empty()) return;
    const Card card = std::move(cards_.front());
    cards_.pop_front();
    // What the way leads to may say the next thing.
    if (card.then) card.then(way);
    showNext();
}

void SayOver::showNext() {
    while (QLayoutItem* item = ways_->takeAt(0)) {
        if (item->widget()) item->widget()->deleteLater();
        delete item;
    }
    if (cards_.empty()) {
        hide();
        if (before_) before_->setFocus(Qt::OtherFocusReason);
        before_ = nullptr;
        return;
    }
    if (!isVisible()) before_ = parentWidget()->focusWidget();
    const Card& card = cards_.front();
    words_->setText(card.sentence);
    ways_->addStretch(1);
    for (int i = 0; i < card.ways.size(); ++i) {
        auto* button = new QPushButton(card.ways[i], card_);
        button->setObjectName("sayWay" + QString::number(i));
        button->setDefault(i == 0);
        button->setMinimumWidth(76);
        ways_->addWidget(button);
        connect(button, &QPushButton::clicked, this, [this, i] { take(i); });
        if (i == 0) setFocusProxy(button);
    }
    lay();
    show();
    raise();
    setFocus(Qt::OtherFocusReason);
}

void SayOver::lay() {
    setGeometry(parentWidget()->rect());
    const int wide = std::clamp(words_->fontMetrics().horizontalAdvance(words_->text()) + 44, 240,
                                std::max(240, std::min(420, width() - 32)));
    card_->setFixedWidth(wide);
    card_->adjustSize();
    // In the part of the form that is in view; a document is longer than its window.
    const QRect seen = visibleRegion().isEmpty() ? rect() : visibleRegion().boundingRect();
    card_->move(seen.center().x() - card_->width() / 2,
                std::max(8, seen.top() + int((seen.height() - card_->height()) * 0.38)));
}

void SayOver::paintEvent(QPaintEvent*) {
    QPainter p(this);
    p.fillRect(rect(), QColor(46, 39, 34, 90));
    p.setRenderHint(QPainter::Antialiasing);
    const QRectF card = QRectF(card_->geometry()).adjusted(-0.5, -0.5, 0.5, 0.5);
    p.setPen(QPen(QColor(0xB4, 0x63, 0x2B), 1));
    p.setBrush(palette().color(QPalette::Window));
    p.drawRoundedRect(card, 6, 6);
}

void SayOver::keyPressEvent(QKeyEvent* event) {
    if (!isSaying()) return;
    if (event->key() == Qt::Key_Escape) return take(int(cards_.front().ways.size()) - 1);
    if (event->key() == Qt::Key_Return || event->key() == Qt::Key_Enter) {
        const auto* button = qobject_cast<QPushButton*>(focusWidget());
        return take(button ? std::max(0, int(button->objectName().mid(6).toInt())) : 0);
    }
    // Nothing goes on to the form beneath.
}

bool SayOver::eventFilter(QObject* watched, QEvent* event) {
    if (watched == parentWidget() && event->type() == QEvent::Resize && isSaying()) lay();
    return QWidget::eventFilter(watched, event);
}

}  // namespace brindel
