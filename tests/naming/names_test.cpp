#include "core/naming/names.h"
#include "tests/support.h"

using namespace brindel;
using namespace brindel::test;

TEST(Names, AreMadeFromTheLabelsWords) {
    const Form form = newForm(Kind::dialog);
    EXPECT_EQ(nameFor(form, Kind::textBox, "Boat name"), "txtBoatName");
    EXPECT_EQ(nameFor(form, Kind::numberBox, "Länge über alles"), "numLaengeUeberAlles");
    EXPECT_EQ(nameFor(form, Kind::comboBox, "Łódź"), "cboLodz");
    EXPECT_EQ(nameFor(form, Kind::checkBox, "…"), "chkCheckBox");
    EXPECT_LE(nameFor(form, Kind::textBox, "A very long label that goes on and on beyond all reason").size(), 34u);
}

TEST(Names, DoublesAreNumbered) {
    Form form = jotted("Phone: text 20\nPhone: text 20\nPhone: text 20\n");
    EXPECT_NE(form.named("txtPhone"), nullptr);
    EXPECT_NE(form.named("txtPhone2"), nullptr);
    EXPECT_NE(form.named("txtPhone3"), nullptr);
}

TEST(Names, WhatIsWrongWithANameIsSaid) {
    Form form = jotted("Phone: text 20\nEmail: text 20\n");
    const Id id = named(form, "txtEmail").id;
    EXPECT_EQ(nameMisfit(form, id, "owner.phone_2"), "");
    EXPECT_EQ(nameMisfit(form, id, "txtEmail"), "");
    EXPECT_EQ(nameMisfit(form, id, "txtPhone"), "“txtPhone” is already the name of another control.");
    for (const char* bad : {"", "2nd", "a b", "a..b", "a.", "naïve"}) EXPECT_NE(nameMisfit(form, id, bad), "") << bad;
}
