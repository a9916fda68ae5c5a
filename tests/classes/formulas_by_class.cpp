// Writes a program that works out every case of tests/rules/cases.txt with the functions of classes, and says what
// they come to, a line each.
//   formulas_by_class FOLDER    writes FOLDER/parts.h and FOLDER/cases.cpp
#include <fstream>
#include <iostream>

#include "core/rules/functions.h"
#include "core/targets/qt/qt_formula.h"
#include "core/targets/qt/qt_parts.h"
#include "core/targets/qt/qt_words.h"
#include "tests/rules/formula_support.h"

using namespace brindel;
using namespace brindel::test;

namespace {

std::string literal(const Scalar& value) {
    if (std::holds_alternative<std::monostate>(value)) return "fx::One()";
    if (const auto* yes = std::get_if<bool>(&value)) return *yes ? "fx::One(true)" : "fx::One(false)";
    if (const auto* number = std::get_if<double>(&value)) return "fx::One(double(" + qt::numberLiteral(*number) + "))";
    if (const auto* text = std::get_if<std::string>(&value)) return "fx::One(" + qt::textLiteral(*text) + ")";
    const auto* error = std::get_if<FormulaError>(&value);
    return *error == FormulaError::name ? "fx::One(fx::Error::name)" : "fx::One(fx::Error::notAvailable)";
}

std::string stoodFor(const std::string& name) {
    const Operand operand = caseValue(name);
    if (!operand.list) return "fx::Value(" + literal(operand.values[0]) + ").named()";
    std::string all;
    for (const Scalar& one : operand.values) all += (all.empty() ? "" : ", ") + literal(one);
    return "fx::Value::several({" + all + "}).named()";
}

std::string listHeld(const std::string& name) {
    const Operand operand = caseList(name);
    if (!operand.list) return "fx::Value(fx::Error::name)";
    std::string all, headings;
    for (const Scalar& one : operand.values) all += (all.empty() ? "" : ", ") + literal(one);
    for (const std::string& one : operand.headings) headings += (headings.empty() ? "" : ", ") + qt::textLiteral(one);
    return "fx::Value::table({" + all + "}, {" + headings + "})";
}

}  // namespace

int main(int count, char** arguments) {
    if (count != 2) return 2;
    const std::string folder = arguments[1];
    std::set<std::string, std::less<>> uses = {"textOf", "language", "serial", "operators"};
    std::vector<std::string> formulas;
    for (const auto& one : formulaCases()) formulas.push_back(one.first);
    for (const FunctionRow& row : allFunctions()) formulas.emplace_back(row.example);
    std::ofstream cases(folder + "/cases.cpp");
    cases << "#include <QTextStream>\n#include <QTime>\n#include <map>\n#include \"parts.h\"\n\nnamespace {\nauto "
             "today() -> QDate { "
             "return {2026, 4, 1}; }\n"
             "auto now() -> QTime { return {9, 30}; }\n";
    // A function each: one alone would be too long for a compiler.
    for (std::size_t i = 0; i < formulas.size(); ++i)
        cases << "auto case" << i << "() -> fx::Value { return "
              << qt::formulaExpression(**readFormula(formulas[i]), {stoodFor, listHeld}, "", uses) << "; }\n";
    // And any other, told part by part.
    cases << "using Function = fx::Value (*)(const fx::Args &);\nconst std::map<QString, Function> functions = {\n";
    for (const FunctionRow& row : allFunctions()) {
        if (row.name == "TODAY" || row.name == "NOW") continue;
        uses.insert(std::string(row.name));
        cases << "    {\"" << row.name << "\", fx::" << qt::functionName(row.name) << "},\n";
    }
    cases << "};\nconst std::map<QString, fx::Value> names = {\n";
    for (const char* name :
         {"num", "two", "zero", "word", "none", "yes", "no", "figures", "day", "leap", "bad", "list", "mixed", "words"})
        cases << "    {\"" << name << "\", " << stoodFor(name) << "},\n";
    cases << "};\nauto held() -> fx::Value { return " << listHeld("word") << "; }\n"
          << textOf(std::string(BRINDEL_SOURCE) + "/tests/classes/formulas_told.part")
          << "}  // namespace\n\nint main(int count, char **) {\n    QTextStream out(stdout);\n"
             "    if (count > 1) return told(out);\n";
    for (std::size_t i = 0; i < formulas.size(); ++i)
        cases << "    out << fx::said(case" << i << "().one()) << \"\\n\";\n";
    cases << "    return 0;\n}\n";
    std::ofstream(folder + "/parts.h") << qt::partsHeader(uses, "fx", {{"LANGUAGE", "en"}});
    return cases ? 0 : 1;
}
