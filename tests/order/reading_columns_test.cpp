// Reading order: the six demo forms and forty further layouts, each with the order that a person laid.
#include <fstream>

#include "core/edit/routing.h"
#include "core/order/reading.h"
#include "core/order/route.h"
#include "tests/sketches.h"

using namespace brindel;
using namespace brindel::test;

namespace {

std::vector<std::string> lines(const std::string& path) {
    std::ifstream in(path);
    std::vector<std::string> all;
    for (std::string line; std::getline(in, line);) all.push_back(line);
    return all;
}

}  // namespace

TEST(ReadingOrder, IsTheOneThatAPersonLaidForEachSketch) {
    EXPECT_GE(sketches().size(), 40u);
    for (const Sketch& s : sketches()) {
        std::map<char, Id> ids;
        const Form form = drawn(s, ids);
        std::string order;
        for (Id id : readInOrder(form, rootId)) order += form.find(id)->name;
        EXPECT_EQ(order, s.order) << s.name;
        // Twice is the same as once, and nothing is lost.
        const Form once = routedByReading(form);
        EXPECT_TRUE(sameContent(routedByReading(once), once)) << s.name;
        EXPECT_EQ(once.controls.size(), form.controls.size());
    }
}

TEST(ReadingOrder, IsTheOneThatAPersonLaidForEachDemoForm) {
    for (const char* name : {"lift-out-booking", "mooring-permit", "pontoon-fault-note", "slip-inspection",
                             "winter-storage-agreement", "yard-charges"}) {
        Form form = demo(name);
        // Mixed up first: each container's children from the last to the first, tables and pages as they are.
        for (Id id : allIds(form))
            form = changed(form, id, [](Control& c) {
                if (c.kind != Kind::table && c.kind != Kind::tabs) std::ranges::reverse(c.children);
            });
        if (form.isDialog()) form = changed(form, rootId, [](Control& c) { std::ranges::reverse(c.children); });
        const Form laid = routedByReading(form);
        std::vector<std::string> route;
        for (Id id : tabRoute(laid)) route.push_back(laid.find(id)->name);
        EXPECT_EQ(route, lines(std::string(BRINDEL_SOURCE) + "/tests/order/laid/" + name + ".txt")) << name;
        // The demo forms themselves are laid so.
        EXPECT_TRUE(sameContent(routedByReading(demo(name)), demo(name))) << name;
    }
}

TEST(ReadingOrder, BoxesLieBehindAndWhatStandsOnThemIsReadTogether) {
    // Two boxes side by side, each with two rows of fields.
    Form form = newForm(Kind::dialog);
    auto add = [&](Kind kind, const char* name, Box box) {
        Control c = freshControl(kind);
        c.name = name;
        c.box = box;
        form = placed(form, rootId, c, form.root().children.size()).form;
    };
    add(Kind::textBox, "a", {20, 20, 80, 26});
    add(Kind::textBox, "c", {140, 20, 80, 26});
    add(Kind::textBox, "b", {20, 58, 80, 26});
    add(Kind::textBox, "d", {140, 58, 80, 26});
    add(Kind::textBox, "e", {20, 120, 200, 26});
    add(Kind::box, "left", {10, 10, 100, 90});
    add(Kind::box, "right", {130, 10, 100, 90});
    std::string order;
    for (Id id : readInOrder(form, rootId)) order += form.find(id)->name + " ";
    EXPECT_EQ(order, "left right a b c d e ");
}

TEST(ReadingOrder, ContainersNestAndTablesKeepTheirCells) {
    Form form = jotted("A: text 5\n### Outer\nB: text 5\nTable: table [Work, Hours] 2\nC: text 5\n###\nD: text 5\n");
    Form mixed = form;
    for (Id id : allIds(form))
        if (form.find(id)->kind == Kind::frame)
            mixed = changed(mixed, id, [](Control& c) { std::ranges::reverse(c.children); });
    const Form laid = routedByReading(mixed);
    std::vector<std::string> before, after;
    for (Id id : tabRoute(form)) before.push_back(form.find(id)->name);
    for (Id id : tabRoute(laid)) after.push_back(laid.find(id)->name);
    EXPECT_EQ(after, before);
    EXPECT_TRUE(readInOrder(form, 999).empty());
}

