#include "app/theme/said_line.h"

#include <QtWidgets/QtWidgets>

#include "app/theme/theme.h"

namespace brindel {
namespace {

constexpr int markRoom = 24, lineGap = 2, aside = 6;

int textHeight(const QString& text, int width) {
    return text.isEmpty() ? 0
                          : QFontMetrics(bodyFont(12))
                                .boundingRect(QRect(0, 0, width - markRoom - 12, 4000), Qt::TextWordWrap, text)
                                .height();
}

}  // namespace

QSize SaidLine::sizeHint(const QStyleOptionViewItem& option, const QModelIndex& index) const {
    if (!index.data(of).isValid()) return {10, 30};
    const int width =
        (option.widget ? static_cast<const QListView*>(option.widget)->viewport()->width() : 240) - beside(index);
    return {10, QFontMetrics(bodyFont(12, true)).height() + lineGap + textHeight(index.data().toString(), width) +
                    textHeight(index.data(means).toString(), width) + 2 * aside};
}

void SaidLine::paintHeading(QPainter& p, const QRect& line, const QString& words) const {
    p.drawText(line.adjusted(8, 6, -4, 0), Qt::AlignLeft | Qt::AlignVCenter, words);
}

void SaidLine::paint(QPainter* p, const QStyleOptionViewItem& option, const QModelIndex& index) const {
    const QRect r = option.rect;
    if (!index.data(of).isValid()) {
        p->setFont(bodyFont(12, true));
        p->setPen(tokens().tawnyDark);
        return paintHeading(*p, r, index.data().toString());
    }
    if (option.state & QStyle::State_Selected) {
        p->fillRect(r, tokens().chosen);
        p->fillRect(QRect(r.left(), r.top(), 3, r.height()), tokens().tawny);
    }
    paintBeside(*p, r, index);
    const bool silent = index.data(quiet).toBool();
    const int room = r.width() - markRoom - 12 - beside(index);
    p->save();
    if (silent) p->setOpacity(0.55);
    paintMark(*p, QRectF(r.left() + 7, r.top() + aside + 1, 14, 14), index);
    p->restore();
    const QFontMetrics heading(bodyFont(12, true));
    p->setFont(bodyFont(12, true));
    p->setPen(silent ? tokens().ink2 : tokens().ink);
    p->drawText(QRect(r.left() + markRoom + 4, r.top() + aside, room, heading.height()),
                Qt::AlignLeft | Qt::AlignVCenter,
                heading.elidedText(index.data(whom).toString(), Qt::ElideRight, room));
    p->setFont(bodyFont(12));
    p->setPen(tokens().ink2);
    QRect text = r.adjusted(markRoom + 4, aside + heading.height() + lineGap, -8 - beside(index), 0);
    QRect said;
    p->drawText(text, Qt::TextWordWrap, index.data().toString(), &said);
    if (const QString after = index.data(means).toString(); !after.isEmpty()) {
        text.setTop(said.bottom() + 1);
        p->setPen(tokens().tawnyDark);
        p->drawText(text, Qt::TextWordWrap, after);
    }
}

}  // namespace brindel
