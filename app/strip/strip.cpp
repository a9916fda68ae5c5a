#include "app/strip/strip.h"

#include <QtWidgets/QtWidgets>

#include "app/theme/theme.h"
#include "filler/drawing_painter.h"

namespace brindel {
namespace {

/// The word a kind has on the strip, where room is short.
const std::vector<std::pair<Kind, const char*>> order = {
    {Kind::label, "Label"},        {Kind::textBox, "Text box"},   {Kind::numberBox, "Number"},
    {Kind::dateBox, "Date"},       {Kind::comboBox, "Combo box"}, {Kind::listBox, "List box"},
    {Kind::checkBox, "Check box"}, {Kind::radioButton, "Radio"},  {Kind::button, "Button"},
    {Kind::frame, "Frame"},        {Kind::tabs, "Tabs"},          {Kind::line, "Line"}};

}  // namespace

Strip::Strip(Desk& desk, QWidget* parent) : QWidget(parent), desk_(desk) {
    setFixedHeight(56);
    setMouseTracking(true);
    setObjectName("strip");
    setAccessibleName("Controls to place");
    for (auto signal : {&Desk::toolChanged, &Desk::passChanged, &Desk::formChanged})
        connect(&desk, signal, this, qOverload<>(&QWidget::update));
}

std::vector<std::pair<Kind, QRect>> Strip::tools() const {
    std::vector<std::pair<Kind, QRect>> rects;
    // Words give way where the strip is narrow, so that every control stays in reach.
    const QFontMetrics metrics(bodyFont(12));
    const bool words = width() >= 800;
    int x = 12;
    for (const auto& [kind, word] : order) {
        if (kind == Kind::frame) x += 14;
        const int wide = words ? std::max(50, metrics.horizontalAdvance(word) + 8) : 44;
        rects.emplace_back(kind, QRect(x, 5, wide, 46));
        x += wide;
    }
    return rects;
}

QRect Strip::labelsRect() const {
    return {width() - 112, 5, 106, 46};
}

QRect Strip::kindRect(Kind kind) const {
    for (const auto& [k, rect] : tools())
        if (k == kind) return rect;
    return {};
}

void Strip::paintEvent(QPaintEvent*) {
    const Tokens& t = tokens();
    QPainter p(this);
    p.setRenderHint(QPainter::Antialiasing);
    p.fillRect(rect(), t.cream);
    p.setPen(t.line);
    p.drawLine(0, height() - 1, width(), height() - 1);
    if (desk_.pass() != Pass::layOut) {
        const PassRow& r = passes()[std::size_t(desk_.pass())];
        p.setFont(bodyFont(14, true));
        p.setPen(t.ink);
        p.drawText(QRect(16, 0, 200, height() - 1), Qt::AlignVCenter, r.word);
        const int after = 16 + p.fontMetrics().horizontalAdvance(r.word) + 14;
        p.setFont(bodyFont(13));
        p.setPen(t.ink2);
        const QString more = desk_.pass() == Pass::tryOut
                                 ? "This is how fillers see the form. Ctrl+T goes back to where you were."
                                 : r.does;
        p.drawText(QRect(after, 0, width() - after - 12, height() - 1), Qt::AlignVCenter,
                   p.fontMetrics().elidedText(more, Qt::ElideRight, width() - after - 12));
        return;
    }
    const bool words = width() >= 800;
    for (const auto& [kind, r] : tools()) {
        const bool chosen = desk_.tool() == kind;
        if (kind == Kind::frame) {
            p.setPen(t.line);
            p.drawLine(r.left() - 8, r.top() + 6, r.left() - 8, r.bottom() - 6);
        }
        if (chosen || hover_ == kind) {
            p.setPen(Qt::NoPen);
            p.setBrush(chosen ? t.chosen : t.paper);
            p.drawRoundedRect(r, 6, 6);
        }
        const QColor ink = chosen ? t.tawnyDark : t.ink;
        const QPixmap picture = iconPixmap(toQt(std::string(row(kind).key)), ink, 20, devicePixelRatioF());
        p.drawPixmap(QPointF(r.center().x() - 9.5, words ? r.top() + 4 : r.top() + 8), picture);
        p.setFont(bodyFont(12));
        p.setPen(ink);
        const char* word = std::ranges::find(order, kind, &std::pair<Kind, const char*>::first)->second;
        if (words) p.drawText(QRect(r.left(), r.bottom() - 20, r.width(), 17), Qt::AlignCenter, word);
        if (const char letter = row(kind).letter) {
            p.setFont(bodyFont(10));
            p.setPen(chosen ? t.tawnyDark : t.ink2);
            p.drawText(QRect(r.right() - 12, r.top() + 1, 12, 12), Qt::AlignCenter, QString(QLatin1Char(letter)));
        }
    }
    if (tools().back().second.right() + 10 > labelsRect().left()) return;
    const QRect l = labelsRect();
    p.setFont(bodyFont(11));
    p.setPen(t.ink2);
    p.drawText(QRect(l.left(), l.top() + 4, l.width() - 8, 18), Qt::AlignRight | Qt::AlignVCenter, "Labels go");
    p.setFont(bodyFont(12));
    p.setPen(t.tawnyDark);
    p.drawText(QRect(l.left(), l.bottom() - 22, l.width() - 8, 18), Qt::AlignRight | Qt::AlignVCenter,
               toQt(std::string(tokenWord(Prop::labelsSit, desk_.form().root().text(Prop::labelsSit)))));
}

void Strip::mousePressEvent(QMouseEvent* event) {
    if (desk_.pass() != Pass::layOut) return;
    for (const auto& [kind, r] : tools())
        if (r.contains(event->pos())) {
            const bool off = desk_.tool() == kind;
            desk_.setTool(off ? std::nullopt : std::optional(kind), event->modifiers() & Qt::ShiftModifier);
            return;
        }
    if (labelsRect().contains(event->pos()) && tools().back().second.right() + 10 <= labelsRect().left()) {
        const bool left = desk_.form().root().text(Prop::labelsSit) == "left";
        desk_.edit(withProperty(desk_.form(), {rootId}, Prop::labelsSit, std::string(left ? "above" : "left")),
                   left ? "Labels above fields" : "Labels left of fields");
    }
}

void Strip::mouseDoubleClickEvent(QMouseEvent* event) {
    for (const auto& [kind, r] : tools())
        if (r.contains(event->pos()) && desk_.pass() == Pass::layOut) desk_.setTool(kind, true);
}

void Strip::mouseMoveEvent(QMouseEvent* event) {
    hover_.reset();
    for (const auto& [kind, r] : tools())
        if (r.contains(event->pos())) hover_ = kind;
    update();
}

void Strip::leaveEvent(QEvent*) {
    hover_.reset();
    update();
}

bool Strip::event(QEvent* event) {
    if (event->type() == QEvent::ToolTip && desk_.pass() == Pass::layOut) {
        auto* help = static_cast<QHelpEvent*>(event);
        for (const auto& [kind, r] : tools())
            if (r.contains(help->pos())) {
                QString letter = row(kind).letter
                                     ? QString(" (%1 on the sheet; with Shift it stays in hand)").arg(row(kind).letter)
                                     : QString();
                QToolTip::showText(help->globalPos(),
                                   QString("Place a %1%2").arg(toQt(std::string(row(kind).word)), letter), this);
            }
        return true;
    }
    return QWidget::event(event);
}

}  // namespace brindel
