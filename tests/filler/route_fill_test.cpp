// What Order lays is obeyed where forms are filled: route, first control, keys.
#include "core/edit/renaming.h"
#include "core/edit/routing.h"
#include "core/order/access_keys.h"
#include "core/order/route.h"
#include "filler/choice_field.h"
#include "tests/filler/filling.h"

using namespace brindel;
using namespace brindel::test;

TEST(OrderObeyed, TheTabKeyGoesAlongTheRouteThatWasLaid) {
    Form form = jotted(
        "A: text 5\nJobs: group [Wash, Scrape] several\nB: number 1..9\nHull: combo [GRP, Other…]\nC: date\n[Cancel] "
        "[Save]*\n");
    Ids laid;
    for (const char* name : {"btnSave", "dtmC", "cboHull", "numB", "chgJobs", "txtA", "btnCancel"})
        laid.push_back(named(form, name).id);
    FillerHands f(routedAs(form, laid));
    // The ticks of a group are stops one after the other.
    EXPECT_EQ(f.tabbed(8), (std::vector<std::string>{"btnSave", "dtmC", "cboHull", "numB", "chgJobs", "chgJobs", "txtA",
                                                     "btnCancel"}));
}

TEST(OrderObeyed, WhatIsSkippedIsPassedByButCanBeClicked) {
    Form form = jotted("A: text 5\nB: text 5\nJobs: group [Wash, Scrape]\nC: text 5\n");
    form = withProperty(form, {named(form, "txtB").id, named(form, "chgJobs").id}, Prop::tabStop, false);
    FillerHands f(form);
    EXPECT_EQ(f.tabbed(3), (std::vector<std::string>{"txtA", "txtC", "txtA"}));
    QTest::mouseClick(f.view.widgetOf(f.id("txtB")), Qt::LeftButton);
    settle();
    EXPECT_EQ(f.focused(), "txtB");
}

TEST(OrderObeyed, TheFormStartsWhereItSaysAndEscapePressesItsButton) {
    Form form = jotted("A: text 5\nB: text 5\n[Cancel] [Save]*\n");
    FillerHands f(startingIn(form, named(form, "txtB").id));
    EXPECT_EQ(f.focused(), "txtB");
    QSignalSpy left(&f.view, &FormToFill::left), accepted(&f.view, &FormToFill::accepted);
    f.key(Qt::Key_Escape);
    EXPECT_EQ(left.count(), 1);
    f.key(Qt::Key_Return);
    EXPECT_EQ(accepted.count(), 1);
}

TEST(OrderObeyed, AccessKeysGoToTheFieldsOfTheirLabels) {
    Form form =
        withKeysChosen(jotted("## Vessel\nBoat name: text 9\nHull: group [GRP, Steel]\nMast is stepped: check\n## "
                              "Owner\nFull name: text 9\n[Go]*\n"));
    FillerHands f(form);
    auto press = [&](const char* name) {
        const std::string key = keyTo(f.session.form(), *f.session.form().find(f.id(name)));
        ASSERT_EQ(key.size(), 1u) << name;
        f.key(Qt::Key(key[0]), Qt::AltModifier);
    };
    press("chkMastIsStepped");
    // A tick shows that it is pressed before it turns.
    EXPECT_TRUE(QTest::qWaitFor([&] { return f.session.shown(f.id("chkMastIsStepped")).on; }));
    press("txtBoatName");
    EXPECT_EQ(f.focused(), "txtBoatName");
    press("chgHull");
    EXPECT_EQ(f.focused(), "chgHull");
    const std::string owner = named(f.session.form(), "tabOwner").text(Prop::accessKey);
    f.key(Qt::Key(owner[0]), Qt::AltModifier);
    EXPECT_EQ(f.session.turned().at(named(f.session.form(), "tabOwner").parent), f.id("tabOwner"));
    press("txtFullName");
    EXPECT_EQ(f.focused(), "txtFullName");
    // A page that is behind has no keys: the same letter may go elsewhere there.
    press("txtBoatName");
    EXPECT_EQ(f.focused(), "txtFullName");
}

TEST(OrderObeyed, OnPaperKeysWorkTooAndAGroupWithAQuestionHasOne) {
    Form form = withKeysChosen(jotted("Boat name: text 9\nI agree: check\nHull: group [GRP, Steel]\n", Kind::document));
    FillerHands f(form);
    for (const KeyBearer& b : keyBearers(form)) {
        f.key(Qt::Key(b.key[0]), Qt::AltModifier);
        EXPECT_EQ(f.focused(), form.find(b.to)->name);
    }
    EXPECT_TRUE(f.session.shown(f.id("chkAgree")).on);
    // A group that carries its question itself.
    Form dialog = newForm(Kind::dialog);
    Control group = freshControl(Kind::choiceGroup);
    group.set(Prop::text, std::string("Hull"));
    group.box = {10, 40, 200, 80};
    Control text = freshControl(Kind::textBox);
    text.box = {10, 10, 200, 26};
    text.name = "txtFirst";
    dialog = placed(placed(dialog, rootId, text).form, rootId, group).form;
    FillerHands g(withKeysChosen(dialog));
    EXPECT_EQ(g.focused(), "txtFirst");
    g.key(Qt::Key_H, Qt::AltModifier);
    EXPECT_EQ(g.focused(), "chgHull");
}

TEST(OrderObeyed, NamesWithDotsMakeGroupsInTheReply) {
    Form form = jotted("Name: text 9\nPhone: text 9\nHull: text 9\n");
    form =
        withNames(form, {{named(form, "txtName").id, "owner.name"}, {named(form, "txtPhone").id, "owner.home.phone"}});
    FormSession session(form, fillingDay);
    session.type(named(form, "owner.name").id, "Ines");
    session.type(named(form, "owner.home.phone").id, "0555 01");
    const std::string reply = session.reply("2026-04-01T10:00:00+00:00");
    EXPECT_NE(reply.find("\"owner\": {\n      \"name\": \"Ines\",\n      \"home\": {\n        \"phone\": \"0555 01\"\n "
                         "     }\n    }"),
              std::string::npos)
        << reply;
    const Answers back = readAnswers(reply).value();
    EXPECT_EQ(std::get<std::string>(back.at("owner.home.phone")), "0555 01");
    FormSession again(form, fillingDay);
    for (const auto& [name, answer] : back) EXPECT_TRUE(again.put(name, answer).has_value()) << name;
    EXPECT_EQ(again.reply("2026-04-01T10:00:00+00:00"), reply);
}
