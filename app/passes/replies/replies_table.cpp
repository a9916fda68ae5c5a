#include "app/passes/replies/replies_table.h"

#include <QBrush>
#include <QDateTime>
#include <QLocale>

#include "app/theme/theme.h"
#include "app/words.h"
#include "filler/drawing_painter.h"

namespace brindel {
namespace {
constexpr int blockRows = 200;
}

RepliesTable::RepliesTable(RepliesDesk& replies, QObject* parent) : QAbstractTableModel(parent), replies_(replies) {
    connect(&replies, &RepliesDesk::changed, this, &RepliesTable::refresh);
    refresh();
}

void RepliesTable::refresh() {
    std::vector<ReplyColumn> columns;
    for (const ReplyColumn& c : replies_.columns()) columns.push_back(c);
    auto keys = [](const std::vector<ReplyColumn>& all) {
        std::vector<std::string> list;
        for (const ReplyColumn& c : all) list.push_back(c.key() + c.called);
        return list;
    };
    // The same columns keep their widths; a model that is reset does not.
    const bool same = keys(columns) == keys(columns_);
    if (!same) beginResetModel();
    if (same) emit layoutAboutToBeChanged();
    columns_ = std::move(columns);
    personal_.clear();
    for (const ReplyColumn& c : columns_) personal_.push_back(replies_.isPersonal(c));
    numbers_ = replies_.numbers();
    blocks_.clear();
    same ? emit layoutChanged() : endResetModel();
}

int RepliesTable::rowCount(const QModelIndex& parent) const {
    return parent.isValid() ? 0 : int(numbers_.size());
}

int RepliesTable::columnCount(const QModelIndex& parent) const {
    return parent.isValid() ? 0 : fixed + int(columns_.size());
}

const ReplyColumn* RepliesTable::columnAt(int column) const {
    return column < fixed || column >= fixed + int(columns_.size()) ? nullptr : &columns_[std::size_t(column - fixed)];
}

const KeptReply* RepliesTable::replyAt(int row) const {
    if (row < 0 || row >= int(numbers_.size()) || !replies_.store()) return nullptr;
    const int at = row / blockRows;
    Block* block = blocks_.object(at);
    if (!block) {
        block = new Block;
        const std::size_t from = std::size_t(at) * blockRows;
        const std::size_t count = std::min<std::size_t>(blockRows, numbers_.size() - from);
        if (auto some = replies_.store()->replies(replies_.formName(), std::span(numbers_).subspan(from, count)))
            for (KeptReply& one : *some) block->replies.emplace(one.number, std::move(one));
        blocks_.insert(at, block);
    }
    const auto found = block->replies.find(numbers_[std::size_t(row)]);
    return found == block->replies.end() ? nullptr : &found->second;
}

QString RepliesTable::shownAt(int row, int column) const {
    const KeptReply* reply = replyAt(row);
    if (!reply) return {};
    if (column == 0) return QString::number(reply->number);
    if (column == 1) {
        const QDateTime filled =
            QDateTime::fromString(toQt(reply->reply.filled.empty() ? reply->came : reply->reply.filled), Qt::ISODate);
        return filled.isValid()
                   ? QLocale().toString(filled.date(), QLocale::ShortFormat) + " " + filled.toString("HH:mm")
                   : QString();
    }
    const ReplyColumn* c = columnAt(column);
    if (!c) return {};
    QString shown;
    if (c->rows) {
        QStringList all;
        for (auto at = reply->byColumn.lower_bound(c->key() + "/");
             at != reply->byColumn.end() && at->first.starts_with(c->key() + "/"); ++at)
            if (const QString one = answerShown(at->second, c->type); !one.isEmpty()) all += one;
        shown = all.join("; ");
    } else if (const auto at = reply->byColumn.find(c->key()); at != reply->byColumn.end()) {
        shown = answerShown(at->second, c->type);
    }
    const bool covered = personal_[std::size_t(column - fixed)] && !replies_.showsPersonal();
    return covered && !shown.isEmpty() ? QString("•••") : shown;
}

QVariant RepliesTable::data(const QModelIndex& index, int role) const {
    const ReplyColumn* c = columnAt(index.column());
    if (role == Qt::DisplayRole || role == Qt::ToolTipRole) {
        const QString shown = shownAt(index.row(), index.column());
        if (role == Qt::DisplayRole) return shown.size() > 200 ? shown.left(200) + "…" : shown;
        return shown.size() > 24 ? QVariant(shown) : QVariant();
    }
    if (role == Qt::TextAlignmentRole)
        return int(Qt::AlignVCenter |
                   (index.column() == 0 || (c && row(c->type).numeric) ? Qt::AlignRight : Qt::AlignLeft));
    if (role == Qt::ForegroundRole && index.column() < fixed) return QBrush(tokens().ink2);
    return {};
}

QVariant RepliesTable::headerData(int section, Qt::Orientation orientation, int role) const {
    if (orientation != Qt::Horizontal) return {};
    const ReplyColumn* c = columnAt(section);
    if (role == Qt::DisplayRole)
        return c ? toQt(c->called).simplified() : section == 0 ? Words::tr("No.") : Words::tr("Filled in");
    if (role == Qt::ToolTipRole) return c ? toQt(c->called + "\n" + c->name) : QVariant();
    if (role == Qt::TextAlignmentRole)
        return int(Qt::AlignVCenter | (section == 0 || (c && row(c->type).numeric) ? Qt::AlignRight : Qt::AlignLeft));
    return {};
}

void RepliesTable::sort(int column, Qt::SortOrder order) {
    ReplyQuery query = replies_.query();
    const ReplyColumn* c = columnAt(column);
    if (c && (c->rows || c->several)) return;
    query.sortBy = c ? c->column : column == 1 ? "filled" : "";
    query.down = order == Qt::DescendingOrder;
    if (query.sortBy == replies_.query().sortBy && query.down == replies_.query().down) return;
    replies_.ask(std::move(query));
}

}  // namespace brindel
