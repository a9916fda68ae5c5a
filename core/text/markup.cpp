#include "core/text/markup.h"

#include "core/text/fonts.h"

namespace brindel {

std::string markupText(std::string_view text) {
    std::string out;
    for (char32_t c : lettersOf(text)) {
        switch (c) {
            case U'&':
                out += "&amp;";
                break;
            case U'<':
                out += "&lt;";
                break;
            case U'>':
                out += "&gt;";
                break;
            case U'"':
                out += "&quot;";
                break;
            default: {
                const bool kept = c == U'\n' || c == U'\t' || (c >= 0x20 && c != 0x7F && c != 0xFFFE && c != 0xFFFF);
                out += kept ? utf8(std::u32string_view(&c, 1)) : " ";
            }
        }
    }
    return out;
}

}  // namespace brindel
