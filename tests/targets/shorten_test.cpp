// Scripts made short: what is left out, and what still does the same.
#include <gtest/gtest.h>

#include "core/targets/script/shorten.h"

using namespace brindel;

TEST(Shorten, LinesOfFeaturesThatNobodyHasGo) {
    const std::string script =
        "one();\n//@ if rows\ntwo();\n//@ if steps\nthree();\n//@ end\nfour();\n//@ end\nfive();  //@ tick date\n";
    EXPECT_EQ(withFeatures(script, {}), "one();\n");
    EXPECT_EQ(withFeatures(script, {"rows"}), "one();\ntwo();\nfour();\n");
    EXPECT_EQ(withFeatures(script, {"rows", "steps", "date"}), "one();\ntwo();\nthree();\nfour();\nfive();  \n");
    EXPECT_EQ(withFeatures(script, {"steps"}), "one();\n") << "a block within one that goes";
}

TEST(Shorten, WhatNothingSpeaksOfGoesAndWhatOnlyThatSpokeOf) {
    const std::string script =
        "function outer(a) {\n"
        "  function used() { return helper(); }\n"
        "  function helper() { return a; }\n"
        "  function unused() { return lost() + helper(); }\n"
        "  function lost() { return lost(); }\n"
        "  const table = {ONE: function() { return 1; }, TWO: function() { return 2; }};\n"
        "  return {used: used, unused: unused, table: table};\n"
        "}\n";
    const std::string out = shortened(withoutUnused(script, {"table"}, {"ONE"}, "x.used(); x.table;"), {});
    EXPECT_NE(out.find("ONE"), std::string::npos);
    EXPECT_EQ(out.find("TWO"), std::string::npos);
    EXPECT_EQ(out.find("unused"), std::string::npos);
    EXPECT_EQ(std::count(out.begin(), out.end(), 'f') > 0, true);
    EXPECT_EQ(out.find("lost"), std::string::npos);
}

TEST(Shorten, NamesWithinGetShortAndAllElseStays) {
    EXPECT_EQ(shortened("function f(first, second) { return first.first + {first: second}.first; }", {}),
              "function c(a,b){return a.first+{first:b}.first}");
    EXPECT_EQ(shortened("const word = \"word // no comment\"; // a comment\nuse(word /* and one */ );", {}),
              "const a=\"word // no comment\";use(a);");
    EXPECT_EQ(shortened("let x = y / 2; const z = /[/\"]+ first/g.test(x) ? x : y;", {}),
              "let a=y/2;const b=/[/\"]+ first/g.test(a)?a:y;")
        << "a pattern, and a division";
    EXPECT_EQ(shortened("items.map(([name, value]) => name + +value);", {}), "items.map(([a,b])=>a+ +b);");
    EXPECT_EQ(shortened("var kept = 1, gone = 2;", {"kept"}), "var kept=1,a=2;");
    EXPECT_EQ(shortened("", {}), "");
    EXPECT_EQ(askedIn("a.b.c(d.e)"), (std::set<std::string, std::less<>>{"b", "c", "e"}));
}
