#include "core/layout/resizing.h"

#include "core/layout/placing.h"
#include "tests/support.h"

using namespace brindel;
using namespace brindel::test;

TEST(Resizing, ControlsFollowTheEdgesTheyHoldTo) {
    Form form = jotted("A: text 5\n");
    const Id a = named(form, "txtA").id;
    const Box box = form.find(a)->box;
    const double wide = form.root().box.width, high = form.root().box.height;
    struct Case {
        const char* holds;
        Box after;
    };
    for (const Case& c : {Case{"left top", box},
                          {"right bottom", box.moved(100, 60)},
                          {"left right", {box.left, box.top, box.width + 100, box.height}},
                          {"left top right bottom", {box.left, box.top, box.width + 100, box.height + 60}}}) {
        Form held = withProperty(form, {a}, Prop::holdsTo, std::string(c.holds));
        Form larger = resized(held, rootId, {wide + 100, high + 60});
        EXPECT_EQ(larger.find(a)->box.left, c.after.left) << c.holds;
        EXPECT_EQ(larger.find(a)->box.width, c.after.width) << c.holds;
        if (std::string(c.holds) != "left right") EXPECT_EQ(larger.find(a)->box.top, c.after.top) << c.holds;
        Form back = resized(larger, rootId, {wide, high});
        EXPECT_NEAR(back.find(a)->box.left, box.left, 1) << c.holds;
        EXPECT_NEAR(back.find(a)->box.width, box.width, 1) << c.holds;
    }
    // Held to neither side it keeps its share of the room on both.
    Form loose = withProperty(form, {a}, Prop::holdsTo, std::string(""));
    const double share = box.left / (wide - box.width);
    const Box after = resized(loose, rootId, {wide + 200, high}).find(a)->box;
    EXPECT_NEAR(after.left / (wide + 200 - after.width), share, 0.02);
}

TEST(Resizing, ReachesIntoTabsAndTheirPages) {
    Form form = demo("lift-out-booking");
    const Id next = named(form, "btnNext").id, ok = named(form, "btnBookLift").id,
             tabs = named(form, "tbsLiftOutBooking").id;
    Form larger = resized(form, rootId, {form.root().box.width + 120, form.root().box.height + 80});
    EXPECT_EQ(larger.find(tabs)->box.width, form.find(tabs)->box.width + 120);
    EXPECT_EQ(larger.find(next)->box.left, form.find(next)->box.left + 120);
    EXPECT_EQ(larger.find(next)->box.top, form.find(next)->box.top + 80);
    EXPECT_EQ(larger.find(ok)->box.left, form.find(ok)->box.left + 120);
}

TEST(Resizing, SuggestsWhatStandsAtAnEdge) {
    const Form form = demo("lift-out-booking");
    for (const auto& [name, holds] :
         std::vector<std::pair<std::string, std::string>>{{"btnBookLift", "right bottom"},
                                                          {"btnNext", "right bottom"},
                                                          {"txtBoatName", "left top right"},
                                                          {"txtRegistration", "left top"},
                                                          {"Boat name", "left top"},
                                                          {"tbsLiftOutBooking", "left top right bottom"}})
        EXPECT_EQ(suggestedHolds(form, named(form, name).id), holds) << name;
}

TEST(Placing, GoesOnBelowWithTheSameGap) {
    const Form form = jotted("A: text 5\nB: text 5\n");
    const Control& b = named(form, "txtB");
    const Box next = nextPlace(form, b.id, rootId, {90, 26});
    EXPECT_EQ(next.left, b.box.left);
    EXPECT_EQ(next.top - b.box.bottom(), b.box.top - named(form, "txtA").box.bottom());
    const Box first = nextPlace(newForm(Kind::dialog), noControl, rootId, {90, 26});
    EXPECT_GT(first.left, 0);
    EXPECT_GT(first.top, 0);
}
