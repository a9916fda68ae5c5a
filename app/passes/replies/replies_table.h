// The replies as a table: read from the store in blocks, so that however many there are, only what is seen is in hand.
#pragma once

#include <QAbstractTableModel>
#include <QCache>

#include "app/passes/replies/replies_desk.h"

namespace brindel {

class RepliesTable : public QAbstractTableModel {
    Q_OBJECT
  public:
    explicit RepliesTable(RepliesDesk& replies, QObject* parent = nullptr);

    int rowCount(const QModelIndex& parent = {}) const override;
    int columnCount(const QModelIndex& parent = {}) const override;
    QVariant data(const QModelIndex& index, int role = Qt::DisplayRole) const override;
    QVariant headerData(int section, Qt::Orientation orientation, int role = Qt::DisplayRole) const override;
    void sort(int column, Qt::SortOrder order) override;

    /// The reply of a row; null where it is gone meanwhile.
    const KeptReply* replyAt(int row) const;
    /// What a column of the table is, of those of answers; null for the first ones.
    const ReplyColumn* columnAt(int column) const;
    QString shownAt(int row, int column) const;

    static constexpr int fixed = 2;  // its number, when it was filled in

  private:
    void refresh();
    RepliesDesk& replies_;
    std::vector<ReplyColumn> columns_;
    std::vector<bool> personal_;
    std::vector<long long> numbers_;
    struct Block {
        std::map<long long, KeptReply> replies;
    };
    mutable QCache<int, Block> blocks_{40};
};

}  // namespace brindel
