#include "app/rail/rail.h"

#include <QtWidgets/QtWidgets>

#include "app/findings/findings_panel.h"
#include "app/theme/theme.h"
#include "app/words.h"

namespace brindel {
namespace {
constexpr int first = 10, high = 44, dotX = 19, footHigh = 84, overFoot = 100;
}

Rail::Rail(Desk& desk, Amount amount, QWidget* parent) : QWidget(parent), desk_(desk), amount_(std::move(amount)) {
    setFixedWidth(168);
    setMouseTracking(true);
    setObjectName("rail");
    setAccessibleName(Words::tr("Passes"));
    // Counting goes through the whole form: it waits until a run of edits pauses.
    counting_ = new QTimer(this);
    counting_->setSingleShot(true);
    counting_->setInterval(60);
    connect(counting_, &QTimer::timeout, this, &Rail::count);
    connect(&desk, &Desk::formChanged, counting_, qOverload<>(&QTimer::start));
    connect(&desk, &Desk::findingsChanged, counting_, qOverload<>(&QTimer::start));
    for (auto signal : {&Desk::formChanged, &Desk::passChanged})
        connect(&desk, signal, this, qOverload<>(&QWidget::update));
}

QRect Rail::stopRect(Pass pass) const {
    return {0, first + int(pass) * high, width(), high};
}

QRect Rail::footRect() const {
    return {0, height() - footHigh, width(), footHigh};
}

void Rail::count() {
    const Form& form = desk_.form();
    // What a pass has to do with: names, stops, formulas and rules, fields.
    std::map<Pass, int> all;
    for (const PassRow& r : passes())
        if (const auto amount = amount_(r.pass)) all[r.pass] = *amount;
    std::map<Pass, int> open;
    std::map<Pass, Severity> worst;
    for (const Finding& f : desk_.findings()) {
        if (!isOpen(f)) continue;
        const Pass pass = passOf(f.check->family);
        ++open[pass];
        const auto [at, first] = worst.try_emplace(pass, f.check->severity);
        if (!first) at->second = std::min(at->second, f.check->severity);
    }
    counts_.clear();
    for (const auto& [pass, count] : all) {
        const int wrong = open[pass];
        counts_[pass] = {count == 0 && wrong == 0 ? QString() : QString::number(wrong ? wrong : count),
                         wrong ? std::optional(worst[pass]) : std::nullopt, count > 0 && wrong == 0};
    }
    // Everything that is open stands before the hand-over.
    int everything = 0;
    for (const auto& [pass, count] : open) everything += count;
    std::optional<Severity> worstOfAll;
    for (const auto& [pass, severity] : worst) worstOfAll = std::min(worstOfAll.value_or(severity), severity);
    counts_[Pass::handOver] = {everything ? QString::number(everything) : QString(), worstOfAll,
                               everything == 0 && !form.root().children.empty()};
    update();
}

Rail::Count Rail::countOf(Pass pass) const {
    if (pass == Pass::tryOut) return {"Ctrl+T"};
    auto at = counts_.find(pass);
    return at == counts_.end() ? Count{} : at->second;
}

void Rail::paintEvent(QPaintEvent*) {
    const Tokens& t = tokens();
    QPainter p(this);
    p.setRenderHint(QPainter::Antialiasing);
    p.fillRect(rect(), t.umber);
    p.setPen(QPen(QColor(0x7C, 0x6F, 0x63), 2));
    p.drawLine(dotX, first + high / 2, dotX, first + high * (int(passes().size()) - 1) + high / 2);
    for (const PassRow& r : passes()) {
        const QRect stop = stopRect(r.pass);
        const bool here = r.pass == desk_.pass();
        if (here || int(r.pass) == hover_) {
            p.fillRect(stop, t.umber2);
            p.setPen(QPen(QColor(0x7C, 0x6F, 0x63), 2));
            p.drawLine(dotX, r.pass == passes().front().pass ? stop.center().y() : stop.top(), dotX,
                       r.pass == passes().back().pass ? stop.center().y() : stop.bottom());
        }
        if (here) p.fillRect(QRect(0, stop.top(), 4, high), QColor("#D98A46"));
        // A ring for a stop to come, filled where one stands.
        const Count counted = countOf(r.pass);
        const QColor passed("#7FA66A");
        p.setPen(QPen(here ? QColor("#D98A46") : counted.passed ? passed : QColor(0xA8, 0x9B, 0x8E), 2));
        p.setBrush(here ? QColor("#D98A46") : counted.passed ? passed : t.umber);
        p.drawEllipse(QPoint(dotX, stop.center().y()), 8, 8);
        p.setPen(here ? Qt::white : t.onDark);
        p.setFont(bodyFont(14, here));
        p.drawText(stop.adjusted(40, 0, 0, 0), Qt::AlignVCenter | Qt::AlignLeft, Words::shown(r.word));
        const QString count = counted.text;
        if (count.isEmpty()) continue;
        p.setFont(bodyFont(13));
        if (r.pass == Pass::tryOut) {
            p.setPen(t.onDark2);
            p.drawText(stop.adjusted(0, 0, -12, 0), Qt::AlignVCenter | Qt::AlignRight, count);
        } else {
            const int wide = std::max(22, p.fontMetrics().horizontalAdvance(count) + 14);
            QRectF chip(stop.right() - 11 - wide, stop.center().y() - 9, wide, 20);
            p.setPen(Qt::NoPen);
            p.setBrush(!counted.wrong                    ? QColor(0x57, 0x4B, 0x42)
                       : counted.wrong == Severity::must ? QColor("#A8322A")
                                                         : QColor("#8A5A08"));
            p.drawRoundedRect(chip, 10, 10);
            p.setPen(counted.wrong ? QColor(Qt::white) : t.onDark);
            p.drawText(chip, Qt::AlignCenter, count);
        }
    }
    const int foot = footRect().top();
    if (foot < first + int(passes().size()) * high) return;
    if (hover_ == overFoot) p.fillRect(footRect(), t.umber2);
    p.setPen(QColor(0x4A, 0x40, 0x38));
    p.drawLine(0, foot, width(), foot);
    p.setFont(bodyFont(12));
    p.setPen(t.onDark2);
    QRect room(12, foot + 8, width() - 24, footHigh - 28);
    p.drawText(room, Qt::TextWordWrap,
               fieldCount(desk_.form()) == 0 && desk_.findings().empty() ? Words::tr("Nothing to fill yet.")
                                                                         : openSaid(desk_.findings()));
    p.setPen(QColor("#E2A870"));
    p.drawText(QRect(12, height() - 23, width() - 24, 18), Qt::AlignLeft | Qt::AlignVCenter,
               desk_.findings().empty() ? QString() : Words::tr("Show them"));
}

void Rail::mousePressEvent(QMouseEvent* event) {
    for (const PassRow& r : passes())
        if (stopRect(r.pass).contains(event->pos())) return emit picked(r.pass);
    if (footRect().contains(event->pos()) && footRect().top() >= first + int(passes().size()) * high)
        emit findingsAsked();
}

void Rail::mouseMoveEvent(QMouseEvent* event) {
    int at = (event->pos().y() - first) / high;
    hover_ = footRect().contains(event->pos())                        ? overFoot
             : event->pos().y() >= first && at < int(passes().size()) ? at
                                                                      : -1;
    setCursor(hover_ == overFoot ? Qt::PointingHandCursor : Qt::ArrowCursor);
    update();
}

void Rail::leaveEvent(QEvent*) {
    hover_ = -1;
    update();
}

bool Rail::event(QEvent* event) {
    if (event->type() == QEvent::ToolTip) {
        auto* help = static_cast<QHelpEvent*>(event);
        for (const PassRow& r : passes())
            if (stopRect(r.pass).contains(help->pos()))
                QToolTip::showText(help->globalPos(),
                                   QString("%1 (Ctrl+%2)").arg(Words::shown(r.does)).arg(int(r.pass) + 1), this);
        return true;
    }
    return QWidget::event(event);
}

}  // namespace brindel
