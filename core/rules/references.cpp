#include "core/rules/references.h"

#include <algorithm>

#include "core/rules/signs.h"

namespace brindel {
namespace {

/// Calls `visit(sign)` for each name that is no function's and no TRUE or FALSE.
template <class Visit>
void eachName(const std::string& formula, Visit visit) {
    for (Sign sign = signAt(formula, 0); sign.what != Sign::What::end;) {
        Sign next = signAt(formula, sign.end());
        const bool called = next.what == Sign::What::sign && next.text == "(";
        const bool whole = sign.wrong.empty() && (sign.quoted || (!called && nameInFormula(sign.text) == sign.text));
        if (sign.what == Sign::What::name && whole) visit(sign);
        sign = std::move(next);
    }
}

}  // namespace

std::vector<std::string> namesIn(const std::string& formula) {
    std::vector<std::string> names;
    eachName(formula, [&](const Sign& sign) {
        if (std::ranges::find(names, sign.text) == names.end()) names.push_back(sign.text);
    });
    return names;
}

std::string withNamesIn(const std::string& formula, const std::map<std::string, std::string>& names) {
    std::string out;
    std::size_t done = 0;
    eachName(formula, [&](const Sign& sign) {
        const auto at = names.find(sign.text);
        if (at == names.end()) return;
        out.append(formula, done, sign.at - done);
        done = sign.end();
        std::string name = nameInFormula(at->second);
        // Without quotes it would run into what is beside it, or be taken for a function.
        const Sign next = signAt(formula, done);
        const bool joins = (sign.at > 0 && goesOnAt(formula, sign.at - 1)) || goesOnAt(formula, done) ||
                           (sign.quoted && next.what == Sign::What::sign && next.text == "(");
        if (joins && !name.starts_with("$$'")) name = "$$'" + name + "'";
        out += name;
    });
    return out.append(formula, done);
}

void eachFormula(const Control& c, const std::function<void(std::optional<Prop>, const std::string&)>& visit) {
    for (const auto& [prop, value] : c.own)
        if (row(prop).type == Type::formula) visit(prop, std::get<std::string>(value));
    for (const auto& [prop, formula] : c.formulas) visit(prop, formula);
    for (const Rule& rule : c.rules) {
        visit({}, rule.condition);
        auto step = [&](const Step& one) { visit({}, one.with); };
        eachStep(rule.steps, step);
    }
}

Control withFormulas(Control c, const std::function<std::string(const std::string&)>& turn) {
    for (Props own = c.own; const auto& [prop, value] : own)
        if (row(prop).type == Type::formula) c.set(prop, turn(std::get<std::string>(value)));
    for (Formulas formulas = c.formulas; const auto& [prop, formula] : formulas) c.formulas.set(prop, turn(formula));
    for (Rule& rule : c.rules) {
        rule.condition = turn(rule.condition);
        auto step = [&](Step& one) { one.with = turn(one.with); };
        eachStep(rule.steps, step);
    }
    return c;
}

Uses::Uses(const Form& form) {
    form.controls.each([&](Id id, const Control& c) {
        eachFormula(c, [&, id = id](std::optional<Prop> prop, const std::string& formula) {
            for (const std::string& name : namesIn(formula))
                if (auto& all = byName[name]; all.empty() || all.back() != Use{id, prop}) all.push_back({id, prop});
        });
    });
}

}  // namespace brindel
