// What a formula can come to, as far as the limits of what it speaks of tell: whether that is within its own field's.
#include <algorithm>
#include <cmath>
#include <limits>
#include <optional>

#include "core/check/families.h"
#include "core/model/values.h"
#include "core/rules/formula.h"
#include "core/rules/functions.h"
#include "core/rules/meaning.h"

namespace brindel::checks {
namespace {

using What = Node::What;
constexpr double endless = std::numeric_limits<double>::infinity();

/// From where to where a value can be.
struct Span {
    double low = -endless, high = endless;
};
constexpr Span anything;

Span both(Span a, Span b) {
    return {std::min(a.low, b.low), std::max(a.high, b.high)};
}
double times(double a, double b) {
    return a == 0 || b == 0 ? 0 : a * b;
}
Span product(Span a, Span b) {
    const double all[] = {times(a.low, b.low), times(a.low, b.high), times(a.high, b.low), times(a.high, b.high)};
    return {*std::ranges::min_element(all), *std::ranges::max_element(all)};
}

class Foreseeing {
  public:
    Foreseeing(const Form& form, Id from) : form_(form), from_(from) {}

    Span of(const Node& node, int depth = 0) const {
        constexpr int deepest = 60;
        if (depth > deepest) return anything;
        auto part = [&](std::size_t i) { return of(*node.parts[i], depth + 1); };
        switch (node.what) {
            case What::number:
                return {node.number, node.number};
            case What::name:
                return ofName(node.text);
            case What::prefix: {
                const Span a = part(0);
                return node.text == "-" ? Span{-a.high, -a.low} : a;
            }
            case What::percent: {
                const Span a = part(0);
                return {a.low / 100, a.high / 100};
            }
            case What::infix: {
                const Span a = part(0), b = part(1);
                if (node.text == "+") return {a.low + b.low, a.high + b.high};
                if (node.text == "-") return {a.low - b.high, a.high - b.low};
                if (node.text == "*") return product(a, b);
                if (node.text == "/" && (b.low > 0 || b.high < 0)) return product(a, {1 / b.high, 1 / b.low});
                return anything;
            }
            case What::call:
                return ofCall(node, depth);
            default:
                return anything;
        }
    }

  private:
    const Form& form_;
    Id from_;

    /// A field takes what its limits say; left empty it counts as 0. What is worked out, or of another type, is not
    /// followed.
    Span ofName(const std::string& name) const {
        const Meaning meaning = meaningOf(form_, name, from_);
        if (!meaning.known || meaning.column || meaning.fields.size() != 1) return anything;
        const Control& c = *form_.find(meaning.fields.front());
        if (c.is().answer().toggled) return {0, 1};
        if (!c.is().answer().numeric || !c.text(Prop::workedOut).empty() || !c.formulas.empty()) return anything;
        const auto least = c.maybeNumber(Prop::least), most = c.maybeNumber(Prop::most);
        return both({0, 0}, {least.value_or(-endless), most.value_or(endless)});
    }
    Span ofCall(const Node& node, int depth) const {
        const std::string_view name = node.function ? node.function->name : "";
        std::vector<Span> all;
        for (const NodePtr& part : node.parts) all.push_back(of(*part, depth + 1));
        if (all.empty()) return anything;
        if (name == "ROUND" || name == "ROUNDUP" || name == "ROUNDDOWN" || name == "INT" || name == "TRUNC")
            return {std::floor(all[0].low) - 1, std::ceil(all[0].high) + 1};
        if (name == "ABS")
            return {all[0].low > 0    ? all[0].low
                    : all[0].high < 0 ? -all[0].high
                                      : 0,
                    std::max(std::abs(all[0].low), std::abs(all[0].high))};
        if (name == "IF" && all.size() == 3) return both(all[1], all[2]);
        if (name == "SUM") {
            Span sum{0, 0};
            for (const Span& one : all) sum = {sum.low + one.low, sum.high + one.high};
            return sum;
        }
        if (name == "MIN" || name == "MAX") {
            Span to = all[0];
            for (const Span& one : all)
                to = name == "MIN" ? Span{std::min(to.low, one.low), std::min(to.high, one.high)}
                                   : Span{std::max(to.low, one.low), std::max(to.high, one.high)};
            return to;
        }
        return anything;
    }
};

}  // namespace

void limitsMissed(const Checked& in, Findings& found) {
    eachControl(in.form, [&](const Control& c) {
        if (!c.is().answer().numeric || c.text(Prop::workedOut).empty()) return;
        if (c.formulas.find(Prop::least) || c.formulas.find(Prop::most)) return;
        const auto least = c.maybeNumber(Prop::least), most = c.maybeNumber(Prop::most);
        if (!least && !most) return;
        const auto tree = readFormula(c.text(Prop::workedOut));
        if (!tree) return;
        const Span can = Foreseeing(in.form, c.id).of(**tree);
        const bool over = most && can.high > *most && can.high < endless,
                   under = least && can.low < *least && can.low > -endless;
        if (!over && !under) return;
        found.push_back({nullptr,
                         {c.id},
                         said("It can become {}, which its limits refuse; fillers cannot correct it.",
                              numberText(over ? can.high : can.low, 6))});
    });
}

Form limitsLifted(const Checked& in, const Finding& f) {
    Form next = in.form;
    for (Prop prop : {Prop::least, Prop::most}) next = withoutProperty(next, {f.controls.front()}, prop);
    return next;
}

}  // namespace brindel::checks
