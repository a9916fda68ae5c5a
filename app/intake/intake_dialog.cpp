#include "app/intake/intake_dialog.h"

#include <QtWidgets/QtWidgets>

#include "app/intake/intake_picture.h"
#include "app/theme/panel_parts.h"
#include "app/theme/theme.h"
#include "app/words.h"
#include "core/edit/edits.h"
#include "core/file/whole_file.h"
#include "core/jot/lay_out.h"
#include "core/layout/bounds.h"
#include "core/text/encodings.h"
#include "filler/drawing_painter.h"

namespace brindel {
namespace {

constexpr int mostShownLines = 3000;  // of a source; all of it is read

/// A title over a column of the window.
QLabel* columnTitle(const QString& text, QWidget* parent) {
    auto* title = new QLabel(text, parent);
    title->setFont(bodyFont(13, true));
    title->setFixedHeight(26);  // that of the word to press beside one
    return title;
}

}  // namespace

IntakeDialog::IntakeDialog(const FontBook& fonts, QWidget* parent) : QDialog(parent), fonts_(fonts) {
    setWindowTitle(Words::tr("From what exists"));
    setStyleSheet(panelSheet() + QString("QDialog { background: %1; }").arg(tokens().cream.name()));
    const QRect room = screen()->availableGeometry();
    resize(std::min(1180, room.width() - 40), std::min(720, room.height() - 60));
    auto* column = new QVBoxLayout(this);
    column->setContentsMargins(18, 14, 18, 14);
    column->setSpacing(10);

    auto* three = new QSplitter(this);
    three->setChildrenCollapsible(false);
    three->setHandleWidth(12);
    auto part = [&](QLayout*& head, const QString& title) {
        auto* widget = new QWidget(three);
        auto* rows = new QVBoxLayout(widget);
        rows->setContentsMargins(0, 0, 0, 0);
        rows->setSpacing(6);
        auto* line = new QHBoxLayout;
        line->addWidget(columnTitle(title, widget));
        line->addStretch(1);
        rows->addLayout(line);
        head = line;
        three->addWidget(widget);
        return rows;
    };
    QLayout* head = nullptr;
    QVBoxLayout* left = part(head, Words::tr("What exists"));
    QToolButton* open = linkButton(Words::tr("Open a file…"), "intakeOpen", this);
    open->setObjectName("intakeOpen");
    open->setFocusPolicy(Qt::TabFocus);
    head->addWidget(open);
    buildSource();
    left->addWidget(source_, 1);

    QVBoxLayout* middle = part(head, Words::tr("Fields"));
    buildFields();
    middle->addWidget(fields_, 1);

    QVBoxLayout* right = part(head, Words::tr("The form"));
    picture_ = new IntakePicture(fonts, this);
    right->addWidget(picture_, 1);
    three->setStretchFactor(0, 4);
    three->setStretchFactor(1, 3);
    three->setStretchFactor(2, 4);
    three->setSizes({420, 330, 400});
    column->addWidget(three, 1);

    said_ = new QLabel(this);
    said_->setObjectName("intakeSays");
    said_->setWordWrap(true);
    said_->setFont(bodyFont(12));
    said_->setMinimumHeight(34);
    column->addWidget(said_);
    column->addLayout(foot());
    connectParts();
    read({});
    source_->setFocus();
}

QLayout* IntakeDialog::foot() {
    auto* line = new QHBoxLayout;
    dialog_ = new QRadioButton(Words::tr("a dialog"), this);
    document_ = new QRadioButton(Words::tr("a document"), this);
    document_->setObjectName("intakeDocument");
    document_->setChecked(true);
    make_ = new QPushButton(Words::tr("Make the form"), this);
    make_->setObjectName("intakeMake");
    make_->setDefault(true);
    auto* leave = new QPushButton(Words::tr("Cancel"), this);
    leave->setAutoDefault(false);
    line->addWidget(new QLabel(Words::tr("Makes"), this));
    line->addWidget(dialog_);
    line->addWidget(document_);
    line->addStretch(1);
    line->addWidget(leave);
    line->addWidget(make_);

    connect(leave, &QPushButton::clicked, this, &QDialog::reject);
    return line;
}

void IntakeDialog::buildSource() {
    source_ = new QPlainTextEdit(this);
    source_->setObjectName("intakeSource");
    source_->setAccessibleName(Words::tr("What exists"));
    source_->setFont(monoFont(12));
    source_->setLineWrapMode(QPlainTextEdit::NoWrap);
    source_->setTabChangesFocus(true);
    source_->setPlaceholderText(
        Words::tr("Paste a text here, or open a file: an old form\nwith blanks and ticks, a document or a table."));
}

void IntakeDialog::buildFields() {
    fields_ = new QTableWidget(0, 2, this);
    fields_->setObjectName("intakeFields");
    fields_->setAccessibleName(Words::tr("Fields"));
    fields_->setHorizontalHeaderLabels({Words::tr("Label"), Words::tr("Kind")});
    fields_->verticalHeader()->hide();
    fields_->verticalHeader()->setDefaultSectionSize(28);
    fields_->horizontalHeader()->setSectionResizeMode(0, QHeaderView::Stretch);
    fields_->horizontalHeader()->setSectionResizeMode(1, QHeaderView::Interactive);
    fields_->setColumnWidth(1, 118);
    fields_->setSelectionBehavior(QAbstractItemView::SelectRows);
    fields_->setSelectionMode(QAbstractItemView::SingleSelection);
    fields_->setEditTriggers(QAbstractItemView::DoubleClicked | QAbstractItemView::EditKeyPressed);
    fields_->setShowGrid(false);
    fields_->setWordWrap(false);
    fields_->setTabKeyNavigation(false);
}

void IntakeDialog::connectParts() {
    connect(findChild<QToolButton*>("intakeOpen"), &QToolButton::clicked, this, &IntakeDialog::chooseFile);
    connect(make_, &QPushButton::clicked, this, &QDialog::accept);
    connect(source_, &QPlainTextEdit::textChanged, this, [this] {
        if (!filling_) read(fromQt(source_->toPlainText()));
    });
    connect(source_, &QPlainTextEdit::cursorPositionChanged, this, &IntakeDialog::turnToPlace);
    connect(document_, &QRadioButton::toggled, this, &IntakeDialog::showForm);
    connect(fields_, &QTableWidget::itemSelectionChanged, this, &IntakeDialog::turnToRow);
    connect(fields_, &QTableWidget::itemChanged, this, &IntakeDialog::labelEdited);
    connect(fields_, &QTableWidget::cellClicked, this, [this](int row, int cell) {
        if (cell == 1) chooseMeaning(row);
    });
    connect(fields_, &QTableWidget::cellActivated, this, [this](int row, int) { chooseMeaning(row); });
    connect(new QShortcut(QKeySequence::Delete, fields_, nullptr, nullptr, Qt::WidgetShortcut), &QShortcut::activated,
            this, [this] { leaveOut(fields_->currentRow()); });
}

void IntakeDialog::chooseFile() {
    const QString path = QFileDialog::getOpenFileName(
        this, Words::tr("What exists"), {},
        Words::tr("Texts, tables and documents (*.txt *.csv *.tsv *.jot *.md *.docx *.odt);;All files (*)"));
    if (!path.isEmpty()) readFile(path);
}

void IntakeDialog::readFile(const QString& path) {
    const auto bytes = brindel::readWhole(fromQt(path), std::size_t(65) << 20);
    if (!bytes) {
        said_->setText(Words::tr("%1: %2").arg(QFileInfo(path).fileName(), Words::shown(bytes.error().sentence)));
        return;
    }
    read(*bytes);
    // Of a document its text, the fields drawn in it; of a long source the beginning.
    QString all = toQt(items_.text);
    if (items_.text.empty()) {
        const auto text = textFromBytes(*bytes);
        all = toQt(text ? *text : textFromWestern(*bytes));
    } else {
        static const QRegularExpression fields("[\\x{F0000}-\\x{FFF00}]");
        all.replace(fields, "▭");
    }
    const QStringList lines = all.split('\n');
    filling_ = true;
    source_->setPlainText(lines.size() <= mostShownLines ? all : lines.mid(0, mostShownLines).join('\n'));
    source_->setReadOnly(lines.size() > mostShownLines || !items_.text.empty());
    filling_ = false;
    showPlaces();
}

void IntakeDialog::readText(const QString& text) {
    source_->setPlainText(text);
}

void IntakeDialog::read(const std::string& bytes) {
    left_.clear();
    const auto items = intake::itemsFrom(bytes);
    items_ = items ? *items : intake::Items();
    if (items && !items_.flows) dialog_->setChecked(true);
    showFields();
    if (!items) {
        said_->setText(bytes.find_first_not_of(" \t\r\n") == std::string::npos
                           ? Words::tr("Nothing is changed in the file that is read.")
                           : Words::shown(items.error().sentence));
        said_->setStyleSheet(QString("color: %1;").arg(tokens().ink2.name()));
    }
}

intake::Items IntakeDialog::kept() const {
    intake::Items all = items_;
    all.list.clear();
    for (std::size_t i = 0; i < items_.list.size(); ++i)
        if (!left_.contains(i)) all.list.push_back(items_.list[i]);
    return all;
}

Form IntakeDialog::form() const {
    const Form start = withProperty(newForm(document_->isChecked() ? Kind::document : Kind::dialog), {rootId},
                                    Prop::language, items_.language.empty() ? "en" : items_.language);
    return laidOut(intake::proposalOf(kept()).rows, start, fonts_);
}

/// The fields, what is not sure before all others.
void IntakeDialog::showFields() {
    const std::size_t current = fields_->currentRow() >= 0 && fields_->currentRow() < int(shown_.size())
                                    ? shown_[std::size_t(fields_->currentRow())]
                                    : items_.list.size();
    filling_ = true;
    shown_.clear();
    for (const bool unsure : {true, false})
        for (std::size_t i = 0; i < items_.list.size(); ++i)
            if (items_.list[i].what == intake::Item::What::field && !items_.list[i].doubt.empty() == unsure)
                shown_.push_back(i);
    fields_->setRowCount(int(shown_.size()));
    std::size_t at = 0;
    const intake::Proposal proposal = intake::proposalOf(items_);
    std::vector<const JotField*> fields;
    for (const JotRow& row : proposal.rows)
        for (const JotField& field : row.fields) fields.push_back(&field);
    std::map<std::size_t, const JotField*> of;
    for (std::size_t i = 0; i < items_.list.size(); ++i)
        if (items_.list[i].what == intake::Item::What::field && at < fields.size()) of[i] = fields[at++];
    for (int row = 0; row < int(shown_.size()); ++row) {
        const std::size_t item = shown_[std::size_t(row)];
        const bool out = left_.contains(item);
        const intake::Item& one = items_.list[item];
        auto* label = new QTableWidgetItem(of.contains(item) ? toQt(of[item]->label) : QString());
        const std::size_t meaning = intake::meaningOf(one, items_.language);
        const char* kind = meaning < intake::meanings().size() ? intake::meanings()[meaning].word : "table";
        auto* word = new QTableWidgetItem((out ? Words::tr("left out") : Words::shown(kind)) + " ▾");
        word->setFlags(word->flags() & ~Qt::ItemIsEditable);
        for (QTableWidgetItem* cell : {label, word}) {
            cell->setForeground(out ? tokens().ink2 : tokens().ink);
            if (!one.doubt.empty())
                cell->setBackground(QColor(tokens().amber.red(), tokens().amber.green(), tokens().amber.blue(), 48));
            cell->setToolTip(!one.doubt.empty() ? Words::shown(one.doubt) : label->text());
        }
        QFont font = bodyFont(13);
        font.setStrikeOut(out);
        label->setFont(font);
        fields_->setItem(row, 0, label);
        fields_->setItem(row, 1, word);
        if (item == current) fields_->setCurrentCell(row, 0);
    }
    filling_ = false;
    showPlaces();
    showForm();
}

/// Every place that was understood, and the one that is looked at.
void IntakeDialog::showPlaces() {
    QList<QTextEdit::ExtraSelection> marks;
    const int row = fields_->currentRow();
    const std::size_t current = row >= 0 && row < int(shown_.size()) ? shown_[std::size_t(row)] : items_.list.size();
    for (std::size_t i = 0; i < items_.list.size(); ++i) {
        const intake::Item& item = items_.list[i];
        if (item.what != intake::Item::What::field || item.place.line == 0 ||
            item.place.line > source_->document()->blockCount())
            continue;
        if (items_.reader == "table" && item.place.line == 1) continue;
        const QTextBlock block = source_->document()->findBlockByNumber(item.place.line - 1);
        QTextCursor cursor(block);
        const int from = std::min(item.place.column, block.length() - 1);
        const int width = item.place.width > 0 ? item.place.width : block.length() - 1 - from;
        cursor.setPosition(block.position() + from);
        cursor.setPosition(block.position() + std::min(from + width, block.length() - 1), QTextCursor::KeepAnchor);
        QTextEdit::ExtraSelection mark;
        mark.cursor = cursor;
        QColor colour = i == current ? tokens().tawny : item.doubt.empty() ? tokens().teal : tokens().amber;
        colour.setAlpha(i == current ? 110 : left_.contains(i) ? 20 : 60);
        mark.format.setBackground(colour);
        marks.append(mark);
    }
    source_->setExtraSelections(marks);
}

void IntakeDialog::showForm() {
    int unsure = 0, fields = 0;
    for (std::size_t i = 0; i < items_.list.size(); ++i) {
        if (items_.list[i].what != intake::Item::What::field || left_.contains(i)) continue;
        ++fields;
        unsure += !items_.list[i].doubt.empty();
    }
    make_->setEnabled(fields > 0);
    if (fields == 0) {
        picture_->show(Form());
        return;
    }
    const Form made = form();
    const Sentence large = tooLarge(made);
    picture_->show(made);
    make_->setEnabled(large.empty());
    said_->setText(
        !large.empty() ? Words::shown(large)
        : unsure == 0
            ? Words::tr("%1 found. Click a kind to change it, or a label twice to reword it.")
                  .arg(Words::counted("%n fields", "1 field", fields))
            : Words::tr("%1 found, %2 to look at: they come first, and say what is open when you choose them.")
                  .arg(Words::counted("%n fields", "1 field", fields),
                       Words::counted("%n of them", "1 of them", unsure)));
    said_->setStyleSheet(QString("color: %1;").arg((large.empty() ? tokens().ink2 : tokens().brick).name()));
    turnToRow();
}

/// A field is chosen: its place in the source and in the form.
void IntakeDialog::turnToRow() {
    if (filling_) return;
    showPlaces();
    const int row = fields_->currentRow();
    if (row < 0 || row >= int(shown_.size())) return picture_->mark(-1);
    const std::size_t item = shown_[std::size_t(row)];
    int nth = -1;
    for (std::size_t i = 0; i <= item; ++i)
        if (items_.list[i].what == intake::Item::What::field && !left_.contains(i)) ++nth;
    picture_->mark(left_.contains(item) ? -1 : nth);
    const intake::Item& one = items_.list[item];
    if (!one.doubt.empty())
        said_->setText(Words::tr("%1: %2").arg(fields_->item(row, 0)->text(), Words::shown(one.doubt)));
    if (!source_->hasFocus() && one.place.line > 0 && one.place.line <= source_->document()->blockCount()) {
        QTextCursor cursor(source_->document()->findBlockByNumber(one.place.line - 1));
        filling_ = true;
        source_->setTextCursor(cursor);
        source_->ensureCursorVisible();
        filling_ = false;
    }
}

/// A place in the source is pressed: the field that was made of it.
void IntakeDialog::turnToPlace() {
    if (filling_ || !source_->hasFocus()) return;
    const QTextCursor cursor = source_->textCursor();
    const int line = cursor.blockNumber() + 1, column = cursor.positionInBlock();
    int best = -1;
    for (int row = 0; row < int(shown_.size()); ++row) {
        const intake::Place& place = items_.list[shown_[std::size_t(row)]].place;
        if (place.line != line) continue;
        if (best < 0 || (column >= place.column && place.column >= items_.list[shown_[std::size_t(best)]].place.column))
            best = row;
    }
    if (best >= 0) fields_->setCurrentCell(best, 0);
}

void IntakeDialog::turnToFirst() {
    if (fields_->rowCount()) fields_->setCurrentCell(0, 0);
    fields_->setFocus();
}

void IntakeDialog::chooseMeaning(int row) {
    if (row < 0 || row >= int(shown_.size())) return;
    const std::size_t item = shown_[std::size_t(row)];
    QMenu menu(this);
    menu.setObjectName("intakeMeanings");
    const std::size_t now = intake::meaningOf(items_.list[item], items_.language);
    for (std::size_t i = 0; i < intake::meanings().size(); ++i) {
        QAction* action = menu.addAction(Words::shown(intake::meanings()[i].word));
        action->setCheckable(true);
        action->setChecked(i == now && !left_.contains(item));
        action->setData(int(i));
    }
    menu.addSeparator();
    QAction* leave = menu.addAction(left_.contains(item) ? Words::tr("Keep it") : Words::tr("Leave out"));
    const QRect cell = fields_->visualItemRect(fields_->item(row, 1));
    QAction* chosen = menu.exec(fields_->viewport()->mapToGlobal(cell.bottomLeft()));
    if (!chosen) return;
    if (chosen == leave) return leaveOut(row);
    setMeaning(row, std::size_t(chosen->data().toInt()));
}

void IntakeDialog::setMeaning(int row, std::size_t meaning) {
    const std::size_t item = shown_[std::size_t(row)];
    left_.erase(item);
    items_.list[item] = intake::withMeaning(items_.list[item], intake::meanings()[meaning], items_.language);
    showFields();
}

void IntakeDialog::leaveOut(int row) {
    if (row < 0 || row >= int(shown_.size())) return;
    const std::size_t item = shown_[std::size_t(row)];
    if (!left_.erase(item)) left_.insert(item);
    showFields();
}

void IntakeDialog::labelEdited(QTableWidgetItem* cell) {
    if (filling_ || cell->column() != 0) return;
    const std::size_t item = shown_[std::size_t(cell->row())];
    const QString text = cell->text().simplified();
    if (!text.isEmpty()) {
        // Its kind was chosen by the words that were there.
        const std::size_t meaning = intake::meaningOf(items_.list[item], items_.language);
        if (!items_.list[item].typed && meaning < intake::meanings().size())
            items_.list[item] = intake::withMeaning(items_.list[item], intake::meanings()[meaning], items_.language);
        items_.list[item].field.label = fromQt(text);
        items_.list[item].doubt = {};
    }
    // The table is filled anew when this change is over.
    QMetaObject::invokeMethod(this, &IntakeDialog::showFields, Qt::QueuedConnection);
}

}  // namespace brindel
