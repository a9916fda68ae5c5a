// Words that names can do without: the articles and little words of the languages that forms are written in.
#pragma once

#include <string>

namespace brindel {

/// True for a word in small letters, as `plainWords` gives it, that a name loses nothing by leaving out.
bool isSmallWord(const std::string& word);

}  // namespace brindel
