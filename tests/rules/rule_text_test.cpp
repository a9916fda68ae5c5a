// Rules as lines that are typed and jotted.
#include "core/rules/rule_text.h"

#include <rapidcheck.h>
#include "core/edit/edits.h"
#include "core/rules/rule_fit.h"

#include "tests/support.h"

using namespace brindel;
using namespace brindel::test;

namespace {

const char* const rows =
    "Boat: text 20\nLength: number\nMast: check\n### Rig\nHeight: number\n###\nWork: table [Job, Hours] 2\nNote: text "
    "60\n"
    "[Go] [Cancel]\n";

/// The mistake of a line, and what stands from its place on.
std::pair<std::string, std::string> mistakeOf(const std::string& line) {
    const auto read = readRule(line);
    if (read) return {"it reads right", ""};
    return {read.error().sentence.text(), line.substr(std::min(read.error().at, line.size()))};
}
using Mistaken = std::pair<std::string, std::string>;

}  // namespace

TEST(RuleText, EveryEventAndStepReadsBackWhereItFits) {
    const Form form = jotted(
        "## One\nBoat: text 20\nMast: check\n### Rig\nHeight: number\n###\n[Next]\n## Two\nWork: table [Job, Hours] "
        "2\n");
    std::vector<Id> ids{rootId};
    for (Id id : allIds(form)) ids.push_back(id);
    auto first = [&](auto fits) {
        for (Id id : ids)
            if (fits(*form.find(id))) return id;
        return noControl;
    };
    for (const EventRow& event : allEvents())
        for (const ActionRow& does : allActions()) {
            const Id whose = first([&](const Control& c) { return hasEvent(c, event.event); });
            const Id on = does.onControl ? first([&](const Control& c) { return takesStep(c, does.does); }) : noControl;
            Rule rule{event.event, event.event == Event::key ? "Ctrl+F5" : "", "numHeight > 12", {}};
            rule.steps = {{does.does, on, does.with ? "\"Half; past: if\" & txtBoat" : ""},
                          {Action::say, noControl, "\"x\""}};
            const std::string line = ruleText(form, whose, rule);
            ASSERT_NE(line, "") << event.key << " " << does.key;
            const auto back = ruleIn(form, readRule(line).value());
            ASSERT_TRUE(back) << line;
            EXPECT_EQ(back->first, whose) << line;
            EXPECT_EQ(back->second, rule) << line;
            EXPECT_TRUE(isRuleLine(line)) << line;
        }
    auto refused = [&](const char* line) {
        const auto rule = ruleIn(form, readRule(line).value());
        return rule ? "it fits" : rule.error().text();
    };
    EXPECT_EQ(refused("when txtBoat is pressed: clear the form"), "“txtBoat”: it never happens that it is pressed.");
    EXPECT_EQ(refused("when btnNext is pressed: turn to btnNext"),
              "“btnNext”: the step “go to page” is not possible for it.");
    EXPECT_EQ(refused("when btnNext is pressed: set btnNext to 3"),
              "“btnNext”: the step “set” is not possible for it.");
}

TEST(RuleText, MistakesHaveTheirPlace) {
    EXPECT_EQ(mistakeOf("When btnGo is pressed: clear the form"),
              Mistaken("A rule begins with when.", "When btnGo is pressed: clear the form"));
    EXPECT_EQ(mistakeOf("when btnGo is pushed: clear the form"),
              Mistaken("What happens is expected here: is pressed, changes, is entered, is left …",
                       "is pushed: clear the form"));
    EXPECT_EQ(mistakeOf("when btnGo is pressed clear the form"),
              Mistaken("A colon is expected before the steps.", "clear the form"));
    EXPECT_EQ(mistakeOf("when btnGo is pressed if : clear the form").first, "A condition is expected after if.");
    EXPECT_EQ(mistakeOf("when btnGo is pressed if 1 + : clear the form").second, " : clear the form") << "behind the +";
    EXPECT_EQ(mistakeOf("when btnGo is pressed: set numLength 3"),
              Mistaken("“to”, and what it is set to, is expected here.", "3"));
    EXPECT_EQ(mistakeOf("when btnGo is pressed: dance"),
              Mistaken("A step is expected here: show, set, say, go to page …", "dance"));
    EXPECT_EQ(mistakeOf("when btnGo is pressed: show"), Mistaken("Which control is expected here.", ""));
    EXPECT_EQ(mistakeOf("when btnGo is pressed: say"),
              Mistaken("A formula, or a text in quotes, is expected here.", ""));
    EXPECT_EQ(mistakeOf("when btnGo is pressed: clear the form, say \"x\"").first,
              "A semicolon is expected before the next step.");
    std::string many = "when btnGo is pressed: clear the form";
    for (int i = 0; i < 300; ++i) many += "; clear the form";
    EXPECT_EQ(mistakeOf(many).first, "A rule has at most 200 steps.");
    EXPECT_EQ(mistakeOf("when " + std::string(100000, 'x')).first, "A rule has at most 20000 characters.");
    EXPECT_NE(mistakeOf("when btnGo is pressed if " + std::string(9000, '(')).first, "it reads right");
    const auto gone = ruleIn(jotted(rows), readRule("when btnGo is pressed: show frmGone").value());
    ASSERT_FALSE(gone);
    EXPECT_EQ(gone.error(), "No control is called “frmGone”.");
}

