// Formulas beside plain values, and rules: in the form, in the file, through renaming, copying and leaving out.
#include "core/edit/renaming.h"
#include "core/rules/references.h"
#include "tests/support.h"

using namespace brindel;
using namespace brindel::test;

namespace {

Form ruled() {
    Form form =
        jotted("Mast is stepped: check\nLength overall: number 2..25 .1 m\nNote: text 30\n[Next] [Book lift]*\n");
    const Id length = named(form, "numLengthOverall").id, note = named(form, "txtNote").id;
    form = withFormula(form, {note}, Prop::visible, "chkMastIsStepped");
    form = withFormula(form, {length}, Prop::most, "IF(chkMastIsStepped; 25; 12)");
    Rule rule{.when = Event::pressed, .condition = "numLengthOverall > 12"};
    rule.steps = {{.does = Action::ask,
                   .with = "\"Longer than \" & numLengthOverall & \"?\"",
                   .yes = {{.does = Action::set, .on = note, .with = "\"long\""}},
                   .no = {{.does = Action::cursor, .on = length}}},
                  {.does = Action::accept}};
    form = withRules(form, named(form, "Next").id,
                     {rule, {.when = Event::entered, .steps = {{.does = Action::hide, .on = note}}, .off = true}});
    return withRules(form, rootId, {{.when = Event::closes, .steps = {{.does = Action::say, .with = "\"Bye\""}}}});
}

}  // namespace

TEST(Rules, StandBesidePlainValuesAndComeBackFromTheFile) {
    const Form form = ruled();
    const Control& note = named(form, "txtNote");
    EXPECT_TRUE(note.yes(Prop::visible)) << "the plain value stays";
    EXPECT_EQ(*note.formulas.find(Prop::visible), "chkMastIsStepped");
    const std::string text = formText(form);
    const Form back = readForm(text).value().form;
    EXPECT_TRUE(sameContent(back, form));
    EXPECT_EQ(formText(back), text);
    EXPECT_TRUE(
        sameContent(withFormula(form, {note.id}, Prop::visible, ""), withFormula(back, {note.id}, Prop::visible, "")));
    EXPECT_EQ(withFormula(form, {note.id}, Prop::lines, "1").find(note.id)->formulas, note.formulas)
        << "not of every property";
}

TEST(Rules, FollowARenameEverywhere) {
    const Form form = ruled();
    const Form turned = renamed(form, named(form, "numLengthOverall").id, "numLong");
    const Rule& rule = named(turned, "Next").rules[0];
    EXPECT_EQ(rule.condition, "numLong > 12");
    EXPECT_EQ(rule.steps[0].with, "\"Longer than \" & numLong & \"?\"");
    const auto uses = usesIn(turned)->byName;
    EXPECT_EQ(uses.at("numLong"), (std::vector<Use>{{named(turned, "Next").id, {}}}));
    EXPECT_EQ(uses.at("chkMastIsStepped").size(), 2u);
    EXPECT_FALSE(uses.contains("numLengthOverall"));
}

TEST(Rules, OfCopiesDoTheSameToCopies) {
    const Form form = ruled();
    const Id next = named(form, "Next").id, note = named(form, "txtNote").id,
             length = named(form, "numLengthOverall").id;
    const Edited twice = pasted(form, rootId, clipping(form, {next, note}), 0, 200);
    ASSERT_EQ(twice.ids.size(), 2u);
    for (Id id : twice.ids)
        if (const Control& c = *twice.form.find(id); c.is().pressed) {
            EXPECT_NE(c.rules[0].steps[0].yes[0].on, note) << "the note was copied along";
            EXPECT_TRUE(twice.form.find(c.rules[0].steps[0].yes[0].on));
            EXPECT_EQ(c.rules[0].steps[0].no[0].on, length) << "the length was not";
        }
}

TEST(Rules, ThatDoNotReadAreRefusedWithTheirPlace) {
    const std::string good = formText(ruled());
    auto refused = [&](const std::string& from, const std::string& to) {
        std::string text = good;
        EXPECT_NE(text.find(from), std::string::npos) << from;
        text.replace(text.find(from), from.size(), to);
        const auto read = readForm(text);
        return read ? std::string() : read.error().place + ": " + read.error().sentence.text();
    };
    EXPECT_NE(refused("\"pressed\"", "\"shaken\"").find("rules[0].when: This version does not know “shaken”"),
              std::string::npos);
    EXPECT_NE(refused("\"does\": \"ask\"", "\"does\": \"sing\"")
                  .find("do[0].does: This version does not know the step “sing”"),
              std::string::npos);
    EXPECT_NE(refused("\"visible\": \"chk", "\"lines\": \"chk").find("is not worked out"), std::string::npos);
    // An unknown key of a rule is kept; a step at a control that is gone opens all the same.
    std::string text = good;
    text.replace(text.find("\"when\": \"pressed\""), 0, "\"since\": 3, ");
    const auto kept = readForm(text);
    ASSERT_TRUE(kept);
    EXPECT_NE(formText(kept->form).find("\"since\": 3"), std::string::npos);
    const Form without = removed(ruled(), {named(ruled(), "txtNote").id});
    EXPECT_TRUE(sameContent(readForm(formText(without)).value().form, without));
}

TEST(Rules, AreBounded) {
    std::string deep = "[{\"does\":\"accept\"}]";
    for (int i = 0; i < 12; ++i) deep = "[{\"does\":\"ask\",\"yes\":" + deep + "}]";
    std::string text = formText(newForm(Kind::dialog));
    text.insert(text.find("\"nextId\""), "\"rules\":[{\"when\":\"opens\",\"do\":" + deep + "}],\n");
    EXPECT_NE(readForm(text).error().sentence.text().find("too deep"), std::string::npos);
    EXPECT_EQ(withRules(newForm(Kind::dialog), rootId, Rules(900)).root().rules.size(), mostRules);
}
