// What can no longer work, and what becomes of it.
#include "core/edit/rule_fixes.h"

#include "core/edit/rule_copy.h"
#include "core/rules/rule_fit.h"
#include "core/rules/rule_text.h"
#include "core/session/form_session.h"
#include "tests/support.h"

using namespace brindel;
using namespace brindel::test;

namespace {

Form broken() {
    Form form = jotted(
        "Boat: text 9\nHull: combo [GRP, Steel]\nBerth: combo [A1, A2]\nSum: number = numA + 1\nA: number\n[Go]\n"
        "when btnGo is pressed if numA > 2: say \"x\"; show txtBoat\nwhen btnGo is pressed: clear txtBoat\n"
        "when btnGo is pressed if numA > 9: say numA\n");
    form = withProperty(form, {named(form, "cboBerth").id}, Prop::choicesBy, Reference{named(form, "cboHull").id});
    // As a file can have it: what is spoken of is gone.
    return removed(form, {named(form, "txtBoat").id, named(form, "cboHull").id, named(form, "numA").id});
}

std::vector<std::string> told(const Form& form) {
    std::vector<std::string> all;
    for (const BrokenRule& one : brokenRules(form))
        all.push_back(calledBy(form, *form.find(one.on)) + ": " + one.says.text() + " " + one.fix.text());
    return all;
}

}  // namespace

TEST(RuleMends, SayWhatIsTheMatterAndPutItRight) {
    const Form form = broken();
    const auto all = told(form);
    EXPECT_TRUE(std::ranges::find(all, "Sum: There is no field “numA”. Remove the formula") != all.end());
    EXPECT_TRUE(std::ranges::find(all, "Go: The control that it should show was deleted. Remove the step") !=
                all.end());
    EXPECT_TRUE(std::ranges::find(all, "Go: The control that it should clear was deleted. Remove the step") !=
                all.end());
    EXPECT_TRUE(std::ranges::find(all, "Go: There is no field “numA”. Switch the rule off") != all.end());
    for (const std::string& one : all) SCOPED_TRACE(one);
    const Form next = allRulesFixed(form);
    EXPECT_TRUE(brokenRules(next).empty()) << told(next).front();
    const Rules& rules = named(next, "btnGo").rules;
    ASSERT_EQ(rules.size(), 2u) << "one had nothing left to do";
    EXPECT_EQ(rules[0].steps.size(), 1u);
    EXPECT_TRUE(rules[0].off && rules[1].off);
    EXPECT_EQ(named(next, "numSum").text(Prop::workedOut), "");
    FormSession session(next, today);
    EXPECT_TRUE(session.press(named(next, "btnGo").id).says.empty());
}

TEST(RuleCopies, SpeakOfTheOtherControl) {
    Form form = jotted(
        "A: text 9\nB: text 9\nC: check\n[Go]\nwhen txtA is left if LEN(txtA) > 3: set txtA to UPPER(txtA); put the "
        "cursor in txtB\n");
    const Id a = named(form, "txtA").id, b = named(form, "txtB").id;
    const Form next = ruleCopied(form, a, 0, b);
    EXPECT_EQ(ruleText(next, b, next.find(b)->rules.at(0)),
              "when txtB is left if LEN(txtB) > 3: set txtB to UPPER(txtB); put the cursor in txtB");
    EXPECT_EQ(next.find(a)->rules, form.find(a)->rules);
    EXPECT_TRUE(sameContent(ruleCopied(next, a, 0, b), next)) << "it has it already";
    EXPECT_TRUE(sameContent(ruleCopied(form, a, 0, named(form, "btnGo").id), form)) << "a button is never left";
    EXPECT_TRUE(sameContent(ruleCopied(form, a, 7, b), form));
    EXPECT_TRUE(sameContent(ruleCopied(form, a, 0, Id(999)), form));
    EXPECT_TRUE(hasEvent(form.root(), Event::opens) && !hasEvent(form.root(), Event::left));
    EXPECT_TRUE(hasEvent(named(form, "chkC"), Event::ticked) && !hasEvent(*form.find(a), Event::ticked));
}

TEST(RuleMends, ACircleIsAPersonsToBreak) {
    const Form form = jotted("A: number = numB\nB: number = numA\n");
    const auto all = brokenRules(form);
    ASSERT_EQ(all.size(), 2u);
    EXPECT_TRUE(all[0].fix.empty());
    EXPECT_EQ(all[0].says, "It is part of a circle.");
    EXPECT_TRUE(sameContent(allRulesFixed(form), form));
    EXPECT_TRUE(brokenRules(jotted(booking)).empty());
}

TEST(RuleMends, ListsThatFormulasAskForAreThere) {
    auto says = [](const std::string& formula) {
        Form form = testForm("boat-lookup");
        form = withProperty(form, {named(form, "txtOwner").id}, Prop::workedOut, formula);
        const auto all = brokenRules(form);
        return all.empty() ? "" : all[0].says.text();
    };
    EXPECT_EQ(says("VLOOKUP(cboBoat; LIST(cboBoat); \"Owner\"; FALSE)"), "");
    EXPECT_EQ(says("IF(TRUE; SUM(LIST(cboBoat; \"Draught\")))"), "The list of “cboBoat” has no column “Draught”.");
    EXPECT_EQ(says("ROWS(LIST(numLength))"), "“numLength” has no list: its choices are not a column of a file.");
    EXPECT_EQ(says("ROWS(LIST(\"cboBoat\"))"), "LIST needs the name of a field whose choices are a column of a file.");
}
