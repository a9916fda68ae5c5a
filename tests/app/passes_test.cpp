// What the passes Name and Order share with the rest of the window.
#include "app/passes/name/name_layer.h"
#include "app/passes/name/name_panel.h"
#include "app/passes/name/name_strip.h"
#include "app/passes/order/order_layer.h"
#include "app/passes/order/order_panel.h"
#include "app/theme/theme.h"
#include "app/window/find_box.h"
#include "core/edit/renaming.h"
#include "core/edit/routing.h"
#include "core/model/looks.h"
#include "core/order/access_keys.h"
#include "core/order/route.h"
#include "tests/app/driver.h"
#include "tests/filler/filling.h"

using namespace brindel;
using namespace brindel::test;

namespace {

double contrast(const QColor& a, const QColor& b) {
    auto colour = [](const QColor& c) {
        return Colour{std::uint8_t(c.red()), std::uint8_t(c.green()), std::uint8_t(c.blue())};
    };
    return contrastOf(colour(a), colour(b));
}

QString status(Driver& driver) {
    QString all;
    for (QLabel* label : driver.window.findChildren<QLabel*>())
        if (label->parentWidget()->objectName() == "status") all += label->text() + "|";
    return all;
}

}  // namespace

TEST(Passes, ChipsCanBeReadInLightAndDarkAndHaveSignsBesidesTheirColours) {
    for (bool dark : {false, true}) {
        setDark(dark);
        std::set<QString> signs;
        for (int state = 0; state <= int(NameState::missing); ++state) {
            const NameLook look = nameLook(NameState(state));
            EXPECT_GE(contrast(look.ink, look.ground), 4.5)
                << nameStateWord(NameState(state)) << (dark ? " dark" : " light");
            if (isWrong(NameState(state))) EXPECT_FALSE(look.sign.isEmpty()) << nameStateWord(NameState(state));
            signs.insert(look.sign);
        }
        EXPECT_GE(signs.size(), 6u) << "the states differ in more than colour";
    }
    setDark(false);
    EXPECT_GE(contrast(QColor("#2F6B66"), Qt::white), 4.5) << "the numbers of the route";
    EXPECT_GE(contrast(QColor("#B4632B"), Qt::white), 4.0) << "and the one that is selected, in bold";
}

TEST(Passes, WhatNeedsNoNameIsCalledByItsWording) {
    Driver driver(jotted("Boat name: text 30\n### Lift\nHull: text 9\n###\n---\n"));
    const Id label = labelOf(driver.form(), driver.at("txtBoatName").id)->id;
    driver.desk().select({label});
    EXPECT_TRUE(status(driver).contains("Label “Boat name”")) << status(driver).toStdString();
    auto* name = static_cast<QLineEdit*>(driver.window.details().editorNamed("name"));
    EXPECT_EQ(name->text(), "");
    EXPECT_EQ(name->placeholderText(), "needs none");
    name->setFocus();
    driver.type("lblBoat");
    driver.key(Qt::Key_Return);
    EXPECT_EQ(driver.form().find(label)->name, "lblBoat");
    EXPECT_TRUE(status(driver).contains("Label “lblBoat”"));
    for (Id id : allIds(driver.form()))
        if (driver.form().find(id)->kind == Kind::line) driver.desk().select({id});
    EXPECT_TRUE(status(driver).startsWith("Line|")) << status(driver).toStdString();
}

TEST(Passes, UndoAndRedoWorkInThemAndFindStaysThere) {
    Driver driver(jotted("A: text 5\nB: text 5\n"));
    driver.window.setPass(Pass::order);
    driver.desk().edit(stopShifted(driver.form(), driver.at("txtB").id, -1), "Earlier in the route");
    EXPECT_TRUE(driver.window.command("undo")->isEnabled());
    driver.command("undo");
    EXPECT_EQ(stopsOf(driver.form()).front(), driver.at("txtA").id);
    driver.command("redo");
    EXPECT_EQ(stopsOf(driver.form()).front(), driver.at("txtB").id);
    EXPECT_FALSE(driver.window.command("duplicate")->isEnabled()) << "the layout is not changed here";
    EXPECT_FALSE(driver.window.command("takeNames")->isEnabled());
    driver.command("find");
    driver.type("text box txtA");
    driver.key(Qt::Key_Return);
    EXPECT_EQ(driver.desk().pass(), Pass::order);
    EXPECT_EQ(driver.desk().lead(), driver.at("txtA").id);
    driver.command("find");
    driver.type("scheme: data col");
    driver.key(Qt::Key_Return);
    EXPECT_EQ(driver.desk().pass(), Pass::name);
    ASSERT_TRUE(driver.desk().proposal().has_value());
    driver.key(Qt::Key_Return);
    EXPECT_EQ(driver.at("a").kind, Kind::textBox);
}

