#include "core/order/route.h"
#include "tests/session/session_support.h"

using namespace brindel;
using namespace brindel::test;
using namespace std::chrono;

namespace {
std::string refusal(FormSession& s, const std::string& name, const Answer& answer) {
    auto put = s.put(name, answer);
    return put ? "" : put.error().sentence.text();
}
}  // namespace

TEST(Session, LettersAreChangedAndCutWhileTyping) {
    FormSession s(jotted(booking), today);
    EXPECT_EQ(s.type(id(s, "txtRegistrationNo"), "fw-204171234567"), "FW-204171234");
    EXPECT_EQ(s.type(id(s, "txtBoatName"), "Mary\nAnn"), "Mary Ann");
    EXPECT_EQ(std::get<std::string>(s.answer(id(s, "txtRegistrationNo"))), "FW-204171234");
}

TEST(Session, OneRadioButtonOfAQuestionIsChosen) {
    FormSession s(jotted(booking), today);
    EXPECT_EQ(s.answers()[5], (std::pair<std::string, Answer>{"radLiftBy", std::string("Travel hoist")}));
    s.tick(id(s, "radCrane"), true);
    EXPECT_FALSE(s.shown(id(s, "radTravelHoist")).on);
    EXPECT_EQ(std::get<std::string>(s.answer(id(s, "radTravelHoist"))), "Crane");
}

TEST(Session, WhatIsWrongIsSaidInWordsOfTheForm) {
    FormSession s(jotted(booking), today);
    EXPECT_EQ(s.wrongWith(id(s, "txtBoatName")), "Boat name: please fill this in.");
    s.type(id(s, "numLengthOverall"), "30");
    EXPECT_EQ(s.wrongWith(id(s, "numLengthOverall")), "Length overall: enter 2 to 25 m; 30 is too much.");
    s.type(id(s, "numLengthOverall"), "long");
    EXPECT_EQ(s.wrongWith(id(s, "numLengthOverall")), "Length overall: enter a number; “long” is not one.");
    s.type(id(s, "dtmWantedFrom"), "31 Mar 2026");
    EXPECT_EQ(s.wrongWith(id(s, "dtmWantedFrom")), "Wanted from: 1 Apr 2026 or later.");
    s.type(id(s, "dtmWantedFrom"), "31 Feb 2026");
    EXPECT_EQ(s.wrongWith(id(s, "dtmWantedFrom")),
              "Wanted from: enter a date such as 1 Apr 2026; “31 Feb 2026” is not one.");
    s.pick(id(s, "lstJobs"), {0, 1, 2, 3});
    EXPECT_EQ(s.wrongWith(id(s, "lstJobs")), "Jobs: choose at most 3; 4 are chosen.");
    s.type(id(s, "txtRegistrationNo"), "12");
    EXPECT_NE(s.wrongWith(id(s, "txtRegistrationNo")), "");
    s.type(id(s, "cboHull"), "Ferrocement");
    EXPECT_EQ(s.wrongWith(id(s, "cboHull")), "") << "other answers are allowed";
}

TEST(Session, AFormIsAcceptedOnlyWhenNothingIsWrong) {
    FormSession s(jotted("# F\n## One\nA: text 5 !\n[Next]\n## Two\nB: number 1..9 !\n[OK]* [Cancel] [Clear]\n"),
                  today);
    s.type(id(s, "txtA"), "x");
    Outcome out = s.press(id(s, "btnOK"));
    EXPECT_EQ(out.then, Outcome::Then::stay);
    ASSERT_EQ(out.wrongs.size(), 1u);
    EXPECT_EQ(out.cursor, id(s, "numB"));
    EXPECT_TRUE(isInView(s.form(), id(s, "numB"), s.turned())) << "the page with the mistake is turned to";
    s.type(id(s, "numB"), "5");
    EXPECT_EQ(s.press(id(s, "btnOK")).then, Outcome::Then::accepted);
    EXPECT_EQ(s.press(id(s, "btnCancel")).then, Outcome::Then::left);
    EXPECT_EQ(s.press(id(s, "btnClear")).cursor, firstStop(s.form())) << "the first field, not the tabs";
    EXPECT_TRUE(std::holds_alternative<std::monostate>(s.answer(id(s, "txtA"))));
}

TEST(Session, NextAndBackTurnPages) {
    FormSession s(jotted("# F\n## One\nA: text 5\n[Next]\n## Two\nB: text 5\n[Back]\n"), today);
    Outcome out = s.press(id(s, "btnNext"));
    EXPECT_EQ(out.cursor, id(s, "txtB"));
    EXPECT_FALSE(isInView(s.form(), id(s, "txtA"), s.turned()));
    s.press(id(s, "btnBack"));
    EXPECT_TRUE(isInView(s.form(), id(s, "txtA"), s.turned()));
}

