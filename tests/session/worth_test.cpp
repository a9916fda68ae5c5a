// Formulas over a form that is being filled.
#include "core/session/result.h"

#include "core/rules/signs.h"

#include "tests/session/session_support.h"

using namespace brindel;
using namespace brindel::test;

namespace {

std::string result(const FormSession& s, const std::string& formula, Id from = noControl) {
    const auto tree = readFormula(formula);
    if (!tree) return tree.error().sentence.text();
    const Scalar value = resultOf(s, **tree, from);
    if (const auto* error = std::get_if<FormulaError>(&value)) return std::string(errorText(*error));
    return std::get<std::string>(asText(value));
}

}  // namespace

TEST(Result, NamesAreTheTypedValuesOfFields) {
    FormSession s(jotted("Boat: text 20\nLength: number 0..30 .1 m\nFrom: date; Until: date\nStart: time\nMast: check\n"
                         "Hull: combo [g = GRP, s = Steel, Other…]\nLift: radio [c = Cradle, h = Hoist]\n"
                         "Jobs: ticks [Wash, Scrape, Antifoul]\nShed: group [open = Open yard, shed = Shed]\n"),
                  today, 570);
    EXPECT_EQ(result(s, "numLength * 2"), "0") << "nothing counts as 0";
    EXPECT_EQ(result(s, "ISBLANK(numLength)"), "TRUE");
    s.type(id(s, "numLength"), "12.5");
    s.type(id(s, "txtBoat"), "Gull");
    s.type(id(s, "dtmFrom"), "2026-04-01");
    s.leave(id(s, "dtmFrom"));
    s.type(id(s, "timStart"), "08:30");
    s.tick(id(s, "chkMast"), true);
    s.type(id(s, "cboHull"), "GRP");
    s.pick(id(s, "lstJobs"), {0, 2});
    s.pick(id(s, "chgShed"), {1});
    EXPECT_EQ(result(s, "numLength * 2"), "25");
    EXPECT_EQ(result(s, "txtBoat & \"!\""), "Gull!");
    EXPECT_EQ(result(s, "dtmFrom = TODAY()"), "TRUE");
    EXPECT_EQ(result(s, "TEXT(EDATE(dtmFrom; 1); \"yyyy-mm-dd\")"), "2026-05-01");
    EXPECT_EQ(result(s, "ISBLANK(dtmUntil)"), "TRUE");
    EXPECT_EQ(result(s, "timStart * 24"), "8.5");
    EXPECT_EQ(result(s, "IF(chkMast; 1; 2)"), "1");
    EXPECT_EQ(result(s, "cboHull"), "g") << "the value, not the wording";
    EXPECT_EQ(result(s, "COUNTA(lstJobs)"), "2");
    EXPECT_EQ(result(s, "COUNTIF(lstJobs; \"wash\")"), "1");
    EXPECT_EQ(result(s, "chgShed"), "shed");
    s.type(id(s, "cboHull"), "Cork");
    EXPECT_EQ(result(s, "cboHull"), "Cork");
    // A question by its name, and by that of a button.
    const Id hoist = named(s.form(), "Hoist").id;
    const std::string question = s.form().index()->answerName(hoist);
    EXPECT_EQ(result(s, "ISBLANK(" + nameInFormula(question) + ")"), "TRUE");
    s.tick(hoist, true);
    EXPECT_EQ(result(s, nameInFormula(question)), "h");
    EXPECT_EQ(result(s, nameInFormula(s.form().find(hoist)->name)), "h");
    EXPECT_EQ(result(s, "numNothing + 1"), "#NAME?");
    EXPECT_EQ(result(s, "HOUR(NOW())"), "9");
}

TEST(Result, AColumnIsAListFromOutsideAndTheOwnRowFromInside) {
    Form form = jotted("Work: table [Work, Hours, Price] 2\nTotal: number\n");
    Id table = noControl;
    for (Id one : allIds(form))
        if (form.find(one)->is().grid) table = one;
    form = withProperty(form, {table}, Prop::rowsMost, 4.0);
    FormSession s(form, today);
    const std::string hours = columnName(form, form.find(form.find(table)->children[1])->children[0]),
                      price = columnName(form, form.find(form.find(table)->children[2])->children[0]);
    EXPECT_EQ(hours, "numHours");
    auto cell = [&](std::size_t row, std::size_t column) {
        return s.form().find(s.form().find(table)->children[row * 3 + column])->children[0];
    };
    s.type(cell(0, 1), "2");
    s.type(cell(1, 1), "3");
    s.type(cell(1, 2), "10.5");
    EXPECT_EQ(result(s, "SUM(" + hours + ")"), "5");
    EXPECT_EQ(result(s, hours + " * " + price, cell(1, 0)), "31.5");
    EXPECT_EQ(result(s, hours + " * " + price, cell(0, 0)), "0") << "the price of that row is empty";
    EXPECT_EQ(result(s, hours + " * 2"), "#VALUE!") << "a list where one value is expected";
    EXPECT_EQ(result(s, hours + "1 * 2"), "4") << "a field by its own name";
    // Rows that the filler adds count.
    ASSERT_TRUE(s.addRow(table));
    s.type(cell(2, 1), "7");
    EXPECT_EQ(result(s, "SUM(" + hours + ")"), "12");
    EXPECT_EQ(result(s, "COUNT(" + price + ")"), "1");
    EXPECT_EQ(result(s, s.form().find(cell(2, 1))->name + " + 1"), "8") << "a later field by its own name";
}
