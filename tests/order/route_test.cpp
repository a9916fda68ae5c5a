#include "core/order/route.h"

#include <rapidcheck.h>

#include "core/edit/routing.h"
#include "tests/support.h"

using namespace brindel;
using namespace brindel::test;

namespace {

std::string routeOf(const Form& form) {
    std::string text;
    for (Id id : stopsOf(form)) text += (text.empty() ? "" : " ") + form.find(id)->name.substr(3);
    return text;
}

Id at(const Form& form, const char* name) {
    return named(form, name).id;
}

const char* const nested =
    "A: text 5\nB: text 5\n### First\nC: text 5\nD: text 5\n###\n### Second\nE: text 5\nF: text 5\n###\nG: text 5\n";

}  // namespace

TEST(Route, AQuestionIsOneStop) {
    const Form form = jotted("A: text 5\nLift by: radio [Crane, Hoist, Slipway]\nB: text 5\n");
    EXPECT_EQ(tabRoute(form).size(), 5u);
    EXPECT_EQ(stopsOf(form).size(), 3u);
    const auto numbers = stopNumbers(form);
    EXPECT_EQ(numbers.at(at(form, "radHoist")), 2);
    EXPECT_EQ(numbers.at(at(form, "txtB")), 3);
}

TEST(Route, WhatIsPassedBySaysWhy) {
    Form form = jotted("A: text 5\nB: text 5 locked\nC: text 5\n### F\nD: text 5\n###\nE: text 5\n");
    form = withProperty(form, {at(form, "txtC")}, Prop::tabStop, false);
    form = withProperty(form, {at(form, "F")}, Prop::enabled, false);
    form = withProperty(form, {at(form, "txtE")}, Prop::visible, false);
    auto why = [&](const char* name) { return passedBecause(form, named(form, name)); };
    EXPECT_EQ(why("txtA"), "");
    EXPECT_EQ(why("txtB"), "locked");
    EXPECT_EQ(why("txtC"), "skipped");
    EXPECT_EQ(why("txtD"), "in what is disabled");
    EXPECT_EQ(why("txtE"), "hidden");
    EXPECT_EQ(why("F"), "") << "a frame is never a stop";
}

TEST(Route, TheFormSaysWhereItStartsAndWhichButtonsAreDefault) {
    Form form = jotted("## One\nA: text 5\nB: text 5\n## Two\nC: text 5\n[Cancel] [Clear] [Save]*\n");
    EXPECT_EQ(firstStop(form), at(form, "txtA")) << "not the tabs";
    form = startingIn(form, at(form, "txtB"));
    EXPECT_EQ(firstStop(form), at(form, "txtB"));
    EXPECT_EQ(firstStop(withProperty(form, {at(form, "txtB")}, Prop::tabStop, false)), at(form, "txtA"));
    EXPECT_EQ(removed(form, {at(form, "txtB")}).root().reference(Prop::startsIn), noControl);
    EXPECT_EQ(firstStop(newForm(Kind::dialog)), noControl);
    EXPECT_EQ(buttonPressed(form, ButtonRole::accept), at(form, "btnSave"));
    form = pressing(form, ButtonRole::accept, at(form, "btnClear"));
    EXPECT_EQ(buttonPressed(form, ButtonRole::accept), at(form, "btnClear"));
    EXPECT_EQ(named(form, "btnSave").text(Prop::buttonRole), "other");
    form = pressing(form, ButtonRole::cancel, noControl);
    EXPECT_EQ(buttonPressed(form, ButtonRole::cancel), noControl);
    const auto kept = readForm(formText(form));
    EXPECT_EQ(kept->form.root().reference(Prop::startsIn), form.root().reference(Prop::startsIn));
    EXPECT_EQ(readForm(R"({"brindel": 1, "form": "dialog", "name": "x", "startsIn": "c9"})").error().sentence,
              "There is no control c9 to start in.");
}

TEST(Routing, AStopIsLaidBehindAnotherWithItsLabel) {
    Form form = jotted(nested);
    EXPECT_EQ(routeOf(form), "A B C D E F G");
    form = stopLaid(form, at(form, "txtG"), at(form, "txtA"));
    EXPECT_EQ(routeOf(form), "A G B C D E F");
    const auto& order = form.root().children;
    const auto place = std::ranges::find(order, at(form, "txtG")) - order.begin();
    EXPECT_EQ(order[std::size_t(place - 1)], labelOf(form, at(form, "txtG"))->id) << "its label comes right before it";
    EXPECT_EQ(routeOf(stopLaid(form, at(form, "txtB"), noControl)), "B A G C D E F");
    EXPECT_TRUE(sameContent(stopLaid(form, at(form, "txtA"), at(form, "txtA")), form));
    EXPECT_TRUE(sameContent(stopLaid(form, 999, at(form, "txtA")), form));
}

