#include "app/passes/replies/replies_page.h"

#include <QtWidgets/QtWidgets>

#include "app/passes/replies/erase_personal.h"
#include "app/passes/replies/replies_table.h"
#include "app/passes/replies/reply_on_form.h"
#include "app/theme/panel_parts.h"
#include "app/theme/theme.h"
#include "app/words.h"
#include "core/text/words.h"
#include "filler/drawing_painter.h"

namespace brindel {
namespace {

/// Where the settings have how the columns of a form stand.
QString columnsKey(const std::string& form) {
    return "replyColumns/" + QString::fromLatin1(QUrl::toPercentEncoding(toQt(form)));
}

}  // namespace
RepliesPage::RepliesPage(RepliesDesk& replies, QWidget* parent) : QWidget(parent), replies_(replies) {
    setObjectName("repliesPage");
    setAcceptDrops(true);
    setAttribute(Qt::WA_StyledBackground);
    setStyleSheet(panelSheet() + QString("QWidget#repliesPage { background: %1; }").arg(tokens().paper.name()));
    auto* column = new QVBoxLayout(this);
    column->setContentsMargins(0, 0, 0, 0);
    column->setSpacing(0);
    buildTools(column);
    buildNotes(column);

    stack_ = new QStackedWidget(this);
    column->addWidget(stack_, 1);
    stack_->addWidget(emptyPage());
    buildTable();
    connect(&replies, &RepliesDesk::changed, this, &RepliesPage::refresh);
    refresh();
}

/// What is searched for, and what of it is personal.
void RepliesPage::buildTools(QVBoxLayout* column) {
    toolLine_ = new QWidget(this);
    toolLine_->setObjectName("replyTools");
    toolLine_->setStyleSheet(QString("QWidget#replyTools { background: %1; border-bottom: 1px solid %2; }")
                                 .arg(tokens().cream.name(), tokens().line.name()));
    search_ = new QLineEdit(toolLine_);
    search_->setObjectName("searchReplies");
    search_->setFont(bodyFont(13));
    search_->setPlaceholderText(Words::tr("Search in all answers"));
    search_->setAccessibleName(Words::tr("Search in all answers"));
    search_->setClearButtonEnabled(true);
    personal_ = new QCheckBox(Words::tr("Personal details"), toolLine_);
    personal_->setObjectName("showPersonal");
    personal_->setFont(bodyFont(13));
    personal_->setToolTip(Words::tr("Shows the answers that are marked as personal."));
    auto* tools = new QHBoxLayout(toolLine_);
    tools->setContentsMargins(12, 6, 12, 6);
    tools->setSpacing(12);
    tools->addWidget(search_, 1);
    tools->addWidget(personal_);
    erase_ = linkButton(Words::tr("Erase…"), "erasePersonalDetails", toolLine_);
    erase_->setToolTip(
        Words::tr("Erases personal details: of one person, of the replies that are shown, or of old ones."));
    tools->addWidget(erase_);
    connect(erase_, &QToolButton::clicked, this, &RepliesPage::erasePersonal);
    connect(personal_, &QCheckBox::toggled, &replies_, &RepliesDesk::showPersonal);
    // In many replies a search takes a moment: it waits until nobody types.
    auto* typed = new QTimer(this);
    typed->setSingleShot(true);
    typed->setInterval(150);
    connect(search_, &QLineEdit::textEdited, typed, qOverload<>(&QTimer::start));
    connect(typed, &QTimer::timeout, this, [this] {
        ReplyQuery query = replies_.query();
        query.search = fromQt(search_->text().trimmed());
        if (query.search != replies_.query().search) replies_.ask(std::move(query));
    });
    connect(search_, &QLineEdit::returnPressed, typed, [typed] {
        if (typed->isActive()) typed->start(0);
    });
    column->addWidget(toolLine_);
}

/// What is said above the table: which replies are shown, and what is past its time.
void RepliesPage::buildNotes(QVBoxLayout* column) {
    filterLine_ = new QWidget(this);
    filterLine_->setObjectName("filterLine");
    filterLine_->setStyleSheet(QString("QWidget#filterLine { background: %1; border-bottom: 1px solid %2; }")
                                   .arg(tokens().note.name(), tokens().noteLine.name()));
    auto* line = new QHBoxLayout(filterLine_);
    line->setContentsMargins(12, 4, 12, 4);
    filterSaid_ = new QLabel(filterLine_);
    filterSaid_->setObjectName("filterSaid");
    filterSaid_->setFont(bodyFont(12));
    filterSaid_->setSizePolicy(QSizePolicy::Ignored, QSizePolicy::Preferred);
    auto* all = linkButton(Words::tr("Show all"), "showAll", filterLine_);
    line->addWidget(filterSaid_, 1);
    line->addWidget(all);
    connect(all, &QToolButton::clicked, &replies_, &RepliesDesk::clearFilters);
    column->addWidget(filterLine_);
    pastLine_ = new QWidget(this);
    pastLine_->setObjectName("pastLine");
    pastLine_->setStyleSheet(QString("QWidget#pastLine { background: %1; border-bottom: 1px solid %2; }")
                                 .arg(tokens().note.name(), tokens().noteLine.name()));
    auto* past = new QHBoxLayout(pastLine_);
    past->setContentsMargins(12, 4, 12, 4);
    pastSaid_ = new QLabel(pastLine_);
    pastSaid_->setObjectName("pastSaid");
    pastSaid_->setFont(bodyFont(12));
    pastSaid_->setSizePolicy(QSizePolicy::Ignored, QSizePolicy::Preferred);
    auto* erasePast = linkButton(Words::tr("Erase…"), "erasePastTime", pastLine_);
    past->addWidget(pastSaid_, 1);
    past->addWidget(erasePast);
    connect(erasePast, &QToolButton::clicked, this, [this] {
        if (replies_.store()) ErasePersonal(replies_, {}, this).exec();
    });
    column->addWidget(pastLine_);
}

void RepliesPage::buildTable() {
    model_ = new RepliesTable(replies_, this);
    view_ = new QTableView(this);
    view_->setObjectName("replies");
    view_->setAccessibleName(Words::tr("Replies"));
    view_->setModel(model_);
    view_->setFrameShape(QFrame::NoFrame);
    view_->setFont(bodyFont(13));
    view_->setShowGrid(false);
    view_->setAlternatingRowColors(true);
    view_->setSelectionBehavior(QAbstractItemView::SelectRows);
    view_->setHorizontalScrollMode(QAbstractItemView::ScrollPerPixel);
    view_->setWordWrap(false);
    view_->setTabKeyNavigation(false);
    view_->verticalHeader()->hide();
    view_->verticalHeader()->setDefaultSectionSize(26);
    view_->horizontalHeader()->setFont(bodyFont(12, true));
    view_->horizontalHeader()->setHighlightSections(false);
    view_->horizontalHeader()->setSectionsMovable(true);
    view_->horizontalHeader()->setMinimumHeight(28);
    view_->horizontalHeader()->setSortIndicator(0, Qt::AscendingOrder);
    view_->setSortingEnabled(true);
    QHeaderView* header = view_->horizontalHeader();
    header->setContextMenuPolicy(Qt::CustomContextMenu);
    connect(header, &QHeaderView::customContextMenuRequested, this, &RepliesPage::chooseColumns);
    connect(header, &QHeaderView::sectionMoved, this, &RepliesPage::rememberColumns);
    connect(header, &QHeaderView::sectionResized, this, &RepliesPage::rememberColumns);
    QPalette palette = view_->palette();
    palette.setColor(QPalette::Base, tokens().paper);
    palette.setColor(QPalette::AlternateBase, tokens().cream);
    palette.setColor(QPalette::Text, tokens().ink);
    palette.setColor(QPalette::Highlight, tokens().chosen);
    palette.setColor(QPalette::HighlightedText, tokens().ink);
    view_->setPalette(palette);
    view_->setStyleSheet(QString("QTableView::item { padding: 0px 8px; border: none; } QTableView::item:selected { "
                                 "background: %1; color: %2; }"
                                 "QHeaderView::section { padding: 4px 18px 4px 8px; }"
                                 "QHeaderView::up-arrow, QHeaderView::down-arrow { subcontrol-position: center right; "
                                 "right: 2px; width: 12px; "
                                 "height: 12px; }")
                             .arg(tokens().chosen.name(), tokens().ink.name()));
    stack_->addWidget(view_);
    view_->setContextMenuPolicy(Qt::CustomContextMenu);
    connect(view_, &QTableView::customContextMenuRequested, this, &RepliesPage::showMenu);
    connect(view_, &QTableView::activated, this, [this](const QModelIndex& at) { openReply(at.row()); });
}

void RepliesPage::showMenu(const QPoint& at) {
    const int row = view_->rowAt(at.y());
    if (row < 0) return;
    QMenu menu;
    menu.setStyleSheet(panelSheet());
    menu.addAction(Words::tr("Show on its form"), this, [this, row] { openReply(row); });
    menu.addAction(Words::tr("Copy"), this, &RepliesPage::copySelected);
    menu.addSeparator();
    menu.addAction(Words::tr("Delete…"), this, &RepliesPage::deleteSelected);
    menu.exec(view_->viewport()->mapToGlobal(at));
}

QWidget* RepliesPage::emptyPage() {
    auto* page = new QWidget(this);
    auto* outer = new QVBoxLayout(page);
    auto* column = new QVBoxLayout;
    column->setSpacing(10);
    auto* across = new QHBoxLayout;
    across->addStretch(1);
    across->addLayout(column, 3);
    across->addStretch(1);
    outer->addStretch(2);
    outer->addLayout(across);
    outer->addStretch(3);
    emptyTitle_ = new QLabel(page);
    emptyTitle_->setObjectName("repliesTitle");
    emptyTitle_->setFont(bodyFont(18, true));
    emptyText_ = new QLabel(page);
    emptyText_->setObjectName("repliesText");
    emptyText_->setFont(bodyFont(13));
    emptyText_->setWordWrap(true);
    call_ = new QLabel(page);
    call_->setFont(monoFont(12));
    call_->setTextInteractionFlags(Qt::TextSelectableByMouse | Qt::TextSelectableByKeyboard);
    call_->setWordWrap(true);
    call_->setStyleSheet(QString("background: %1; border: 1px solid %2; border-radius: 3px; padding: 6px;")
                             .arg(tokens().cream.name(), tokens().line.name()));
    auto* buttons = new QHBoxLayout;
    gatherButton_ = new QPushButton(Words::tr("Gather files…"), page);
    gatherButton_->setObjectName("gatherFirst");
    chooseButton_ = new QPushButton(Words::tr("Choose another store…"), page);
    saveButton_ = new QPushButton(Words::tr("Save the form…"), page);
    saveButton_->setObjectName("saveFirst");
    for (QPushButton* button : {saveButton_, gatherButton_, chooseButton_}) {
        button->setFont(bodyFont(13));
        buttons->addWidget(button);
    }
    buttons->addStretch(1);
    said_ = new QLabel(page);
    said_->setFont(bodyFont(12));
    said_->setProperty("secondary", true);
    said_->setWordWrap(true);
    for (QWidget* widget : std::initializer_list<QWidget*>{emptyTitle_, emptyText_, call_}) column->addWidget(widget);
    column->addLayout(buttons);
    column->addWidget(said_);
    connect(gatherButton_, &QPushButton::clicked, this, &RepliesPage::gatherAsked);
    connect(chooseButton_, &QPushButton::clicked, this, &RepliesPage::chooseAsked);
    connect(saveButton_, &QPushButton::clicked, this, &RepliesPage::saveAsked);
    return page;
}

/// What a column is remembered by.
QString RepliesPage::keyOf(int column) const {
    const ReplyColumn* c = model_->columnAt(column);
    return c ? toQt(c->key()) : column == 0 ? "number" : "filled";
}

/// Lays the columns of a form out as they were left, others by what stands in them.
void RepliesPage::layColumns() {
    QStringList keys;
    for (int i = 0; i < model_->columnCount(); ++i) keys += keyOf(i);
    if (keys.join('\n') == laid_ || model_->columnCount() == 0) return;
    laid_ = keys.join('\n');
    laying_ = true;
    QHeaderView& header = *view_->horizontalHeader();
    view_->resizeColumnsToContents();
    for (int i = 0; i < model_->columnCount(); ++i) {
        view_->setColumnWidth(i, std::clamp(view_->columnWidth(i) + 16, 64, 190));
        view_->setColumnHidden(i, false);
    }
    // Each as "width hidden key", in the order in which they stand.
    const QStringList left = QSettings("brindel", "brindel").value(columnsKey(replies_.formName())).toStringList();
    int place = 0;
    for (const QString& one : left) {
        const int column = int(keys.indexOf(one.section(' ', 2)));
        if (column < 0) continue;
        header.moveSection(header.visualIndex(column), place++);
        view_->setColumnWidth(column, std::clamp(one.section(' ', 0, 0).toInt(), 30, 1000));
        view_->setColumnHidden(column, one.section(' ', 1, 1) == "1");
    }
    laying_ = false;
}

void RepliesPage::rememberColumns() {
    if (laying_ || laid_.isEmpty()) return;
    const QHeaderView& header = *view_->horizontalHeader();
    QStringList all;
    for (int place = 0; place < header.count(); ++place) {
        const int column = header.logicalIndex(place);
        const bool hidden = view_->isColumnHidden(column);
        // The width of what is hidden is kept for when it is shown again.
        const int width = hidden ? 120 : view_->columnWidth(column);
        all += QString("%1 %2 %3").arg(width).arg(hidden ? 1 : 0).arg(keyOf(column));
    }
    QSettings("brindel", "brindel").setValue(columnsKey(replies_.formName()), all);
}

void RepliesPage::chooseColumns(const QPoint& at) {
    QMenu menu;
    menu.setObjectName("columnsMenu");
    menu.setStyleSheet(panelSheet());
    const QHeaderView& header = *view_->horizontalHeader();
    for (int place = 0; place < header.count(); ++place) {
        const int column = header.logicalIndex(place);
        auto* one = menu.addAction(model_->headerData(column, Qt::Horizontal).toString().replace("&", "&&"));
        one->setCheckable(true);
        one->setChecked(!view_->isColumnHidden(column));
        one->setEnabled(column != 0);  // a table without columns could not be called back
        connect(one, &QAction::toggled, this, [this, column](bool on) {
            view_->setColumnHidden(column, !on);
            rememberColumns();
        });
    }
    menu.addSeparator();
    menu.addAction(Words::tr("Show all columns"), this, [this] {
        for (int i = 0; i < model_->columnCount(); ++i) view_->setColumnHidden(i, false);
        rememberColumns();
    });
    menu.exec(header.mapToGlobal(at));
}

void RepliesPage::refresh() {
    const bool saved = !replies_.desk().path().isEmpty();
    const bool filtered = !replies_.query().filters.empty() || !replies_.query().search.empty();
    const bool any = replies_.all() > 0;
    stack_->setCurrentIndex(any ? 1 : 0);
    toolLine_->setVisible(any);
    filterLine_->setVisible(any && filtered);
    const PastTime& past = replies_.pastTime();
    pastLine_->setVisible(past.answers > 0);
    pastSaid_->setText(Words::counted("%n answers in %1 replies are older than their questions allow.",
                                      "1 answer is older than its question allows.", past.answers)
                           .arg(past.replies));
    for (QWidget* one : std::initializer_list<QWidget*>{personal_, erase_}) one->setVisible(replies_.hasPersonal());
    if (!search_->hasFocus() && fromQt(search_->text().trimmed()) != replies_.query().search)
        search_->setText(toQt(replies_.query().search));
    QStringList parts = replies_.filtersSaid();
    if (!replies_.query().search.empty()) parts += Words::tr("with “%1”").arg(toQt(replies_.query().search));
    filterSaid_->setText(Words::tr("%1 of %2 replies").arg(replies_.numbers().size()).arg(replies_.all()) + " · " +
                         parts.join(" · "));
    filterSaid_->setToolTip(filterSaid_->text());
    if (any) return layColumns();
    const bool broken = !replies_.problem().isEmpty();
    emptyTitle_->setText(broken ? Words::tr("The replies cannot be shown") : Words::tr("No replies yet"));
    if (broken)
        emptyText_->setText(replies_.placeSaid() + ": " + replies_.problem());
    else if (!saved)
        emptyText_->setText(Words::tr("Save the form first: its replies go into a file beside it."));
    else
        emptyText_->setText(
            Words::tr(
                "Replies are saved in %1, one row per reply. Drop filled PDFs, replies as JSON, or ZIP files of these "
                "here. People at this computer fill the form in, and add their reply, with:")
                .arg(replies_.placeSaid()));
    call_->setVisible(saved && !broken);
    // A call as a shell reads it, and no words.
    auto quoted = [](QString word) { return "'" + word.replace("'", "'\\''") + "'"; };
    const auto& kit = replies_.desk().savedForm().kit;
    const bool says = kit && !kit->store.empty();  // where they go
    call_->setText(!saved ? QString()
                          : "brindel-fill " + quoted(QFileInfo(replies_.desk().path()).fileName()) +
                                (says ? QString() : " --store " + quoted(replies_.placeSaid())));
    saveButton_->setVisible(!saved);
    gatherButton_->setVisible(saved && !broken);
    chooseButton_->setVisible(saved);
    said_->setText(gathered_);
}

void RepliesPage::begin() {
    replies_.begin();
    if (replies_.all() > 0)
        view_->setFocus();
    else
        (saveButton_->isVisibleTo(this) ? saveButton_ : gatherButton_)->setFocus();
}

void RepliesPage::gather(const QStringList& paths, bool wrongToo) {
    if (replies_.desk().path().isEmpty()) return emit saveAsked();
    // It shows itself when it takes longer than a moment. What is saved when it is stopped stays; the rest goes in when
    // the same files are gathered again.
    QProgressDialog progress(Words::tr("Reading the files…"), Words::tr("Stop"), 0, 1, this);
    progress.setObjectName("gathering");
    progress.setWindowModality(Qt::WindowModal);
    progress.setMinimumDuration(700);
    const auto all = replies_.gather(paths, wrongToo, [&](int done, int count) {
        progress.setMaximum(count);
        progress.setValue(done);
        return !progress.wasCanceled();
    });
    progress.setValue(progress.maximum());
    int kept = 0, again = 0, inAnswers = 0;
    QStringList wrong;
    for (const Gathered& one : all) {
        if (one.kept) ++(one.again ? again : kept);
        if (one.kept) continue;
        inAnswers += one.read;
        QStringList why;
        for (const Problem& problem : one.wrong)
            why += (problem.place.empty() ? QString() : toQt(problem.place) + ": ") + Words::shown(problem.sentence);
        wrong += QFileInfo(toQt(one.file)).fileName() + "\n    " + why.mid(0, 3).join("\n    ");
    }
    QStringList parts = {Words::tr("%1 saved").arg(kept)};
    if (again) parts += Words::tr("%1 already there").arg(again);
    if (!wrong.isEmpty()) parts += Words::tr("%1 with errors").arg(wrong.size());
    gathered_ = Words::tr("Gathered: %1.").arg(parts.join(", "));
    replies_.desk().say(gathered_, !wrong.isEmpty());
    refresh();
    if (wrong.isEmpty()) return;
    QMessageBox box(QMessageBox::Information, Words::tr("Not all were saved"), gathered_, QMessageBox::Close, this);
    box.setInformativeText(wrong.mid(0, 5).join("\n") +
                           (wrong.size() > 5 ? Words::tr("\nand %1 more.").arg(wrong.size() - 5) : QString()));
    if (wrong.size() > 5) box.setDetailedText(wrong.join("\n"));
    QPushButton* take = nullptr;
    if (inAnswers > 0) {
        take = box.addButton(Words::counted("Save %n with their errors", "Save 1 with its errors", inAnswers),
                             QMessageBox::ActionRole);
        take->setObjectName("saveWithErrors");
        box.setDefaultButton(QMessageBox::Close);
    }
    box.exec();
    if (take && box.clickedButton() == take) gather(paths, true);
}

void RepliesPage::openReply(int row) {
    if (row >= 0) ReplyOnForm(replies_, *model_, row, this).exec();
}

void RepliesPage::copySelected() {
    QStringList lines, head;
    const auto rows = view_->selectionModel()->selectedRows();
    if (rows.isEmpty()) return;
    const QHeaderView& header = *view_->horizontalHeader();
    for (int i = 0; i < header.count(); ++i)
        head += model_->headerData(header.logicalIndex(i), Qt::Horizontal).toString();
    lines += head.join('\t');
    std::vector<int> sorted;
    for (const QModelIndex& row : rows) sorted.push_back(row.row());
    std::ranges::sort(sorted);
    for (int row : sorted) {
        QStringList cells;
        for (int i = 0; i < header.count(); ++i) cells += model_->shownAt(row, header.logicalIndex(i));
        lines += cells.join('\t');
    }
    QGuiApplication::clipboard()->setText(lines.join('\n') + '\n');
    replies_.desk().say(Words::counted("%n replies copied", "1 reply copied", qint64(rows.size())));
}

std::vector<long long> RepliesPage::selected() const {
    std::vector<long long> numbers;
    for (const QModelIndex& row : view_->selectionModel()->selectedRows())
        if (const KeptReply* reply = model_->replyAt(row.row())) numbers.push_back(reply->number);
    return numbers;
}

void RepliesPage::erasePersonal() {
    if (replies_.store()) ErasePersonal(replies_, selected(), this).exec();
}

void RepliesPage::deleteSelected() {
    const std::vector<long long> numbers = selected();
    if (numbers.empty() || !replies_.store()) return;
    const QString many = numbers.size() == 1
                             ? Words::tr("Delete reply %1").arg(numbers[0])
                             : Words::counted("Delete %n replies", "Delete 1 reply", qint64(numbers.size()));
    QMessageBox box(QMessageBox::Question, many, many + "?", QMessageBox::Cancel, this);
    box.setInformativeText(
        Words::tr("The answers are erased from %1 and cannot be restored.").arg(replies_.placeSaid()));
    auto* yes = box.addButton(many, QMessageBox::DestructiveRole);
    yes->setObjectName("deleteThem");
    box.setDefaultButton(QMessageBox::Cancel);
    box.exec();
    if (box.clickedButton() != yes) return;
    const auto gone = replies_.store()->remove(replies_.formName(), numbers);
    if (!gone) return replies_.desk().say(Words::shown(gone.error().sentence), true);
    replies_.desk().say(Words::counted("%n replies deleted", "1 reply deleted", qint64(numbers.size())));
    replies_.refresh();
}

void RepliesPage::keyPressEvent(QKeyEvent* event) {
    if (event->matches(QKeySequence::Delete)) return deleteSelected();
    if (event->matches(QKeySequence::Copy)) return copySelected();
    QWidget::keyPressEvent(event);
}

void RepliesPage::dragEnterEvent(QDragEnterEvent* event) {
    if (event->mimeData()->hasUrls()) event->acceptProposedAction();
}

void RepliesPage::dropEvent(QDropEvent* event) {
    QStringList paths;
    for (const QUrl& url : event->mimeData()->urls())
        if (url.isLocalFile()) paths += url.toLocalFile();
    event->acceptProposedAction();
    if (!paths.isEmpty())
        QMetaObject::invokeMethod(
            this, [this, paths] { gather(paths); }, Qt::QueuedConnection);
}

}  // namespace brindel
