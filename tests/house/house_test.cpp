// The house itself: no Qt in core, and arrows between its folders that point one way.
#include <regex>

#include "tests/support.h"

using namespace brindel::test;
namespace fs = std::filesystem;

namespace {
/// Lower floors know nothing of higher ones; folders of one floor know nothing of each other.
const std::map<std::string, int> floors = {
    {"model", 0},   {"text", 1}, {"arrangement", 1}, {"order", 2},  {"answers", 2}, {"rules", 3},   {"draw", 3},
    {"naming", 4},  {"file", 5}, {"edit", 6},        {"seal", 6},   {"compare", 7}, {"wording", 7}, {"layout", 7},
    {"session", 8}, {"jot", 8},  {"targets", 9},     {"check", 10}, {"intake", 10}, {"replies", 11}};

std::vector<std::pair<std::string, std::string>> includes(const std::string& folder) {
    std::vector<std::pair<std::string, std::string>> found;
    const std::regex include("#include *[<\"]([^>\"]+)[>\"]");
    for (const auto& entry : fs::recursive_directory_iterator(std::string(BRINDEL_SOURCE) + "/" + folder)) {
        if (entry.path().extension() != ".h" && entry.path().extension() != ".cpp") continue;
        const std::string text = textOf(entry.path().string());
        for (std::sregex_iterator at(text.begin(), text.end(), include), end; at != end; ++at)
            found.emplace_back(fs::relative(entry.path(), BRINDEL_SOURCE).string(), (*at)[1]);
    }
    return found;
}
}  // namespace

TEST(House, CoreKnowsNoQtAndNoWindow) {
    for (const auto& [file, include] : includes("core")) {
        EXPECT_FALSE(std::regex_search(include, std::regex("^(Qt|Q[A-Z])"))) << file << " includes " << include;
        for (const char* outer : {"app/", "filler/", "cli/"})
            EXPECT_FALSE(include.starts_with(outer)) << file << " includes " << include;
    }
    for (const auto& [file, include] : includes("filler")) EXPECT_FALSE(include.starts_with("app/")) << file;
    for (const auto& [file, include] : includes("cli"))
        for (const char* other : {"app/", "filler/"}) EXPECT_FALSE(include.starts_with(other)) << file;
}

TEST(House, ArrowsWithinCorePointOneWay) {
    const std::regex part("^core/([a-z]+)/");
    for (const auto& [file, include] : includes("core")) {
        std::smatch from, to;
        ASSERT_TRUE(std::regex_search(file, from, part)) << file << " stands on no floor";
        if (!std::regex_search(include, to, part)) continue;
        ASSERT_TRUE(floors.contains(from[1]) && floors.contains(to[1])) << file << " includes " << include;
        if (from[1] == to[1]) continue;
        EXPECT_LT(floors.at(to[1]), floors.at(from[1])) << file << " includes " << include;
    }
}

TEST(House, WhatAKindIsStandsInTheTableOfKinds) {
    // A kind is looked at by name where it is drawn or written. Elsewhere its columns are asked, so that a new kind is
    // a row of the table and not a search through the code. What is left compares a kind with another one for good.
    const std::regex compared("[!=]= *Kind::|case Kind::|Kind::[a-zA-Z]+ *[!=]=");
    int count = 0;
    for (const char* folder : {"core", "app", "filler", "cli"})
        for (const auto& entry : fs::recursive_directory_iterator(std::string(BRINDEL_SOURCE) + "/" + folder)) {
            if (entry.path().extension() != ".h" && entry.path().extension() != ".cpp") continue;
            const std::string file = fs::relative(entry.path(), BRINDEL_SOURCE).string();
            if (file.starts_with("core/model/kinds") || file.starts_with("core/draw/") ||
                file.starts_with("core/targets/") || file == "filler/widgets.cpp")
                continue;
            const std::string text = textOf(entry.path().string());
            count +=
                int(std::distance(std::sregex_iterator(text.begin(), text.end(), compared), std::sregex_iterator()));
        }
    EXPECT_LT(count, 120);
    EXPECT_GT(count, 10) << "or this counts nothing any more";
}

TEST(House, NothingLoadsDesignedWindows) {
    for (const char* folder : {"app", "filler"})
        for (const auto& [file, include] : includes(folder))
            EXPECT_EQ(include.find("UiLoader"), std::string::npos) << file;
}

TEST(House, ASessionDoesNotDraw) {
    for (const char* folder : {"core/session", "core/answers", "core/rules"})
        for (const auto& [file, include] : includes(folder))
            EXPECT_FALSE(include.starts_with("core/draw/")) << file << " includes " << include;
}

TEST(House, FunctionsAreShortAndDecisionsStandInTables) {
    EXPECT_EQ(std::system(("'" + std::string(BRINDEL_SOURCE) + "/tools/counts' --check >&2").c_str()), 0)
        << "tools/counts lists them";
}
