// Findings in the real window: pins on the sheet, counts on the rail, the list by keyboard and by pointer, and typing
// that never waits for them.
#include "app/findings/findings_panel.h"
#include "app/findings/pins.h"
#include "core/check/check.h"
#include "core/edit/edits.h"
#include "core/file/form_file.h"
#include "tests/app/driver.h"

using namespace brindel;
using namespace brindel::test;

namespace {

struct Finder : Driver {
    explicit Finder(Form form) : Driver(std::move(form)) { look(); }
    /// Until the checks have come to an end.
    void look() {
        EXPECT_TRUE(desk().watch().wait());
        settle();
        // What counts them does so a moment later.
        for (const QTimer* timer : window.findChildren<QTimer*>())
            if (timer->isSingleShot()) EXPECT_TRUE(QTest::qWaitFor([timer] { return !timer->isActive(); }, 20000));
        settle();
    }
    FindingsPanel& panel() { return window.findingsPanel(); }
    std::string chosen() { return panel().current() ? std::string(panel().current()->check->key) : ""; }
    int open() { return int(std::ranges::count_if(desk().findings(), isOpen)); }
};

Form faulty() {
    Form form = jotted(
        "# Boat\nHull: combo [GRP, Steel] @cboHull\nLength: number 5..9 @numLength\nPlace: text 9 @txtPlace\n[Save]* "
        "[Print]\n");
    form = withProperty(form, {named(form, "cboHull").id}, Prop::choices, Choices{});
    form = withProperty(form, {named(form, "numLength").id}, Prop::most, 3.0);
    return withProperty(form, {named(form, "txtPlace").id}, Prop::textColour, std::string("#C0C0C0"));
}

}  // namespace

TEST(FindingsInTheWindow, ArePinnedCountedAndListedByGravity) {
    Finder f(faulty());
    EXPECT_EQ(f.open(), 4);
    EXPECT_EQ(openSaid(f.desk().findings()), "4 things to put right before the hand-over.");
    const Id hull = f.at("cboHull").id;
    const QRectF place = f.sheet().placeOf(hull);
    const QPointF pin(place.right() - 2, place.top() + 1);
    EXPECT_EQ(pinAt(f.sheet(), f.desk(), pin), hull);
    EXPECT_EQ(pinAt(f.sheet(), f.desk(), place.center()), noControl);
    EXPECT_EQ(pinSays(f.desk(), hull), "It has no choices.");
    // The status line says it of the one that is selected.
    f.desk().select({hull});
    Driver::settle();
    EXPECT_EQ(f.window.findChild<QLabel*>("findingSaid")->text(), "◆ It has no choices.");
    // A press on the pin lists it.
    f.click(pin.toPoint());
    EXPECT_TRUE(f.window.findingsShown());
    EXPECT_EQ(f.chosen(), "noChoices");
    EXPECT_TRUE(f.panel().list().item(0)->text().startsWith("Must be put right (3)"))
        << f.panel().list().item(0)->text().toStdString();
    // The foot of the rail closes it, and opens it again.
    const QPoint foot = f.window.rail().footRect().center();
    QTest::mouseClick(&f.window.rail(), Qt::LeftButton, {}, foot);
    EXPECT_FALSE(f.window.findingsShown());
    QTest::mouseClick(&f.window.rail(), Qt::LeftButton, {}, foot);
    EXPECT_TRUE(f.window.findingsShown());
    for (Pass pass : {Pass::name, Pass::order, Pass::rules, Pass::protect}) {
        f.window.setPass(pass);
        Driver::settle();
        EXPECT_EQ(pinAt(f.sheet(), f.desk(), f.sheet().placeOf(hull).topRight() + QPointF(-2, 1)), hull);
    }
}

TEST(FindingsInTheWindow, ArePutRightByTheKeyboard) {
    Finder f(faulty());
    f.command("findings");
    ASSERT_EQ(QApplication::focusWidget(), &f.panel().list());
    // Enter goes there, F8 comes back, Space puts it right.
    f.panel().choose(f.at("numLength").id);
    ASSERT_EQ(f.chosen(), "rangeUpsideDown");
    f.key(Qt::Key_Return);
    EXPECT_EQ(f.desk().selection(), Ids{f.at("numLength").id});
    EXPECT_EQ(f.desk().pass(), Pass::protect);
    f.command("findings");
    f.key(Qt::Key_Space);
    f.look();
    EXPECT_EQ(f.at("numLength").number(Prop::most), 5);
    EXPECT_EQ(f.open(), 3);
    EXPECT_EQ(f.desk().history().undoName(), "Swaps the limits");
    f.desk().undo();
    f.look();
    EXPECT_EQ(f.open(), 4);
    // A judgement offers its ways: the last takes the button out.
    f.panel().choose(f.at("btnPrint").id);
    EXPECT_EQ(f.chosen(), "idleButton");
    f.panel().putRight(2);
    f.look();
    EXPECT_EQ(f.form().named("btnPrint"), nullptr);
    // Left as it is with a reason; without one nothing happens.
    f.panel().choose(f.at("cboHull").id);
    f.panel().leave(" ", false);
    f.look();
    EXPECT_EQ(f.open(), 3);
    f.panel().leave("Filled from a list later.", false);
    f.look();
    EXPECT_EQ(f.open(), 2);
    EXPECT_EQ(f.at("cboHull").silenced.size(), 1u);
    const QListWidget& list = f.panel().list();
    EXPECT_TRUE(list.item(list.count() - 1)->text().contains("Set aside: Filled from a list later."));
}

