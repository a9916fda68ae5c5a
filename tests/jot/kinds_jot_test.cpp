// Times, groups, tables, signatures and pictures as jotting.
#include "core/edit/routing.h"
#include "core/layout/room.h"
#include "core/naming/schemes.h"
#include "core/order/reading.h"
#include "tests/support.h"

using namespace brindel;
using namespace brindel::test;

namespace {

const char* const rows =
    "Started: time >= 07:00 <= 19:00 ! = 08:30\nHull: group 3 [g = GRP, Timber, …] ! (Of the boat)\n"
    "Jobs: group [Wash, Scrape] 1..2\nWork: table [2=Job, Hours, Finished on] 4\nSigned: signature !\nPhoto: picture\n";

}  // namespace

TEST(JottingKinds, ChoicesThatAreNotTyped) {
    const std::string rows =
        "Day: combo [1..31]\nMonth: combo [= months, …] \"Month\"\nLand: list [= countries]\nBerth: combo [= file]\n"
        "Half: combo [-1.5..2]\n";
    const Form form = jotted(rows);
    EXPECT_EQ(named(form, "cboDay").text(Prop::choicesFrom), "run");
    EXPECT_EQ(named(form, "cboDay").number(Prop::runTo), 31);
    EXPECT_EQ(named(form, "cboHalf").number(Prop::runFrom), -1.5);
    EXPECT_TRUE(named(form, "cboMonth").yes(Prop::otherAnswers));
    EXPECT_EQ(named(form, "lstLand").text(Prop::readyList), "countries");
    EXPECT_EQ(named(form, "cboBerth").text(Prop::choicesFrom), "file");
    const AsJotting told = asJotting(form);
    EXPECT_TRUE(told.cannotSay.empty()) << told.cannotSay.front();
    EXPECT_EQ(jottingText(told.rows), rows);
    EXPECT_EQ(firstField("A: combo [1..x, y]").own.find(Prop::choicesFrom), nullptr);
    EXPECT_EQ(firstField("A: combo [= nonsense]").own.find(Prop::choicesFrom), nullptr);
}

TEST(JottingKinds, SayWhatTheyMean) {
    const JotField time = firstField("At: time >= 07:00 = 08:30");
    EXPECT_EQ(time.kind, Kind::timeBox);
    EXPECT_EQ(std::get<std::string>(*time.own.find(Prop::earliestTime)), "07:00");
    const JotField group = firstField("Hull: group 3 [a, b, …] several");
    EXPECT_EQ(std::get<double>(*group.own.find(Prop::acrossIn)), 3);
    EXPECT_TRUE(std::get<bool>(*group.own.find(Prop::otherAnswers)));
    EXPECT_EQ(std::get<std::string>(*group.own.find(Prop::many)), "many");
    const JotField table = firstField("Work: table [2=Job, Hours] 7");
    EXPECT_EQ(std::get<Choices>(*table.own.find(Prop::columns)), (Choices{{"2", "Job"}, {"1", "Hours"}}));
    EXPECT_EQ(std::get<double>(*table.own.find(Prop::rows)), 7);
    EXPECT_TRUE(std::get<bool>(*firstField("Photo: picture").own.find(Prop::byFiller)));
}

TEST(JottingKinds, MistakesAreSaid) {
    for (const auto& [text, sentence] : std::vector<std::pair<std::string, std::string>>{
             {"A: time 30", "A time box has no length."},
             {"A: time = noon", "A time box starts with a time such as 08:30."},
             {"A: group", "A choice group needs its choices"},
             {"A: group 40 [x]", "at most 12 columns"},
             {"A: table 5", "A table needs its columns"},
             {"A: table [x=Job]", "“x” is not one"},
             {"A: table [Job] 900", "at most 200 rows"},
             {"A: table [Job] !", "A table has no “required”."},
             {"A: signature = Edda", "A signature has no value to start with."},
             {"A: picture [x]", "A picture has no choices."},
             {"A: group [x] upper", "A choice group has no letter case."}}) {
        auto read = readJotting(text);
        ASSERT_FALSE(read) << text;
        EXPECT_NE(read.error().sentence.text().find(sentence), std::string::npos)
            << text << ": " << read.error().sentence;
    }
}

