#include <cmath>

#include "core/edit/arrange.h"
#include "core/session/form_session.h"
#include "tests/support.h"

using namespace brindel;
using namespace brindel::test;
using What = JotRow::What;

namespace {
JotMistake mistake(const std::string& text) {
    auto rows = readJotting(text);
    return rows ? JotMistake{0, 0, said("it reads right")} : rows.error();
}
}  // namespace

TEST(Jotting, SaysWhatTheNotationPromises) {
    Jotting rows = readJotting(booking).value();
    ASSERT_EQ(rows.size(), 13u);
    EXPECT_EQ(rows[0].what, What::title);
    EXPECT_EQ(rows[1].text, "Vessel");
    const JotField& name = rows[2].fields[0];
    EXPECT_EQ(name.label, "Boat name");
    EXPECT_EQ(std::get<double>(*name.own.find(Prop::maxLength)), 30);
    EXPECT_TRUE(std::get<bool>(*name.own.find(Prop::required)));
    const JotField& reg = rows[3].fields[0];
    EXPECT_EQ(std::get<std::string>(*reg.own.find(Prop::pattern)), "[A-Z]{2}-[0-9]{4,7}");
    EXPECT_EQ(std::get<std::string>(*reg.own.find(Prop::letters)), "upper");
    ASSERT_EQ(rows[4].fields.size(), 2u);
    EXPECT_EQ(std::get<double>(*rows[4].fields[0].own.find(Prop::most)), 25);
    EXPECT_EQ(std::get<double>(*rows[4].fields[1].own.find(Prop::decimals)), 1);
    EXPECT_EQ(std::get<std::string>(*rows[4].fields[1].own.find(Prop::unit)), "m");
    EXPECT_EQ(std::get<Choices>(*rows[5].fields[0].own.find(Prop::choices)).size(), 3u);
    EXPECT_TRUE(std::get<bool>(*rows[5].fields[0].own.find(Prop::otherAnswers)));
    EXPECT_TRUE(rows[6].fields[0].radio);
    EXPECT_EQ(std::get<std::string>(*rows[8].fields[0].own.find(Prop::earliest)), "today");
    EXPECT_EQ(std::get<double>(*rows[9].fields[0].own.find(Prop::atMost)), 3);
    EXPECT_EQ(rows[10].fields[0].rows, 4);
    EXPECT_EQ(rows[12].buttons, (std::vector<JotButton>{{"Cancel", false}, {"Book lift", true}}));
}

TEST(Jotting, ValuesBesideTextsFormulasHintsAndNames) {
    EXPECT_EQ(std::get<Choices>(*firstField("Hull: combo [g = GRP, Steel]").own.find(Prop::choices)),
              (Choices{{"g", "GRP"}, {"Steel", "Steel"}}));
    EXPECT_EQ(std::get<std::string>(
                  *firstField("Charge: number m = ROUND(IF(numLength > 10; 2; 1); 2)").own.find(Prop::workedOut)),
              "ROUND(IF(numLength > 10; 2; 1); 2)");
    JotField f = firstField("Berth (as painted): text 4 (Pontoon letter; then number) @owner.berth \"C14\" = B\\;2");
    EXPECT_EQ(f.label, "Berth (as painted)");
    EXPECT_EQ(f.name, "owner.berth");
    EXPECT_EQ(std::get<std::string>(*f.own.find(Prop::hint)), "Pontoon letter; then number");
    EXPECT_EQ(std::get<std::string>(*f.own.find(Prop::placeholder)), "C14");
    EXPECT_EQ(std::get<std::string>(*f.own.find(Prop::defaultText)), "B;2");
    EXPECT_TRUE(std::get<bool>(*firstField("Signed: date = today !").own.find(Prop::required)));
}

TEST(Jotting, KindsLeftOutAreGuessedByLanguage) {
    EXPECT_EQ(firstField("Born").kind, Kind::dateBox);
    EXPECT_TRUE(firstField("Born").guessed);
    EXPECT_EQ(firstField("Length overall").kind, Kind::numberBox);
    EXPECT_EQ(firstField("Mast stepped?").kind, Kind::checkBox);
    EXPECT_EQ(firstField("Owner").kind, Kind::textBox);
    EXPECT_EQ(firstField("Hull: [GRP, Steel]").kind, Kind::comboBox);
    EXPECT_EQ(firstField("Beam: 1..6 .1").kind, Kind::numberBox);
    EXPECT_EQ(guessedKind("Geburtsdatum", "de"), Kind::dateBox);
    EXPECT_EQ(guessedKind("Longueur hors tout", "fr"), Kind::numberBox);
    EXPECT_FALSE(firstField("Owner: text").guessed);
}

