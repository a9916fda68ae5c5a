#include "core/model/sentence.h"

#include "tests/support.h"

using namespace brindel;

TEST(Sentence, IsAPatternWithItsParts) {
    const Sentence one = said("A {} cannot contain {}.", wordPart("table"), "pages");
    EXPECT_EQ(one.pattern, "A {} cannot contain {}.");
    EXPECT_EQ(one, "A table cannot contain pages.");
    // In another language the parts can stand the other way round only where the language says so; words are its own.
    EXPECT_EQ(
        one.filled("Eine {} hat keine {}.", [](const std::string& word) { return word == "table" ? "Tabelle" : word; }),
        "Eine Tabelle hat keine pages.");
    EXPECT_TRUE(Sentence().empty());
    EXPECT_EQ(said("{} of {}", 3, std::size_t(12)), "3 of 12");
}

TEST(Sentence, TakesPartsAsTheyAre) {
    EXPECT_EQ(said("“{}” is not a number.", "{}"), "“{}” is not a number.") << "a part is no pattern";
    EXPECT_EQ(said("Too few {} {}", "parts"), "Too few parts {}");
    EXPECT_EQ(asSaid("50 {} on hand"), "50 {} on hand");
}
