// Patterns of texts as formulas have them (OpenDocument 1.3, part 4: 3.4, wildcards): ? is any character, * any number
// of them, ~ takes the meaning of the next. Private to rules/.
#pragma once

#include <string>

namespace brindel {

/// Each character in small letters, one for one, so that places stay.
std::u32string folded(const std::u32string& text);
/// Whether a pattern matches from a place of a text on, up to its end when it is the `whole` text that is meant.
/// `never`: what stands behind a * is not found any more, and so is not from any later place on either.
enum class Begins : std::uint8_t { no, yes, never };
Begins begins(const std::u32string& text, std::size_t at, const std::u32string& pattern, bool whole = false);

}  // namespace brindel
