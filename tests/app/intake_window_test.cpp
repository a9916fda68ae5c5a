// A form out of what exists: read beside its source, changed where it was understood otherwise, and made.
#include "app/intake/intake_dialog.h"
#include "app/window/start_page.h"
#include "core/file/form_file.h"
#include "core/targets/ooxml/docx.h"
#include "tests/app/driver.h"

using namespace brindel;
using namespace brindel::test;

namespace {

constexpr const char* pageOfUnderscores =
    "BERTH AND STORAGE\n\nName: ______________  Address: ______________\nTown: ______________  Phone: ______________\n"
    "Boat: ______________  Sail no.: ______________\nLength: ____ m  Beam: ____ m  Draught: ____ m\n"
    "Arrival: __/__/____  Departure: __/__/____\nInsurer: ______________  Policy: ______________\n"
    "Berth: ______  Key: ______\n\nWanted:\n[ ] power\n[ ] water\n[ ] crane\n[ ] storage\n\nInsured: yes / no\n"
    "Paid: yes / no\n";

std::size_t meaningNamed(const std::string& word) {
    const auto& all = intake::meanings();
    return std::size_t(std::ranges::find(all, word, &intake::Meaning::word) - all.begin());
}

TEST(IntakeWindow, APageOfUnderscoresIsAFormInThreePresses) {
    Driver driver(newForm(Kind::dialog));
    driver.window.showStart(true);
    auto* exists = driver.window.findChild<StartPage*>()->findChild<QAbstractButton*>("startExists");
    ASSERT_NE(exists, nullptr);
    QGuiApplication::clipboard()->setText(pageOfUnderscores);
    // The press opens the window; a paste fills it; Enter on its button makes the form.
    QTimer::singleShot(0, [] {
        auto* dialog = qobject_cast<IntakeDialog*>(QApplication::activeModalWidget());
        ASSERT_NE(dialog, nullptr);
        EXPECT_TRUE(QTest::qWaitForWindowActive(dialog, 20000));
        auto* source = dialog->findChild<QPlainTextEdit*>("intakeSource");
        QTest::keyClick(source, Qt::Key_V, Qt::ControlModifier);
        auto* fields = dialog->findChild<QTableWidget*>("intakeFields");
        EXPECT_EQ(fields->rowCount(), 18);
        EXPECT_EQ(fields->item(0, 0)->text(), "Wanted") << "what is not sure comes first";
        EXPECT_GE(source->extraSelections().size(), 18);
        QTest::mouseClick(dialog->findChild<QPushButton*>("intakeMake"), Qt::LeftButton);
    });
    QTest::mouseClick(exists, Qt::LeftButton);
    Driver::settle();
    const Form& form = driver.form();
    EXPECT_FALSE(form.isDialog());
    EXPECT_NE(form.named("txtName"), nullptr);
    EXPECT_NE(form.named("dtmArrival"), nullptr);
    EXPECT_NE(form.named("numLength"), nullptr);
    driver.desk().undo();
    EXPECT_EQ(driver.form().named("txtName"), nullptr) << "one step";
}

TEST(IntakeWindow, WhatWasUnderstoodOtherwiseIsChanged) {
    IntakeDialog dialog(fonts());
    auto* make = dialog.findChild<QPushButton*>("intakeMake");
    EXPECT_FALSE(make->isEnabled());
    dialog.readText("Name: ______\nCode: ______\nJobs:\n[ ] paint\n[ ] scrape\n[ ] wash\n");
    EXPECT_TRUE(make->isEnabled());
    auto* fields = dialog.findChild<QTableWidget*>("intakeFields");
    ASSERT_EQ(fields->rowCount(), 3);
    EXPECT_EQ(fields->item(0, 0)->text(), "Jobs");
    fields->setCurrentCell(0, 0);
    EXPECT_EQ(dialog.findChild<QLabel*>("intakeSays")->text(), "Jobs: Several answers, or one?");
    dialog.setMeaning(0, meaningNamed("one of several"));
    EXPECT_EQ(fields->item(2, 0)->text(), "Jobs") << "it is sure now, and has its place";
    dialog.leaveOut(1);
    EXPECT_EQ(fields->item(1, 1)->text(), "left out ▾");
    fields->item(0, 0)->setText("Full name");
    Driver::settle();
    const Form form = dialog.form();
    EXPECT_NE(form.named("txtFullName"), nullptr);
    EXPECT_EQ(form.named("txtCode"), nullptr);
    int buttons = 0;
    form.controls.each([&](Id, const Control& c) { buttons += c.kind == Kind::radioButton; });
    EXPECT_EQ(buttons, 3);
}

TEST(IntakeWindow, WhatCannotBeReadIsSaidAndNothingIsMade) {
    IntakeDialog dialog(fonts());
    dialog.readText("Dear all, the office is closed.");
    EXPECT_EQ(dialog.findChild<QLabel*>("intakeSays")->text(),
              "Nothing to fill in was found: no blanks, ticks, questions or columns.");
    EXPECT_FALSE(dialog.findChild<QPushButton*>("intakeMake")->isEnabled());
    dialog.readFile("/nowhere/at/all.txt");
    EXPECT_TRUE(dialog.findChild<QLabel*>("intakeSays")->text().startsWith("all.txt: "));
}

TEST(IntakeWindow, WhatWasChangedByHandIsKeptWhileTheSourceIsEdited) {
    IntakeDialog dialog(fonts());
    dialog.readText("Name: ______\nCode: ______\n");
    auto* fields = dialog.findChild<QTableWidget*>("intakeFields");
    dialog.setMeaning(1, meaningNamed("date"));
    fields->item(0, 0)->setText("Full name");
    dialog.leaveOut(0);
    Driver::settle();
    dialog.readText("🚤 Boat: ______\nName: ______\nCode: ______\n");
    ASSERT_EQ(fields->rowCount(), 3);
    EXPECT_EQ(fields->item(1, 0)->text(), "Full name");
    EXPECT_EQ(fields->item(1, 1)->text(), "left out ▾");
    EXPECT_EQ(fields->item(2, 1)->text(), "date ▾");
    // A letter of two units is one character of the line.
    EXPECT_EQ(dialog.findChild<QPlainTextEdit*>("intakeSource")->extraSelections()[0].cursor.selectedText(),
              "🚤 Boat: ______");
}

TEST(IntakeWindow, AFileThatContainsItsFormGivesThatOne) {
    Folder folder;
    const auto form = readForm(textOf(std::string(BRINDEL_SOURCE) + "/demo/mooring-permit.brindel"));
    ASSERT_TRUE(form);
    const std::string text = formText(form->form);
    const auto bytes = docxOf(FormSession(form->form, todayHere()), {.blank = true, .formFile = text});
    ASSERT_TRUE(bytes);
    write(folder.file("permit.docx"), *bytes);
    IntakeDialog dialog(fonts());
    dialog.readFile(QString::fromStdString(folder.file("permit.docx")));
    EXPECT_EQ(dialog.findChild<QLabel*>("intakeSays")->text(), "This file contains its form.");
    EXPECT_EQ(formText(dialog.form()), text);
}

TEST(IntakeWindow, ATableBecomesADialog) {
    IntakeDialog dialog(fonts());
    dialog.readText("boat,length,hull\nTern,7.5,GRP\nInes,9.25,Steel\n");
    EXPECT_TRUE(dialog.form().isDialog());
    EXPECT_EQ(dialog.findChild<QTableWidget*>("intakeFields")->rowCount(), 3);
}

}  // namespace
