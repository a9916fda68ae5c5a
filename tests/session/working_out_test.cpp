// Formulas of a form that is being filled: values, what shows, what must be filled in, limits, wording.
#include "core/edit/edits.h"
#include "core/rules/form_lists.h"
#include "core/session/result.h"
#include "tests/session/session_support.h"

using namespace brindel;
using namespace brindel::test;

namespace {
std::string shownIn(const FormSession& s, const std::string& name) {
    return s.shown(id(s, name)).text;
}
}  // namespace

TEST(WorkingOut, ValuesFollowWhatTheySpeakOf) {
    FormSession s(jotted("Hours: number .1\nRate: number .01\nNet: number .01 = ROUND(numHours * 45; 2)\nDuty: "
                         "number .01 = ROUND(numNet * 0.2; 2)\n"
                         "Total: number .01 = numNet + numDuty\nPay by: date = EDATE(dtmOn; 1)\nOn: date\nNote: text "
                         "40 = IF(numTotal > 100; \"Large\"; \"Small\")\n"),
                  today);
    EXPECT_EQ(shownIn(s, "numTotal"), "0.00");
    s.takeChanges();
    s.type(id(s, "numHours"), "2.5");
    EXPECT_EQ(shownIn(s, "numNet"), "112.50");
    EXPECT_EQ(shownIn(s, "numTotal"), "135.00");
    EXPECT_EQ(shownIn(s, "txtNote"), "Large");
    const Changes changes = s.takeChanges();
    EXPECT_EQ(changes.answers, (std::set<Id>{id(s, "numHours"), id(s, "numNet"), id(s, "numDuty"), id(s, "numTotal"),
                                             id(s, "txtNote")}));
    EXPECT_FALSE(s.open(id(s, "numTotal"))) << "what is worked out is not typed over";
    s.type(id(s, "dtmOn"), "2026-01-31");
    EXPECT_EQ(std::get<Day>(s.entry(id(s, "dtmPayBy")).held),
              (Day{std::chrono::year(2026), std::chrono::month(2), std::chrono::day(28)}));
    s.type(id(s, "numHours"), "");
    EXPECT_EQ(shownIn(s, "numTotal"), "0.00");
}

TEST(WorkingOut, AKeystrokeWorksOutOnlyWhatDependsOnIt) {
    FormSession s(jotted("A: number\nB: number\nDouble: number = numA * 2\nOther: number = numB * 2\n"), today);
    s.takeChanges();
    s.type(id(s, "numA"), "4");
    EXPECT_EQ(s.takeChanges().answers, (std::set<Id>{id(s, "numA"), id(s, "numDouble")}));
    // The same value typed otherwise changes nothing that depends on it.
    s.type(id(s, "numA"), "4.0");
    EXPECT_EQ(s.takeChanges().answers, (std::set<Id>{id(s, "numA")}));
}

TEST(WorkingOut, ErrorsAreShownAndAreNoAnswers) {
    Form form = jotted(
        "A: number\nShare: number = 100 / numA\nTwice: number = numShare * 2\nRound: number = "
        "numRound + 1\nBroken: number\nGone: number = numNothing\n");
    form = withProperty(form, {named(form, "numBroken").id}, Prop::workedOut, std::string("(numA"));
    FormSession s(form, today);
    EXPECT_EQ(shownIn(s, "numShare"), "#DIV/0!");
    EXPECT_EQ(shownIn(s, "numTwice"), "#DIV/0!") << "errors spread";
    EXPECT_EQ(shownIn(s, "numRound"), "#CIRCLE!");
    EXPECT_EQ(shownIn(s, "numBroken"), "#NAME?");
    EXPECT_EQ(shownIn(s, "numGone"), "#NAME?");
    EXPECT_TRUE(std::holds_alternative<std::monostate>(s.answer(id(s, "numShare"))));
    EXPECT_EQ(s.wrongCount(), 0u) << "nobody can put them right";
    s.type(id(s, "numA"), "4");
    EXPECT_EQ(shownIn(s, "numTwice"), "50");
}

TEST(WorkingOut, WhatIsHiddenIsNotRequired) {
    Form form = jotted("Mast: check\n### Rig\nHeight: number m !\n");
    const Id frame = form.find(named(form, "numHeight").id)->parent;
    form = withFormula(form, {frame}, Prop::visible, "chkMast");
    FormSession s(form, today);
    EXPECT_FALSE(s.visible(frame));
    EXPECT_EQ(s.wrongCount(), 0u);
    s.takeChanges();
    s.tick(id(s, "chkMast"), true);
    EXPECT_TRUE(s.visible(frame));
    EXPECT_EQ(s.wrongCount(), 1u);
    EXPECT_EQ(s.takeChanges().visible, (std::set<Id>{frame}));
    s.clear();
    EXPECT_FALSE(s.visible(frame));
    EXPECT_TRUE(s.takeChanges().visible.contains(frame));
}

