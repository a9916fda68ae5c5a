#include <rapidcheck.h>

#include "core/edit/arrange.h"
#include "core/edit/history.h"
#include "tests/support.h"

using namespace brindel;
using namespace brindel::test;

namespace {
Control at(Kind kind, Box box) {
    Control c = freshControl(kind);
    c.box = box;
    return c;
}
}  // namespace

TEST(Edits, PlacingLeavesTheOldFormAsItWas) {
    Form before = newForm(Kind::dialog);
    Edited after = placed(before, rootId, at(Kind::button, {10, 10, 96, 30}));
    EXPECT_EQ(before.controls.size(), 1u);
    ASSERT_EQ(after.ids.size(), 1u);
    EXPECT_EQ(after.form.find(after.ids[0])->name, "btnButton");
}

TEST(Edits, AFieldComesWithItsLabelOnOneTextLine) {
    Form form = newForm(Kind::dialog);
    Edited e = placedWithLabel(form, rootId, at(Kind::textBox, {140, 20, 200, 26}), "Boat name", 62, 16);
    const Control& field = *e.form.find(e.ids[0]);
    const Control& label = *e.form.find(e.ids[1]);
    EXPECT_EQ(label.reference(Prop::labels), field.id);
    EXPECT_EQ(field.name, "txtBoatName");
    EXPECT_EQ(label.box.right(), 128);
    EXPECT_EQ(label.box.centre().y, field.box.centre().y);
    EXPECT_EQ(e.form.root().children, (Ids{label.id, field.id}));
    form = withProperty(form, {rootId}, Prop::labelsSit, std::string("above"));
    e = placedWithLabel(form, rootId, at(Kind::textBox, {140, 40, 200, 26}), "Boat name", 62, 16);
    EXPECT_LT(e.form.find(e.ids[1])->box.bottom(), 40);
    EXPECT_EQ(e.form.find(e.ids[1])->box.left, 140);
}

TEST(Edits, RemovingTakesWhatIsInItAndEveryReference) {
    Form form = jotted(booking);
    const Id tabs = named(form, "tbsLiftOutBooking").id;
    EXPECT_EQ(removed(form, {tabs}).controls.size(), 3u) << "the root and two buttons are left";
    Form without = removed(form, {named(form, "txtBoatName").id});
    EXPECT_EQ(named(without, "Boat name").reference(Prop::labels), noControl);
    EXPECT_TRUE(sameContent(removed(form, {rootId}), form)) << "the form itself stays";
    Form document = newForm(Kind::document);
    EXPECT_TRUE(sameContent(removed(document, document.root().children), document)) << "and a document's last page";
}

TEST(Edits, RehousingKeepsThePlaceOnTheSheet) {
    Form form = jotted(booking);
    const Id check = named(form, "chkMastIsStepped").id, frame = named(form, "Lift by").id;
    const Box before = onSurface(form, check);
    Form moved = rehoused(form, {check}, frame);
    EXPECT_EQ(moved.find(check)->parent, frame);
    EXPECT_EQ(onSurface(moved, check), before);
    EXPECT_TRUE(sameContent(rehoused(form, {frame}, frame), form)) << "not into itself";
    EXPECT_TRUE(sameContent(rehoused(form, {named(form, "tbsLiftOutBooking").id}, frame), form))
        << "nor into what it holds";
}

TEST(Edits, CopiesGetProperNamesAndTheirOwnLabels) {
    Form form = jotted(booking);
    const Id field = named(form, "txtBoatName").id, label = named(form, "Boat name").id;
    Edited copy = pasted(form, form.find(field)->parent, clipping(form, {label, field}), 8, 8);
    ASSERT_EQ(copy.ids.size(), 2u);
    const Control& newField = named(copy.form, "txtBoatName2");
    EXPECT_EQ(labelOf(copy.form, newField.id)->text(Prop::text), "Boat name");
    EXPECT_EQ(labelOf(copy.form, newField.id)->name, "") << "nothing refers to it";
    EXPECT_EQ(named(copy.form, "Boat name").reference(Prop::labels), field);
    EXPECT_EQ(newField.box.left, form.find(field)->box.left + 8);
}

TEST(Edits, ACopiedContainerCarriesAllItHolds) {
    Form form = jotted(booking);
    const Id tabs = named(form, "tbsLiftOutBooking").id;
    Edited copy = pasted(form, rootId, clipping(form, {tabs}), 0, 0);
    int before = 0, after = 0;
    walk(form, tabs, [&](const Control&, int) { ++before; });
    walk(copy.form, copy.ids.at(0), [&](const Control&, int) { ++after; });
    EXPECT_EQ(before, after);
    EXPECT_EQ(copy.form.find(copy.ids[0])->children.size(), 2u);
}

TEST(Edits, ManyAreSetAtOnceAndOnlyThoseThatHaveTheProperty) {
    Form form = jotted(booking);
    Ids ids = {named(form, "txtBoatName").id, named(form, "cboHull").id, named(form, "Hull").id};
    Form set = withProperty(form, ids, Prop::required, true);
    EXPECT_TRUE(named(set, "cboHull").yes(Prop::required));
    EXPECT_EQ(named(set, "Hull").own.find(Prop::required), nullptr);
    EXPECT_TRUE(sameContent(withProperty(set, ids, Prop::required, true), set));
}

TEST(Edits, ANameFollowsTheLabelUntilAPersonSetsIt) {
    Form form = jotted("Boat name: text 30\n");
    const Id field = named(form, "txtBoatName").id;
    form = reworded(form, field, "Name of the vessel");
    EXPECT_EQ(form.find(field)->name, "txtNameVessel");
    form = renamed(form, field, "txtVessel");
    form = reworded(form, field, "Vessel’s name");
    EXPECT_EQ(form.find(field)->name, "txtVessel");
    form = renamed(form, field, "");
    EXPECT_EQ(form.find(field)->name, "txtVesselsName");
}

