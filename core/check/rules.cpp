// Rules: what the form does by itself, or should.
#include <set>

#include "core/check/families.h"
#include "core/edit/rule_mends.h"
#include "core/rules/formula.h"

namespace brindel::checks {
namespace {

/// All that cannot work, worked out once for a form.
struct Broken {
    explicit Broken(const Form& form) : all(brokenRules(form)) {}
    std::vector<BrokenRule> all;
};

template <class Which>
void broken(const Checked& in, Findings& found, Which which) {
    for (const BrokenRule& one : in.form.derived<Broken>()->all)
        if (which(one)) found.push_back({nullptr, {one.on}, one.says});
}
template <class Which>
Form rightAgain(const Checked& in, const Finding& f, Which which) {
    for (const BrokenRule& one : brokenRules(in.form))
        if (one.on == f.controls.front() && one.says == f.sentence && which(one)) return mended(in.form, one);
    return in.form;
}
bool inCircle(const BrokenRule& one) {
    return one.mend.empty();
}
bool ofFormula(const BrokenRule& one) {
    return one.prop.has_value() && !inCircle(one);
}
bool ofRule(const BrokenRule& one) {
    return !one.prop.has_value();
}

/// What rules show, enable or set, whatever they start as.
std::set<Id> reachedByRules(const Form& form, std::initializer_list<Does> kinds) {
    std::set<Id> reached;
    form.controls.each([&](Id, const Control& c) {
        for (const Rule& rule : c.rules) {
            auto look = [&](const Step& step) {
                for (Does does : kinds)
                    if (step.does == does) reached.insert(step.on);
            };
            eachStep(rule.steps, look);
        }
    });
    return reached;
}

void cannotBeGiven(const Checked& in, Findings& found) {
    const std::set<Id> shown = reachedByRules(in.form, {Does::show, Does::turnOver});
    const std::set<Id> enabled = reachedByRules(in.form, {Does::enable}), set = reachedByRules(in.form, {Does::set});
    eachControl(in.form, [&](const Control& c) {
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
        if (shut) found.push_back({nullptr, {c.id}, said("It must be filled in, and nobody can.")});
    });
}
Form notRequired(const Checked& in, const Finding& f) {
    return withProperty(in.form, f.controls, Prop::required, false);
}

void idleButton(const Checked& in, Findings& found) {
    eachControl(in.form, [&](const Control& c) {
        if (c.is().pressed && c.as<ButtonRole>() == ButtonRole::other && c.rules.empty())
            found.push_back({nullptr, {c.id}, said("A press does nothing.")});
    });
}

void silentMessage(const Checked& in, Findings& found) {
    in.form.controls.each([&](Id id, const Control& c) {
        bool silent = false;
        auto look = [&](const Step& step) {
            const bool speaks = step.does == Does::say || step.does == Does::ask;
            const auto tree = speaks ? readFormula(step.with) : tl::unexpected(FormulaMistake());
            silent = silent || (tree && (*tree)->what == Node::What::text && (*tree)->text.empty());
        };
        for (const Rule& rule : c.rules) eachStep(rule.steps, look);
        if (silent) found.push_back({nullptr, {id}, said("A message has no words.")});
    });
}

// The rows read best in long lines.
// clang-format off
constexpr CheckRow ruleRows[] = {
    {"formulaBroken", Family::rules, Gravity::must, "A formula that does not read, or names what is gone", "Nothing is worked out.", "Takes the formula away, so that the plain value holds.",
     [](const Checked& in, Findings& found) { broken(in, found, ofFormula); }, [](const Checked& in, const Finding& f) { return rightAgain(in, f, ofFormula); }},
    {"formulaCircle", Family::rules, Gravity::must, "Formulas in a circle", "Each waits for the other.", "",
     [](const Checked& in, Findings& found) { broken(in, found, inCircle); }},
    {"ruleBroken", Family::rules, Gravity::must, "A rule that names what is gone", "It does not do what it should.", "Takes its step out, or switches it off.",
     [](const Checked& in, Findings& found) { broken(in, found, ofRule); }, [](const Checked& in, const Finding& f) { return rightAgain(in, f, ofRule); }},
    {"cannotBeGiven", Family::rules, Gravity::must, "Required, but hidden, disabled or locked", "The form can never be accepted.", "Lets it stay empty.", cannotBeGiven, notRequired},
    {"idleButton", Family::rules, Gravity::should, "A button that does nothing", "It is pressed, and nothing happens.", "", idleButton},
    {"silentMessage", Family::rules, Gravity::should, "A message with no text", "An empty card covers the form.", "", silentMessage},
};
// clang-format on

}  // namespace

std::span<const CheckRow> rules() {
    return ruleRows;
}

}  // namespace brindel::checks
