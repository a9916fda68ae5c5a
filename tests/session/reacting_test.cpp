// Rules of a form that is being filled: every event, every step, and what happens when they set off each other.
#include "core/edit/edits.h"
#include "tests/session/session_support.h"

using namespace brindel;
using namespace brindel::test;

namespace {

const char* const rows =
    "Boat: text 4\nLength: number .1 m\nMast: check\nFrom: date\nHull: combo [GRP, Steel]\nJobs: ticks [Wash, Scrape] "
    "0..1\n### Rig\n"
    "Height: number\n###\nNote: text 40\n[Go] [Save]* [Cancel]\n";

struct Ruled {
    Form form = jotted(rows);
    Id of(const std::string& name) const { return name.empty() ? rootId : named(form, name).id; }
    Id rig() const { return form.find(of("numHeight"))->parent; }
    /// A rule on a control, the form where it has no name.
    Ruled& when(const std::string& name, Event event, std::vector<Step> steps, const std::string& condition = {},
                const std::string& key = {}) {
        Rules all = form.find(of(name))->rules;
        all.push_back({event, key, condition, std::move(steps)});
        form = withRules(form, of(name), all);
        return *this;
    }
    FormSession session() const { return {form, today}; }
};
Step set(Id on, const std::string& with) {
    return {Action::set, on, with};
}
Step say(const std::string& with) {
    return {Action::say, noControl, with};
}
std::string held(const FormSession& s, const std::string& name) {
    return s.shown(id(s, name)).text;
}

}  // namespace

TEST(Reacting, EveryEventAsksItsRules) {
    Ruled r;
    const Id note = r.of("txtNote");
    auto mark = [&](const std::string& word) { return std::vector<Step>{set(note, "txtNote & \"" + word + " \"")}; };
    r.when("", Event::opens, mark("opens"));
    r.when("", Event::closes, mark("closes"));
    r.when("btnGo", Event::pressed, mark("pressed")).when("btnGo", Event::doublePressed, mark("twice"));
    r.when("numLength", Event::changed, mark("changed")).when("numLength", Event::entered, mark("entered"));
    r.when("numLength", Event::left, mark("left")).when("numLength", Event::key, mark("key"), {}, "F4");
    r.when("txtBoat", Event::complete, mark("complete"));
    r.when("chkMast", Event::ticked, mark("on")).when("chkMast", Event::unticked, mark("off"));
    FormSession s = r.session();
    auto said = [&] {
        const std::string text = held(s, "txtNote");
        s.type(note, "");
        return text;
    };
    EXPECT_EQ(said(), "") << "nothing before it opens";
    s.opened();
    EXPECT_EQ(said(), "opens ");
    s.press(r.of("btnGo"));
    EXPECT_EQ(said(), "pressed ");
    s.pressTwice(r.of("btnGo"));
    EXPECT_EQ(said(), "twice ");
    s.enterField(r.of("numLength"));
    s.type(r.of("numLength"), "8");
    s.type(r.of("numLength"), "8");
    EXPECT_TRUE(s.key(r.of("numLength"), "F4"));
    EXPECT_FALSE(s.key(r.of("numLength"), "F5"));
    s.leave(r.of("numLength"));
    EXPECT_EQ(said(), "entered changed key left ") << "the same value is no change";
    s.type(r.of("txtBoat"), "Ald");
    EXPECT_EQ(said(), "");
    s.type(r.of("txtBoat"), "Alde");
    EXPECT_EQ(said(), "complete ");
    s.tick(r.of("chkMast"), true);
    s.tick(r.of("chkMast"), false);
    EXPECT_EQ(said(), "on off ");
    EXPECT_EQ(s.close().then, Outcome::Then::stay) << "a rule for closing decides whether it closes";
    EXPECT_EQ(said(), "closes ");
}

