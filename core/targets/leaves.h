// The leaves of a form: what a PDF or a picture, which cannot turn pages, shows one after the other.
#pragma once

#include "core/model/places.h"

namespace brindel {

/// A surface, and the pages that its tabs show on this leaf.
struct Leaf {
    Id surface = noControl;
    TurnedTo turned;
};
/// The leaves of all surfaces in order. Every page of all tabs, also of tabs within tabs, is shown on at least one;
/// tabs that stand beside each other turn together, and the shorter ones stay on their last page. As many leaves as the
/// pages of the longest.
std::vector<Leaf> leavesOf(const Form& form);

/// Calls `visit(control)` for all that is on a leaf, containers before what they hold, in tab order: of tabs only the
/// page that is turned to.
template <class Visit>
void walkLeaf(const Form& form, const Leaf& leaf, Id from, const Visit& visit) {
    const Control* c = form.find(from);
    if (!c) return;
    visit(*c);
    if (c->is().turns) return walkLeaf(form, leaf, shownPage(*c, leaf.turned), visit);
    for (Id child : c->children) walkLeaf(form, leaf, child, visit);
}

}  // namespace brindel
