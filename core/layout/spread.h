// Choice groups taken apart into the single controls that most targets know.
#pragma once

#include "core/draw/draw_control.h"
#include "core/text/fonts.h"

namespace brindel {

/// A form, and what its controls show, in which every choice group has become a label with its question, a radio
/// button or check box a choice, and a text box for another answer. The radio buttons answer under the group's name,
/// check boxes as name.1, name.2 …, another answer as name_other. All else is as it was.
struct Spread {
    Form form;
    Filling filling;
    std::map<Id, Id> groupOf = {};  // of each control that a group has become: the group
};
Spread spread(const Form& form, const FontBook& fonts, const Filling* filling);

}  // namespace brindel
