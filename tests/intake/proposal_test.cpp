// Sources as offices have them, each with what a careful person would make of it.
#include "core/intake/proposal.h"

#include <gtest/gtest.h>

#include <chrono>
#include <filesystem>
#include <fstream>
#include <set>
#include <sstream>

namespace brindel::intake {
namespace {

using std::string;
namespace fs = std::filesystem;

string fileText(const fs::path& path) {
    std::ifstream in(path, std::ios::binary);
    std::stringstream all;
    all << in.rdbuf();
    return all.str();
}
string jotted(const string& source) {
    const auto items = itemsFrom(source);
    return items ? jottingText(proposalOf(*items).rows) : "! " + items.error().sentence.text();
}
std::vector<JotField> fieldsOf(const Jotting& rows) {
    std::vector<JotField> all;
    for (const JotRow& row : rows) all.insert(all.end(), row.fields.begin(), row.fields.end());
    return all;
}

/// How much of what is expected was found.
struct Score {
    int expected = 0, found = 0, kinds = 0, labels = 0, invented = 0;
};
void score(const string& name, const Jotting& rows, const Jotting& expected, Score& sum) {
    std::vector<JotField> made = fieldsOf(rows);
    const std::vector<JotField> wanted = fieldsOf(expected);
    std::size_t from = 0;
    for (const JotField& want : wanted) {
        ++sum.expected;
        // The field of that label, in order; else the one that is there now, with another label.
        std::size_t at = from;
        while (at < made.size() && made[at].label != want.label) ++at;
        const bool labelled = at < made.size();
        if (!labelled) at = from;
        const bool found = at < made.size() && (labelled || made[at].kind == want.kind);
        if (!found) {
            ADD_FAILURE() << name << ": no " << fieldText(want);
            continue;
        }
        ++sum.found;
        sum.labels += labelled;
        sum.kinds += made[at].kind == want.kind && made[at].radio == want.radio;
        EXPECT_EQ(fieldText(made[at]), fieldText(want)) << name;
        sum.invented += int(at - from);
        from = at + 1;
    }
    sum.invented += int(made.size() - std::min(from, made.size()));
}

TEST(Proposal, SourcesAreUnderstoodAsACarefulPersonWould) {
    Score sum;
    int sources = 0;
    for (const auto& entry : fs::directory_iterator(fs::path(BRINDEL_SOURCE) / "tests/intake/sources")) {
        if (entry.path().extension() == ".jot") continue;
        const string name = entry.path().filename();
        const auto items = itemsFrom(fileText(entry.path()));
        ASSERT_TRUE(items) << name << ": " << items.error().sentence.text();
        const auto expected = readJotting(fileText(fs::path(entry.path()).replace_extension(".jot")), items->language);
        ASSERT_TRUE(expected) << name << ": " << asProblem(expected.error()).place;
        const Jotting rows = proposalOf(*items).rows;
        score(name, rows, *expected, sum);
        auto structure = [](const Jotting& all) {
            std::vector<string> words;
            for (const JotRow& row : all)
                if (row.what == JotRow::What::title || row.what == JotRow::What::section) words.push_back(row.text);
            return words;
        };
        EXPECT_EQ(structure(rows), structure(*expected)) << name;
        ++sources;
    }
    std::cout << sources << " sources, " << sum.expected << " fields: found " << sum.found << ", kinds " << sum.kinds
              << ", labels " << sum.labels << ", invented " << sum.invented << "\n";
    EXPECT_GE(sources, 10);
}

TEST(Proposal, WhatItGivesIsReadAgainAsItIs) {
    for (const string source : {"A; b: ____\nC\\d: ____\n", "# x: ____\n", "[ ] a, b = c; d\n[ ] e ] f\n",
                                "What?\na) 1..31\nb) …\n", "when it rains: ____\n", "> quote: _____\n", "--: ______\n",
                                "Länge (m): ____\nשם: ____\nأين: ______\n", "x / y\nIns: yes / no\n"}) {
        const auto items = itemsFrom(source);
        ASSERT_TRUE(items) << source << items.error().sentence.text();
        const Jotting rows = proposalOf(*items).rows;
        auto read = readJotting(jottingText(rows), items->language);
        ASSERT_TRUE(read) << jottingText(rows);
        EXPECT_EQ(jottingText(*read), jottingText(rows)) << source;
    }
}

TEST(Proposal, ADoubtKnowsItsPlace) {
    const auto items = itemsFrom("Order\n\nParts:\n[ ] mast\n[ ] sail\n[ ] anchor\nName: ______\n");
    ASSERT_TRUE(items);
    const Proposal proposal = proposalOf(*items);
    ASSERT_EQ(proposal.doubts.size(), 1u);
    EXPECT_EQ(proposal.doubts[0].about, "Parts");
    EXPECT_EQ(proposal.doubts[0].place.line, 4);
}

TEST(Proposal, OldEncodingsAreRead) {
    EXPECT_EQ(jotted("Stra\xDF"
                     "e: ______\n"),
              "Straße: text\n");
    EXPECT_EQ(jotted(string("N\0a\0m\0e\0:\0 \0_\0_\0_\0", 18).insert(0, "\xFF\xFE")), "Name: text\n");
}

TEST(Proposal, WhatIsNoFormIsSaid) {
    EXPECT_EQ(jotted(""), "! There is nothing in it.");
    EXPECT_EQ(jotted("Dear all,\nthe office is closed.\n"),
              "! Nothing to fill in was found: no blanks, ticks, questions or columns.");
    EXPECT_EQ(jotted(string("a\0b", 3)), "! This is not text.");
    EXPECT_EQ(jotted(string(65 << 20, 'x')), "! This has more than 64 MiB.");
    EXPECT_EQ(jotted(string(20'001, '\n') + "a: __"), "! This has more than 20,000 lines.");
    EXPECT_EQ(jotted("a: __ " + string(50'000, 'x')), "! A line of this has more than 10,000 letters.");
    string many;
    for (int i = 0; i < 2'100; ++i) many += "Field: ____\n";
    EXPECT_EQ(jotted(many), "! This has more than 2,000 blanks to fill in.");
}

TEST(Proposal, LongAndDeepSourcesTakeTheirTime) {
    // Each is read within the bounds, whatever it is made of.
    for (const string piece : {"[ ] a ", "_ ", "| |", "( ) ", "a/b", "… ", "__/__/____", "x: ", "((((", "\t", "☐"}) {
        string text;
        while (text.size() < 9'000) text += piece;
        string all;
        for (int i = 0; i < 20; ++i) all += text + "\n";
        const auto items = itemsFrom(all);
        if (items) EXPECT_TRUE(readJotting(jottingText(proposalOf(*items).rows))) << piece;
    }
}

}  // namespace
}  // namespace brindel::intake
