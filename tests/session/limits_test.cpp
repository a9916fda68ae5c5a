// What fields take and refuse, kind by kind, as a table.
#include "tests/session/session_support.h"

using namespace brindel;
using namespace brindel::test;

namespace {

struct Row {
    const char* field;   // as jotting
    const char* typed;   // what the filler types
    const char* held;    // what the field holds then
    const char* wrong;   // what is said; empty when nothing is wrong
    const char* answer;  // what the reply holds, as JSON
};

/// The reply's value of the only field, as JSON text.
std::string answerOf(const FormSession& session) {
    const std::string reply = session.reply("2026-04-01T08:00:00+00:00");
    const std::size_t at = reply.find("\"values\": {");
    std::size_t from = reply.find(": ", at + 12) + 2, to = reply.find("\n", from);
    return reply.substr(from, to - from);
}

}  // namespace

TEST(Limits, WhatIsTypedIsHeldSaidAndAnswered) {
    for (const Row& r : {
             Row{"A: text 5", "abcdefg", "abcde", "", "\"abcde\""},
             Row{"A: text 5", "Łódźą", "Łódźą", "", "\"Łódźą\""},
             Row{"A: text upper", "mary ann", "MARY ANN", "", "\"MARY ANN\""},
             Row{"A: text words", "mary ann", "Mary Ann", "", "\"Mary Ann\""},
             Row{"A: text first", "mary ann", "Mary ann", "", "\"Mary ann\""},
             Row{"A: text /[0-9]+/", "12a", "12a", "A: “12a” is not in the right format.", "\"12a\""},
             Row{"A: text /[0-9]+/", "", "", "", "null"},
             Row{"A: text !", "", "", "A: please fill this in.", "null"},
             Row{"A: text 40x3", "one\ntwo", "one\ntwo", "", "\"one\\ntwo\""},
             Row{"A: text 40", "one\ntwo", "one two", "", "\"one two\""},
             Row{"A: number", "12", "12", "", "12"},
             Row{"A: number", "-3", "-3", "", "-3"},
             Row{"A: number", "twelve", "twelve", "A: enter a number; “twelve” is not one.", "\"twelve\""},
             Row{"A: number 0..", "-0.5", "-0.5", "A: enter 0 or more; -0.5 is too little.", "-0.5"},
             Row{"A: number ..9", "10", "10", "A: enter at most 9; 10 is too much.", "10"},
             Row{"A: number 1..9 kg", "10", "10", "A: enter 1 to 9 kg; 10 is too much.", "10"},
             Row{"A: number 0.5..1.5 .01", "1.75", "1.75", "A: enter 0.5 to 1.5; 1.75 is too much.", "1.75"},
             Row{"A: number 1000..2000", "1,500", "1,500", "", "1500"},
             Row{"A: date", "1 May 2026", "1 May 2026", "", "\"2026-05-01\""},
             Row{"A: date", "2026-05-01", "2026-05-01", "", "\"2026-05-01\""},
             Row{"A: date", "soon", "soon", "A: enter a date such as 1 Apr 2026; “soon” is not one.", "\"soon\""},
             Row{"A: date {dd/MM/yyyy}", "31/12/2026", "31/12/2026", "", "\"2026-12-31\""},
             Row{"A: date >= today+7", "7 Apr 2026", "7 Apr 2026", "A: 8 Apr 2026 or later.", "\"2026-04-07\""},
             Row{"A: date <= 2026-03-31", "1 Apr 2026", "1 Apr 2026", "A: 31 Mar 2026 or earlier.", "\"2026-04-01\""},
             Row{"A: combo [g = GRP, Steel]", "GRP", "GRP", "", "\"g\""},
             Row{"A: combo [GRP, Steel]", "Wood", "Wood", "A: “Wood” is not one of the choices.", "\"Wood\""},
             Row{"A: combo [GRP, …]", "Wood", "Wood", "", "\"Wood\""},
             Row{"A: combo [GRP] !", "", "", "A: choose an answer.", "null"},
         }) {
        FormSession session(jotted(std::string(r.field) + "\n"), today);
        Id id = noControl;
        session.form().controls.each([&](Id one, const Control& c) {
            if (row(c.kind).filled()) id = one;
        });
        ASSERT_NE(id, noControl) << r.field;
        EXPECT_EQ(session.type(id, r.typed), r.held) << r.field << " ← " << r.typed;
        EXPECT_EQ(session.wrongWith(id), r.wrong) << r.field << " ← " << r.typed;
        EXPECT_EQ(answerOf(session), r.answer) << r.field << " ← " << r.typed;
        EXPECT_EQ(session.accept().then == Outcome::Then::accepted, std::string(r.wrong).empty()) << r.field;
    }
}

