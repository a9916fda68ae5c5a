#include "core/text/measure.h"

#include "tests/support.h"

using namespace brindel;

TEST(Measure, SumsAndUnitsAreRead) {
    struct Case {
        const char* text;
        double now, value;
    };
    for (const Case& c : {Case{"24", 0, 24},
                          {" 12mm + 4 ", 0, 16},
                          {"(210mm - 40) / 2", 0, 85},
                          {"x * 2", 15, 30},
                          {"x - 1cm", 15, 5},
                          {"2.54cm", 0, 25.4},
                          {"1in", 0, 25.4},
                          {"72pt", 0, 25.4},
                          {"-3", 0, -3},
                          {"2 * -3", 0, -6},
                          {"1,5", 0, 1.5},
                          {"96px", 0, 25.4}})
        EXPECT_NEAR(measureRead(c.text, 1, c.now).value(), c.value, 1e-9) << c.text;
    EXPECT_NEAR(measureRead("25.4mm", unitInMm(true), 0).value(), 96, 1e-9) << "px in a dialog";
}

TEST(Measure, WhatCannotBeReadIsSaidWithItsPlace) {
    for (const auto& [text, place] : std::vector<std::pair<std::string, std::string>>{{"", "1"},
                                                                                      {"wide", "1"},
                                                                                      {"12 mmm", "4"},
                                                                                      {"12 +", "5"},
                                                                                      {"(1", "3"},
                                                                                      {"4 / 0", "6"},
                                                                                      {"1 2", "3"},
                                                                                      {"1e9", "2"}}) {
        auto read = measureRead(text, 1, 0);
        ASSERT_FALSE(read) << text;
        EXPECT_EQ(read.error().place, place) << text;
        EXPECT_FALSE(read.error().sentence.empty());
    }
    EXPECT_FALSE(measureRead(std::string(180, '('), 1, 0)) << "depth is bounded";
}
