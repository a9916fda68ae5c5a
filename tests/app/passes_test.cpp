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

QString status(Hands& hands) {
    QString all;
    for (QLabel* label : hands.window.findChildren<QLabel*>())
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
    Hands hands(jotted("Boat name: text 30\n### Lift\nHull: text 9\n###\n---\n"));
    const Id label = labelOf(hands.form(), hands.at("txtBoatName").id)->id;
    hands.desk().select({label});
    EXPECT_TRUE(status(hands).contains("Label “Boat name”")) << status(hands).toStdString();
    auto* name = static_cast<QLineEdit*>(hands.window.details().editorNamed("name"));
    EXPECT_EQ(name->text(), "");
    EXPECT_EQ(name->placeholderText(), "needs none");
    name->setFocus();
    hands.type("lblBoat");
    hands.key(Qt::Key_Return);
    EXPECT_EQ(hands.form().find(label)->name, "lblBoat");
    EXPECT_TRUE(status(hands).contains("Label “lblBoat”"));
    for (Id id : allIds(hands.form()))
        if (hands.form().find(id)->kind == Kind::line) hands.desk().select({id});
    EXPECT_TRUE(status(hands).startsWith("Line|")) << status(hands).toStdString();
}

TEST(Passes, UndoAndRedoWorkInThemAndFindStaysThere) {
    Hands hands(jotted("A: text 5\nB: text 5\n"));
    hands.window.setPass(Pass::order);
    hands.desk().edit(stopShifted(hands.form(), hands.at("txtB").id, -1), "Earlier in the route");
    EXPECT_TRUE(hands.window.command("undo")->isEnabled());
    hands.command("undo");
    EXPECT_EQ(stopsOf(hands.form()).front(), hands.at("txtA").id);
    hands.command("redo");
    EXPECT_EQ(stopsOf(hands.form()).front(), hands.at("txtB").id);
    EXPECT_FALSE(hands.window.command("duplicate")->isEnabled()) << "the layout is not changed here";
    EXPECT_FALSE(hands.window.command("takeNames")->isEnabled());
    hands.command("find");
    hands.type("text box txtA");
    hands.key(Qt::Key_Return);
    EXPECT_EQ(hands.desk().pass(), Pass::order);
    EXPECT_EQ(hands.desk().lead(), hands.at("txtA").id);
    hands.command("find");
    hands.type("scheme: data col");
    hands.key(Qt::Key_Return);
    EXPECT_EQ(hands.desk().pass(), Pass::name);
    ASSERT_TRUE(hands.desk().proposal().has_value());
    hands.key(Qt::Key_Return);
    EXPECT_EQ(hands.at("a").kind, Kind::textBox);
}

TEST(Passes, ANameBeingTypedIsKeptWhenThePassIsLeftAndAProposalIsNot) {
    Hands hands(jotted("Boat name: text 30\nHull: text 9\n"));
    hands.window.setPass(Pass::name);
    hands.window.part<NameLayer>().startNaming(hands.sheet(), hands.at("txtBoatName").id);
    hands.type("txtVessel");
    hands.window.setPass(Pass::order);
    EXPECT_NE(hands.form().named("txtVessel"), nullptr);
    EXPECT_EQ(hands.sheet().findChild<QLineEdit*>("naming", Qt::FindDirectChildrenOnly) &&
                  hands.sheet().findChild<QLineEdit*>("naming", Qt::FindDirectChildrenOnly)->isVisible(),
              false);
    hands.command("scheme-constants");
    EXPECT_TRUE(hands.desk().proposal().has_value());
    hands.window.setPass(Pass::tryOut);
    EXPECT_FALSE(hands.desk().proposal().has_value());
    hands.window.setPass(Pass::name);
    EXPECT_NE(hands.form().named("txtVessel"), nullptr) << "nothing was taken";
    // Pressing on the sheet leaves a proposal as well.
    hands.command("scheme-constants");
    hands.click(hands.on("txtHull"));
    EXPECT_FALSE(hands.desk().proposal().has_value());
}

TEST(Passes, SeveralNamesAreTakenAtOnce) {
    Form form = jotted("Boat name: text 30\nHull: text 9\nBerth: text 4\n");
    for (const auto& [from, to] : {std::pair("txtBoatName", "a"), {"txtHull", "b"}, {"txtBerth", "c"}})
        form = renamed(form, named(form, from).id, to);
    Hands hands(form);
    hands.window.setPass(Pass::name);
    auto chip = [&](const char* name) {
        for (const auto& c : hands.window.part<NameLayer>().chips(hands.sheet(), hands.form()))
            if (c.id == hands.at(name).id) return c.place.center().toPoint();
        return QPoint();
    };
    hands.click(chip("a"));
    hands.click(chip("c"), Qt::ControlModifier);
    EXPECT_EQ(hands.window.part<NamePanel>().findChild<QPushButton*>("takeNames")->text(),
              "Use the scheme for 2 names");
    hands.command("takeNames");
    EXPECT_NE(hands.form().named("txtBoatName"), nullptr);
    EXPECT_NE(hands.form().named("txtBerth"), nullptr);
    EXPECT_NE(hands.form().named("b"), nullptr);
    hands.click(chip("b"), Qt::ControlModifier);
    hands.click(chip("b"), Qt::ControlModifier);
    EXPECT_EQ(hands.desk().selection().size(), 2u) << "pressed twice it is as before";
}

