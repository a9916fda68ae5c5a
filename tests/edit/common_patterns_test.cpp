// Common patterns: each takes its sample and refuses the other, in a session as fillers meet it.
#include "core/edit/common_patterns.h"

#include "core/session/form_session.h"
#include "tests/support.h"

using namespace brindel;
using namespace brindel::test;

TEST(CommonPatterns, TakeWhatFitsAndSayWhatDoesNot) {
    for (const CommonPattern& pattern : commonPatterns()) {
        const Form form = withCommonPattern(jotted("Answer: text 60\n"),
                                            {named(jotted("Answer: text 60\n"), "txtAnswer").id}, pattern);
        const Id id = named(form, "txtAnswer").id;
        EXPECT_EQ(commonPatternOf(*form.find(id)), &pattern);
        FormSession s(form, today);
        auto wrong = [&](std::string_view text) {
            s.type(id, std::string(text));
            return s.wrongWith(id);
        };
        EXPECT_EQ(wrong(pattern.fits), "") << pattern.key;
        EXPECT_EQ(wrong(pattern.fails), "Please write it as in " + std::string(pattern.fits) + ".") << pattern.key;
        EXPECT_EQ(wrong(""), "");
    }
}

TEST(CommonPatterns, AnAccountWhoseDigitsAreTurnedIsFound) {
    Form form = jotted("Account: text 40\n");
    const Id id = named(form, "txtAccount").id;
    const auto iban = std::ranges::find(commonPatterns(), "iban", &CommonPattern::key);
    form = renamed(withCommonPattern(form, {id}, *iban), id, "txtPaysFrom");
    FormSession s(form, today);
    s.type(id, "de89 3704 0044 0532 0130 00");
    EXPECT_EQ(s.wrongWith(id), "");
    s.type(id, "DE89 3704 0044 0532 1030 00");
    EXPECT_EQ(s.wrongWith(id), "The check digits are not right: a digit is mistyped.");
    // Another pattern takes the condition with it, and its messages.
    const auto year = std::ranges::find(commonPatterns(), "year", &CommonPattern::key);
    const Form other = withCommonPattern(form, {id}, *year);
    EXPECT_EQ(other.find(id)->text(Prop::valid), "");
    EXPECT_EQ(other.find(id)->text(Prop::validMessage), "");
    EXPECT_EQ(other.find(id)->text(Prop::patternMessage), "Please write it as in 2026.");
}

TEST(CommonPatterns, WhatWasWrittenByHandStays) {
    Form form = withProperty(jotted("A: text 20\n"), {named(jotted("A: text 20\n"), "txtA").id}, Prop::patternMessage,
                             std::string("No, no."));
    const Id id = named(form, "txtA").id;
    form = withProperty(form, {id}, Prop::valid, std::string("LEN(txtA) > 2"));
    form = withProperty(form, {rootId}, Prop::language, std::string("de"));
    for (const CommonPattern& pattern : commonPatterns()) form = withCommonPattern(form, {id}, pattern);
    EXPECT_EQ(form.find(id)->text(Prop::patternMessage), "No, no.");
    EXPECT_EQ(form.find(id)->text(Prop::valid), "LEN(txtA) > 2");
}