TEST(WorkingOut, RequiredLimitsAndWordingFollow) {
    Form form = jotted(
        "Length: number 2..25 .1 m\nBeam: number .1 m\nFrom: date; To: date\nPhone: text 20\nMail: text 40\nSays: text "
        "40\n> Charge\n");
    const Id beam = named(form, "numBeam").id, to = named(form, "dtmTo").id, phone = named(form, "txtPhone").id;
    Id label = noControl;
    for (Id one : allIds(form))
        if (form.find(one)->text(Prop::text) == "Charge") label = one;
    form = withFormula(form, {beam}, Prop::most, "numLength / 2");
    form = withFormula(form, {to}, Prop::earliest, "dtmFrom + 1");
    form = withFormula(form, {phone}, Prop::required, "ISBLANK(txtMail)");
    form = withFormula(form, {label}, Prop::text, "\"Charge for \" & FIXED(numLength; 1) & \" m\"");
    FormSession s(form, today);
    EXPECT_EQ(s.wrongCount(), 1u) << "a phone or a mail";
    s.type(id(s, "txtMail"), "a@b.example");
    EXPECT_EQ(s.wrongCount(), 0u);
    s.type(id(s, "numLength"), "8");
    EXPECT_TRUE(s.takeChanges().wording.contains(label));
    EXPECT_EQ(s.form().find(label)->text(Prop::text), "Charge for 8.0 m");
    s.type(beam, "5");
    EXPECT_EQ(s.wrongWith(beam), "Beam: enter at most 4 m; 5 is too much.");
    s.type(id(s, "numLength"), "12");
    EXPECT_EQ(s.wrongWith(beam), "");
    s.type(id(s, "dtmFrom"), "2026-05-01");
    s.type(to, "2026-05-01");
    EXPECT_NE(s.wrongWith(to), "");
    s.type(to, "2026-05-02");
    EXPECT_EQ(s.wrongWith(to), "");
    EXPECT_EQ(s.form().index(), s.form().index()) << "what is derived stays";
}

TEST(WorkingOut, AnErrorLeavesThePlainLimit) {
    Form form = jotted("Part: number\nBeam: number 0..6\n");
    const Id beam = named(form, "numBeam").id;
    form = withFormula(form, {beam}, Prop::most, "10 / numPart");
    FormSession s(form, today);
    EXPECT_EQ(s.form().find(beam)->number(Prop::most), 6);
    s.type(id(s, "numPart"), "5");
    EXPECT_EQ(s.form().find(beam)->number(Prop::most), 2);
    s.type(id(s, "numPart"), "0");
    EXPECT_EQ(s.form().find(beam)->number(Prop::most), 6);
}

TEST(WorkingOut, AConditionIsAskedOnceThereIsAnAnswer) {
    Form form = jotted("From: date; To: date\n");
    const Id to = named(form, "dtmTo").id;
    form = withProperty(form, {to}, Prop::valid, std::string("dtmTo >= dtmFrom"));
    FormSession s(form, today);
    s.type(id(s, "dtmFrom"), "2026-05-01");
    EXPECT_EQ(s.wrongCount(), 0u);
    s.type(to, "2026-04-01");
    EXPECT_EQ(s.wrongWith(to), "To: please check this answer.");
    s.type(id(s, "dtmFrom"), "2026-03-01");
    EXPECT_EQ(s.wrongWith(to), "") << "it depends on both";
    s.type(id(s, "dtmFrom"), "2026-05-01");
    FormSession own(withProperty(form, {to}, Prop::validMessage, std::string("The end comes after the beginning.")),
                    today);
    own.type(id(own, "dtmFrom"), "2026-05-01");
    own.type(to, "2026-04-01");
    EXPECT_EQ(own.wrongWith(to), "The end comes after the beginning.");
}

TEST(WorkingOut, ColumnsSumWithTheRowsThatFillersAdd) {
    Form form = jotted("Work: table [2=Item, Hours, Price] 2\nTotal: number .01 = SUM(numPrice)\n", Kind::document);
    const auto spot = spotOf(form, named(form, "numPrice1").id);
    ASSERT_TRUE(spot);
    const Id grid = spot->table->id;
    form = withProperty(form, {grid}, Prop::rowsMost, 4.0);
    for (std::size_t row = 0; row < 2; ++row)
        form = withProperty(form, {fieldInRow(form, *spotOf(form, named(form, "numPrice1").id), row)->id},
                            Prop::workedOut, std::string("numHours * 10"));
    FormSession s(form, today);
    auto hours = [&](std::size_t row) { return fieldInRow(s.form(), *spotOf(s.form(), id(s, "numHours1")), row)->id; };
    s.type(hours(0), "1");
    s.type(hours(1), "2");
    EXPECT_EQ(shownIn(s, "numTotal"), "30.00");
    ASSERT_TRUE(s.addRow(grid));
    s.type(hours(2), "4");
    EXPECT_EQ(shownIn(s, "numTotal"), "70.00") << "its price is worked out by the formula of its row";
    s.removeRow(grid);
    EXPECT_EQ(shownIn(s, "numTotal"), "30.00");
}

