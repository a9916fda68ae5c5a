// What somebody has typed into a field where there was no Brindel. Private to intake/.
#pragma once

#include "core/answers/answering.h"
#include "core/model/problem.h"

namespace brindel {

/// What is typed into a field of one line of text, as an answer; what says none as fillers are told, with the field's
/// name as place. A unit behind a number is passed over, and line breaks are taken as any machine has them.
Result<Answer> readTyped(const Form& form, const Control& c, std::string text);

}  // namespace brindel
