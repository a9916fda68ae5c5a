// What must hold whatever is edited, tried on edits picked at random.
#include <cmath>

#include "core/arrangement/arrangement.h"
#include "core/edit/arrange.h"
#include "core/naming/names.h"
#include "core/order/reading.h"
#include "tests/support.h"

using namespace brindel;
using namespace brindel::test;

namespace {

/// A dialog with fields, a frame and tabs in it, at places picked at random.
Form anyForm() {
    Form form = jotted(
        "# F\n## One\nA: text 5\nB: number\n### Frame\nC: date\nD: check\n## Two\nE: radio [x, y]\nG: list [p, "
        "q]\n[OK]*\n");
    for (Id id : allIds(form)) {
        const Control& c = *form.find(id);
        if (c.kind == Kind::tabPage || c.kind == Kind::tabs) continue;
        form = shifted(form, {id}, *rc::gen::inRange(-20, 60), *rc::gen::inRange(-20, 60));
    }
    return form;
}

Ids anySelection(const Form& form, std::size_t least) {
    Ids all, chosen;
    for (Id id : allIds(form))
        if (form.find(id)->kind != Kind::tabPage) all.push_back(id);
    for (std::size_t i = 0; i < all.size(); ++i)
        if (*rc::gen::inRange(0, 4) == 0 || all.size() - i <= least - std::min(least, chosen.size()))
            chosen.push_back(all[i]);
    return chosen;
}

/// The tree hangs together: every child knows its parent, nothing is in two places, every reference points somewhere.
void requireWhole(const Form& form) {
    std::size_t seen = 0;
    std::set<Id> met;
    walk(form, rootId, [&](const Control& c, int) {
        ++seen;
        RC_ASSERT(met.insert(c.id).second);
        for (Id child : c.children) {
            RC_ASSERT(form.find(child) != nullptr);
            RC_ASSERT(form.find(child)->parent == c.id);
        }
        if (Id to = c.reference(Prop::labels)) RC_ASSERT(form.find(to) != nullptr);
        RC_ASSERT(c.id < form.next);
    });
    RC_ASSERT(seen == form.controls.size());
}

}  // namespace

TEST(Invariants, TheTreeHangsTogetherWhateverIsDone) {
    EXPECT_TRUE(rc::check([] {
        Form form = anyForm();
        const int steps = *rc::gen::inRange(1, 12);
        for (int i = 0; i < steps && form.controls.size() > 2; ++i) {
            Ids all = allIds(form);
            const Ids ids = {all[*rc::gen::inRange<std::size_t>(0, all.size())],
                             all[*rc::gen::inRange<std::size_t>(0, all.size())]};
            const Id target = all[*rc::gen::inRange<std::size_t>(0, all.size())];
            switch (*rc::gen::inRange(0, 6)) {
                case 0:
                    form = removed(form, ids);
                    break;
                case 1:
                    form = rehoused(form, ids, target);
                    break;
                case 2:
                    form = pasted(form, target, clipping(form, ids), 3, 3).form;
                    break;
                case 3:
                    form = reordered(form, ids[0], *rc::gen::inRange<std::size_t>(0, 9));
                    break;
                case 4:
                    form = withTabPage(form, target, "More").form;
                    break;
                case 5:
                    form = rehoused(form, ids, rootId);
                    break;
            }
            requireWhole(form);
        }
        RC_ASSERT(sameContent(readForm(formText(form)).value().form, form));
    }));
}

TEST(Invariants, AlignedEdgesLieOnTheLeadsAndSizesStay) {
    EXPECT_TRUE(rc::check([] {
        const Form form = anyForm();
        // A container and what it holds cannot both be moved to one line: the container carries it.
        const Ids ids = outermost(form, anySelection(form, 2));
        const Form left = edgesAligned(form, ids, Edge::left);
        for (Id id : ids) {
            RC_ASSERT(std::abs(onSurface(left, id).left - onSurface(form, ids[0]).left) < 1e-9);
            RC_ASSERT(left.find(id)->box.width == form.find(id)->box.width);
            RC_ASSERT(left.find(id)->box.top == form.find(id)->box.top);
        }
        const Form level = textLinesAligned(form, ids);
        for (Id id : ids) RC_ASSERT(std::abs(textLine(level, id) - textLine(form, ids[0])) < 1e-9);
        RC_ASSERT(sameContent(edgesAligned(left, ids, Edge::left), left));
    }));
}

TEST(Invariants, MatchedSizesAreTheLeads) {
    EXPECT_TRUE(rc::check([] {
        const Form form = anyForm();
        const Ids ids = anySelection(form, 2);
        const Form same = sizesMatched(form, ids, true, true);
        for (Id id : ids) {
            RC_ASSERT(same.find(id)->box.width == form.find(ids[0])->box.width);
            RC_ASSERT(same.find(id)->box.height == form.find(ids[0])->box.height);
            RC_ASSERT(same.find(id)->box.left == form.find(id)->box.left);
        }
    }));
}

TEST(Invariants, RehousedControlsStayWhereTheyAreSeen) {
    EXPECT_TRUE(rc::check([] {
        const Form form = anyForm();
        const Ids ids = anySelection(form, 1);
        const Id frame = named(form, "Frame").id;
        const Form moved = rehoused(form, ids, frame);
        for (Id id : outermost(form, ids)) {
            const Box before = onSurface(form, id), after = onSurface(moved, id);
            RC_ASSERT(std::abs(before.left - after.left) < 1e-9 && std::abs(before.top - after.top) < 1e-9);
        }
    }));
}

TEST(Invariants, NamesMadeAreFreeAndCanBeGiven) {
    EXPECT_TRUE(rc::check([](const std::vector<std::string>& labels) {
        Form form = newForm(Kind::dialog);
        std::set<std::string> taken;
        for (const std::string& label : labels) {
            Control c = freshControl(Kind::textBox);
            c.name = nameFor(form, Kind::textBox, label);
            Edited e = placed(form, rootId, c);
            form = e.form;
            const std::string& name = form.find(e.ids.at(0))->name;
            RC_ASSERT(taken.insert(name).second);
            RC_ASSERT(nameMisfit(form, e.ids[0], name).empty());
        }
    }));
}

TEST(Invariants, ReadingOrderLeavesNothingOutAndGoesDown) {
    EXPECT_TRUE(rc::check([] {
        const Form form = anyForm();
        const Control& page = *form.find(named(form, "tbsF").children[0]);
        const Ids sorted = readInOrder(form, page.id);
        RC_ASSERT(std::set<Id>(sorted.begin(), sorted.end()) ==
                  std::set<Id>(page.children.begin(), page.children.end()));
        const Arrangement arranged = arrangementOf(form, page.id);
        for (std::size_t i = 1; i < arranged.rows.size(); ++i)
            RC_ASSERT(arranged.rows[i].line >= arranged.rows[i - 1].line);
    }));
}