TEST(Reacting, EveryStepIsDone) {
    Ruled r;
    const Id go = r.of("btnGo"), rig = r.rig(), length = r.of("numLength");
    auto pressed = [&](std::vector<Step> steps) {
        Ruled with = r;
        with.when("btnGo", Event::pressed, std::move(steps));
        FormSession s = with.session();
        s.type(length, "9");
        const Outcome outcome = s.press(go);
        return std::pair(std::move(s), outcome);
    };
    EXPECT_FALSE(pressed({{Action::hide, rig}}).first.visible(rig));
    EXPECT_TRUE(pressed({{Action::hide, rig}, {Action::show, rig}}).first.visible(rig));
    EXPECT_FALSE(pressed({{Action::turnOver, rig}}).first.visible(rig));
    EXPECT_FALSE(pressed({{Action::disable, rig}}).first.enabled(rig));
    EXPECT_TRUE(pressed({{Action::disable, rig}, {Action::enable, rig}}).first.enabled(rig));
    EXPECT_EQ(held(pressed({set(r.of("txtNote"), "\"L \" & numLength")}).first, "txtNote"), "L 9");
    EXPECT_EQ(held(pressed({{Action::clear, length}}).first, "numLength"), "");
    EXPECT_EQ(held(pressed({{Action::clear, rootId}}).first, "numLength"), "");
    EXPECT_EQ(pressed({{Action::cursor, r.of("numHeight")}}).second.cursor, r.of("numHeight"));
    EXPECT_EQ(pressed({say("\"Length \" & numLength")}).second.says, (std::vector<std::string>{"Length 9"}));
    EXPECT_EQ(pressed({{Action::accept}}).second.then, Outcome::Then::accepted);
    EXPECT_EQ(pressed({{Action::leave}}).second.then, Outcome::Then::left);
    EXPECT_EQ(pressed({{Action::putAway}}).second.then, Outcome::Then::putAway);
    const auto next = pressed({{Action::acceptAndGoOn}});
    EXPECT_EQ(next.second.then, Outcome::Then::goesOn);
    EXPECT_NE(next.second.reply.find("\"numLength\": 9"), std::string::npos);
    EXPECT_EQ(held(next.first, "numLength"), "") << "cleared for the next";
    EXPECT_EQ(pressed({{Action::tell, noControl, "\"lifted\""}}).second.tells, (std::vector<std::string>{"lifted"}));
    EXPECT_EQ(pressed({{Action::address, noControl, "\"https://wharf.example\""}}).second.offers,
              (std::vector<Offer>{{false, "https://wharf.example"}}));
    EXPECT_EQ(pressed({{Action::letter, noControl, "\"yard@wharf.example\""}}).second.offers,
              (std::vector<Offer>{{true, "yard@wharf.example"}}));
    // Nothing else is done once the form goes.
    EXPECT_TRUE(pressed({{Action::leave}, say("\"still here\"")}).second.says.empty());
    // A step on what is gone is passed over.
    EXPECT_EQ(pressed({{Action::hide, 999}, say("\"on\"")}).second.says.size(), 1u);
}

TEST(Reacting, PagesAndRows) {
    Form form = jotted(
        "# Lift\n## Boat\nBoat: text 9\n[Next]\n## Owner\nOwner: text 9\nLength: number\n## Work\nJob: text 9\n");
    const Id next = named(form, "btnNext").id;
    const Id owner = form.find(named(form, "txtOwner").id)->parent;
    const Id work = form.find(named(form, "txtJob").id)->parent;
    form = withRules(form, next, {{Event::pressed, "", "numLength > 12", {{Action::turn, work}}}});
    FormSession s(form, today);
    const Id tabs = form.find(owner)->parent;
    EXPECT_EQ(s.press(next).cursor, named(form, "txtOwner").id) << "where no rule holds, its role acts";
    EXPECT_EQ(shownPage(*s.form().find(tabs), s.turned()), owner);
    s.turn(tabs, s.form().find(tabs)->children[0]);
    s.type(named(form, "numLength").id, "14");
    EXPECT_EQ(s.press(next).cursor, named(form, "txtJob").id);
    EXPECT_EQ(shownPage(*s.form().find(tabs), s.turned()), work);

    Form table = jotted("Work: table [2=Item, Price] 1\n[More] [Less]\n", Kind::document);
    const Id more = named(table, "btnMore").id, less = named(table, "btnLess").id;
    const Id grid = spotOf(table, named(table, "numPrice1").id)->table->id;
    table = withProperty(table, {grid}, Prop::rowsMost, 2.0);
    table = withRules(table, more, {{Event::pressed, "", "", {{Action::addRow, grid}}}});
    table = withRules(table, less, {{Event::pressed, "", "", {{Action::removeRow, grid}}}});
    FormSession t(table, today);
    t.press(more);
    EXPECT_EQ(t.form().find(grid)->number(Prop::rows), 2);
    t.press(more);
    EXPECT_EQ(t.form().find(grid)->number(Prop::rows), 2) << "no more than the form lets fillers add";
    t.press(less);
    t.press(less);
    EXPECT_EQ(t.form().find(grid)->number(Prop::rows), 1);
}

TEST(Reacting, AQuestionGoesOnWithItsAnswer) {
    Ruled r;
    const Step ask{Action::ask, noControl, "\"Leave without a reply?\"", {{Action::leave}}, {say("\"Good.\"")}};
    r.when("", Event::closes, {ask}, "NOT(ISBLANK(numLength))");
    FormSession s = r.session();
    EXPECT_EQ(s.escape().then, Outcome::Then::left) << "nothing was filled in";
    s.type(r.of("numLength"), "3");
    Outcome outcome = s.escape();
    EXPECT_EQ(outcome.then, Outcome::Then::stay);
    EXPECT_EQ(outcome.asks, "Leave without a reply?");
    EXPECT_TRUE(s.asking());
    EXPECT_TRUE(s.press(r.of("btnGo")).nothing()) << "the question comes first";
    outcome = s.answered(false);
    EXPECT_EQ(outcome.then, Outcome::Then::stay);
    EXPECT_EQ(outcome.says, (std::vector<std::string>{"Good."}));
    s.press(r.of("btnCancel"));
    EXPECT_EQ(s.answered(true).then, Outcome::Then::left);
    EXPECT_TRUE(s.answered(true).nothing()) << "nothing is asked any more";
}

