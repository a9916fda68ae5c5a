// Typed answers: what is typed is read once, by the form's language, and nothing is lost or altered on its way.
#include "core/text/filler_language.h"
#include "core/text/typed_moments.h"
#include "tests/session/session_support.h"

using namespace brindel;
using namespace brindel::test;

namespace {

Form inGerman(const std::string& rows) {
    return withProperty(jotted(rows), {rootId}, Prop::language, std::string("de"));
}
std::string said(FormSession& s, const std::string& name, const Answer& answer) {
    auto put = s.put(name, answer);
    return put ? "" : put.error().sentence.text();
}

}  // namespace

TEST(TypedAnswers, ANumberIsNeverReadThroughAnotherLanguage) {
    FormSession s(inGerman("N: number 2.. .001\n"), today);
    ASSERT_TRUE(s.put("numN", 2.234));
    EXPECT_EQ(s.answer(id(s, "numN")), Answer(2.234));
    EXPECT_EQ(s.shown(id(s, "numN")).text, "2,234");
    EXPECT_EQ(said(s, "numN", 1.234), "N: bitte 2 oder mehr eingeben; 1,234 ist zu wenig.");
    EXPECT_EQ(s.answer(id(s, "numN")), Answer(2.234)) << "what was refused changed nothing";
    s.type(id(s, "numN"), "1.234");
    EXPECT_EQ(s.answer(id(s, "numN")), Answer(1234.0)) << "typed, a point groups digits in German";
}

TEST(TypedAnswers, NumbersAreReadInFull) {
    for (const auto& [typed, language, number] :
         std::vector<std::tuple<std::string, std::string, double>>{{"0.12345678", "en", 0.12345678},
                                                                   {"1,234.5", "en", 1234.5},
                                                                   {"9,4", "en", 9.4},
                                                                   {"1.234,5", "de", 1234.5},
                                                                   {"1.5", "de", 1.5},
                                                                   {"0.125", "de", 0.125},
                                                                   {"-12", "de", -12},
                                                                   {"\u221212", "en", -12},
                                                                   {"1\u202f234,5", "fr", 1234.5},
                                                                   {"1 234,5", "fr", 1234.5},
                                                                   {"1’234.5", "de-CH", 1234.5},
                                                                   {"١٢٫٥", "ar-EG", 12.5},
                                                                   {"\u061c-١٠", "ar-EG", -10},  // as ICU writes it
                                                                   {"१२", "hi", 12},
                                                                   {"12,34,567", "hi", 1234567},
                                                                   {"123456789012345", "en", 123456789012345.0}})
        EXPECT_EQ(numberRead(typed, language), number) << typed << " in " << language;
    for (const char* none :
         {"", " ", "1e5", "inf", "nan", "1..2", "1,2,3", "--1", "1-", "0x10", "1234567890123456", "1.234.5", "one"})
        EXPECT_FALSE(numberRead(none, "en")) << none;
    EXPECT_EQ(numberIn(1.005, 2, false, "en"), "1.01") << "half goes away from zero";
    EXPECT_EQ(numberIn(-2.5, 0, false, "en"), "-3");
    EXPECT_EQ(decimalsOf(0.12345678), 8);
    EXPECT_EQ(decimalsOf(1e-9), 9);
    EXPECT_EQ(decimalsOf(1e20), 0);
    FormSession s(jotted("N: number 0..1 .00000001\n"), today);
    ASSERT_TRUE(s.put("numN", 0.12345678));
    EXPECT_NE(s.reply("t").find("0.12345678"), std::string::npos);
}

TEST(TypedAnswers, DecimalsThatAFieldDoesNotTakeAreSaidAndNotCut) {
    FormSession s(jotted("N: number 0..9 .1\nW: number 0..9\n"), today);
    s.type(id(s, "numN"), "1.25");
    EXPECT_EQ(s.wrongWith(id(s, "numN")), "N: at most 1 decimal; 1.25 has more.");
    EXPECT_EQ(s.answer(id(s, "numN")), Answer(1.25));
    EXPECT_EQ(said(s, "numW", 1.5), "W: enter a whole number; 1.5 is not one.");
    EXPECT_EQ(said(s, "numN", 0.1 + 0.2), "") << "a sum in binary is the number that was meant";
    EXPECT_EQ(s.answer(id(s, "numN")), Answer(0.3));
}

