// Reading order: the six demo forms and thirty further layouts, each with the order that a person laid.
#include <fstream>

#include "core/edit/routing.h"
#include "core/order/reading.h"
#include "core/order/route.h"
#include "tests/support.h"

using namespace brindel;
using namespace brindel::test;

namespace {

/// A layout as a sketch: each letter is a control, drawn over as many places as it is wide and high; a place is 20 px
/// wide and 38 px high, of which a control leaves the last 12 free. `kinds` says what letters are other than text
/// boxes: k check box, b button, h heading, l label, i list box, x box behind others, f frame, r radio button of one
/// question.
struct Sketch {
    const char* name;
    std::vector<std::string> rows;
    const char* order;
    std::map<char, char> kinds = {};
    const char* language = "en";
    std::map<char, char> labels = {};  // label → the field it speaks for
};

Form drawn(const Sketch& sketch, std::map<char, Id>& ids) {
    Form form = withProperty(newForm(Kind::dialog), {rootId}, Prop::language, std::string(sketch.language));
    std::map<char, Box> boxes;
    for (std::size_t y = 0; y < sketch.rows.size(); ++y)
        for (std::size_t x = 0; x < sketch.rows[y].size(); ++x) {
            const char c = sketch.rows[y][x];
            if (c == ' ' || c == '.') continue;
            const Box place{20.0 * double(x), 38.0 * double(y), 20, 26};
            const auto [known, fresh] = boxes.try_emplace(c, place);
            if (!fresh) known->second = known->second.united(place);
        }
    // Made in an order of their own, from the last letter to the first, so that nothing is right by chance.
    for (auto at = boxes.rbegin(); at != boxes.rend(); ++at) {
        const auto& [letter, box] = *at;
        const auto kind = sketch.kinds.find(letter);
        const char k = kind == sketch.kinds.end() ? 't' : kind->second;
        static const std::map<char, Kind> kinds = {
            {'t', Kind::textBox}, {'k', Kind::checkBox}, {'b', Kind::button},
            {'h', Kind::label},   {'l', Kind::label},    {'i', Kind::listBox},
            {'x', Kind::box},     {'f', Kind::frame},    {'r', Kind::radioButton}};
        Control c = freshControl(kinds.at(k));
        c.name = std::string(1, letter);
        c.box = box;
        if (k == 'h') c.set(Prop::role, std::string("heading2"));
        if (k == 'r') c.set(Prop::group, std::string("q"));
        Edited made = placed(form, rootId, c, form.root().children.size());
        form = made.form;
        ids[letter] = made.ids[0];
    }
    for (const auto& [label, field] : sketch.labels)
        form = withProperty(form, {ids.at(label)}, Prop::labels, Reference{ids.at(field)});
    return form;
}

const std::vector<Sketch>& sketches() {
    static const std::vector<Sketch> all = {
        {"one column", {"aaaa", "bbbb", "cccc"}, "abc"},
        {"pairs along rows", {"aaaa  bbbb", "cccc  dddd", "eeeeeeeeee"}, "abcde"},
        {"two pairs, then one left", {"aaaa  bbbb", "cccc  dddd", "eeee"}, "abcde"},
        {"two columns with a wide gap", {"aaaa   dddd", "bbbb   eeee", "cccc   ffff"}, "abcdef"},
        {"a wide gap, but only two rows", {"aaaa    bbbb", "cccc    dddd"}, "abcd"},
        {"a wide gap, but a row is not full", {"aaaa    bbbb", "cccc    dddd", "eeee"}, "abcde"},
        {"two columns under one heading",
         {"hhhhhhhhhhhhhh", "aaaa      dddd", "bbbb      eeee", "cccc      ffff"},
         "habcdef",
         {{'h', 'h'}}},
        {"two columns, each under its heading",
         {"hhhh  iiii", "aaaa  cccc", "bbbb  dddd"},
         "habicd",
         {{'h', 'h'}, {'i', 'h'}}},
        {"three columns with wide gaps", {"aaa   ddd   ggg", "bbb   eee   hhh", "ccc   fff   iii"}, "abcdefghi"},
        {"columns whose rows do not meet",
         {"aaaa  dddd", "aaaa  dddd", "bbbb  dddd", "bbbb  eeee", "cccc  eeee", "cccc  eeee"},
         "abcde"},
        {"columns above, rows below",
         {"aaaa   dddd", "bbbb   eeee", "cccc   ffff", "gggggggggggg", "hhhh  iiii"},
         "abcdefghi"},
        {"columns between rows",
         {"aaaaaaaaaaaa", "bbbb    eeee", "cccc    ffff", "dddd    gggg", "hhhhhhhhhhhh"},
         "abcdefgh"},
        {"a column of ticks beside fields",
         {"kkkkk  aaaa", "lllll  bbbb", "mmmmm"},
         "klmab",
         {{'k', 'k'}, {'l', 'k'}, {'m', 'k'}}},
        {"ticks along rows",
         {"kkkk  llll  mmmm", "nnnn  oooo"},
         "klmno",
         {{'k', 'k'}, {'l', 'k'}, {'m', 'k'}, {'n', 'k'}, {'o', 'k'}}},
        {"buttons in a column at the side",
         {"aaaaaa  ppp", "bbbbbb  qqq", "cccccc"},
         "abcpq",
         {{'p', 'b'}, {'q', 'b'}}},
        {"buttons at the foot", {"aaaaaaaaaa", "bbbbbbbbbb", "    pp  qq"}, "abpq", {{'p', 'b'}, {'q', 'b'}}},
        {"a tall list beside fields", {"iiii  aaaa", "iiii  bbbb", "iiii  cccc"}, "iabc", {{'i', 'i'}}},
        {"fields beside a tall list", {"aaaa  iiii", "bbbb  iiii", "cccc  iiii"}, "abci", {{'i', 'i'}}},
        {"pairs beside a tall list", {"iii  aaa  bbb", "iii  ccc  ddd"}, "iabcd", {{'i', 'i'}}},
        {"a tall list between fields", {"aaa  iii  ccc", "bbb  iii  ddd"}, "abicd", {{'i', 'i'}}},
        {"mixed heights in a row", {"aaaa  bbbb  cccc", "aaaa        cccc", "dddddddddddddddd"}, "abcd"},
        {"labels left of fields",
         {"lll aaaaaa", "mmm bbbbbb", "nnn cccccc"},
         "lambnc",
         {{'l', 'l'}, {'m', 'l'}, {'n', 'l'}},
         "en",
         {{'l', 'a'}, {'m', 'b'}, {'n', 'c'}}},
        {"labels above fields",
         {"lll   mmm", "aaaa  bbbb", "nnn   ooo", "cccc  dddd"},
         "lambncod",
         {{'l', 'l'}, {'m', 'l'}, {'n', 'l'}, {'o', 'l'}},
         "en",
         {{'l', 'a'}, {'m', 'b'}, {'n', 'c'}, {'o', 'd'}}},
        {"labels above fields in wide columns",
         {"ll     oo", "aaaa   dddd", "mm     pp", "bbbb   eeee", "nn     qq", "cccc   ffff"},
         "lambncodpeqf",
         {{'l', 'l'}, {'m', 'l'}, {'n', 'l'}, {'o', 'l'}, {'p', 'l'}, {'q', 'l'}},
         "en",
         {{'l', 'a'}, {'m', 'b'}, {'n', 'c'}, {'o', 'd'}, {'p', 'e'}, {'q', 'f'}}},
        {"labels right of fields",
         {"aaaa lll", "bbbb mmm"},
         "lamb",
         {{'l', 'l'}, {'m', 'l'}},
         "en",
         {{'l', 'a'}, {'m', 'b'}}},
        {"wording that speaks for nothing",
         {"lll aaaa", "mmm bbbb", "nnn cccc"},
         "lambnc",
         {{'l', 'l'}, {'m', 'l'}, {'n', 'l'}}},
        {"a question's buttons stay together",
         {"rrr  aaaa", "sss  bbbb", "ttt"},
         "rstab",
         {{'r', 'r'}, {'s', 'r'}, {'t', 'r'}}},
        {"right to left along rows", {"bbbb  aaaa", "dddd  cccc"}, "abcd", {}, "ar"},
        {"right to left in columns", {"dddd   aaaa", "eeee   bbbb", "ffff   cccc"}, "abcdef", {}, "he"},
        {"right to left with a tall list", {"iiii  aaaa", "iiii  bbbb"}, "abi", {{'i', 'i'}}, "ar"},
        {"frames beside each other", {"ffff  gggg", "ffff  gggg", "aaaaaaaaaa"}, "fga", {{'f', 'f'}, {'g', 'f'}}},
        {"staggered rows", {"aaaa", "aaaabbbb", "    bbbb", "cccccccc"}, "abc"},
    };
    return all;
}

std::vector<std::string> lines(const std::string& path) {
    std::ifstream in(path);
    std::vector<std::string> all;
    for (std::string line; std::getline(in, line);) all.push_back(line);
    return all;
}

}  // namespace

TEST(ReadingOrder, IsTheOneThatAPersonLaidForEachSketch) {
    EXPECT_GE(sketches().size(), 30u);
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
