#include "app/passes/replies/erase_personal.h"

#include <QtWidgets/QtWidgets>

#include "app/theme/panel_parts.h"
#include "app/theme/theme.h"
#include "app/words.h"
#include "core/text/clock.h"
#include "core/text/words.h"
#include "filler/drawing_painter.h"

namespace brindel {

ErasePersonal::ErasePersonal(RepliesDesk& replies, std::vector<long long> selected, QWidget* parent)
    : QDialog(parent), replies_(replies), selected_(std::move(selected)) {
    setObjectName("erasePersonal");
    setWindowTitle(Words::tr("Erase personal details"));
    setStyleSheet(panelSheet());
    auto* column = new QVBoxLayout(this);
    column->setContentsMargins(16, 14, 16, 12);
    column->setSpacing(6);
    buildReplies(column);
    buildAnswers(column);
    column->addSpacing(8);
    said_ = new QLabel(this);
    said_->setObjectName("eraseSaid");
    said_->setFont(bodyFont(13));
    said_->setWordWrap(true);
    said_->setMinimumWidth(420);
    column->addWidget(said_);
    auto* buttons = new QHBoxLayout;
    auto* cancel = new QPushButton(Words::tr("Cancel"), this);
    erase_ = new QPushButton(Words::tr("Erase"), this);
    erase_->setObjectName("eraseThem");
    erase_->setAutoDefault(false);
    cancel->setDefault(true);
    buttons->addStretch(1);
    buttons->addWidget(erase_);
    buttons->addWidget(cancel);
    column->addLayout(buttons);
    for (QRadioButton* one : {these_, shown_, old_, past_})
        connect(one, &QRadioButton::toggled, this, [this](bool on) {
            if (on) count();
        });
    connect(before_, &QDateEdit::dateChanged, this, [this] {
        old_->setChecked(true);
        count();
    });
    connect(cancel, &QPushButton::clicked, this, &QDialog::reject);
    connect(erase_, &QPushButton::clicked, this, &ErasePersonal::erase);
    count();
    cancel->setFocus();
}

QLabel* ErasePersonal::title(const QString& text, QVBoxLayout* column) {
    auto* label = new QLabel(text, this);
    label->setFont(bodyFont(13, true));
    column->addWidget(label);
    return label;
}

/// Of which replies: those that are selected, shown, old, or past their time.
void ErasePersonal::buildReplies(QVBoxLayout* column) {
    title(Words::tr("Of which replies"), column);
    these_ =
        new QRadioButton(Words::counted("the %n selected ones", "the selected one", qint64(selected_.size())), this);
    these_->setObjectName("eraseSelected");
    const std::size_t shown = replies_.numbers().size();
    shown_ = new QRadioButton(shown == replies_.all()
                                  ? Words::tr("all %1").arg(shown)
                                  : Words::counted("the %n that are shown", "the one that is shown", shown),
                              this);
    shown_->setObjectName("eraseShown");
    old_ = new QRadioButton(Words::tr("those among them that were filled in before"), this);
    old_->setObjectName("eraseOld");
    before_ = new QDateEdit(QDate::currentDate().addYears(-1), this);
    before_->setObjectName("eraseBefore");
    before_->setCalendarPopup(true);
    auto* line = new QHBoxLayout;
    line->addWidget(old_);
    line->addWidget(before_);
    line->addStretch(1);
    column->addWidget(these_);
    column->addWidget(shown_);
    column->addLayout(line);
    these_->setVisible(!selected_.empty());
    past_ = new QRadioButton(Words::tr("all answers that are older than their question allows"), this);
    past_->setObjectName("erasePast");
    column->addWidget(past_);
    const auto late = replies_.pastTime();
    past_->setVisible(late.answers > 0);
    (!selected_.empty() ? these_ : late.answers > 0 ? past_ : shown_)->setChecked(true);
}

/// A tick for each personal answer, with what it is for.
void ErasePersonal::buildAnswers(QVBoxLayout* column) {
    column->addSpacing(8);
    QLabel* which = title(Words::tr("Which answers"), column);
    const Form& form = replies_.desk().savedForm();
    for (const ReplyColumn& c : replies_.columns()) {
        if (!replies_.isPersonal(c)) continue;
        const Control* control = form.find(c.control);
        const QString purpose =
            control && has(control->kind, Prop::purpose) ? toQt(control->text(Prop::purpose)) : QString();
        QString word = toQt(c.called.empty() ? c.name : c.called);
        if (!purpose.isEmpty()) word += " (" + purpose + ")";
        auto* tick = new QCheckBox(word.replace("&", "&&"), this);
        tick->setObjectName("erase-" + toQt(c.name));
        tick->setChecked(true);
        connect(tick, &QCheckBox::toggled, this, &ErasePersonal::count);
        column->addWidget(tick);
        ticks_.emplace_back(c.key(), tick);
    }
    const auto late = replies_.pastTime();
    // Where nothing is personal there is only what is past its time.
    if (ticks_.empty() && late.answers > 0) {
        for (QWidget* one : std::initializer_list<QWidget*>{which, these_, shown_, old_, before_}) one->hide();
        past_->setChecked(true);
    }
}

std::vector<long long> ErasePersonal::numbers() const {
    if (these_->isChecked()) return selected_;
    std::vector<long long> all = replies_.numbers();
    if (shown_->isChecked()) return all;
    const QDate day = before_->date();
    const auto old = replies_.store()->filledBefore(
        replies_.formName(), Day(std::chrono::year(day.year()) / unsigned(day.month()) / unsigned(day.day())));
    if (!old) return {};
    const std::set<long long> among(old->begin(), old->end());
    std::erase_if(all, [&](long long number) { return !among.contains(number); });
    return all;
}

std::set<std::string> ErasePersonal::columns() const {
    std::set<std::string> all;
    for (const auto& [key, tick] : ticks_)
        if (tick->isChecked()) all.insert(key);
    return all;
}

void ErasePersonal::count() {
    for (const auto& [key, tick] : ticks_) tick->setEnabled(!past_->isChecked());
    if (past_->isChecked()) {
        const PastTime late = replies_.pastTime();
        QStringList called;
        for (const std::string& one : late.called) called += toQt(one);
        said_->setText(Words::tr("This erases %1 of %2 replies: %3. It cannot be undone. All other answers stay.")
                           .arg(Words::counted("%n answers", "1 answer", late.answers))
                           .arg(late.replies)
                           .arg(called.join(", ")));
        return erase_->setEnabled(late.answers > 0);
    }
    const auto replies = numbers();
    const auto answers = replies_.store()->answersIn(replies_.formName(), replies, columns());
    if (!answers) {
        said_->setText(Words::shown(answers.error().sentence));
    } else if (*answers == 0) {
        said_->setText(Words::tr("There is nothing to erase."));
    } else {
        const QString what = Words::counted("%n answers", "1 answer", *answers);
        const QString where = Words::counted("of %n replies", "of 1 reply", qint64(replies.size()));
        said_->setText(Words::tr("This erases %1 %2, with what was there before a correction. It cannot be undone. All "
                                 "other answers stay.")
                           .arg(what, where));
    }
    erase_->setEnabled(answers && *answers > 0);
}

void ErasePersonal::erase() {
    const bool past = past_->isChecked();
    const auto replies = past ? std::vector<long long>() : numbers();
    const std::size_t count = past ? replies_.pastTime().replies : replies.size();
    const auto done = past ? replies_.store()->erasePastTime(replies_.desk().savedForm(), todayHere())
                           : replies_.store()->erase(replies_.formName(), replies, columns());
    if (!done) return said_->setText(Words::shown(done.error().sentence));
    replies_.desk().say(
        Words::counted("Personal details of %n replies erased", "Personal details of 1 reply erased", count));
    replies_.refresh();
    accept();
}

}  // namespace brindel
