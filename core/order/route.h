// The route: where the Tab key goes in a form. It is the order of the children of each container, so pages and frames
// have a route of their own within the whole.
#pragma once

#include <map>

#include "core/model/visibility.h"

namespace brindel {

/// Where the Tab key stops, in order, on all pages of the form: what can be tabbed to, is a tab stop, and is visible,
/// enabled and not locked, as its containers are. Without a presence the one that the form opens with counts, here and
/// below.
std::vector<Id> tabRoute(const Form& form, const Visibility& visibility);
std::vector<Id> tabRoute(const Form& form);
/// The same as people count it: the radio buttons of a question are one stop, the first of them.
std::vector<Id> stopsOf(const Form& form);
/// The number of each stop, from 1; the radio buttons of a question share theirs.
std::map<Id, int> stopNumbers(const Form& form);
/// Why the Tab key passes by a control that it could stop at, in a few words: "skipped", "hidden", "locked" …; empty
/// for stops, and for kinds that have none.
std::string passedBecause(const Form& form, const Visibility& visibility, const Control& control);
std::string passedBecause(const Form& form, const Control& control);

/// The stop that holds the cursor when the form opens: the one that the form says, as long as it is a stop, else the
/// first field or button of the route. noControl for a form without stops.
Id firstStop(const Form& form, const Visibility& visibility);
Id firstStop(const Form& form);
/// The button that Enter (accept) or Escape (cancel) presses: the first usable one of that role; noControl for
/// none.
Id buttonPressed(const Form& form, const Visibility& visibility, ButtonRole role);
Id buttonPressed(const Form& form, ButtonRole role);

}  // namespace brindel