TEST(Limits, ListsAskForAtLeastAndAtMost) {
    struct Case {
        const char* field;
        std::vector<std::size_t> picked;
        const char* wrong;
    };
    for (const Case& c : {
             Case{"A: ticks [x, y, z] 1..2", {}, "A: choose at least 1."},
             Case{"A: ticks [x, y, z] 1..2", {0}, ""},
             Case{"A: ticks [x, y, z] 1..2", {0, 1, 2}, "A: choose at most 2; 3 are chosen."},
             Case{"A: list [x, y, z] several", {}, ""},
             Case{"A: list [x, y, z] several !", {}, "A: choose an answer."},
             Case{"A: list [x, y, z] 2..", {1}, "A: choose at least 2."},
             Case{"A: list [x, y, z]", {2}, ""},
         }) {
        FormSession session(jotted(std::string(c.field) + "\n"), today);
        const Id id = named(session.form(), "lstA").id;
        session.pick(id, c.picked);
        EXPECT_EQ(session.wrongWith(id), c.wrong) << c.field << " with " << c.picked.size();
    }
}

TEST(Limits, OnlyOneLineOfAListForOneIsKept) {
    FormSession session(jotted("A: list [x, y, z]\n"), today);
    const Id id = named(session.form(), "lstA").id;
    session.pick(id, {0, 2, 7});
    EXPECT_EQ(session.shown(id).picked, (std::vector<std::size_t>{2}));
    EXPECT_EQ(std::get<std::string>(session.answer(id)), "z");
}

TEST(Limits, RequiredTicksAndQuestions) {
    FormSession session(jotted("I agree: check !\nLift by: radio [Crane, Hoist] !\n"), today);
    EXPECT_EQ(session.wrongWith(named(session.form(), "chkAgree").id), "I agree: please tick this.");
    EXPECT_EQ(session.wrongWith(named(session.form(), "radCrane").id), "Lift by: choose one.");
    EXPECT_EQ(session.wrongs().size(), 2u) << "a question is asked once, not once a button";
    session.tick(named(session.form(), "chkAgree").id, true);
    session.tick(named(session.form(), "radHoist").id, true);
    EXPECT_TRUE(session.wrongs().empty());
}

TEST(Limits, OwnMessagesAreSaidInsteadOfOurs) {
    Form form = jotted("A: number 1..9\nB: text /[0-9]+/\nC: date >= today\n");
    form = withProperty(form, {named(form, "numA").id, named(form, "dtmC").id}, Prop::rangeMessage,
                        std::string("The slip is shut then."));
    form = withProperty(form, {named(form, "txtB").id}, Prop::patternMessage, std::string("Digits only."));
    FormSession session(form, today);
    session.type(named(form, "numA").id, "11");
    session.type(named(form, "txtB").id, "x");
    session.type(named(form, "dtmC").id, "1 Jan 2020");
    EXPECT_EQ(session.wrongWith(named(form, "numA").id), "The slip is shut then.");
    EXPECT_EQ(session.wrongWith(named(form, "txtB").id), "Digits only.");
    EXPECT_EQ(session.wrongWith(named(form, "dtmC").id), "The slip is shut then.");
}

