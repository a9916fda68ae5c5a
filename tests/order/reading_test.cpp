#include "core/order/reading.h"

#include "core/order/route.h"
#include "tests/support.h"

using namespace brindel;
using namespace brindel::test;

TEST(Reading, RowsFromTheTopThenAlongTheRow) {
    Form form = newForm(Kind::dialog);
    auto put = [&](double left, double top, double height) {
        Control c = freshControl(Kind::textBox);
        c.box = {left, top, 50, height};
        Edited e = placed(form, rootId, c, form.root().children.size());
        form = e.form;
        return e.ids[0];
    };
    Id low = put(10, 60, 26), second = put(100, 12, 20), first = put(10, 10, 26), list = put(200, 58, 90);
    EXPECT_EQ(readInOrder(form, rootId), (std::vector<Id>{first, second, low, list}));
}

TEST(Reading, WhatIsPlacedBetweenComesBetweenInTabOrder) {
    Form form = jotted("A: text 5\nB: text 5\n");
    const Box a = named(form, "txtA").box, b = named(form, "txtB").box;
    Control c = freshControl(Kind::checkBox);
    c.box = {a.left, (a.bottom() + b.top) / 2 - 2, 90, 4};
    Edited e = placed(form, rootId, c);
    std::vector<Id> route = tabRoute(e.form);
    EXPECT_EQ(route, (std::vector<Id>{named(form, "txtA").id, e.ids[0], named(form, "txtB").id}));
}

TEST(Reading, TheRouteLeavesOutWhatCannotBeReached) {
    Form form = jotted("A: text 5\nB: text 5 locked\nC: text 5\n### F\nD: text 5\n");
    form = withProperty(form, {named(form, "txtC").id}, Prop::tabStop, false);
    form = withProperty(form, {named(form, "F").id}, Prop::enabled, false);
    EXPECT_EQ(tabRoute(form), (std::vector<Id>{named(form, "txtA").id}));
    EXPECT_FALSE(isUsable(form, Visibility::atStart(form), named(form, "txtD").id));
}
