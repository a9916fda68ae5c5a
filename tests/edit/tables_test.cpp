#include "core/edit/tables.h"

#include "core/draw/draw_control.h"
#include "core/layout/growing.h"
#include "tests/support.h"

using namespace brindel;
using namespace brindel::test;

namespace {

Form tableForm(Kind kind = Kind::dialog) {
    return jotted("Items: table [2=Work, Hours, Parts] 2\nNote: text 20\n", kind);
}
const Control& table(const Form& form) {
    for (Id id : allIds(form))
        if (form.find(id)->kind == Kind::table) return *form.find(id);
    throw std::runtime_error("no table");
}
/// What stands in the cells, row by row; - for an empty one.
std::string inside(const Form& form) {
    std::string names;
    for (Id cell : table(form).children) {
        const auto& held = form.find(cell)->children;
        names += (names.empty() ? "" : " ") + (held.empty() ? "-" : form.find(held[0])->name);
    }
    return names;
}
/// Cells tile the table, and what is in a cell fills it.
void expectSettled(const Form& form) {
    const Control& t = table(form);
    const Grid grid = gridOf(t);
    ASSERT_EQ(t.children.size(), (grid.across.size() - 1) * std::size_t(t.number(Prop::rows)));
    for (std::size_t i = 0; i < t.children.size(); ++i) {
        const Control& cell = *form.find(t.children[i]);
        EXPECT_EQ(cell.box, cellBox(t, i));
        for (Id id : cell.children)
            EXPECT_EQ(form.find(id)->box, insideCell(form, {0, 0, cell.box.width, cell.box.height}));
    }
}

}  // namespace

TEST(Tables, CellsAreFilledAndNamedByTheirColumn) {
    const Form form = tableForm();
    EXPECT_EQ(inside(form), "txtWork1 numHours1 txtParts1 txtWork2 numHours2 txtParts2");
    EXPECT_EQ(calledBy(form, named(form, "numHours2")), "Hours, row 2");
    expectSettled(form);
}

TEST(Tables, ColumnsThatStayKeepWhatTheyHold) {
    Form form = tableForm();
    const Id hours = named(form, "numHours2").id;
    form = withProperty(form, {table(form).id}, Prop::columns, Choices{{"1", "Hours"}, {"1", "By"}, {"2", "Work"}});
    expectSettled(form);
    EXPECT_EQ(inside(form), "numHours1 txtBy1 txtWork1 numHours2 txtBy2 txtWork2")
        << "Parts became By, and is named so";
    EXPECT_EQ(form.find(form.find(table(form).children[3])->children[0])->id, hours);
    form = withProperty(form, {table(form).id}, Prop::columns, Choices{{"1", "Hours"}});
    EXPECT_EQ(inside(form), "numHours1 numHours2");
    EXPECT_EQ(form.named("txtWork1"), nullptr) << "what a column held goes with it";
}

TEST(Tables, RowsComeAndGoAtTheEnd) {
    Form form = withProperty(tableForm(), {table(tableForm()).id}, Prop::rows, 3.0);
    expectSettled(form);
    EXPECT_EQ(inside(form), "txtWork1 numHours1 txtParts1 txtWork2 numHours2 txtParts2 txtWork3 numHours3 txtParts3");
    form = withProperty(form, {table(form).id}, Prop::columns,
                        Choices{{"2", "Work"}, {"1", "Hours"}, {"1", "Parts"}, {"1", "By"}});
    EXPECT_EQ(inside(form).substr(0, 38), "txtWork1 numHours1 txtParts1 txtBy1 tx");
    form = withProperty(form, {table(form).id}, Prop::columns, Choices{{"2", "Work"}, {"1", "Hours"}, {"1", "Parts"}});
    form = withProperty(form, {table(form).id}, Prop::rows, 1.0);
    EXPECT_EQ(inside(form), "txtWork1 numHours1 txtParts1");
    expectSettled(form);
}

TEST(Tables, SizingCarriesTheCells) {
    Form form = tableForm();
    const Box box = table(form).box;
    form = boxed(form, table(form).id, {box.left, box.top, box.width + 90, box.height + 31});
    expectSettled(form);
    // What fills a cell cannot be moved out of its place by itself.
    const Id field = named(form, "txtWork1").id;
    EXPECT_EQ(shifted(form, {field}, 20, 20).find(field)->box, form.find(field)->box);
}

TEST(Tables, ACellHoldsOneControl) {
    Form form = tableForm();
    const Id cell = named(form, "txtWork1").parent;
    Control combo = freshControl(Kind::comboBox);
    form = placed(form, cell, combo).form;
    ASSERT_EQ(form.find(cell)->children.size(), 1u);
    EXPECT_EQ(form.find(form.find(cell)->children[0])->kind, Kind::comboBox);
    expectSettled(form);
    EXPECT_TRUE(placed(form, cell, freshControl(Kind::frame)).ids.empty()) << "nothing with rows of its own";
    const Id note = named(form, "txtNote").id;
    form = rehoused(form, {note}, cell);
    EXPECT_EQ(form.find(cell)->children, std::vector<Id>{note});
    expectSettled(form);
}