TEST(FindingsInTheWindow, AllIsShownBeforeItIsPutRight) {
    Finder f(openForm(std::string(BRINDEL_SOURCE) + "/tests/check/worst-form.brindel").value().form);
    const Form before = f.form();
    EXPECT_GT(f.open(), 40);
    f.panel().putRightAll();
    f.look();
    ASSERT_TRUE(f.desk().proposal());
    EXPECT_TRUE(sameContent(f.form(), before));
    EXPECT_TRUE(f.desk().proposal()->says.contains("things are put right"));
    f.key(Qt::Key_Return);
    f.look();
    EXPECT_LE(f.open(), 12);
    EXPECT_EQ(std::ranges::count_if(f.desk().findings(),
                                    [](const Finding& one) { return one.check->severity == Severity::must; }),
              0);
    f.desk().undo();
    EXPECT_TRUE(sameContent(f.form(), before)) << "one step";
    // An edit while it is worked out: nothing is proposed over it.
    f.panel().putRightAll();
    f.desk().edit(withProperty(f.form(), {rootId}, Prop::title, std::string("Later")), "Title");
    f.look();
    EXPECT_FALSE(f.desk().proposal());
    EXPECT_EQ(f.panel().findChild<QPushButton*>("putRightAll")->text(), "Put right all that can be");
}

TEST(FindingsInTheWindow, NeverHoldUpTheWindow) {
    std::string rows = "# Many\n";
    for (int i = 0; i < 700; ++i) rows += "Field " + std::to_string(i) + ": text 9\n";
    Driver h(jotted(rows, Kind::document));
    for (int i = 0; i < 40; ++i) {
        ASSERT_TRUE(h.desk().edit(withProperty(h.form(), {rootId}, Prop::title, std::string(std::size_t(i + 1), 'x')),
                                  "Title"));
        // The edit starts the checks anew each time, and does not wait for them.
        EXPECT_FALSE(h.desk().watch().upToDate());
        h.settle();
    }
    EXPECT_TRUE(h.desk().watch().wait());
    EXPECT_TRUE(h.desk().watch().upToDate());
    // A window that is closed while they run takes them along.
    { Driver gone(jotted(rows, Kind::document)); }
}

TEST(FindingsInTheWindow, ArePressedInTheListAndLeftByEscape) {
    Finder f(faulty());
    f.command("findings");
    QListWidget& list = f.panel().list();
    // A press goes there, and the list stays at hand for the next.
    f.panel().choose(f.at("txtPlace").id);
    const QRect line = list.visualItemRect(list.currentItem());
    QTest::mouseClick(list.viewport(), Qt::LeftButton, {}, line.center());
    Driver::settle();
    EXPECT_EQ(f.desk().selection(), Ids{f.at("txtPlace").id});
    EXPECT_EQ(QApplication::focusWidget(), &list);
    // A heading is no finding.
    QTest::mouseClick(list.viewport(), Qt::LeftButton, {}, list.visualItemRect(list.item(0)).center());
    EXPECT_EQ(f.desk().selection(), Ids{f.at("txtPlace").id});
    // The ways stand below it as links, whole, and reached by Tab.
    for (QLabel* way : f.panel().findChildren<QLabel*>())
        if (way->text().startsWith("<a ")) {
            EXPECT_LE(way->width(), f.panel().width());
            EXPECT_NE(way->focusPolicy(), Qt::NoFocus);
        }
    list.setFocus();
    f.key(Qt::Key_Escape);
    EXPECT_FALSE(f.window.findingsShown());
    EXPECT_TRUE(f.sheet().hasFocus());
    // What is gone is not listed, also before the checks have come to their end.
    f.command("findings");
    const int before = list.count();
    f.desk().edit(removed(f.form(), {f.at("txtPlace").id}), "Delete");
    f.look();
    EXPECT_LT(list.count(), before);
}
