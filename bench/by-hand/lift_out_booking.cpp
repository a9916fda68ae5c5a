#include "lift_out_booking.h"

#include <QtWidgets/QtWidgets>

namespace {

QLabel* labelFor(const QString& text, QWidget* field, bool required = false) {
    auto* label = new QLabel(required ? text + " *" : text);
    label->setAlignment(Qt::AlignRight | Qt::AlignVCenter);
    label->setBuddy(field);
    return label;
}

QLineEdit* line(int most, int width = 0) {
    auto* edit = new QLineEdit;
    edit->setMaxLength(most);
    edit->setMinimumHeight(26);
    if (width > 0) edit->setFixedWidth(width);
    return edit;
}

QGridLayout* pageGrid(QWidget* page) {
    auto* grid = new QGridLayout(page);
    grid->setContentsMargins(20, 18, 20, 18);
    grid->setHorizontalSpacing(12);
    grid->setVerticalSpacing(12);
    grid->setColumnMinimumWidth(0, 94);
    grid->setColumnStretch(2, 1);
    return grid;
}

std::optional<double> numberIn(const QLineEdit* edit) {
    bool right = false;
    const double number = QLocale().toDouble(edit->text().trimmed(), &right);
    return right ? std::optional(number) : std::nullopt;
}

QDate dateIn(const QLineEdit* edit) {
    const QString text = edit->text().trimmed();
    const QDate day = QLocale().toDate(text, "d MMM yyyy");
    return day.isValid() ? day : QDate::fromString(text, Qt::ISODate);
}

QJsonValue orNothing(const QString& text) {
    return text.isEmpty() ? QJsonValue() : QJsonValue(text);
}

}  // namespace

LiftOutBookingByHand::LiftOutBookingByHand(QWidget* parent) : QDialog(parent), tabs_(new QTabWidget) {
    setWindowTitle(tr("Lift-out booking"));
    setWindowModality(Qt::ApplicationModal);
    tabs_->addTab(vesselPage(), tr("Vessel"));
    tabs_->addTab(ownerPage(), tr("Owner"));
    tabs_->addTab(workPage(), tr("Work"));
    auto* column = new QVBoxLayout(this);
    column->setContentsMargins(16, 16, 16, 16);
    column->setSpacing(16);
    column->addWidget(tabs_);
    addButtons();
    column->setSizeConstraint(QLayout::SetFixedSize);
    fillDays();
    showRequired();
    boatName_->setFocus();
}

QWidget* LiftOutBookingByHand::vesselPage() {
    auto* page = new QWidget;
    auto* grid = pageGrid(page);
    boatName_ = line(30);
    boatName_->setPlaceholderText(tr("As painted on the stern"));
    boatName_->setMinimumWidth(428);
    registration_ = line(12, 150);
    registration_->setToolTip(tr("Two letters, a dash and four to seven digits"));
    connect(registration_, &QLineEdit::textEdited, registration_, [this](const QString& text) {
        const int cursor = registration_->cursorPosition();
        registration_->setText(text.toUpper());
        registration_->setCursorPosition(cursor);
    });
    length_ = line(20, 90);
    length_->setToolTip(tr("From the stem to the stern, without bowsprit and rudder"));
    draught_ = line(20, 90);
    draught_->setToolTip(tr("With full tanks"));
    hull_ = new QComboBox;
    hull_->addItems({tr("GRP"), tr("Timber"), tr("Steel")});
    hull_->setEditable(true);
    hull_->setInsertPolicy(QComboBox::NoInsert);
    hull_->lineEdit()->setPlaceholderText(tr("Choose or type"));
    hull_->setCurrentIndex(-1);
    hull_->setFixedWidth(150);
    auto* liftBy = new QGroupBox(tr("Lift by"));
    auto* ways = new QVBoxLayout(liftBy);
    for (auto [button, text] :
         {std::pair(&cradle_, tr("Slipway cradle")), {&hoist_, tr("Travel hoist")}, {&crane_, tr("Crane")}}) {
        *button = new QRadioButton(text);
        ways->addWidget(*button);
    }
    hoist_->setChecked(true);
    auto* nextButton = new QPushButton(tr("Next"));
    nextButton->setFixedSize(96, 30);
    nextButton->setAutoDefault(false);
    connect(nextButton, &QPushButton::clicked, this, &LiftOutBookingByHand::next);
    grid->addWidget(labelFor(tr("Boat name"), boatName_, true), 0, 0);
    grid->addWidget(boatName_, 0, 1, 1, 4);
    grid->addWidget(labelFor(tr("Registration no."), registration_, true), 1, 0);
    grid->addWidget(registration_, 1, 1);
    grid->addWidget(labelFor(tr("Length overall"), length_, true), 2, 0);
    grid->addWidget(length_, 2, 1);
    grid->addWidget(labelFor(tr("Draught"), draught_), 2, 3);
    grid->addWidget(draught_, 2, 4);
    grid->addWidget(labelFor(tr("Hull"), hull_), 3, 0);
    grid->addWidget(hull_, 3, 1);
    grid->addWidget(liftBy, 4, 0, 1, 5);
    grid->setRowStretch(5, 1);
    grid->addWidget(nextButton, 6, 4, Qt::AlignRight);
    return page;
}

