// Lines and directions of text, whatever its length and script.
#include "core/draw/draw_control.h"
#include "tests/support.h"

using namespace brindel;
using namespace brindel::test;

namespace {
std::string joined(const std::vector<std::string>& lines, const char* between) {
    std::string all;
    for (std::size_t i = 0; i < lines.size(); ++i) all += (i ? between : "") + lines[i];
    return all;
}
std::u32string seen(const Shaped& shaped) {
    std::u32string letters;
    for (const Run& run : shaped.runs)
        for (const Glyph& g : run.glyphs) letters += g.letters;
    return letters;
}
}  // namespace

TEST(Lines, NothingIsLostAndNoLineIsTooWide) {
    const Look look;
    for (const char* text :
         {"The boat is moored at the north pontoon and will be lifted on Tuesday next week.",
          "Ein Donaudampfschifffahrtsgesellschaftskapitän mit Mütze", "Лодка стоит у северного понтона до весны",
          "船は北の桟橋に係留されています。", "قارب راسٍ عند الرصيف الشمالي حتى الربيع", "a/b-c d–e"})
        for (double width : {20.0, 60.0, 150.0}) {
            const auto lines = fonts().lines(text, look, width, true);
            std::string got = joined(lines, ""), want = text;
            std::erase(got, ' ');
            std::erase(want, ' ');
            EXPECT_EQ(got, want);
            for (const std::string& line : lines)
                // Letters of joined scripts take other forms where a word has to be cut.
                if (characterCount(line) > 1 && width > 20) EXPECT_LE(fonts().width(line, look), width + 0.6) << line;
        }
    EXPECT_EQ(fonts().lines("a  b", look, 500, true), (std::vector<std::string>{"a  b"}));
    EXPECT_EQ(fonts().lines("a\n\nb", look, 500, true), (std::vector<std::string>{"a", "", "b"}));
}

TEST(Lines, LettersAsPeopleSeeThemAreNotTornApart) {
    // A family of four is one letter to whoever sees it; an accent stays on its letter.
    const std::string family = "👨‍👩‍👧‍👦", accent = "e\u0301";
    for (const std::string& one : {family, accent}) {
        std::string text;
        for (int i = 0; i < 6; ++i) text += one;
        for (const std::string& line : fonts().lines(text, Look{}, 12, true)) {
            ASSERT_FALSE(line.empty());
            EXPECT_EQ(line.size() % one.size(), 0u);
        }
    }
}

TEST(Lines, AHundredThousandLettersAreLaidOutAndDrawn) {
    std::string words, word(100000, 'x');
    while (words.size() < 100000) words += "word ";
    for (const std::string& text : {words, word}) {
        const auto lines = fonts().lines(text, Look{}, 200, true);
        EXPECT_GT(lines.size(), 1000u);
        EXPECT_TRUE(fonts().fitted(text, Look{}, 100).ends_with("…"));
        EXPECT_GT(fonts().width(text, Look{}), 100000);
    }
    Form form = jotted("> x\n");
    const Id id = named(form, "x").id;
    form = withProperty(form, {id}, Prop::text, words);
    EXPECT_GT(drawnControl(form, *form.find(id), {}, DrawOptions{fonts()}).size(), 500u);
}

TEST(Directions, TextIsSetInTheOrderInWhichItIsSeen) {
    // Hebrew alef bet gimel between Latin words: seen from left to right it is gimel bet alef.
    EXPECT_EQ(seen(fonts().shape("ab אבג cd", Look{})), U"ab גבא cd");
    EXPECT_EQ(seen(fonts().shape("אבג 12", Look{})), U"12 גבא") << "numbers keep their order";
    EXPECT_EQ(seen(fonts().shape("boat", Look{})), U"boat");
}

TEST(Directions, ControlsOfAFormFromRightToLeftAreTurned) {
    Form form = jotted("Ready: check\nName: text 10 = x\n");
    const Control tick = named(form, "chkReady"), text = named(form, "txtName");
    auto leftMost = [&](const Form& f, const Control& c, const Shown& shown) {
        double left = 1e9;
        for (const Mark& m : drawnControl(f, c, shown, DrawOptions{fonts()}))
            if (const auto* t = std::get_if<TextMark>(&m)) left = std::min(left, t->at.x);
        return left;
    };
    Shown typed;
    typed.text = "x";
    EXPECT_LT(tickBoxOf(form, tick).left, 1);
    EXPECT_LT(leftMost(form, text, typed), 12);
    form = withProperty(form, {rootId}, Prop::language, std::string("he"));
    EXPECT_NEAR(tickBoxOf(form, tick).right(), tick.box.width, 0.01) << "the tick stands at the right";
    EXPECT_GT(leftMost(form, text, typed), text.box.width - 20) << "what is typed begins at the right";
    EXPECT_GT(leftMost(form, tick, {}), 0);
    EXPECT_LT(leftMost(form, tick, {}), tick.box.width - 16);
}
