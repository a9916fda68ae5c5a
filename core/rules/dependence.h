// Which formula of a form depends on what, and the order in which they are worked out. Made once for a form: whoever
// fills it works out only what a change can have touched, each formula once, and never one before what it speaks of.
#pragma once

#include <span>

#include "core/rules/formula.h"
#include "core/rules/meaning.h"

namespace brindel {

/// A formula where it stands in a form.
struct Worked {
    Id on = noControl;
    Prop prop = Prop::workedOut;                         // what it gives; workedOut for the control's value
    NodePtr tree;                                        // null when it does not read
    FormulaMistake mistake;                              // why not
    std::vector<std::pair<std::string, Meaning>> names;  // that it speaks of
    bool inCircle = false;                               // it needs its own value

    /// True for one that gives the value of its control.
    bool givesValue() const { return prop == Prop::workedOut; }
    /// True for no formula: the choices of a control, which may depend on another answer.
    bool gathers() const { return prop == Prop::choices; }
};

class Dependence {
  public:
    explicit Dependence(const Form& form);

    /// All formulas of properties, none before those whose values it speaks of; circles stand together.
    const std::vector<Worked>& formulas() const { return formulas_; }
    /// The places in formulas() of those that speak of a field (a question by its first button), rising.
    std::span<const std::uint32_t> dependents(Id field) const;
    /// The formulas of a control, by their places.
    std::span<const std::uint32_t> formulasOf(Id control) const;
    /// Controls whose values need each other, each circle as a path: the first speaks of the second … the last of the
    /// first.
    const std::vector<std::vector<Id>>& circles() const { return circles_; }

  private:
    std::vector<Worked> formulas_;
    std::unordered_map<Id, std::vector<std::uint32_t>> dependents_, of_;
    std::vector<std::vector<Id>> circles_;
};

/// The dependence in a form, made once for it.
inline std::shared_ptr<const Dependence> dependenceIn(const Form& form) {
    return form.derived<Dependence>();
}

/// True for a control whose choices depend on what is answered elsewhere: they are not known before the form is filled.
bool choicesFollowAnswers(const Form& form, Id id);

}  // namespace brindel