QWidget* LiftOutBookingByHand::ownerPage() {
    auto* page = new QWidget;
    auto* grid = pageGrid(page);
    auto* notice = new QLabel(tr(
        "Fennick Wharf uses your details to know whom the boat belongs to, to tell the owner when the lift is, and to "
        "confirm the lift. They are kept until the boat is back in the water. Questions: the yard office, 01632 "
        "960417."));
    notice->setWordWrap(true);
    QFont fine = notice->font();
    fine.setPointSizeF(fine.pointSizeF() * 0.9);
    notice->setFont(fine);
    owner_ = line(40);
    phone_ = line(20, 200);
    berth_ = line(4, 90);
    connect(berth_, &QLineEdit::textEdited, berth_, [this](const QString& text) {
        const int cursor = berth_->cursorPosition();
        berth_->setText(text.toUpper());
        berth_->setCursorPosition(cursor);
    });
    email_ = line(60);
    phoneLabel_ = labelFor(tr("Phone"), phone_);
    emailLabel_ = labelFor(tr("Email"), email_);
    for (QLineEdit* edit : {phone_, email_})
        connect(edit, &QLineEdit::textChanged, this, &LiftOutBookingByHand::showRequired);
    day_ = new QComboBox;
    month_ = new QComboBox;
    for (int month = 1; month <= 12; ++month)
        month_->addItem(QLocale().standaloneMonthName(month), QString::number(month));
    month_->setCurrentIndex(-1);
    year_ = new QComboBox;
    for (int year = QDate::currentDate().year(), i = 0; i <= 10; ++i) year_->addItem(QString::number(year + i));
    year_->setCurrentIndex(-1);
    for (QComboBox* box : {month_, year_})
        connect(box, &QComboBox::currentIndexChanged, this, &LiftOutBookingByHand::fillDays);
    auto* until = new QHBoxLayout;
    until->addWidget(day_);
    until->addWidget(labelFor(tr("Month"), month_));
    until->addWidget(month_);
    until->addWidget(labelFor(tr("Year"), year_));
    until->addWidget(year_);
    until->addStretch();
    auto* replyBy = new QGroupBox(tr("Reply by"));
    auto* ways = new QVBoxLayout(replyBy);
    byPhone_ = new QRadioButton(tr("Phone"));
    byEmail_ = new QRadioButton(tr("Email"));
    byEmail_->setChecked(true);
    ways->addWidget(byPhone_);
    ways->addWidget(byEmail_);
    list_ = new QCheckBox(tr("Keep me on the lift-out list"));
    auto* buttons = new QHBoxLayout;
    buttons->addStretch();
    for (const int step : {-1, 1}) {
        auto* button = new QPushButton(step < 0 ? tr("Back") : tr("Next"));
        button->setFixedSize(96, 30);
        button->setAutoDefault(false);
        connect(button, &QPushButton::clicked, this,
                [this, step] { tabs_->setCurrentIndex(tabs_->currentIndex() + step); });
        buttons->addWidget(button);
    }
    grid->addWidget(notice, 0, 0, 1, 5);
    grid->addWidget(labelFor(tr("Owner"), owner_, true), 1, 0);
    grid->addWidget(owner_, 1, 1, 1, 4);
    grid->addWidget(phoneLabel_, 2, 0);
    grid->addWidget(phone_, 2, 1);
    grid->addWidget(labelFor(tr("Berth"), berth_), 2, 3);
    grid->addWidget(berth_, 2, 4);
    grid->addWidget(emailLabel_, 3, 0);
    grid->addWidget(email_, 3, 1, 1, 4);
    grid->addWidget(labelFor(tr("Insured until"), day_), 4, 0);
    grid->addLayout(until, 4, 1, 1, 4);
    grid->addWidget(replyBy, 5, 0, 1, 5);
    grid->addWidget(list_, 6, 1, 1, 4);
    grid->setRowStretch(7, 1);
    grid->addLayout(buttons, 8, 0, 1, 5);
    return page;
}

