// Formulas: read, written, worked out. The cases stand in cases.txt, written from the standard's definitions.
#include <rapidcheck.h>

#include "core/rules/evaluate.h"
#include "core/rules/formula_page.h"
#include "core/rules/functions.h"
#include "core/rules/signs.h"
#include "tests/rules/formula_support.h"

using namespace brindel;
using namespace brindel::test;

TEST(Formula, EveryCaseIsWorthWhatTheStandardSays) {
    int count = 0;
    for (const auto& [formula, wanted] : formulaCases()) {
        EXPECT_EQ(result(formula), wanted) << formula;
        // Written and read again it is the same tree, and worth the same.
        const auto tree = readFormula(formula);
        ASSERT_TRUE(tree) << formula;
        const auto again = readFormula(formulaText(**tree));
        ASSERT_TRUE(again) << formulaText(**tree);
        EXPECT_TRUE((*tree)->same(**again)) << formula << " / " << formulaText(**tree);
        ++count;
    }
    EXPECT_GE(count, 600);
}

TEST(Formula, EveryFunctionIsDescribedAndItsExampleIsTrue) {
    EXPECT_GE(allFunctions().size(), 100u);
    for (const FunctionRow& row : allFunctions()) {
        EXPECT_EQ(functionNamed(row.name), &row);
        EXPECT_TRUE(row.help.ends_with(".")) << row.name;
        EXPECT_EQ(result(std::string(row.example)), row.gives) << row.example;
        EXPECT_NE(row.example.find(row.name), std::string_view::npos) << row.name;
        if (row.least > 0)
            EXPECT_NE(result(std::string(row.name) + "()").find("does not read"), std::string::npos) << row.name;
    }
}

TEST(Formula, MistakesAreSaidWithTheirPlace) {
    struct Wrong {
        const char* text;
        std::size_t at, length;
        const char* says;
    };
    for (const Wrong& w : std::initializer_list<Wrong>{{"", 0, 0, "expected"},
                                                       {"1 +", 3, 0, "ends too early"},
                                                       {"1 2", 2, 1, "operator"},
                                                       {"(1 + 2", 0, 1, "never closed"},
                                                       {"1 + 2)", 5, 1, "closes nothing"},
                                                       {"SUM(1; 2", 3, 1, "never closed"},
                                                       {"RUOND(1)", 0, 5, "Did you mean ROUND?"},
                                                       {"LEFT()", 0, 6, "1 to 2 arguments"},
                                                       {"\"abc", 0, 4, "quote"},
                                                       {"1,5 + 2", 0, 2, "point"},
                                                       {"a ? b", 2, 1, "no meaning"},
                                                       {"'a'", 0, 1, "double quotes"},
                                                       {"1; 2", 1, 1, "only separates"},
                                                       {"* 2", 0, 1, "expected here"},
                                                       {"ü + #", 5, 1, "no meaning"}}) {
        const auto tree = readFormula(w.text);
        ASSERT_FALSE(tree) << w.text;
        EXPECT_EQ(tree.error().at, w.at) << w.text;
        EXPECT_EQ(tree.error().length, w.length) << w.text;
        EXPECT_NE(tree.error().sentence.text().find(w.says), std::string::npos)
            << w.text << ": " << tree.error().sentence.text();
    }
}

TEST(Formula, NamesAreWhatItSpeaksOf) {
    const auto tree = readFormula("=owner.phone & $$'boat-name' & owner.phone & Größe & \"none\"").value();
    EXPECT_EQ(namesOf(*tree), (std::vector<std::string>{"owner.phone", "boat-name", "Größe"}));
    EXPECT_EQ(formulaText(*tree), "owner.phone & $$'boat-name' & owner.phone & Größe & \"none\"");
    EXPECT_EQ(nameInFormula("true"), "$$'true'");
    EXPECT_EQ(nameInFormula("it's"), "$$'it''s'");
    EXPECT_EQ(readFormula("$$'it''s'").value()->text, "it's");
}

TEST(Formula, IsBoundedHoweverItIsWritten) {
    const std::string brackets(10000, '('), ones = [] {
        std::string all = "1";
        for (int i = 0; i < 9000; ++i) all += "+1";
        return all;
    }();
    for (const std::string& text : {brackets + "1" + std::string(10000, ')'), ones, std::string(1 << 20, '1'),
                                    "\"" + std::string(1 << 20, 'x') + "\"", std::string(9000, '-') + "1",
                                    "1" + std::string(9000, '%'), "SUM(" + std::string(15000, ';') + ")"})
        EXPECT_FALSE(readFormula(text)) << text.substr(0, 20);
    EXPECT_EQ(result("REPT(\"x\"; 1E9)"), "#VALUE!");
    EXPECT_EQ(result("LEN(SUBSTITUTE(REPT(\"x\"; 99999); \"x\"; REPT(\"y\"; 99999)))"), "#VALUE!");
    EXPECT_EQ(result("SEARCH(REPT(\"*a\"; 20000); REPT(\"a\"; 40000))"), "#VALUE!");
    EXPECT_EQ(result("WORKDAY(1; 1E9)"), "#NUM!");
    EXPECT_EQ(result("NETWORKDAYS(-600000; 2900000)"), "2500001");
    EXPECT_EQ(result("COMBIN(1E6; 5E5)"), "#NUM!");
}

TEST(Formula, TextsAreReadAsNumbersByTheFormsLanguage) {
    EvaluationContext german = around();
    german.language = "de";
    german.valueOf = [](const std::string&) { return Operand{{std::string("1.234,5")}}; };
    EXPECT_EQ(std::get<double>(evaluated(*readFormula("x * 2").value(), german)), 2469);
    EXPECT_EQ(std::get<std::string>(evaluated(*readFormula("FIXED(1234.5; 2)").value(), german)), "1.234,50");
}

TEST(Formula, WhatIsWrittenReadsBackTheSame) {
    EXPECT_TRUE(rc::check([&] {
        const std::string text = anyFormula(6);
        const auto tree = readFormula(text);
        RC_ASSERT(tree.has_value());
        const std::string written = formulaText(**tree);
        const auto again = readFormula(written);
        RC_ASSERT(again.has_value());
        RC_ASSERT((*tree)->same(**again));
        RC_ASSERT(formulaText(**again) == written);
        RC_ASSERT(evaluated(**tree, around()) == evaluated(**again, around()));
    }));
}

TEST(Formula, ThePageIsWrittenFromTheTable) {
    EXPECT_EQ(textOf(std::string(BRINDEL_SOURCE) + "/docs/formulas.md"), formulaPage());
}
