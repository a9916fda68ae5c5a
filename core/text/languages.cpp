#include "core/text/languages.h"

#include <unicode/locid.h>

#include <algorithm>
#include <cctype>

namespace brindel {

using std::string;

string languageCalled(const string& language) {
    if (!isLanguage(language)) return language;
    icu::UnicodeString name;
    string called;
    icu::Locale(language.c_str()).getDisplayName(icu::Locale::getEnglish(), name).toUTF8String(called);
    return called.empty() ? language : called;
}

bool isLanguage(const string& word) {
    if (word.empty() || word.size() > 35 || !std::isalpha(static_cast<unsigned char>(word[0]))) return false;
    std::size_t run = 0;
    for (char c : word + "-") {
        if (c == '-' ? run == 0 : !std::isalnum(static_cast<unsigned char>(c)) || run == 8) return false;
        run = c == '-' ? 0 : run + 1;
    }
    return true;
}

}  // namespace brindel
