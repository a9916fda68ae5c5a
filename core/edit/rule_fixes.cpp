#include "core/edit/rule_fixes.h"

#include <algorithm>

#include "core/rules/dependence.h"
#include "core/rules/form_lists.h"
#include "core/rules/functions.h"
#include "core/rules/meaning.h"

namespace brindel {
namespace {

using std::string;

/// Why a list that a formula looks something up in is not there; empty when all are.
Sentence listMissed(const Form& form, const Node& node, Id from) {
    if (node.what == Node::What::call && node.function->list) {
        const Meaning of = meaningOf(form, node.parts[0]->text, from);
        const auto list = of.fields.empty() ? nullptr : form.derived<FormLists>()->of(of.fields.front());
        if (!list) return said("“{}” has no list: its choices are not a column of a file.", node.parts[0]->text);
        const bool named = node.parts.size() > 1 && node.parts[1]->what == Node::What::text;
        if (named && std::ranges::find(list->headings, node.parts[1]->text) == list->headings.end())
            return said("The list of “{}” has no column “{}”.", node.parts[0]->text, node.parts[1]->text);
    }
    for (const NodePtr& part : node.parts)
        if (Sentence missed = listMissed(form, *part, from); !missed.empty()) return missed;
    return {};
}

/// Why a formula cannot work where it stands; empty when it can.
Sentence misfitOf(const Form& form, const string& formula, Id from) {
    if (formula.empty()) return {};
    const auto tree = readFormula(formula);
    if (!tree) return tree.error().sentence;
    for (const string& name : namesOf(**tree))
        if (!meaningOf(form, name, from).known) return said("There is no field “{}”.", name);
    return listMissed(form, **tree, from);
}

/// Why a rule cannot work: a step that is done to nothing comes first, since it can be taken out.
std::optional<BrokenRule> brokenIn(const Form& form, Id on, std::size_t number, const Rule& rule) {
    BrokenRule broken{on, {}, number, false, {}, {}};
    auto look = [&](const Step& step) {
        const ActionRow& does = row(step.does);
        if (does.onControl && !form.find(step.on)) {
            broken.gone = true;
            broken.begun = step.on == noControl;
            broken.says = broken.begun ? said("Choose what it should {}.", wordPart(does.word))
                                       : said("The control that it should {} was deleted.", wordPart(does.word));
            broken.fix = said("Remove the step");
        } else if (does.with && broken.says.empty()) {
            broken.says = misfitOf(form, step.with, on);
        }
    };
    broken.says = misfitOf(form, rule.condition, on);
    eachStep(rule.steps, look);
    if (broken.says.empty()) return std::nullopt;
    if (!broken.gone) broken.fix = said("Switch the rule off");
    return broken;
}

void withoutGone(const Form& form, std::vector<Step>& steps) {
    std::erase_if(steps, [&](const Step& step) { return row(step.does).onControl && !form.find(step.on); });
    for (Step& step : steps) {
        withoutGone(form, step.yes);
        withoutGone(form, step.no);
    }
}

}  // namespace

std::vector<BrokenRule> brokenRules(const Form& form) {
    std::vector<BrokenRule> all;
    for (const Worked& one : dependenceIn(form)->formulas()) {
        if (one.gathers()) continue;
        Sentence says = one.tree ? Sentence() : one.mistake.sentence;
        for (const auto& [name, meaning] : one.names)
            if (says.empty() && !meaning.known) says = said("There is no field “{}”.", name);
        if (says.empty() && one.tree) says = listMissed(form, *one.tree, one.on);
        const bool circle = says.empty() && one.inCircle;
        if (circle) says = said("It is part of a circle.");
        if (says.empty()) continue;
        // Which formula of a circle is wrong, a person knows.
        all.push_back({one.on, one.prop, 0, false, says, circle ? Sentence() : said("Remove the formula")});
    }
    form.controls.each([&](Id id, const Control& c) {
        if (const Id by = has(c.kind, Prop::choicesBy) ? c.reference(Prop::choicesBy) : noControl;
            by != noControl && !form.find(by))
            all.push_back({id, Prop::choicesBy, 0, true, said("The answer that its choices depend on was deleted."),
                           said("Offer all choices")});
        for (std::size_t i = 0; i < c.rules.size(); ++i)
            if (!c.rules[i].off)
                if (auto broken = brokenIn(form, id, i, c.rules[i])) all.push_back(std::move(*broken));
    });
    return all;
}

bool isRuleBegun(const Control& control) {
    bool begun = false;
    auto look = [&](const Step& step) { begun = begun || (row(step.does).onControl && step.on == noControl); };
    for (const Rule& rule : control.rules)
        if (!rule.off) eachStep(rule.steps, look);
    return begun;
}

Form fixed(const Form& form, const BrokenRule& broken) {
    const Control* c = form.find(broken.on);
    if (!c || broken.fix.empty()) return form;
    if (broken.prop) {
        const Prop prop = *broken.prop;
        return c->formulas.find(prop) ? withFormula(form, {broken.on}, prop, "")
                                      : withoutProperty(form, {broken.on}, prop);
    }
    if (broken.rule >= c->rules.size()) return form;
    Rules rules = c->rules;
    Rule& rule = rules[broken.rule];
    if (!broken.gone)
        rule.off = true;
    else if (withoutGone(form, rule.steps); rule.steps.empty())
        rules.erase(rules.begin() + long(broken.rule));
    return withRules(form, broken.on, std::move(rules));
}

Form allRulesFixed(const Form& form) {
    Form next = form;
    // From the last on, so that the numbers of the rules before stay; a rule can have two things the matter.
    for (int again = 0; again < 2; ++again) {
        const auto all = brokenRules(next);
        for (auto at = all.rbegin(); at != all.rend(); ++at) next = fixed(next, *at);
    }
    return next;
}

}  // namespace brindel
