// Date and time patterns whose letters are mixed up.
#include "core/text/moment_letters.h"

#include <gtest/gtest.h>

using namespace brindel;

TEST(MomentLetters, WrongOnesAreSaid) {
    for (const char* right : {"d MMM yyyy", "dd.MM.yy", "EEEE, d. MMMM y", "d 'of' MMMM y", "yyyy-MM-dd", ""})
        EXPECT_TRUE(datePatternMisfit(right).empty()) << right << datePatternMisfit(right);
    for (const char* right : {"HH:mm", "h:mm a", "H 'h' mm", "HH:mm:ss", ""})
        EXPECT_TRUE(timePatternMisfit(right).empty()) << right << timePatternMisfit(right);
    EXPECT_EQ(datePatternMisfit("dd.mm.yyyy"), "“mm” is the minutes; the month is M or MM.");
    EXPECT_EQ(timePatternMisfit("HH:MM"), "“MM” is the month; the minutes are mm.");
    EXPECT_EQ(datePatternMisfit("DD.MM.yyyy"), "“DD” counts the days of the year; the day of the month is d.");
    EXPECT_EQ(datePatternMisfit("d.M.YYYY"), "“YYYY” is the year that a week belongs to; the year of a date is y.");
    EXPECT_EQ(datePatternMisfit("d.M.y HH"),
              "“HH” is the hour, which no date has: the day is d, the month M, the year y.");
    EXPECT_EQ(timePatternMisfit("d H:mm"),
              "“d” is the day, which no time has: the hour is H, or h with a; the minutes are m.");
    EXPECT_EQ(datePatternMisfit("d of MMM y"), "“o” has no meaning here; put wording between apostrophes, as in 'at'.");
    EXPECT_EQ(datePatternMisfit("d 'of M y"), "An apostrophe is missing: wording goes between two of them.");
    EXPECT_EQ(datePatternMisfit("d MMM"), "A date needs its year, y.");
    EXPECT_EQ(timePatternMisfit("mm"), "A time needs its hour: H, or h with a.");
    EXPECT_FALSE(datePatternMisfit(std::string(100000, 'd')).empty());
}
