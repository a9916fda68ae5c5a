// What must hold whatever is done to a form with tables, groups and frames in it, tried on edits picked at random.
#include <cmath>

#include "core/edit/arrange.h"
#include "core/edit/multiply.h"
#include "core/edit/restyle.h"
#include "core/edit/tables.h"
#include "core/layout/growing.h"
#include "core/layout/resizing.h"
#include "core/layout/room.h"
#include "core/layout/spread.h"
#include "core/layout/tidy.h"
#include "core/naming/names.h"
#include "tests/support.h"

using namespace brindel;
using namespace brindel::test;

namespace {

const char* const rows =
    "# F\n## One\nA: text 5\nB: number .01 m\nHull: group 2 [x, y, Other…]\n### Frame\nC: date\nD: check\nT: "
    "time\n###\n"
    "## Two\nWork: table [2=Job, Hours, On] 2\nSigned: signature; Photo: picture\nG: list [p, q]\n[Next]\n[OK]* "
    "[Cancel]\n";

Form anyCrafted() {
    Form form = jotted(rows);
    for (Id id : allIds(form))
        if (isFreelyPlaced(form, *form.find(id)))
            form = shifted(form, {id}, *rc::gen::inRange(-9, 20), *rc::gen::inRange(-9, 20));
    return form;
}

Id anyOf(const Form& form) {
    const auto all = allIds(form);
    return all[*rc::gen::inRange<std::size_t>(0, all.size())];
}

void requireSound(const Form& form) {
    std::set<Id> met;
    std::set<std::string> names;
    walk(form, rootId, [&](const Control& c, int) {
        RC_ASSERT(met.insert(c.id).second);
        if (c.id != rootId && !c.name.empty()) RC_ASSERT(names.insert(c.name).second);
        if (needsName(form, c.id)) RC_ASSERT(!c.name.empty());
        for (Id child : c.children) {
            RC_ASSERT(form.find(child) != nullptr);
            RC_ASSERT(form.find(child)->parent == c.id);
            RC_ASSERT(canHold(c.kind, form.find(child)->kind));
        }
        if (Id to = c.reference(Prop::labels)) RC_ASSERT(form.find(to) != nullptr);
        for (const auto& [prop, value] : c.own) {
            RC_ASSERT(has(c.kind, prop));
            RC_ASSERT(misfit(prop, value).empty());
        }
        if (c.kind == Kind::cell) RC_ASSERT(c.children.size() <= 1);
        if (c.kind == Kind::table) {
            const Grid grid = gridOf(c);
            RC_ASSERT(c.children.size() == (grid.across.size() - 1) * std::size_t(c.number(Prop::rows)));
            for (std::size_t i = 0; i < c.children.size(); ++i)
                RC_ASSERT(form.find(c.children[i])->box == cellBox(c, i));
        }
        RC_ASSERT(std::isfinite(c.box.left) && std::isfinite(c.box.top) && c.box.width >= 0 && c.box.height >= 0);
    });
    RC_ASSERT(met.size() == form.controls.size());
}

/// One edit of the craft, picked at random.
Form edited(const Form& form) {
    const Id a = anyOf(form), b = anyOf(form);
    const Ids ids = outermost(form, {a, b});
    switch (*rc::gen::inRange(0, 16)) {
        case 0: {
            const Kind kinds[] = {Kind::textBox, Kind::comboBox,    Kind::checkBox, Kind::label,
                                  Kind::timeBox, Kind::choiceGroup, Kind::picture,  Kind::frame};
            return turnedInto(form, ids, kinds[*rc::gen::inRange(0, 8)]);
        }
        case 1:
            return form.controls.size() < 200 ? repeatedInGrid(form, ids, 2, 2, 40, 30).form : form;
        case 2:
            return tidied(form);
        case 3:
            return resized(form, rootId, {double(*rc::gen::inRange(50, 900)), double(*rc::gen::inRange(50, 900))});
        case 4:
            return resized(form, a, {double(*rc::gen::inRange(5, 600)), double(*rc::gen::inRange(5, 400))});
        case 5:
            return grownBy(form, a, *rc::gen::inRange(-30, 60));
        case 6:
            return withProperty(form, {a}, Prop::columns,
                                Choices{{"1", "Job"}, {std::to_string(*rc::gen::inRange(1, 5)), "New"}});
        case 7:
            return withProperty(form, {a}, Prop::rows, double(*rc::gen::inRange(1, 6)));
        case 8:
            return rehoused(form, ids, b);
        case 9:
            return fittedToContent(form, a);
        case 10:
            return looksCopied(form, a, {b});
        case 11:
            return rowAdded(withProperty(form, {a}, Prop::rowsMost, 8.0), a);
        case 12:
            return holdsSuggested(form, allIds(form));
        case 13:
            return centredInContainer(onGrid(form, ids), ids, true, true);
        case 14:
            return limitedToRoom(widthFittedToLimit(form, ids, fonts()), ids, fonts());
        default:
            return removed(form, {a});
    }
}

}  // namespace

