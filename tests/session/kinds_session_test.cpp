// Times, choice groups, signatures, pictures and tables while a form is filled.
#include "core/answers/picture_data.h"
#include "core/answers/strokes.h"
#include "core/draw/draw_control.h"
#include "core/text/typed_moments.h"
#include "tests/png.h"
#include "tests/session/session_support.h"

using namespace brindel;
using namespace brindel::test;
using namespace std::chrono;

TEST(Times, AreReadAsPeopleTypeThem) {
    for (const auto& [typed, minutes] : std::vector<std::pair<std::string, int>>{
             {"08:30", 510}, {"8:30", 510}, {"8.30", 510}, {"0830", 510}, {" 23:59 ", 1439}, {"00:00", 0}})
        EXPECT_EQ(timeTyped(typed, "HH:mm", "en"), minutes) << typed;
    EXPECT_EQ(timeTyped("2:15 PM", "h:mm a", "en"), 14 * 60 + 15);
    for (const char* typed : {"", "24:00", "8:75", "half past", "8", "08:30:10", "-1:00"})
        EXPECT_FALSE(timeTyped(typed, "HH:mm", "en")) << typed;
    EXPECT_EQ(timeIn(14 * 60 + 5, "HH:mm", "de"), "14:05");
}

TEST(Times, StepWithinTheirLimits) {
    FormSession s(jotted("At: time >= 08:00 <= 17:30\n"), today);
    const Id at = id(s, "timAt");
    s.step(at, 1);
    EXPECT_EQ(s.shown(at).text, "08:00") << "an empty box begins at its earliest";
    s.step(at, 1);
    EXPECT_EQ(s.shown(at).text, "08:15");
    s.type(at, "08:20");
    s.step(at, 1);
    EXPECT_EQ(s.shown(at).text, "08:30") << "on to the next step";
    s.step(at, 1000);
    EXPECT_EQ(s.shown(at).text, "17:30");
    s.type(at, "6:00");
    EXPECT_EQ(s.wrongWith(at), "At: 08:00 or later.");
    s.type(at, "noon");
    EXPECT_EQ(s.wrongWith(at), "At: enter a time such as 14:30; “noon” is not one.");
    s.type(at, "9.45");
    EXPECT_EQ(s.wrongWith(at), "");
    EXPECT_EQ(std::get<std::string>(s.answer(at)), "09:45");
    EXPECT_FALSE(s.put("timAt", 4.0));
}

TEST(Steps, NumbersAndDatesStepToo) {
    FormSession s(jotted("N: number 2..5 .1\nD: date >= today\n"), today);
    s.step(id(s, "numN"), 1);
    EXPECT_EQ(s.shown(id(s, "numN")).text, "2.0");
    s.step(id(s, "numN"), 100);
    EXPECT_EQ(s.shown(id(s, "numN")).text, "5.0");
    s.step(id(s, "dtmD"), 1);
    EXPECT_EQ(std::get<std::string>(s.answer(id(s, "dtmD"))), "2026-04-01");
    s.step(id(s, "dtmD"), 3);
    EXPECT_EQ(std::get<std::string>(s.answer(id(s, "dtmD"))), "2026-04-04");
    s.step(id(s, "dtmD"), -30);
    EXPECT_EQ(std::get<std::string>(s.answer(id(s, "dtmD"))), "2026-04-01");
}

TEST(ChoiceGroups, OneOfManyWithAnotherAnswer) {
    FormSession s(jotted("Hull: group [g = GRP, Timber, Other…] !\n"), today);
    const Id hull = id(s, "chgHull");
    EXPECT_EQ(s.wrongWith(hull), "Hull: choose an answer.");
    s.pick(hull, {0});
    EXPECT_EQ(std::get<std::string>(s.answer(hull)), "g");
    s.type(hull, "Ferrocement");
    EXPECT_EQ(s.shown(hull).picked, std::vector<std::size_t>{2}) << "what is typed is chosen";
    EXPECT_EQ(std::get<std::string>(s.answer(hull)), "Ferrocement");
    s.pick(hull, {1});
    EXPECT_EQ(s.shown(hull).text, "") << "and forgotten when another is chosen";
    s.pick(hull, {2});
    EXPECT_EQ(s.wrongWith(hull), "Hull: type your other answer.");
    EXPECT_TRUE(s.put("chgHull", std::string("Steel")));
    EXPECT_EQ(std::get<std::string>(s.answer(hull)), "Steel");
}