TEST(Limits, EachHasASentenceOfItsOwn) {
    Form form = jotted("A: text 4 !\nB: ticks [x, y, z] 1..2\nC: check !\nD: group [x, y] !\nE: radio [x, y] !\n");
    for (const char* name : {"txtA", "chkC", "chgD", "radX"})
        form = withProperty(form, {named(form, name).id}, Prop::requiredMessage, std::string("We need it: ") + name);
    form = withProperty(form, {named(form, "lstB").id}, Prop::rangeMessage, std::string("One or two."));
    form = withProperty(form, {named(form, "txtA").id}, Prop::rangeMessage, std::string("Four letters."));
    FormSession session(form, today);
    for (const char* name : {"txtA", "chkC", "chgD", "radX"})
        EXPECT_EQ(session.wrongWith(named(form, name).id), std::string("We need it: ") + name);
    EXPECT_EQ(session.wrongWith(named(form, "lstB").id), "One or two.");
    session.pick(named(form, "lstB").id, {0, 1, 2});
    EXPECT_EQ(session.wrongWith(named(form, "lstB").id), "One or two.");
    // Longer than is typed comes from a start.
    FormSession started(withProperty(form, {named(form, "txtA").id}, Prop::defaultText, std::string("Marigold")),
                        today);
    EXPECT_EQ(started.wrongWith(named(form, "txtA").id), "Four letters.");
}

TEST(Limits, OtherLanguagesReadAndWriteTheirOwnWay) {
    Form form = jotted("Länge: number 2..2500 .1 m\nTag: date {d. MMMM yyyy} = 2026-04-01\n");
    form = withProperty(form, {rootId}, Prop::language, std::string("de"));
    form = withProperty(form, {named(form, "numLaenge").id}, Prop::thousands, true);
    FormSession session(form, today);
    EXPECT_EQ(session.shown(named(form, "dtmTag").id).text, "1. April 2026");
    ASSERT_TRUE(session.put("numLaenge", 1234.5));
    EXPECT_EQ(session.shown(named(form, "numLaenge").id).text, "1.234,5");
    session.type(named(form, "numLaenge").id, "9,4");
    EXPECT_EQ(std::get<double>(session.answer(named(form, "numLaenge").id)), 9.4);
    session.type(named(form, "dtmTag").id, "2. Mai 2026");
    EXPECT_EQ(std::get<std::string>(session.answer(named(form, "dtmTag").id)), "2026-05-02");
}

TEST(Limits, DefaultsOfTodayAreWorkedOutWhenTheFormOpens) {
    FormSession session(jotted("A: date = today\nB: date = today+30\n"), today);
    EXPECT_EQ(std::get<std::string>(session.answer(named(session.form(), "dtmA").id)), "2026-04-01");
    EXPECT_EQ(std::get<std::string>(session.answer(named(session.form(), "dtmB").id)), "2026-05-01");
}

TEST(Limits, WhatFillersMayNotTouchIsNotAskedOfThem) {
    Form form = jotted("A: text 5 ! readonly\nB: text 5 ! locked\nC: number = 2 * 3\n### F\nD: text 5 !\n");
    form = withProperty(form, {named(form, "F").id}, Prop::enabled, false);
    FormSession session(form, today);
    EXPECT_TRUE(session.wrongs().empty());
    for (const char* name : {"txtA", "txtB", "numC", "txtD"}) EXPECT_FALSE(session.open(named(form, name).id)) << name;
    EXPECT_EQ(named(form, "numC").text(Prop::workedOut), "2 * 3");
}

TEST(Limits, InWords) {
    auto words = [](const char* field) {
        Form form = jotted(std::string(field) + "\n");
        std::string said;
        form.controls.each([&](Id, const Control& c) {
            if (row(c.kind).filled()) said = limitsInWords(form, c);
        });
        return said;
    };
    EXPECT_EQ(words("A: text 12"), "at most 12 characters");
    EXPECT_EQ(words("A: text"), "");
    EXPECT_EQ(words("A: number 2..25 .1 m"), "2 to 25 m");
    EXPECT_EQ(words("A: number 0.5.. .01"), "0.5 or more");
    EXPECT_EQ(words("A: date >= today"), "from today");
    EXPECT_EQ(words("A: ticks [x, y] 1..2"), "1 to 2");
}

TEST(Limits, AFieldInATableIsToldByItsRowInTheFormsLanguage) {
    Form form = withProperty(demo("winter-storage-agreement"), {rootId}, Prop::language, std::string("de"));
    const Control& price = named(form, "numPrice2");
    EXPECT_EQ(toldAs(form, price), "Price, Zeile 2");
    EXPECT_EQ(calledBy(form, price), "Price, row 2") << "designers read their own language";
    EXPECT_EQ(toldAs(form, named(form, "numLength")), calledBy(form, named(form, "numLength")));
}
