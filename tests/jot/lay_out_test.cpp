#include <cmath>

#include "core/edit/arrange.h"
#include "tests/support.h"

using namespace brindel;
using namespace brindel::test;

namespace {
/// What a careful person sees to, checked on a laid out form.
void expectCareful(const Form& form) {
    for (Id id : allIds(form)) {
        const Control& c = *form.find(id);
        const Control& holder = *form.find(c.parent);
        if (c.kind == Kind::page) continue;  // the paper lies in nothing
        const Box box = boxOf(form, c), area = boxOf(form, holder);
        // Nothing sticks out of its container.
        EXPECT_GE(box.left, -0.01) << c.name;
        EXPECT_GE(box.top, -0.01) << c.name;
        EXPECT_LE(box.right(), area.width + 0.01) << c.name << " in " << holder.name;
        EXPECT_LE(box.bottom(), area.height + 0.01) << c.name << " in " << holder.name;
        // Nothing lies over its neighbour.
        if (holder.kind != Kind::tabs && holder.kind != Kind::document)
            for (Id other : holder.children)
                if (other != id)
                    EXPECT_FALSE(box.touches(boxOf(form, *form.find(other))))
                        << c.name << " over " << form.find(other)->name;
        // Each label is level with its field, or stands above it, and is never cut off.
        if (const Control* field = form.find(c.reference(Prop::labels)); field && c.box.bottom() > field->box.top) {
            EXPECT_NEAR(textLine(form, c.id), textLine(form, field->id), 0.51) << c.name;
        }
        if (c.kind == Kind::label && !c.yes(Prop::wraps))
            EXPECT_LE(fonts().width(c.text(Prop::text), lookOf(form, c)) * unitsPerPoint(form), c.box.width + 0.6)
                << c.name;
    }
}
}  // namespace

TEST(LayOut, LooksAsIfACarefulPersonHadPlacedIt) {
    for (Kind kind : {Kind::dialog, Kind::document}) {
        expectCareful(jotted(booking, kind));
        for (const char* file : {"lift-out-booking", "mooring-permit"})
            expectCareful(jotted(textOf(std::string(BRINDEL_SOURCE) + "/demo/" + file + ".jot"), kind));
    }
    expectCareful(demo("lift-out-booking"));
    expectCareful(demo("mooring-permit"));
}

TEST(LayOut, LabelsEndAndFieldsBeginInOneColumn) {
    Form form = jotted(booking);
    std::set<double> ends, begins, gaps;
    double below = 0;
    for (const char* name : {"txtBoatName", "txtRegistrationNo", "numLengthOverall", "cboHull"}) {
        const Control& field = named(form, name);
        ends.insert(labelOf(form, field.id)->box.right());
        begins.insert(field.box.left);
        if (below > 0) gaps.insert(field.box.top - below);
        below = field.box.bottom();
    }
    EXPECT_EQ(ends.size(), 1u);
    EXPECT_EQ(begins.size(), 1u);
    EXPECT_EQ(gaps.size(), 1u);
    EXPECT_EQ(named(form, "numDraught").box.right(), named(form, "txtBoatName").box.right())
        << "the right edge is one line";
    EXPECT_EQ(named(form, "dtmWantedFrom").box.left, named(form, "txtBoatName").box.left)
        << "and fields do not jump when a page is turned";
}

TEST(LayOut, TheSettingsOfTheEmptyFormAreKept) {
    Form start = withProperty(newForm(Kind::dialog), {rootId}, Prop::labelsSit, std::string("above"));
    Form form = laidOut(readJotting(booking).value(), start, fonts());
    expectCareful(form);
    const Control& field = named(form, "txtBoatName");
    EXPECT_LT(labelOf(form, field.id)->box.bottom(), field.box.top) << "labels above their fields";
    EXPECT_EQ(labelOf(form, field.id)->box.left, field.box.left);
    EXPECT_EQ(form.root().text(Prop::labelsSit), "above");
}

TEST(LayOut, ButtonsStandAtTheFootAndTheOneWithAStarAccepts) {
    Form form = jotted(booking);
    const Control& book = named(form, "btnBookLift");
    EXPECT_EQ(book.parent, rootId);
    EXPECT_EQ(book.text(Prop::buttonRole), "accept");
    EXPECT_EQ(named(form, "btnCancel").text(Prop::buttonRole), "cancel");
    EXPECT_GT(book.box.top, form.find(form.root().children[0])->box.bottom());
}

TEST(LayOut, ADocumentGoesOnOnAFurtherPage) {
    std::string rows = "# Long\n";
    for (int i = 0; i < 60; ++i) rows += "Field number " + std::to_string(i) + ": text 30\n";
    Form form = jotted(rows, Kind::document);
    EXPECT_GE(form.root().children.size(), 3u);
    expectCareful(form);
    for (Id page : form.root().children)
        for (Id id : form.find(page)->children)
            EXPECT_LE(form.find(id)->box.bottom(), withinMargins(form).bottom() + 0.01);
}

TEST(LayOut, AFrameThatNoPageHoldsGoesOnWithoutItsLine) {
    std::string rows = "### Everything\n";
    for (int i = 0; i < 40; ++i) rows += "Field " + std::to_string(i) + ": text 30\n";
    Form form = jotted(rows, Kind::document);
    EXPECT_EQ(named(form, "Everything").text(Prop::role), "heading3");
    EXPECT_GE(form.root().children.size(), 2u);
    expectCareful(form);
}

