// The same formulas as the C++ of classes, compiled: they come to the same.
#include <filesystem>
#include <regex>

#include "core/rules/functions.h"
#include "tests/rules/formula_support.h"

using namespace brindel;
using namespace brindel::test;

namespace {

/// A tree as its parts one after the other, each after what it works on: what class_formulas reads.
void tell(const Node& node, std::string& out) {
    using What = Node::What;
    const bool listed = node.what == What::call && node.function->list;
    for (std::size_t i = listed ? 1 : 0; i < node.parts.size(); ++i) tell(*node.parts[i], out);
    auto part = [&](char sort, const std::string& of) { out += (out.empty() ? "" : "\t") + (sort + of); };
    switch (node.what) {
        case What::number:
            return part('n', exactText(node.number));
        case What::text:
            return part('t', node.text);
        case What::logical:
            return part('l', node.number != 0 ? "1" : "0");
        case What::left_out:
            return part('o', "");
        case What::name:
            return part('v', node.text);
        case What::prefix:
            return part('p', node.text);
        case What::percent:
            return part('%', "");
        case What::infix:
            return part('i', node.text);
        case What::call:
            return part(listed ? 'h' : 'c', std::string(node.function->name) + " " + std::to_string(node.parts.size()));
    }
}

}  // namespace

TEST(ClassFormulas, FormulasAtRandomAreWorthTheSame) {
    const std::string program = std::string(BRINDEL_BIN) + "/class_formulas";
    if (!std::filesystem::exists(program)) GTEST_SKIP() << "built beside Qt only";
    const Folder folder;
    const auto formulas = formulasAtRandom(60000);
    std::string told;
    for (const std::string& formula : formulas) {
        std::string one;
        tell(*readFormula(formula).value(), one);
        told += one + "\n";
    }
    write(folder.file("in"), told);
    ASSERT_EQ(std::system(("'" + program + "' - < " + folder.file("in") + " > " + folder.file("out")).c_str()), 0);
    std::istringstream lines(textOf(folder.file("out")));
    int alike = 0;
    for (const std::string& formula : formulas) {
        std::string line;
        ASSERT_TRUE(std::getline(lines, line)) << formula;
        std::string wanted = result(formula);
        std::ranges::replace(wanted, '\n', ' ');
        // Which of several errors is told first is left to the compiler; what asks for the kind of an error is passed
        // by.
        const bool asksKind = std::regex_search(formula, std::regex("\\b(IFNA|ISNA|ISERR)\\("));
        if (asksKind || (line.starts_with("#") && wanted.starts_with("#"))) continue;
        EXPECT_TRUE(isAsGood(line, wanted)) << formula << ": " << line << ", and here " << wanted;
        ++alike;
    }
    EXPECT_GT(alike, 15000) << "that come to a value";
}

TEST(ClassFormulas, EveryCaseAndEveryExampleIsWorthTheSame) {
    const std::string program = std::string(BRINDEL_BIN) + "/class_formulas";
    if (!std::filesystem::exists(program)) GTEST_SKIP() << "built beside Qt only";
    const Folder folder;
    ASSERT_EQ(std::system(("'" + program + "' > " + folder.file("out")).c_str()), 0);
    std::istringstream lines(textOf(folder.file("out")));
    std::vector<std::pair<std::string, std::string>> wanted = formulaCases();
    for (const FunctionRow& row : allFunctions()) wanted.emplace_back(row.example, row.gives);
    for (const auto& [formula, comesTo] : wanted) {
        std::string line;
        ASSERT_TRUE(std::getline(lines, line)) << formula;
        EXPECT_EQ(line, comesTo) << formula;
    }
}
