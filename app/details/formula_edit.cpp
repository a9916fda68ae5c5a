#include "app/details/formula_edit.h"

#include <QtWidgets/QtWidgets>

#include "app/theme/theme.h"
#include "app/words.h"
#include "core/rules/functions.h"
#include "core/rules/meaning.h"
#include "core/rules/signs.h"
#include "core/session/result.h"
#include "filler/drawing_painter.h"

namespace brindel {
namespace {

constexpr int wordRole = Qt::UserRole + 1;  // what is put in for an entry of the list

/// The function whose brackets the cursor stands in, and the number of the argument there.
std::pair<const FunctionRow*, int> callAt(const std::string& formula, std::size_t cursor) {
    std::vector<std::pair<const FunctionRow*, int>> open;
    Sign before;
    for (Sign sign = signAt(formula, 0); sign.what != Sign::What::end && sign.at < cursor;
         sign = signAt(formula, sign.end())) {
        if (sign.what == Sign::What::sign && sign.text == "(")
            open.emplace_back(before.what == Sign::What::name ? functionNamed(before.text) : nullptr, 0);
        if (sign.what == Sign::What::sign && sign.text == ")" && !open.empty()) open.pop_back();
        if (sign.what == Sign::What::sign && sign.text == ";" && !open.empty()) ++open.back().second;
        before = sign;
    }
    while (!open.empty() && !open.back().first) open.pop_back();
    return open.empty() ? std::pair<const FunctionRow*, int>{} : open.back();
}

/// The first name that the form does not have.
const Node* unknownName(const Form& form, const Node& node, Id from) {
    if (node.what == Node::What::name && !meaningOf(form, node.text, from).known) return &node;
    for (const NodePtr& part : node.parts)
        if (const Node* found = unknownName(form, *part, from)) return found;
    return nullptr;
}

QString resultShown(const Scalar& value) {
    if (const auto* error = std::get_if<FormulaError>(&value)) return toQt(std::string(errorText(*error)));
    if (std::holds_alternative<std::monostate>(value)) return Words::tr("nothing");
    const std::string text = std::get<std::string>(asText(value));
    return std::holds_alternative<std::string>(value) ? "“" + toQt(text) + "”" : toQt(text);
}

}  // namespace

FormulaEdit::FormulaEdit(Desk& desk, Id from, QWidget* parent)
    : QWidget(parent), desk_(desk), from_(from), edit_(new SentenceEdit(this)), says_(new QLabel(this)) {
    auto* column = new QVBoxLayout(this);
    column->setContentsMargins(0, 0, 0, 0);
    column->setSpacing(2);
    edit_->setFont(monoFont(12));
    auto* line = new QHBoxLayout;
    line->setSpacing(2);
    line->addWidget(edit_, 1);
    auto* pick = new QToolButton(this);
    pick->setObjectName("pickField");
    pick->setIcon(QIcon(iconPixmap("pick", tokens().tawnyDark, 16, devicePixelRatioF())));
    pick->setIconSize({16, 16});
    pick->setToolTip(Words::tr("Puts in the name of a field that you click on the sheet."));
    pick->setAccessibleName(Words::tr("Choose a field on the sheet"));
    pick->setFixedSize(22, 26);
    pick->setAutoRaise(true);
    pick->setFocusPolicy(Qt::NoFocus);
    line->addWidget(pick, 0, Qt::AlignTop);
    column->addLayout(line);
    connect(pick, &QToolButton::clicked, this, [this] {
        desk_.pick(Words::tr("Click the field on the sheet."), [edit = QPointer<FormulaEdit>(this)](Id id) {
            if (edit) edit->putIn(id);
        });
    });
    says_->setObjectName("formulaSays");
    says_->setFont(bodyFont(11));
    says_->setWordWrap(true);
    says_->setTextFormat(Qt::RichText);
    column->addWidget(says_);
    setFocusProxy(edit_);
    setProperty("grows", true);

    words_ = new QStandardItemModel(this);
    completer_ = new QCompleter(words_, this);
    completer_->setWidget(edit_);
    completer_->setCaseSensitivity(Qt::CaseInsensitive);
    completer_->setFilterMode(Qt::MatchContains);
    completer_->setCompletionRole(Qt::DisplayRole);
    completer_->setMaxVisibleItems(8);
    completer_->popup()->setFont(bodyFont(12));
    completer_->popup()->setMinimumWidth(260);
    connect(completer_, QOverload<const QModelIndex&>::of(&QCompleter::activated), this,
            [this](const QModelIndex& at) { take(at.data(wordRole).toString()); });
    edit_->installEventFilter(this);
    connect(edit_, &QPlainTextEdit::textChanged, this, [this] {
        check();
        if (edit_->hasFocus()) offer();
    });
    connect(edit_, &QPlainTextEdit::cursorPositionChanged, this, &FormulaEdit::check);
    connect(edit_, &SentenceEdit::finished, this, [this] {
        // The sheet is clicked for a name: it goes on.
        if (desk_.picking()) return;
        // A formula that does not read stays in the field until it does, or is emptied.
        if (!reads_ && !formula().isEmpty()) return;
        edit_->document()->setModified(false);
        emit finished(formula());
    });
    check();
}

/// The name of a field where the cursor stands.
void FormulaEdit::putIn(Id id) {
    const Form& form = desk_.form();
    const Control* c = form.find(id);
    if (!c || !isFilled(*c)) return desk_.say(Words::tr("This is not filled in: a formula cannot use it."), true);
    const bool question = c->is().answer().shared;
    const std::string name = question || c->name.empty() ? answerName(form, *c) : c->name;
    edit_->setFocus(Qt::OtherFocusReason);
    edit_->insertPlainText(toQt(nameInFormula(name)));
}

QString FormulaEdit::formula() const {
    QString text = edit_->toPlainText().trimmed();
    if (text.startsWith('=')) text = text.mid(1).trimmed();
    return text;
}

void FormulaEdit::setFormula(const QString& formula) {
    const QSignalBlocker quiet(edit_);
    edit_->setPlainText(formula);
    edit_->document()->setModified(false);
    check();
}

QString FormulaEdit::says() const {
    return says_->text();
}

void FormulaEdit::check() {
    const QString typed = edit_->toPlainText();
    const std::string text = fromQt(typed);
    const Tokens& t = tokens();
    auto say = [&](const QString& words, const QColor& colour) {
        says_->setText(words);
        says_->setStyleSheet(QString("color: %1;").arg(colour.name()));
        says_->setVisible(!words.isEmpty());
    };
    edit_->setExtraSelections({});
    reads_ = true;
    if (typed.trimmed().isEmpty()) return say({}, t.ink2);
    auto mark = [&](std::size_t at, std::size_t length) {
        const auto from = QString::fromUtf8(text.data(), qsizetype(std::min(at, text.size()))).size();
        const auto size = QString::fromUtf8(text.data() + std::min(at, text.size()),
                                            qsizetype(std::min(length, text.size() - std::min(at, text.size()))))
                              .size();
        QTextEdit::ExtraSelection wrong;
        wrong.cursor = QTextCursor(edit_->document());
        wrong.cursor.setPosition(int(from > 0 && size == 0 ? from - 1 : from));
        wrong.cursor.setPosition(int(std::min(from + size, typed.size())), QTextCursor::KeepAnchor);
        wrong.format.setUnderlineStyle(QTextCharFormat::WaveUnderline);
        wrong.format.setUnderlineColor(t.brick);
        edit_->setExtraSelections({wrong});
    };
    const auto tree = readFormula(text);
    const std::size_t cursor = fromQt(typed.left(edit_->textCursor().position())).size();
    if (!tree) {
        reads_ = false;
        mark(tree.error().at, tree.error().length);
        // While a function is being typed, what it takes helps more than that it is not closed yet.
        if (const auto [function, argument] = callAt(text, cursor); !function || !edit_->hasFocus())
            return say(Words::shown(tree.error().sentence).toHtmlEscaped(), t.brick);
    } else if (const Node* unknown = unknownName(desk_.form(), **tree, from_)) {
        mark(unknown->at, unknown->length);
        return say(Words::tr("There is no field “%1”.").arg(toQt(unknown->text).toHtmlEscaped()), t.brick);
    }
    QString words;
    if (const auto [function, argument] = callAt(text, cursor); function && edit_->hasFocus()) {
        QStringList takes = toQt(std::string(function->arguments)).split("; ");
        for (QString& one : takes) one = one.toHtmlEscaped();
        if (argument < takes.size()) takes[argument] = "<b>" + takes[argument] + "</b>";
        words = toQt(std::string(function->name)) + "(" + takes.join("; ") + ")<br>" +
                Words::shown(function->help).toHtmlEscaped();
    }
    if (tree) {
        const Scalar value = resultOf(desk_.starting(), **tree, from_);
        words = "= " + resultShown(value).toHtmlEscaped() + (words.isEmpty() ? "" : "<br>" + words);
    }
    say(words, t.ink2);
}

/// The name that is being typed: its place and length.
std::pair<int, int> FormulaEdit::wordAtCursor() const {
    const QString text = edit_->toPlainText();
    const int end = edit_->textCursor().position();
    int from = end;
    while (from > 0 && (text[from - 1].isLetterOrNumber() || text[from - 1] == '_' || text[from - 1] == '.')) --from;
    // Within a text in quotes nothing is a name.
    if (text.left(from).count('"') % 2 == 1) return {end, 0};
    return {from, end - from};
}

void FormulaEdit::offer() {
    const auto [from, length] = wordAtCursor();
    const QString word = edit_->toPlainText().mid(from, length);
    if (word.isEmpty() || word[0].isDigit()) return completer_->popup()->hide();
    words_->clear();
    const Form& form = desk_.form();
    // What begins as it is typed comes first; fields before functions.
    QList<QStandardItem*> begin, others;
    auto add = [&](const QString& put, const QString& beside) {
        auto* item = new QStandardItem(put + "   " + beside);
        item->setData(put, wordRole);
        const bool begins = put.startsWith(word, Qt::CaseInsensitive) || beside.startsWith(word, Qt::CaseInsensitive);
        (begins ? begin : others) << item;
    };
    for (Id id : form.index()->fields()) {
        const Control& c = *form.find(id);
        const std::string column = columnName(form, id);
        const std::string name = column.empty() ? (c.name.empty() ? form.index()->answerName(id) : c.name) : column;
        add(toQt(nameInFormula(name)), toQt(calledBy(form, c)).simplified().left(40));
    }
    // Of functions the shorter name first: SUM before SUBSTITUTE.
    std::vector<const FunctionRow*> functions;
    for (const FunctionRow& row : allFunctions()) functions.push_back(&row);
    std::ranges::stable_sort(functions, {}, [](const FunctionRow* row) { return row->name.size(); });
    for (const FunctionRow* row : functions) add(toQt(std::string(row->name)) + "(", Words::shown(row->help).left(60));
    for (QStandardItem* item : begin + others) words_->appendRow(item);
    completer_->setCompletionPrefix(word);
    const QString only = completer_->completionCount() == 1 ? completer_->currentIndex().data(wordRole).toString() : "";
    if (completer_->completionCount() == 0 || only == word) return completer_->popup()->hide();
    completer_->popup()->setCurrentIndex(completer_->completionModel()->index(0, 0));
    QRect place = edit_->cursorRect();
    place.setWidth(300);
    completer_->complete(place);
}

void FormulaEdit::take(const QString& word) {
    const auto [from, length] = wordAtCursor();
    QTextCursor cursor = edit_->textCursor();
    cursor.setPosition(from);
    cursor.setPosition(from + length, QTextCursor::KeepAnchor);
    cursor.insertText(word);
    edit_->setTextCursor(cursor);
    completer_->popup()->hide();
}

bool FormulaEdit::eventFilter(QObject* watched, QEvent* event) {
    if (watched == edit_ && event->type() == QEvent::KeyPress) {
        auto* key = static_cast<QKeyEvent*>(event);
        if (completer_->popup()->isVisible()) {
            if (key->key() == Qt::Key_Return || key->key() == Qt::Key_Enter || key->key() == Qt::Key_Tab) {
                const QModelIndex at = completer_->popup()->currentIndex();
                if (at.isValid()) {
                    take(at.data(wordRole).toString());
                    return true;
                }
            }
            if (key->key() == Qt::Key_Escape) {
                completer_->popup()->hide();
                return true;
            }
        } else if (key->key() == Qt::Key_Space && key->modifiers() & Qt::ControlModifier) {
            offer();
            return true;
        }
    }
    if (watched == edit_ && (event->type() == QEvent::FocusIn || event->type() == QEvent::FocusOut))
        QMetaObject::invokeMethod(this, &FormulaEdit::check, Qt::QueuedConnection);
    return QWidget::eventFilter(watched, event);
}

}  // namespace brindel
