#include "core/text/markup.h"

#include "core/text/fonts.h"

namespace brindel {

std::string markupLetters(std::string_view text) {
    std::u32string letters = lettersOf(text);
    for (char32_t& c : letters)
        if (!(c == U'\n' || c == U'\t' || (c >= 0x20 && c != 0x7F && c != 0xFFFE && c != 0xFFFF))) c = U' ';
    return utf8(letters);
}

std::string markupText(std::string_view text) {
    std::string out;
    for (char c : markupLetters(text))
        if (c == '&')
            out += "&amp;";
        else if (c == '<')
            out += "&lt;";
        else if (c == '>')
            out += "&gt;";
        else if (c == '"')
            out += "&quot;";
        else
            out += c;
    return out;
}

}  // namespace brindel
