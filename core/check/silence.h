// What a silenced finding is known by. Private to check/.
#pragma once

#include "core/check/check.h"

namespace brindel {

/// A mark of what a finding speaks of: another one as soon as its controls change in that.
std::string markOf(const Form& form, const Finding& finding);
/// Why a finding is left as it is; nothing when it is not.
std::optional<std::string> silenceOf(const Form& form, const Finding& finding);

}  // namespace brindel
