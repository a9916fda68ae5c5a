#include "app/details/columns_editor.h"

#include <QtWidgets/QtWidgets>

#include "app/theme/theme.h"
#include "app/words.h"
#include "core/edit/multiply.h"
#include "core/edit/tables.h"
#include "core/text/words.h"
#include "filler/drawing_painter.h"

namespace brindel {
namespace {

constexpr Kind kindsOfColumns[] = {Kind::textBox,  Kind::numberBox, Kind::dateBox, Kind::timeBox,
                                   Kind::comboBox, Kind::checkBox,  Kind::label};
enum Part { heading, share, kind };

/// The fields of a column, from the first row down.
Ids fieldsOf(const Form& form, const Control& table, std::size_t column, std::size_t wide) {
    Ids fields;
    for (std::size_t i = column; i < table.children.size(); i += wide)
        for (Id id : form.find(table.children[i])->children) fields.push_back(id);
    return fields;
}

class ColumnsTable : public QWidget {
  public:
    ColumnsTable(Desk& desk, Changed changed, QWidget* parent)
        : QWidget(parent), desk_(desk), changed_(std::move(changed)) {
        setProperty("spans", true);
        setMinimumHeight(148);
        auto* column = new QVBoxLayout(this);
        column->setContentsMargins(0, 0, 0, 0);
        column->setSpacing(4);
        table_ = new QTableWidget(0, 3, this);
        table_->setObjectName("columns");
        table_->setAccessibleName(Words::tr("Columns"));
        table_->setHorizontalHeaderLabels({Words::tr("Heading"), Words::tr("Width"), Words::tr("Holds")});
        table_->horizontalHeader()->setSectionResizeMode(heading, QHeaderView::Stretch);
        table_->horizontalHeader()->setSectionResizeMode(share, QHeaderView::Fixed);
        table_->horizontalHeader()->setSectionResizeMode(kind, QHeaderView::Fixed);
        table_->horizontalHeader()->resizeSection(share, 50);
        table_->horizontalHeader()->resizeSection(kind, 108);
        table_->horizontalHeader()->setDefaultAlignment(Qt::AlignLeft | Qt::AlignVCenter);
        table_->verticalHeader()->hide();
        table_->verticalHeader()->setDefaultSectionSize(26);
        table_->setSelectionMode(QAbstractItemView::SingleSelection);
        table_->setFixedHeight(116);
        table_->setTabKeyNavigation(true);
        column->addWidget(table_);
        auto* line = new QHBoxLayout;
        line->setSpacing(4);
        add(line, "addColumn", Words::tr("Add"), Words::tr("Adds a column after the selected one."),
            [this] { addColumn(); });
        add(line, "dropColumn", Words::tr("Delete"), Words::tr("Deletes the selected column with its contents."),
            [this] { dropColumn(); });
        add(line, "columnLeft", "◂", Words::tr("Moves it one place to the left."), [this] { moveColumn(-1); });
        add(line, "columnRight", "▸", Words::tr("Moves it one place to the right."), [this] { moveColumn(1); });
        line->addStretch(1);
        column->addLayout(line);
        connect(table_, &QTableWidget::cellChanged, this, [this](int row, int part) {
            if (!filling_ && part != kind) set(row, part);
        });
    }

    void show(const std::optional<Value>& value) {
        const auto* columns = value ? std::get_if<Choices>(&*value) : nullptr;
        const Control* table = desk_.form().find(desk_.lead());
        columns_ = columns ? *columns : Choices();
        filling_ = true;
        const int hand = table_->currentRow();
        table_->setRowCount(int(columns_.size()));
        for (int i = 0; i < int(columns_.size()); ++i) {
            table_->setItem(i, heading, new QTableWidgetItem(toQt(columns_[std::size_t(i)].text)));
            table_->setItem(i, share, new QTableWidgetItem(toQt(columns_[std::size_t(i)].value)));
            table_->setCellWidget(i, kind, table ? kindBox(*table, i) : nullptr);
        }
        if (hand >= 0 && hand < table_->rowCount()) table_->setCurrentCell(hand, std::max(0, table_->currentColumn()));
        filling_ = false;
        setEnabled(columns != nullptr);
    }

