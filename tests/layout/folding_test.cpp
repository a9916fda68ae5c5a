// Frames that give their room back while they are hidden.
#include "core/layout/folding.h"

#include <rapidcheck.h>

#include "core/edit/edits.h"
#include "core/layout/growing.h"
#include "tests/session/session_support.h"

using namespace brindel;
using namespace brindel::test;

namespace {

struct Folding {
    Form form = jotted(
        "Boat: text 20\nDefect: check\n### Defect found\nWhere: text 20\nUrgent: check\n###\n### Second\nMore: text "
        "20\n###\nSigned: text 20\n[Save]* [Cancel]\n");
    Id first = form.find(named(form, "txtWhere").id)->parent, second = form.find(named(form, "txtMore").id)->parent;
    Folding() {
        for (Id frame : {first, second}) form = withProperty(form, {frame}, Prop::fold, true);
        form = withFormula(form, {first}, Prop::visible, "chkDefect");
        form = withFormula(form, {second}, Prop::visible, "txtBoat = \"two\"");
    }
};
std::map<Id, Box> boxes(const Form& form) {
    std::map<Id, Box> all;
    for (Id id : allIds(form)) all[id] = form.find(id)->box;
    return all;
}

}  // namespace

TEST(Fold, WhatIsBelowMovesUpAndTheDialogShrinks) {
    const Folding f;
    const Form& form = f.form;
    FormSession s(form, today);
    // Both are hidden: what follows stands where the first frame stood.
    EXPECT_NEAR(s.form().find(named(form, "txtSigned").id)->box.top, form.find(f.first)->box.top, 1e-9);
    const double shorter = form.root().box.height - s.form().root().box.height;
    EXPECT_NEAR(shorter,
                form.find(named(form, "txtSigned").id)->box.top - s.form().find(named(form, "txtSigned").id)->box.top,
                1e-9);
    EXPECT_GT(shorter, form.find(f.first)->box.height + form.find(f.second)->box.height);
    // The foot of the dialog keeps its distance.
    EXPECT_NEAR(s.form().root().box.height - s.form().find(named(form, "btnSave").id)->box.bottom(),
                form.root().box.height - form.find(named(form, "btnSave").id)->box.bottom(), 1e-9);
    s.takeChanges();
    s.tick(id(s, "chkDefect"), true);
    EXPECT_TRUE(s.takeChanges().moved.contains(rootId));
    s.type(id(s, "txtBoat"), "two");
    EXPECT_EQ(boxes(s.form()), boxes(form)) << "all shown, it is as it was designed";
}

TEST(Fold, AnyOrderOfFoldingComesBack) {
    EXPECT_TRUE(rc::check([] {
        const Folding f;
        FormSession s(f.form, today);
        const auto folded = boxes(s.form());
        for (int i = *rc::gen::inRange(1, 12); i > 0; --i) {
            if (*rc::gen::arbitrary<bool>())
                s.tick(id(s, "chkDefect"), *rc::gen::arbitrary<bool>());
            else
                s.type(id(s, "txtBoat"), *rc::gen::element<std::string>("one", "two"));
        }
        s.tick(id(s, "chkDefect"), false);
        s.type(id(s, "txtBoat"), "");
        for (const auto& [id, box] : boxes(s.form())) {
            RC_ASSERT(std::abs(box.top - folded.at(id).top) < 1e-6);
            RC_ASSERT(std::abs(box.height - folded.at(id).height) < 1e-6);
        }
        s.tick(id(s, "chkDefect"), true);
        s.type(id(s, "txtBoat"), "two");
        for (const auto& [id, box] : boxes(s.form())) RC_ASSERT(std::abs(box.top - f.form.find(id)->box.top) < 1e-6);
    }));
}

TEST(Fold, RoomThatSomethingBesideNeedsStays) {
    Folding f;
    // A tall picture beside the first frame.
    const Box frame = f.form.find(f.first)->box;
    Control beside = freshControl(Kind::box);
    beside.box = {frame.right() + 10, frame.top, 60, frame.height - 20};
    const Edited placed = brindel::placed(f.form, rootId, beside);
    const auto shifts = foldShifts(placed.form, Visibility::atStart(placed.form), f.first);
    double up = 0;
    for (const Shift& one : shifts)
        if (one.id == f.second) up = one.up;
    EXPECT_NEAR(up, 20, 1e-9) << "only what is free beside it";
}

TEST(Fold, ATableThatGrewMeanwhileKeepsItsRows) {
    Form form =
        jotted("Defect: check\n### Defect found\nWhere: text 20\n###\nWork: table [2=Item, Price] 2\n[Save]*\n");
    const Id frame = form.find(named(form, "txtWhere").id)->parent;
    Id table = noControl;
    for (Id one : allIds(form))
        if (form.find(one)->is().grid) table = one;
    form = withProperty(form, {frame}, Prop::fold, true);
    form = withProperty(form, {table}, Prop::rowsMost, 5.0);
    form = withFormula(form, {frame}, Prop::visible, "chkDefect");
    FormSession s(form, today);
    ASSERT_TRUE(s.addRow(table));
    s.tick(id(s, "chkDefect"), true);
    const double row = s.form().find(table)->box.height - form.find(table)->box.height;
    EXPECT_GT(row, 10);
    EXPECT_NEAR(s.form().find(table)->box.top, form.find(table)->box.top, 1e-9);
    EXPECT_NEAR(s.form().root().box.height, form.root().box.height + row, 1e-9);
}

TEST(Fold, AFormIsFoldedAsItOpens) {
    const Folding f;
    Form form = withProperty(f.form, {f.first, f.second}, Prop::visible, false);
    Form opens = form;
    const Visibility visibility = Visibility::atStart(form);
    for (Id frame : {f.first, f.second}) shift(opens, foldShifts(opens, visibility, frame));
    EXPECT_LT(opens.root().box.height, form.root().box.height);
    EXPECT_EQ(boxes(opens), boxes(FormSession(form, today).form()));
}