QWidget* LiftOutBookingByHand::workPage() {
    auto* page = new QWidget;
    auto* grid = pageGrid(page);
    wantedFrom_ = line(40, 130);
    to_ = line(40, 130);
    jobs_ = new QListWidget;
    for (const QString& job : {tr("Wash"), tr("Scrape"), tr("Antifoul"), tr("Anodes"), tr("Polish")}) {
        auto* item = new QListWidgetItem(job, jobs_);
        item->setFlags((item->flags() | Qt::ItemIsUserCheckable) & ~Qt::ItemIsSelectable);
        item->setCheckState(Qt::Unchecked);
    }
    jobs_->setFixedSize(180, 119);
    mast_ = new QCheckBox(tr("Mast is stepped"));
    engine_ = new QCheckBox(tr("Engine is winterised"));
    notes_ = new QPlainTextEdit;
    notes_->setTabChangesFocus(true);
    notes_->setFixedHeight(117);
    auto* back = new QPushButton(tr("Back"));
    back->setFixedSize(96, 30);
    back->setAutoDefault(false);
    connect(back, &QPushButton::clicked, this, [this] { tabs_->setCurrentIndex(1); });
    grid->addWidget(labelFor(tr("Wanted from"), wantedFrom_, true), 0, 0);
    grid->addWidget(wantedFrom_, 0, 1);
    grid->addWidget(labelFor(tr("To"), to_), 0, 3);
    grid->addWidget(to_, 0, 4);
    grid->addWidget(labelFor(tr("Jobs"), jobs_), 1, 0, Qt::AlignTop);
    grid->addWidget(jobs_, 1, 1, 1, 4, Qt::AlignLeft);
    grid->addWidget(mast_, 2, 1);
    grid->addWidget(engine_, 2, 3, 1, 2);
    grid->addWidget(labelFor(tr("Notes"), notes_), 3, 0, Qt::AlignTop);
    grid->addWidget(notes_, 3, 1, 1, 4);
    grid->addWidget(back, 4, 4, Qt::AlignRight);
    return page;
}

void LiftOutBookingByHand::addButtons() {
    auto* buttons = new QHBoxLayout;
    auto* accept = new QPushButton(tr("Book lift"));
    auto* cancel = new QPushButton(tr("Cancel"));
    buttons->addStretch();
    for (QPushButton* button : {accept, cancel}) {
        button->setFixedSize(96, 30);
        button->setAutoDefault(false);
        buttons->addWidget(button);
    }
    accept->setDefault(true);
    connect(accept, &QPushButton::clicked, this, &LiftOutBookingByHand::book);
    connect(cancel, &QPushButton::clicked, this, &QDialog::reject);
    static_cast<QVBoxLayout*>(layout())->addLayout(buttons);
}