TEST(RuleText, SaysHowALineCanGoOn) {
    const Form form = jotted(rows);
    auto on = [&](const std::string& begun) {
        const RuleWords words = ruleGoesOn(form, begun);
        std::string all = begun.substr(words.from) + "→";
        for (const std::string& word : words.words) all += word + "|";
        return all;
    };
    EXPECT_EQ(on("w"), "w→when|");
    EXPECT_EQ(on("when btnG"), "btnG→btnGo|");
    EXPECT_EQ(on("when the form is"), "the form is→the form is about to close|");
    EXPECT_EQ(on("when btnGo is pr"), "is pr→is pressed|is pressed twice|");
    EXPECT_EQ(on("when btnGo is pressed "), "→if|:|");
    EXPECT_EQ(on("when btnGo is pressed if numL"), "numL→numLength|");
    EXPECT_EQ(on("when btnGo is pressed if numLength > 3 AND txtB"), "txtB→txtBoat|");
    EXPECT_EQ(on("when btnGo is pressed: put the c"), "put the c→put the cursor in|");
    EXPECT_EQ(ruleGoesOn(form, "when btnGo is pressed: set ").words.size(), 9u)
        << "what can be set: five fields and the four of the table";
    EXPECT_EQ(on("when btnGo is pressed: set numLength t"), "t→to|");
    EXPECT_EQ(on("when btnGo is pressed: say \"numL"), "when btnGo is pressed: say \"numL→")
        << "in quotes nothing is a name";
    EXPECT_EQ(on("when btnGo is pressed: clear the form; hi"), "hi→hide|hide the form, keep answers|");
    EXPECT_EQ(on("when btnGo is pressed: show \"R"), "\"R→\"Rig\"|") << "a wording";
    EXPECT_TRUE(ruleGoesOn(form, std::string(100000, 'x')).words.empty());
}

TEST(RuleText, AnyLineIsReadOrHasAMistakeInIt) {
    const Form form = jotted(rows);
    EXPECT_TRUE(rc::check([&] {
        const std::vector<std::string> parts = {"when ",          "btnGo ", "\"Rig\" ", "is pressed ", "the form opens",
                                                " if ",           ": ",     "; ",       "set ",        "to ",
                                                "say ",           "(",      ")",        "\"",          "numLength ",
                                                "> 12 ",          "$$'",    "Ψ",        "\xff",        "gets the key ",
                                                "clear the form", "1E999 "};
        std::string line;
        for (int i = *rc::gen::inRange(0, 14); i > 0; --i)
            line += parts[std::size_t(*rc::gen::inRange(0, int(parts.size())))];
        const RuleWords words = ruleGoesOn(form, line);
        RC_ASSERT(words.from <= line.size());
        const auto read = readRule(line);
        if (!read) {
            RC_ASSERT(read.error().at <= line.size());
            RC_ASSERT(!read.error().sentence.empty());
        } else if (const auto rule = ruleIn(form, *read)) {
            const std::string again = ruleText(form, rule->first, rule->second);
            if (!again.empty()) RC_ASSERT(ruleIn(form, readRule(again).value())->second == rule->second);
        }
    }));
}