TEST(Tables, CopiesBringTheirCellsAlong) {
    Form form = tableForm();
    Edited copy = pasted(form, rootId, clipping(form, {table(form).id}), 10, 300);
    const Control& made = *copy.form.find(copy.ids[0]);
    ASSERT_EQ(made.children.size(), 6u);
    EXPECT_EQ(copy.form.find(copy.form.find(made.children[4])->children[0])->kind, Kind::numberBox);
}

TEST(Tables, AColumnIsSelectedFromOneOfItsFields) {
    const Form form = tableForm();
    EXPECT_EQ(columnOf(form, named(form, "numHours1").id),
              (Ids{named(form, "numHours1").id, named(form, "numHours2").id}));
    EXPECT_EQ(columnOf(form, named(form, "txtNote").id), Ids{named(form, "txtNote").id});
}

TEST(Growing, RowsThatFillersAddPushDownWhatStandsBelow) {
    Form form = withProperty(tableForm(), {table(tableForm()).id}, Prop::rowsMost, 3.0);
    const double before = named(form, "txtNote").box.top, high = form.root().box.height;
    const double row = table(form).box.height / 3;
    Form more = rowAdded(form, table(form).id);
    expectSettled(more);
    EXPECT_NEAR(named(more, "txtNote").box.top, before + row, 0.01);
    EXPECT_NEAR(more.root().box.height, high + row, 0.01);
    EXPECT_EQ(named(more, "numHours3").kind, Kind::numberBox);
    EXPECT_TRUE(sameContent(rowAdded(more, table(more).id), more)) << "three at most";
    Form less = rowTaken(more, table(more).id);
    EXPECT_NEAR(less.root().box.height, high, 0.01);
    EXPECT_EQ(inside(less), inside(form));
}

TEST(Growing, APageTakesRowsOnlyWhileItHasRoom) {
    Form form = withProperty(tableForm(Kind::document), {table(tableForm(Kind::document)).id}, Prop::rowsMost, 100.0);
    int rows = 2;
    for (; takesRow(form, table(form).id) && rows < 60; ++rows) form = rowAdded(form, table(form).id);
    EXPECT_GT(rows, 10);
    EXPECT_LT(rows, 60);
    EXPECT_LE(onSurface(form, named(form, "txtNote").id).bottom(), withinMargins(form).bottom() + 0.01);
}

TEST(Tables, AFileWithCellsMissingIsReadAndMendedByTheNextEdit) {
    auto file = nlohmann::json::parse(formText(tableForm()));
    for (auto& control : file["controls"])
        if (control["kind"] == "table") {
            control["cells"].erase(4);
            control["cells"].erase(0);
        }
    auto opened = readForm(file.dump());
    ASSERT_TRUE(opened) << opened.error().sentence;
    EXPECT_EQ(table(opened->form).children.size(), 4u);
    const Drawing drawn = drawnSurface(opened->form, rootId, DrawOptions{fonts()});
    EXPECT_FALSE(drawn.empty());
    expectSettled(withProperty(opened->form, {table(opened->form).id}, Prop::rows, 3.0));
    // A cell anywhere else, or anything else in a table, is refused with its place.
    auto wrong = nlohmann::json::parse(formText(tableForm()));
    for (auto& control : wrong["controls"])
        if (control["kind"] == "table") control["cells"][0]["kind"] = "label";
    auto refused = readForm(wrong.dump());
    ASSERT_FALSE(refused);
    EXPECT_NE(refused.error().place.find("cells[0].kind"), std::string::npos) << refused.error().place;
}

TEST(Tables, SharesOfTheWidthAndTheHeadMakeTheGrid) {
    Control t = freshTable();
    t.box = {0, 0, 400, 100};
    Grid grid = gridOf(t);
    EXPECT_EQ(grid.across, (std::vector<double>{0, 200, 300, 400}));
    EXPECT_EQ(grid.down, (std::vector<double>{0, 25, 50, 75, 100}));
    t.set(Prop::headRow, false);
    t.set(Prop::rows, 2.0);
    grid = gridOf(t);
    EXPECT_EQ(grid.down, (std::vector<double>{0, 50, 100}));
    EXPECT_EQ(cellBox(t, 4), (Box{200, 50, 100, 50}));
    EXPECT_EQ(cellBox(t, 99).height, 0) << "beyond the last row there is nothing";
    t.set(Prop::columns, Choices{});
    EXPECT_EQ(gridOf(t).across.size(), 2u) << "a table without columns counts as one";
}
