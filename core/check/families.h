// The rows of the table of checks, a file a family. Private to check/.
#pragma once

#include "core/check/check.h"

namespace brindel::checks {

std::span<const CheckRow> names();
std::span<const CheckRow> wording();
std::span<const CheckRow> languages();
std::span<const CheckRow> layout();
std::span<const CheckRow> order();
std::span<const CheckRow> entries();
std::span<const CheckRow> rules();
std::span<const CheckRow> protection();
std::span<const CheckRow> looks();

/// Worked-out numbers that can come to more, or less, than their own limits take; and their limits taken away.
void limitsMissed(const Checked& in, Findings& found);
Form limitsLifted(const Checked& in, const Finding& finding);

/// How far a control may reach in what it lies in: a page's margins, or the container's edges. Nothing where that lays
/// it out by itself.
std::optional<Box> roomIn(const Form& form, const Control& holder);
/// True for one that reaches further.
bool reachesOut(const Form& form, const Control& c);

/// True for a control of which a formula or a rule cannot work: what follows from that is not told as well.
bool cannotWork(const Form& form, Id id);

/// Every control of the form in the order in which it is read, the root left out.
template <class Visit>
void eachControl(const Form& form, Visit visit) {
    walk(form, rootId, [&](const Control& c, int) {
        if (c.id != rootId) visit(c);
    });
}

/// The same of those that are to be looked at.
template <class Visit>
void eachControl(const Checked& in, Visit visit) {
    if (!in.only) return eachControl(in.form, visit);
    for (Id id : *in.only)
        if (const Control* c = in.form.find(id); c && id != rootId) visit(*c);
}
/// Every container whose contents lie freely, of those that are to be looked at.
template <class Visit>
void eachFreeContainer(const Checked& in, Visit visit) {
    auto look = [&](Id, const Control& c) {
        if (c.is().holds && !c.is().grid && !c.is().inGrid && !c.children.empty()) visit(c);
    };
    if (!in.holders) return in.form.controls.each(look);
    for (Id id : *in.holders)
        if (const Control* c = in.form.find(id)) look(id, *c);
}

}  // namespace brindel::checks
