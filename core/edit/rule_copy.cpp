#include "core/edit/rule_copy.h"

#include <algorithm>

#include "core/rules/references.h"
#include "core/rules/rule_fit.h"

namespace brindel {

Form ruleCopied(const Form& form, Id from, std::size_t number, Id to) {
    const Control *giver = form.find(from), *target = form.find(to);
    if (!giver || !target || from == to || number >= giver->rules.size()) return form;
    Rule rule = giver->rules[number];
    if (!hasEvent(*target, rule.when)) return form;
    auto turned = [&](const std::string& formula) {
        const bool named = !giver->name.empty() && !target->name.empty();
        return named ? withNamesIn(formula, {{giver->name, target->name}}) : formula;
    };
    rule.condition = turned(rule.condition);
    auto turn = [&](Step& step) {
        if (step.on == from) step.on = to;
        step.with = turned(step.with);
    };
    eachStep(rule.steps, turn);
    Rules rules = target->rules;
    if (std::ranges::find(rules, rule) != rules.end()) return form;
    rules.push_back(std::move(rule));
    return withRules(form, to, std::move(rules));
}

}  // namespace brindel
