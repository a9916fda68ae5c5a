#include "core/edit/multiply.h"

#include "core/edit/arrange.h"
#include "core/edit/restyle.h"
#include "core/edit/routing.h"
#include "core/order/route.h"
#include "tests/support.h"

using namespace brindel;
using namespace brindel::test;

TEST(Multiply, CopiesStandInStepsWithNamesAndLabelsOfTheirOwn) {
    const Form form = jotted("Guest 1: text 20\n");
    const Id field = named(form, "txtGuest1").id;
    Edited made = repeated(form, {field}, 3, 0, 38);
    EXPECT_EQ(made.ids.size(), 6u) << "each with its label";
    std::set<std::string> names;
    int fields = 0;
    for (Id id : allIds(made.form)) {
        if (made.form.find(id)->kind != Kind::textBox) continue;
        EXPECT_TRUE(names.insert(made.form.find(id)->name).second);
        EXPECT_EQ(made.form.find(id)->box.top, form.find(field)->box.top + 38 * fields++);
        EXPECT_NE(labelOf(made.form, id), nullptr);
    }
    EXPECT_EQ(fields, 4);
    Edited grid = repeatedInGrid(form, {field}, 2, 3, 300, 38);
    EXPECT_EQ(grid.ids.size(), 10u);
    Box all;
    for (Id id : grid.ids) all = all.united(grid.form.find(id)->box);
    EXPECT_EQ(all.right(), form.find(field)->box.right() + 300);
    EXPECT_EQ(all.bottom(), form.find(field)->box.bottom() + 76);
}

TEST(Multiply, AnotherKindKeepsWhatBothHave) {
    Form form =
        jotted("Hull: text 20 ! (Of the boat) = GRP\nMast is stepped: check\nRegistration in the harbour: text 5\n");
    const Id hull = named(form, "txtHull").id;
    const Box box = form.find(hull)->box;
    form = turnedInto(form, {hull}, Kind::comboBox);
    const Control& combo = *form.find(hull);
    EXPECT_EQ(combo.kind, Kind::comboBox);
    EXPECT_EQ(combo.name, "cboHull") << "a name that nobody set follows the kind";
    EXPECT_EQ(combo.box, box);
    EXPECT_TRUE(combo.yes(Prop::required));
    EXPECT_EQ(combo.text(Prop::hint), "Of the boat");
    EXPECT_EQ(combo.text(Prop::defaultText), "GRP");
    EXPECT_FALSE(combo.own.find(Prop::maxLength)) << "a combo box has no length";
    ASSERT_NE(labelOf(form, hull), nullptr);

    const Id mast = named(form, "chkMastIsStepped").id;
    form = turnedInto(form, {mast}, Kind::comboBox);
    ASSERT_NE(labelOf(form, mast), nullptr) << "its wording became a label";
    EXPECT_EQ(labelOf(form, mast)->text(Prop::text), "Mast is stepped");
    form = turnedInto(form, {mast}, Kind::checkBox);
    EXPECT_EQ(labelOf(form, mast), nullptr);
    EXPECT_EQ(form.find(mast)->text(Prop::text), "Mast is stepped");
    EXPECT_EQ(form.find(mast)->name, "chkMastIsStepped");
    EXPECT_TRUE(sameContent(turnedInto(form, {rootId}, Kind::label), form));
}

TEST(Arrange, CentredGriddedAndFitted) {
    Form form = jotted("### Frame\nA: text 5\nB: text 5\n###\n");
    const Id frame = named(form, "Frame").id, a = named(form, "txtA").id, b = named(form, "txtB").id;
    Form moved = shifted(form, {a, b}, 3, 5);
    Form centred = centredInContainer(moved, {a, b}, true, false);
    EXPECT_NEAR(centred.find(a)->box.centre().x, centred.find(frame)->box.width / 2, 1);
    EXPECT_EQ(centred.find(b)->box.top - centred.find(a)->box.top, moved.find(b)->box.top - moved.find(a)->box.top);
    Form grid = onGrid(moved, {a, b});
    for (Id id : {a, b}) {
        EXPECT_EQ(std::fmod(grid.find(id)->box.left, 8), 0);
        EXPECT_EQ(std::fmod(grid.find(id)->box.top, 8), 0);
    }
    Form wide = boxed(form, frame, {20, 20, 900, 700});
    const Box fitted = fittedToContent(wide, frame).find(frame)->box;
    EXPECT_GT(fitted.width, form.find(b)->box.right());
    EXPECT_LT(fitted.width, 900);
    EXPECT_EQ(sizeTaken(form, {a}, frame).find(a)->box.width, form.find(frame)->box.width);
    const Box root = fittedToContent(wide, rootId).root().box;
    EXPECT_EQ(root.width, 20 + 900 + 20);
}

