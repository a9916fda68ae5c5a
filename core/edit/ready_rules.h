// Ready rules: what people set up again and again, each in one step over what is selected. They leave ordinary formulas
// and rules, which can be read and changed.
#pragma once

#include <span>
#include <string_view>

#include "core/edit/edits.h"

namespace brindel {

/// What a rule needs that needs nothing selected.
inline constexpr std::string_view noSelection = "No selection needed.";

struct ReadyRule {
    std::string_view key;
    std::string_view word;   // "A frame by a tick"
    std::string_view needs;  // what is to be selected, one sentence
    std::string_view does;   // what it leaves, one sentence
    /// The form with it; as it was when what is selected does not fit.
    Form (*set)(const Form& form, const Ids& selected);
};
/// All of them, those that need nothing selected first.
std::span<const ReadyRule> readyRules();
/// True when a ready rule would change something with this selection.
bool fits(const ReadyRule& ready, const Form& form, const Ids& selected);

}  // namespace brindel