/// The days that the month has.
void LiftOutBookingByHand::fillDays() {
    const QString before = day_->currentText();
    const int year = year_->currentIndex() < 0 ? 2024 : year_->currentText().toInt();
    const int days = month_->currentIndex() < 0 ? 31 : QDate(year, month_->currentIndex() + 1, 1).daysInMonth();
    day_->clear();
    for (int day = 1; day <= days; ++day) day_->addItem(QString::number(day));
    day_->setCurrentIndex(day_->findText(before));
}

/// One of phone and email must be filled in.
void LiftOutBookingByHand::showRequired() {
    phoneLabel_->setText(email_->text().isEmpty() ? tr("Phone") + " *" : tr("Phone"));
    emailLabel_->setText(phone_->text().isEmpty() ? tr("Email") + " *" : tr("Email"));
}

void LiftOutBookingByHand::next() {
    tabs_->setCurrentIndex(1);
    if (numberIn(length_).value_or(0) > 12)
        QMessageBox::information(this, windowTitle(),
                                 tr("Boats over 12 m are lifted by the crane. Please tell us how to reach you."));
}

QStringList LiftOutBookingByHand::jobs() const {
    QStringList all;
    for (int i = 0; i < jobs_->count(); ++i)
        if (jobs_->item(i)->checkState() == Qt::Checked) all += jobs_->item(i)->text();
    return all;
}

QStringList LiftOutBookingByHand::complaints() const {
    QStringList all;
    auto must = [&](const QLineEdit* edit, const QString& name) {
        if (edit->text().isEmpty()) all += tr("%1 must be filled in.").arg(name);
    };
    auto range = [&](const QLineEdit* edit, const QString& name, double least, double most, const QString& own) {
        if (edit->text().trimmed().isEmpty()) return;
        const auto number = numberIn(edit);
        if (!number)
            all += tr("%1 takes a number; “%2” is none.").arg(name, edit->text());
        else if (*number < least || *number > most)
            all += own.isEmpty() ? tr("%1 takes %2 to %3 m.").arg(name).arg(least).arg(most) : own;
    };
    must(boatName_, tr("Boat name"));
    must(registration_, tr("Registration no."));
    static const QRegularExpression pattern("\\A[A-Z]{2}-[0-9]{4,7}\\z");
    if (!registration_->text().isEmpty() && !pattern.match(registration_->text()).hasMatch())
        all += tr("A registration number is two letters, a dash and four to seven digits, such as FW-20417.");
    must(length_, tr("Length overall"));
    range(length_, tr("Length overall"), 2, 25, tr("The slip takes boats from 2 to 25 m."));
    range(draught_, tr("Draught"), 0, 4, {});
    must(owner_, tr("Owner"));
    if (email_->text().isEmpty()) must(phone_, tr("Phone"));
    if (phone_->text().isEmpty()) must(email_, tr("Email"));
    must(wantedFrom_, tr("Wanted from"));
    const QDate from = dateIn(wantedFrom_), to = dateIn(to_);
    const std::pair<const QLineEdit*, QString> days[] = {{wantedFrom_, tr("Wanted from")}, {to_, tr("To")}};
    for (const auto& [edit, name] : days) {
        if (edit->text().isEmpty()) continue;
        const QDate day = dateIn(edit);
        if (!day.isValid())
            all += tr("%1 takes a date; “%2” is none.").arg(name, edit->text());
        else if (day < QDate::currentDate())
            all += tr("%1 is %2 at the earliest.").arg(name, QLocale().toString(QDate::currentDate(), "d MMM yyyy"));
    }
    if (from.isValid() && to.isValid() && to < from) all += tr("The last day is not before the first.");
    if (jobs().isEmpty()) all += tr("Choose at least 1 for Jobs.");
    if (jobs().size() > 3) all += tr("Choose at most 3 for Jobs.");
    return all;
}

