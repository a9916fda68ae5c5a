// A form turned for a language that is written the other way: what stood at the left stands at the right.
#pragma once

#include "core/edit/edits.h"

namespace brindel {

/// Every control at the same distance from the other side of its container, and holding to that side. Cells stay on
/// their table's grid. Turned twice, a form is as it was.
Form mirrored(const Form& form);
/// True when a language of this tag is written from right to left.
bool isRightToLeft(const std::string& language);

}  // namespace brindel
