#pragma once

#include <unicode/unistr.h>

#include <string>

namespace brindel {

/// A text of ours as ICU takes it. What is no UTF-8 becomes U+FFFD.
inline icu::UnicodeString wide(const std::string& text) {
    return icu::UnicodeString::fromUTF8(text);
}

/// A text of ICU in UTF-8.
inline std::string narrow(const icu::UnicodeString& text) {
    std::string out;
    text.toUTF8String(out);
    return out;
}

}  // namespace brindel
