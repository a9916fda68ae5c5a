#include "app/window/jot_line.h"

#include <QtWidgets/QtWidgets>

#include "app/theme/theme.h"
#include "app/words.h"
#include "core/jot/lay_out.h"
#include "filler/drawing_painter.h"

namespace brindel {
namespace {

/// What rows come to, in a few words: "adds 2 rows: date box, combo box".
QString summary(const Jotting& rows) {
    QStringList kinds;
    for (const JotRow& r : rows)
        for (const JotField& f : r.fields) {
            QString word = Words::shown(row(f.kind).word) + (f.radio ? "s" : "");
            kinds << (f.guessed ? word + " (guessed)" : word);
        }
    QString text = Words::counted("adds %n rows", "adds 1 row", qint64(rows.size()));
    if (!kinds.isEmpty() && kinds.size() <= 3) text += ": " + kinds.join(", ");
    return text;
}

}  // namespace

JotLine::JotLine(Desk& desk, QWidget* parent) : QWidget(parent), desk_(desk) {
    setObjectName("panel");
    auto* line = new QHBoxLayout(this);
    line->setContentsMargins(12, 6, 12, 6);
    line->setSpacing(10);
    auto* word = new QLabel(Words::tr("Jot a row"), this);
    word->setFont(bodyFont(13, true));
    word->setStyleSheet(QString("color: %1;").arg(tokens().tawnyDark.name()));
    edit_ = new QPlainTextEdit(this);
    edit_->setObjectName("jot");
    edit_->setAccessibleName(Words::tr("Jot a row"));
    edit_->setFont(monoFont(12));
    edit_->setLineWrapMode(QPlainTextEdit::NoWrap);
    edit_->setHorizontalScrollBarPolicy(Qt::ScrollBarAlwaysOff);
    edit_->setTabChangesFocus(true);
    edit_->setPlaceholderText(Words::tr("Boat name: text 30 !  ·  Hull: combo [GRP, Timber]"));
    edit_->installEventFilter(this);
    word->setBuddy(edit_);
    said_ = new QLabel(this);
    said_->setFont(bodyFont(12));
    said_->setProperty("secondary", true);
    mistake_ = new QLabel(parent);
    mistake_->setObjectName("mistake");
    mistake_->setFont(bodyFont(12));
    mistake_->setStyleSheet(
        QString("background: %1; color: %2; border: 1px solid %2; border-radius: 5px; padding: 4px 9px;")
            .arg(tokens().paper.name(), tokens().brick.name()));
    mistake_->hide();
    line->addWidget(word);
    line->addWidget(edit_, 1);
    line->addWidget(said_);
    connect(edit_, &QPlainTextEdit::textChanged, this, &JotLine::read);
    read();
}

void JotLine::begin() {
    edit_->setFocus();
    edit_->selectAll();
}
QString JotLine::text() const {
    return edit_->toPlainText();
}
void JotLine::setText(const QString& text) {
    edit_->setPlainText(text);
}
QString JotLine::said() const {
    return mistake_->text().isEmpty() ? said_->text() : mistake_->text();
}

void JotLine::placeMistake() {
    mistake_->setVisible(isVisible() && !mistake_->text().isEmpty());
    mistake_->adjustSize();
    mistake_->move(x() + edit_->x(), y() - mistake_->height() - 6);
    mistake_->raise();
}

void JotLine::resizeEvent(QResizeEvent*) {
    placeMistake();
}
void JotLine::moveEvent(QMoveEvent*) {
    placeMistake();
}
void JotLine::hideEvent(QHideEvent*) {
    mistake_->hide();
}

void JotLine::fit() {
    const int lines = std::clamp(edit_->blockCount(), 1, 8);
    const int high = lines * edit_->fontMetrics().lineSpacing() + 14;
    edit_->setFixedHeight(high);
    edit_->setVerticalScrollBarPolicy(edit_->blockCount() > 8 ? Qt::ScrollBarAsNeeded : Qt::ScrollBarAlwaysOff);
    setFixedHeight(high + 12);
}

void markMistake(QPlainTextEdit& edit, const JotMistake& m) {
    QTextCursor cursor(edit.document()->findBlockByNumber(m.line - 1));
    const QString line = cursor.block().text();
    int at = 0;  // columns count characters, a text document UTF-16 units
    for (int i = 0; i < m.column && at < line.size(); ++i) at += line[at].isHighSurrogate() ? 2 : 1;
    if (at >= line.size() && at > 0) --at;
    cursor.movePosition(QTextCursor::Right, QTextCursor::MoveAnchor, at);
    cursor.movePosition(QTextCursor::EndOfBlock, QTextCursor::KeepAnchor);
    QTextEdit::ExtraSelection mark;
    mark.cursor = cursor;
    mark.format.setUnderlineStyle(QTextCharFormat::WaveUnderline);
    mark.format.setUnderlineColor(tokens().brick);
    mark.format.setForeground(tokens().brick);
    edit.setExtraSelections({mark});
}

void JotLine::read() {
    fit();
    edit_->setExtraSelections({});
    const std::string text = fromQt(edit_->toPlainText());
    mistake_->clear();
    if (edit_->toPlainText().trimmed().isEmpty()) {
        said_->setText(Words::tr("Ctrl+J"));
    } else if (auto rows = readJotting(text, desk_.form().root().text(Prop::language)); rows) {
        said_->setText("⏎ " + summary(*rows));
    } else {
        // The mistake is marked at its place, and said.
        const JotMistake& m = rows.error();
        markMistake(*edit_, m);
        said_->setText(Words::tr("not yet"));
        mistake_->setText((edit_->blockCount() > 1 ? Words::tr("Line %1: ").arg(m.line) : QString()) +
                          Words::shown(m.sentence));
    }
    placeMistake();
}

bool JotLine::add() {
    const std::string text = fromQt(edit_->toPlainText());
    auto rows = readJotting(text, desk_.form().root().text(Prop::language));
    if (!rows) {
        desk_.say(Words::shown(rows.error().sentence), true);
        return false;
    }
    if (rows->empty()) return false;
    const Form& form = desk_.form();
    const bool empty = form.controls.size() == (form.isDialog() ? 1u : 2u);
    const bool whole = std::ranges::any_of(
        *rows, [](const JotRow& r) { return r.what == JotRow::What::title || r.what == JotRow::What::section; });
    const QString name = Words::counted("Jot %n rows", "Jot a row", qint64(rows->size()));
    if (empty && (whole || rows->size() > 3)) {
        // On an empty form a jotting makes the form: its title, pages and size as well.
        Form made = laidOut(*rows, form, desk_.fonts());
        if (!desk_.edit(made, name, Ids{})) return false;
    } else {
        Edited added = jottedInto(form, desk_.targetContainer(), desk_.lead(), *rows, desk_.fonts());
        Ids last;
        if (!added.ids.empty()) last = {added.ids.back()};
        if (!desk_.edit(added.form, name, last)) return false;
    }
    edit_->clear();
    for (const Problem& p : rulesNotLaid(*rows, desk_.form()))
        desk_.say(Words::tr("A rule was left out: %1").arg(Words::shown(p.sentence)), true);
    return true;
}

bool JotLine::eventFilter(QObject* watched, QEvent* event) {
    if (watched == edit_ && event->type() == QEvent::KeyPress) {
        auto* key = static_cast<QKeyEvent*>(event);
        if ((key->key() == Qt::Key_Return || key->key() == Qt::Key_Enter) && !(key->modifiers() & Qt::ShiftModifier)) {
            add();
            return true;
        }
        if (key->key() == Qt::Key_Escape) {
            if (auto* sheet = window()->findChild<QWidget*>("sheet")) sheet->setFocus();
            return true;
        }
    }
    return QWidget::eventFilter(watched, event);
}

void JotLine::paintEvent(QPaintEvent*) {
    QPainter p(this);
    p.fillRect(rect(), tokens().cream);
    p.setPen(tokens().line);
    p.drawLine(0, 0, width(), 0);
}

}  // namespace brindel