TEST(Jotting, WhatIsNoPlainStartIsAFormula) {
    auto worked = [](const std::string& text) {
        return std::get<std::string>(*firstField(text).own.find(Prop::workedOut));
    };
    EXPECT_EQ(worked("Pay by: date = EDATE(dtmOn; 1)"), "EDATE(dtmOn; 1)") << "the ; within brackets parts no fields";
    EXPECT_EQ(worked("Says: text 40 = IF(chkMast; \"up\"; \"down\")"), "IF(chkMast; \"up\"; \"down\")");
    EXPECT_EQ(worked("Steel: check = cboHull = \"s\""), "cboHull = \"s\"");
    EXPECT_EQ(worked("From: time = timTo - 1/24"), "timTo - 1/24");
    EXPECT_EQ(worked("Both: text ==txtA & txtB"), "txtA & txtB");
    EXPECT_EQ(worked("Five: number ==5"), "5");
    for (const char* plain : {"A: number = 12.5", "A: date = today+7", "A: time = 08:30", "A: check = yes",
                              "A: text = Smith & Sons", "A: text = Lift (travel hoist)", "A: combo [x, y] = x"})
        EXPECT_FALSE(firstField(plain).own.find(Prop::workedOut)) << plain;
    for (const char* row : {"Pay by: date = EDATE(dtmOn; 1)", "Five: number = =5", "Both: text = =txtA & txtB",
                            "Says: text = IF(chkMast; \"up\"; \"down\")"}) {
        EXPECT_EQ(jottingText(readJotting(row).value()), std::string(row) + "\n");
        EXPECT_EQ(readJotting(jottingText(readJotting(row).value())).value(), readJotting(row).value());
    }
}

TEST(Jotting, IfBehindARowSaysWhenItIsShown) {
    EXPECT_EQ(firstField("Height: number m ! if chkMast").shownWhen, "chkMast");
    EXPECT_EQ(firstField("Other: text 20 if cboHull = \"Steel; painted\"").shownWhen, "cboHull = \"Steel; painted\"");
    const std::string rows = "Mast: check\nHeight: number m if chkMast\nRigged: check if chkMast\n";
    const Form form = jotted(rows);
    EXPECT_EQ(*named(form, "numHeight").formulas.find(Prop::visible), "chkMast");
    EXPECT_EQ(*labelOf(form, named(form, "numHeight").id)->formulas.find(Prop::visible), "chkMast");
    EXPECT_EQ(*named(form, "chkRigged").formulas.find(Prop::visible), "chkMast");
    const AsJotting told = asJotting(form);
    EXPECT_TRUE(told.cannotSay.empty()) << told.cannotSay.front();
    EXPECT_NE(jottingText(told.rows).find("Height: number m if chkMast"), std::string::npos) << jottingText(told.rows);
}

TEST(Jotting, MistakesAreMarkedAtTheirPlace) {
    struct Case {
        const char* text;
        int line, column;
        const char* says;
    };
    for (const Case& c :
         {Case{"Boat: txt 30", 1, 6, "not understood"},
          Case{"Boat: text 30\nHull: combo [GRP, Steel", 2, 12, "] is expected"},
          Case{"Length: number 25..2", 1, 15, "upside down"}, Case{"Reg: text /[A-Z/", 1, 10, "pattern"},
          Case{"Hull: combo", 1, 0, "needs its choices"}, Case{"When: date >= soon", 1, 11, "date such as"},
          Case{"Łódź: date .1", 1, 0, "no decimals"}, Case{"Lift: radio [A, B] = C", 1, 21, "not among"},
          Case{"[Cancel] Book", 1, 9, "button"}, Case{"A: text; : text", 1, 9, "label is expected"},
          Case{"# ", 1, 0, "title is expected"}, Case{"A: text text", 1, 8, "second kind"},
          Case{"At: time >= noon", 1, 9, "A time such as 08:30"}, Case{"A: check 30", 1, 0, "no length"},
          Case{"A: number < 3", 1, 10, "“<” is not understood here"},
          Case{"A: number = numB *", 1, 18, "ends too early"}, Case{"A: date = tomorrow", 1, 10, "2026-04-01"},
          Case{"A: text = ==", 1, 12, "formula"}, Case{"A: text if (b", 1, 11, "never closed"}}) {
        JotMistake m = mistake(c.text);
        EXPECT_EQ(m.line, c.line) << c.text;
        EXPECT_EQ(m.column, c.column) << c.text << ": " << m.sentence;
        EXPECT_NE(m.sentence.text().find(c.says), std::string::npos) << c.text << ": " << m.sentence;
    }
    EXPECT_EQ(asProblem(mistake("Boat: txt")).place, "line 1, column 7");
}

