// Rules: what the form does by itself, or should.
#include <algorithm>
#include <set>

#include "core/check/families.h"
#include "core/edit/routing.h"
#include "core/edit/rule_fixes.h"
#include "core/rules/formula.h"
#include "core/rules/rule_fit.h"

namespace brindel::checks {
namespace {

/// All that cannot work, worked out once for a form.
struct Broken {
    explicit Broken(const Form& form) : all(brokenRules(form)) {
        for (const BrokenRule& one : all) whose.push_back(one.on);
        std::ranges::sort(whose);
    }
    std::vector<BrokenRule> all;
    Ids whose;
};

template <class Which>
void broken(const Checked& in, Findings& found, Which which) {
    for (const BrokenRule& one : in.form.derived<Broken>()->all)
        if (which(one)) found.push_back({nullptr, {one.on}, one.says});
}
template <class Which>
Form rightAgain(const Checked& in, const Finding& f, Which which) {
    for (const BrokenRule& one : brokenRules(in.form))
        if (one.on == f.controls.front() && one.says == f.sentence && which(one)) return fixed(in.form, one);
    return in.form;
}
bool inCircle(const BrokenRule& one) {
    return one.fix.empty();
}
/// One of them gives way: the first that is put right opens the circle for all.
Form circleOpened(const Checked& in, const Finding& f) {
    for (const BrokenRule& one : brokenRules(in.form))
        if (inCircle(one) && one.on == f.controls.front() && one.prop)
            return withFormula(withoutProperty(in.form, {one.on}, *one.prop), {one.on}, *one.prop, "");
    return in.form;
}
bool ofFormula(const BrokenRule& one) {
    return one.prop.has_value() && !inCircle(one);
}
bool ofRule(const BrokenRule& one) {
    return !one.prop.has_value();
}

/// What rules show, enable or set, whatever they start as.
std::set<Id> reachedByRules(const Form& form, std::initializer_list<Action> kinds) {
    std::set<Id> reached;
    form.controls.each([&](Id, const Control& c) {
        for (const Rule& rule : c.rules) {
            auto look = [&](const Step& step) {
                for (Action does : kinds)
                    if (step.does == does) reached.insert(step.on);
            };
            eachStep(rule.steps, look);
        }
    });
    return reached;
}

void cannotBeGiven(const Checked& in, Findings& found) {
    const std::set<Id> shown = reachedByRules(in.form, {Action::show, Action::turnOver});
    const std::set<Id> enabled = reachedByRules(in.form, {Action::enable}),
                       set = reachedByRules(in.form, {Action::set});
    eachControl(in, [&](const Control& c) {
        if (!isFilled(c) || !c.yes(Prop::required) || c.formulas.find(Prop::required)) return;
        if (!c.text(Prop::defaultText).empty() || set.contains(c.id)) return;
        const bool locked = c.as<Access>() != Access::open;
        bool shut = locked;
        for (const Control* one = &c; one && one->id != rootId; one = in.form.find(one->parent)) {
            const bool hidden = has(one->kind, Prop::visible) && !one->yes(Prop::visible) &&
                                !one->formulas.find(Prop::visible) && !shown.contains(one->id);
            const bool grey = has(one->kind, Prop::enabled) && !one->yes(Prop::enabled) &&
                              !one->formulas.find(Prop::enabled) && !enabled.contains(one->id);
            shut = shut || hidden || grey;
        }
        if (shut) found.push_back({nullptr, {c.id}, said("It is required, but nobody can fill it.")});
    });
}
/// What is locked was meant to be filled, since it must be; what is hidden was not.
Form givenOrNot(const Checked& in, const Finding& f) {
    const Control* c = in.form.find(f.controls.front());
    if (c && c->as<Access>() != Access::open) return withoutProperty(in.form, f.controls, Prop::access);
    return withProperty(in.form, f.controls, Prop::required, false);
}

void idleButton(const Checked& in, Findings& found) {
    eachControl(in, [&](const Control& c) {
        if (c.is().pressed && c.as<ButtonRole>() == ButtonRole::other && c.rules.empty())
            found.push_back({nullptr, {c.id}, said("A click does nothing.")});
    });
}

void silentMessage(const Checked& in, Findings& found) {
    in.form.controls.each([&](Id id, const Control& c) {
        bool silent = false;
        auto look = [&](const Step& step) {
            const bool speaks = step.does == Action::say || step.does == Action::ask;
            const auto tree = speaks ? readFormula(step.with) : tl::unexpected(FormulaMistake());
            silent = silent || (tree && (*tree)->what == Node::What::text && (*tree)->text.empty());
        };
        for (const Rule& rule : c.rules) eachStep(rule.steps, look);
        if (silent) found.push_back({nullptr, {id}, said("A message has no text.")});
    });
}

/// A rule that is asked for nothing: what it waits for does not happen there, or its condition is never met.
bool canFire(const Form& form, const Control& c, const Rule& rule) {
    if (!hasEvent(c, rule.when)) return false;
    if (!rule.condition.empty())
        if (const auto tree = readFormula(rule.condition)) {
            const Node& top = **tree;
            const bool constant = top.what == Node::What::number || top.what == Node::What::logical;
            if (constant && top.number == 0) return false;
        }
    bool any = rule.steps.empty(), fits = false;
    auto look = [&](const Step& step) {
        const Control* on = form.find(step.on);
        any = true;
        fits = fits || !row(step.does).onControl || !on || takesStep(*on, step.does);
    };
    eachStep(rule.steps, look);
    return !any || fits;
}
void neverFires(const Checked& in, Findings& found) {
    in.form.controls.each([&](Id id, const Control& c) {
        for (const Rule& rule : c.rules)
            if (!rule.off && !canFire(in.form, c, rule))
                found.push_back({nullptr, {id}, said("This rule can never run: its event or step is impossible.")});
    });
}
Form switchedOff(const Checked& in, const Finding& f) {
    const Control* c = in.form.find(f.controls.front());
    if (!c) return in.form;
    Rules rules = c->rules;
    for (Rule& rule : rules)
        if (!canFire(in.form, *c, rule)) rule.off = true;
    return withRules(in.form, c->id, rules);
}

template <ButtonRole role>
Form pressMeans(const Checked& in, const Finding& f) {
    return pressing(in.form, role, f.controls.front());
}
Form takenOut(const Checked& in, const Finding& f) {
    return removed(in.form, f.controls);
}
Form messagesOut(const Checked& in, const Finding& f) {
    const Control* c = in.form.find(f.controls.front());
    if (!c) return in.form;
    Rules rules = c->rules;
    auto silent = [](const Step& step) {
        if (step.does != Action::say) return false;
        const auto tree = readFormula(step.with);
        return tree && (*tree)->what == Node::What::text && (*tree)->text.empty();
    };
    for (Rule& rule : rules) std::erase_if(rule.steps, silent);
    std::erase_if(rules, [](const Rule& rule) { return rule.steps.empty(); });
    return withRules(in.form, c->id, rules);
}

// The rows read best in long lines.
// clang-format off
constexpr CheckRow ruleRows[] = {
    {"formulaBroken", CheckFamily::rules, Severity::must, "A formula with an error or a deleted name", "Nothing is worked out.", "Removes the formula; the plain value applies.",
     [](const Checked& in, Findings& found) { broken(in, found, ofFormula); }, [](const Checked& in, const Finding& f) { return rightAgain(in, f, ofFormula); }},
    {"formulaCircle", CheckFamily::rules, Severity::must, "Formulas in a circle", "Each one needs the result of the other.", "Removes one of the formulas.",
     [](const Checked& in, Findings& found) { broken(in, found, inCircle); }, circleOpened},
    {"ruleBroken", CheckFamily::rules, Severity::must, "A rule with a deleted or missing control", "It does not do what it should.", "Removes the step, or switches the rule off.",
     [](const Checked& in, Findings& found) { broken(in, found, ofRule); }, [](const Checked& in, const Finding& f) { return rightAgain(in, f, ofRule); }},
    {"cannotBeGiven", CheckFamily::rules, Severity::must, "Required, but hidden, disabled or locked", "The form can never be accepted.", "Unlocks it, or makes it optional.", cannotBeGiven, givenOrNot},
    {"limitsMissed", CheckFamily::rules, Severity::should, "A worked-out number beyond its own limits", "The form cannot be accepted, and fillers cannot correct it.", "Removes its limits.", limitsMissed, limitsLifted},
    {"idleButton", CheckFamily::rules, Severity::should, "A button that does nothing", "Nothing happens when it is clicked.", "", idleButton, nullptr, {{{"Makes it accept the form.", pressMeans<ButtonRole::accept>}, {"Makes it cancel.", pressMeans<ButtonRole::cancel>}, {"Deletes it.", takenOut}}}},
    {"silentMessage", CheckFamily::rules, Severity::should, "A message with no text", "An empty message covers the form.", "Removes the message.", silentMessage, messagesOut},
    {"neverFires", CheckFamily::rules, Severity::should, "A rule that can never run", "Somebody may rely on it.", "Switches it off.", neverFires, switchedOff},
};
// clang-format on

}  // namespace

bool cannotWork(const Form& form, Id id) {
    return std::ranges::binary_search(form.derived<Broken>()->whose, id);
}

std::span<const CheckRow> rules() {
    return ruleRows;
}

}  // namespace brindel::checks
