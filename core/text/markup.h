// Text put into XML and HTML.
#pragma once

#include <string>
#include <string_view>

namespace brindel {

/// UTF-8 text as it can stand between tags and in quoted attributes of XML 1.0 and HTML: & < > " as entities, control
/// characters that neither takes as blanks, broken bytes as U+FFFD. Line breaks stay.
std::string markupText(std::string_view text);
/// The same letters with nothing escaped, for what escapes by itself.
std::string markupLetters(std::string_view text);

}  // namespace brindel
