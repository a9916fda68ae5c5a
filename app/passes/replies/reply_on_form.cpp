#include "app/passes/replies/reply_on_form.h"

#include <QtPrintSupport/QPrintDialog>
#include <QtPrintSupport/QPrinter>
#include <QtWidgets/QtWidgets>

#include "app/passes/replies/print_reply.h"
#include "app/passes/replies/replies_table.h"
#include "app/theme/panel_parts.h"
#include "app/theme/theme.h"
#include "app/words.h"
#include "core/file/writing_over.h"
#include "core/targets/targets.h"
#include "core/text/clock.h"
#include "core/text/words.h"
#include "filler/drawing_painter.h"
#include "filler/form_to_fill.h"

namespace brindel {
namespace {

/// Its pages can be turned, its answers only read.
void shut(QWidget* widget) {
    if (!widget) return;
    QList<QWidget*> all = widget->findChildren<QWidget*>();
    all += widget;
    for (QWidget* one : all) {
        one->setAttribute(Qt::WA_TransparentForMouseEvents);
        one->setFocusPolicy(Qt::NoFocus);
    }
}

Day dayFilled(const Reply& reply) {
    return dayOf(reply.filled).value_or(todayHere());
}

QString userName() {
    const QString name = qEnvironmentVariable("USER");
    return name.isEmpty() ? Words::tr("somebody") : name;
}

/// What is different between two replies of a form, answer by answer.
QStringList differences(const Form& form, const Answers& before, const Answers& after) {
    QStringList all;
    for (const auto& [name, was] : before) {
        const auto now = after.find(name);
        if (now == after.end() || now->second == was) continue;
        const Control* c = form.find(form.index()->answering(name));
        const AnswerType type = c ? c->is().answers : AnswerType::text;
        const QString nothing = Words::tr("empty");
        auto shown = [&](const Answer& answer) {
            const QString text = answerShown(answer, type);
            return text.isEmpty() ? nothing : text;
        };
        all += Words::tr("%1: %2, before %3").arg(toQt(c ? calledBy(form, *c) : name), shown(now->second), shown(was));
    }
    return all;
}

}  // namespace

ReplyOnForm::ReplyOnForm(RepliesDesk& replies, const RepliesTable& table, int row, QWidget* parent)
    : QDialog(parent), replies_(replies), table_(table) {
    setObjectName("replyOnForm");
    auto* column = new QVBoxLayout(this);
    column->setContentsMargins(0, 0, 0, 10);
    head_ = new QLabel(this);
    head_->setObjectName("replyHead");
    head_->setFont(bodyFont(13));
    head_->setContentsMargins(14, 10, 14, 2);
    before_ = new QLabel(this);
    before_->setObjectName("replyCorrections");
    before_->setFont(bodyFont(12));
    before_->setContentsMargins(14, 0, 14, 4);
    before_->setWordWrap(true);
    before_->setTextInteractionFlags(Qt::TextSelectableByMouse);
    area_ = new QScrollArea(this);
    area_->setFrameShape(QFrame::NoFrame);
    area_->setAlignment(Qt::AlignCenter);
    QPalette stone = area_->palette();
    stone.setColor(QPalette::Window, tokens().stone);
    area_->setPalette(stone);
    auto* why = new QHBoxLayout;
    why->setContentsMargins(14, 4, 14, 0);
    reasonLabel_ = new QLabel(Words::tr("Why it is corrected"), this);
    reason_ = new QLineEdit(this);
    reason_->setObjectName("correctionReason");
    reason_->setMaxLength(500);
    reasonLabel_->setBuddy(reason_);
    connect(reason_, &QLineEdit::textEdited, this, [this] { say({}); });
    why->addWidget(reasonLabel_);
    why->addWidget(reason_, 1);
    said_ = new QLabel(this);
    said_->setObjectName("correctionSaid");
    said_->setFont(bodyFont(12));
    said_->setContentsMargins(14, 0, 14, 0);
    said_->setWordWrap(true);
    said_->setStyleSheet(QString("color: %1").arg(tokens().brick.name()));
    column->addWidget(head_);
    column->addWidget(before_);
    column->addWidget(area_, 1);
    column->addLayout(why);
    column->addWidget(said_);
    column->addLayout(builtButtons());
    go(row);
}

QLayout* ReplyOnForm::builtButtons() {
    auto* buttons = new QHBoxLayout;
    buttons->setContentsMargins(14, 4, 14, 0);
    auto button = [&](const QString& text, const char* name, auto act) {
        auto* one = new QPushButton(text, this);
        one->setObjectName(name);
        one->setAutoDefault(false);
        connect(one, &QPushButton::clicked, this, act);
        return one;
    };
    previous_ = button(Words::tr("Previous"), "previousReply", [this] { go(row_ - 1); });
    next_ = button(Words::tr("Next"), "nextReply", [this] { go(row_ + 1); });
    pdf_ = button(Words::tr("Save as PDF…"), "replyAsPdf", [this] { askPdf(); });
    print_ = button(Words::tr("Print…"), "printReply", [this] { askPrint(); });
    correct_ = button(Words::tr("Correct…"), "correctReply", [this] { build(true); });
    save_ = button(Words::tr("Save correction"), "saveCorrection", [this] { saveCorrection(); });
    cancel_ = button(Words::tr("Cancel"), "cancelCorrection", [this] { build(false); });
    close_ = button(Words::tr("Close"), "closeReply", [this] { accept(); });
    buttons->addWidget(previous_);
    buttons->addWidget(next_);
    buttons->addStretch(1);
    for (QPushButton* one : {print_, pdf_, correct_, save_, cancel_, close_}) buttons->addWidget(one);
    return buttons;
}

void ReplyOnForm::go(int row) {
    const KeptReply* reply = table_.replyAt(row);
    if (!reply) return;
    row_ = row;
    reply_ = *reply;
    build(false);
}

void ReplyOnForm::say(const QString& text) {
    said_->setText(text);
    said_->setVisible(!text.isEmpty());
}

void ReplyOnForm::build(bool correcting) {
    correcting_ = correcting;
    say({});
    setWindowTitle(Words::tr("Reply %1").arg(reply_.number));
    QStringList parts = {Words::tr("Reply %1").arg(reply_.number), table_.shownAt(row_, 1),
                         Words::tr("version %1").arg(reply_.reply.version)};
    if (!reply_.name.empty()) parts += QFileInfo(toQt(reply_.name)).fileName();
    head_->setText(parts.join(" · "));
    for (QPushButton* one : {previous_, next_, print_, pdf_, correct_, close_}) one->setVisible(!correcting);
    for (QWidget* one : std::initializer_list<QWidget*>{save_, cancel_, reason_, reasonLabel_})
        one->setVisible(correcting);
    reason_->clear();
    previous_->setEnabled(row_ > 0);
    next_->setEnabled(row_ + 1 < table_.rowCount());
    auto form = replies_.store() ? replies_.store()->formBySum(reply_.sum) : tl::unexpected(Problem{});
    if (!form) return;
    delete area_->takeWidget();
    session_ = std::make_unique<FormSession>(*form, dayFilled(reply_.reply));
    (void)session_->take(reply_.reply);
    // What was wrong with it stands where it is.
    if (session_->firstWrong()) (void)session_->accept();
    view_ = new FormToFill(*session_, replies_.desk().fonts(), form->isDialog() ? 1 : 96 / 25.4);
    session_->form().controls.each([&](Id id, const Control& c) {
        if ((isFilled(c) && !correcting) || c.is().pressed) shut(view_->widgetOf(id));
    });
    area_->setWidget(view_);
    view_->show();
    view_->refresh();
    tellCorrections();
    const QSize wanted = view_->sizeHint() + QSize(40, 120);
    if (!isVisible()) resize(wanted.boundedTo({1100, 720}).expandedTo({520, 320}));
    if (correcting)
        view_->begin();
    else
        next_->isEnabled() ? next_->setFocus() : previous_->isEnabled() ? previous_->setFocus() : close_->setFocus();
}

void ReplyOnForm::tellCorrections() {
    QStringList lines;
    const auto all = replies_.store()->corrections(replies_.formName(), reply_.number);
    for (std::size_t i = 0; all && i < all->size(); ++i) {
        const Correction& one = (*all)[i];
        const Answers& after = i + 1 < all->size() ? (*all)[i + 1].before.values : reply_.reply.values;
        const QDateTime at = QDateTime::fromString(toQt(one.at), Qt::ISODate);
        lines += Words::tr("Corrected %1 by %2: %3")
                     .arg(QLocale().toString(at, "d MMM yyyy HH:mm"), toQt(one.by), toQt(one.reason)) +
                 "\n    " + differences(session_->form(), one.before.values, after).join("\n    ");
    }
    before_->setText(lines.join("\n"));
    before_->setVisible(!lines.isEmpty());
}

void ReplyOnForm::saveCorrection() {
    // What is still being typed counts.
    if (QWidget* typing = focusWidget(); typing && view_->isAncestorOf(typing)) typing->clearFocus();
    if (session_->firstWrong()) {
        const Outcome outcome = session_->accept();
        view_->refresh();
        if (outcome.cursor != noControl) view_->goTo(outcome.cursor);
        return say(outcome.wrongs.empty() ? QString() : toQt(outcome.wrongs.front().sentence));
    }
    const Reply reply = session_->replied(reply_.reply.filled, reply_.reply.id);
    if (reply.values == reply_.reply.values) return say(Words::tr("Nothing is changed yet."));
    if (reason_->text().trimmed().isEmpty()) {
        reason_->setFocus();
        return say(Words::tr("Say why it is corrected."));
    }
    const auto done = replies_.store()->correct(replies_.formName(), reply_.number, reply,
                                                fromQt(reason_->text().trimmed()), fromQt(userName()));
    if (!done) return say(Words::shown(done.error().sentence));
    const long long number = reply_.number;
    replies_.refresh();
    // It may stand elsewhere now, or not be among those that are asked for any more.
    const auto& numbers = replies_.numbers();
    const auto at = std::ranges::find(numbers, number);
    if (at == numbers.end()) return accept();
    go(int(at - numbers.begin()));
}

void ReplyOnForm::askPrint() {
    QPrinter printer(QPrinter::HighResolution);
    printer.setDocName(windowTitle());
    QPrintDialog dialog(&printer, this);
    if (dialog.exec() != QDialog::Accepted) return;
    if (!printForm(*session_, replies_.desk().fonts(), printer)) say(Words::tr("The printer did not accept it."));
}

void ReplyOnForm::askPdf() {
    const QFileInfo form(replies_.desk().path());
    const QString path = QFileDialog::getSaveFileName(
        this, Words::tr("Save as PDF"),
        form.dir().filePath(form.completeBaseName() + "-" + QString::number(reply_.number) + ".pdf"), "PDF (*.pdf)");
    if (path.isEmpty()) return;
    const auto bytes = targetFrom("pdf")->made(*session_, replies_.desk().fonts(), {.filled = reply_.reply.filled});
    const auto wrote =
        bytes ? writtenBeside(fromQt(path), *bytes, {fromQt(replies_.desk().path()), fromQt(replies_.address())})
              : Result<void>(tl::unexpected(bytes.error()));
    if (!wrote) return say(Words::shown(wrote.error().sentence));
    replies_.desk().say(Words::tr("Saved: %1").arg(QDir::toNativeSeparators(path)));
}

}  // namespace brindel
