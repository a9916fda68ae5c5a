#include "app/replies/counts_panel.h"

#include <QtWidgets/QtWidgets>

#include "app/theme/panel_parts.h"
#include "app/theme/theme.h"
#include "app/words.h"
#include "filler/drawing_painter.h"

namespace brindel {
namespace {
constexpr int pad = 10, barHeight = 20, titleHeight = 18, factHeight = 16;

QString numberShown(double number) {
    QLocale plain;
    plain.setNumberOptions(QLocale::OmitGroupSeparator);
    return plain.toString(number, 'g', 10);
}
}  // namespace

CountCard::CountCard(RepliesDesk& replies, QWidget* parent) : QWidget(parent), replies_(replies) {
    setMouseTracking(true);
    setFocusPolicy(Qt::StrongFocus);
    setSizePolicy(QSizePolicy::Preferred, QSizePolicy::Fixed);
}

void CountCard::setCount(const QuestionCount& count, bool covered) {
    count_ = count;
    covered_ = covered;
    over_ = -1;
    current_ = std::min(current_, std::max(0, int(count_.bars.size()) - 1));
    setObjectName("count-" + toQt(count.column.column));
    retell();
    updateGeometry();
    update();
}

/// What somebody who does not see the bars is told.
void CountCard::retell() {
    QStringList parts = {toQt(count_.column.called).simplified()};
    parts += facts();
    if (!covered_)
        for (int i = 0; i < int(count_.bars.size()); ++i)
            parts += calledAt(i) + ": " + QString::number(count_.bars[std::size_t(i)].count);
    setAccessibleName(parts.join("; "));
}

QString CountCard::calledAt(int bar) const {
    const CountBar& one = count_.bars[std::size_t(bar)];
    if (count_.column.type == AnswerType::tick) return bar == 0 ? Words::tr("Yes") : Words::tr("No");
    if (count_.column.type == AnswerType::date && one.called.size() == 10)
        return answerShown(one.called, AnswerType::date);
    if (count_.column.type == AnswerType::date && one.called.size() == 7) {
        const QDate day = QDate::fromString(toQt(one.called) + "-01", Qt::ISODate);
        return QLocale().toString(day, "MMM yyyy");
    }
    return toQt(one.called).simplified();
}

QStringList CountCard::facts() const {
    QStringList all;
    all += count_.empty == 0 ? Words::tr("%1 answered").arg(count_.answered)
                             : Words::tr("%1 answered, %2 empty").arg(count_.answered).arg(count_.empty);
    if (covered_ || count_.answered == 0) return all;
    if (count_.least)
        all += Words::tr("least %1, middle %2, most %3, sum %4")
                   .arg(numberShown(*count_.least), numberShown(*count_.middle), numberShown(*count_.most),
                        numberShown(*count_.sum));
    if (count_.column.type == AnswerType::text && count_.bars.empty()) all += Words::tr("no answer twice");
    if (count_.others > 0 && !count_.bars.empty()) all += Words::tr("%1 others").arg(count_.others);
    return all;
}

int CountCard::top() const {
    return pad + titleHeight + factHeight * int(facts().size()) + (count_.bars.empty() || covered_ ? 0 : 4);
}

QSize CountCard::sizeHint() const {
    const int bars = covered_ ? 0 : int(count_.bars.size());
    return {280, top() + bars * barHeight + pad};
}

QRect CountCard::barAt(int bar) const {
    return {pad, top() + bar * barHeight, width() - 2 * pad, barHeight};
}

int CountCard::barUnder(const QPoint& point) const {
    if (covered_) return -1;
    for (int i = 0; i < int(count_.bars.size()); ++i)
        if (barAt(i).contains(point)) return i;
    return -1;
}

void CountCard::paintEvent(QPaintEvent*) {
    QPainter painter(this);
    painter.setRenderHint(QPainter::Antialiasing);
    const Tokens& t = tokens();
    painter.setPen(QPen(hasFocus() ? t.tawny : t.line, 1));
    painter.setBrush(t.paper);
    painter.drawRoundedRect(QRectF(rect()).adjusted(0.5, 0.5, -0.5, -0.5), 4, 4);
    const int wide = width() - 2 * pad;
    const QFont bold = bodyFont(13, true), small = bodyFont(12);
    painter.setFont(bold);
    painter.setPen(t.ink);
    painter.drawText(QRect(pad, pad - 2, wide, titleHeight), Qt::AlignLeft | Qt::AlignVCenter,
                     QFontMetrics(bold).elidedText(toQt(count_.column.called).simplified(), Qt::ElideRight, wide));
    painter.setFont(small);
    painter.setPen(t.ink2);
    const QFontMetrics metrics(small);
    int y = pad - 2 + titleHeight;
    for (const QString& fact : facts()) {
        painter.drawText(QRect(pad, y, wide, factHeight), Qt::AlignLeft | Qt::AlignVCenter,
                         metrics.elidedText(fact, Qt::ElideRight, wide));
        y += factHeight;
    }
    if (covered_) return;
    std::size_t most = 1;
    for (const CountBar& bar : count_.bars) most = std::max(most, bar.count);
    const int words = int(wide * 0.42), numbers = metrics.horizontalAdvance("000000"),
              room = wide - words - numbers - 12;
    for (int i = 0; i < int(count_.bars.size()); ++i) {
        const CountBar& bar = count_.bars[std::size_t(i)];
        const QRect place = barAt(i);
        const bool chosen = replies_.filtersBy(bar.filters);
        if (chosen || i == over_ || (hasFocus() && i == current_ && !bar.filters.empty())) {
            painter.setPen(hasFocus() && i == current_ ? QPen(t.tawny, 1, Qt::DotLine) : QPen(Qt::NoPen));
            painter.setBrush(chosen || i == over_ ? t.chosen : Qt::transparent);
            painter.drawRoundedRect(QRectF(place).adjusted(-3, 0.5, 3, -0.5), 3, 3);
        }
        painter.setFont(chosen ? bodyFont(12, true) : small);
        painter.setPen(t.ink);
        painter.drawText(QRect(place.left(), place.top(), words, barHeight), Qt::AlignLeft | Qt::AlignVCenter,
                         metrics.elidedText(calledAt(i), Qt::ElideRight, words));
        const int length = bar.count == 0 ? 0 : std::max(2, int(double(room) * double(bar.count) / double(most)));
        painter.setPen(Qt::NoPen);
        painter.setBrush(chosen ? t.tawny : t.teal);
        painter.drawRoundedRect(QRect(place.left() + words + 6, place.top() + 5, length, barHeight - 10), 2, 2);
        painter.setPen(t.ink2);
        painter.setFont(small);
        painter.drawText(QRect(place.right() - numbers, place.top(), numbers, barHeight),
                         Qt::AlignRight | Qt::AlignVCenter, QString::number(bar.count));
    }
}

void CountCard::mousePressEvent(QMouseEvent* event) {
    const int bar = barUnder(event->pos());
    if (bar < 0) return;
    current_ = bar;
    const auto filters = count_.bars[std::size_t(bar)].filters;
    if (!filters.empty()) emit pressed(filters);
}

void CountCard::mouseMoveEvent(QMouseEvent* event) {
    const int bar = barUnder(event->pos());
    if (bar == over_) return;
    over_ = bar;
    setCursor(bar >= 0 && !count_.bars[std::size_t(bar)].filters.empty() ? Qt::PointingHandCursor : Qt::ArrowCursor);
    update();
}

void CountCard::leaveEvent(QEvent*) {
    over_ = -1;
    update();
}

void CountCard::focusInEvent(QFocusEvent* event) {
    update();
    // What has the keys is in sight.
    for (QWidget* around = parentWidget(); around; around = around->parentWidget())
        if (auto* area = qobject_cast<QScrollArea*>(around)) area->ensureWidgetVisible(this, 0, 8);
    QWidget::focusInEvent(event);
}

void CountCard::keyPressEvent(QKeyEvent* event) {
    const int bars = covered_ ? 0 : int(count_.bars.size());
    if (bars && (event->key() == Qt::Key_Down || event->key() == Qt::Key_Up)) {
        current_ = std::clamp(current_ + (event->key() == Qt::Key_Down ? 1 : -1), 0, bars - 1);
        return update();
    }
    if (bars && (event->key() == Qt::Key_Return || event->key() == Qt::Key_Enter || event->key() == Qt::Key_Space)) {
        const auto filters = count_.bars[std::size_t(current_)].filters;
        if (!filters.empty()) emit pressed(filters);
        return;
    }
    QWidget::keyPressEvent(event);
}

bool CountCard::event(QEvent* event) {
    if (event->type() == QEvent::ToolTip) {
        const auto* help = static_cast<QHelpEvent*>(event);
        const int bar = barUnder(help->pos());
        const QString said = bar >= 0 ? calledAt(bar) + ": " + QString::number(count_.bars[std::size_t(bar)].count)
                                      : toQt(count_.column.called).simplified() + "\n" + facts().join("\n");
        QToolTip::showText(help->globalPos(), said, this);
        return true;
    }
    return QWidget::event(event);
}

// ---- all of them ----

CountsPanel::CountsPanel(RepliesDesk& replies, QWidget* parent) : QWidget(parent), replies_(replies) {
    setObjectName("panel");
    setAttribute(Qt::WA_StyledBackground);
    auto* outer = new QVBoxLayout(this);
    outer->setContentsMargins(0, 0, 0, 0);
    outer->setSpacing(0);
    area_ = new QScrollArea(this);
    area_->setFrameShape(QFrame::NoFrame);
    area_->setWidgetResizable(true);
    area_->setHorizontalScrollBarPolicy(Qt::ScrollBarAlwaysOff);
    inner_ = new QWidget(area_);
    inner_->setObjectName("counts");
    inner_->setStyleSheet(QString("QWidget#counts { background: %1; }").arg(tokens().cream.name()));
    column_ = new QVBoxLayout(inner_);
    column_->setContentsMargins(14, 12, 14, 12);
    column_->setSpacing(8);
    auto* title = new QLabel(Words::tr("Counts"), inner_);
    title->setFont(bodyFont(15, true));
    column_->addWidget(title);
    note_ = new QLabel(inner_);
    note_->setFont(bodyFont(12));
    note_->setProperty("secondary", true);
    note_->setWordWrap(true);
    column_->addWidget(note_);
    column_->addStretch(1);
    area_->setWidget(inner_);
    outer->addWidget(area_);
    connect(&replies, &RepliesDesk::changed, this, &CountsPanel::recount);
}

CountsPanel::~CountsPanel() = default;

void CountsPanel::setShown(bool shown) {
    shown_ = shown;
    shown ? recount() : void(thread_.request_stop());
}

void CountsPanel::recount() {
    if (!shown_) return;
    ++asked_;
    thread_ = {};  // what is being counted is given up
    if (!replies_.store() || replies_.numbers().empty()) {
        done_ = asked_;
        setCounts({});
        return;
    }
    thread_ = std::jthread([this, number = asked_, address = fromQt(replies_.address()), form = replies_.formName(),
                            query = replies_.query()](std::stop_token stop) {
        std::vector<QuestionCount> counts;
        if (auto store = ReplyStore::open(address, true))
            if (auto all = countsOf(*store, form, query, [&] { return !stop.stop_requested(); }))
                counts = std::move(*all);
        if (stop.stop_requested()) return;
        QMetaObject::invokeMethod(
            this,
            [this, number, counts = std::move(counts)] {
                if (number != asked_) return;
                done_ = number;
                setCounts(counts);
            },
            Qt::QueuedConnection);
    });
}

bool CountsPanel::wait(int milliseconds) {
    QElapsedTimer timer;
    timer.start();
    while (done_ != asked_ && timer.elapsed() < milliseconds)
        QCoreApplication::processEvents(QEventLoop::AllEvents, 20);
    return done_ == asked_;
}

void CountsPanel::setCounts(const std::vector<QuestionCount>& counts) {
    note_->setText(counts.empty() ? Words::tr("Each question is counted here once there are replies.")
                                  : Words::tr("Click a bar to see only those replies."));
    while (cards_.size() > counts.size()) {
        delete cards_.back();
        cards_.pop_back();
    }
    while (cards_.size() < counts.size()) {
        auto* card = new CountCard(replies_, inner_);
        column_->insertWidget(column_->count() - 1, card);
        connect(card, &CountCard::pressed, &replies_, &RepliesDesk::filterBy, Qt::QueuedConnection);
        cards_.push_back(card);
    }
    for (std::size_t i = 0; i < counts.size(); ++i)
        cards_[i]->setCount(counts[i], replies_.isPersonal(counts[i].column) && !replies_.showsPersonal());
    emit counted();
}

}  // namespace brindel
