// What controls show while a form is filled: what the session holds, drawing paints and writers write.
#pragma once

#include <map>

#include "core/answers/answering.h"
#include "core/model/visibility.h"

namespace brindel {

/// What a control shows at the moment: text typed or chosen, ticked or not, lines of a list.
struct Shown {
    std::string text;                 // typed, chosen, or worked out; as people read it
    bool on = false;                  // ticked, or the chosen one
    std::vector<std::size_t> picked;  // of a list's choices
    bool operator==(const Shown&) const = default;
};
/// What controls show; a control that is not in it shows what it starts with.
using ShownAll = std::map<Id, Shown>;
/// How a form stands while it is filled.
struct Filling {
    ShownAll shown;
    Visibility visibility;
};

/// What a field's entry looks like.
Shown shownOf(const Field& field, const Entry& entry);
/// What a control starts with, as it is shown: its default, its prompt is not part of it. `today` stands for itself.
Shown startingShown(const Form& form, const Control& control);

}  // namespace brindel
