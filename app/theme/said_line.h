// A line of a list in which something is said of somebody: its mark, whom it speaks of, and what. Headings are lines of
// their own.
#pragma once

#include <QStyledItemDelegate>

namespace brindel {

class SaidLine : public QStyledItemDelegate {
  public:
    /// What an item holds beside its text. One without `of` is a heading.
    enum Role { of = Qt::UserRole, whom, quiet, means, firstOfList };
    using QStyledItemDelegate::QStyledItemDelegate;

    QSize sizeHint(const QStyleOptionViewItem& option, const QModelIndex& index) const override;
    void paint(QPainter* painter, const QStyleOptionViewItem& option, const QModelIndex& index) const override;

  protected:
    virtual void paintMark(QPainter& painter, const QRectF& box, const QModelIndex& index) const = 0;
    /// What stands in the line beside its text.
    virtual void paintBeside(QPainter&, const QRect& /*line*/, const QModelIndex&) const {}
    /// The room that this takes.
    virtual int beside(const QModelIndex&) const { return 0; }
    virtual void paintHeading(QPainter& painter, const QRect& line, const QString& words) const;
};

}  // namespace brindel