TEST(JotInto, RowsGoUnderTheSelectionInTheColumnsThatAreThere) {
    Form form = jotted(booking);
    const Control hull = named(form, "cboHull"), frame = named(form, "Lift by");
    const double high = form.root().box.height;
    Edited added = jottedInto(
        form, hull.parent, hull.id,
        readJotting("Survey: date; Insurer: combo [Harbour Mutual, Northgate, Other…] !\nBerth: text 4").value(),
        fonts());
    const Control& survey = named(added.form, "dtmSurvey");
    EXPECT_EQ(survey.box.left, hull.box.left);
    EXPECT_GE(survey.box.top, hull.box.bottom());
    EXPECT_LT(survey.box.bottom(), named(added.form, "txtBerth").box.top);
    EXPECT_LT(named(added.form, "txtBerth").box.bottom(), named(added.form, "Lift by").box.top)
        << "what stood below has moved down";
    EXPECT_GT(named(added.form, "Lift by").box.top, frame.box.top);
    EXPECT_GT(added.form.root().box.height, high) << "and the dialog has grown";
    expectCareful(added.form);
    // In tab order, too, the new fields come after the one they stand under.
    const auto& order = added.form.find(hull.parent)->children;
    auto place = [&](const char* name) { return std::ranges::find(order, named(added.form, name).id) - order.begin(); };
    EXPECT_LT(place("cboHull"), place("dtmSurvey"));
    EXPECT_LT(place("txtBerth"), place("Lift by"));
}

namespace {

/// Rows as somebody might jot them: fields alone and together, frames, questions, wording, lines.
Jotting anyRows() {
    static const std::vector<std::string> labels = {
        "Boat name", "To", "Length overall", "Anything else that the office should know", "Łódź", "Berth", "A"};
    Jotting rows;
    const int count = *rc::gen::inRange(1, 14);
    bool framed = false;
    for (int i = 0; i < count; ++i) {
        const int what = *rc::gen::inRange(0, 10);
        if (what == 0) {
            rows.push_back(
                {framed ? JotRow::What::frameEnd : JotRow::What::frame, framed ? "" : "Mooring wanted", {}, {}});
            framed = !framed;
        } else if (what == 1) {
            rows.push_back({JotRow::What::wording,
                            "The yard confirms within two days, unless the slip is taken or the weather is against it.",
                            {},
                            {}});
        } else if (what == 2) {
            rows.push_back({JotRow::What::line, "", {}, {}});
        } else {
            JotRow row{JotRow::What::fields, "", {}, {}};
            const int fields = *rc::gen::inRange(1, 4);
            for (int k = 0; k < fields; ++k) {
                JotField f;
                f.label = *rc::gen::elementOf(labels);
                f.kind = *rc::gen::element(Kind::textBox, Kind::numberBox, Kind::dateBox, Kind::comboBox, Kind::listBox,
                                           Kind::checkBox, Kind::radioButton);
                f.radio = f.kind == Kind::radioButton;
                if (f.radio || f.kind == Kind::comboBox || f.kind == Kind::listBox)
                    f.own.set(Prop::choices, Choices{{"GRP", "GRP"},
                                                     {"Timber", "Timber"},
                                                     {"Steel, painted twice", "Steel, painted twice"}});
                if (f.kind == Kind::textBox && *rc::gen::arbitrary<bool>())
                    f.own.set(Prop::maxLength, double(*rc::gen::inRange(1, 80)));
                if (f.kind == Kind::textBox && *rc::gen::inRange(0, 4) == 0) {
                    f.columns = *rc::gen::inRange(10, 70), f.rows = *rc::gen::inRange(2, 6);
                    f.own.set(Prop::lines, std::string("many"));
                }
                row.fields.push_back(f);
            }
            rows.push_back(row);
        }
    }
    return rows;
}

/// The first fault that a careful person would not have made; empty when there is none.
std::string fault(const Form& form) {
    for (Id id : allIds(form)) {
        const Control& c = *form.find(id);
        const Control& holder = *form.find(c.parent);
        if (c.kind == Kind::page || c.kind == Kind::tabPage) continue;
        const Box area = boxOf(form, holder);
        if (c.box.left < -0.01 || c.box.top < -0.01 || c.box.right() > area.width + 0.01 ||
            c.box.bottom() > area.height + 0.01)
            return c.name + " sticks out of " + holder.name;
        for (Id other : holder.children)
            if (other != id && c.box.touches(form.find(other)->box))
                return c.name + " lies over " + form.find(other)->name;
    }
    return "";
}

}  // namespace

TEST(LayOut, WhateverIsJottedNothingOverlapsOrSticksOut) {
    EXPECT_TRUE(rc::check([] {
        const Jotting rows = anyRows();
        for (Kind kind : {Kind::dialog, Kind::document})
            for (const char* sit : {"left", "above"}) {
                Form start = withProperty(newForm(kind), {rootId}, Prop::labelsSit, std::string(sit));
                Form form = laidOut(rows, start, fonts());
                if (std::string wrong = fault(form); !wrong.empty())
                    RC_FAIL(wrong + " in a " + std::string(row(kind).word) + ", labels " + sit + "\n" +
                            jottingText(rows));
            }
    }));
}

TEST(JotInto, WhateverIsAddedNothingOverlapsOrSticksOut) {
    EXPECT_TRUE(rc::check([] {
        Form form = laidOut(anyRows(), newForm(Kind::dialog), fonts());
        for (int i = 0; i < 2; ++i) {
            const auto& children = form.root().children;
            const Id under =
                children.empty() ? noControl : children[*rc::gen::inRange<std::size_t>(0, children.size())];
            const Jotting rows = anyRows();
            form = jottedInto(form, rootId, under, rows, fonts()).form;
            if (std::string wrong = fault(form); !wrong.empty()) RC_FAIL(wrong + "\n" + jottingText(rows));
        }
    }));
}