TEST(TypedAnswers, AYearOfTwoDigitsIsNeverTheYear26) {
    FormSession s(jotted("D: date\n"), today);
    for (const auto& [typed, iso] : std::vector<std::pair<std::string, std::string>>{{"1 Apr 26", "2026-04-01"},
                                                                                     {"1 Apr 69", "1969-04-01"},
                                                                                     {"1 Apr 68", "2068-04-01"},
                                                                                     {"1 Apr 1726", "1726-04-01"}}) {
        s.type(id(s, "dtmD"), typed);
        EXPECT_EQ(s.answer(id(s, "dtmD")), Answer(iso)) << typed;
    }
    EXPECT_EQ(dateTyped("1/4/26", "d/M/yy", "en"), isoDateRead("2026-04-01"));
    EXPECT_FALSE(dateTyped("29 Feb 25", "d MMM yyyy", "en")) << "2025 has no such day";
    // One calendar whatever a country keeps beside it.
    EXPECT_EQ(dateIn(*isoDateRead("2026-04-01"), "yyyy-MM-dd", "th-TH"), "2026-04-01");
    EXPECT_EQ(dateTyped("01.04.1500", "dd.MM.yyyy", "de"), isoDateRead("1500-04-01"));
}

TEST(TypedAnswers, EveryQuestionAnswersUnderANameOfItsOwn) {
    Form form =
        jotted("### Bow\nFrom: radio [A, B] = A\n###\n### Stern\nFrom: radio [A, B] = B\n###\nText: text @radFrom\n");
    std::vector<Id> radios;
    for (Id one : allIds(form))
        if (form.find(one)->kind == Kind::radioButton) radios.push_back(one);
    form = withProperty(form, radios, Prop::group, std::string("radFrom"));
    FormSession s(form, today);
    std::set<std::string> names;
    std::vector<Answer> answers;
    for (const auto& [name, answer] : s.answers()) {
        EXPECT_TRUE(names.insert(name).second) << name;
        if (std::holds_alternative<std::string>(answer)) answers.push_back(answer);
    }
    EXPECT_EQ(answers, (std::vector<Answer>{std::string("A"), std::string("B")})) << s.reply("t");
    const Answers back = readAnswers(s.reply("t")).value();
    for (const auto& [name, answer] : back) EXPECT_EQ(said(s, name, answer), "") << name;
}

TEST(TypedAnswers, AGroupThatIsAlsoANameLosesNothingInEitherOrder) {
    for (const auto& names : {std::pair("owner", "owner.phone"), {"owner.phone", "owner"}}) {
        const std::string reply =
            replyText("f", 1, "t", {{names.first, Answer(std::string("1"))}, {names.second, Answer(std::string("2"))}});
        const Answers back = readAnswers(reply).value();
        EXPECT_EQ(back.at(names.first), Answer(std::string("1"))) << reply;
        EXPECT_EQ(back.at(names.second), Answer(std::string("2"))) << reply;
    }
}

TEST(TypedAnswers, WhatIsGivenTwiceIsRefused) {
    FormSession s(jotted("Jobs: ticks [Wash, Scrape] 2..2\n"), today);
    EXPECT_EQ(said(s, "lstJobs", std::vector<std::string>{"Wash", "Wash"}), "“Wash” is there twice.");
    EXPECT_EQ(readAnswers(R"({"a": 1, "a": 2})").error().sentence, "“a” is given twice.");
    EXPECT_EQ(readAnswers(R"({"a.b": 1, "a": {"b": 2}})").error().sentence, "This is given twice.");
}

