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

struct Ordering : Hands {
    explicit Ordering(Form form) : Hands(std::move(form)) {
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
    Ordering hands(jotted(rows));
    int actions = 0;
    hands.command("layByClicks");
    ++actions;
    std::string wanted;
    for (int i = 19; i >= 0; --i, ++actions) {
        const std::string name = "txt" + std::string(1, char('A' + i));
        hands.click(hands.on(name.c_str()));
        wanted += (wanted.empty() ? "" : " ") + name.substr(3);
    }
    hands.key(Qt::Key_Escape);
    ++actions;
    EXPECT_EQ(hands.route(), wanted);
    EXPECT_LE(actions, 22);
    EXPECT_FALSE(hands.window.part<OrderLayer>().laying());
}

TEST(OrderPass, ClicksLayFromAnyPointAndEachIsOneStepOfUndo) {
    Ordering hands(jotted(five));
    QTest::mouseClick(hands.in<QPushButton>(hands.window.part<OrderStrip>(), "layByClicks"), Qt::LeftButton);
    hands.click(hands.on("txtB"));
    EXPECT_EQ(hands.route(), "A B C D E Cancel Save") << "the first one stays where it is";
    hands.click(hands.on("txtE"));
    hands.click(hands.on("txtD"));
    EXPECT_EQ(hands.route(), "A B E D C Cancel Save");
    EXPECT_EQ(hands.desk().history().undoName(), "Lay the route: D");
    hands.command("undo");
    EXPECT_EQ(hands.route(), "A B E C D Cancel Save");
    hands.command("undo");
    EXPECT_EQ(hands.route(), "A B C D E Cancel Save");
    hands.key(Qt::Key_Escape);
}

TEST(OrderPass, DraggingAlongLaysAsOneStep) {
    Ordering hands(jotted(five));
    hands.dragAlong({"txtE", "txtC", "txtA", "btnSave"});
    EXPECT_EQ(hands.route(), "B D E C A Save Cancel");
    EXPECT_EQ(QString::fromStdString(hands.desk().history().undoName()), "Lay the route through 4 stops");
    hands.command("undo");
    EXPECT_EQ(hands.route(), "A B C D E Cancel Save");
}

TEST(OrderPass, TheKeyboardAloneLaysTheRoute) {
    Ordering hands(jotted(five));
    hands.sheet().setFocus();
    hands.key(Qt::Key_Tab);
    hands.key(Qt::Key_Tab);
    EXPECT_EQ(hands.desk().lead(), hands.at("txtB").id);
    hands.key(Qt::Key_Down, Qt::AltModifier);
    EXPECT_EQ(hands.route(), "A C B D E Cancel Save");
    hands.key(Qt::Key_Up, Qt::AltModifier);
    hands.key(Qt::Key_Up, Qt::AltModifier);
    EXPECT_EQ(hands.route(), "B A C D E Cancel Save");
    hands.key(Qt::Key_Space);
    EXPECT_EQ(hands.route(), "A C D E Cancel Save") << "skipped";
    hands.key(Qt::Key_Space);
    EXPECT_EQ(hands.route(), "B A C D E Cancel Save");
    // Laying without a pointer: to the stop, and Space.
    hands.command("layByClicks");
    hands.desk().select({hands.at("txtE").id});
    hands.key(Qt::Key_Space);
    hands.desk().select({hands.at("txtA").id});
    hands.key(Qt::Key_Space);
    hands.key(Qt::Key_Return);
    EXPECT_EQ(hands.route(), "B C D E A Cancel Save");
    hands.command("layByReading");
    EXPECT_EQ(hands.route(), "A B C D E Cancel Save");
    hands.key(Qt::Key_Escape);
    EXPECT_TRUE(hands.desk().selection().empty());
}

TEST(OrderPass, TheListMovesEntriesWithinTheirContainer) {
    Ordering hands(jotted("A: text 5\nB: text 5\n### Frame\nC: text 5\nD: text 5\n###\nE: text 5\n"));
    RouteList& list = hands.window.part<OrderPanel>().route();
    auto rowOf = [&](const char* name) { return list.rowOf(hands.at(name).id); };
    EXPECT_EQ(list.count(), 6) << "the frame is a heading";
    EXPECT_EQ(list.item(rowOf("txtA"))->text().trimmed(), "1  A");
    list.moveTo(hands.at("txtE").id, rowOf("txtA"));
    EXPECT_EQ(hands.route(), "E A B C D");
    list.moveTo(hands.at("txtC").id, rowOf("txtD") + 1);
    EXPECT_EQ(hands.route(), "E A B D C");
    list.moveTo(hands.at("Frame").id, rowOf("txtA"));
    EXPECT_EQ(hands.route(), "E D C A B") << "a frame moves with all in it";
    list.moveTo(hands.at("txtD").id, list.count());
    EXPECT_EQ(hands.route(), "E C D A B") << "and what is in it stays in it";
    list.setCurrentRow(rowOf("txtB"));
    EXPECT_EQ(hands.desk().lead(), hands.at("txtB").id);
    list.setFocus();
    hands.key(Qt::Key_Up, Qt::AltModifier);
    EXPECT_EQ(hands.route(), "E C D B A");
}

TEST(OrderPass, WhatStartsAndWhatEnterAndEscapePressIsPicked) {
    Ordering hands(jotted(five));
    OrderPanel& panel = hands.window.part<OrderPanel>();
    auto pick = [&](const char* box, const QString& text) {
        auto* combo = hands.in<QComboBox>(panel, box);
        const int at = combo->findText(text);
        ASSERT_GE(at, 0) << box;
        combo->setCurrentIndex(at);
        emit combo->activated(at);
        hands.settle();
    };
    pick("startsIn", "C");
    EXPECT_EQ(firstStop(hands.form()), hands.at("txtC").id);
    pick("enterPresses", "Cancel");
    EXPECT_EQ(buttonPressed(hands.form(), ButtonRole::accept), hands.at("btnCancel").id);
    EXPECT_EQ(buttonPressed(hands.form(), ButtonRole::cancel), noControl) << "a button presses one key";
    pick("escapePresses", "Save");
    EXPECT_EQ(buttonPressed(hands.form(), ButtonRole::cancel), hands.at("btnSave").id);
    hands.desk().select({hands.at("txtA").id});
    auto* stop = hands.in<QCheckBox>(panel, "isStop");
    QTest::mouseClick(stop, Qt::LeftButton, {}, QPoint(8, stop->height() / 2));
    EXPECT_EQ(hands.route(), "B C D E Cancel Save");
    // Try obeys at once.
    hands.command("try");
    Hands::settle();
    QWidget* focus = QApplication::focusWidget();
    ASSERT_NE(focus, nullptr);
    EXPECT_EQ(focus->property("control").toUInt(), uint(hands.at("txtC").id));
    hands.command("try");
    EXPECT_EQ(hands.desk().pass(), Pass::order) << "and comes back to where it was pressed";
}

TEST(OrderPass, AccessKeysAreChosenTypedAndTheirClashesMarked) {
    Ordering hands(jotted("Boat name: text 9\nBerth: text 9\nHull: combo [GRP]\n[Cancel] [Book]*\n"));
    hands.command("chooseKeys");
    EXPECT_TRUE(hands.window.part<OrderLayer>().showsKeys());
    for (const KeyBearer& b : keyBearers(hands.form())) EXPECT_FALSE(b.key.empty()) << b.wording;
    EXPECT_EQ(hands.window.findChild<QLabel*>("said")->text(), "All 5 have a key.");
    hands.click(hands.on("txtBerth"));
    EXPECT_EQ(hands.desk().lead(), hands.at("txtBerth").id);
    hands.type("h");
    EXPECT_EQ(keyTo(hands.form(), hands.at("txtBerth")), "H");
    EXPECT_EQ(keyClashes(hands.form()).size(), 2u) << "with Hull";
    hands.command("chooseKeys");
    EXPECT_EQ(keyTo(hands.form(), hands.at("txtBerth")), "H") << "set by hand, it stays";
    EXPECT_TRUE(keyClashes(hands.form()).empty()) << "and the other one makes way";
    hands.sheet().setFocus();
    hands.desk().select({hands.at("txtBerth").id});
    hands.key(Qt::Key_Backspace);
    EXPECT_EQ(keyTo(hands.form(), hands.at("txtBerth")), "");
    auto* key = hands.in<QLineEdit>(hands.window.part<OrderPanel>(), "accessKey");
    key->setFocus();
    hands.type("t");
    hands.key(Qt::Key_Return);
    EXPECT_EQ(keyTo(hands.form(), hands.at("txtBerth")), "T");
    hands.command("showKeys");
    EXPECT_FALSE(hands.window.part<OrderLayer>().showsKeys());
}

TEST(OrderPass, NumbersStandApartOverADialogAndADocument) {
    for (const char* name : {"yard-charges", "mooring-permit", "lift-out-booking"}) {
        Ordering hands(demo(name));
        std::vector<std::pair<std::string, QPointF>> seen;
        for (Id id : stopsOf(hands.form()))
            if (isInView(hands.form(), id, hands.desk().turned()))
                seen.emplace_back(hands.form().find(id)->name,
                                  hands.window.part<OrderLayer>().badgeOf(hands.sheet(), hands.form(), id));
        ASSERT_GT(seen.size(), 5u);
        for (std::size_t i = 0; i < seen.size(); ++i)
            for (std::size_t j = 0; j < i; ++j)
                EXPECT_GE((seen[i].second - seen[j].second).manhattanLength(), 18)
                    << name << ": " << seen[i].first << " " << seen[j].first;
    }
}

TEST(OrderPass, TheRailCountsNamesAndClashes) {
    Ordering hands(jotted("Boat name: text 9\nBerth: text 9\n"));
    Form form = withKeySet(hands.form(), hands.at("txtBoatName").id, "B");
    hands.desk().edit(withKeySet(form, hands.at("txtBerth").id, "B"), "Clash");
    auto has = [&](Pass pass, QColor colour) {
        const QImage rail = hands.window.rail().grab().toImage();
        const QRect stop = hands.window.rail().stopRect(pass);
        int count = 0;
        for (int x = stop.left(); x < stop.right(); ++x)
            for (int y = stop.top(); y < stop.bottom(); ++y) count += rail.pixelColor(x, y) == colour;
        return count > 20;
    };
    EXPECT_TRUE(QTest::qWaitFor([&] { return has(Pass::order, QColor("#A8322A")); })) << "a clash turns the count red";
    EXPECT_TRUE(has(Pass::name, QColor("#7FA66A"))) << "and a stop whose checks pass is green";
}
