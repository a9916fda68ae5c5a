#include <QProcess>

#include "core/file/form_file.h"
#include "filler/special_widgets.h"
#include "tests/filler/filling.h"

using namespace brindel;
using namespace brindel::test;

TEST(Filler, ADialogIsFilledByTheKeyboardFromTheFirstControlOn) {
    FillerHands f(demo("lift-out-booking"));
    EXPECT_EQ(QApplication::focusWidget(), f.view.widgetOf(f.id("txtBoatName")));
    f.type("Marigold");
    f.key(Qt::Key_Tab);
    f.type("fw-20417x999999");
    EXPECT_EQ(f.widget<QLineEdit>("txtRegistration")->text(), "FW-20417X999")
        << "letters are changed and cut while typing";
    f.widget<QLineEdit>("txtRegistration")->selectAll();
    f.type("fw-20417");
    f.key(Qt::Key_Tab);
    f.type("9.4");
    f.key(Qt::Key_Up);
    EXPECT_EQ(f.session.shown(f.id("numLength")).text, "9.5");
    f.key(Qt::Key_Tab);
    f.key(Qt::Key_Tab);
    f.type("Ferrocement");
    EXPECT_EQ(std::get<std::string>(f.session.answer(f.id("cboHull"))), "Ferrocement");
    f.key(Qt::Key_Tab);
    f.key(Qt::Key_Down);
    EXPECT_EQ(std::get<std::string>(f.session.answer(f.id("radCrane"))), "Crane")
        << "arrows go through the radio buttons";
}

TEST(Filler, AcceptSaysWhatIsWrongBesideTheControlAndThenGivesTheReply) {
    FillerHands f(demo("lift-out-booking"));
    QSignalSpy accepted(&f.view, &FormToFill::accepted);
    QTest::mouseClick(f.widget<QPushButton>("btnBookLift"), Qt::LeftButton);
    settle();
    EXPECT_EQ(accepted.count(), 0);
    EXPECT_EQ(f.view.wrongShown(f.id("txtBoatName")), "Boat name: please fill this in.");
    EXPECT_EQ(QApplication::focusWidget(), f.view.widgetOf(f.id("txtBoatName")));
    f.type("Marigold");
    EXPECT_EQ(f.view.wrongShown(f.id("txtBoatName")), "") << "put right while it is typed";
    const Answers values =
        readAnswers(textOf(std::string(BRINDEL_SOURCE) + "/demo/lift-out-booking.values.json")).value();
    for (const auto& [name, answer] : values) ASSERT_TRUE(f.session.put(name, answer)) << name;
    f.view.refresh();
    EXPECT_EQ(f.widget<QLineEdit>("txtRegistration")->text(), "FW-20417");
    EXPECT_TRUE(f.widget<QAbstractButton>("radSlipwayCradle")->isChecked());
    QTest::mouseClick(f.widget<QPushButton>("btnBookLift"), Qt::LeftButton);
    EXPECT_EQ(accepted.count(), 1);
}

TEST(Filler, WhatIsWrongOnAnotherPageTurnsToIt) {
    FillerHands f(jotted("# F\n## One\nA: text 5 !\n## Two\nB: date >= today !\n[OK]* [Cancel]\n"));
    f.type("x");
    f.key(Qt::Key_Return);
    EXPECT_TRUE(isInView(f.session.form(), f.id("dtmB"), f.session.turned()));
    EXPECT_TRUE(f.view.widgetOf(f.id("dtmB"))->isVisible());
    f.type("31 Mar 2026");
    f.key(Qt::Key_Return);
    EXPECT_EQ(f.view.wrongShown(f.id("dtmB")), "B: 1 Apr 2026 or later.");
}

