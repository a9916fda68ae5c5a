// What a form should do by itself and no longer can: formulas and rules that speak of controls that are gone, or that
// do not read, and how each is put right in one step.
#pragma once

#include <optional>

#include "core/edit/edits.h"

namespace brindel {

struct BrokenRule {
    Id on = noControl;         // whose formula or rule it is
    std::optional<Prop> prop;  // what is worked out, or what the choices depend on; nothing for a rule
    std::size_t rule = 0;      // the number of the rule
    bool gone = false;         // its steps are done to what is gone
    Sentence says;             // what is the matter
    Sentence fix;              // what mending does; empty where only a person can tell
    bool begun = false;        // a step is not done to anything yet: the rule is still being made
};
/// Everything of a form that can no longer work, control by control. Rules that are switched off are left out.
std::vector<BrokenRule> brokenRules(const Form& form);
/// True for a control that has a rule of which a step is not done to anything yet.
bool isRuleBegun(const Control& control);
/// The form with it put right: a formula is taken away, so that the plain value holds; steps done to what is gone are
/// taken out; a rule whose condition no longer reads is switched off. As it was where nothing can be done.
Form fixed(const Form& form, const BrokenRule& broken);
/// All of them at once.
Form allRulesFixed(const Form& form);

}  // namespace brindel
