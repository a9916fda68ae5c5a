// What the tests of formulas share: the names that cases speak of, the cases, and random formulas.
#pragma once

#include <rapidcheck.h>

#include <random>

#include "core/rules/evaluate.h"
#include "core/rules/functions.h"
#include "tests/support.h"

namespace brindel::test {

inline Operand caseValue(const std::string& name) {
    const Day april{std::chrono::year{2026}, std::chrono::April, std::chrono::day{1}},
        leap{std::chrono::year{2024}, std::chrono::February, std::chrono::day{29}};
    static const std::map<std::string, Operand> all = {
        {"num", {{12.5}}},
        {"two", {{2.0}}},
        {"zero", {{0.0}}},
        {"word", {{std::string("Slip")}}},
        {"none", {{Scalar()}}},
        {"yes", {{true}}},
        {"no", {{false}}},
        {"figures", {{std::string("12.5")}}},
        {"day", {{serialOf(april)}}},
        {"leap", {{serialOf(leap)}}},
        {"bad", {{FormulaError::notAvailable}}},
        {"list", {{4.0, 8.0, 15.0, 16.0, 23.0, 42.0}, true}},
        {"mixed", {{1.0, std::string("a"), Scalar(), 3.0, true}, true}},
        {"words", {{std::string("Wash"), std::string("Scrape"), std::string("wash"), std::string("Antifoul")}, true}}};
    const auto at = all.find(name);
    return at == all.end() ? Operand{{FormulaError::name}} : at->second;
}

/// The list that a name holds: only word has one.
inline Operand caseList(const std::string& name) {
    using T = std::string;
    if (name != "word") return {{FormulaError::name}};
    return {
        {T("Slip"), T("Ines"), 4.5, T("017"), T("Jetty"), T("Bo"), 12.0, Scalar(), T("Quay"), T("Ada"), 7.25, T("019")},
        true,
        4,
        {"Berth", "Owner", "Length", "Phone"}};
}

inline EvaluationContext around() {
    EvaluationContext s;
    s.valueOf = caseValue;
    s.listOf = caseList;
    s.today = Day{std::chrono::year{2026}, std::chrono::April, std::chrono::day{1}};
    s.minutesNow = 9 * 60 + 30;
    return s;
}

inline std::string result(const std::string& formula) {
    const auto tree = readFormula(formula);
    if (!tree) return "does not read: " + tree.error().sentence.text();
    const Scalar value = evaluated(**tree, around());
    if (const auto* error = std::get_if<FormulaError>(&value)) return std::string(errorText(*error));
    return std::get<std::string>(asText(value));
}

/// Every line of cases.txt: a formula, and what it is worth as text.
inline std::vector<std::pair<std::string, std::string>> formulaCases() {
    std::vector<std::pair<std::string, std::string>> all;
    std::istringstream lines(textOf(std::string(BRINDEL_SOURCE) + "/tests/rules/cases.txt"));
    for (std::string line; std::getline(lines, line);) {
        if (line.empty() || line.starts_with("#")) continue;
        const std::size_t at = line.rfind(" ->");
        if (at == std::string::npos) throw std::runtime_error("no -> in " + line);
        all.emplace_back(line.substr(0, at), line.size() > at + 4 ? line.substr(at + 4) : "");
    }
    return all;
}

/// A formula of random parts, so deep.
inline std::string anyFormula(int depth) {
    const int which = *rc::gen::inRange(0, depth > 0 ? 12 : 4);
    auto part = [&] { return anyFormula(depth - 1); };
    switch (which) {
        case 0:
            return std::to_string(*rc::gen::inRange(0, 1000));
        case 1:
            return *rc::gen::element<std::string>("num", "word", "none", "list", "mixed", "day", "$$'boat-name'",
                                                  "TRUE", "0.25");
        case 2:
            return "\"" + *rc::gen::element<std::string>("", "a", "12", "say \"\"so\"\"", "ä") + "\"";
        case 3:
            return *rc::gen::element<std::string>("PI()", "TODAY()", "NA()");
        case 4:
            return "(" + part() + ")";
        case 5:
            return *rc::gen::element<std::string>("-", "+") + part();
        case 6:
            return "(" + part() + ")%";
        case 7:
            return *rc::gen::element<std::string>("SUM", "MAX", "CONCATENATE", "MOD", "ROUND", "COUNT", "AND") + "(" +
                   part() + "; " + part() + ")";
        case 8:
            return "IF(" + part() + "; " + part() + "; " + part() + ")";
        case 9:
            return *rc::gen::element<std::string>("LEN", "UPPER", "ABS", "INT", "ISNUMBER", "ISBLANK", "NOT", "YEAR") +
                   "(" + part() + ")";
        default:
            return part() + *rc::gen::element<std::string>(" + ", " - ", " * ", "/", "^", "&", "=", "<", ">=", "<>") +
                   part();
    }
}

/// A formula at random over every function of the table, so deep; the same for the same dice.
inline std::string formulaOf(std::mt19937& dice, int depth) {
    auto under = [&](std::size_t n) { return std::size_t(dice() % n); };
    auto part = [&] { return formulaOf(dice, depth - 1); };
    static const std::vector<std::string> leaves = {"0",
                                                    "1",
                                                    "2",
                                                    "3",
                                                    "7",
                                                    "12",
                                                    "100",
                                                    "0.5",
                                                    "2.75",
                                                    "-4",
                                                    "-1.5",
                                                    "1e6",
                                                    "46113",
                                                    "0.354",
                                                    "\"\"",
                                                    "\"a\"",
                                                    "\"Fennick\"",
                                                    "\"12\"",
                                                    "\"2026-04-01\"",
                                                    "\"8:30\"",
                                                    "\">2\"",
                                                    "\"<>a\"",
                                                    "\"W*\"",
                                                    "\"ß\"",
                                                    "\"0.00\"",
                                                    "\"y\"",
                                                    "\"d mmm yyyy\"",
                                                    "\"#,##0.0\"",
                                                    "TRUE",
                                                    "FALSE",
                                                    "num",
                                                    "two",
                                                    "zero",
                                                    "word",
                                                    "none",
                                                    "yes",
                                                    "no",
                                                    "figures",
                                                    "day",
                                                    "leap",
                                                    "bad",
                                                    "list",
                                                    "mixed",
                                                    "words",
                                                    "LIST(word)",
                                                    "LIST(word; 3)"};
    if (depth <= 0 || under(5) == 0) return leaves[under(leaves.size())];
    if (under(4) == 0) {
        static const char* const signs[] = {" + ", " - ", " * ", " / ", " ^ ", " & ", " = ", " < ", " >= ", " <> "};
        return "(" + part() + signs[under(std::size(signs))] + part() + ")";
    }
    const auto all = allFunctions();
    const FunctionRow& function = all[under(all.size())];
    if (function.list) return "LIST(word; " + part() + ")";
    std::string out = std::string(function.name) + "(";
    const std::size_t most = std::min(function.most, function.least + 2);
    const std::size_t count = function.least + under(most - function.least + 1);
    for (std::size_t i = 0; i < count; ++i) out += (i ? "; " : "") + part();
    return out + ")";
}
inline std::vector<std::string> formulasAtRandom(std::size_t count) {
    std::mt19937 dice(20261201);
    std::vector<std::string> all;
    while (all.size() < count) all.push_back(formulaOf(dice, 3));
    return all;
}

/// The same, but for the last of 15 digits, which powers, logarithms and angles may have otherwise elsewhere.
inline bool isAsGood(const std::string& a, const std::string& b) {
    if (a == b) return true;
    const auto x = numberFrom(a), y = numberFrom(b);
    return x && y && std::abs(*x - *y) <= 1e-13 * std::max(std::abs(*x), std::abs(*y));
}

}  // namespace brindel::test
