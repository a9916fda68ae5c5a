// What ticks and buttons are called in a PDF when they are on (ISO 32000, 12.7.4.2).
#pragma once

#include "core/model/form.h"

namespace brindel {

/// The name of a tick's or a button's state when it is on: its value where all of its field are short words of ASCII
/// letters, digits, - and _, which every reader takes; else its number in its field, and the value stands in the
/// field's Opt (12.7.4.2.3).
std::string stateOf(const Form& form, const Control& button);
/// What that state stands for: the button's value.
std::string stateMeaning(const Control& button);
/// True when the states of a field with these buttons are the values themselves.
bool hasPlainStates(const Form& form, const std::vector<Id>& buttons);

}  // namespace brindel
