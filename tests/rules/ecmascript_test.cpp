// The same formulas as ECMAScript, run by node: they come to the same.
#include "core/rules/ecmascript.h"

#include <cstdlib>

#include "core/rules/functions.h"
#include "tests/rules/formula_support.h"

using namespace brindel;
using namespace brindel::test;

namespace {

std::string literal(const Scalar& value) {
    if (std::holds_alternative<std::monostate>(value)) return "null";
    if (const auto* yes = std::get_if<bool>(&value)) return *yes ? "true" : "false";
    if (const auto* number = std::get_if<double>(&value)) return exactText(*number);
    if (const auto* text = std::get_if<std::string>(&value)) return ecmascriptText(*text);
    return "F.wrong.notAvailable";
}

/// What an interpreter says the formulas are worth, one after the other: node, or the small one of a PDF viewer.
std::vector<std::string> by(const std::string& interpreter, const std::vector<std::string>& formulas,
                            const std::string& language = "en") {
    std::string script(ecmascriptRuntime());
    script += "\nvar F = brindelFormulas(" +
              ecmascriptAround(language, *std::get_if<double>(&caseValue("day").values[0]), 570) + ");\n";
    script += "var values = {};\n";
    for (const char* name : {"num", "two", "zero", "word", "none", "yes", "no", "figures", "day", "leap", "bad", "list",
                             "mixed", "words"}) {
        const Operand operand = caseValue(name);
        script += "values." + std::string(name) + " = F.named([";
        for (const Scalar& one : operand.values) script += literal(one) + ", ";
        script += std::string("], ") + (operand.list ? "true" : "false") + ");\n";
    }
    script += "var $ = function(name) { return values[name] || F.named([F.wrong.name], false); }, out = [];\n";
    script += "$.list = function(name) { return name === 'word' ? F.listed([";
    const Operand list = caseList("word");
    for (const Scalar& one : list.values) script += literal(one) + ", ";
    script += "], 4, " + nlohmann::json(list.headings).dump() + ") : undefined; };\n";
    // A function each: all in one are too long for some interpreters.
    for (const std::string& formula : formulas)
        script += "(function() { out.push(F.shown(" + ecmascriptOf(*readFormula(formula).value()) + ")); })();\n";
    script +=
        "(typeof print === 'function' ? print : console.log)(out.map(function(x) { return "
        "JSON.stringify(x).replace(/[^ -~]/g, function(c) { return c.charCodeAt(0) < 65536 ? '\\\\u' + ('000' + "
        "c.charCodeAt(0).toString(16)).slice(-4) : c; }); }).join('\\n'));\n";
    const Folder folder;
    write(folder.file("formulas.js"), script);
    const std::string command =
        interpreter + " " + folder.file("formulas.js") + " > " + folder.file("out") + " 2> " + folder.file("err");
    EXPECT_EQ(std::system(command.c_str()), 0) << textOf(folder.file("err")).substr(0, 2000);
    std::vector<std::string> results;
    std::istringstream lines(textOf(folder.file("out")));
    for (std::string line; std::getline(lines, line);)
        results.push_back(nlohmann::json::parse(line).get<std::string>());
    return results;
}

}  // namespace

TEST(Ecmascript, EveryCaseIsWorthTheSameInNode) {
    std::vector<std::string> formulas;
    const auto cases = formulaCases();
    for (const auto& one : cases) formulas.push_back(one.first);
    for (const char* interpreter : {"node", "mutool run"}) {
        const auto results = by(interpreter, formulas);
        ASSERT_EQ(results.size(), cases.size()) << interpreter;
        for (std::size_t i = 0; i < cases.size(); ++i)
            EXPECT_EQ(results[i], cases[i].second) << cases[i].first << " in " << interpreter;
    }
}

TEST(Ecmascript, EveryFunctionOfTheTableIsThere) {
    std::vector<std::string> formulas, wanted;
    for (const FunctionRow& row : allFunctions()) {
        formulas.emplace_back(row.example);
        wanted.emplace_back(row.gives);
    }
    EXPECT_EQ(by("node", formulas), wanted);
}

TEST(Ecmascript, RandomFormulasAreWorthTheSame) {
    std::vector<std::string> formulas;
    EXPECT_TRUE(rc::check([&] { formulas.push_back(anyFormula(6)); }));
    for (int i = 0; i < 3; ++i) EXPECT_TRUE(rc::check([&] { formulas.push_back(anyFormula(5)); }));
    const auto results = by("node", formulas);
    ASSERT_EQ(results.size(), formulas.size());
    for (std::size_t i = 0; i < formulas.size(); ++i) EXPECT_EQ(results[i], result(formulas[i])) << formulas[i];
}

TEST(Ecmascript, SixtyThousandFormulasOverEveryFunctionAreWorthTheSame) {
    const auto formulas = formulasAtRandom(60000);
    const auto results = by("node", formulas);
    ASSERT_EQ(results.size(), formulas.size());
    for (std::size_t i = 0; i < formulas.size(); ++i)
        EXPECT_TRUE(isAsGood(results[i], result(formulas[i])))
            << formulas[i] << ": " << results[i] << ", and here " << result(formulas[i]);
}

TEST(Ecmascript, NumbersAndDatesAreOfTheFormsLanguage) {
    const std::vector<std::string> formulas = {
        "FIXED(1234567.5; 2)", "FIXED(-12.5; 1)",   "TEXT(DATE(2026; 3; 4); \"d. mmmm yyyy\")",
        "\"1.234,5\" * 2",     "UPPER(\"straße\")", "TEXT(DATE(2026; 3; 4); \"eee\")",
        "TEXT(0.6; \"h:mm\")"};
    for (const char* language : {"de", "en", "fr", "hi", "pl", "tr", "he", "ar"}) {
        EvaluationContext here = around();
        here.language = language;
        std::vector<std::string> wanted;
        for (const std::string& formula : formulas) {
            const Scalar value = evaluated(*readFormula(formula).value(), here);
            const auto* error = std::get_if<FormulaError>(&value);
            wanted.push_back(error ? std::string(errorText(*error)) : std::get<std::string>(asText(value)));
        }
        EXPECT_EQ(by("node", formulas, language), wanted) << language;
    }
}

TEST(Ecmascript, TextsCannotEndAPage) {
    EXPECT_EQ(ecmascriptText("</script>\n\xE2\x80\xA8"), "\"\\u003c/script>\\n\\u2028\"");
    EXPECT_EQ(ecmascriptOf(*readFormula("IF(numLength > 12; ; \"a\"\"b\")").value()),
              "F.call(\"IF\", [F.op.gt($(\"numLength\"), 12), undefined, \"a\\\"b\"])");
}
