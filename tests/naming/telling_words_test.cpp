// What the words of a label tell of a person's details.
#include <gtest/gtest.h>

#include "core/naming/telling_words.h"

using namespace brindel;

TEST(TellingWords, AreThoseOfAPersonAlone) {
    auto told = [](const char* wording) { return toldBy(wording).value_or(Told{"nothing", false}); };
    for (const auto& [wording, detail] : {std::pair("Phone", "phone"),
                                          {"Your phone:", "phone"},
                                          {"E-Mail", "email"},
                                          {"First name", "forename"},
                                          {"Family name", "surname"},
                                          {"Your name", "name"},
                                          {"Name", "name"},
                                          {"Straße", "street"},
                                          {"Geburtsdatum", "birthday"},
                                          {"IBAN", "bank"},
                                          {"Prénom", "forename"}})
        EXPECT_EQ(told(wording).detail, detail) << wording;
    // A boat has a name as well, and a number is none of a person.
    for (const char* other : {"Boat name", "Berth", "", "Number of persons", "cap on charges"})
        EXPECT_EQ(told(other).detail, "nothing") << other;
    EXPECT_FALSE(told("Town").personal);
    EXPECT_TRUE(told("Wohnort").personal);
}