TEST(WorkingOut, ChoicesDependOnAnotherAnswer) {
    Form form =
        jotted("Pontoon: combo [A, B]\nBerth: combo [A = A1, A = A2, B = B1]\nDay: combo [x]\nMonth: combo [x]\n");
    const Id berth = named(form, "cboBerth").id, day = named(form, "cboDay").id, month = named(form, "cboMonth").id;
    form = withProperty(form, {berth}, Prop::choicesBy, Reference{named(form, "cboPontoon").id});
    form = withProperty(form, {month}, Prop::choicesFrom, std::string("ready"));
    form = withProperty(form, {day}, Prop::choicesFrom, std::string("run"));
    form = withFormula(form, {day}, Prop::runTo, "DAY(EOMONTH(DATE(2028; cboMonth; 1); 0))");
    FormSession s(form, today);
    auto choices = [&](Id of) { return s.form().find(of)->choices(); };
    EXPECT_TRUE(choices(berth).empty());
    EXPECT_EQ(choices(month).size(), 12u);
    EXPECT_EQ(choices(month)[1], (Choice{"2", "February"}));
    s.type(id(s, "cboPontoon"), "A");
    EXPECT_EQ(choices(berth), (Choices{{"A1", "A1"}, {"A2", "A2"}}));
    EXPECT_TRUE(s.takeChanges().choices.contains(berth));
    s.type(berth, "A2");
    s.type(id(s, "cboPontoon"), "B");
    EXPECT_EQ(choices(berth), (Choices{{"B1", "B1"}}));
    EXPECT_TRUE(std::holds_alternative<std::monostate>(s.answer(berth))) << "what is no longer offered is no answer";
    s.type(month, "February");
    EXPECT_EQ(choices(day).size(), 29u);
    s.type(day, "29");
    s.type(month, "April");
    EXPECT_EQ(choices(day).size(), 30u);
    EXPECT_EQ(s.shown(day).text, "29");
}

TEST(WorkingOut, AQuestionAndAListCanBeGivenAValue) {
    Form form = jotted(
        "Mast: check\nLift by: radio [c = Cradle, h = Hoist]\nHull: combo [g = GRP, s = Steel]\nIs steel: check\n");
    const Id steel = named(form, "chkIsSteel").id, hull = named(form, "cboHull").id;
    form = withProperty(form, {steel}, Prop::workedOut, std::string("cboHull = \"s\""));
    form = withProperty(form, {hull}, Prop::workedOut, std::string("IF(chkMast; \"s\"; \"g\")"));
    FormSession s(form, today);
    EXPECT_EQ(s.shown(hull).text, "GRP");
    s.tick(id(s, "chkMast"), true);
    EXPECT_EQ(s.shown(hull).text, "Steel");
    EXPECT_TRUE(s.shown(steel).on);
}

TEST(Session, LooksABoatUpInTheListThatTheFormHolds) {
    FormSession session(testForm("boat-lookup"), today);
    auto told = [&](const std::string& name) { return session.shown(named(session.form(), name).id).text; };
    EXPECT_EQ(told("txtOwner"), "nobody");
    EXPECT_EQ(told("numLength"), "23.75") << "of all";
    for (const auto& [boat, owner, length] :
         {std::tuple("Kittiwake", "Ines \"Tern\" Ó Briain", "7.75"), std::tuple("Sea Pink", "Bo", "12.50"),
          std::tuple("השחף", "Ada", "5.00")}) {
        session.type(named(session.form(), "cboBoat").id, boat);
        session.leave(named(session.form(), "cboBoat").id);
        EXPECT_EQ(told("txtOwner"), owner);
        EXPECT_EQ(told("numLength"), length);
    }
}

TEST(FormLists, TellNumbersFromWhatOnlyLooksLikeOne) {
    const Form form = jotted("Boat: combo [x]\n");
    auto cells = [&](const std::string& text, const char* language, const char* column = "A") {
        const Id id = named(form, "cboBoat").id;
        Form next =
            withProperty(withProperty(form, {id}, Prop::choicesFrom, std::string("file")), {id}, Prop::listText, text);
        next = withProperty(withProperty(next, {id}, Prop::listColumn, std::string(column)), {rootId}, Prop::language,
                            std::string(language));
        std::string all;
        const auto list = FormLists(next).of(id);
        for (const Scalar& one : list->values) {
            const bool number = std::holds_alternative<double>(one);
            all += (all.empty() ? "" : " ") + (number ? "=" : std::string()) + std::get<std::string>(asText(one));
        }
        return all;
    };
    EXPECT_EQ(cells("A,B\n7,7\n", "en"), "7 =7") << "what is chosen is a text";
    EXPECT_EQ(cells("A,B\nx,017\nx,+44\nx,0.5\nx,-3\nx,1 000\nx,1e3\nx,0\n", "en"),
              "x 017 x +44 x =0.5 x =-3 x 1 000 x 1e3 x =0");
    EXPECT_EQ(cells("A;B\nx;7,25\nx;7.25\n", "de"), "x =7.25 x =7.25");
    EXPECT_EQ(cells("A,B\nx\ny,2,9\n", "en"), "x  y =2") << "rows that are too short or too long";
    EXPECT_EQ(FormLists(form).of(named(form, "cboBoat").id), nullptr);
}
