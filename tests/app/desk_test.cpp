// The desk: proposals, picking, sizes that go on, and a window that takes another's place.
#include <QtTest/QtTest>
#include <QtWidgets/QtWidgets>

#include "app/theme/theme.h"
#include "tests/app/driver.h"

using namespace brindel;
using namespace brindel::test;

TEST(Desk, AProposalIsDoneLeftOrOvertaken) {
    Desk desk(jotted("A: text 5\n"));
    const Id a = named(desk.form(), "txtA").id;
    const Form before = desk.form(), after = shifted(before, {a}, 5, 0);
    desk.propose({after, "Tidy", "One control would move."});
    ASSERT_TRUE(desk.proposal());
    EXPECT_TRUE(sameContent(desk.form(), before));
    desk.decide(false);
    EXPECT_FALSE(desk.proposal());
    desk.propose({after, "Tidy", "One control would move."});
    desk.decide(true);
    EXPECT_TRUE(sameContent(desk.form(), after));
    EXPECT_EQ(desk.history().undoName(), "Tidy");
    desk.propose({before, "Back", ""});
    desk.undo();
    EXPECT_FALSE(desk.proposal()) << "undo leaves what is only proposed";
    EXPECT_TRUE(sameContent(desk.form(), after));
    desk.propose({before, "Back", ""});
    desk.edit(shifted(after, {a}, 0, 7), "Move");
    EXPECT_FALSE(desk.proposal()) << "an edit overtakes it";
    desk.propose({before, "Back", ""});
    desk.setPass(Pass::tryOut);
    EXPECT_FALSE(desk.proposal());
}

TEST(Desk, PickingHandsOverOneControlOrNone) {
    Desk desk(jotted("A: text 5\n"));
    const Id a = named(desk.form(), "txtA").id;
    std::vector<Id> got;
    desk.setTool(Kind::label);
    desk.pick("Press one.", [&](Id id) { got.push_back(id); });
    EXPECT_FALSE(desk.tool()) << "the tool is put down";
    desk.picked(noControl);
    EXPECT_FALSE(desk.picking());
    desk.pick("Press one.", [&](Id id) {
        got.push_back(id);
        // What is picked may ask for another.
        desk.pick("And one more.", [&](Id next) { got.push_back(next + 1000); });
    });
    desk.picked(a);
    EXPECT_TRUE(desk.picking());
    desk.picked(a);
    EXPECT_FALSE(desk.picking());
    EXPECT_EQ(got, (std::vector<Id>{a, a + 1000}));
}

TEST(Desk, TheNextControlHasTheSizeOfTheLast) {
    Driver driver;
    driver.sheet().setFocus();
    driver.key(Qt::Key_N);
    driver.drag(driver.spot(120, 40), driver.spot(220, 72), Qt::AltModifier);
    driver.key(Qt::Key_Return);
    driver.sheet().setFocus();
    driver.key(Qt::Key_N);
    driver.key(Qt::Key_Return);
    driver.type("Second");
    driver.key(Qt::Key_Return);
    const Control &first = driver.at("numNumberBox"), &second = driver.at("numSecond");
    EXPECT_EQ(second.box.width, first.box.width);
    EXPECT_EQ(second.box.height, first.box.height);
    EXPECT_EQ(second.box.left, first.box.left);
    EXPECT_GT(second.box.top, first.box.bottom());
    driver.desk().open(newForm(Kind::dialog), {});
    EXPECT_EQ(driver.desk().nextSize(Kind::numberBox).width, row(Kind::numberBox).inDialog.width)
        << "a new form begins anew";
}

TEST(Desk, AnotherWindowTakesOverFormHistoryAndSelection) {
    Driver one(jotted("A: text 5\n"));
    const Id a = one.at("txtA").id;
    one.desk().edit(shifted(one.form(), {a}, 9, 0), "Move");
    one.desk().select({a});
    MainWindow other(newForm(Kind::document));
    other.desk().takeOver(one.desk());
    EXPECT_TRUE(sameContent(other.desk().form(), one.form()));
    EXPECT_EQ(other.desk().selection(), Ids{a});
    other.desk().undo();
    EXPECT_EQ(other.desk().form().find(a)->box.left + 9, one.form().find(a)->box.left);
    other.desk().open(newForm(Kind::dialog), {});
}

TEST(Desk, DarkIsTurnedFromTheMenu) {
    const bool before = isDark();
    Driver driver;
    QSignalSpy turned(&driver.window, &MainWindow::darkTurned);
    driver.command("dark");
    EXPECT_EQ(turned.count(), 1);
    EXPECT_NE(isDark(), before);
    driver.command("dark");
    EXPECT_EQ(isDark(), before);
}

TEST(Try, ADialogThatCanBeResizedHasAGrip) {
    Driver driver(demo("yard-charges"));
    driver.command("try");
    FormToFill* view = driver.window.part<TryPane>().view();
    ASSERT_NE(view, nullptr);
    const QSize before = view->size();
    QWidget* stage = view->parentWidget();
    const QPoint grip = view->geometry().bottomRight() + QPoint(5, 5);
    QTest::mousePress(stage, Qt::LeftButton, {}, grip);
    QMouseEvent move(QEvent::MouseMove, grip + QPoint(20, 30), stage->mapToGlobal(grip + QPoint(20, 30)), Qt::NoButton,
                     Qt::LeftButton, {});
    QApplication::sendEvent(stage, &move);
    QTest::mouseRelease(stage, Qt::LeftButton, {}, grip + QPoint(20, 30));
    Driver::settle();
    EXPECT_EQ(view->height(), before.height() + 30);
    EXPECT_EQ(view->width(), before.width() + 40) << "it stands in the middle, and grows to both sides";
    // Not below its least size.
    const QPoint corner = view->geometry().bottomRight() + QPoint(5, 5);
    QTest::mousePress(stage, Qt::LeftButton, {}, corner);
    QMouseEvent back(QEvent::MouseMove, corner - QPoint(300, 300), stage->mapToGlobal(corner - QPoint(300, 300)),
                     Qt::NoButton, Qt::LeftButton, {});
    QApplication::sendEvent(stage, &back);
    QTest::mouseRelease(stage, Qt::LeftButton, {}, corner - QPoint(300, 300));
    EXPECT_NEAR(view->width(), before.width(), 1);
    EXPECT_NEAR(view->height(), before.height(), 1);
}

TEST(Desk, KnowsHowNamesStandOfTheFormThatLiesOnIt) {
    Desk desk(jotted("Boat name: text 30\nHull: text 9\n"));
    const Id boat = named(desk.form(), "txtBoatName").id;
    EXPECT_EQ(desk.names().at(boat).state, NameState::byScheme);
    const auto* known = &desk.names();
    EXPECT_EQ(&desk.names(), known) << "worked out once";
    desk.edit(renamed(desk.form(), boat, "vessel"), "Rename");
    EXPECT_EQ(desk.names().at(boat).state, NameState::breaksScheme);
    desk.undo();
    EXPECT_EQ(desk.names().at(boat).state, NameState::byScheme);
    desk.redo();
    EXPECT_EQ(desk.names().at(boat).state, NameState::breaksScheme);
    desk.open(jotted("Boat name: text 30\n"), {});
    EXPECT_EQ(desk.names().at(named(desk.form(), "txtBoatName").id).state, NameState::byScheme);
    Desk other(jotted("Hull: text 9\n"));
    desk.takeOver(other);
    EXPECT_EQ(desk.names().size(), 2u) << "the field and its label";
}