  private:
    Desk& desk_;
    Changed changed_;
    QTableWidget* table_;
    Choices columns_;
    bool filling_ = false;

    void add(QHBoxLayout* line, const char* name, const QString& word, const QString& help, std::function<void()> run) {
        auto* button = new QToolButton(this);
        button->setObjectName(name);
        button->setText(word);
        button->setToolTip(help);
        button->setFont(bodyFont(12));
        line->addWidget(button);
        connect(button, &QToolButton::clicked, this, std::move(run));
    }

    QComboBox* kindBox(const Control& table, int column) {
        auto* box = new QComboBox(table_);
        box->setFont(bodyFont(12));
        box->setFrame(false);
        for (Kind k : kindsOfColumns) box->addItem(Words::shown(row(k).word), int(k));
        const Ids fields = fieldsOf(desk_.form(), table, std::size_t(column), columns_.size());
        const Control* first = fields.empty() ? nullptr : desk_.form().find(fields.front());
        if (first && box->findData(int(first->kind)) < 0)
            box->addItem(Words::shown(row(first->kind).word), int(first->kind));
        box->setCurrentIndex(first ? box->findData(int(first->kind)) : -1);
        box->setEnabled(first != nullptr);
        connect(box, &QComboBox::activated, this, [this, box, column] {
            const Control* now = desk_.form().find(desk_.lead());
            if (!now) return;
            const Kind to = Kind(box->currentData().toInt());
            const Ids ids = fieldsOf(desk_.form(), *now, std::size_t(column), columns_.size());
            desk_.edit(turnedInto(desk_.form(), ids, to), Words::tr("Make the column %1").arg(box->currentText()));
        });
        return box;
    }

    void give(Choices columns) { changed_(Value(std::move(columns))); }

    void set(int row, int part) {
        Choices columns = columns_;
        const QString text = table_->item(row, part)->text().trimmed();
        if (part == share) {
            const auto number = numberRead(fromQt(text), "en");
            if (!number || *number <= 0 || *number > 1000) {
                desk_.say(Words::tr("A column's share of the width is a number such as 2; “%1” is not one.").arg(text),
                          true);
                return show(Value(columns_));
            }
            columns[std::size_t(row)].value = exactText(*number);
        } else {
            columns[std::size_t(row)].text = fromQt(text);
        }
        give(std::move(columns));
    }
    void addColumn() {
        if (columns_.size() >= mostColumns)
            return desk_.say(Words::tr("A table has at most %1 columns.").arg(mostColumns), true);
        Choices columns = columns_;
        const auto at = std::size_t(table_->currentRow() < 0 ? table_->rowCount() : table_->currentRow() + 1);
        std::string text;
        for (int n = int(columns.size()) + 1; text.empty() || std::ranges::count(columns, text, &Choice::text); ++n)
            text = fromQt(Words::tr("Column %1").arg(n));
        columns.insert(columns.begin() + long(at), {"1", text});
        give(std::move(columns));
        table_->setCurrentCell(int(at), heading);
        table_->editItem(table_->item(int(at), heading));
    }
    void dropColumn() {
        const int at = table_->currentRow();
        if (at < 0 || columns_.size() < 2)
            return desk_.say(Words::tr("Select the column to delete; one has to stay."), true);
        Choices columns = columns_;
        columns.erase(columns.begin() + at);
        give(std::move(columns));
    }
    void moveColumn(int by) {
        const int at = table_->currentRow(), to = at + by;
        if (at < 0 || to < 0 || to >= int(columns_.size())) return;
        Choices columns = columns_;
        std::swap(columns[std::size_t(at)], columns[std::size_t(to)]);
        give(std::move(columns));
        table_->setCurrentCell(to, heading);
    }
};

}  // namespace

Editor columnsEditor(const PropertyRow& row, Desk& desk, Changed changed, QWidget* parent) {
    auto* table = new ColumnsTable(desk, std::move(changed), parent);
    table->setToolTip(Words::shown(row.help));
    return {table, [table](std::optional<Value> value) { table->show(value); }};
}

}  // namespace brindel
