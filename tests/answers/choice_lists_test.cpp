// Lists that choices come from.
#include "core/answers/choice_lists.h"

#include "tests/support.h"

using namespace brindel;
using namespace brindel::test;

namespace {
std::vector<std::string> texts(const Choices& choices) {
    std::vector<std::string> all;
    for (const Choice& one : choices) all.push_back(one.text);
    return all;
}
std::string textOf(const Choices& choices, const std::string& value) {
    for (const Choice& one : choices)
        if (one.value == value) return one.text;
    return "";
}
}  // namespace

TEST(ChoiceLists, ReadyOnesAreInTheFormsLanguage) {
    EXPECT_EQ(texts(readyList(ReadyList::months, "de"))[2], "März");
    EXPECT_EQ(readyList(ReadyList::months, "en")[0], (Choice{"1", "January"}));
    EXPECT_EQ(texts(readyList(ReadyList::weekdays, "en-US"))[0], "Sunday");
    EXPECT_EQ(readyList(ReadyList::weekdays, "de")[0], (Choice{"1", "Montag"}));
    EXPECT_EQ(texts(readyList(ReadyList::weekdaysShort, "en"))[1].substr(0, 3), "Mon");
    EXPECT_EQ(texts(readyList(ReadyList::yesNo, "de")), (std::vector<std::string>{"Ja", "Nein"}));
    EXPECT_EQ(textOf(readyList(ReadyList::countries, "de"), "AT"), "Österreich");
    EXPECT_EQ(textOf(readyList(ReadyList::currencies, "en"), "GBP"), "British Pound");
    EXPECT_EQ(textOf(readyList(ReadyList::languages, "de"), "en"), "Englisch");
    EXPECT_EQ(textOf(readyList(ReadyList::units, "de"), "m"), "Meter (m)");
    EXPECT_EQ(textOf(readyList(ReadyList::units, "en"), "kg"), "kilograms (kg)");
    // By the alphabet of the language: Ä beside A.
    const auto countries = texts(readyList(ReadyList::countries, "de"));
    const auto at = [&](const std::string& name) { return std::ranges::find(countries, name) - countries.begin(); };
    EXPECT_LT(at("Ägypten"), at("Belgien"));
    EXPECT_GT(countries.size(), 200u);
}

TEST(ChoiceLists, RunsOfNumbers) {
    EXPECT_EQ(texts(numberRun(1, 4, 1)), (std::vector<std::string>{"1", "2", "3", "4"}));
    EXPECT_EQ(texts(numberRun(3, 1, 1)), (std::vector<std::string>{"3", "2", "1"}));
    EXPECT_EQ(texts(numberRun(0, 0.3, 0.1)), (std::vector<std::string>{"0", "0.1", "0.2", "0.3"}));
    EXPECT_EQ(texts(numberRun(1, 10, 4)), (std::vector<std::string>{"1", "5", "9"}));
    EXPECT_TRUE(numberRun(1, 5, 0).empty());
    EXPECT_TRUE(numberRun(1, std::numeric_limits<double>::infinity(), 1).empty());
    EXPECT_EQ(numberRun(0, 1e9, 1).size(), mostChoices);
    EXPECT_EQ(numberRun(0, 1, 1e-12).size(), mostChoices);
}

TEST(ChoiceLists, LinesAsTheyArePasted) {
    const Choices all = choicesFromLines("GRP\ns = Steel\r\n\nt\tTimber\n  GRP  \n");
    EXPECT_EQ(all, (Choices{{"GRP", "GRP"}, {"s", "Steel"}, {"t", "Timber"}, {"GRP", "GRP"}}));
    EXPECT_EQ(choicesAsLines(all), "GRP\ns = Steel\nt = Timber\nGRP");
    EXPECT_EQ(withoutDoubles(all).size(), 3u);
    EXPECT_EQ(texts(sortedChoices(choicesFromLines("Zelt\nÄpfel\nApfel\nBoot"), "de")),
              (std::vector<std::string>{"Apfel", "Äpfel", "Boot", "Zelt"}));
    EXPECT_EQ(choicesFromLines("").size(), 0u);
    std::string many;
    for (int i = 0; i < 20000; ++i) many += std::to_string(i) + "\n";
    EXPECT_EQ(choicesFromLines(many).size(), mostChoices);
}

TEST(ChoiceLists, TablesOfText) {
    const auto table = readTable("Pontoon;Berth\r\nA;\"A1; by the crane\"\r\n\r\nB;\"B \"\"2\"\"\"\n");
    ASSERT_TRUE(table);
    EXPECT_EQ(*table, (TextTable{{"Pontoon", "Berth"}, {"A", "A1; by the crane"}, {"B", "B \"2\""}}));
    EXPECT_EQ(readTable("\xEF\xBB\xBF"
                        "a,b\n1,\"x\ny\"\n")
                  ->at(1)[1],
              "x\ny");
    EXPECT_EQ(readTable("a\tb, c\n1\t2")->at(0), (std::vector<std::string>{"a", "b, c"}));
    EXPECT_EQ(readTable("")->size(), 0u);
    const auto open = readTable("a,b\n1,\"x\n");
    ASSERT_FALSE(open);
    EXPECT_EQ(open.error().place, "line 3");
    EXPECT_FALSE(readTable(std::string(500, ','))) << "columns have a bound";
    EXPECT_FALSE(readTable([] {
        std::string all;
        for (int i = 0; i < 30000; ++i) all += "a\n";
        return all;
    }()));
}

TEST(ChoiceLists, AColumnOfAFileIsChosenFrom) {
    Form form = jotted("Pontoon: combo [A, B]\nBerth: combo [x]\n");
    Control berth = named(form, "cboBerth");
    berth.set(Prop::choicesFrom, std::string("file"));
    berth.set(Prop::listText, std::string("Berth,Pontoon\nA1,A\nA2,A\nB1,B\nA1,A\n"));
    EXPECT_EQ(texts(choicesOf(berth, "en")), (std::vector<std::string>{"A1", "A2", "B1"}));
    berth.set(Prop::listColumn, std::string("Pontoon"));
    EXPECT_EQ(texts(choicesOf(berth, "en")), (std::vector<std::string>{"A", "B"}));
    berth.set(Prop::listColumn, std::string("Berth"));
    berth.set(Prop::choicesBy, Reference{named(form, "cboPontoon").id});
    const std::string b = "B";
    EXPECT_EQ(choicesOf(berth, "en", &b), (Choices{{"B1", "B1"}}));
    berth.set(Prop::listText, std::string("\"open"));
    EXPECT_TRUE(choicesOf(berth, "en").empty()) << "what cannot be read gives none";
}
