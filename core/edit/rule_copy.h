// Rules taken from one control to another.
#pragma once

#include "core/edit/edits.h"

namespace brindel {

/// The form with a rule of `from` given to `to` as well: what it did to `from` it does to `to`, and where it spoke of
/// the one it speaks of the other. As it was when `to` cannot have it, or has it already.
Form ruleCopied(const Form& form, Id from, std::size_t number, Id to);

}  // namespace brindel