TEST(RuleText, WhatNoLineCanSayIsNotSaid) {
    const Form form = jotted(rows);
    const Id go = named(form, "btnGo").id;
    Step ask{Action::ask, noControl, "\"Sure?\""};
    EXPECT_NE(ruleText(form, go, {Event::pressed, "", "", {ask}}), "");
    ask.yes = {{Action::leave}};
    EXPECT_EQ(ruleText(form, go, {Event::pressed, "", "", {ask}}), "");
    EXPECT_EQ(ruleText(form, go, {Event::pressed, "", "", {{Action::leave}}, true}), "");
    EXPECT_EQ(ruleText(form, go, {Event::pressed, "", "", {{Action::show, Id(9999)}}}), "");
}

TEST(RuleText, JottingsHaveRulesAndFramesThatAreShownWhen) {
    const std::string jotting =
        "Mast: check\n### Rig if chkMast\nHeight: number m\n###\n### What to do \\if ill\nName: text 9\n###\n[Go]\n"
        "when btnGo is pressed if numHeight > 9: show \"What to do if ill\"; say \"High: \" & numHeight\n"
        "when the form opens: put the cursor in numHeight\n";
    const Form form = jotted(jotting);
    const Control& rig = named(form, "Rig");
    ASSERT_TRUE(rig.formulas.find(Prop::visible));
    EXPECT_EQ(*rig.formulas.find(Prop::visible), "chkMast");
    EXPECT_TRUE(rig.yes(Prop::fold));
    EXPECT_EQ(named(form, "What to do if ill").kind, Kind::frame);
    ASSERT_EQ(named(form, "btnGo").rules.size(), 1u);
    EXPECT_EQ(named(form, "btnGo").rules[0].steps[0].on, named(form, "What to do if ill").id);
    ASSERT_EQ(form.root().rules.size(), 1u);
    const AsJotting told = asJotting(form);
    EXPECT_TRUE(told.cannotSay.empty()) << told.cannotSay.front();
    const Form again = jotted(jottingText(told.rows));
    EXPECT_EQ(again.root().rules, form.root().rules);
    EXPECT_EQ(jottingText(asJotting(again).rows), jottingText(told.rows));

    // One whose controls are not there is said, and everything else is laid out.
    const Jotting lost = readJotting("A: text 5\nwhen btnGo is pressed: show txtA\n").value();
    const Form laid = laidOut(lost, newForm(Kind::dialog), fonts());
    const auto problems = rulesNotLaid(lost, laid);
    ASSERT_EQ(problems.size(), 1u);
    EXPECT_EQ(problems[0].place, "when btnGo is pressed: show txtA");
    EXPECT_EQ(problems[0].sentence, "No control is called “btnGo”.");
    EXPECT_TRUE(form.named("btnGo"));
    const auto wrong = readJotting("A: text 5\n when btnGo is pressed: dance\n");
    ASSERT_FALSE(wrong);
    EXPECT_EQ(wrong.error().line, 2);
    EXPECT_EQ(wrong.error().column, 24);
    // An if that speaks of nothing there is a part of the title.
    const Form ill = jotted("### Tell us if ill\nName: text 9\n###\nMast: check\n### Rig if chkMast\nKeel: text 9\n");
    EXPECT_EQ(named(ill, "Tell us if ill").kind, Kind::frame);
    EXPECT_TRUE(named(ill, "Tell us if ill").formulas.empty());
    EXPECT_TRUE(named(ill, "Rig").formulas.find(Prop::visible));
    EXPECT_EQ(jottingText(asJotting(ill).rows).find("### Tell us \\if ill\n"), 0u);
    // More rules than a control takes are said, one by one.
    std::string many = "A: text 5\n";
    for (int i = 0; i < 203; ++i) many += "when txtA changes: say \"" + std::to_string(i) + "\"\n";
    const Jotting rules = readJotting(many).value();
    const auto over = rulesNotLaid(rules, laidOut(rules, newForm(Kind::dialog), fonts()));
    ASSERT_EQ(over.size(), 3u);
    EXPECT_EQ(over[0].sentence, "A control has at most 200 rules.");
    // Into a form that is there.
    const Edited more =
        jottedInto(laid, rootId, noControl, readJotting("[Go]\nwhen btnGo is pressed: show txtA\n").value(), fonts());
    EXPECT_EQ(named(more.form, "btnGo").rules.size(), 1u);
}
