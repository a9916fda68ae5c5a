// Who speaks of a control by its name. Formulas are written with names, in the syntax of OpenFormula (ISO/IEC 26300,
// part 4): a name is an identifier, or stands as $$'boat-name' where it is none (5.11).
#pragma once

#include <functional>
#include <map>
#include <optional>
#include <string>
#include <vector>

#include "core/model/form.h"

namespace brindel {

/// The names that a formula speaks of, in its order, each once. What stands in quotes, and what a ( follows, is none.
/// A formula that does not read is gone through as far as its signs tell.
std::vector<std::string> namesIn(const std::string& formula);
/// A formula with names put in place of others, all at once, so that two can change places. All else stays as it is.
std::string withNamesIn(const std::string& formula, const std::map<std::string, std::string>& names);

/// All formulas that a control is written with: of its properties, and of its rules, which have no property.
void eachFormula(const Control& control, const std::function<void(std::optional<Prop>, const std::string&)>& visit);
/// The control with `turn(formula)` in place of each of them.
Control withFormulas(Control control, const std::function<std::string(const std::string&)>& turn);

/// A place where a control's name is spoken.
struct Use {
    Id by = noControl;
    std::optional<Prop> prop = {};  // nothing for a rule
    bool operator==(const Use&) const = default;
};
/// Where formulas of a form speak of names, each name with its uses.
struct Uses {
    explicit Uses(const Form& form);
    bool speakOf(const std::string& name) const { return byName.contains(name); }
    std::map<std::string, std::vector<Use>, std::less<>> byName;
};
/// The uses in a form, made once for it.
inline std::shared_ptr<const Uses> usesIn(const Form& form) {
    return form.derived<Uses>();
}

}  // namespace brindel
