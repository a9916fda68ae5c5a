#include "app/passes/replies/cross_table.h"

#include <QtWidgets/QtWidgets>

#include "app/passes/replies/counts_panel.h"
#include "app/theme/panel_parts.h"
#include "app/theme/theme.h"
#include "app/words.h"
#include "filler/drawing_painter.h"

namespace brindel {

CrossTable::CrossTable(RepliesDesk& replies, std::vector<QuestionCount> questions, std::size_t first, QWidget* parent)
    : QDialog(parent), replies_(replies), questions_(std::move(questions)) {
    setObjectName("crossTable");
    setWindowTitle(Words::tr("Two questions against each other"));
    setStyleSheet(panelSheet());
    auto* column = new QVBoxLayout(this);
    column->setContentsMargins(16, 14, 16, 12);
    column->setSpacing(8);
    auto* line = new QHBoxLayout;
    auto combo = [&](const QString& word, const char* name) {
        auto* label = new QLabel(word, this);
        auto* list = new QComboBox(this);
        list->setObjectName(name);
        list->setSizeAdjustPolicy(QComboBox::AdjustToMinimumContentsLengthWithIcon);
        list->setMinimumContentsLength(18);
        label->setBuddy(list);
        for (const QuestionCount& one : questions_) list->addItem(toQt(one.column.called).simplified());
        line->addWidget(label);
        line->addWidget(list, 1);
        return list;
    };
    down_ = combo(Words::tr("Down"), "crossDown");
    across_ = combo(Words::tr("across"), "crossAcross");
    auto* swap = linkButton(Words::tr("Swap"), "crossSwap", this);
    line->addWidget(swap);
    column->addLayout(line);
    buildTable();
    column->addWidget(table_, 1);
    auto* foot = new QHBoxLayout;
    said_ = new QLabel(this);
    said_->setObjectName("crossSaid");
    said_->setFont(bodyFont(12));
    said_->setProperty("secondary", true);
    said_->setWordWrap(true);
    auto* copied = new QPushButton(Words::tr("Copy"), this);
    copied->setObjectName("crossCopy");
    auto* close = new QPushButton(Words::tr("Close"), this);
    foot->addWidget(said_, 1);
    foot->addWidget(copied);
    foot->addWidget(close);
    column->addLayout(foot);
    const std::size_t other = first == 0 ? 1 : 0;
    down_->setCurrentIndex(int(first));
    across_->setCurrentIndex(int(other));
    connect(down_, &QComboBox::currentIndexChanged, this, &CrossTable::recount);
    connect(across_, &QComboBox::currentIndexChanged, this, &CrossTable::recount);
    connect(swap, &QToolButton::clicked, this, [this] {
        const int was = down_->currentIndex();
        const QSignalBlocker quiet(down_);
        down_->setCurrentIndex(across_->currentIndex());
        across_->setCurrentIndex(was);
        recount();
    });
    connect(table_, &QTableWidget::cellActivated, this, &CrossTable::filter);
    connect(copied, &QPushButton::clicked, this, &CrossTable::copy);
    connect(close, &QPushButton::clicked, this, &QDialog::accept);
    for (QPushButton* one : {copied, close}) one->setAutoDefault(false);
    resize(QSize(720, 420).boundedTo(parent ? parent->size() : QSize(720, 420)));
    recount();
}

void CrossTable::buildTable() {
    table_ = new QTableWidget(this);
    table_->setObjectName("crossCells");
    table_->setFont(bodyFont(13));
    table_->setEditTriggers(QAbstractItemView::NoEditTriggers);
    table_->setSelectionMode(QAbstractItemView::SingleSelection);
    table_->setFrameShape(QFrame::NoFrame);
    table_->setCornerButtonEnabled(false);
    table_->setTabKeyNavigation(false);
    table_->horizontalHeader()->setFont(bodyFont(12, true));
    table_->verticalHeader()->setFont(bodyFont(12, true));
    table_->horizontalHeader()->setHighlightSections(false);
    table_->verticalHeader()->setHighlightSections(false);
    table_->verticalHeader()->setDefaultSectionSize(26);
    table_->horizontalHeader()->setDefaultAlignment(Qt::AlignRight | Qt::AlignVCenter);
    table_->horizontalHeader()->setMinimumSectionSize(52);
    table_->setStyleSheet(QString("QTableWidget, QHeaderView, QTableCornerButton::section { background: %1; }"
                                  "QHeaderView::section { background: %2; padding: 4px 8px; border: none; }"
                                  "QTableWidget::item { padding: 0px 8px; }")
                              .arg(tokens().paper.name(), tokens().cream.name()));
    QPalette palette = table_->palette();
    palette.setColor(QPalette::Base, tokens().paper);
    palette.setColor(QPalette::Text, tokens().ink);
    palette.setColor(QPalette::Highlight, tokens().chosen);
    palette.setColor(QPalette::HighlightedText, tokens().ink);
    table_->setPalette(palette);
}

void CrossTable::recount() {
    const auto down = std::size_t(std::max(0, down_->currentIndex()));
    const auto across = std::size_t(std::max(0, across_->currentIndex()));
    counting_.ask(
        [down = questions_[down], across = questions_[across], address = fromQt(replies_.address()),
         form = replies_.formName(), query = replies_.query()](std::stop_token stop) {
            auto store = ReplyStore::open(address, true);
            auto cross = store ? crossOf(*store, form, query, down, across, [&] { return !stop.stop_requested(); })
                               : Result<CrossCount>(tl::unexpected(store.error()));
            return cross ? std::optional(std::move(*cross)) : std::nullopt;
        },
        [this](const std::optional<CrossCount>& made) {
            if (made) show(*made);
        });
}

void CrossTable::show(const CrossCount& cross) {
    shown_ = cross;
    auto words = [](const QuestionCount& count) {
        QStringList all;
        for (std::size_t i = 0; i < count.bars.size(); ++i) all += barCalled(count, i);
        return all << Words::tr("others") << Words::tr("empty");
    };
    const QStringList rows = words(cross.down), columns = words(cross.across);
    // Behind both stand the sums. What has none at all is not shown among the others and the empty ones.
    table_->clear();
    table_->setRowCount(0);
    table_->setColumnCount(0);  // none is hidden any more
    table_->setRowCount(int(rows.size()) + 1);
    table_->setColumnCount(int(columns.size()) + 1);
    table_->setVerticalHeaderLabels(rows + QStringList{Words::tr("all")});
    table_->setHorizontalHeaderLabels(columns + QStringList{Words::tr("all")});
    std::size_t most = 1, all = 0;
    for (const auto& row : cross.times)
        for (std::size_t one : row) most = std::max(most, one);
    std::vector<std::size_t> below(std::size_t(columns.size()));
    auto put = [&](int row, int column, std::size_t count, double shade, bool bold) {
        auto* item = new QTableWidgetItem(count == 0 ? QString("·") : QString::number(count));
        item->setTextAlignment(Qt::AlignRight | Qt::AlignVCenter);
        item->setFont(bodyFont(13, bold));
        QColor ground = tokens().teal;
        ground.setAlphaF(float(0.35 * shade));
        if (shade > 0) item->setBackground(ground);
        table_->setItem(row, column, item);
    };
    for (int r = 0; r < int(rows.size()); ++r) {
        std::size_t beside = 0;
        for (int c = 0; c < int(columns.size()); ++c) {
            const std::size_t count = cross.times[std::size_t(r)][std::size_t(c)];
            put(r, c, count, double(count) / double(most), false);
            beside += count;
            below[std::size_t(c)] += count;
        }
        put(r, int(columns.size()), beside, 0, true);
        table_->setRowHidden(r, beside == 0 && r >= int(cross.down.bars.size()));
        all += beside;
    }
    for (int c = 0; c < int(columns.size()); ++c) {
        put(int(rows.size()), c, below[std::size_t(c)], 0, true);
        table_->setColumnHidden(c, below[std::size_t(c)] == 0 && c >= int(cross.across.bars.size()));
    }
    put(int(rows.size()), int(columns.size()), all, 0, true);
    table_->resizeColumnsToContents();
    said_->setText(Words::counted("%n replies. A double click on a number, or Enter, shows those alone.",
                                  "1 reply. A double click on a number, or Enter, shows that alone.", all));
}

void CrossTable::filter(int row, int column) {
    // Behind the bars stand the others, which no filter asks for, the empty ones, and all.
    std::vector<ReplyFilter> filters;
    auto add = [&](const QuestionCount& count, int at) {
        const int bars = int(count.bars.size());
        if (at < bars)
            filters.insert(filters.end(), count.bars[std::size_t(at)].filters.begin(),
                           count.bars[std::size_t(at)].filters.end());
        if (at == bars + 1) filters.push_back({count.column.column, ReplyFilter::How::nothing});
        return at != bars;
    };
    if (!add(shown_.down, row)) return;
    if (down_->currentIndex() != across_->currentIndex() && !add(shown_.across, column)) return;
    if (filters.empty()) return;
    ReplyQuery query = replies_.query();
    std::erase_if(query.filters, [&](const ReplyFilter& one) {
        return one.column == shown_.down.column.column || one.column == shown_.across.column.column;
    });
    query.filters.insert(query.filters.end(), filters.begin(), filters.end());
    replies_.ask(std::move(query));
    accept();
}

void CrossTable::copy() {
    QString all;
    for (int r = -1; r < table_->rowCount(); ++r) {
        if (r >= 0 && table_->isRowHidden(r)) continue;
        all += r < 0 ? down_->currentText() : table_->verticalHeaderItem(r)->text();
        for (int c = 0; c < table_->columnCount(); ++c) {
            if (table_->isColumnHidden(c)) continue;
            const QString cell = r < 0 ? table_->horizontalHeaderItem(c)->text() : table_->item(r, c)->text();
            all += "\t" + (cell == "·" ? QString("0") : cell);
        }
        all += "\n";
    }
    QGuiApplication::clipboard()->setText(all);
    said_->setText(Words::tr("Copied as a table."));
}

}  // namespace brindel