TEST(Passes, ANameBeingTypedIsKeptWhenThePassIsLeftAndAProposalIsNot) {
    Driver driver(jotted("Boat name: text 30\nHull: text 9\n"));
    driver.window.setPass(Pass::name);
    driver.window.part<NameLayer>().startNaming(driver.sheet(), driver.at("txtBoatName").id);
    driver.type("txtVessel");
    driver.window.setPass(Pass::order);
    EXPECT_NE(driver.form().named("txtVessel"), nullptr);
    EXPECT_EQ(driver.sheet().findChild<QLineEdit*>("naming", Qt::FindDirectChildrenOnly) &&
                  driver.sheet().findChild<QLineEdit*>("naming", Qt::FindDirectChildrenOnly)->isVisible(),
              false);
    driver.command("scheme-constants");
    EXPECT_TRUE(driver.desk().proposal().has_value());
    driver.window.setPass(Pass::tryOut);
    EXPECT_FALSE(driver.desk().proposal().has_value());
    driver.window.setPass(Pass::name);
    EXPECT_NE(driver.form().named("txtVessel"), nullptr) << "nothing was taken";
    // Pressing on the sheet leaves a proposal as well.
    driver.command("scheme-constants");
    driver.click(driver.on("txtHull"));
    EXPECT_FALSE(driver.desk().proposal().has_value());
}

TEST(Passes, SeveralNamesAreTakenAtOnce) {
    Form form = jotted("Boat name: text 30\nHull: text 9\nBerth: text 4\n");
    for (const auto& [from, to] : {std::pair("txtBoatName", "a"), {"txtHull", "b"}, {"txtBerth", "c"}})
        form = renamed(form, named(form, from).id, to);
    Driver driver(form);
    driver.window.setPass(Pass::name);
    auto chip = [&](const char* name) {
        for (const auto& c : driver.window.part<NameLayer>().chips(driver.sheet(), driver.form()))
            if (c.id == driver.at(name).id) return c.place.center().toPoint();
        return QPoint();
    };
    driver.click(chip("a"));
    driver.click(chip("c"), Qt::ControlModifier);
    EXPECT_EQ(driver.window.part<NamePanel>().findChild<QPushButton*>("takeNames")->text(),
              "Use the scheme for 2 names");
    driver.command("takeNames");
    EXPECT_NE(driver.form().named("txtBoatName"), nullptr);
    EXPECT_NE(driver.form().named("txtBerth"), nullptr);
    EXPECT_NE(driver.form().named("b"), nullptr);
    driver.click(chip("b"), Qt::ControlModifier);
    driver.click(chip("b"), Qt::ControlModifier);
    EXPECT_EQ(driver.desk().selection().size(), 2u) << "pressed twice it is as before";
}

TEST(Passes, WhatIsPointedAtIsSaid) {
    Form form = jotted("Boat name: text 30\nHull: text 9\n");
    form = renamed(form, named(form, "txtHull").id, "hull");
    form = withProperty(form, {named(form, "hull").id}, Prop::tabStop, false);
    form = withKeySet(form, named(form, "txtBoatName").id, "B");
    Driver driver(form);
    driver.window.setPass(Pass::name);
    EXPECT_EQ(driver.window.part<NameLayer>().tip(driver.sheet(), driver.on("hull")),
              "Hull: breaks the scheme. The scheme has “txt” before the name of a text box.");
    EXPECT_EQ(driver.window.part<NameLayer>().tip(driver.sheet(), QPointF(2, 2)), "");
    driver.window.setPass(Pass::order);
    EXPECT_EQ(driver.window.part<OrderLayer>().tip(driver.sheet(), driver.on("txtBoatName")),
              "Boat name, stop 1, Alt+B");
    EXPECT_EQ(driver.window.part<OrderLayer>().tip(driver.sheet(), driver.on("hull")), "Hull, skipped: skipped");
}