TEST(TypedAnswers, AReplyToAnotherFormIsRefusedWhole) {
    FormSession s(jotted("# Slip\nA: text 5\n"), today);
    const Reply other = readReply(R"({"form": "permit", "version": 1, "values": {"txtA": "x"}})").value();
    ASSERT_EQ(s.take(other).size(), 1u);
    EXPECT_EQ(s.take(other)[0].sentence,
              "This is a reply to the form “permit”, not to “" + s.form().root().name + "”.");
    EXPECT_EQ(s.answer(id(s, "txtA")), Answer());
}

TEST(TypedAnswers, EveryWayInAsksWhetherTheFieldIsOpen) {
    Form form = jotted(
        "T: text = x\nN: number = 1\nD: date = 2026-04-01\nC: check\nR: radio [A, B]\nL: list [A, B]\nG: group [A, "
        "B]\n");
    std::vector<Id> all;
    for (Id one : allIds(form))
        if (isFilled(*form.find(one))) all.push_back(one);
    form = withProperty(form, all, Prop::access, std::string("locked"));
    FormSession s(form, today);
    const auto before = s.answers();
    for (Id one : all) {
        s.type(one, "2");
        s.tick(one, true);
        s.step(one, 1);
        s.pick(one, {0});
        s.pickDay(one, today);
        s.leave(one);
    }
    for (const auto& [name, answer] : before) EXPECT_EQ(said(s, name, answer), "") << "it is that already";
    for (const auto& [name, answer] : before) EXPECT_NE(said(s, name, Answer(std::string("another"))), "") << name;
    EXPECT_EQ(s.answers(), before);
    EXPECT_TRUE(s.takeChanges().empty());
}

TEST(TypedAnswers, AnActSaysWhatItChangedAndNothingElse) {
    FormSession s(jotted("A: text 5 !\nB: text 5 !\nR: radio [X, Y]\n"), today);
    EXPECT_TRUE(s.takeChanges().empty()) << "nothing has changed at the beginning";
    s.type(id(s, "txtA"), "x");
    Changes c = s.takeChanges();
    EXPECT_EQ(c.answers, std::set<Id>{id(s, "txtA")});
    EXPECT_EQ(c.complaints, std::set<Id>{id(s, "txtA")}) << "it is not missing any more";
    s.type(id(s, "txtA"), "x");
    EXPECT_TRUE(s.takeChanges().empty()) << "the same again is no change";
    s.tick(id(s, "radX"), true);
    s.takeChanges();
    s.tick(id(s, "radY"), true);
    EXPECT_EQ(s.takeChanges().answers, (std::set<Id>{id(s, "radX"), id(s, "radY")}));
    EXPECT_EQ(s.stopOf(id(s, "radX")), id(s, "radY")) << "the Tab key stops at the chosen one";
    s.clear();
    EXPECT_EQ(s.takeChanges().answers, (std::set<Id>{id(s, "txtA"), id(s, "radY")}));
}

TEST(TypedAnswers, NobodyIsBlamedBeforeTheTime) {
    FormSession s(jotted("A: text 5 !\nN: number 2..9\nB: text 5 !\n[OK]*\n"), today);
    s.leave(id(s, "txtA"));
    EXPECT_EQ(s.complaint(id(s, "txtA")), "") << "left empty is no mistake yet";
    s.type(id(s, "numN"), "1");
    EXPECT_EQ(s.complaint(id(s, "numN")), "") << "nor is what is still being typed";
    s.leave(id(s, "numN"));
    EXPECT_EQ(s.complaint(id(s, "numN")), "N: enter 2 to 9; 1 is too little.");
    s.type(id(s, "numN"), "3");
    EXPECT_EQ(s.complaint(id(s, "numN")), "") << "put right while it is typed";
    EXPECT_EQ(s.enter(id(s, "numN")).cursor, id(s, "txtA")) << "Enter presses what accepts";
    EXPECT_EQ(s.complaint(id(s, "txtB")), "B: please fill this in.");
    EXPECT_EQ(s.wrongCount(), 2u);
    EXPECT_EQ(s.escape().then, Outcome::Then::left);
}