TEST(JottingKinds, AreWrittenOutAndReadBack) {
    for (Kind kind : {Kind::dialog, Kind::document}) {
        const Form form = jotted(rows, kind);
        const AsJotting told = asJotting(form);
        EXPECT_TRUE(told.cannotSay.empty()) << told.cannotSay.front();
        const Form again = laidOut(readJotting(jottingText(told.rows)).value(), newForm(kind), fonts());
        ASSERT_EQ(allIds(form).size(), allIds(again).size());
        for (std::size_t i = 0; i < allIds(form).size(); ++i) {
            const Control& c = *form.find(allIds(form)[i]);
            const Control* other = again.find(allIds(again)[i]);
            EXPECT_EQ(other->name, c.name);
            EXPECT_EQ(other->kind, c.kind) << c.name;
            EXPECT_EQ(other->box, c.box) << c.name;
            if (c.kind != Kind::label) EXPECT_EQ(other->own, c.own) << c.name;
        }
    }
}

TEST(JottingKinds, StandLevelWithTheirLabels) {
    for (Kind kind : {Kind::dialog, Kind::document}) {
        const Form form = jotted(rows, kind);
        for (const char* name : {"timStarted", "chgHull", "chgJobs"}) {
            const Control& c = named(form, name);
            const Control* label = labelOf(form, c.id);
            ASSERT_NE(label, nullptr) << name;
            const double first = c.kind == Kind::choiceGroup
                                     ? c.box.top + choiceSpotsOf(form, c, fonts()).rows[0].centre().y
                                     : c.box.centre().y;
            EXPECT_NEAR(label->box.centre().y, first, kind == Kind::dialog ? 1 : 0.3) << name;
            EXPECT_FALSE(isCutOff(form, c, fonts())) << name;
        }
        const Control& table = named(form, "tblWork");
        EXPECT_EQ(form.find(form.find(table.children[1])->children[0])->kind, Kind::numberBox) << "Hours are a number";
        EXPECT_LT(labelOf(form, table.id)->box.bottom(), table.box.top + 0.01) << "a table's label stands above it";
    }
}

TEST(JottingKinds, WhatStandsInATableInsteadIsListed) {
    Form form = jotted("Work: table [Job] 1\n");
    form = renamed(form, named(form, "txtJob1").id, "txtOwn");
    const AsJotting told = asJotting(form);
    ASSERT_EQ(told.cannotSay.size(), 1u);
    EXPECT_EQ(told.cannotSay[0], "what stands in the table as “txtOwn”");
}

TEST(JottingKinds, WhatIsNamedOrLaidByHandIsSaidOrListed) {
    const auto wrong = readJotting("Boat: text 5 @2nd");
    ASSERT_FALSE(wrong.has_value());
    EXPECT_EQ(wrong.error().sentence, "A name begins with a letter.");
    EXPECT_EQ(wrong.error().column, 13);
    EXPECT_FALSE(readJotting("Boat: text 5 @class").has_value());
    EXPECT_TRUE(readJotting("Boat: text 5 @owner.boat").has_value());
    Form form = jotted("A: text 5\nB: text 5\n### Frame\nC: text 5\nD: text 5\n###\n");
    EXPECT_TRUE(asJotting(form).cannotSay.empty());
    form = routedAs(form, {named(form, "txtB").id, named(form, "txtA").id, named(form, "txtD").id});
    form.scheme = std::make_shared<const Scheme>(*shippedScheme("plainWords"));
    form = withProperty(form, {rootId}, Prop::startsIn, Reference{named(form, "txtA").id});
    EXPECT_EQ(asJotting(form).cannotSay,
              (std::vector<std::string>{"Starts in of “dlg”", "the scheme of names, “Plain words”", "the tab order",
                                        "the tab order in “Frame”"}));
}
