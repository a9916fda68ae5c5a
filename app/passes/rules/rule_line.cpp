#include "app/passes/rules/rule_line.h"

#include <QtWidgets/QtWidgets>

#include "app/theme/theme.h"
#include "app/words.h"
#include "core/edit/edits.h"
#include "core/rules/rule_text.h"
#include "core/rules/signs.h"
#include "filler/drawing_painter.h"

namespace brindel {
namespace {

QString fromBytes(const std::string& text, std::size_t end) {
    return QString::fromUtf8(text.data(), qsizetype(std::min(end, text.size())));
}

}  // namespace

RuleLineEdit::RuleLineEdit(Desk& desk, Id for_, QWidget* parent) : QWidget(parent), desk_(desk), for_(for_) {
    auto* column = new QVBoxLayout(this);
    column->setContentsMargins(0, 0, 0, 0);
    column->setSpacing(2);
    edit_ = new SentenceEdit(this);
    edit_->setObjectName("typeRule");
    edit_->setFont(monoFont(12));
    edit_->setPlaceholderText(Words::tr("Type a rule: when …"));
    edit_->setAccessibleName(Words::tr("Type a rule"));
    column->addWidget(edit_);
    says_ = new QLabel(this);
    says_->setObjectName("ruleSays");
    says_->setFont(bodyFont(12));
    says_->setWordWrap(true);
    says_->setTextFormat(Qt::PlainText);
    says_->hide();
    column->addWidget(says_);
    setFocusProxy(edit_);
    words_ = new QStringListModel(this);
    completer_ = new QCompleter(words_, this);
    completer_->setWidget(edit_);
    completer_->setCompletionMode(QCompleter::UnfilteredPopupCompletion);
    completer_->setMaxVisibleItems(8);
    completer_->popup()->setFont(bodyFont(12));
    completer_->popup()->setMinimumWidth(240);
    connect(completer_, QOverload<const QString&>::of(&QCompleter::activated), this, &RuleLineEdit::take);
    edit_->installEventFilter(this);
    connect(edit_, &QPlainTextEdit::textChanged, this, [this] {
        check();
        if (edit_->hasFocus()) offer();
    });
}

QString RuleLineEdit::says() const {
    return says_->isHidden() ? QString() : says_->text();
}

void RuleLineEdit::check() {
    const std::string text = fromQt(edit_->toPlainText());
    edit_->setExtraSelections({});
    auto say = [&](const QString& words, bool wrong) {
        says_->setText(words);
        says_->setProperty("secondary", !wrong);
        says_->setProperty("wrong", wrong);
        says_->style()->polish(says_);
        says_->setVisible(!words.isEmpty());
    };
    if (QString::fromStdString(text).trimmed().isEmpty()) return say({}, false);
    const auto line = readRule(text);
    if (!line) {
        // Where the line has only not gone on yet, what comes next is said quietly.
        const FormulaMistake& mistake = line.error();
        const bool wrong = mistake.at < text.find_last_not_of(' ') + 1;
        if (wrong) {
            const int at = int(fromBytes(text, mistake.at).size());
            QTextEdit::ExtraSelection mark;
            mark.cursor = QTextCursor(edit_->document());
            mark.cursor.setPosition(at);
            mark.cursor.movePosition(mistake.length ? QTextCursor::EndOfWord : QTextCursor::EndOfBlock,
                                     QTextCursor::KeepAnchor);
            mark.format.setUnderlineStyle(QTextCharFormat::WaveUnderline);
            mark.format.setUnderlineColor(tokens().brick);
            edit_->setExtraSelections({mark});
        }
        return say(Words::shown(mistake.sentence), wrong);
    }
    if (const auto rule = ruleIn(desk_.form(), *line); !rule) return say(Words::shown(rule.error()), true);
    say(Words::tr("Enter adds it."), false);
}

void RuleLineEdit::offer() {
    const std::string before = fromQt(edit_->toPlainText().left(edit_->textCursor().position()));
    const RuleWords words = ruleGoesOn(desk_.form(), before);
    QStringList list;
    for (const std::string& word : words.words) list << toQt(word);
    words_->setStringList(list);
    if (list.isEmpty()) return completer_->popup()->hide();
    completer_->setCompletionPrefix("");
    completer_->popup()->setCurrentIndex(completer_->completionModel()->index(0, 0));
    QRect place = edit_->cursorRect();
    place.setWidth(260);
    completer_->complete(place);
}

void RuleLineEdit::take(const QString& word) {
    const int end = edit_->textCursor().position();
    const std::string before = fromQt(edit_->toPlainText().left(end));
    QTextCursor cursor = edit_->textCursor();
    cursor.setPosition(int(fromBytes(before, ruleGoesOn(desk_.form(), before).from).size()));
    cursor.setPosition(end, QTextCursor::KeepAnchor);
    completer_->popup()->hide();
    cursor.insertText(word + ' ');
    edit_->setTextCursor(cursor);
}

void RuleLineEdit::add() {
    const auto line = readRule(fromQt(edit_->toPlainText()));
    if (!line) return;
    const auto rule = ruleIn(desk_.form(), *line);
    if (!rule) return;
    Rules rules = desk_.form().find(rule->first)->rules;
    rules.push_back(rule->second);
    edit_->clear();
    edit_->document()->setModified(false);
    desk_.edit(withRules(desk_.form(), rule->first, std::move(rules)), Words::tr("Type a rule"),
               rule->first == rootId ? Ids() : Ids{rule->first});
}

bool RuleLineEdit::eventFilter(QObject* watched, QEvent* event) {
    if (watched == edit_ && event->type() == QEvent::FocusIn && edit_->toPlainText().isEmpty()) {
        const Control* c = desk_.form().find(for_);
        QString begin = "when ";
        if (c && c->id != rootId && !c->name.empty()) begin += toQt(nameInFormula(c->name)) + ' ';
        edit_->setPlainText(begin);
        edit_->moveCursor(QTextCursor::End);
    }
    if (watched == edit_ && event->type() == QEvent::FocusOut &&
        static_cast<QFocusEvent*>(event)->reason() != Qt::PopupFocusReason &&
        edit_->toPlainText().simplified().count(' ') < 2)
        edit_->clear();
    if (watched == edit_ && event->type() == QEvent::KeyPress) {
        auto* key = static_cast<QKeyEvent*>(event);
        const bool enter = key->key() == Qt::Key_Return || key->key() == Qt::Key_Enter;
        if (completer_->popup()->isVisible()) {
            if (enter || key->key() == Qt::Key_Tab) {
                take(completer_->popup()->currentIndex().data().toString());
                return true;
            }
            if (key->key() == Qt::Key_Escape) {
                completer_->popup()->hide();
                return true;
            }
        } else if (enter) {
            add();
            return true;
        } else if (key->key() == Qt::Key_Space && key->modifiers() & Qt::ControlModifier) {
            offer();
            return true;
        }
    }
    return QWidget::eventFilter(watched, event);
}

}  // namespace brindel
