#include "app/intake/intake_dialog.h"

#include <QtWidgets/QtWidgets>

#include "app/intake/intake_picture.h"
#include "app/theme/panel_parts.h"
#include "app/theme/theme.h"
#include "app/words.h"
#include "core/edit/edits.h"
#include "core/file/form_file.h"
#include "core/file/whole_file.h"
#include "core/intake/document_reply.h"
#include "core/intake/reply_file.h"
#include "core/jot/lay_out.h"
#include "core/layout/bounds.h"
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

/// How many units of a line its first characters take.
int unitsOf(const QString& line, int characters) {
    int at = 0;
    for (; characters > 0 && at < line.size(); --characters) at += line[at].isHighSurrogate() ? 2 : 1;
    return std::min(at, int(line.size()));
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
    makes_ = makesLine("intake", this, column);
    makes_.document->setChecked(true);
    setAcceptDrops(true);
    connectParts();
    read({});
    source_->setFocus();
}

void IntakeDialog::buildSource() {
    source_ = new QPlainTextEdit(this);
    source_->setObjectName("intakeSource");
    source_->setAccessibleName(Words::tr("What exists"));
    source_->setFont(monoFont(12));
    source_->setLineWrapMode(QPlainTextEdit::NoWrap);
    source_->setTabChangesFocus(true);
    source_->setAcceptDrops(false);  // what is dropped is read
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
    connect(source_, &QPlainTextEdit::textChanged, this, [this] {
        if (!filling_) read(fromQt(source_->toPlainText()));
    });
    connect(source_, &QPlainTextEdit::cursorPositionChanged, this, &IntakeDialog::turnToPlace);
    connect(makes_.document, &QRadioButton::toggled, this, &IntakeDialog::showForm);
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

void IntakeDialog::dragEnterEvent(QDragEnterEvent* event) {
    const QMimeData* mime = event->mimeData();
    if ((mime->urls().size() == 1 && mime->urls().first().isLocalFile()) || (!mime->hasUrls() && mime->hasText()))
        event->acceptProposedAction();
}

void IntakeDialog::dropEvent(QDropEvent* event) {
    event->acceptProposedAction();
    if (event->mimeData()->hasUrls())
        readFile(event->mimeData()->urls().first().toLocalFile());
    else
        readText(event->mimeData()->text());
}

bool IntakeDialog::readFile(const QString& path) {
    const auto bytes = readWhole(fromQt(path), std::size_t(65) << 20);
    if (!bytes) {
        say(Words::tr("%1: %2").arg(QFileInfo(path).fileName(), Words::shown(bytes.error().sentence)), true);
        return false;
    }
    changes_.clear();
    read(*bytes);
    // The fields of a document are drawn in its text; of a long source the beginning is shown.
    static const QRegularExpression drawn("[\\x{F0000}-\\x{FFF00}]");
    QStringList lines = toQt(read_.text).replace(drawn, "▭").split('\n');
    const bool whole = lines.size() <= mostShownLines;
    if (!whole) lines = lines.mid(0, mostShownLines);
    filling_ = true;
    source_->setPlainText(lines.join('\n'));
    source_->setReadOnly(!whole || read_.reader == "document" || contained_);
    filling_ = false;
    showPlaces();
    return true;
}

void IntakeDialog::readText(const QString& text) {
    source_->setReadOnly(false);
    source_->setPlainText(text);
}

/// A file that contains a form gives exactly that one. True where it does.
bool IntakeDialog::takeContained(const std::string& bytes) {
    contained_.reset();
    if (!looksLikePdfReply(bytes) && !looksLikeDocument(bytes)) return false;
    const auto text = formFileFrom(bytes);
    const auto form = text ? readForm(*text) : Result<Opened>(tl::unexpected(Problem()));
    if (!form) return false;
    if (!form->form.seal) contained_ = form->form;
    say(form->form.seal ? Words::tr("The form in this file is sealed. Use “brindel-cli intake” to extract it.")
                        : Words::tr("This file contains its form."),
        bool(form->form.seal));
    makes_.make->setEnabled(contained_.has_value());
    picture_->show(contained_.value_or(Form()));
    return true;
}

void IntakeDialog::read(const std::string& bytes) {
    const std::string before = read_.reader;
    auto items = intake::itemsFrom(bytes);
    read_ = items ? std::move(*items) : intake::Items();
    names_.clear();
    std::map<std::string, int> count;
    for (std::size_t i = 0; i < read_.list.size(); ++i)
        if (read_.list[i].what == intake::Item::What::field)
            names_[i] = {read_.list[i].field.label, ++count[read_.list[i].field.label]};
    if (items && read_.reader != before) (read_.flows ? makes_.document : makes_.dialog)->setChecked(true);
    changed();
    if (takeContained(bytes) || items) return;
    const bool empty = bytes.find_first_not_of(" \t\r\n") == std::string::npos;
    say(empty ? Words::tr("The source is only read, never changed.") : Words::shown(items.error().sentence));
}

/// The items with what was changed by hand, and what is proposed of them.
void IntakeDialog::changed() {
    items_ = read_;
    if (!changes_.empty())
        for (const intake::Proposed& one : intake::proposalOf(read_).fields) {
            const auto found = changes_.find(names_.at(one.item));
            if (found == changes_.end()) continue;
            const Change& change = found->second;
            intake::Item& item = items_.list[one.item];
            item.leftOut = change.leftOut;
            if (!change.meaning && change.label.empty()) continue;
            item.field = change.meaning ? intake::withMeaning(one.field, *change.meaning, read_.language) : one.field;
            if (!change.label.empty()) item.field.label = change.label;
            item.told = intake::Item::Told::all;
            item.doubt = {};
        }
    proposal_ = intake::proposalOf(items_);
    showFields();
}

Form IntakeDialog::form() const {
    if (contained_) return *contained_;
    const Form start = withProperty(newForm(makes_.document->isChecked() ? Kind::document : Kind::dialog), {rootId},
                                    Prop::language, items_.language.empty() ? "en" : items_.language);
    return laidOut(proposal_.rows, start, fonts_);
}

const intake::Proposed* IntakeDialog::proposedIn(int row) const {
    return row >= 0 && row < int(shown_.size()) ? &proposal_.fields[shown_[std::size_t(row)]] : nullptr;
}

/// The fields, what is not sure before all others.
void IntakeDialog::showFields() {
    const int row = fields_->currentRow();
    const std::size_t current = row >= 0 && row < int(shown_.size()) ? shown_[std::size_t(row)] : std::size_t(-1);
    filling_ = true;
    shown_.clear();
    for (const bool unsure : {true, false})
        for (std::size_t i = 0; i < proposal_.fields.size(); ++i)
            if (proposal_.fields[i].doubt.empty() != unsure) shown_.push_back(i);
    fields_->clearSelection();
    fields_->setRowCount(int(shown_.size()));
    QColor unsure = tokens().amber;
    unsure.setAlpha(48);
    for (int at = 0; at < int(shown_.size()); ++at) {
        const intake::Proposed& one = *proposedIn(at);
        const bool out = items_.list[one.item].leftOut;
        const std::size_t meaning = intake::meaningOf(one.field);
        auto* label = new QTableWidgetItem(toQt(one.field.label));
        auto* word = new QTableWidgetItem((out ? Words::tr("left out")
                                           : meaning < intake::meanings().size()
                                               ? Words::shown(intake::meanings()[meaning].word)
                                               : Words::shown(brindel::row(one.field.kind).word)) +
                                          " ▾");
        word->setFlags(word->flags() & ~Qt::ItemIsEditable);
        QFont font = bodyFont(13);
        font.setStrikeOut(out);
        label->setFont(font);
        for (QTableWidgetItem* cell : {label, word}) {
            cell->setForeground(out ? tokens().ink2 : tokens().ink);
            if (!one.doubt.empty()) cell->setBackground(unsure);
            cell->setToolTip(one.doubt.empty() ? label->text() : Words::shown(one.doubt));
        }
        fields_->setItem(at, 0, label);
        fields_->setItem(at, 1, word);
        if (shown_[std::size_t(at)] == current) fields_->setCurrentCell(at, 0);
    }
    filling_ = false;
    showForm();
}

/// Every place that was understood, and the one that is looked at.
void IntakeDialog::showPlaces() {
    QList<QTextEdit::ExtraSelection> marks;
    const intake::Proposed* current = proposedIn(fields_->currentRow());
    for (const intake::Proposed& one : proposal_.fields) {
        const intake::Place& place = items_.list[one.item].place;
        if (place.line == 0 || place.line > source_->document()->blockCount()) continue;
        const QTextBlock block = source_->document()->findBlockByNumber(place.line - 1);
        const QString line = block.text();
        QTextEdit::ExtraSelection mark;
        mark.cursor = QTextCursor(block);
        mark.cursor.setPosition(block.position() + unitsOf(line, place.column));
        mark.cursor.setPosition(
            block.position() + (place.width > 0 ? unitsOf(line, place.column + place.width) : int(line.size())),
            QTextCursor::KeepAnchor);
        QColor colour = &one == current ? tokens().tawny : one.doubt.empty() ? tokens().teal : tokens().amber;
        colour.setAlpha(&one == current ? 110 : items_.list[one.item].leftOut ? 20 : 60);
        mark.format.setBackground(colour);
        marks.append(mark);
    }
    source_->setExtraSelections(marks);
}

void IntakeDialog::say(const QString& sentence, bool wrong) {
    said_->setText(sentence);
    said_->setStyleSheet(QString("color: %1;").arg((wrong ? tokens().brick : tokens().ink2).name()));
}

void IntakeDialog::showForm() {
    const bool any = std::ranges::any_of(proposal_.rows, [](const JotRow& row) { return !row.fields.empty(); });
    const Form made = any || contained_ ? form() : Form();
    const Sentence large = any ? tooLarge(made) : Sentence();
    picture_->show(made);
    makes_.make->setEnabled((any && large.empty()) || contained_);
    turnToRow();
    if (!large.empty()) say(Words::shown(large), true);
}

/// How many fields there are and how many of them are to be checked; or what is open at the one that is chosen.
void IntakeDialog::sayWhatIsThere() {
    if (const intake::Proposed* one = proposedIn(fields_->currentRow()); one && !one->doubt.empty())
        return say(Words::tr("%1: %2").arg(toQt(one->field.label), Words::shown(one->doubt)));
    const auto unsure = std::ranges::count_if(proposal_.fields, [](const auto& one) { return !one.doubt.empty(); });
    say(unsure > 0 ? Words::tr("Fields: %1. To check: %2; they come first.").arg(proposal_.fields.size()).arg(unsure)
                   : Words::tr("Fields: %1. Click a kind to change it; double-click a label to edit it.")
                         .arg(proposal_.fields.size()));
}

/// A field is chosen: its place in the source and in the form.
void IntakeDialog::turnToRow() {
    if (filling_) return;
    showPlaces();
    sayWhatIsThere();
    const intake::Proposed* one = proposedIn(fields_->currentRow());
    if (!one) return picture_->mark(-1);
    int nth = 0;
    for (const intake::Proposed* before = proposal_.fields.data(); before != one; ++before)
        nth += !items_.list[before->item].leftOut;
    picture_->mark(items_.list[one->item].leftOut ? -1 : nth);
    const int line = items_.list[one->item].place.line;
    if (source_->hasFocus() || line == 0 || line > source_->document()->blockCount()) return;
    filling_ = true;
    source_->setTextCursor(QTextCursor(source_->document()->findBlockByNumber(line - 1)));
    source_->ensureCursorVisible();
    filling_ = false;
}

/// A place in the source is pressed: the field that was made of it.
void IntakeDialog::turnToPlace() {
    if (filling_ || !source_->hasFocus()) return;
    const QTextCursor cursor = source_->textCursor();
    const QString before = cursor.block().text().left(cursor.positionInBlock());
    const int line = cursor.blockNumber() + 1, column = int(before.toUcs4().size());
    int best = -1, nearest = -1;
    for (int row = 0; row < int(shown_.size()); ++row) {
        const intake::Place& place = items_.list[proposedIn(row)->item].place;
        if (place.line != line || (best >= 0 && (place.column > column || place.column < nearest))) continue;
        best = row;
        nearest = place.column;
    }
    if (best >= 0) fields_->setCurrentCell(best, 0);
}

void IntakeDialog::turnToFirst() {
    if (fields_->rowCount()) fields_->setCurrentCell(0, 0);
    fields_->setFocus();
}

void IntakeDialog::chooseMeaning(int row) {
    const intake::Proposed* one = proposedIn(row);
    if (!one) return;
    const bool out = items_.list[one->item].leftOut;
    QMenu menu(this);
    const std::size_t now = intake::meaningOf(one->field);
    for (std::size_t i = 0; i < intake::meanings().size(); ++i) {
        QAction* action = menu.addAction(Words::shown(intake::meanings()[i].word));
        action->setCheckable(true);
        action->setChecked(i == now && !out);
        action->setData(int(i));
    }
    menu.addSeparator();
    QAction* leave = menu.addAction(out ? Words::tr("Bring back") : Words::tr("Leave out"));
    const QRect cell = fields_->visualItemRect(fields_->item(row, 1));
    QAction* chosen = menu.exec(fields_->viewport()->mapToGlobal(cell.bottomLeft()));
    if (chosen == leave)
        leaveOut(row);
    else if (chosen)
        setMeaning(row, std::size_t(chosen->data().toInt()));
}

void IntakeDialog::setMeaning(int row, std::size_t meaning) {
    Change& change = changeOf(*proposedIn(row));
    change.meaning = meaning;
    change.leftOut = false;
    changed();
}

void IntakeDialog::leaveOut(int row) {
    const intake::Proposed* one = proposedIn(row);
    if (!one) return;
    Change& change = changeOf(*one);
    change.leftOut = !change.leftOut;
    changed();
}

void IntakeDialog::labelEdited(QTableWidgetItem* cell) {
    if (filling_ || cell->column() != 0) return;
    const QString text = cell->text().simplified();
    if (!text.isEmpty()) changeOf(*proposedIn(cell->row())).label = fromQt(text);
    // The table is filled anew when the editor of this cell is gone.
    QMetaObject::invokeMethod(this, &IntakeDialog::changed, Qt::QueuedConnection);
}

}  // namespace brindel