void LiftOutBookingByHand::book() {
    const QStringList wrong = complaints();
    if (!wrong.isEmpty()) {
        QMessageBox::warning(this, windowTitle(), wrong.join("\n"));
        return;
    }
    emit replied(toJson());
    accept();
}

QJsonObject LiftOutBookingByHand::toJson() const {
    auto number = [](const QLineEdit* edit) {
        const auto value = numberIn(edit);
        return value ? QJsonValue(*value) : QJsonValue();
    };
    auto day = [](const QLineEdit* edit) { return orNothing(dateIn(edit).toString(Qt::ISODate)); };
    return {{"txtBoatName", orNothing(boatName_->text())},
            {"txtRegistration", orNothing(registration_->text())},
            {"numLength", number(length_)},
            {"numDraught", number(draught_)},
            {"cboHull", orNothing(hull_->currentText())},
            {"radLiftBy", cradle_->isChecked()  ? "Slipway cradle"
                          : crane_->isChecked() ? "Crane"
                                                : "Travel hoist"},
            {"txtOwner", orNothing(owner_->text())},
            {"txtPhone", orNothing(phone_->text())},
            {"txtBerth", orNothing(berth_->text())},
            {"txtEmail", orNothing(email_->text())},
            {"cboDay", orNothing(day_->currentText())},
            {"cboMonth", orNothing(month_->currentData().toString())},
            {"cboYear", orNothing(year_->currentText())},
            {"radReplyBy", byPhone_->isChecked() ? "Phone" : "Email"},
            {"chkLiftOutList", list_->isChecked()},
            {"dtmWantedFrom", day(wantedFrom_)},
            {"dtmTo", day(to_)},
            {"lstJobs", QJsonArray::fromStringList(jobs())},
            {"chkMastStepped", mast_->isChecked()},
            {"chkEngineWinterised", engine_->isChecked()},
            {"txtNotes", orNothing(notes_->toPlainText())}};
}

void LiftOutBookingByHand::fromJson(const QJsonObject& values) {
    auto text = [&](const char* name) { return values.value(name).toString(); };
    auto number = [&](const char* name) {
        return values.value(name).isDouble() ? QLocale().toString(values.value(name).toDouble()) : QString();
    };
    auto day = [&](const char* name) {
        return QLocale().toString(QDate::fromString(text(name), Qt::ISODate), "d MMM yyyy");
    };
    boatName_->setText(text("txtBoatName"));
    registration_->setText(text("txtRegistration"));
    length_->setText(number("numLength"));
    draught_->setText(number("numDraught"));
    hull_->setEditText(text("cboHull"));
    cradle_->setChecked(text("radLiftBy") == "Slipway cradle");
    hoist_->setChecked(text("radLiftBy") == "Travel hoist");
    crane_->setChecked(text("radLiftBy") == "Crane");
    owner_->setText(text("txtOwner"));
    phone_->setText(text("txtPhone"));
    berth_->setText(text("txtBerth"));
    email_->setText(text("txtEmail"));
    month_->setCurrentIndex(month_->findData(text("cboMonth")));
    year_->setCurrentIndex(year_->findText(text("cboYear")));
    day_->setCurrentIndex(day_->findText(text("cboDay")));
    byPhone_->setChecked(text("radReplyBy") == "Phone");
    byEmail_->setChecked(text("radReplyBy") == "Email");
    list_->setChecked(values.value("chkLiftOutList").toBool());
    wantedFrom_->setText(day("dtmWantedFrom"));
    to_->setText(day("dtmTo"));
    for (int i = 0; i < jobs_->count(); ++i)
        jobs_->item(i)->setCheckState(
            values.value("lstJobs").toArray().contains(jobs_->item(i)->text()) ? Qt::Checked : Qt::Unchecked);
    mast_->setChecked(values.value("chkMastStepped").toBool());
    engine_->setChecked(values.value("chkEngineWinterised").toBool());
    notes_->setPlainText(text("txtNotes"));
}
