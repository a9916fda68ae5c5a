// The rows of the table of checks, a file a family. Private to check/.
#pragma once

#include "core/check/check.h"

namespace brindel::checks {

std::span<const CheckRow> names();
std::span<const CheckRow> wording();
std::span<const CheckRow> layout();
std::span<const CheckRow> order();
std::span<const CheckRow> entries();
std::span<const CheckRow> rules();
std::span<const CheckRow> protection();
std::span<const CheckRow> looks();

/// True for a control of which a formula or a rule cannot work: what follows from that is not told as well.
bool cannotWork(const Form& form, Id id);

/// Every control of the form in the order in which it is read, the root left out.
template <class Visit>
void eachControl(const Form& form, Visit&& visit) {
    walk(form, rootId, [&](const Control& c, int) {
        if (c.id != rootId) visit(c);
    });
}

}  // namespace brindel::checks
