#include "core/text/fonts.h"
#include "core/text/typed_moments.h"
#include "tests/support.h"

using namespace brindel;
using namespace brindel::test;
using namespace std::chrono;

TEST(Fonts, LettersThatAFontLacksComeFromAnother) {
    Look look;
    look.family = "Lato";
    Shaped shaped = fonts().shape("Boat ☐ Łódź", look);
    ASSERT_GE(shaped.runs.size(), 2u);
    for (const brindel::Run& run : shaped.runs) EXPECT_TRUE(run.face->usable);
    EXPECT_GT(shaped.width, 0);
    std::u32string all;
    for (const brindel::Run& run : shaped.runs)
        for (const Glyph& g : run.glyphs) all += g.letters;
    EXPECT_EQ(utf8(all), "Boat ☐ Łódź");
}

TEST(Fonts, LinesBreakAtBlanksAndNeverBeyondTheWidth) {
    Look look;
    look.family = "Lato";
    const std::string text = "The yard confirms within two days. Averyveryverylongwordthatdoesnotfit";
    for (double width : {40.0, 80.0, 200.0})
        for (const std::string& line : fonts().lines(text, look, width, true))
            EXPECT_LE(fonts().width(line, look), width + 0.1) << line;
    EXPECT_EQ(fonts().lines("a\n\nb", look, 100, true), (std::vector<std::string>{"a", "", "b"}));
    EXPECT_EQ(fonts().lines(text, look, 40, false).size(), 1u);
}

TEST(Fonts, BrokenBytesDoNoHarm) {
    Look look;
    EXPECT_GT(fonts().width("a\xFF\xC3z", look), 0);
    EXPECT_EQ(characterCount("Łódź"), 4u);
    EXPECT_EQ(firstCharacters("Łódź", 2), "Łó");
}

TEST(Words, LetterCaseFollowsTheLanguage) {
    EXPECT_EQ(lettersAs("straße", LetterCase::upper, "de"), "STRASSE");
    EXPECT_EQ(lettersAs("istanbul", LetterCase::upper, "tr"), "İSTANBUL");
    EXPECT_EQ(lettersAs("ada mcALLISTER", LetterCase::eachWord, "en"), "Ada McALLISTER");
    EXPECT_EQ(lettersAs("élan vital", LetterCase::first, "fr"), "Élan vital");
    EXPECT_EQ(lettersAs("As Typed", LetterCase::asTyped, "en"), "As Typed");
}

TEST(Words, NumbersInLanguages) {
    EXPECT_EQ(numberIn(1234.5, 2, true, "de"), "1.234,50");
    EXPECT_EQ(numberRead("1.234,5", "de"), 1234.5);
    EXPECT_EQ(numberRead("1.234", "de"), 1234);
    EXPECT_EQ(numberRead("9,4", "de"), 9.4);
    EXPECT_EQ(numberRead("9,4", "en"), 9.4) << "it can mean nothing else";
    EXPECT_EQ(numberRead("9,400", "en"), 9400);
    EXPECT_EQ(numberRead(" 9.4 ", "en"), 9.4);
    EXPECT_FALSE(numberRead("9.4 m", "en"));
    EXPECT_FALSE(numberRead("", "en"));
    EXPECT_FALSE(numberRead("12a", "en"));
}

TEST(Words, DatesByPattern) {
    const Day day{year(2026), month(4), std::chrono::day(1)};
    EXPECT_EQ(dateIn(day, "d MMM yyyy", "en"), "1 Apr 2026");
    EXPECT_EQ(dateIn(day, "d. MMMM yyyy", "de"), "1. April 2026");
    EXPECT_EQ(dateTyped("1 Apr 2026", "d MMM yyyy", "en"), day);
    EXPECT_EQ(dateTyped("2026-04-01", "d MMM yyyy", "en"), day) << "ISO 8601 is always understood";
    EXPECT_FALSE(dateTyped("31/02/2026", "dd/MM/yyyy", "en"));
    EXPECT_FALSE(dateTyped("1 Apr 2026 x", "d MMM yyyy", "en"));
    EXPECT_FALSE(isoDateRead("2026-02-30"));
    EXPECT_EQ(isoDate(*dayMeant("today + 30", day)), "2026-05-01");
    EXPECT_EQ(isoDate(*dayMeant("today-1", day)), "2026-03-31");
    EXPECT_FALSE(dayMeant("todayish", day));
    EXPECT_FALSE(dayMeant("today+", day));
    EXPECT_EQ(dateMisfit(""), "");
    EXPECT_NE(dateMisfit("tomorrow"), "");
}

TEST(Words, PatternsMatchTheWholeAndNeverRunAway) {
    EXPECT_TRUE(matchesWhole("FW-20417", "[A-Z]{2}-[0-9]{4,7}"));
    EXPECT_FALSE(matchesWhole("FW-20417x", "[A-Z]{2}-[0-9]{4,7}"));
    EXPECT_NE(patternMisfit("[A-Z"), "");
    EXPECT_FALSE(matchesWhole(std::string(60, 'a') + "!", "(a+)+")) << "stopped, not hung";
}

TEST(Words, PlainWordsOfAnyScript) {
    EXPECT_EQ(plainWords("Größe über alles"), (std::vector<std::string>{"Groesse", "ueber", "alles"}));
    EXPECT_EQ(plainWords("Łódka no. 7"), (std::vector<std::string>{"Lodka", "no", "7"}));
    EXPECT_EQ(plainWords("Owner's phone"), (std::vector<std::string>{"Owners", "phone"}));
    EXPECT_FALSE(plainWords("Σκάφος").empty());
    EXPECT_TRUE(plainWords("…").empty());
}
