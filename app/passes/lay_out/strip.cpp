#include "app/passes/lay_out/strip.h"

#include <QtWidgets/QtWidgets>

#include "app/theme/theme.h"
#include "app/words.h"
#include "filler/drawing_painter.h"

namespace brindel {
namespace {

/// The word a tool has on the strip, where room is short.
QString shortWord(const Tool& tool) {
    if (const auto shorter = row(tool.kind).onStrip; !shorter.empty() && !tool.heading) return Words::shown(shorter);
    QString word = Words::shown(tool.word());
    word[0] = word[0].toUpper();
    return word;
}

constexpr int side = 8, gap = 12;  // before the first tool, and where another sort of tools begins

}  // namespace

Strip::Strip(Desk& desk, QWidget* parent) : QWidget(parent), desk_(desk) {
    setFixedHeight(56);
    setMouseTracking(true);
    setObjectName("strip");
    setAccessibleName(Words::tr("Controls to place"));
    for (auto signal : {&Desk::toolChanged, &Desk::passChanged, &Desk::formChanged})
        connect(&desk, signal, this, qOverload<>(&QWidget::update));
}

bool Strip::worded() const {
    const QFontMetrics metrics(bodyFont(11));
    int wide = side + 2 * gap + 40;
    for (const Tool& tool : allTools()) wide += std::max(34, metrics.horizontalAdvance(shortWord(tool)) + 7);
    return wide <= width();
}

bool Strip::twoRows() const {
    return side + 2 * gap + 40 + 24 * int(allTools().size()) > width();
}

std::vector<std::pair<Tool, QRect>> Strip::tools() const {
    std::vector<std::pair<Tool, QRect>> rects;
    if (twoRows()) {
        const int across = (int(allTools().size()) + 1) / 2, wide = std::min(40, (width() - side - 40) / across);
        for (int i = 0; i < int(allTools().size()); ++i)
            rects.emplace_back(allTools()[std::size_t(i)],
                               QRect(side + i % across * wide, 3 + i / across * 25, wide, 24));
        return rects;
    }
    // Words give way where the strip is narrow, so that every control stays in reach.
    const QFontMetrics metrics(bodyFont(11));
    const bool words = worded();
    const int count = int(allTools().size()), narrow = std::clamp((width() - side - 2 * gap - 40) / count, 24, 44);
    int spare = 0;
    if (words) {
        int wide = side + 2 * gap + 40;
        for (const Tool& tool : allTools()) wide += std::max(34, metrics.horizontalAdvance(shortWord(tool)) + 7);
        spare = std::clamp((width() - wide) / count, 0, 12);
    }
    int x = side;
    for (const Tool& tool : allTools()) {
        if (row(tool.kind).framed || tool.kind == Kind::picture) x += gap;
        const int wide = words ? std::max(34, metrics.horizontalAdvance(shortWord(tool)) + 7) + spare : narrow;
        rects.emplace_back(tool, QRect(x, 5, wide, 46));
        x += wide;
    }
    return rects;
}

QRect Strip::labelsRect() const {
    return {width() - 36, 8, 30, 40};
}

QRect Strip::toolRect(Tool tool) const {
    for (const auto& [t, rect] : tools())
        if (t == tool) return rect;
    return {};
}

void Strip::paintTool(QPainter& p, const Tool& tool, const QRect& r) {
    const Tokens& t = tokens();
    const bool words = worded();
    const bool chosen = desk_.tool() == tool;
    if (!twoRows() && (row(tool.kind).framed || tool.kind == Kind::picture)) {
        p.setPen(t.line);
        p.drawLine(r.left() - gap / 2, r.top() + 6, r.left() - gap / 2, r.bottom() - 6);
    }
    if (chosen || hover_ == tool) {
        p.setPen(Qt::NoPen);
        p.setBrush(chosen ? t.chosen : t.paper);
        p.drawRoundedRect(r, 6, 6);
    }
    const QColor ink = chosen ? t.tawnyDark : t.ink;
    const QPixmap picture = iconPixmap(tool.icon(), ink, 20, devicePixelRatioF());
    p.drawPixmap(QPointF(r.center().x() - 9.5, twoRows() ? r.top() + 2 : words ? r.top() + 5 : r.top() + 12), picture);
    p.setFont(bodyFont(11));
    p.setPen(ink);
    if (words) p.drawText(QRect(r.left(), r.bottom() - 19, r.width(), 16), Qt::AlignCenter, shortWord(tool));
    if (const char letter = tool.letter(); letter && !twoRows()) {
        p.setFont(bodyFont(9));
        p.setPen(chosen ? t.tawnyDark : t.ink2);
        p.drawText(QRect(r.right() - 10, r.top() + 1, 10, 11), Qt::AlignCenter, QString(QLatin1Char(letter)));
    }
}

/// The switch for labels shows a field with its label where it goes.
void Strip::paintLabels(QPainter& p) {
    const Tokens& t = tokens();
    const QRect l = labelsRect();
    const bool above = desk_.form().root().as<LabelsSit>() == LabelsSit::above;
    if (l.contains(mapFromGlobal(QCursor::pos()))) {
        p.setPen(Qt::NoPen);
        p.setBrush(t.paper);
        p.drawRoundedRect(l, 6, 6);
    }
    p.setPen(QPen(t.tawnyDark, 1.5));
    p.setBrush(Qt::NoBrush);
    const QRectF field = above ? QRectF(l.center().x() - 10, l.center().y() - 1, 20, 9)
                               : QRectF(l.center().x() - 1, l.center().y() - 5, 11, 10);
    p.drawRoundedRect(field, 2, 2);
    p.setPen(QPen(t.ink, 2));
    above ? p.drawLine(QPointF(field.left(), field.top() - 6), QPointF(field.left() + 11, field.top() - 6))
          : p.drawLine(QPointF(field.left() - 10, l.center().y()), QPointF(field.left() - 4, l.center().y()));
}

void Strip::paintEvent(QPaintEvent*) {
    const Tokens& t = tokens();
    QPainter p(this);
    p.setRenderHint(QPainter::Antialiasing);
    p.fillRect(rect(), t.cream);
    p.setPen(t.line);
    p.drawLine(0, height() - 1, width(), height() - 1);
    for (const auto& [tool, r] : tools()) paintTool(p, tool, r);
    paintLabels(p);
}

void Strip::mousePressEvent(QMouseEvent* event) {
    if (desk_.pass() != Pass::layOut) return;
    for (const auto& [tool, r] : tools())
        if (r.contains(event->pos())) {
            const bool off = desk_.tool() == tool;
            desk_.setTool(off ? std::nullopt : std::optional(tool), event->modifiers() & Qt::ShiftModifier);
            return;
        }
    if (labelsRect().contains(event->pos())) {
        const bool left = desk_.form().root().as<LabelsSit>() == LabelsSit::left;
        desk_.edit(withProperty(desk_.form(), {rootId}, Prop::labelsSit, std::string(left ? "above" : "left")),
                   left ? Words::tr("Labels above fields") : Words::tr("Labels left of fields"));
    }
}

void Strip::mouseDoubleClickEvent(QMouseEvent* event) {
    for (const auto& [tool, r] : tools())
        if (r.contains(event->pos()) && desk_.pass() == Pass::layOut) desk_.setTool(tool, true);
}

void Strip::mouseMoveEvent(QMouseEvent* event) {
    hover_.reset();
    for (const auto& [tool, r] : tools())
        if (r.contains(event->pos())) hover_ = tool;
    update();
}

void Strip::leaveEvent(QEvent*) {
    hover_.reset();
    update();
}

bool Strip::event(QEvent* event) {
    if (event->type() == QEvent::ToolTip && desk_.pass() == Pass::layOut) {
        auto* help = static_cast<QHelpEvent*>(event);
        for (const auto& [tool, r] : tools())
            if (r.contains(help->pos())) {
                QString letter = tool.letter()
                                     ? Words::tr(" (%1 on the sheet; with Shift it stays in hand)").arg(tool.letter())
                                     : QString();
                QToolTip::showText(help->globalPos(), Words::tr("Place a %1%2").arg(Words::shown(tool.word()), letter),
                                   this);
            }
        if (labelsRect().contains(help->pos()))
            QToolTip::showText(
                help->globalPos(),
                Words::tr("Labels go %1")
                    .arg(Words::shown(tokenWord(Prop::labelsSit, desk_.form().root().text(Prop::labelsSit)))),
                this);
        return true;
    }
    return QWidget::event(event);
}

}  // namespace brindel