TEST(History, StepsHaveNamesAndRunsAreOneStep) {
    History history(newForm(Kind::dialog));
    history.step(placed(history.now(), rootId, at(Kind::button, {0, 0, 96, 30})).form, "Place button");
    const Ids ids = {history.now().root().children[0]};
    for (int i = 0; i < 5; ++i) history.step(shifted(history.now(), ids, 1, 0), "Nudge", "nudge");
    EXPECT_EQ(history.depth(), 2u);
    EXPECT_EQ(history.undoName(), "Nudge");
    history.undo();
    EXPECT_EQ(history.now().find(ids[0])->box.left, 0);
    EXPECT_EQ(history.redoName(), "Nudge");
    history.redo();
    EXPECT_EQ(history.now().find(ids[0])->box.left, 5);
    history.step(shifted(history.now(), ids, 1, 0), "Nudge", "nudge");
    EXPECT_EQ(history.depth(), 3u) << "after undo and redo a run begins anew";
    EXPECT_FALSE(history.canRedo());
}

TEST(History, UndoAllAndRedoAllComeBackToTheSameForms) {
    EXPECT_TRUE(rc::check([] {
        History history(jotted("A: text 5\nB: number\nC: date\n"));
        std::vector<Form> forms = {history.now()};
        const int steps = *rc::gen::inRange(1, 25);
        for (int i = 0; i < steps; ++i) {
            const Form& now = history.now();
            Ids all = allIds(now);
            const Id id = all.empty() ? rootId : all[*rc::gen::inRange<std::size_t>(0, all.size())];
            Form next = now;
            switch (*rc::gen::inRange(0, 7)) {
                case 0:
                    next = shifted(now, {id}, *rc::gen::inRange(-9, 9), 3);
                    break;
                case 1:
                    next = removed(now, {id});
                    break;
                case 2:
                    next = placed(now, rootId, at(Kind::tabs, {5, 5, 100, 80})).form;
                    break;
                case 3:
                    next = pasted(now, rootId, clipping(now, {id}), 4, 4).form;
                    break;
                case 4:
                    next = reworded(now, id, *rc::gen::arbitrary<std::string>());
                    break;
                case 5:
                    next = withProperty(now, all, Prop::bold, true);
                    break;
                case 6:
                    next = sizesMatched(now, all, true, true);
                    break;
            }
            history.step(next, "step");
            forms.push_back(next);
        }
        for (std::size_t i = forms.size() - 1; i > 0; --i) {
            history.undo();
            RC_ASSERT(sameContent(history.now(), forms[i - 1]));
        }
        RC_ASSERT(!history.canUndo());
        for (std::size_t i = 1; i < forms.size(); ++i) {
            history.redo();
            RC_ASSERT(sameContent(history.now(), forms[i]));
        }
        // Whatever the edits were, the form can be saved and opened again.
        RC_ASSERT(sameContent(readForm(formText(forms.back())).value().form, forms.back()));
    }));
}

TEST(Arrange, TheLeadIsFollowed) {
    Form form = newForm(Kind::dialog);
    Ids ids;
    for (double off : {30.0, 33.0, 28.0}) {
        Edited e = placed(form, rootId, at(Kind::button, {off, off * 4, 80 + off, 30}));
        form = e.form;
        ids.push_back(e.ids[0]);
    }
    Form left = edgesAligned(form, ids, Edge::left);
    for (Id id : ids) EXPECT_EQ(left.find(id)->box.left, 30);
    Form wide = sizesMatched(form, ids, true, false);
    for (Id id : ids) EXPECT_EQ(wide.find(id)->box.width, 110);
    std::swap(ids[0], ids[1]);
    for (Id id : ids) EXPECT_EQ(edgesAligned(form, ids, Edge::right).find(id)->box.right(), 33 + 113);
}

TEST(Arrange, GapsAreEvenAndTheOutermostStay) {
    Form form = newForm(Kind::dialog);
    Ids ids;
    for (double top : {10.0, 55.0, 71.0, 130.0}) {
        Edited e = placed(form, rootId, at(Kind::button, {0, top, 80, 10}));
        form = e.form;
        ids.push_back(e.ids[0]);
    }
    Form even = gapsEvened(form, {ids[2], ids[0], ids[3], ids[1]}, false);
    EXPECT_EQ(even.find(ids[0])->box.top, 10);
    EXPECT_EQ(even.find(ids[1])->box.top, 50);
    EXPECT_EQ(even.find(ids[2])->box.top, 90);
    EXPECT_EQ(even.find(ids[3])->box.top, 130);
    EXPECT_TRUE(sameContent(gapsEvened(form, {ids[0], ids[1]}, false), form));
}

TEST(Arrange, FittedTextIsNotCutOffAndALabelGoesOnEndingAtItsField) {
    Form form = jotted("Boat name: text 30\nOK?: check\n[Do it]*\n");
    form = reworded(form, named(form, "txtBoatName").id, "Name of the boat as painted on its stern");
    Ids all = allIds(form);
    Form fit = fittedToText(form, all, fonts());
    const Control& label = *labelOf(fit, named(fit, "txtNameBoatAsPaintedOnStern").id);
    EXPECT_GE(label.box.width, fonts().width(label.text(Prop::text), lookOf(fit, label)) * unitsPerPoint(fit));
    EXPECT_EQ(label.box.right(), form.find(label.id)->box.right());
}
