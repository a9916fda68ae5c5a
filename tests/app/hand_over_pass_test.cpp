// The Hand over pass: what is open, what is ticked, and the kit that one button writes.
#include "app/passes/hand_over/hand_over_pass.h"
#include "app/findings/findings_panel.h"
#include "app/passes/hand_over/hand_over_panel.h"
#include "app/passes/hand_over/hand_over_strip.h"
#include "core/file/form_file.h"
#include "core/file/whole_file.h"
#include "tests/app/driver.h"

using namespace brindel;
using namespace brindel::test;

namespace {

/// A window in the pass, with its checks done.
struct InHandOver : Driver {
    explicit InHandOver(Form form, QSize size = {1280, 800}) : Driver(std::move(form), size) {
        key(Qt::Key_7, Qt::ControlModifier);
        EXPECT_TRUE(desk().watch().wait());
        settle();
    }
    FindingsPanel& page() { return static_cast<HandOverPass&>(window.view(Pass::handOver)).findings(); }
    HandOverPanel& panel() { return window.part<HandOverPanel>(); }
    template <class W>
    W* part(const char* name) {
        W* found = panel().findChild<W*>(name);
        EXPECT_TRUE(found) << name;
        return found;
    }
    QString text(QWidget& in, const char* name) { return in.findChild<QLabel*>(name)->text(); }
    void press(QAbstractButton* button) {
        QTest::mouseClick(button, Qt::LeftButton, {}, QPoint(9, button->height() / 2));
        settle();
    }
    int lineOf(const QString& whom) {
        for (int i = 0; i < page().list().count(); ++i)
            if (page().list().item(i)->data(Qt::AccessibleTextRole).toString().startsWith(whom + ":")) return i;
        ADD_FAILURE() << whom.toStdString();
        return 0;
    }
    KitWritten written(const QString& path) {
        KitWritten came;
        bool done = false;
        QObject::connect(&panel(), &HandOverPanel::written, &panel(), [&](const KitWritten& w) {
            came = w;
            done = true;
        });
        panel().write(path, nullptr);
        EXPECT_TRUE(QTest::qWaitFor([&] { return done; }, 20000));
        return came;
    }
};

/// A form in which something has to be put right, should be, and is good to know.
Form withFaults() {
    Form form = jotted("# Lift\nBoat: text 30\nHull: combo [GRP]\nLength: number 2..9 m\n[Cancel] [Book]*\n");
    form = withProperty(form, {named(form, "cboHull").id}, Prop::choices, Choices());
    form = withProperty(form, {named(form, "numLength").id}, Prop::least, 9.0);
    return withProperty(form, {named(form, "numLength").id}, Prop::most, 2.0);
}

}  // namespace

TEST(HandOverPass, ListsWhatIsOpenAndPutsItRightByButtonAndBySpace) {
    InHandOver driver(withFaults());
    EXPECT_TRUE(driver.page().isVisible());
    EXPECT_FALSE(driver.sheet().isVisible());
    const QString before = driver.text(driver.window.part<HandOverStrip>(), "openSaid");
    EXPECT_TRUE(before.contains("must be put right")) << before.toStdString();
    // The button of a line, with the pointer.
    QListWidget& list = driver.page().list();
    const int line = driver.lineOf("Length");
    list.scrollToItem(list.item(line));
    const QRect at = list.visualItemRect(list.item(line));
    QTest::mouseClick(list.viewport(), Qt::LeftButton, {}, QPoint(at.right() - 40, at.center().y()));
    Driver::settle();
    EXPECT_EQ(driver.at("numLength").number(Prop::least), 2);
    EXPECT_EQ(driver.desk().history().undoName().empty(), false);
    // A press elsewhere in a line chooses it, and changes nothing.
    EXPECT_TRUE(driver.desk().watch().wait());
    const Form now = driver.form();
    const int hull = driver.lineOf("Hull");
    QTest::mouseClick(list.viewport(), Qt::LeftButton, {},
                      list.visualItemRect(list.item(hull)).topLeft() + QPoint(60, 8));
    Driver::settle();
    EXPECT_TRUE(sameContent(now, driver.form()));
    EXPECT_EQ(list.currentRow(), hull);
    // The same by the keyboard.
    list.setFocus();
    driver.key(Qt::Key_Space);
    EXPECT_FALSE(sameContent(now, driver.form()));
    EXPECT_EQ(driver.desk().pass(), Pass::handOver);
}

TEST(HandOverPass, EnterGoesToTheSheetAndEscapeBackToTheLastPass) {
    InHandOver driver(withFaults());
    driver.page().list().setCurrentRow(driver.lineOf("Length"));
    driver.key(Qt::Key_Return);
    EXPECT_EQ(driver.desk().pass(), Pass::protect) << "where limits are set";
    EXPECT_EQ(driver.desk().lead(), driver.at("numLength").id);
    EXPECT_TRUE(driver.sheet().isVisible());
    driver.key(Qt::Key_2, Qt::ControlModifier);
    driver.key(Qt::Key_7, Qt::ControlModifier);
    driver.key(Qt::Key_Escape);
    EXPECT_EQ(driver.desk().pass(), Pass::name);
}

