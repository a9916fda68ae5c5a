// What is wrong with what a field holds, as one sentence for the filler.
#pragma once

#include <string>

#include "core/draw/draw_control.h"
#include "core/text/words.h"

namespace brindel {

/// The text that a field may hold when `text` is typed or pasted into it: letters changed, cut at the most characters,
/// line breaks turned to blanks in a field of one line.
std::string allowedText(const Form& form, const Control& control, const std::string& text);
/// What is wrong with what one control holds, whether or not it is required; empty when nothing is.
std::string limitBroken(const Form& form, const Control& control, const Shown& shown, Day today);
/// Limits in words, for hints and sheets: "2 to 25 m", "at most 12 characters"; empty when there are none.
std::string limitsInWords(const Form& form, const Control& control);

}  // namespace brindel