TEST(ChoiceGroups, SeveralWithTheirCount) {
    FormSession s(jotted("Jobs: group [Wash, Scrape, Antifoul] 1..2\n"), today);
    const Id jobs = id(s, "chgJobs");
    s.pick(jobs, {0, 1, 2, 7});
    EXPECT_EQ(s.shown(jobs).picked.size(), 3u) << "there is no eighth choice";
    EXPECT_EQ(s.wrongWith(jobs), "Jobs: choose at most 2; 3 are chosen.");
    s.pick(jobs, {2});
    EXPECT_EQ(s.answer(jobs), Answer(std::vector<std::string>{"Antifoul"}));
    EXPECT_FALSE(s.put("chgJobs", std::string("Paint")));
}

TEST(Signatures, AreStrokesOrAName) {
    FormSession s(jotted("Signed: signature !\nPhoto: picture !\n"), today);
    EXPECT_EQ(s.wrongWith(id(s, "sigSigned")), "Signed: please sign here.");
    EXPECT_EQ(s.wrongWith(id(s, "picPhoto")), "Photo: please add a picture.");
    s.type(id(s, "sigSigned"), "M 10 20 L 30 40");
    EXPECT_EQ(s.wrongWith(id(s, "sigSigned")), "");
    EXPECT_EQ(strokesText(strokesOf("M 10 20 L 30 40 M 5 5")), "M 10 20 L 30 40 M 5 5");
    for (const char* text : {"Edda Quill", "L 1 2", "M 1", "M a b", ""}) EXPECT_TRUE(strokesOf(text).empty()) << text;
}

TEST(Pictures, AreReadAndWritten) {
    EXPECT_EQ(pictureSize(onePixel)->width, 1);
    const auto pixels = pixelsOf(onePixel);
    ASSERT_TRUE(pixels);
    EXPECT_EQ(pixels->bytes, (std::vector<std::uint8_t>{255, 0, 0, 255}));
    EXPECT_EQ(pixelsOf(pngBase64(*pixels))->bytes, pixels->bytes);
    EXPECT_EQ(fromBase64(toBase64("Brindel")), "Brindel");
    for (const char* bad : {"", "iVBORw0KGgo", "no base64 at all!", "AAAA"}) {
        EXPECT_FALSE(pictureSize(bad)) << bad;
        EXPECT_FALSE(pixelsOf(bad)) << bad;
    }
    EXPECT_EQ(pictureBox({0, 0, 100, 50}, {10, 10}, Fits::whole), (Box{25, 0, 50, 50}));
    EXPECT_EQ(pictureBox({0, 0, 100, 50}, {10, 10}, Fits::fills), (Box{0, -25, 100, 100}));
    EXPECT_EQ(pictureBox({0, 0, 100, 50}, {10, 10}, Fits::stretched), (Box{0, 0, 100, 50}));
}

TEST(TableRows, AreAddedAndAnswered) {
    Form form = jotted("Work: table [2=Job, Hours] 1\n");
    const Id table = named(form, "tblWork").id;
    form = withProperty(form, {table}, Prop::rowsMost, 2.0);
    FormSession s(form, today);
    EXPECT_FALSE(s.canRemoveRow(table)) << "rows of the design stay";
    EXPECT_TRUE(s.addRow(table));
    EXPECT_FALSE(s.addRow(table));
    EXPECT_TRUE(s.put("numHours2", 4.0));
    bool answered = false;
    for (const auto& [name, answer] : s.answers())
        answered = answered || (name == "numHours2" && answer == Answer(4.0));
    EXPECT_TRUE(answered);
    EXPECT_EQ(s.wrongWith(named(s.form(), "numHours2").id), "");
    EXPECT_TRUE(s.removeRow(table));
    EXPECT_EQ(s.form().named("numHours2"), nullptr);
    s.addRow(table);
    s.clear();
    EXPECT_TRUE(sameContent(s.form(), form)) << "cleared, it is as it was designed";
}