TEST(HandOverPass, WhatIsTickedIsKeptWithTheFormAndIsNoOtherVersion) {
    const Folder folder;
    InHandOver driver(demo("mooring-permit"));
    ASSERT_TRUE(driver.window.saveFile(toQt(folder.file("permit.brindel"))));
    const int version = driver.form().revision;
    driver.press(driver.part<QCheckBox>("target-sheet"));
    driver.press(driver.part<QCheckBox>("receiver2"));  // a programmer gets all that is for one
    EXPECT_EQ(driver.panel().choice().targets,
              (std::vector<std::string>{"pdf", "sheet", "json", "qt", "schema", "sql", "openapi"}));
    EXPECT_FALSE(driver.part<QCheckBox>("target-csv")->isChecked());
    auto* to = driver.part<QLineEdit>("sendTo");
    to->setFocus();
    driver.type("office@fennick");
    driver.key(Qt::Key_Return);
    EXPECT_EQ(driver.panel().choice().sendTo, "mailto:office@fennick");
    driver.type(" and so on: what");
    driver.key(Qt::Key_Return);
    EXPECT_TRUE(driver.part<QLabel>("sendWrong")->isVisible());
    EXPECT_EQ(driver.panel().choice().sendTo, "mailto:office@fennick") << "what was right stays";
    driver.press(driver.part<QCheckBox>("zipped"));
    EXPECT_TRUE(driver.text(driver.panel(), "kitGoes").contains("mooringPermit-1.zip"));
    ASSERT_TRUE(driver.window.saveFile(toQt(folder.file("permit.brindel"))));
    EXPECT_EQ(driver.form().revision, version);
    const Form opened = openForm(folder.file("permit.brindel")).value().form;
    EXPECT_EQ(*opened.kit, driver.panel().choice());
    EXPECT_TRUE(opened.kit->zipped);
    driver.desk().undo();
    EXPECT_FALSE(driver.part<QCheckBox>("zipped")->isChecked());
}

TEST(HandOverPass, OneButtonWritesTheKitAndSaysWhatBecameOfIt) {
    const Folder folder;
    InHandOver driver(demo("pontoon-fault-note"));
    ASSERT_TRUE(driver.window.saveFile(toQt(folder.file("note.brindel"))));
    EXPECT_EQ(driver.panel().usualPath(), toQt(folder.file("pontoonFaultNote-1")));
    const KitWritten came = driver.written(toQt(folder.file("kit")));
    EXPECT_EQ(came.path, toQt(folder.file("kit")));
    EXPECT_EQ(readWhole(folder.file("kit/pontoonFaultNote.brindel")).value(),
              readWhole(folder.file("note.brindel")).value());
    EXPECT_TRUE(std::filesystem::exists(folder.file("kit/read-me-first.html")));
    EXPECT_TRUE(driver.part<QPushButton>("writeKit")->isVisible());
    // A folder that is somebody else's is left alone, and that is said.
    std::filesystem::create_directory(folder.file("mine"));
    write(folder.file("mine/letter.txt"), "kept");
    QTimer closer;
    QObject::connect(&closer, &QTimer::timeout, [] {
        if (QWidget* asks = QApplication::activeModalWidget()) asks->close();
    });
    closer.start(50);
    const KitWritten refused = driver.written(toQt(folder.file("mine")));
    EXPECT_TRUE(refused.path.isEmpty());
    EXPECT_TRUE(refused.problem.contains("letter.txt")) << refused.problem.toStdString();
    EXPECT_EQ(readWhole(folder.file("mine/letter.txt")).value(), "kept");
}

TEST(HandOverPass, WritingCanBeStoppedAndTheWindowGoesOnMeanwhile) {
    const Folder folder;
    std::string rows;
    for (int i = 0; i < 1400; ++i) rows += "Field " + std::to_string(i) + ": text 8\n";
    InHandOver driver(jotted(rows, Kind::document));
    driver.panel().tick("schema", true);
    KitWritten came;
    bool done = false;
    QObject::connect(&driver.panel(), &HandOverPanel::written, &driver.panel(), [&](const KitWritten& w) {
        came = w;
        done = true;
    });
    driver.panel().write(toQt(folder.file("kit")), nullptr);
    ASSERT_TRUE(driver.panel().writing());
    EXPECT_TRUE(driver.part<QPushButton>("stopKit")->isVisible());
    // An edit meanwhile is no part of what is written, and is not held up.
    EXPECT_TRUE(
        driver.desk().edit(withProperty(driver.form(), {rootId}, Prop::title, std::string("Another")), "Title"));
    driver.press(driver.part<QPushButton>("stopKit"));
    EXPECT_TRUE(QTest::qWaitFor([&] { return done; }, 30000));
    EXPECT_TRUE(came.stopped);
    EXPECT_FALSE(std::filesystem::exists(folder.file("kit")));
}

