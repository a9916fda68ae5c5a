// Common patterns for text boxes, each in one step: the expression, its letters, what is said when it does not fit, and
// what no expression can check. They leave ordinary properties, which can be read and changed.
#pragma once

#include <span>
#include <string_view>

#include "core/edit/edits.h"

namespace brindel {

struct CommonPattern {
    std::string_view key;
    std::string_view word;  // "Postcode, five digits"
    std::string_view pattern;
    std::string_view letters;  // how they are changed while they are typed; a token of Prop::letters
    std::string_view check;    // a condition beside the pattern, {} being the field; "" for none
    std::string_view fits;     // a sample that fits
    std::string_view fails;    // one that does not
};
std::span<const CommonPattern> commonPatterns();

/// The form with a common pattern in the text boxes among `ids`: pattern, letters, what is said in the form's language
/// when it does not fit, and the condition. A message that was written by hand stays.
Form withCommonPattern(const Form& form, const Ids& ids, const CommonPattern& pattern);
/// The common pattern that a text box has; null for one of its own or none.
const CommonPattern* commonPatternOf(const Control& control);

}  // namespace brindel