TEST(TypedAnswers, WhatWasTypedIsWrittenAsTheFormWritesItWhenLeft) {
    FormSession s(jotted("N: number 0..9 .01\nD: date\nT: time\n"), today);
    for (const auto& [name, typed, left] :
         std::vector<std::tuple<std::string, std::string, std::string>>{{"numN", "1.5", "1.50"},
                                                                        {"dtmD", "2026-04-02", "2 Apr 2026"},
                                                                        {"timT", "930", "09:30"},
                                                                        {"timT", "0930", "09:30"}}) {
        EXPECT_EQ(s.type(id(s, name), typed), typed);
        s.leave(id(s, name));
        EXPECT_EQ(s.shown(id(s, name)).text, left);
    }
}

TEST(TypedAnswers, ReplyWithAddedRowsReadsBack) {
    Form form = jotted("Work: table [2=Job, Hours] 2\n");
    const Id table = named(form, "tblWork").id;
    form = withProperty(form, {table}, Prop::rowsMost, 5.0);
    FormSession s(form, today);
    ASSERT_TRUE(s.addRow(table));
    ASSERT_TRUE(s.addRow(table));
    EXPECT_EQ(s.takeChanges().rows, std::set<Id>{table});
    ASSERT_TRUE(s.put("txtJob4", std::string("Antifoul")));
    ASSERT_TRUE(s.put("numHours4", 3.0));
    const std::string reply = s.reply("2026-04-01T10:00:00+00:00");
    FormSession again(form, today);
    EXPECT_TRUE(again.take(readReply(reply).value()).empty());
    EXPECT_EQ(again.reply("2026-04-01T10:00:00+00:00"), reply);
    EXPECT_EQ(said(again, "txtJob9", std::string("x")), "The form has no field with this name.");
}

TEST(Phrases, AllAreThereInEveryLanguageWithTheSameParts) {
    for (std::size_t i = 0; i < std::size_t(Phrase::count_); ++i) {
        auto parts = [&](const FillerLanguage& language) {
            std::set<char> found;
            const std::string_view pattern = language.sentences[i].pattern;
            for (std::size_t at = 0; (at = pattern.find('{', at)) != std::string_view::npos; ++at)
                if (pattern[at + 1] >= '0' && pattern[at + 1] <= '9') found.insert(pattern[at + 1]);
            return found;
        };
        for (const FillerLanguage* language : fillerLanguages()) {
            if (language->sentences.empty()) continue;
            EXPECT_FALSE(language->sentences[i].pattern.empty()) << i;
            EXPECT_EQ(parts(*language), parts(*fillerLanguages().front())) << language->sentences[i].pattern;
        }
    }
    EXPECT_EQ(phrase(Phrase::atMostSoMany, "de-AT", {std::string("3"), std::string("Arbeiten"), std::int64_t(4)}),
              "Arbeiten: bitte höchstens 3 wählen; gewählt sind 4.");
    EXPECT_EQ(phrase(Phrase::mustBeFilled, "fi", {std::string("A {0} '")}), "A {0} ': please fill this in.");
    // A label with a mark of its own takes no colon.
    for (const auto& [language, said] : {std::pair<const char*, const char*>{"en", "Mast? Please tick this."},
                                         {"de", "Mast? Bitte ankreuzen."},
                                         {"fr", "Mast? À cocher."}})
        EXPECT_EQ(phrase(Phrase::mustBeTicked, language, {std::string("Mast?")}), said);
    EXPECT_EQ(phrase(Phrase::fromOn, "fr", {std::string("aujourd’hui"), std::string("today")}),
              "à partir d’aujourd’hui");
    EXPECT_EQ(phrase(Phrase::fromOn, "fr", {std::string("8 avr. 2026"), std::string("day")}),
              "à partir du 8 avr. 2026");
}