TEST(Passes, WhatIsPointedAtIsSaid) {
    Form form = jotted("Boat name: text 30\nHull: text 9\n");
    form = renamed(form, named(form, "txtHull").id, "hull");
    form = withProperty(form, {named(form, "hull").id}, Prop::tabStop, false);
    form = withKeySet(form, named(form, "txtBoatName").id, "B");
    Hands hands(form);
    hands.window.setPass(Pass::name);
    EXPECT_EQ(hands.window.part<NameLayer>().tip(hands.sheet(), hands.on("hull")),
              "Hull: breaks the scheme. The scheme has “txt” before the name of a text box.");
    EXPECT_EQ(hands.window.part<NameLayer>().tip(hands.sheet(), QPointF(2, 2)), "");
    hands.window.setPass(Pass::order);
    EXPECT_EQ(hands.window.part<OrderLayer>().tip(hands.sheet(), hands.on("txtBoatName")), "Boat name, stop 1, Alt+B");
    EXPECT_EQ(hands.window.part<OrderLayer>().tip(hands.sheet(), hands.on("hull")), "Hull, skipped: skipped");
}

TEST(Passes, TheDetailsOfLayOutSetKeysAndTheStart) {
    Hands hands(jotted("Boat name: text 30\nHull: text 9\n"));
    hands.desk().select({hands.at("txtHull").id});
    hands.window.details().reveal(Prop::accessKey);
    hands.type("l");
    hands.key(Qt::Key_Return);
    const Control* label = labelOf(hands.form(), hands.at("txtHull").id);
    EXPECT_EQ(label->text(Prop::accessKey), "L") << "the label carries the key of its field";
    EXPECT_TRUE(label->yes(Prop::keepsKey));
    hands.desk().select({});
    auto* starts = qobject_cast<QComboBox*>(hands.window.details().editorOf(Prop::startsIn));
    ASSERT_NE(starts, nullptr);
    EXPECT_EQ(starts->itemText(0), "the first stop");
    const int at = starts->findText("txtHull");
    ASSERT_GT(at, 0);
    starts->setCurrentIndex(at);
    emit starts->activated(at);
    EXPECT_EQ(firstStop(hands.form()), hands.at("txtHull").id);
}

TEST(Passes, OnlyStopsAreLaidAndNothingIsLaidWhileKeysAreShown) {
    Hands hands(jotted("A: text 5\n### Frame\nB: text 5\n###\nC: text 5\n"));
    hands.window.setPass(Pass::order);
    const Form before = hands.form();
    hands.command("layByClicks");
    hands.click(hands.on("txtA"));
    hands.click(hands.sheet().placeOf(hands.at("Frame").id).bottomRight().toPoint() - QPoint(20, 4));
    EXPECT_EQ(hands.window.findChild<QLabel*>("said")->text(), "The Tab key does not stop at a frame.");
    hands.key(Qt::Key_Escape);
    hands.command("showKeys");
    hands.drag(hands.on("txtC"), hands.on("txtA"));
    EXPECT_TRUE(sameContent(hands.form(), before));
    hands.click(QPoint(3, 3));
    EXPECT_TRUE(hands.desk().selection().empty());
}

TEST(Passes, ASmallWindowHoldsTheNamesAndTheirStrip) {
    Hands hands(demo("lift-out-booking"), {1024, 700});
    hands.window.setPass(Pass::name);
    Hands::settle();
    NamePanel& panel = hands.window.part<NamePanel>();
    EXPECT_LE(panel.width(), 340);
    EXPECT_TRUE(panel.table()->isColumnHidden(NameList::used));
    for (QPushButton* button : hands.window.part<NameStrip>().findChildren<QPushButton*>())
        EXPECT_GE(button->width(), button->sizeHint().width()) << button->text().toStdString();
    EXPECT_GE(hands.sheet().zoom(), 0.6) << "and leaves room for the form";
    hands.window.resize(1280, 800);
    Hands::settle();
    EXPECT_FALSE(panel.table()->isColumnHidden(NameList::used));
}

TEST(Passes, ARowThatAFillerAddsComesInTheRoute) {
    Form form = jotted("Name: text 9\nItems: table [Work, Hours] 1\nNote: text 9\n");
    form = withProperty(form, {named(form, "tblItems").id}, Prop::rowsMost, 3.0);
    FillerHands f(form);
    ASSERT_TRUE(f.session.addRow(f.id("tblItems")));
    f.view.refresh();
    f.view.begin();
    Hands::settle();
    const auto names = f.tabbed(6);
    EXPECT_EQ(names.front(), "txtName");
    EXPECT_EQ(names.back(), "txtNote");
    EXPECT_EQ(std::set<std::string>(names.begin(), names.end()).size(), 6u) << "four cells between them";
}
