#include "app/passes/name/name_list.h"

#include <QFont>
#include <QIcon>

#include "app/passes/name/name_layer.h"
#include "app/theme/theme.h"
#include "app/words.h"
#include "core/rules/meaning.h"
#include "filler/drawing_painter.h"

namespace brindel {

NameList::NameList(Desk& desk, QObject* parent) : QAbstractTableModel(parent), desk_(desk) {
    refresh();
}

void NameList::refresh() {
    uses_ = usesIn(desk_.form());
    list();
}

void NameList::show(NamesShown which, const QString& filter) {
    which_ = which;
    filter_ = filter;
    list();
}

void NameList::setBecomes(std::map<Id, std::string> becomes, bool trying) {
    becomes_ = std::move(becomes);
    trying_ = trying;
    if (!rows_.empty()) emit dataChanged(index(0, proposed), index(int(rows_.size()) - 1, proposed));
    emit headerDataChanged(Qt::Horizontal, proposed, proposed);
}

void NameList::list() {
    std::vector<Id> rows;
    const Form& form = desk_.form();
    walk(form, rootId, [&](const Control& c, int) {
        auto at = standings().find(c.id);
        if (at == standings().end()) return;
        const NameState state = at->second.state;
        if (which_ == NamesShown::needed && state == NameState::notNeeded) return;
        if (which_ == NamesShown::wrong && !isWrong(state)) return;
        if (which_ == NamesShown::own && !c.ownName) return;
        // Cells and sheets of paper are never called anything.
        if (which_ == NamesShown::all && (c.is().inGrid || c.is().paper)) return;
        const QString words = toQt(calledBy(form, c)) + '\n' + toQt(c.name) + '\n' + Words::shown(row(c.kind).word);
        if (filter_.isEmpty() || words.contains(filter_, Qt::CaseInsensitive)) rows.push_back(c.id);
    });
    if (rows == rows_) {
        if (!rows_.empty()) emit dataChanged(index(0, 0), index(int(rows_.size()) - 1, columns - 1));
        return;
    }
    beginResetModel();
    rows_ = std::move(rows);
    endResetModel();
}

int NameList::rowOf(Id id) const {
    auto at = std::ranges::find(rows_, id);
    return at == rows_.end() ? -1 : int(at - rows_.begin());
}

const std::vector<Use>& NameList::usesOf(Id id) const {
    static const std::vector<Use> none;
    const Control* c = desk_.form().find(id);
    if (!c || !uses_) return none;
    auto at = uses_->byName.find(c->name);
    if (at == uses_->byName.end()) at = uses_->byName.find(columnName(desk_.form(), id));
    return at == uses_->byName.end() ? none : at->second;
}

int NameList::wrongCount() const {
    return int(std::ranges::count_if(standings(), [](const auto& one) { return isWrong(one.second.state); }));
}

QVariant NameList::data(const QModelIndex& index, int role) const {
    const Control* c = desk_.form().find(idAt(index.row()));
    auto at = c ? standings().find(c->id) : standings().end();
    if (at == standings().end()) return {};
    const NameStanding& standing = at->second;
    const NameLook look = nameLook(standing.state);
    const bool plain = standing.state == NameState::byScheme || standing.state == NameState::notNeeded;
    switch (role) {
        case Qt::DisplayRole:
            if (index.column() == label) {
                const QString wording = toQt(wordingFor(desk_.form(), c->id)).simplified();
                return wording.isEmpty() || c->is().turns ? Words::shown(row(c->kind).word)
                                                          : toQt(calledBy(desk_.form(), *c)).simplified();
            }
            if (index.column() == name)
                return (look.sign.isEmpty() ? "" : look.sign + " ") + (c->name.empty() ? "none" : toQt(c->name));
            if (index.column() == used)
                return usesOf(c->id).empty() ? QString() : QString::number(usesOf(c->id).size());
            if (trying_) {
                auto then = becomes_.find(c->id);
                return then == becomes_.end() || then->second == c->name ? QString() : toQt(then->second);
            }
            return standing.proposed == c->name ? QString() : toQt(standing.proposed);
        case Qt::EditRole:
            return toQt(c->name);
        case Qt::DecorationRole:
            return index.column() == label ? QVariant(icon(toQt(std::string(row(c->kind).key)), tokens().ink2))
                                           : QVariant();
        case Qt::ForegroundRole:
            if (index.column() == name)
                return plain                                                    ? tokens().ink
                       : isWrong(standing.state) && look.line == tokens().brick ? tokens().brick
                                                                                : tokens().tawnyDark;
            return index.column() == proposed ? (trying_ ? tokens().teal : tokens().ink2) : tokens().ink;
        case Qt::FontRole:
            return index.column() == name || index.column() == proposed ? monoFont(11) : bodyFont(12);
        case Qt::TextAlignmentRole:
            return index.column() == used ? int(Qt::AlignRight | Qt::AlignVCenter)
                                          : int(Qt::AlignLeft | Qt::AlignVCenter);
        case Qt::ToolTipRole:
            return QString("%1 “%2”, %3%4")
                .arg(Words::shown(row(c->kind).word), toQt(calledBy(desk_.form(), *c)).simplified(),
                     toQt(std::string(nameStateWord(standing.state))),
                     standing.says.empty() ? "" : ". " + Words::shown(standing.says));
        default:
            return {};
    }
}

QVariant NameList::headerData(int section, Qt::Orientation orientation, int role) const {
    if (orientation != Qt::Horizontal) return {};
    if (role == Qt::TextAlignmentRole) return int(Qt::AlignLeft | Qt::AlignVCenter);
    if (role != Qt::DisplayRole) return {};
    static constexpr const char* words[] = {QT_TRANSLATE_NOOP("Words", "Label"), QT_TRANSLATE_NOOP("Words", "Name"),
                                            QT_TRANSLATE_NOOP("Words", "By the scheme"),
                                            QT_TRANSLATE_NOOP("Words", "Used")};
    return section == proposed && trying_ ? Words::tr("Becomes") : Words::shown(words[section]);
}

Qt::ItemFlags NameList::flags(const QModelIndex& index) const {
    return QAbstractTableModel::flags(index) | (index.column() == name ? Qt::ItemIsEditable : Qt::NoItemFlags);
}

bool NameList::setData(const QModelIndex& index, const QVariant& value, int role) {
    return role == Qt::EditRole && giveName(desk_, idAt(index.row()), value.toString());
}

}  // namespace brindel
