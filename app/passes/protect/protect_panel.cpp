#include "app/passes/protect/protect_panel.h"

#include <QtWidgets/QtWidgets>

#include "app/findings/findings_panel.h"
#include "app/findings/pins.h"
#include "app/theme/panel_parts.h"
#include "app/theme/theme.h"
#include "app/words.h"
#include "core/edit/personal_details.h"
#include "core/jot/personal_notice.h"
#include "core/seal/seal.h"
#include "filler/drawing_painter.h"

namespace brindel {
namespace {

constexpr std::size_t mostCards = 5;

QLabel* plainText(const QString& text, QWidget* parent) {
    auto* label = new QLabel(text, parent);
    label->setFont(bodyFont(12));
    label->setProperty("secondary", true);
    label->setWordWrap(true);
    return label;
}
QCheckBox* checkIn(QVBoxLayout* column, const char* name, const QString& word, const QString& tip) {
    auto* tick = new QCheckBox(word);
    tick->setObjectName(name);
    tick->setFont(bodyFont(12));
    tick->setToolTip(tip);
    column->addWidget(tick);
    return tick;
}
QPushButton* buttonIn(QVBoxLayout* column, const char* name, const QString& word, const QString& tip) {
    auto* button = new QPushButton(word);
    button->setObjectName(name);
    button->setFont(bodyFont(12));
    button->setToolTip(tip);
    column->addWidget(button);
    return button;
}

}  // namespace

ProtectPanel::ProtectPanel(Desk& desk, ProtectLayer& layer, QWidget* parent)
    : QScrollArea(parent), desk_(desk), layer_(layer) {
    setObjectName("panel");
    setWidgetResizable(true);
    setFrameShape(QFrame::NoFrame);
    setHorizontalScrollBarPolicy(Qt::ScrollBarAlwaysOff);
    auto* body = new QWidget;
    body->setObjectName("panelBody");
    setWidget(body);
    auto* column = new QVBoxLayout(body);
    column->setContentsMargins(14, 12, 14, 12);
    column->setSpacing(6);
    auto* title = new QLabel(Words::tr("Protection"), body);
    title->setFont(bodyFont(15, true));
    column->addWidget(title);
    count_ = plainText("", body);
    column->addWidget(count_);
    fields_ = new QWidget(body);
    form_ = new QWidget(body);
    for (QWidget* part : {fields_, form_}) {
        auto* inner = new QVBoxLayout(part);
        inner->setContentsMargins(0, 0, 0, 0);
        inner->setSpacing(6);
        part == fields_ ? buildFields(inner) : buildForm(inner);
        column->addWidget(part);
    }
    column->addStretch(1);
    for (auto signal : {&Desk::formChanged, &Desk::selectionChanged, &Desk::passChanged, &Desk::findingsChanged})
        connect(&desk, signal, this, [this] {
            if (desk_.pass() == Pass::protect) refresh();
        });
}

QLineEdit* ProtectPanel::rootLine(QVBoxLayout* column, Prop prop) {
    auto* line = new QLineEdit;
    line->setObjectName(toQt(row(prop).key));
    line->setFixedHeight(26);
    line->setMaxLength(300);
    column->addWidget(panelRow(Words::shown(row(prop).word), line, Words::shown(row(prop).help), form_));
    connect(line, &QLineEdit::editingFinished, this, [this, line, prop] {
        if (!filling_)
            desk_.edit(withProperty(desk_.form(), {rootId}, prop, fromQt(line->text().trimmed())),
                       Words::tr("Set %1").arg(Words::shown(row(prop).word)));
    });
    return lines_[prop] = line;
}

void ProtectPanel::buildForm(QVBoxLayout* column) {
    column->addSpacing(2);
    column->addWidget(groupTitle(Words::tr("When sealed"), form_));
    column->addWidget(plainText(Words::tr("Fillers fill what is open. Everything else needs the password."), form_));
    print_ = checkIn(column, "mayPrint", Words::tr("Printing is allowed"), Words::shown(row(Prop::mayPrint).help));
    copy_ = checkIn(column, "mayCopy", Words::tr("Copying text is allowed"), Words::shown(row(Prop::mayCopy).help));
    for (const auto& [box, prop] : {std::pair(print_, Prop::mayPrint), {copy_, Prop::mayCopy}})
        connect(box, &QCheckBox::clicked, this, [this, prop = prop](bool on) {
            desk_.edit(withProperty(desk_.form(), {rootId}, prop, on),
                       (on ? Words::tr("Allow: %1") : Words::tr("Forbid: %1")).arg(Words::shown(row(prop).word)));
        });
    seal_ = plainText("", form_);
    column->addWidget(seal_);
    sealButton_ = buttonIn(column, "panelSeal", "", "");
    connect(sealButton_, &QPushButton::clicked, this, &ProtectPanel::sealAsked);

    column->addSpacing(4);
    column->addWidget(groupTitle(Words::tr("Without limits"), form_));
    cards_ = new QWidget(form_);
    cardLines_ = new QVBoxLayout(cards_);
    cardLines_->setContentsMargins(0, 0, 0, 0);
    cardLines_->setSpacing(6);
    column->addWidget(cards_);

    buildNotice(column);

    column->addSpacing(4);
    column->addWidget(groupTitle(Words::tr("How strong is it?"), form_));
    column->addWidget(plainText(Words::tr("In Brindel nobody can change the form without the password. The file is "
                                          "plain text; if somebody edits it, Brindel warns you."),
                                form_));
    column->addWidget(
        plainText(Words::tr("A PDF exported with the password is encrypted (AES-256): filling it needs no password, "
                            "changing it does. Most viewers respect that; it stops accidents, not attackers."),
                  form_));

    column->addSpacing(4);
    column->addWidget(groupTitle(Words::tr("All fields"), form_));
    column->addWidget(plainText(Words::tr("O, R or L sets the selected fields."), form_));
    list_ = new QListWidget(form_);
    list_->setObjectName("allFields");
    list_->setAccessibleName(Words::tr("All fields"));
    list_->setSelectionMode(QAbstractItemView::ExtendedSelection);
    list_->setFont(bodyFont(12));
    list_->setUniformItemSizes(true);
    list_->setHorizontalScrollBarPolicy(Qt::ScrollBarAlwaysOff);
    list_->setMinimumHeight(180);
    list_->installEventFilter(this);
    column->addWidget(list_);
}

void ProtectPanel::buildFields(QVBoxLayout* column) {
    column->addSpacing(2);
    whom_ = groupTitle("", fields_);
    whom_->setWordWrap(true);
    column->addWidget(whom_);
    auto* ways = new QHBoxLayout;
    ways->setSpacing(0);
    for (const auto& [access, word] : {std::pair(Access::open, Words::tr("Open")),
                                       {Access::readOnly, Words::tr("Read only")},
                                       {Access::locked, Words::tr("Locked")}}) {
        auto* button = new QPushButton(word, fields_);
        button->setObjectName("set" + word.section(' ', 0, 0));
        button->setFont(bodyFont(12));
        button->setCheckable(true);
        button->setStyleSheet(QString("QPushButton { border-radius: 0; padding: 5px 8px; } QPushButton:checked { "
                                      "background: %1; color: %2; font-weight: bold; }")
                                  .arg(tokens().chosen.name(), tokens().tawnyDark.name()));
        ways->addWidget(button);
        ways_[access] = button;
        connect(button, &QPushButton::clicked, this, [this, access = access] {
            layer_.set(desk_.selection(), access);
            refresh();
        });
    }
    column->addLayout(ways);
    kept_ = checkIn(column, "kept", Words::tr("Cannot be removed (K)"), Words::shown(row(Prop::kept).help));
    column->addSpacing(4);
    column->addWidget(groupTitle(Words::tr("Accepts"), fields_));
    takes_ = plainText("", fields_);
    takes_->setObjectName("takes");
    column->addWidget(takes_);
    column->addSpacing(4);
    column->addWidget(groupTitle(Words::tr("Personal details"), fields_));
    personal_ =
        checkIn(column, "personal", Words::tr("It is a personal detail (P)"), Words::shown(row(Prop::personal).help));
    hint_ = plainText("", fields_);
    column->addWidget(hint_);
    purpose_ = new QLineEdit(fields_);
    purpose_->setObjectName("purpose");
    purpose_->setFixedHeight(26);
    purpose_->setMaxLength(300);
    purpose_->setPlaceholderText(Words::tr("to contact you"));
    purposeRow_ = panelRow(Words::tr("Used"), purpose_, Words::shown(row(Prop::purpose).help), fields_);
    column->addWidget(purposeRow_);
    consent_ = checkIn(column, "consent", Words::tr("It asks for consent"), Words::shown(row(Prop::consent).help));
    connectFields();
}

void ProtectPanel::connectFields() {
    connect(kept_, &QCheckBox::clicked, this, [this](bool on) {
        desk_.edit(withProperty(desk_.form(), fieldsAmong(desk_.form(), desk_.selection()), Prop::kept, on),
                   on ? Words::tr("Make it not removable") : Words::tr("Make it removable"));
    });
    connect(personal_, &QCheckBox::clicked, this, [this](bool on) {
        desk_.edit(markedPersonal(desk_.form(), fieldsAmong(desk_.form(), desk_.selection()), on),
                   on ? Words::tr("Mark as personal") : Words::tr("Mark as not personal"));
    });
    connect(consent_, &QCheckBox::clicked, this, [this](bool on) {
        desk_.edit(withProperty(desk_.form(), desk_.selection(), Prop::consent, on),
                   on ? Words::tr("Ask for consent") : Words::tr("Ask for no consent"));
    });
    connect(purpose_, &QLineEdit::editingFinished, this, [this] {
        const Ids ids = fieldsAmong(desk_.form(), desk_.selection());
        if (filling_ || ids.empty() || !purpose_->isModified()) return;
        purpose_->setModified(false);
        desk_.edit(withProperty(desk_.form(), ids, Prop::purpose, fromQt(purpose_->text().trimmed())),
                   Words::tr("Set the purpose"));
    });
}

/// Who asks for personal details, and the notice that is made of it.
void ProtectPanel::buildNotice(QVBoxLayout* column) {
    column->addSpacing(4);
    column->addWidget(groupTitle(Words::tr("Personal details"), form_));
    for (Prop prop : {Prop::noticeBy, Prop::noticeUntil, Prop::noticeAsk}) rootLine(column, prop);
    lines_[Prop::noticeBy]->setPlaceholderText(Words::tr("The harbour office"));
    lines_[Prop::noticeUntil]->setPlaceholderText(Words::tr("for two years"));
    lines_[Prop::noticeAsk]->setPlaceholderText(Words::tr("the harbour office, phone …"));
    guessed_ = buttonIn(column, "markGuessed", "", Words::tr("Each with its usual purpose, which can be changed."));
    notice_ =
        buttonIn(column, "writeNotice", "",
                 Words::tr("Made from the purposes of all personal details; it is placed before the first of them."));
    connect(guessed_, &QPushButton::clicked, this, &ProtectPanel::markGuessed);
    connect(notice_, &QPushButton::clicked, this, &ProtectPanel::writeNotice);
}

void ProtectPanel::refreshFields(const Ids& fields) {
    const Form& form = desk_.form();
    const Control& first = *form.find(fields.front());
    whom_->setText(fields.size() == 1 ? fieldCalled(form, first)
                                      : Words::counted("%n fields", "1 field", qint64(fields.size())));
    auto same = [&](auto what) {
        return std::ranges::all_of(fields, [&](Id id) { return what(*form.find(id)) == what(first); });
    };
    const auto access = [](const Control& c) { return c.as<Access>(); };
    for (const auto& [way, button] : ways_) button->setChecked(same(access) && first.as<Access>() == way);
    auto tick = [&](QCheckBox* box, Prop prop) {
        const bool differ = !same([&](const Control& c) { return c.yes(prop); });
        box->setTristate(differ);
        box->setCheckState(differ ? Qt::PartiallyChecked : first.yes(prop) ? Qt::Checked : Qt::Unchecked);
    };
    tick(kept_, Prop::kept);
    tick(personal_, Prop::personal);
    QString limits = limitsSaid(form, first);
    if (limits.isEmpty()) limits = Words::tr("yes or no");
    takes_->setText(!same([&](const Control& c) { return limitsSaid(form, c); })
                        ? Words::tr("They accept different things.")
                        : limits.left(1).toUpper() + limits.mid(1) + ".");
    const PersonalSort* guess = guessedPersonal(form, first);
    hint_->setVisible(fields.size() == 1 && guess && !first.yes(Prop::personal));
    if (guess) hint_->setText(Words::tr("It seems to ask for %1.").arg(Words::shown(guess->word)));
    purposeRow_->setVisible(std::ranges::any_of(fields, [&](Id id) { return form.find(id)->yes(Prop::personal); }));
    const bool samePurpose = same([](const Control& c) { return c.text(Prop::purpose); });
    if (!purpose_->hasFocus() || !purpose_->isModified()) {
        purpose_->setText(samePurpose ? toQt(first.text(Prop::purpose)) : QString());
        if (!purpose_->hasFocus()) purpose_->setCursorPosition(0);
        purpose_->setPlaceholderText(samePurpose ? Words::tr("to contact you") : Words::tr("differ"));
    }
    consent_->setVisible(fields.size() == 1 && first.is().answer().toggled);
    consent_->setChecked(first.yes(Prop::consent));
}

void ProtectPanel::refreshForm() {
    const Form& form = desk_.form();
    print_->setChecked(form.root().yes(Prop::mayPrint));
    copy_->setChecked(form.root().yes(Prop::mayCopy));
    const SealState state = sealState(form);
    seal_->setText(state == SealState::none    ? Words::tr("Not sealed: anyone who opens it can change it.")
                   : state == SealState::whole ? Words::tr("Sealed; open for you until you close it.")
                                               : Words::tr("Its seal is damaged: no password opens it."));
    sealButton_->setText(state == SealState::none ? Words::tr("Seal with a password…") : Words::tr("Remove the seal…"));
    for (const auto& [prop, line] : lines_)
        if (!line->hasFocus()) {
            line->setText(toQt(form.root().text(prop)));
            line->setCursorPosition(0);
        }
    const auto guesses = looksPersonal(form).size();
    guessed_->setVisible(guesses > 0);
    guessed_->setText(Words::counted("Mark %n that look personal", "Mark 1 that looks personal", guesses));
    notice_->setVisible(!personalFields(form).empty());
    notice_->setText(noticeOf(form) ? Words::tr("Rewrite the notice") : Words::tr("Write the notice"));
    refreshCards();
    refreshList();
}

void ProtectPanel::refresh() {
    const Form& form = desk_.form();
    const ReachCount count = reachCount(form);
    QStringList counted;
    for (const auto& [number, reach] : {std::pair(count.open, Reach::open),
                                        {count.readOnly, Reach::readOnly},
                                        {count.locked, Reach::locked},
                                        {count.workedOut, Reach::workedOut}})
        if (number) counted << QString("%1 %2").arg(number).arg(reachWord(reach));
    count_->setText(counted.isEmpty() ? Words::tr("Nothing to fill yet.") : counted.join(" · "));
    const Ids fields = fieldsAmong(form, desk_.selection());
    fields_->setVisible(!fields.empty());
    form_->setVisible(fields.empty());
    filling_ = true;
    fields.empty() ? refreshForm() : refreshFields(fields);
    filling_ = false;
}

void ProtectPanel::refreshCards() {
    for (auto* old : cards_->findChildren<QWidget*>(QString(), Qt::FindDirectChildrenOnly)) old->deleteLater();
    const Form& form = desk_.form();
    std::vector<const Finding*> open;
    for (const Finding& f : desk_.findings())
        if (!f.silenced && passOf(f.check->family) == Pass::protect && form.find(f.controls.front()) &&
            f.check->key != std::string_view("notSealed"))
            open.push_back(&f);
    for (std::size_t i = 0; i < std::min(mostCards, open.size()); ++i) {
        const Finding f = *open[i];
        const Control& c = *form.find(f.controls.front());
        auto* card = new QLabel(cards_);
        card->setWordWrap(true);
        card->setFont(bodyFont(12));
        card->setTextFormat(Qt::RichText);
        card->setStyleSheet(
            QString("QLabel { background: %1; border: 1px solid %2; border-radius: 4px; padding: 6px 8px; }")
                .arg(tokens().note.name(), tokens().noteLine.name()));
        QString text =
            QString("<b>%1.</b> %2")
                .arg((c.id == rootId ? Words::tr("The form") : toQt(calledBy(form, c)).simplified()).toHtmlEscaped(),
                     Words::shown(f.sentence).toHtmlEscaped());
        const auto ways = waysOf(form, f, desk_.fonts());
        if (!ways.empty()) {
            QString does = Words::shown(ways[0].does);
            if (does.endsWith('.')) does.chop(1);
            text += QString("<br><a href=\"way\" style=\"color: %1;\">%2</a>")
                        .arg(tokens().tawnyDark.name(), does.toHtmlEscaped());
        }
        card->setText(text);
        cardLines_->addWidget(card);
        card->show();
        connect(card, &QLabel::linkActivated, this, [this, f] {
            const auto now = waysOf(desk_.form(), f, desk_.fonts());
            if (now.empty()) return;
            QString does = Words::shown(now[0].does);
            if (does.endsWith('.')) does.chop(1);
            desk_.edit(now[0].done({desk_.form(), desk_.fonts()}, f), does);
        });
    }
    const bool more = open.size() > mostCards;
    if (open.empty() || more) {
        auto* rest = plainText(open.empty() ? Words::tr("Nothing: every field has its limits.")
                                            : Words::tr("And %1 more: F8 lists them.").arg(open.size() - mostCards),
                               cards_);
        cardLines_->addWidget(rest);
        rest->show();
    }
}

void ProtectPanel::refreshList() {
    const Form& form = desk_.form();
    std::set<Id> chosen;
    for (const QListWidgetItem* item : list_->selectedItems()) chosen.insert(Id(item->data(Qt::UserRole).toUInt()));
    const QSignalBlocker still(list_);
    const int at = list_->currentRow(), scrolled = list_->verticalScrollBar()->value();
    list_->clear();
    for (Id id : form.index()->fields()) {
        const Control& c = *form.find(id);
        auto* item = new QListWidgetItem(QString("%1 — %2").arg(fieldCalled(form, c), reachWord(reachOf(c))), list_);
        item->setSizeHint({10, 22});
        item->setData(Qt::UserRole, uint(id));
        if (reachOf(c) != Reach::open) item->setForeground(tokens().plum);
        item->setSelected(chosen.contains(id));
    }
    list_->setCurrentRow(at, QItemSelectionModel::NoUpdate);
    list_->verticalScrollBar()->setValue(scrolled);
}

bool ProtectPanel::eventFilter(QObject* watched, QEvent* event) {
    if (watched != list_ || event->type() != QEvent::KeyPress) return QScrollArea::eventFilter(watched, event);
    auto* key = static_cast<QKeyEvent*>(event);
    Ids ids;
    for (const QListWidgetItem* item : list_->selectedItems()) ids.push_back(Id(item->data(Qt::UserRole).toUInt()));
    for (const auto& [letter, access] :
         {std::pair(Qt::Key_O, Access::open), {Qt::Key_R, Access::readOnly}, {Qt::Key_L, Access::locked}})
        if (key->key() == letter && key->modifiers() == Qt::NoModifier && !ids.empty()) {
            layer_.set(ids, access);
            return true;
        }
    if ((key->key() == Qt::Key_Return || key->key() == Qt::Key_Enter) && !ids.empty()) {
        desk_.select(ids);
        return true;
    }
    return QScrollArea::eventFilter(watched, event);
}

void ProtectPanel::writeNotice() {
    const Form& form = desk_.form();
    if (personalFields(form).empty()) return desk_.say(Words::tr("No field is marked as a personal detail yet."), true);
    if (noticeText(form).empty()) return desk_.say(Words::tr("None of the personal details has a purpose yet."), true);
    const Form next = noticeWritten(form, desk_.fonts());
    if (sameContent(next, form)) return desk_.say(Words::tr("The notice is complete already."));
    desk_.edit(next, Words::tr("Write the notice"));
    layer_.setView(ProtectView::personal);
    desk_.say(Words::tr("The notice is before the first personal detail. You can move and reword it in Lay out."));
}

void ProtectPanel::markGuessed() {
    const Ids ids = looksPersonal(desk_.form());
    desk_.edit(markedPersonal(desk_.form(), ids), Words::tr("Mark personal details"));
    layer_.setView(ProtectView::personal);
}

}  // namespace brindel
