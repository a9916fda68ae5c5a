// The notice on personal details, as wording on the form: written from the purposes, placed before the first of them.
#pragma once

#include "core/edit/personal_details.h"
#include "core/text/fonts.h"

namespace brindel {

/// The form with its notice written: into the wording that is its notice, or into a new one above the first field that
/// asks for a personal detail, over the width of what stands there; what is below makes room. A page that has no room
/// left grows no longer: what stands there says so by its findings. The form as it was without personal details.
Form noticeWritten(const Form& form, const FontBook& fonts);

/// A control brought to stand, and to be read, right above the row of a field; what is there makes room.
Form broughtAbove(const Form& form, Id id, Id field);

}  // namespace brindel
