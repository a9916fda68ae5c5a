#include "filler/special_widgets.h"

#include <QtWidgets/QtWidgets>

#include "filler/drawing_painter.h"

namespace brindel {

DateField::DateField(bool calendar, QWidget* parent) : QComboBox(parent), calendar_(calendar) {
    setEditable(true);
    setInsertPolicy(QComboBox::NoInsert);
    setCompleter(nullptr);
}

void DateField::showPopup() {
    if (!calendar_ || !isEnabled()) return;
    auto* popup = new QFrame(this, Qt::Popup);
    popup->setAttribute(Qt::WA_DeleteOnClose);
    auto* layout = new QVBoxLayout(popup);
    layout->setContentsMargins(1, 1, 1, 1);
    auto* calendar = new QCalendarWidget(popup);
    calendar->setVerticalHeaderFormat(QCalendarWidget::NoVerticalHeader);
    if (QDate date = shownDate ? shownDate() : QDate(); date.isValid()) calendar->setSelectedDate(date);
    layout->addWidget(calendar);
    auto take = [this, popup](QDate date) {
        popup->close();
        if (picked) picked(date);
    };
    connect(calendar, &QCalendarWidget::clicked, popup, take);
    connect(calendar, &QCalendarWidget::activated, popup, take);
    popup->move(mapToGlobal(QPoint(0, height())));
    popup->show();
    calendar->setFocus();
}

void DateField::paintEvent(QPaintEvent* event) {
    if (!onPaper) QComboBox::paintEvent(event);
}

void DateField::keyPressEvent(QKeyEvent* event) {
    // A combo box would step through entries that a date does not have.
    if ((event->key() == Qt::Key_Down && event->modifiers() & Qt::AltModifier) || event->key() == Qt::Key_F4)
        return showPopup();
    if (event->key() == Qt::Key_Up || event->key() == Qt::Key_Down) {
        if (stepped) stepped(event->key() == Qt::Key_Up ? 1 : -1);
        return;
    }
    QComboBox::keyPressEvent(event);
}

void DateField::wheelEvent(QWheelEvent* event) {
    event->ignore();
}

LetterField::LetterField(int letters, bool onPaper, QWidget* parent)
    : QLineEdit(parent), letters_(letters), onPaper_(onPaper) {
    setFrame(!onPaper);
    // Where the cursor stands is painted here.
    connect(this, &QLineEdit::cursorPositionChanged, this, [this] { update(); });
    connect(this, &QLineEdit::selectionChanged, this, [this] { update(); });
}

QRectF LetterField::boxAt(int letter) const {
    const bool turned = layoutDirection() == Qt::RightToLeft;
    const double wide = double(width()) / letters_;
    return {wide * (turned ? letters_ - 1 - letter : letter), 0, wide, double(height())};
}

void LetterField::paintEvent(QPaintEvent*) {
    QPainter painter(this);
    if (!onPaper_) {
        QStyleOptionFrame option;
        initStyleOption(&option);
        style()->drawPrimitive(QStyle::PE_PanelLineEdit, &option, &painter, this);
        painter.setPen(palette().color(QPalette::Mid));
        for (int i = 1; i < letters_; ++i)
            painter.drawLine(QPointF(boxAt(i).left(), 1), QPointF(boxAt(i).left(), height() - 2));
    }
    const QString shown = text();
    for (int i = 0; i < std::min<int>(letters_, int(shown.size())); ++i) {
        const bool selected = hasSelectedText() && i >= selectionStart() && i < selectionEnd();
        if (selected) painter.fillRect(boxAt(i).adjusted(1, 2, -1, -2), palette().color(QPalette::Highlight));
        painter.setPen(palette().color(selected ? QPalette::HighlightedText : QPalette::Text));
        painter.drawText(boxAt(i), Qt::AlignCenter, shown.mid(i, 1));
    }
    if (!hasFocus() || isReadOnly()) return;
    // The cursor underlines the box that the next letter comes into.
    const QRectF next = boxAt(std::min(cursorPosition(), letters_ - 1));
    painter.fillRect(QRectF(next.left() + 3, next.bottom() - 4, next.width() - 6, 2), palette().color(QPalette::Text));
}

void LetterField::mousePressEvent(QMouseEvent* event) {
    QLineEdit::mousePressEvent(event);
    const double wide = double(width()) / letters_;
    const int box = std::clamp(int(event->position().x() / wide), 0, letters_ - 1);
    setCursorPosition(std::min(layoutDirection() == Qt::RightToLeft ? letters_ - 1 - box : box, int(text().size())));
}

NumberField::NumberField(const QString& unit, QWidget* parent) : QAbstractSpinBox(parent) {
    setKeyboardTracking(true);
    if (unit.isEmpty()) return;
    unit_ = new QLabel(unit, lineEdit());
    unit_->setAttribute(Qt::WA_TransparentForMouseEvents);
    unit_->setForegroundRole(QPalette::PlaceholderText);
}

void NumberField::stepBy(int steps) {
    if (stepped) stepped(steps);
}

QAbstractSpinBox::StepEnabled NumberField::stepEnabled() const {
    return isReadOnly() ? StepNone : StepUpEnabled | StepDownEnabled;
}

void NumberField::resizeEvent(QResizeEvent* event) {
    QAbstractSpinBox::resizeEvent(event);
    if (!unit_) return;
    unit_->setFont(font());
    unit_->adjustSize();
    // The unit stands behind the number, on whichever side that is.
    const int top = (lineEdit()->height() - unit_->height()) / 2, wide = unit_->width() + 4;
    unit_->move(isRightToLeft() ? 4 : lineEdit()->width() - wide, top);
    isRightToLeft() ? lineEdit()->setTextMargins(wide, 0, 0, 0) : lineEdit()->setTextMargins(0, 0, wide, 0);
}

void NumberField::wheelEvent(QWheelEvent* event) {
    event->ignore();
}

void PaperCombo::paintEvent(QPaintEvent*) {
    if (isEditable()) return;
    QPainter painter(this);
    const QString shown = currentIndex() < 0 ? QString() : currentText();
    painter.setPen(palette().color(QPalette::Text));
    painter.setFont(font());
    painter.drawText(rect().adjusted(height() / 4, 0, -height(), 0), Qt::AlignLeft | Qt::AlignVCenter, shown);
}

void PaperCombo::wheelEvent(QWheelEvent* event) {
    event->ignore();
}

void DrawnWidget::paintEvent(QPaintEvent*) {
    QPainter painter(this);
    if (drawing) paintDrawing(painter, drawing(isChecked()), scale_);
    if (hasFocus() && focusPolicy() != Qt::NoFocus) {
        QStyleOptionFocusRect option;
        option.initFrom(this);
        style()->drawPrimitive(QStyle::PE_FrameFocusRect, &option, &painter, this);
    }
}

namespace {
/// A tab bar as high as the form says, whatever the style would like.
class FormTabBar : public QTabBar {
  public:
    FormTabBar(int strip, QWidget* parent) : QTabBar(parent), strip_(strip) {}

