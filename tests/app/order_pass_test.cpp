// The Order pass in the real window, by mouse and by keyboard.
#include "app/passes/order/order_layer.h"
#include "app/passes/order/order_panel.h"
#include "app/passes/order/order_strip.h"
#include "core/edit/routing.h"
#include "core/order/access_keys.h"
#include "core/order/route.h"
#include "tests/app/driver.h"

using namespace brindel;
using namespace brindel::test;

namespace {

struct Ordering : Driver {
    explicit Ordering(Form form) : Driver(std::move(form)) {
        window.setPass(Pass::order);
        settle();
    }
    std::string route() {
        std::string text;
        for (Id id : stopsOf(form())) text += (text.empty() ? "" : " ") + form().find(id)->name.substr(3);
        return text;
    }
    QPoint badge(const char* name) { return window.part<OrderLayer>().badgeOf(sheet(), form(), at(name).id).toPoint(); }
    template <class W>
    W* in(QWidget& where, const char* name) {
        return where.findChild<W*>(name);
    }
    void dragAlong(const std::vector<const char*>& names) {
        QTest::mousePress(&sheet(), Qt::LeftButton, {}, badge(names[0]));
        for (const char* name : names)
            for (QPoint p : {(badge(name) + badge(names[0])) / 2, badge(name)}) {
                // Only the stops themselves are passed: the way between them is flown over.
                if (p != badge(name)) continue;
                QMouseEvent event(QEvent::MouseMove, p, sheet().mapToGlobal(p), Qt::NoButton, Qt::LeftButton, {});
                QApplication::sendEvent(&sheet(), &event);
            }
        QTest::mouseRelease(&sheet(), Qt::LeftButton, {}, badge(names.back()));
        settle();
    }
};

const char* const five = "A: text 5\nB: text 5\nC: text 5\nD: text 5\nE: text 5\n[Cancel] [Save]*\n";

}  // namespace

TEST(OrderPass, TwentyStopsAreLaidByTwentyTwoActions) {
    std::string rows;
    for (int i = 0; i < 20; ++i) rows += std::string(1, char('A' + i)) + ": text 5" + (i % 2 ? "\n" : "; ");
    Ordering driver(jotted(rows));
    int actions = 0;
    driver.command("layByClicks");
    ++actions;
    std::string wanted;
    for (int i = 19; i >= 0; --i, ++actions) {
        const std::string name = "txt" + std::string(1, char('A' + i));
        driver.click(driver.on(name.c_str()));
        wanted += (wanted.empty() ? "" : " ") + name.substr(3);
    }
    driver.key(Qt::Key_Escape);
    ++actions;
    EXPECT_EQ(driver.route(), wanted);
    EXPECT_LE(actions, 22);
    EXPECT_FALSE(driver.window.part<OrderLayer>().laying());
}

TEST(OrderPass, ClicksLayFromAnyPointAndEachIsOneStepOfUndo) {
    Ordering driver(jotted(five));
    QTest::mouseClick(driver.in<QPushButton>(driver.window.part<OrderStrip>(), "layByClicks"), Qt::LeftButton);
    driver.click(driver.on("txtB"));
    EXPECT_EQ(driver.route(), "A B C D E Cancel Save") << "the first one stays where it is";
    driver.click(driver.on("txtE"));
    driver.click(driver.on("txtD"));
    EXPECT_EQ(driver.route(), "A B E D C Cancel Save");
    EXPECT_EQ(driver.desk().history().undoName(), "Lay the route: D");
    driver.command("undo");
    EXPECT_EQ(driver.route(), "A B E C D Cancel Save");
    driver.command("undo");
    EXPECT_EQ(driver.route(), "A B C D E Cancel Save");
    driver.key(Qt::Key_Escape);
}

TEST(OrderPass, DraggingAlongLaysAsOneStep) {
    Ordering driver(jotted(five));
    driver.dragAlong({"txtE", "txtC", "txtA", "btnSave"});
    EXPECT_EQ(driver.route(), "B D E C A Save Cancel");
    EXPECT_EQ(QString::fromStdString(driver.desk().history().undoName()), "Lay the route through 4 stops");
    driver.command("undo");
    EXPECT_EQ(driver.route(), "A B C D E Cancel Save");
}

