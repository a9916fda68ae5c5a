// A form's wording in other languages than its own.
#pragma once

#include <map>
#include <string>

namespace brindel {

/// The texts of one language: by where each stands ("c12.text", the control's id and the property's key), what it reads
/// as designed and what that is in the language. A text that has been reworded since finds nothing here.
using LanguageTexts = std::map<std::string, std::map<std::string, std::string>>;
using Translations = std::map<std::string, LanguageTexts>;

/// A form has no more languages beside its own, and no text of it more bytes.
inline constexpr std::size_t mostLanguages = 50, longestTranslation = 100'000;

}  // namespace brindel
