// Edits of who may fill what.
#pragma once

#include "core/edit/edits.h"

namespace brindel {

/// What fillers can do with a field, as it turns out for them: what is worked out they only read, whatever is set.
enum class Reach : std::uint8_t { open, readOnly, locked, workedOut };
Reach reachOf(const Control& field);

/// All that can be filled among these controls and in those that hold others; the radio buttons of a question together.
/// Each once, in the order of the form.
Ids fieldsAmong(const Form& form, const Ids& ids);
/// Lets fillers do so much with the fields among these controls, and no more.
Form accessSet(const Form& form, const Ids& ids, Access access);

/// How many fields there are of each, the radio buttons of a question counted once.
struct ReachCount {
    int open = 0, readOnly = 0, locked = 0, workedOut = 0;
};
ReachCount reachCount(const Form& form);

}  // namespace brindel
