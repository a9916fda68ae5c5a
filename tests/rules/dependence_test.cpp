// What depends on what, and in which order it is worked out.
#include "core/rules/dependence.h"

#include "core/edit/edits.h"
#include "tests/support.h"

using namespace brindel;
using namespace brindel::test;

namespace {

std::vector<std::string> order(const Form& form) {
    std::vector<std::string> names;
    for (const Worked& one : dependenceIn(form)->formulas()) names.push_back(form.find(one.on)->name);
    return names;
}
std::size_t placeIn(const std::vector<std::string>& all, const std::string& name) {
    return std::size_t(std::ranges::find(all, name) - all.begin());
}

}  // namespace

TEST(Dependence, NothingIsWorkedOutBeforeWhatItSpeaksOf) {
    const Form form = jotted(
        "Total: number = numDuty + numNet\nDuty: number = numNet * 0.2\nNet: number = numHours * 45\nHours: number\n");
    const auto all = order(form);
    ASSERT_EQ(all.size(), 3u);
    EXPECT_LT(placeIn(all, "numNet"), placeIn(all, "numDuty"));
    EXPECT_LT(placeIn(all, "numDuty"), placeIn(all, "numTotal"));
    const auto graph = dependenceIn(form);
    EXPECT_EQ(graph->dependents(named(form, "numHours").id).size(), 1u);
    EXPECT_EQ(graph->dependents(named(form, "numNet").id).size(), 2u);
    EXPECT_TRUE(graph->dependents(named(form, "numTotal").id).empty());
    EXPECT_TRUE(graph->circles().empty());
    EXPECT_EQ(dependenceIn(form), graph) << "made once for a form";
}

TEST(Dependence, ACircleIsToldWithItsPath) {
    Form form = jotted(
        "A: number = numB + 1\nB: number = numC + 1\nC: number = numA + 1\nD: number = numA\nE: number = numE\nF: "
        "number = 2\n");
    const auto graph = dependenceIn(form);
    ASSERT_EQ(graph->circles().size(), 2u);
    auto names = [&](const std::vector<Id>& path) {
        std::vector<std::string> all;
        for (Id id : path) all.push_back(form.find(id)->name);
        return all;
    };
    EXPECT_EQ(names(graph->circles()[0]), (std::vector<std::string>{"numA", "numB", "numC"}));
    EXPECT_EQ(names(graph->circles()[1]), (std::vector<std::string>{"numE"}));
    std::map<std::string, bool> circling;
    for (const Worked& one : graph->formulas()) circling[form.find(one.on)->name] = one.inCircle;
    EXPECT_TRUE(circling.at("numB") && circling.at("numE"));
    EXPECT_FALSE(circling.at("numD")) << "what hangs on a circle is not in it";
}

TEST(Dependence, WhatShowsIsNoCircleOfWhatItShows) {
    Form form = jotted("Mast: check\nHeight: number\n");
    const Id height = named(form, "numHeight").id;
    form = withFormula(form, {height}, Prop::visible, "chkMast");
    form = withProperty(form, {height}, Prop::valid, std::string("numHeight < 20"));
    const auto graph = dependenceIn(form);
    EXPECT_TRUE(graph->circles().empty());
    EXPECT_EQ(graph->formulas().size(), 2u);
    EXPECT_EQ(graph->formulasOf(height).size(), 2u);
}

TEST(Dependence, ColumnsMeanTheirRowWithinAndAllOutside) {
    const Form form = jotted("Work: table [2=Item, Hours, Rate, Price] 3\nTotal: number\n");
    const auto spot = spotOf(form, named(form, "numPrice1").id);
    ASSERT_TRUE(spot);
    const Id second = fieldInRow(form, *spot, 1)->id;
    const Meaning own = meaningOf(form, "numHours", second);
    ASSERT_EQ(own.fields.size(), 1u);
    EXPECT_EQ(spotOf(form, own.fields[0])->row, 1u);
    const Meaning column = meaningOf(form, "numHours", named(form, "numTotal").id);
    EXPECT_TRUE(column.column);
    EXPECT_EQ(column.fields.size(), 3u);
    EXPECT_FALSE(meaningOf(form, "numNothing").known);
}

TEST(Dependence, AChainOfAnyLengthIsNoDepth) {
    std::string rows = "N0: number\n";
    for (int i = 1; i < 3000; ++i)
        rows += "N" + std::to_string(i) + ": number = numN" + std::to_string(i - 1) + " + 1\n";
    const Form form = jotted(rows, Kind::document);
    const auto graph = dependenceIn(form);
    ASSERT_EQ(graph->formulas().size(), 2999u);
    for (std::size_t i = 0; i < graph->formulas().size(); ++i)
        EXPECT_EQ(form.find(graph->formulas()[i].on)->name, "numN" + std::to_string(i + 1));
}
