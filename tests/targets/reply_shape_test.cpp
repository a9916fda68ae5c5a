// What a reply looks like: which answers are always there, rows that fillers add, names in groups.
#include "core/targets/reply/reply_shape.h"

#include <gtest/gtest.h>

#include <nlohmann/json.hpp>

#include "core/edit/edits.h"
#include "tests/support.h"

using namespace brindel;
using namespace brindel::test;
using Schema = nlohmann::json;

namespace {
const ReplyPart& partOf(const std::vector<ReplyPart>& parts, const std::string& name) {
    for (const ReplyPart& part : parts)
        if (part.name == name) return part;
    throw std::runtime_error("no answer " + name);
}
Schema valuesIn(const Form& form) {
    return Schema::parse(replySchema(form))["properties"]["values"];
}
}  // namespace

TEST(ReplyShape, WhatIsRequiredIsAlwaysThereUnlessItCanBeHidden) {
    Form form =
        jotted("Boat: text 30 !\nMast: check\nHeight: number 2..30 m !\nHull: combo [GRP, Steel] !\nDay: date\n");
    auto parts = replyShape(form);
    EXPECT_TRUE(partOf(parts, "txtBoat").asked);
    EXPECT_EQ(partOf(parts, "txtBoat").letters, 30u);
    EXPECT_EQ(partOf(parts, "numHeight").most, 30);
    EXPECT_EQ(partOf(parts, "cboHull").values, (std::vector<std::string>{"GRP", "Steel"}));
    EXPECT_FALSE(partOf(parts, "dtmDay").asked);
    form = withProperty(form, {named(form, "numHeight").id}, Prop::visible, false);
    EXPECT_FALSE(partOf(replyShape(form), "numHeight").asked);
    form = withProperty(form, {named(form, "numHeight").id}, Prop::most, std::string("2 * 10"));
    EXPECT_EQ(valuesIn(form)["properties"]["txtBoat"]["type"], "string");
    EXPECT_EQ(valuesIn(form)["properties"]["numHeight"]["type"], (Schema{"number", "null"}));
}

TEST(ReplyShape, RowsThatFillersAddAreATableOfTheirOwn) {
    const Form form = demo("winter-storage-agreement");
    const auto parts = replyShape(form);
    EXPECT_EQ(partOf(parts, "numPrice3").stem, "numPrice");
    EXPECT_EQ(partOf(parts, "numPrice3").row, 3);
    const Schema values = valuesIn(form);
    EXPECT_TRUE(values["patternProperties"].contains("^numPrice[0-9]+$"));
    const std::string sql = replySql(form).value();
    EXPECT_EQ(sql.find("numPrice3"), std::string::npos);
    EXPECT_NE(sql.find("\"numPrice\" NUMERIC, -- Price\n"), std::string::npos) << sql;
}

TEST(ReplyShape, DottedNamesAreGroupsAsInAReply) {
    Form form = jotted("Phone: text\nName: text !\n");
    const Id phone = named(form, "txtPhone").id, name = named(form, "txtName").id;
    form = renamed(renamed(form, phone, "owner.phone"), name, "owner.name");
    const Schema owner = valuesIn(form)["properties"]["owner"];
    EXPECT_EQ(owner["required"], (Schema{"phone", "name"}));
    EXPECT_FALSE(owner["additionalProperties"].get<bool>());
    EXPECT_NE(replySql(form).value().find("\"owner.phone\" TEXT"), std::string::npos);
}

TEST(ReplyShape, AReplyWiderThanATableIsSaid) {
    std::string rows;
    for (int i = 0; i < 1600; ++i) rows += "Field " + std::to_string(i) + ": text\n";
    EXPECT_EQ(
        replySql(jotted(rows)).error().sentence.text(),
        "A reply of this form has more than 1497 answers, more than a table of a database has columns. Its replies "
        "can be stored as JSON.");
}