TEST(OrderPass, TheKeyboardAloneLaysTheRoute) {
    Ordering driver(jotted(five));
    driver.sheet().setFocus();
    driver.key(Qt::Key_Tab);
    driver.key(Qt::Key_Tab);
    EXPECT_EQ(driver.desk().lead(), driver.at("txtB").id);
    driver.key(Qt::Key_Down, Qt::AltModifier);
    EXPECT_EQ(driver.route(), "A C B D E Cancel Save");
    driver.key(Qt::Key_Up, Qt::AltModifier);
    driver.key(Qt::Key_Up, Qt::AltModifier);
    EXPECT_EQ(driver.route(), "B A C D E Cancel Save");
    driver.key(Qt::Key_Space);
    EXPECT_EQ(driver.route(), "A C D E Cancel Save") << "skipped";
    driver.key(Qt::Key_Space);
    EXPECT_EQ(driver.route(), "B A C D E Cancel Save");
    // Laying without a pointer: to the stop, and Space.
    driver.command("layByClicks");
    driver.desk().select({driver.at("txtE").id});
    driver.key(Qt::Key_Space);
    driver.desk().select({driver.at("txtA").id});
    driver.key(Qt::Key_Space);
    driver.key(Qt::Key_Return);
    EXPECT_EQ(driver.route(), "B C D E A Cancel Save");
    driver.command("layByReading");
    EXPECT_EQ(driver.route(), "A B C D E Cancel Save");
    driver.key(Qt::Key_Escape);
    EXPECT_TRUE(driver.desk().selection().empty());
}

TEST(OrderPass, TheListMovesEntriesWithinTheirContainer) {
    Ordering driver(jotted("A: text 5\nB: text 5\n### Frame\nC: text 5\nD: text 5\n###\nE: text 5\n"));
    RouteList& list = driver.window.part<OrderPanel>().route();
    auto rowOf = [&](const char* name) { return list.rowOf(driver.at(name).id); };
    EXPECT_EQ(list.count(), 6) << "the frame is a heading";
    EXPECT_EQ(list.item(rowOf("txtA"))->text().trimmed(), "1  A");
    list.moveTo(driver.at("txtE").id, rowOf("txtA"));
    EXPECT_EQ(driver.route(), "E A B C D");
    list.moveTo(driver.at("txtC").id, rowOf("txtD") + 1);
    EXPECT_EQ(driver.route(), "E A B D C");
    list.moveTo(driver.at("Frame").id, rowOf("txtA"));
    EXPECT_EQ(driver.route(), "E D C A B") << "a frame moves with all in it";
    list.moveTo(driver.at("txtD").id, list.count());
    EXPECT_EQ(driver.route(), "E C D A B") << "and what is in it stays in it";
    list.setCurrentRow(rowOf("txtB"));
    EXPECT_EQ(driver.desk().lead(), driver.at("txtB").id);
    list.setFocus();
    driver.key(Qt::Key_Up, Qt::AltModifier);
    EXPECT_EQ(driver.route(), "E C D B A");
}

TEST(OrderPass, WhatStartsAndWhatEnterAndEscapePressIsPicked) {
    Ordering driver(jotted(five));
    OrderPanel& panel = driver.window.part<OrderPanel>();
    auto pick = [&](const char* box, const QString& text) {
        auto* combo = driver.in<QComboBox>(panel, box);
        const int at = combo->findText(text);
        ASSERT_GE(at, 0) << box;
        combo->setCurrentIndex(at);
        emit combo->activated(at);
        driver.settle();
    };
    pick("startsIn", "C");
    EXPECT_EQ(firstStop(driver.form()), driver.at("txtC").id);
    pick("enterPresses", "Cancel");
    EXPECT_EQ(buttonPressed(driver.form(), ButtonRole::accept), driver.at("btnCancel").id);
    EXPECT_EQ(buttonPressed(driver.form(), ButtonRole::cancel), noControl) << "a button presses one key";
    pick("escapePresses", "Save");
    EXPECT_EQ(buttonPressed(driver.form(), ButtonRole::cancel), driver.at("btnSave").id);
    driver.desk().select({driver.at("txtA").id});
    auto* stop = driver.in<QCheckBox>(panel, "isStop");
    QTest::mouseClick(stop, Qt::LeftButton, {}, QPoint(8, stop->height() / 2));
    EXPECT_EQ(driver.route(), "B C D E Cancel Save");
    // Try obeys at once.
    driver.command("try");
    Driver::settle();
    QWidget* focus = QApplication::focusWidget();
    ASSERT_NE(focus, nullptr);
    EXPECT_EQ(focus->property("control").toUInt(), uint(driver.at("txtC").id));
    driver.command("try");
    EXPECT_EQ(driver.desk().pass(), Pass::order) << "and comes back to where it was pressed";
}