TEST(HandOverPass, SaysWhatAPdfDoesNotCarryBeforeItIsWritten) {
    InHandOver driver(demo("lift-out-booking"), {1024, 700});
    EXPECT_TRUE(driver.text(driver.panel(), "lost-pdf").contains("not worked out in a PDF"));
    driver.press(driver.part<QCheckBox>("target-pdf"));
    EXPECT_FALSE(driver.part<QLabel>("lost-pdf")->isVisible());
    EXPECT_FALSE(driver.part<QLabel>("sealSaid")->isVisible());
    driver.press(driver.part<QCheckBox>("target-sheet"));
    EXPECT_FALSE(driver.part<QPushButton>("writeKit")->isEnabled()) << "nothing is ticked";
}

TEST(HandOverPass, AsksHowAWebPageBehavesAndWritesItIntoTheKit) {
    const Folder folder;
    InHandOver driver(demo("lift-out-booking"), {1024, 700});
    auto* steps = driver.part<QCheckBox>("pageSteps");
    auto* draft = driver.part<QCheckBox>("pageDraft");
    EXPECT_FALSE(steps->isVisible());
    driver.press(driver.part<QCheckBox>("target-html"));
    EXPECT_TRUE(steps->isVisible());
    EXPECT_TRUE(draft->isVisible());
    driver.press(steps);
    driver.press(draft);
    EXPECT_EQ(driver.panel().choice().page, (PageChoice{"", true, true}));
    // It is kept with the form.
    EXPECT_EQ(readForm(formText(driver.form())).value().form.kit->page, (PageChoice{"", true, true}));
    const KitWritten came = driver.written(toQt(folder.file("kit")));
    EXPECT_TRUE(came.problem.isEmpty()) << came.problem.toStdString();
    const std::string page = textOf(folder.file("kit/liftOutBooking-page.html"));
    EXPECT_NE(page.find("\"steps\":true,\"keepDraft\":true"), std::string::npos);
    // The same folder again: the covering page says what has changed since.
    EXPECT_EQ(textOf(folder.file("kit/read-me-first.html")).find("What has changed"), std::string::npos);
    const KitWritten again = driver.written(toQt(folder.file("kit")));
    EXPECT_TRUE(again.problem.isEmpty()) << again.problem.toStdString();
    EXPECT_NE(textOf(folder.file("kit/read-me-first.html")).find("What has changed since version"), std::string::npos);
    // A form without tabs has no steps.
    InHandOver plain(demo("slip-inspection"), {1024, 700});
    plain.press(plain.part<QCheckBox>("target-html"));
    EXPECT_FALSE(plain.part<QCheckBox>("pageSteps")->isVisible());
}

TEST(HandOverPass, AsksHowTheClassIsCalledAndWritesItIntoTheKit) {
    const Folder folder;
    InHandOver driver(demo("lift-out-booking"), {1024, 700});
    auto* name = driver.part<QLineEdit>("className");
    auto* space = driver.part<QLineEdit>("classNamespace");
    EXPECT_FALSE(name->isVisible());
    driver.press(driver.part<QCheckBox>("target-qt"));
    EXPECT_TRUE(name->isVisible());
    EXPECT_EQ(name->placeholderText(), "LiftOutBooking");
    auto type = [&](QLineEdit* edit, const char* text) {
        edit->setFocus();
        edit->selectAll();
        QTest::keyClicks(edit, text);
        QTest::keyClick(edit, Qt::Key_Return);
        driver.settle();
    };
    type(name, "9 lives");
    EXPECT_TRUE(driver.part<QLabel>("classWrong")->text().contains("not a name for a C++ class"));
    EXPECT_EQ(driver.panel().choice().classNames, ClassChoice());
    type(name, "Booking");
    type(space, "wharf");
    EXPECT_FALSE(driver.part<QLabel>("classWrong")->isVisible());
    EXPECT_EQ(driver.panel().choice().classNames, (ClassChoice{"wharf", "Booking"}));
    // It is kept with the form.
    const Form again = readForm(formText(driver.form())).value().form;
    EXPECT_EQ(again.kit->classNames, (ClassChoice{"wharf", "Booking"}));
    const KitWritten came = driver.written(toQt(folder.file("kit")));
    EXPECT_TRUE(came.problem.isEmpty()) << came.problem.toStdString();
    EXPECT_NE(textOf(folder.file("kit/liftOutBooking-qt/booking_form.h")).find("namespace wharf {"), std::string::npos);
    EXPECT_NE(textOf(folder.file("kit/read-me-first.html")).find("cmake -S liftOutBooking-qt"), std::string::npos);
}