TEST(Routing, FramesKeepARouteOfTheirOwnWithinTheWhole) {
    Form form = jotted(nested);
    // From outside into a frame: the frame moves along, and the stop comes first in it.
    Form into = stopLaid(form, at(form, "txtF"), at(form, "txtA"));
    EXPECT_EQ(routeOf(into), "A F E B C D G");
    // From one frame to another: the frames follow each other.
    EXPECT_EQ(routeOf(stopLaid(form, at(form, "txtD"), at(form, "txtF"))), "A B E F D C G");
    // Out of a frame that is not yet through: the rest of it stays with it.
    std::set<Id> laid{at(form, "txtA"), at(form, "txtD")};
    form = stopLaid(form, at(form, "txtD"), at(form, "txtA"), {at(form, "txtA")});
    EXPECT_EQ(routeOf(form), "A D C B E F G");
    form = stopLaid(form, at(form, "txtG"), at(form, "txtD"), laid);
    EXPECT_EQ(routeOf(form), "A D C G B E F");
    laid.insert(at(form, "txtG"));
    form = stopLaid(form, at(form, "txtC"), at(form, "txtG"), laid);
    EXPECT_EQ(routeOf(form), "A D C G B E F") << "a frame is gone through once";
}

TEST(Routing, AListLaysTheWholeRoute) {
    Form form = jotted(nested);
    Ids ids;
    for (const char* name : {"txtG", "txtF", "txtE", "txtB", "txtD", "txtC", "txtA"}) ids.push_back(at(form, name));
    EXPECT_EQ(routeOf(routedAs(form, ids)), "G F E B D C A");
    EXPECT_EQ(routeOf(routedAs(form, {at(form, "txtD")})), "D C A B E F G") << "what is left out comes behind";
    EXPECT_TRUE(sameContent(routedAs(form, {}), form));
    // Questions go as one, pages and cells stay.
    Form more = jotted("## One\nA: text 5\nBy: radio [X, Y]\n## Two\nB: text 5\nTable: table [P, Q] 2\n");
    const std::string before = routeOf(more);
    EXPECT_EQ(routeOf(routedAs(more, {at(more, "txtB"), at(more, "txtA")})), before)
        << "a page has its place among the pages";
    more = stopLaid(more, at(more, "txtA"), at(more, "radY"));
    EXPECT_EQ(routeOf(more).find("LiftOut"), std::string::npos);
    const auto route = tabRoute(more);
    const auto x = std::ranges::find(route, at(more, "radX")), y = std::ranges::find(route, at(more, "radY"));
    EXPECT_EQ(y - x, 1);
    EXPECT_EQ(std::ranges::find(route, at(more, "txtA")) - y, 1);
}

TEST(Routing, StopsMoveEarlierAndLater) {
    Form form = jotted(nested);
    EXPECT_EQ(routeOf(stopShifted(form, at(form, "txtB"), -1)), "B A C D E F G");
    EXPECT_EQ(routeOf(stopShifted(form, at(form, "txtB"), 1)), "A C D B E F G") << "past a whole frame";
    EXPECT_EQ(routeOf(stopShifted(form, at(form, "txtC"), 1)), "A B D C E F G") << "within its own";
    EXPECT_TRUE(sameContent(stopShifted(form, at(form, "txtA"), -1), form));
    EXPECT_EQ(routeOf(stopShifted(form, at(form, "txtG"), 5)), "A B C D E F G");
    EXPECT_EQ(routeOf(stopShifted(stopShifted(form, at(form, "txtB"), 1), at(form, "txtB"), -1)), routeOf(form));
}

TEST(Routing, WhateverIsLaidNothingIsLost) {
    EXPECT_TRUE(rc::check([] {
        Form form = jotted(std::string(nested) + "Table: table [P, Q] 2\nBy: radio [X, Y]\n");
        const std::size_t count = form.controls.size();
        const Ids all = allIds(form);
        for (int i = 0; i < 8; ++i) {
            const Id a = all[*rc::gen::inRange<std::size_t>(0, all.size())],
                     b = all[*rc::gen::inRange<std::size_t>(0, all.size())];
            form = *rc::gen::arbitrary<bool>() ? stopLaid(form, a, b, {b})
                                               : stopShifted(form, a, *rc::gen::inRange(-2, 3));
        }
        std::set<Id> met;
        walk(form, rootId, [&](const Control& c, int) {
            RC_ASSERT(met.insert(c.id).second);
            for (Id child : c.children) RC_ASSERT(form.find(child)->parent == c.id);
        });
        RC_ASSERT(met.size() == count);
        RC_ASSERT(formText(readForm(formText(form))->form) == formText(form));
    }));
}
