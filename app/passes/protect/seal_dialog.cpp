#include "app/passes/protect/seal_dialog.h"

#include <sys/resource.h>

#include <QtWidgets/QtWidgets>
#include <thread>

#include "app/theme/theme.h"
#include "app/words.h"
#include "filler/drawing_painter.h"

namespace brindel {
namespace {

/// Wrong tries of a seal since the program began, and when the next one may be made.
struct Tries {
    int wrong = 0;
    QDeadlineTimer next{0};
};
Tries& triesOf(const Form& form) {
    static std::map<std::string, Tries> all;
    return all[form.seal ? form.seal->hash : std::string()];
}

void wipe(QLineEdit* line) {
    line->setText(QString(line->text().size(), QChar('.')));
    line->clear();
}

}  // namespace

PasswordDialog::PasswordDialog(QWidget* parent) : QDialog(parent) {
    setStyleSheet(panelSheet() + QString("QDialog { background: %1; }").arg(tokens().cream.name()));
    // What is typed here is never written to a disk, not even when the program fails.
    const rlimit none{0, 0};
    setrlimit(RLIMIT_CORE, &none);
}

QLineEdit* PasswordDialog::passwordLine(const char* name, const QString& word) {
    auto* line = new QLineEdit(this);
    line->setObjectName(name);
    line->setEchoMode(QLineEdit::Password);
    line->setInputMethodHints(Qt::ImhHiddenText | Qt::ImhSensitiveData | Qt::ImhNoPredictiveText);
    line->setFixedHeight(28);
    line->setMinimumWidth(280);
    line->setAccessibleName(word);
    return line;
}

void PasswordDialog::finish(QVBoxLayout* column, const QString& take, const QString& leave) {
    says_ = new QLabel(this);
    says_->setObjectName("says");
    says_->setWordWrap(true);
    says_->setFont(bodyFont(12));
    says_->setMinimumHeight(34);
    says_->setAlignment(Qt::AlignTop);
    column->addWidget(says_);
    auto* buttons = new QHBoxLayout;
    buttons->addStretch(1);
    auto* leaves = new QPushButton(leave, this);
    take_ = new QPushButton(take, this);
    take_->setObjectName("take");
    take_->setProperty("main", true);
    take_->setDefault(true);
    buttons->addWidget(leaves);
    buttons->addWidget(take_);
    column->addLayout(buttons);
    connect(leaves, &QPushButton::clicked, this, &QDialog::reject);
    connect(take_, &QPushButton::clicked, this, &QDialog::accept);
}

void PasswordDialog::reject() {
    if (!working_) QDialog::reject();
}

template <class Work, class Then>
void PasswordDialog::reckon(Work work, Then then) {
    working_ = true;
    take_->setEnabled(false);
    says_->setProperty("wrong", false);
    says_->setText(Words::tr("One moment…"));
    // The dialog stays until the work is done: it does not close before.
    std::thread([this, work = std::move(work), then = std::move(then)]() mutable {
        auto result = std::make_shared<decltype(work())>(work());
        QMetaObject::invokeMethod(
            this,
            [this, result, then = std::move(then)]() mutable {
                working_ = false;
                then(*result);
            },
            Qt::QueuedConnection);
    }).detach();
}

SealDialog::SealDialog(Form form, QWidget* parent) : PasswordDialog(parent), form_(std::move(form)) {
    setWindowTitle(Words::tr("Seal the form"));
    auto* column = new QVBoxLayout(this);
    column->setContentsMargins(20, 18, 20, 16);
    column->setSpacing(8);
    auto* what = new QLabel(Words::tr("Fillers fill what is open. Changing the form needs this password. "
                                      "Brindel does not store it: if you lose it, nobody can change the form."),
                            this);
    what->setWordWrap(true);
    what->setFont(bodyFont(12));
    what->setMinimumWidth(400);
    column->addWidget(what);
    column->addSpacing(4);
    auto* grid = new QGridLayout;
    grid->setHorizontalSpacing(12);
    grid->setVerticalSpacing(8);
    first_ = passwordLine("password", Words::tr("Password"));
    again_ = passwordLine("again", Words::tr("Once more"));
    int at = 0;
    for (QLineEdit* line : {first_, again_}) {
        auto* label = new QLabel(line->accessibleName(), this);
        label->setFont(bodyFont(12));
        label->setBuddy(line);
        grid->addWidget(label, at, 0);
        grid->addWidget(line, at++, 1);
        connect(line, &QLineEdit::textChanged, this, &SealDialog::settle);
    }
    bar_ = new QLabel(this);
    bar_->setFixedHeight(4);
    grid->addWidget(bar_, at++, 1);
    column->addLayout(grid);
    finish(column, Words::tr("Seal"), Words::tr("Cancel"));
    settle();
}

void SealDialog::settle() {
    const std::string one = fromQt(first_->text());
    const bool same = first_->text() == again_->text();
    auto meant = passwordMeant(one);
    const Strength strength = strengthOf(one);
    QString says = one.empty()
                       ? Words::tr("A few words that only you would combine are easy to remember and hard to guess.")
                   : !meant ? Words::shown(meant.error().sentence)
                            : Words::shown(strength.says);
    if (!again_->text().isEmpty() && !same) says = Words::tr("The two passwords are not the same yet.");
    says_->setText(says);
    // The sentence says it; the bar shows it at a glance, longer and not only in another colour.
    const int parts = one.empty()                                ? 0
                      : strength.holding == Holding::falls       ? 1
                      : strength.holding == Holding::holdsAWhile ? 2
                                                                 : 3;
    const QColor colours[] = {tokens().line, tokens().brick, tokens().amber, tokens().leaf};
    bar_->setStyleSheet(
        QString("background: qlineargradient(x1:0, y1:0, x2:1, y2:0, stop:0 %1, stop:%2 %1, stop:%3 %4, "
                "stop:1 %4); border-radius: 2px;")
            .arg(colours[parts].name())
            .arg(std::max(0.001, parts / 3.0 - 0.001))
            .arg(std::max(0.002, parts / 3.0))
            .arg(parts == 3 ? colours[3].name() : tokens().line.name()));
    take_->setEnabled(meant && same && !working_);
}

void SealDialog::accept() {
    if (working_ || !take_->isEnabled()) return;
    reckon([form = form_,
            secret = std::make_shared<Secret>(fromQt(first_->text()))] { return sealed(form, secret->text()); },
           [this](Result<Sealing>& made) {
               if (!made) {
                   settle();
                   says_->setText(Words::shown(made.error().sentence));
                   return;
               }
               made_ = std::move(*made);
               wipe(first_);
               wipe(again_);
               QDialog::accept();
           });
}

SealAsk::SealAsk(Form form, const QString& why, QWidget* parent, const QString& take, const QString& leave)
    : PasswordDialog(parent), form_(std::move(form)) {
    setWindowTitle(Words::tr("The form is sealed"));
    auto* column = new QVBoxLayout(this);
    column->setContentsMargins(20, 18, 20, 16);
    column->setSpacing(8);
    auto* what = new QLabel(why, this);
    what->setWordWrap(true);
    what->setFont(bodyFont(12));
    what->setMinimumWidth(380);
    column->addWidget(what);
    password_ = passwordLine("password", Words::tr("Password"));
    auto* line = new QHBoxLayout;
    line->setSpacing(12);
    auto* label = new QLabel(Words::tr("Password"), this);
    label->setFont(bodyFont(12));
    label->setBuddy(password_);
    line->addWidget(label);
    line->addWidget(password_, 1);
    column->addLayout(line);
    finish(column, take.isEmpty() ? Words::tr("Open it") : take, leave.isEmpty() ? Words::tr("Only fill it") : leave);
    waiting_ = new QTimer(this);
    waiting_->setInterval(250);
    connect(waiting_, &QTimer::timeout, this, &SealAsk::tick);
    connect(password_, &QLineEdit::textChanged, this, &SealAsk::settle);
    settle();
    tick();
}

void SealAsk::settle() {
    const bool waits = !triesOf(form_).next.hasExpired();
    take_->setEnabled(!working_ && !waits && !password_->text().isEmpty());
}

void SealAsk::tick() {
    const qint64 left = triesOf(form_).next.remainingTime();
    if (left > 0) {
        says_->setText(
            Words::tr("This is not the password of this form. The next try is in %1 s.").arg((left + 999) / 1000));
        waiting_->start();
    } else if (waiting_->isActive()) {
        waiting_->stop();
        says_->setText(Words::tr("This is not the password of this form. Try again."));
    }
    settle();
}

void SealAsk::accept() {
    if (working_ || !take_->isEnabled()) return;
    reckon([form = form_,
            secret = std::make_shared<Secret>(fromQt(password_->text()))] { return keyFor(form, secret->text()); },
           [this](Result<SharedSealKey>& key) {
               if (key) {
                   triesOf(form_) = {};
                   key_ = *key;
                   word_ = Secret(fromQt(password_->text()));
                   wipe(password_);
                   return QDialog::accept();
               }
               says_->setProperty("wrong", true);
               says_->style()->unpolish(says_);
               says_->style()->polish(says_);
               says_->setText(Words::shown(key.error().sentence));
               password_->selectAll();
               password_->setFocus();
               Tries& tries = triesOf(form_);
               tries.next.setRemainingTime(secondsToWait(++tries.wrong) * 1000);
               tick();
           });
}

}  // namespace brindel
