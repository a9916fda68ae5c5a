// All names of the form as a list: kind and label, name, what the scheme would call it, and how often it is used.
#pragma once

#include <QAbstractTableModel>

#include "app/window/desk.h"
#include "core/naming/names.h"
#include "core/rules/references.h"

namespace brindel {

/// Which rows are listed.
enum class NamesShown { needed, wrong, own, all };

class NameList : public QAbstractTableModel {
    Q_OBJECT
  public:
    enum Column { label, name, proposed, used, columns };

    explicit NameList(Desk& desk, QObject* parent = nullptr);

    void show(NamesShown which, const QString& filter);
    /// Names that are tried out: shown in place of what the scheme would say.
    void setBecomes(std::map<Id, std::string> becomes, bool trying);
    Id idAt(int row) const { return row >= 0 && row < int(rows_.size()) ? rows_[std::size_t(row)] : noControl; }
    int rowOf(Id id) const;
    const std::map<Id, NameStanding>& standings() const { return desk_.names(); }
    const std::vector<Use>& usesOf(Id id) const;
    /// How many names have to be put right.
    int wrongCount() const;

    int rowCount(const QModelIndex& parent = {}) const override { return parent.isValid() ? 0 : int(rows_.size()); }
    int columnCount(const QModelIndex& parent = {}) const override { return parent.isValid() ? 0 : columns; }
    QVariant data(const QModelIndex& index, int role) const override;
    QVariant headerData(int section, Qt::Orientation orientation, int role) const override;
    Qt::ItemFlags flags(const QModelIndex& index) const override;
    bool setData(const QModelIndex& index, const QVariant& value, int role) override;

  public slots:
    /// Reads the form on the desk anew.
    void refresh();

  private:
    void list();

    Desk& desk_;
    std::vector<Id> rows_;
    std::shared_ptr<const Uses> uses_;
    std::map<Id, std::string> becomes_;
    bool trying_ = false;
    NamesShown which_ = NamesShown::needed;
    QString filter_;
};

}  // namespace brindel
