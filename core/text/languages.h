// Languages, as people call them.
#pragma once

#include <string>

namespace brindel {

/// What people call a language: "German" for de, "Portuguese (Brazil)" for pt-BR; the word itself for one that nobody
/// knows.
std::string languageCalled(const std::string& language);

/// True for a word that says a language: up to eight letters, and as many letters and digits behind each dash; at most
/// 35 in all (BCP 47, RFC 5646 2.1).
bool isLanguage(const std::string& word);

}  // namespace brindel