TEST(OrderPass, AccessKeysAreChosenTypedAndTheirClashesMarked) {
    Ordering driver(jotted("Boat name: text 9\nBerth: text 9\nHull: combo [GRP]\n[Cancel] [Book]*\n"));
    driver.command("chooseKeys");
    EXPECT_TRUE(driver.window.part<OrderLayer>().showsKeys());
    for (const KeyBearer& b : keyBearers(driver.form())) EXPECT_FALSE(b.key.empty()) << b.wording;
    EXPECT_EQ(driver.window.findChild<QLabel*>("said")->text(), "All 5 have a key.");
    driver.click(driver.on("txtBerth"));
    EXPECT_EQ(driver.desk().lead(), driver.at("txtBerth").id);
    driver.type("h");
    EXPECT_EQ(keyTo(driver.form(), driver.at("txtBerth")), "H");
    EXPECT_EQ(keyClashes(driver.form()).size(), 2u) << "with Hull";
    driver.command("chooseKeys");
    EXPECT_EQ(keyTo(driver.form(), driver.at("txtBerth")), "H") << "set by hand, it stays";
    EXPECT_TRUE(keyClashes(driver.form()).empty()) << "and the other one makes way";
    driver.sheet().setFocus();
    driver.desk().select({driver.at("txtBerth").id});
    driver.key(Qt::Key_Backspace);
    EXPECT_EQ(keyTo(driver.form(), driver.at("txtBerth")), "");
    auto* key = driver.in<QLineEdit>(driver.window.part<OrderPanel>(), "accessKey");
    key->setFocus();
    driver.type("t");
    driver.key(Qt::Key_Return);
    EXPECT_EQ(keyTo(driver.form(), driver.at("txtBerth")), "T");
    driver.command("showKeys");
    EXPECT_FALSE(driver.window.part<OrderLayer>().showsKeys());
}

TEST(OrderPass, NumbersStandApartOverADialogAndADocument) {
    for (const char* name : {"yard-charges", "mooring-permit", "lift-out-booking"}) {
        Ordering driver(demo(name));
        std::vector<std::pair<std::string, QPointF>> seen;
        for (Id id : stopsOf(driver.form()))
            if (isInView(driver.form(), id, driver.desk().turned()))
                seen.emplace_back(driver.form().find(id)->name,
                                  driver.window.part<OrderLayer>().badgeOf(driver.sheet(), driver.form(), id));
        ASSERT_GT(seen.size(), 5u);
        for (std::size_t i = 0; i < seen.size(); ++i)
            for (std::size_t j = 0; j < i; ++j)
                EXPECT_GE((seen[i].second - seen[j].second).manhattanLength(), 18)
                    << name << ": " << seen[i].first << " " << seen[j].first;
    }
}

TEST(OrderPass, TheRailCountsNamesAndClashes) {
    Ordering driver(jotted("Boat name: text 9\nBerth: text 9\n"));
    Form form = withKeySet(driver.form(), driver.at("txtBoatName").id, "B");
    driver.desk().edit(withKeySet(form, driver.at("txtBerth").id, "B"), "Clash");
    auto has = [&](Pass pass, QColor colour) {
        const QImage rail = driver.window.rail().grab().toImage();
        const QRect stop = driver.window.rail().stopRect(pass);
        int count = 0;
        for (int x = stop.left(); x < stop.right(); ++x)
            for (int y = stop.top(); y < stop.bottom(); ++y) count += rail.pixelColor(x, y) == colour;
        return count > 20;
    };
    EXPECT_TRUE(QTest::qWaitFor([&] { return has(Pass::order, QColor("#A8322A")); })) << "a clash turns the count red";
    EXPECT_TRUE(has(Pass::name, QColor("#7FA66A"))) << "and a stop whose checks pass is green";
}