TEST(Restyle, AStyleIsChangedForAllThatFollowIt) {
    Form form = jotted("A: text 5\nB: text 5\n");
    form = withProperty(form, {named(form, "txtB").id}, Prop::fontSize, 14.0);
    form = withStyleLook(form, "field", Prop::fontSize, 12.0);
    EXPECT_EQ(lookOf(form, named(form, "txtA")).size, 12);
    EXPECT_EQ(lookOf(form, named(form, "txtB")).size, 14) << "set by hand";
    EXPECT_TRUE(hasOwnLook(named(form, "txtB")));
    form = looksDropped(form, {named(form, "txtB").id});
    EXPECT_EQ(lookOf(form, named(form, "txtB")).size, 12);
    form = withStyleLook(form, "field", Prop::fontSize, std::nullopt);
    EXPECT_EQ(lookOf(form, named(form, "txtB")).size, 10);
}

TEST(Restyle, LooksAreCarriedFromOneControlToOthers) {
    Form form = jotted("A: text 5\nB: text 5\n[OK]\n");
    const Id a = named(form, "txtA").id, b = named(form, "txtB").id;
    form = withProperty(form, {a}, Prop::fillColour, std::string("#FFEEDD"));
    form = withProperty(form, {b}, Prop::bold, true);
    form = looksCopied(form, a, {b});
    EXPECT_EQ(lookOf(form, *form.find(b)).fill, colourFrom("#FFEEDD"));
    EXPECT_FALSE(lookOf(form, *form.find(b)).bold);
    auto [styled, key] = withNewStyle(form, a, "Urgent field");
    EXPECT_EQ(key, "Urgentfield");
    EXPECT_FALSE(hasOwnLook(*styled.find(a)));
    EXPECT_EQ(lookOf(styled, *styled.find(a)).fill, colourFrom("#FFEEDD"));
    EXPECT_EQ(coloursOf(form).size() <= 12, true);
}

TEST(Restyle, EveryShippedLookCanBeRead) {
    for (const LookSet& set : lookSets())
        for (Kind kind : {Kind::dialog, Kind::document}) {
            Form form = withLookSet(newForm(kind), set);
            EXPECT_EQ(lookSetOf(form), &set);
            const Colour ground = kind == Kind::dialog ? colourFrom(set.ground).value_or(Colour{0xEF, 0xEF, 0xEF})
                                                       : Colour{255, 255, 255};
            for (const Style& s : *form.styles) {
                Control c;
                c.kind = Kind::label;
                c.set(Prop::style, s.key);
                const Look look = lookOf(form, c);
                const Colour fill =
                    look.fill.value_or(s.key == "field" || s.key == "entry" ? Colour{255, 255, 255} : ground);
                if (look.text)
                    EXPECT_GE(contrastOf(*look.text, fill), 4.5) << set.key << " " << s.key << " " << int(kind);
            }
        }
    EXPECT_NEAR(contrastOf({0, 0, 0}, {255, 255, 255}), 21, 0.01);
    EXPECT_NEAR(contrastOf({0x77, 0x77, 0x77}, {255, 255, 255}), 4.48, 0.01);
}

TEST(Multiply, CopiesFollowEachOtherInTheRouteAndNewOnesGoWhereTheyAreRead) {
    const Form form = jotted("A: text 5\nB: text 5\nC: text 5\nD: text 5\n");
    auto route = [](const Form& f) {
        std::string text;
        for (Id id : tabRoute(f)) text += f.find(id)->name.substr(3) + " ";
        return text;
    };
    // Picked in any order, beside their originals.
    const Ids picked = {named(form, "txtC").id, named(form, "txtB").id};
    EXPECT_EQ(route(pasted(form, rootId, clipping(form, picked), 8, 8).form), "A B B2 C2 C D ");
    // Into a column of ticks beside fields: behind the last tick, not behind the fields.
    Form columns = newForm(Kind::dialog);
    auto add = [&](Kind kind, const char* name, Box box) {
        Control c = freshControl(kind);
        c.name = name;
        c.box = box;
        columns = placed(columns, rootId, c).form;
    };
    add(Kind::checkBox, "chk1", {20, 20, 100, 22});
    add(Kind::textBox, "txt1", {200, 18, 100, 26});
    add(Kind::checkBox, "chk2", {20, 58, 100, 22});
    add(Kind::textBox, "txt2", {200, 56, 100, 26});
    add(Kind::checkBox, "chk3", {20, 96, 100, 22});
    columns = routedByReading(columns);
    EXPECT_EQ(route(columns), "1 2 3 1 2 ");
    add(Kind::textBox, "txt3", {200, 94, 100, 26});
    add(Kind::checkBox, "chk4", {20, 134, 100, 22});
    EXPECT_EQ(route(columns), "1 2 3 4 1 2 3 ");
}