TEST(Passes, TheDetailsOfLayOutSetKeysAndTheStart) {
    Driver driver(jotted("Boat name: text 30\nHull: text 9\n"));
    driver.desk().select({driver.at("txtHull").id});
    driver.window.details().reveal(Prop::accessKey);
    driver.type("l");
    driver.key(Qt::Key_Return);
    const Control* label = labelOf(driver.form(), driver.at("txtHull").id);
    EXPECT_EQ(label->text(Prop::accessKey), "L") << "the label carries the key of its field";
    EXPECT_TRUE(label->yes(Prop::keepsKey));
    driver.desk().select({});
    auto* starts = qobject_cast<QComboBox*>(driver.window.details().editorOf(Prop::startsIn));
    ASSERT_NE(starts, nullptr);
    EXPECT_EQ(starts->itemText(0), "the first stop");
    const int at = starts->findText("txtHull");
    ASSERT_GT(at, 0);
    starts->setCurrentIndex(at);
    emit starts->activated(at);
    EXPECT_EQ(firstStop(driver.form()), driver.at("txtHull").id);
}

TEST(Passes, OnlyStopsAreLaidAndNothingIsLaidWhileKeysAreShown) {
    Driver driver(jotted("A: text 5\n### Frame\nB: text 5\n###\nC: text 5\n"));
    driver.window.setPass(Pass::order);
    const Form before = driver.form();
    driver.command("layByClicks");
    driver.click(driver.on("txtA"));
    driver.click(driver.sheet().placeOf(driver.at("Frame").id).bottomRight().toPoint() - QPoint(20, 4));
    EXPECT_EQ(driver.window.findChild<QLabel*>("said")->text(), "The Tab key does not stop at a frame.");
    driver.key(Qt::Key_Escape);
    driver.command("showKeys");
    driver.drag(driver.on("txtC"), driver.on("txtA"));
    EXPECT_TRUE(sameContent(driver.form(), before));
    driver.click(QPoint(3, 3));
    EXPECT_TRUE(driver.desk().selection().empty());
}

TEST(Passes, ASmallWindowHoldsTheNamesAndTheirStrip) {
    Driver driver(demo("lift-out-booking"), {1024, 700});
    driver.window.setPass(Pass::name);
    Driver::settle();
    NamePanel& panel = driver.window.part<NamePanel>();
    EXPECT_LE(panel.width(), 340);
    EXPECT_TRUE(panel.table()->isColumnHidden(NameList::used));
    for (QPushButton* button : driver.window.part<NameStrip>().findChildren<QPushButton*>())
        EXPECT_GE(button->width(), button->sizeHint().width()) << button->text().toStdString();
    EXPECT_GE(driver.sheet().zoom(), 0.6) << "and leaves room for the form";
    driver.window.resize(1280, 800);
    Driver::settle();
    EXPECT_FALSE(panel.table()->isColumnHidden(NameList::used));
}

TEST(Passes, ARowThatAFillerAddsComesInTheRoute) {
    Form form = jotted("Name: text 9\nItems: table [Work, Hours] 1\nNote: text 9\n");
    form = withProperty(form, {named(form, "tblItems").id}, Prop::rowsMost, 3.0);
    FillerHands f(form);
    ASSERT_TRUE(f.session.addRow(f.id("tblItems")));
    f.view.refresh();
    f.view.begin();
    Driver::settle();
    const auto names = f.tabbed(6);
    EXPECT_EQ(names.front(), "txtName");
    EXPECT_EQ(names.back(), "txtNote");
    EXPECT_EQ(std::set<std::string>(names.begin(), names.end()).size(), 6u) << "four cells between them";
}