TEST(CraftInvariants, TheFormHangsTogetherWhateverIsDone) {
    EXPECT_TRUE(rc::check([] {
        Form form = anyCrafted();
        const int steps = *rc::gen::inRange(1, 10);
        for (int i = 0; i < steps && form.controls.size() > 3; ++i) {
            const Form before = form;
            const std::string text = formText(before);
            form = edited(form);
            requireSound(form);
            RC_ASSERT(formText(before) == text);  // an edit never changes the form it was given
        }
        auto opened = readForm(formText(form));
        RC_ASSERT(opened.has_value());
        RC_ASSERT(formText(opened->form) == formText(form));
    }));
}

TEST(CraftInvariants, TidyMovesLittleAndChangesNoSize) {
    EXPECT_TRUE(rc::check([] {
        const Form form = anyCrafted();
        const Form tidy = tidied(form);
        RC_ASSERT(tidy.controls.size() == form.controls.size());
        for (Id id : allIds(form)) {
            const Box &was = form.find(id)->box, &is = tidy.find(id)->box;
            RC_ASSERT(was.width == is.width && was.height == is.height);
            // Twice the reach: a label follows its field, which may itself have moved.
            RC_ASSERT(std::abs(was.left - is.left) <= 22 && std::abs(was.top - is.top) <= 22);
        }
    }));
}

TEST(CraftInvariants, ResizingAndBackIsAsItWas) {
    EXPECT_TRUE(rc::check([] {
        Form form = holdsSuggested(jotted(rows), allIds(jotted(rows)));
        const Extent size{form.root().box.width, form.root().box.height};
        const Form there =
            resized(form, rootId, {size.width + *rc::gen::inRange(0, 400), size.height + *rc::gen::inRange(0, 400)});
        const Form back = resized(there, rootId, size);
        for (Id id : allIds(form)) {
            const Box &was = form.find(id)->box, &is = back.find(id)->box;
            RC_ASSERT(std::abs(was.left - is.left) <= 1 && std::abs(was.width - is.width) <= 1);
            RC_ASSERT(std::abs(was.top - is.top) <= 1 && std::abs(was.height - is.height) <= 1);
        }
    }));
}

TEST(CraftInvariants, WhatIsTakenApartAsksTheSameThings) {
    EXPECT_TRUE(rc::check([] {
        const Form form = anyCrafted();
        const Spread parts = spread(form, fonts(), nullptr);
        requireSound(parts.form);
        std::set<std::string> before, after;
        parts.form.controls.each([&](Id, const Control& c) {
            RC_ASSERT(c.kind != Kind::choiceGroup);
            if (isFilled(c)) after.insert(answerName(parts.form, c));
        });
        form.controls.each([&](Id, const Control& c) {
            if (isFilled(c)) before.insert(c.name);
        });
        for (const std::string& name : before) RC_ASSERT(after.contains(name) || after.contains(name + ".1"));
    }));
}