namespace {
/// Any field that jotting can say.
rc::Gen<JotField> anyField() {
    return rc::gen::exec([] {
        JotField f;
        static const std::vector<std::string> labels = {
            "Boat name", "Łódź; port", "Length: overall", "To", "Überhang (m)", "Σκάφος", "a\\b"};
        f.label = *rc::gen::elementOf(labels);
        f.kind = *rc::gen::element(Kind::textBox, Kind::numberBox, Kind::dateBox, Kind::comboBox, Kind::listBox,
                                   Kind::checkBox, Kind::radioButton);
        f.radio = f.kind == Kind::radioButton;
        auto maybe = [](auto set) {
            if (*rc::gen::arbitrary<bool>()) set();
        };
        maybe([&] { f.own.set(Prop::required, true); });
        maybe([&] { f.own.set(Prop::hint, std::string("Ask (at the office); then \\ write")); });
        maybe([&] { f.name = "own.name" + std::to_string(*rc::gen::inRange(0, 99)); });
        if (f.kind == Kind::textBox) {
            maybe([&] { f.own.set(Prop::maxLength, double(*rc::gen::inRange(1, 500))); });
            maybe([&] {
                f.own.set(Prop::letters, std::string(*rc::gen::element("upper", "lower", "eachWord", "first")));
            });
            maybe([&] { f.own.set(Prop::pattern, std::string("[0-9/;]+\\.?")); });
            maybe([&] { f.own.set(Prop::placeholder, std::string("say \"it\"")); });
            maybe([&] {
                f.columns = *rc::gen::inRange(5, 80), f.rows = *rc::gen::inRange(2, 9),
                f.own.set(Prop::lines, std::string("many"));
            });
        } else if (f.kind == Kind::numberBox) {
            maybe([&] { f.own.set(Prop::least, double(*rc::gen::inRange(-50, 0))); });
            maybe([&] { f.own.set(Prop::most, *rc::gen::inRange(0, 900) / 10.0); });
            maybe([&] {
                const int places = *rc::gen::inRange(1, 4);
                f.own.set(Prop::decimals, double(places));
                f.own.set(Prop::step, std::pow(10.0, -places));
            });
            maybe([&] { f.own.set(Prop::unit, std::string("kW/h")); });
            maybe([&] { f.own.set(Prop::workedOut, std::string("IF(numA > 2; (numB); 3)")); });
        } else if (f.kind == Kind::dateBox) {
            maybe([&] { f.own.set(Prop::earliest, std::string("today+7")); });
            maybe([&] { f.own.set(Prop::latest, std::string("2030-12-31")); });
            maybe([&] { f.own.set(Prop::datePattern, std::string("dd/MM/yyyy")); });
            maybe([&] { f.own.set(Prop::defaultText, std::string("today")); });
        } else if (f.kind != Kind::checkBox) {
            f.own.set(Prop::choices, Choices{{"GRP", "GRP"}, {"s", "Steel, painted"}, {"a=b", "x]y"}});
            maybe([&] { f.own.set(Prop::defaultText, std::string("GRP")); });
            if (f.kind == Kind::listBox)
                maybe([&] {
                    f.own.set(Prop::many, std::string("many"));
                    f.own.set(Prop::atLeast, 1.0);
                    f.own.set(Prop::atMost, 2.0);
                });
            if (f.kind == Kind::comboBox) maybe([&] { f.own.set(Prop::otherAnswers, true); });
        }
        return f;
    });
}
}  // namespace

TEST(Jotting, WhatIsWrittenReadsBackTheSame) {
    EXPECT_TRUE(rc::check([] {
        Jotting rows;
        const int count = *rc::gen::inRange(1, 8);
        for (int i = 0; i < count; ++i) {
            JotRow row{What::fields, "", {}, {}};
            const int fields = *rc::gen::inRange(1, 4);
            for (int k = 0; k < fields; ++k) row.fields.push_back(*anyField());
            rows.push_back(row);
        }
        rows.push_back({What::buttons, "", {}, {{"Go ] on", true}, {"Cancel", false}}});
        const std::string text = jottingText(rows);
        auto again = readJotting(text);
        if (!again) RC_FAIL(text + "\n" + again.error().sentence.text());
        if (!(*again == rows)) RC_FAIL(text + "\n" + jottingText(*again));
    }));
}

TEST(Jotting, AFormWrittenOutMakesTheSameFormAgain) {
    for (Kind kind : {Kind::dialog, Kind::document}) {
        Form form = jotted(booking, kind);
        AsJotting told = asJotting(form);
        EXPECT_TRUE(told.cannotSay.empty()) << told.cannotSay.front();
        Form again = laidOut(told.rows, newForm(kind), fonts());
        auto names = [](const Form& f) {
            std::vector<std::string> all;
            for (Id id : allIds(f)) all.push_back(f.find(id)->name);
            return all;
        };
        EXPECT_EQ(names(form), names(again));
    }
}

TEST(Jotting, WhatItCannotSayIsListed) {
    Form form = jotted("Boat name: text 30\n");
    form = withProperty(form, {named(form, "txtBoatName").id}, Prop::personal, true);
    AsJotting told = asJotting(form);
    ASSERT_EQ(told.cannotSay.size(), 1u);
    EXPECT_EQ(told.cannotSay[0], "Personal of “txtBoatName”");
}