TEST(Session, ValuesAreTakenOrRefusedWithOneClearSentence) {
    FormSession s(jotted(booking), today);
    EXPECT_EQ(refusal(s, "txtBoatName", std::string("Marigold")), "");
    EXPECT_EQ(refusal(s, "txtBoatName", std::string(31, 'x')), "Boat name: at most 30 characters; this has 31.");
    EXPECT_EQ(refusal(s, "txtBoatName", true), "Text is expected.");
    EXPECT_EQ(refusal(s, "numLengthOverall", 25.04), "Length overall: enter 2 to 25 m; 25.04 is too much.")
        << "rounding lets nothing in";
    EXPECT_EQ(refusal(s, "numLengthOverall", std::string("9,4")), "A number is expected, such as 1234.5.")
        << "one writing in files, whatever the language";
    EXPECT_EQ(refusal(s, "numLengthOverall", std::string("9.4")), "");
    EXPECT_EQ(refusal(s, "radLiftBy", std::string("Balloon")), "“Balloon” is not one of the choices.");
    EXPECT_EQ(refusal(s, "radLiftBy", std::string("Crane")), "");
    EXPECT_EQ(refusal(s, "lstJobs", std::vector<std::string>{"Wash", "Paint"}), "“Paint” is not one of the choices.");
    EXPECT_EQ(refusal(s, "dtmTo", std::string("2026-02-30")), "A date is expected, such as 2026-04-01.");
    EXPECT_EQ(refusal(s, "chkMastIsStepped", std::string("yes")), "true or false is expected.");
    EXPECT_EQ(refusal(s, "txtNoSuch", std::string("x")), "The form has no field with this name.");
    EXPECT_EQ(std::get<std::string>(s.answer(id(s, "txtBoatName"))), "Marigold") << "what was refused changed nothing";
    Form locked = withProperty(s.form(), {id(s, "txtBoatName")}, Prop::access, std::string("readOnly"));
    FormSession t(locked, today);
    EXPECT_EQ(refusal(t, "txtBoatName", std::string("x")), "This field cannot be changed.");
}

TEST(Session, ARequiredButHiddenFieldDoesNotStandInTheWay) {
    Form form = jotted("A: text 5 !\n");
    form = withProperty(form, {named(form, "txtA").id}, Prop::visible, false);
    EXPECT_EQ(FormSession(form, today).accept().then, Outcome::Then::accepted);
}

TEST(Session, AReplyReadsBack) {
    FormSession s(demo("lift-out-booking"), today);
    auto values = readAnswers(textOf(std::string(BRINDEL_SOURCE) + "/demo/lift-out-booking.values.json"));
    ASSERT_TRUE(values);
    for (const auto& [name, answer] : *values) ASSERT_EQ(refusal(s, name, answer), "") << name;
    EXPECT_TRUE(s.wrongs().empty());
    const std::string reply = s.reply("2026-04-01T10:00:00+00:00");
    EXPECT_NE(reply.find("\"form\": \"liftOutBooking\""), std::string::npos);
    EXPECT_NE(reply.find("\"dtmWantedFrom\": \"2026-04-13\""), std::string::npos);
    EXPECT_NE(reply.find("\"lstJobs\": [\"Wash\", \"Antifoul\"]"), std::string::npos);
    FormSession again(demo("lift-out-booking"), today);
    const Answers read = readAnswers(reply).value();
    for (const auto& [name, answer] : read) ASSERT_EQ(refusal(again, name, answer), "") << name;
    EXPECT_EQ(again.answers(), s.answers());
}

TEST(Session, AnswersInGroupsAreReadByDottedNames) {
    auto answers = readAnswers("{\"owner\": {\"phone\": \"1\", \"away\": true}, \"n\": null}");
    ASSERT_TRUE(answers);
    EXPECT_EQ(std::get<std::string>(answers->at("owner.phone")), "1");
    EXPECT_TRUE(answers->contains("n"));
    EXPECT_EQ(readAnswers("{\"a\": [1]}").error().place, "a");
    EXPECT_EQ(readAnswers("{\"a\": }").error().place, "line 1, column 7");
}

TEST(Session, GroupsOfNamesThatGetInEachOthersWayLoseNoAnswer) {
    // Nobody can give such names in the designer, but a file may hold them; and a field may have no name at all.
    Form form = jotted("A: text 9\nB: text 9\nC: text 9\n");
    auto call = [&](const char* from, const char* to) {
        form = changed(form, named(form, from).id, [&](Control& c) { c.name = to; });
    };
    call("txtA", "owner");
    call("txtB", "owner.phone");
    const Id nameless = named(form, "txtC").id;
    call("txtC", "");
    FormSession s(form, Day(std::chrono::sys_days(std::chrono::days(20000))));
    s.type(named(form, "owner").id, "Ines");
    s.type(named(form, "owner.phone").id, "0555");
    s.type(nameless, "third");
    const std::string reply = s.reply("2026-04-01T10:00:00+00:00");
    const Answers answers = readAnswers(reply).value();
    EXPECT_EQ(std::get<std::string>(answers.at("owner")), "Ines") << reply;
    EXPECT_EQ(std::get<std::string>(answers.at("owner.phone")), "0555") << reply;
    EXPECT_EQ(std::get<std::string>(answers.at(idText(nameless))), "third") << "by its id";
    EXPECT_TRUE(s.put(idText(nameless), std::string("again")).has_value());
}