TEST(Reacting, RulesThatSetOffThemselvesAreStoppedAndTold) {
    Ruled r;
    const Id length = r.of("numLength");
    r.when("numLength", Event::changed, {set(length, "numLength + 1")});
    FormSession s = r.session();
    s.type(length, "1");
    EXPECT_EQ(held(s, "numLength"), "1001.0") << "so many steps and no more";
    ASSERT_FALSE(s.happened().empty());
    EXPECT_TRUE(s.happened().back().stopped);
    EXPECT_EQ(s.happened().back().at, length);
    // And the form goes on.
    s.type(r.of("txtBoat"), "Alde");
    EXPECT_EQ(held(s, "txtBoat"), "Alde");
}

TEST(Reacting, WhatHappenedIsAList) {
    Ruled r;
    r.when("chkMast", Event::ticked, {set(r.of("numHeight"), "14"), {Action::cursor, r.of("numHeight")}});
    r.when("numHeight", Event::changed, {say("\"High\"")}, "numHeight > 12");
    FormSession s = r.session();
    s.tick(r.of("chkMast"), true);
    std::vector<std::string> told;
    for (const Happened& one : s.happened())
        told.push_back(s.form().find(one.at)->name +
                       (one.does ? " " + std::string(row(*one.does).key) + " " + one.with : ""));
    EXPECT_EQ(told, (std::vector<std::string>{"chkMast", "chkMast set 14", "chkMast cursor ", "numHeight",
                                              "numHeight say High"}));
    const Outcome reaction = s.takeReaction();
    EXPECT_EQ(reaction.cursor, r.of("numHeight"));
    EXPECT_EQ(reaction.says.size(), 1u);
    EXPECT_TRUE(s.takeReaction().nothing());
}

TEST(Reacting, AllConditionsAreAskedBeforeAnyStep) {
    Ruled r;
    const Id length = r.of("numLength");
    r.when("btnGo", Event::pressed, {set(length, "20")}, "numLength < 10");
    r.when("btnGo", Event::pressed, {set(r.of("txtNote"), "\"large\"")}, "numLength >= 10");
    r.when("btnGo", Event::pressed, {set(r.of("txtNote"), "\"off\"")});
    r.form = changed(r.form, r.of("btnGo"), [](Control& c) { c.rules[2].off = true; });
    FormSession s = r.session();
    s.press(r.of("btnGo"));
    EXPECT_EQ(held(s, "numLength"), "20.0");
    EXPECT_EQ(held(s, "txtNote"), "");
    s.press(r.of("btnGo"));
    EXPECT_EQ(held(s, "txtNote"), "large");
}

TEST(Reacting, WhatLeavingAFieldSetsOffGoesAlongWithEnter) {
    Ruled r;
    r.when("numLength", Event::left, {{Action::tell, noControl, "\"left\""}, say("\"Noted.\"")});
    FormSession s = r.session();
    s.type(r.of("numLength"), "4");
    const Outcome outcome = s.enter(r.of("numLength"));
    EXPECT_EQ(outcome.then, Outcome::Then::accepted);
    EXPECT_EQ(outcome.tells, (std::vector<std::string>{"left"}));
    EXPECT_EQ(outcome.says, (std::vector<std::string>{"Noted."}));
    Ruled goes;
    goes.when("numLength", Event::left, {{Action::leave}});
    FormSession g = goes.session();
    EXPECT_EQ(g.enter(goes.of("numLength")).then, Outcome::Then::left) << "nothing is accepted behind that";
}

TEST(Reacting, AReplyThatIsTakenUpSaysNothing) {
    Ruled r;
    r.when("chkMast", Event::ticked,
           {{Action::show, r.rig()}, say("\"Mind the mast.\""), {Action::ask, noControl, "\"Sure?\""}});
    r.form = withProperty(r.form, {r.rig()}, Prop::visible, false);
    FormSession s = r.session();
    EXPECT_TRUE(s.take({"", 1, {{"chkMast", true}, {"numLength", 4.0}}}).empty());
    EXPECT_TRUE(s.visible(r.rig()));
    EXPECT_FALSE(s.asking());
    EXPECT_TRUE(s.takeReaction().nothing());
}

TEST(Reacting, AConditionThatCannotBeReadHoldsNever) {
    Ruled r;
    r.when("btnGo", Event::pressed, {say("\"a\"")}, "numLength >")
        .when("btnGo", Event::pressed, {say("\"b\"")}, "numNothing = 1");
    r.when("btnGo", Event::pressed, {say("numLength +")});
    FormSession s = r.session();
    EXPECT_EQ(s.press(r.of("btnGo")).says, (std::vector<std::string>{"#NAME?"}));
}
