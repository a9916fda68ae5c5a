// Controls that do not stand still while a form is filled.
#pragma once

#include <set>

#include "core/model/form.h"

namespace brindel {

/// What a formula, or a step of a rule that is not switched off, can show or hide, and enable or disable.
struct MovedControls {
    std::set<Id> shown, enabled;
};
MovedControls movedControls(const Form& form);

}  // namespace brindel
