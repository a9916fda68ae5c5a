// How large a form may become.
#pragma once

#include <string>

#include "core/model/form.h"
#include "core/model/sentence.h"

namespace brindel {

/// What is wrong with the size of a dialog; empty when nothing is. A file with such a dialog could not be opened again.
Sentence tooLarge(const Form& form);

}  // namespace brindel
