// What jotting says of steps, line breaks, sections, and of forms as large as they come.
#include "core/edit/tables.h"
#include "tests/support.h"

using namespace brindel;
using namespace brindel::test;

namespace {
std::string writtenBack(const std::string& row) {
    return jottingText(asJotting(jotted(row + "\n")).rows);
}
}  // namespace

TEST(JotSteps, WhatStandsBehindThePointIsTheStep) {
    for (const auto& [row, step, decimals] :
         std::vector<std::tuple<std::string, double, double>>{{"N: number 0..200 .5 h", 0.5, 1},
                                                              {"N: number .1", 0.1, 1},
                                                              {"N: number .01", 0.01, 2},
                                                              {"N: number .25", 0.25, 2},
                                                              {"N: number .50", 0.5, 2},
                                                              {"N: number by 5", 5, 0},
                                                              {"N: number .00 by 5", 5, 2},
                                                              {"N: number", 1, 0}}) {
        const Form form = jotted(row + "\n");
        EXPECT_EQ(named(form, "numN").number(Prop::step), step) << row;
        EXPECT_EQ(named(form, "numN").number(Prop::decimals), decimals) << row;
        EXPECT_EQ(writtenBack(row), row + "\n");
    }
    for (const char* wrong : {"N: number .", "N: number by", "N: number by x", "N: number .0123456789"})
        EXPECT_FALSE(readJotting(std::string(wrong) + "\n")) << wrong;
}

TEST(JotBreaks, ALineBreakInWordingStaysOne) {
    Form form = jotted("> One\nA: text 5\n");
    form = reworded(form, named(form, "One").id, "Boat: text 30\nsecond \\n line");
    form = reworded(form, named(form, "A").id, "Length\nin m");
    const std::string text = jottingText(asJotting(form).rows);
    EXPECT_EQ(text, "> Boat: text 30\\nsecond \\\\n line\nLength\\nin m: text 5\n");
    const Form back = jotted(text);
    EXPECT_EQ(jottingText(asJotting(back).rows), text);
    EXPECT_EQ(named(back, "Boat: text 30\nsecond \\n line").kind, Kind::label);
}

TEST(JotBreaks, WhatJottingCannotSayOfLabelsAndButtonsIsListed) {
    Form form = jotted("A: text 5\n[OK]*\n");
    form = withProperty(form, {named(form, "A").id}, Prop::textColour, std::string("#112233"));
    form = withProperty(form, {named(form, "OK").id}, Prop::hint, std::string("Books it"));
    const std::vector<std::string> lost = asJotting(form).cannotSay;
    EXPECT_EQ(lost, (std::vector<std::string>{"Text colour of “A”", "Hint of “btnOK”"}));
}

TEST(JotBounds, AFieldOfAnySizeIsToldSoThatItReadsBack) {
    Form form = jotted("A: text 60x3\n");
    form = boxed(form, named(form, "txtA").id, {20, 20, 9000, 9000});
    EXPECT_TRUE(readJotting(jottingText(asJotting(form).rows)));
}

TEST(JotInto, SectionsStandOverTheirOwnRows) {
    const Form form = jotted("Zero: text 5\n");
    const Edited made = jottedInto(form, rootId, noControl,
                                   readJotting("## First\nAlpha: text 5\n## Second\nBeta: text 5\n").value(), fonts());
    const auto top = [&](const char* name) { return named(made.form, name).box.top; };
    EXPECT_LT(top("First"), top("txtAlpha"));
    EXPECT_LT(top("txtAlpha"), top("Second"));
    EXPECT_LT(top("Second"), top("txtBeta"));
}

TEST(JotBounds, MarksOfByteOrderAndTheLastLineFeed) {
    EXPECT_TRUE(readJotting("\xEF\xBB\xBF# F\nA: text 5\n"));
    EXPECT_EQ(readJotting("\xEF\xBB\xBFName: text 5\n").value()[0].fields[0].label, "Name");
    std::string rows;
    for (int i = 0; i < 20000; ++i) rows += "> x\n";
    EXPECT_EQ(readJotting(rows).value().size(), 20000u);
    EXPECT_FALSE(readJotting(rows + "> x\n"));
}

TEST(JotBounds, ALargeTableAndManyRowsAreNamedTogether) {
    std::string columns;
    for (int i = 0; i < 50; ++i) columns += (i ? ", C" : "C") + std::to_string(i);
    const Form table = jotted("T: table [" + columns + "] 200\n");
    EXPECT_EQ(table.controls.size(), 1 + 2 + 2 * 50u * 200u);
    std::set<std::string> names;
    table.controls.each([&](Id, const Control& c) {
        if (isFilled(c)) EXPECT_TRUE(names.insert(c.name).second) << c.name;
    });
    EXPECT_EQ(names.size(), 10000u);
    std::string rows;
    for (int i = 0; i < 3000; ++i) rows += "Boat name: text 30\n";
    const Form many = jotted(rows);
    EXPECT_EQ(named(many, "txtBoatName3000").kind, Kind::textBox);
}