  protected:
    QSize tabSizeHint(int index) const override {
        QSize size = QTabBar::tabSizeHint(index);
        bool side = shape() == QTabBar::RoundedWest || shape() == QTabBar::RoundedEast;
        return side ? QSize(3 * strip_, strip_) : QSize(size.width(), strip_);
    }

  private:
    int strip_;
};
}  // namespace

TabsField::TabsField(TabsSit sit, int strip, QWidget* parent)
    : QWidget(parent), bar_(new FormTabBar(strip, this)), sit_(sit), strip_(strip) {
    bar_->setDrawBase(false);
    bar_->setExpanding(false);
    bar_->setUsesScrollButtons(true);
    if (sit == TabsSit::bottom) bar_->setShape(QTabBar::RoundedSouth);
    if (sit == TabsSit::left) bar_->setShape(QTabBar::RoundedWest);
    if (sit == TabsSit::right) bar_->setShape(QTabBar::RoundedEast);
}

void TabsField::resizeEvent(QResizeEvent*) {
    const int side = 3 * strip_;
    if (sit_ == TabsSit::left)
        bar_->setGeometry(0, 0, side, height());
    else if (sit_ == TabsSit::right)
        bar_->setGeometry(width() - side, 0, side, height());
    else {
        const int wide = std::min(width(), bar_->sizeHint().width());
        bar_->setGeometry(isRightToLeft() ? width() - wide : 0, sit_ == TabsSit::bottom ? height() - strip_ : 0, wide,
                          strip_);
    }
}

void TabsField::paintEvent(QPaintEvent*) {
    QStylePainter painter(this);
    QStyleOptionTabWidgetFrame option;
    option.initFrom(this);
    option.shape = bar_->shape();
    option.tabBarSize = bar_->size();
    option.tabBarRect = bar_->geometry();
    option.selectedTabRect = bar_->tabRect(bar_->currentIndex()).translated(bar_->pos());
    option.lineWidth = 1;
    const int side = 3 * strip_;
    option.rect = sit_ == TabsSit::bottom  ? rect().adjusted(0, 0, 0, -strip_ + 1)
                  : sit_ == TabsSit::left  ? rect().adjusted(side - 1, 0, 0, 0)
                  : sit_ == TabsSit::right ? rect().adjusted(0, 0, -side + 1, 0)
                                           : rect().adjusted(0, strip_ - 1, 0, 0);
    painter.drawPrimitive(QStyle::PE_FrameTabWidget, option);
}

}  // namespace brindel