TEST(Filler, TicksListsPagesAndEscape) {
    FillerHands f(demo("lift-out-booking"));
    QSignalSpy left(&f.view, &FormToFill::left);
    auto* tabs = f.widget<TabsField>("tbsLiftOutBooking");
    ASSERT_NE(tabs, nullptr);
    QTest::mouseClick(tabs->bar(), Qt::LeftButton, {}, tabs->bar()->tabRect(2).center());
    settle();
    EXPECT_TRUE(f.view.widgetOf(f.id("lstJobs"))->isVisible());
    EXPECT_FALSE(f.view.widgetOf(f.id("txtBoatName"))->isVisible());
    auto* jobs = f.widget<QListWidget>("lstJobs");
    jobs->item(1)->setCheckState(Qt::Checked);
    jobs->item(3)->setCheckState(Qt::Checked);
    EXPECT_EQ(std::get<std::vector<std::string>>(f.session.answer(f.id("lstJobs"))),
              (std::vector<std::string>{"Scrape", "Anodes"}));
    QTest::mouseClick(f.view.widgetOf(f.id("chkMastStepped")), Qt::LeftButton, {}, QPoint(8, 11));
    EXPECT_TRUE(std::get<bool>(f.session.answer(f.id("chkMastStepped"))));
    QTest::keyClick(&f.view, Qt::Key_Escape);
    EXPECT_EQ(left.count(), 1);
}

TEST(Filler, APatternThatIsNotMetIsSaidWhenTheFieldIsLeft) {
    FillerHands f(demo("mooring-permit"));
    f.type("Marigold");
    f.key(Qt::Key_Tab);
    f.type("fw-2");
    EXPECT_EQ(f.view.wrongShown(f.id("txtRegistration")), "") << "not while it is typed";
    f.key(Qt::Key_Tab);
    EXPECT_TRUE(f.view.wrongShown(f.id("txtRegistration")).startsWith("A registration number is two letters"));
    // The field is outlined on the screen, in a colour that the page has nowhere else.
    const QImage seen = f.view.grab().toImage();
    const QRect field = f.view.widgetOf(f.id("txtRegistration"))->geometry();
    bool red = false;
    for (int y = field.top() - 3; y <= field.top() + 1; ++y)
        red = red || (qRed(seen.pixel(field.center().x(), y)) > 120 && qGreen(seen.pixel(field.center().x(), y)) < 110);
    EXPECT_TRUE(red);
}

TEST(Filler, ADocumentIsFilledOnItsPages) {
    FillerHands f(demo("mooring-permit"));
    f.type("Marigold");
    QTest::mouseClick(f.view.widgetOf(f.id("chkPontoon")), Qt::LeftButton);
    QTest::mouseClick(f.view.widgetOf(f.id("rad16A")), Qt::LeftButton);
    settle();
    EXPECT_TRUE(std::get<bool>(f.session.answer(f.id("chkPontoon"))));
    EXPECT_EQ(std::get<std::string>(f.session.answer(f.id("rad16A"))), "16 A");
    EXPECT_FALSE(f.session.shown(f.id("radNone")).on);
    EXPECT_TRUE(f.widget<QLineEdit>("txtPermitNo")->isReadOnly());
}

TEST(Filler, TheProgramsExitStatesSayWhatBecameOfIt) {
    Folder folder;
    auto run = [&](const QStringList& arguments) {
        QProcess program;
        program.setProgram(QString(BRINDEL_BIN) + "/brindel-fill");
        program.setArguments(arguments);
        program.start();
        program.waitForFinished(20000);
        return program.exitCode();
    };
    EXPECT_EQ(run({"--no-such"}), 2);
    EXPECT_EQ(run({toQt(folder.file("missing.brindel"))}), 3);
    write(folder.file("bad.brindel"), "{}");
    EXPECT_EQ(run({toQt(folder.file("bad.brindel"))}), 1);
    // A language that the form does not have.
    write(folder.file("one.brindel"), formText(demo("yard-charges")));
    EXPECT_EQ(run({toQt(folder.file("one.brindel")), "--language", "pl"}), 2);
}