TEST(ReadingOrder, ManyRowsTakeNoTime) {
    Form form = newForm(Kind::dialog);
    std::vector<Id> expected;
    for (int i = 0; i < 2000; ++i) {
        Control c;
        c.id = form.next++;
        c.parent = rootId;
        c.kind = Kind::textBox;
        c.name = "t" + std::to_string(i);
        c.box = {i % 2 ? 300.0 : 20.0, 38.0 * (i / 2), 250, 26};
        form.controls.put(c.id, std::make_shared<Control>(c));
        expected.push_back(c.id);
    }
    form = changed(form, rootId, [&](Control& c) { c.children.assign(expected.rbegin(), expected.rend()); });
    EXPECT_EQ(readInOrder(form, rootId), expected);
}

TEST(ReadingOrder, ColumnsAreFoundWithinFramesAndPagesEachByItself) {
    // A page with two frames side by side; in one of them a column of ticks beside fields, in the other plain pairs.
    Form form = newForm(Kind::dialog);
    std::map<std::string, Id> ids;
    auto add = [&](Id container, Kind kind, const char* name, Box box) {
        Control c = freshControl(kind);
        c.name = name;
        c.box = box;
        Edited made = placed(form, container, c, 0);
        form = made.form;
        ids[name] = made.ids[0];
        return made.ids[0];
    };
    const Id right = add(rootId, Kind::frame, "right", {320, 10, 280, 120});
    const Id left = add(rootId, Kind::frame, "left", {10, 10, 290, 120});
    add(rootId, Kind::button, "save", {500, 150, 96, 30});
    add(left, Kind::textBox, "f", {150, 60, 120, 26});
    add(left, Kind::checkBox, "b", {16, 62, 110, 22});
    add(left, Kind::textBox, "e", {150, 26, 120, 26});
    add(left, Kind::checkBox, "a", {16, 28, 110, 22});
    add(left, Kind::checkBox, "c", {16, 92, 110, 22});
    add(right, Kind::textBox, "j", {150, 60, 100, 26});
    add(right, Kind::textBox, "h", {150, 26, 100, 26});
    add(right, Kind::textBox, "i", {16, 60, 100, 26});
    add(right, Kind::textBox, "g", {16, 26, 100, 26});
    std::string order;
    for (Id id : tabRoute(routedByReading(form))) order += form.find(id)->name + " ";
    EXPECT_EQ(order, "a b c e f g h i j save ");
    // Only one of the frames is laid when only it is asked for.
    const Form one = routedByReading(form, right);
    EXPECT_EQ(one.find(left)->children, form.find(left)->children);
    EXPECT_NE(one.find(right)->children, form.find(right)->children);
}

TEST(ReadingOrder, ANewControlComesBehindWhatIsReadBeforeItWhereverThatIsLaid) {
    Form form = jotted("A: text 5\nB: text 5\nC: text 5\n");
    form = routedAs(form, {named(form, "txtC").id, named(form, "txtB").id, named(form, "txtA").id});
    Control between = freshControl(Kind::checkBox);
    const Box b = named(form, "txtB").box, c = named(form, "txtC").box;
    between.box = {b.left, (b.bottom() + c.top) / 2 - 2, 90, 4};
    between.name = "chkNew";
    form = placed(form, rootId, between).form;
    std::string order;
    for (Id id : tabRoute(form)) order += form.find(id)->name + " ";
    EXPECT_EQ(order, "txtC txtB chkNew txtA ") << "behind B, which is read before it";
    EXPECT_EQ(readingPlace(form, 999, Kind::label, {}), 0u);
    EXPECT_EQ(readingPlace(newForm(Kind::dialog), rootId, Kind::label, {0, 0, 10, 10}), 0u);
}
