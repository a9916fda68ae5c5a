// Edits of the route, of what Enter and Escape press, and of access keys.
#pragma once

#include <set>

#include "core/edit/edits.h"

namespace brindel {

/// The route laid by reading order: in a container and in all that lies in it.
Form routedByReading(const Form& form, Id container = rootId);

/// A stop laid right behind another, with its label and with the other radio buttons of its question. Where they lie in
/// different containers, the outermost container that holds the stop alone is moved, and within it the stop comes
/// first. Containers that hold one of `laid` (stops laid by hand before) stay where they are: in them the stop goes
/// behind the last one laid. Pages and cells keep their order. noControl for `behind` lays it first in its container.
Form stopLaid(const Form& form, Id stop, Id behind, const std::set<Id>& laid = {});
/// A stop moved earlier (-1) or later (+1) among the stops and containers that its container holds.
Form stopShifted(const Form& form, Id stop, int by);
/// The route laid as the list says, from its first one on; what it leaves out comes behind, as it was.
Form routedAs(const Form& form, const Ids& stops);

/// The button that Enter ("accept") or Escape ("cancel") presses; the one that did so before does nothing special any
/// more. noControl leaves none.
Form pressing(const Form& form, ButtonRole role, Id button);
/// The control that holds the cursor when the form opens; noControl for the first stop.
Form startingIn(const Form& form, Id stop);

/// Access keys chosen anew for all wording, but for those set by hand.
Form withKeysChosen(const Form& form);
/// An access key set by hand on a control or on its label, where it stays when keys are chosen; empty takes it away and
/// lets one be chosen again.
Form withKeySet(const Form& form, Id id, const std::string& key);

}  // namespace brindel
