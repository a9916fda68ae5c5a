#include "core/targets/qt/qt_formula.h"

#include <algorithm>

#include "core/naming/identifiers.h"
#include "core/rules/functions.h"
#include "core/targets/qt/qt_words.h"

namespace brindel::qt {
namespace {

using std::string;
using What = Node::What;

/// How an operator is written: between its sides, or as a function. Those that bind closer have a higher rank.
struct Operator {
    std::string_view sign, written;
    int rank;
    bool between;
};
constexpr Operator operators[] = {{"^", "fx::raised", 9, false}, {"&", "fx::joined", 9, false}, {"*", "*", 5, true},
                                  {"/", "/", 5, true},           {"+", "+", 4, true},           {"-", "-", 4, true},
                                  {"=", "==", 2, true},          {"<>", "!=", 2, true},         {"<", "<", 3, true},
                                  {">", ">", 3, true},           {"<=", "<=", 3, true},         {">=", ">=", 3, true}};

class Printer {
  public:
    Printer(const FormulaNames& names, const string& of, std::set<string, std::less<>>& uses)
        : names_(names), of_(of), uses_(uses) {}

    /// An expression that can stand beside an operator of that rank; of type fx::Value where `valued`.
    string print(const Node& node, int rank, bool valued) {
        uses_.insert("Value");
        switch (node.what) {
            case What::number:
                return valued ? "fx::Value(" + numberLiteral(node.number) + ")" : numberLiteral(node.number);
            case What::text:
                return "fx::Value(" + textLiteral(node.text) + ")";
            case What::logical:
                return node.number != 0 ? "fx::Value(true)" : "fx::Value(false)";
            case What::left_out:
                return "fx::Value::leftOut()";
            case What::name:
                return names_.value(node.text);
            case What::prefix:
                uses_.insert("operators");
                return prefixed(node);
            case What::percent:
                uses_.insert("operators");
                return "fx::percent(" + print(*node.parts[0], 0, true) + ")";
            case What::infix:
                return infix(node, rank);
            case What::call:
                return call(node);
        }
        return "fx::Value()";
    }

  private:
    /// Two minus signs side by side would be an operator of C++.
    string prefixed(const Node& node) {
        const string of = print(*node.parts[0], 10, true);
        return node.text + (of.starts_with(node.text) ? "(" + of + ")" : of);
    }

    string infix(const Node& node, int rank) {
        uses_.insert("operators");
        const Operator& op = *std::ranges::find(operators, node.text, &Operator::sign);
        const Node &left = *node.parts[0], &right = *node.parts[1];
        if (!op.between) return string(op.written) + "(" + print(left, 0, true) + ", " + print(right, 0, true) + ")";
        // One side at least is a Value, so that the operator is that of values.
        const bool plain = left.what == What::number && right.what == What::number;
        // A comparison within a comparison says in brackets that it is meant.
        const int leftRank = op.rank <= 3 ? 4 : op.rank;
        const string text = print(left, leftRank, plain) + " " + string(op.written) + " " +
                            print(right, leftRank + (leftRank == op.rank), false);
        return op.rank < rank ? "(" + text + ")" : text;
    }

    string call(const Node& node) {
        const string name(node.function->name);
        // What the form knows by itself.
        if (name == "TODAY") return uses_.insert("serial"), "fx::Value(fx::serialOf(" + of_ + "today()))";
        if (name == "NOW")
            return uses_.insert("serial"), "fx::Value(fx::serialOf(" + of_ + "today()) + " + of_ +
                                               "now().msecsSinceStartOfDay() / 60000 / 1440.0)";
        uses_.insert(name);
        string out = "fx::" + functionName(name) + "({";
        for (std::size_t i = 0; i < node.parts.size(); ++i)
            out += (i ? ", " : "") +
                   (i == 0 && node.function->list ? names_.list(node.parts[0]->text) : print(*node.parts[i], 0, false));
        return out + "})";
    }

    const FormulaNames& names_;
    const string& of_;
    std::set<string, std::less<>>& uses_;
};

}  // namespace

string formulaExpression(const Node& formula, const FormulaNames& names, const string& of,
                         std::set<string, std::less<>>& uses) {
    return Printer(names, of, uses).print(formula, 0, true);
}

string functionName(std::string_view name) {
    string lower;
    for (const char c : name) lower += c >= 'A' && c <= 'Z' ? char(c - 'A' + 'a') : c;
    const bool kept = reservedBy(lower).find("C++") != string::npos;
    return kept || lower.size() == 1 ? lower + "_" : lower;
}

}  // namespace brindel::qt
