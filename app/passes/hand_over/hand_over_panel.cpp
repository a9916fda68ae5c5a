#include "app/passes/hand_over/hand_over_panel.h"

#include <QtWidgets/QtWidgets>

#include "app/passes/hand_over/class_names_row.h"
#include "app/passes/hand_over/languages_row.h"
#include "app/passes/hand_over/page_ways_row.h"
#include "app/theme/panel_parts.h"
#include "app/theme/theme.h"
#include "app/words.h"
#include "core/check/check.h"
#include "core/file/form_file.h"
#include "core/text/clock.h"
#include "filler/drawing_painter.h"

namespace brindel {
namespace {

/// What a target does not carry: each sentence once, with whom it speaks of.
QStringList lossesOf(const Form& form, const Findings& lost) {
    std::vector<std::pair<QString, QStringList>> said;
    for (const Finding& f : lost) {
        const QString sentence = Words::shown(f.sentence);
        auto at = std::ranges::find(said, sentence, &std::pair<QString, QStringList>::first);
        if (at == said.end()) at = said.insert(at, {sentence, {}});
        const Control* c = form.find(f.controls.front());
        if (c && c->id != rootId) at->second += toQt(calledBy(form, *c)).simplified();
    }
    QStringList lines;
    for (auto& [sentence, whom] : said) {
        constexpr int most = 3;
        QString names = QStringList(whom.mid(0, most)).join(", ");
        if (whom.size() > most) names = Words::tr("%1 and %2 more").arg(names).arg(whom.size() - most);
        lines += names.isEmpty() ? sentence : names + ": " + sentence;
    }
    return lines;
}

/// The first few of them.
QString shortened(const QStringList& lines) {
    constexpr int most = 3;
    QStringList few = lines.mid(0, most);
    if (lines.size() > most) few += Words::tr("And %1 more: point here to read them.").arg(lines.size() - most);
    return few.join("\n");
}

QLabel* small(QWidget* parent) {
    auto* label = new QLabel(parent);
    label->setFont(bodyFont(12));
    label->setProperty("secondary", true);
    label->setWordWrap(true);
    return label;
}

}  // namespace

HandOverPanel::HandOverPanel(Desk& desk, QWidget* parent) : QWidget(parent), desk_(desk) {
    setObjectName("panel");
    setAttribute(Qt::WA_StyledBackground);
    auto* outer = new QVBoxLayout(this);
    outer->setContentsMargins(0, 0, 0, 0);
    outer->setSpacing(0);
    auto* area = new QScrollArea(this);
    area->setFrameShape(QFrame::NoFrame);
    area->setWidgetResizable(true);
    area->setHorizontalScrollBarPolicy(Qt::ScrollBarAlwaysOff);
    auto* inner = new QWidget(area);
    inner->setObjectName("kit");
    inner->setStyleSheet(QString("QWidget#kit { background: %1; }").arg(tokens().cream.name()));
    auto* column = new QVBoxLayout(inner);
    column->setContentsMargins(14, 12, 14, 8);
    column->setSpacing(2);
    auto* title = new QLabel(Words::tr("Hand-over kit"), inner);
    title->setFont(bodyFont(15, true));
    column->addWidget(title);
    where_ = small(inner);
    where_->setObjectName("kitGoes");
    column->addWidget(where_);

    buildReceivers(column);
    column->addSpacing(8);
    column->addWidget(groupTitle(Words::tr("What they get"), inner));
    for (const Target& target : allTargets()) addTarget(target, column);
    auto* always = small(inner);
    always->setText(Words::tr("The form's own file, a covering page and a list of checksums are always included."));
    column->addSpacing(2);
    column->addWidget(always);
    languages_ = new LanguagesRow(inner);
    column->addWidget(languages_);
    connect(languages_, &LanguagesRow::changed, this, [this](const std::vector<std::string>& ticked) {
        KitChoice next = choice();
        next.languages = ticked;
        keep(next);
    });

    buildSendTo(column);
    column->addStretch(1);
    area->setWidget(inner);
    outer->addWidget(area, 1);

    outer->addWidget(builtFoot());
    showWriting(false);
    for (auto signal : {&Desk::formChanged, &Desk::passChanged, &Desk::fileChanged})
        connect(&desk, signal, this, [this] {
            if (desk_.pass() == Pass::handOver) refresh();
        });
}

void HandOverPanel::buildReceivers(QVBoxLayout* column) {
    QWidget* inner = column->parentWidget();
    column->addSpacing(8);
    column->addWidget(groupTitle(Words::tr("Who receives it"), inner));
    for (const ReceiverRow& r : allReceivers()) {
        auto* tick = new QCheckBox(Words::shown(r.word), inner);
        tick->setObjectName(QString("receiver%1").arg(int(r.receiver)));
        tick->setFont(bodyFont(13));
        column->addWidget(tick);
        receivers_[r.receiver] = tick;
        connect(tick, &QCheckBox::clicked, this, [this, receiver = r.receiver](bool on) {
            // What somebody else needs as well stays ticked.
            KitChoice next = choice();
            for (const Target& target : allTargets()) {
                if (std::ranges::find(target.receivers, receiver) == target.receivers.end()) continue;
                const bool others = std::ranges::any_of(target.receivers, [&](Receiver other) {
                    return other != receiver && receivers_.at(other)->isChecked();
                });
                std::erase(next.targets, std::string(target.key));
                if (on || others) next.targets.emplace_back(target.key);
            }
            keep(next);
        });
    }
}

void HandOverPanel::addTarget(const Target& target, QVBoxLayout* column) {
    QWidget* inner = column->parentWidget();
    const std::string key(target.key);
    auto* row = new QHBoxLayout;
    row->setSpacing(4);
    auto* tick = new QCheckBox(capital(Words::shown(target.word)), inner);
    tick->setObjectName("target-" + toQt(key));
    tick->setFont(bodyFont(13));
    tick->setToolTip(Words::shown(target.what));
    // A long word in another language leaves the room of the panel as it is.
    tick->setMinimumWidth(1);
    auto* look = new QToolButton(inner);
    look->setObjectName("link");
    look->setProperty("part", "look-" + toQt(key));
    look->setText(Words::tr("Preview"));
    look->setFont(bodyFont(12));
    look->setCursor(Qt::PointingHandCursor);
    look->setToolTip(Words::tr("Opens a preview; nothing is exported."));
    look->setAccessibleName(Words::tr("Preview %1").arg(Words::shown(target.word)));
    row->addWidget(tick, 1);
    row->addWidget(look);
    column->addLayout(row);
    auto* lost = small(inner);
    lost->setObjectName("lost-" + toQt(key));
    lost->setIndent(22);
    lost->setStyleSheet(QString("color: %1;").arg(tokens().ink2.name()));
    lost->hide();
    column->addWidget(lost);
    addWays(target, column);
    targets_[key] = tick;
    losses_[key] = lost;
    connect(tick, &QCheckBox::clicked, this, [this, key](bool on) { this->tick(key, on); });
    connect(look, &QToolButton::clicked, this, [this, &target] { emit lookAsked(target); });
}

void HandOverPanel::buildSendTo(QVBoxLayout* column) {
    QWidget* inner = column->parentWidget();
    column->addSpacing(8);
    column->addWidget(groupTitle(Words::tr("Where answers go"), inner));
    sendTo_ = new QLineEdit(inner);
    sendTo_->setObjectName("sendTo");
    sendTo_->setFont(bodyFont(13));
    sendTo_->setMaxLength(2000);
    sendTo_->setPlaceholderText(Words::tr("Back to its sender"));
    sendTo_->setAccessibleName(Words::tr("Where answers go"));
    sendTo_->setToolTip(
        Words::tr("An email address, or an address that begins with https://. The button that accepts the form sends "
                  "the answers there."));
    column->addWidget(sendTo_);
    sendWrong_ = small(inner);
    sendWrong_->setObjectName("sendWrong");
    sendWrong_->setStyleSheet(QString("color: %1;").arg(tokens().brick.name()));
    sendWrong_->setText(Words::tr("Enter an email address, or an address that begins with https://."));
    sendWrong_->hide();
    column->addWidget(sendWrong_);
    connect(sendTo_, &QLineEdit::editingFinished, this, [this] {
        std::string address = fromQt(sendTo_->text().trimmed());
        const bool mail = address.find('@') != std::string::npos && address.find(':') == std::string::npos;
        if (mail) address = "mailto:" + address;
        const bool right = address.empty() || isSendable(address);
        sendWrong_->setVisible(!right);
        if (!right || refreshing_) return;
        KitChoice next = choice();
        next.sendTo = address;
        keep(next);
    });
}

QWidget* HandOverPanel::builtFoot() {
    auto* foot = new QWidget(this);
    foot->setObjectName("foot");
    foot->setStyleSheet(QString("QWidget#foot { border-top: 1px solid %1; }").arg(tokens().line.name()));
    auto* footColumn = new QVBoxLayout(foot);
    footColumn->setContentsMargins(14, 10, 14, 12);
    footColumn->setSpacing(6);
    sealed_ = small(foot);
    sealed_->setObjectName("sealSaid");
    footColumn->addWidget(sealed_);
    zipped_ = new QCheckBox(Words::tr("As one ZIP file"), foot);
    zipped_->setObjectName("zipped");
    zipped_->setFont(bodyFont(13));
    footColumn->addWidget(zipped_);
    connect(zipped_, &QCheckBox::clicked, this, [this](bool on) {
        KitChoice next = choice();
        next.zipped = on;
        keep(next);
    });
    doing_ = small(foot);
    doing_->setObjectName("doing");
    progress_ = new QProgressBar(foot);
    progress_->setFixedHeight(6);
    progress_->setTextVisible(false);
    footColumn->addWidget(doing_);
    footColumn->addWidget(progress_);
    auto* buttons = new QHBoxLayout;
    stopButton_ = new QPushButton(Words::tr("Stop"), foot);
    stopButton_->setObjectName("stopKit");
    stopButton_->setFont(bodyFont(13));
    write_ = new QPushButton(Words::tr("Export the kit"), foot);
    write_->setObjectName("writeKit");
    write_->setProperty("main", true);
    write_->setFont(bodyFont(13, true));
    buttons->addStretch(1);
    buttons->addWidget(stopButton_);
    buttons->addWidget(write_);
    footColumn->addLayout(buttons);
    connect(write_, &QPushButton::clicked, this, &HandOverPanel::writeAsked);
    connect(stopButton_, &QPushButton::clicked, this, &HandOverPanel::stop);
    return foot;
}

/// What is chosen of a target beside itself: names of a class, the ways of a page.
void HandOverPanel::addWays(const Target& target, QVBoxLayout* column) {
    QWidget* inner = column->parentWidget();
    if (target.several) {
        classNames_ = new ClassNamesRow(inner);
        column->addWidget(classNames_);
        connect(classNames_, &ClassNamesRow::changed, this, [this](const ClassChoice& names) {
            KitChoice next = choice();
            next.classNames = names;
            keep(next);
        });
    }
    if (target.key == "html") {
        pageWays_ = new PageWaysRow(inner);
        column->addWidget(pageWays_);
        connect(pageWays_, &PageWaysRow::changed, this, [this](const PageChoice& ways) {
            KitChoice next = choice();
            next.page = ways;
            keep(next);
        });
    }
}

HandOverPanel::~HandOverPanel() {
    stop_ = true;
    if (thread_.joinable()) thread_.join();
}

KitChoice HandOverPanel::choice() const {
    return desk_.form().kit ? *desk_.form().kit : KitChoice();
}

void HandOverPanel::keep(const KitChoice& choice) {
    KitChoice sorted = choice;
    sorted.targets.clear();
    for (const Target& target : allTargets())
        if (std::ranges::find(choice.targets, target.key) != choice.targets.end())
            sorted.targets.emplace_back(target.key);
    Form next = desk_.form();
    next.kit = sorted == KitChoice() ? nullptr : std::make_shared<const KitChoice>(std::move(sorted));
    desk_.edit(next, Words::tr("Choose what is handed over"), {}, "kit");
    refresh();
}

void HandOverPanel::tick(const std::string& target, bool on) {
    KitChoice next = choice();
    std::erase(next.targets, target);
    if (on) next.targets.push_back(target);
    keep(next);
}

QString HandOverPanel::usualPath() const {
    const QString folder = desk_.path().isEmpty() ? QDir::currentPath() : QFileInfo(desk_.path()).absolutePath();
    return folder + "/" + toQt(kitName(desk_.form())) + (choice().zipped ? ".zip" : "");
}

void HandOverPanel::refresh() {
    refreshing_ = true;
    const KitChoice now = choice();
    const Form& form = desk_.form();
    auto ticked = [&](std::string_view key) { return std::ranges::find(now.targets, key) != now.targets.end(); };
    std::size_t count = 0;
    for (const Target& target : allTargets()) {
        const std::string key(target.key);
        targets_.at(key)->setChecked(ticked(key));
        count += ticked(key);
        const Findings lost = ticked(key) ? findingsFor(form, desk_.fonts(), std::array{key}) : Findings();
        const QStringList lines = lossesOf(form, lost);
        losses_.at(key)->setText(shortened(lines));
        losses_.at(key)->setToolTip(lines.join("\n"));
        losses_.at(key)->setVisible(!lost.empty());
        if (target.several) {
            classNames_->show(form, now.classNames);
            classNames_->setVisible(ticked(key));
        }
        if (key == "html") {
            pageWays_->show(form, now.page);
            pageWays_->setVisible(ticked(key));
        }
    }
    // Somebody receives it who gets all that is there for them.
    for (const auto& [receiver, tick] : receivers_)
        tick->setChecked(std::ranges::all_of(allTargets(), [&, who = receiver](const Target& target) {
            return std::ranges::find(target.receivers, who) == target.receivers.end() || ticked(target.key);
        }));
    const QString address = toQt(now.sendTo);
    if (!sendTo_->hasFocus()) sendTo_->setText(address.startsWith("mailto:") ? address.mid(7) : address);
    languages_->show(form, languagesTicked(form));
    zipped_->setChecked(now.zipped);
    const QString name = QFileInfo(usualPath()).fileName();
    where_->setText(now.zipped ? Words::tr("Version %1, as “%2”").arg(form.revision).arg(name)
                               : Words::tr("Version %1, in the folder “%2”").arg(form.revision).arg(name));
    sealed_->setText(
        form.seal
            ? Words::tr("The form is sealed. Brindel asks for its password, which seals what fillers get as well.")
            : Words::tr("The form is not sealed: anyone with a program for it can change the files. You "
                        "can seal it in Protect."));
    sealed_->setVisible(
        std::ranges::any_of(allTargets(), [&](const Target& one) { return one.sealed && ticked(one.key); }));
    write_->setEnabled(count > 0);
    write_->setToolTip(count > 0 ? QString() : Words::tr("First tick what the receiver gets."));
    refreshing_ = false;
}

void HandOverPanel::showWriting(bool writing) {
    writing_ = writing;
    for (QWidget* w : std::initializer_list<QWidget*>{doing_, progress_, stopButton_}) w->setVisible(writing);
    write_->setVisible(!writing);
    zipped_->setEnabled(!writing);
}

void HandOverPanel::write(const QString& path, std::shared_ptr<const Secret> owner) {
    if (writing_) return;
    if (thread_.joinable()) thread_.join();
    stop_ = false;
    showWriting(true);
    doing_->setText(Words::tr("Getting ready"));
    progress_->setRange(0, 0);
    // The form is a value: what is changed meanwhile is another one.
    thread_ = std::thread([this, path, owner, form = desk_.form(), file = desk_.textOf(desk_.form()), now = choice(),
                           fonts = desk_.sharedFonts()] {
        const auto step = [this](std::string_view what, std::size_t at, std::size_t of) {
            const QString word = Words::shown(what);
            QMetaObject::invokeMethod(this, [this, word, at, of] {
                doing_->setText(Words::tr("%1 of %2: %3").arg(at + 1).arg(of).arg(word));
                progress_->setRange(0, int(of));
                progress_->setValue(int(at));
            });
            return !stop_;
        };
        const auto last = lastHandedOver(form, fromQt(path));
        const auto files = kitOf(FormSession(form, todayHere(), minutesHere()), *fonts,
                                 {.targets = now.targets,
                                  .formFile = file,
                                  .owner = owner.get(),
                                  .sendTo = now.sendTo,
                                  .classNames = now.classNames,
                                  .page = now.page,
                                  .languages = languagesTicked(form),
                                  .before = last ? &*last : nullptr,
                                  .step = step});
        KitWritten came;
        auto done = files ? writeKit(*files, fromQt(path)) : Result<void>(tl::unexpected(files.error()));
        if (done) {
            came.path = path;
        } else if (isStopped(done.error())) {
            came.stopped = true;
        } else {
            const Problem& p = done.error();
            came.problem = (p.place.empty() ? QString() : capital(Words::shown(p.place.c_str())) + ": ") +
                           Words::shown(p.sentence);
        }
        QMetaObject::invokeMethod(this, [this, came] {
            showWriting(false);
            refresh();
            emit written(came);
        });
    });
}

void HandOverPanel::focusFirst() {
    refresh();
    receivers_.begin()->second->setFocus(Qt::OtherFocusReason);
}

}  // namespace brindel
