#include "app/passes/replies/counts_panel.h"

#include <QtSvg/QSvgGenerator>
#include <QtWidgets/QtWidgets>

#include "app/passes/replies/cross_table.h"
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

QString barCalled(const QuestionCount& count, std::size_t bar) {
    const CountBar& one = count.bars[bar];
    if (row(count.column.type).toggled) return bar == 0 ? Words::tr("Yes") : Words::tr("No");
    if (count.column.type == AnswerType::date && one.called.size() == 10)
        return answerShown(one.called, AnswerType::date);
    if (count.column.type == AnswerType::date && one.called.size() == 7) {
        const QDate day = QDate::fromString(toQt(one.called) + "-01", Qt::ISODate);
        return QLocale().toString(day, "MMM yyyy");
    }
    return toQt(one.called).simplified();
}

CountCard::CountCard(RepliesDesk& replies, QWidget* parent) : QWidget(parent), replies_(replies) {
    setMouseTracking(true);
    setFocusPolicy(Qt::StrongFocus);
    setSizePolicy(QSizePolicy::Preferred, QSizePolicy::Fixed);
    more_ = new QToolButton(this);
    more_->setObjectName("countMore");
    more_->setText("⋯");
    more_->setAutoRaise(true);
    more_->setFocusPolicy(Qt::NoFocus);  // the menu key of the card does the same
    more_->setToolTip(Words::tr("Save as a picture, copy, compare"));
    more_->setStyleSheet(QString("QToolButton { border: none; color: %1; } QToolButton:hover { color: %2; }")
                             .arg(tokens().ink2.name(), tokens().tawny.name()));
    connect(more_, &QToolButton::clicked, this, [this] { showMenu(more_->mapToGlobal(QPoint(0, more_->height()))); });
}

void CountCard::resizeEvent(QResizeEvent*) {
    more_->setGeometry(width() - 30, 3, 24, 20);
}

void CountCard::contextMenuEvent(QContextMenuEvent* event) {
    showMenu(event->reason() == QContextMenuEvent::Mouse ? event->globalPos() : mapToGlobal(QPoint(pad, top())));
}

void CountCard::showMenu(const QPoint& at) {
    QMenu menu;
    menu.setObjectName("countMenu");
    menu.setStyleSheet(panelSheet());
    menu.addAction(Words::tr("Save as a picture…"), this, &CountCard::askPicture)->setEnabled(!covered_);
    menu.addAction(Words::tr("Copy as a table"), this, [this] { QGuiApplication::clipboard()->setText(asTable()); })
        ->setEnabled(!covered_);
    menu.addSeparator();
    menu.addAction(Words::tr("Against another question…"), this, &CountCard::crossAsked)
        ->setEnabled(!covered_ && canCross(count_));
    menu.exec(at);
}

QString CountCard::asTable() const {
    QString all = toQt(count_.column.called).simplified() + "\t" + Words::tr("Replies") + "\n";
    for (int i = 0; i < int(count_.bars.size()); ++i)
        all += calledAt(i) + "\t" + QString::number(count_.bars[std::size_t(i)].count) + "\n";
    if (count_.others > 0) all += Words::tr("others") + "\t" + QString::number(count_.others) + "\n";
    if (count_.empty > 0) all += Words::tr("empty") + "\t" + QString::number(count_.empty) + "\n";
    return all;
}

QImage CountCard::picture() const {
    constexpr double sharp = 2;
    QImage image(size() * sharp, QImage::Format_RGB32);
    image.setDevicePixelRatio(sharp);
    image.fill(tokens().paper);
    QPainter painter(&image);
    paint(painter, true);
    return image;
}

bool CountCard::savePicture(const QString& path) const {
    if (!path.endsWith(".svg")) return picture().save(path, "PNG");
    QSvgGenerator svg;
    svg.setFileName(path);
    svg.setSize(size());
    svg.setViewBox(rect());
    svg.setTitle(toQt(count_.column.called).simplified());
    svg.setDescription(accessibleName());
    QPainter painter;
    if (!painter.begin(&svg)) return false;
    paint(painter, true);
    return painter.end();
}

void CountCard::askPicture() {
    const QFileInfo form(replies_.desk().path());
    QString kind;
    QString path = QFileDialog::getSaveFileName(
        this, Words::tr("Save as a picture"),
        form.dir().filePath(form.completeBaseName() + "-" + toQt(count_.column.name) + ".png"),
        Words::tr("Picture (*.png);;Drawing (*.svg)"), &kind);
    if (path.isEmpty()) return;
    if (!path.endsWith(".png") && !path.endsWith(".svg")) path += kind.contains("*.svg") ? ".svg" : ".png";
    replies_.desk().say(savePicture(path)
                            ? Words::tr("Saved: %1").arg(QDir::toNativeSeparators(path))
                            : Words::tr("The file cannot be written: %1").arg(QDir::toNativeSeparators(path)),
                        !QFileInfo::exists(path));
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
    return barCalled(count_, std::size_t(bar));
}

QStringList CountCard::facts() const {
    QStringList all;
    QuestionCount told = count_;
    // What is covered is not told by its middle either.
    if (covered_) told = {.column = count_.column, .answered = count_.answered, .empty = count_.empty, .bars = {{}}};
    for (const Sentence& one : countFacts(told, [](double number) { return fromQt(numberShown(number)); }))
        all += Words::shown(one);
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
    paint(painter, false);
}

/// `alone` is a picture of the card, without what the pointer and the keys do to it.
void CountCard::paint(QPainter& painter, bool alone) const {
    painter.setRenderHint(QPainter::Antialiasing);
    const Tokens& t = tokens();
    painter.setPen(QPen(hasFocus() && !alone ? t.tawny : t.line, 1));
    painter.setBrush(t.paper);
    painter.drawRoundedRect(QRectF(rect()).adjusted(0.5, 0.5, -0.5, -0.5), 4, 4);
    const int wide = width() - 2 * pad, title = alone ? wide : wide - 22;
    const QFont bold = bodyFont(13, true), small = bodyFont(12);
    painter.setFont(bold);
    painter.setPen(t.ink);
    painter.drawText(QRect(pad, pad - 2, title, titleHeight), Qt::AlignLeft | Qt::AlignVCenter,
                     QFontMetrics(bold).elidedText(toQt(count_.column.called).simplified(), Qt::ElideRight, title));
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
        const bool chosen = !alone && replies_.filtersBy(bar.filters);
        if (!alone && (chosen || i == over_ || (hasFocus() && i == current_ && !bar.filters.empty()))) {
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
    cross_ = linkButton(Words::tr("Two questions against each other…"), "crossQuestions", inner_);
    cross_->setStyleSheet("padding: 2px 0px; margin-left: -4px;");  // in line with what stands above and below
    column_->addWidget(cross_, 0, Qt::AlignLeft);
    connect(cross_, &QToolButton::clicked, this, [this] { askCross(nullptr); });
    column_->addStretch(1);
    area_->setWidget(inner_);
    outer->addWidget(area_);
    connect(&replies, &RepliesDesk::changed, this, &CountsPanel::recount);
}

void CountsPanel::setShown(bool shown) {
    shown_ = shown;
    shown ? recount() : counting_.give();
}

void CountsPanel::recount() {
    if (!shown_) return;
    if (!replies_.store() || replies_.numbers().empty()) {
        counting_.rest();
        return setCounts({});
    }
    counting_.ask(
        [address = fromQt(replies_.address()), form = replies_.formName(),
         query = replies_.query()](std::stop_token stop) {
            std::vector<QuestionCount> counts;
            if (auto store = ReplyStore::open(address, true))
                if (auto all = countsOf(*store, form, query, [&] { return !stop.stop_requested(); }))
                    counts = std::move(*all);
            return counts;
        },
        [this](const std::vector<QuestionCount>& counts) { setCounts(counts); });
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
        connect(card, &CountCard::crossAsked, this, [this, card] { askCross(card); });
        connect(card, &CountCard::pressed, &replies_, &RepliesDesk::filterBy, Qt::QueuedConnection);
        cards_.push_back(card);
    }
    for (std::size_t i = 0; i < counts.size(); ++i)
        cards_[i]->setCount(counts[i], replies_.isPersonal(counts[i].column) && !replies_.showsPersonal());
    cross_->setVisible(std::ranges::count_if(cards_, [](const CountCard* card) { return canCross(card->count()); }) >
                       1);
    emit counted();
}

void CountsPanel::askCross(const CountCard* card) {
    std::vector<QuestionCount> questions;
    std::size_t first = 0;
    for (const CountCard* one : cards_) {
        const bool covered = replies_.isPersonal(one->count().column) && !replies_.showsPersonal();
        if (covered || !canCross(one->count())) continue;
        if (one == card) first = questions.size();
        questions.push_back(one->count());
    }
    if (questions.size() > 1) CrossTable(replies_, std::move(questions), first, window()).exec();
}

}  // namespace brindel
