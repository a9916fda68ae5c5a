#include "core/rules/wildcards.h"

#include <unicode/uchar.h>

namespace brindel {

std::u32string folded(const std::u32string& text) {
    std::u32string out;
    for (char32_t c : text) out += char32_t(u_foldCase(UChar32(c), U_FOLD_CASE_DEFAULT));
    return out;
}

Begins begins(const std::u32string& text, std::size_t at, const std::u32string& pattern, bool whole) {
    std::size_t p = 0, star = std::u32string::npos, again = 0;
    while (p < pattern.size() || (whole && at < text.size())) {
        const bool escaped = p + 1 < pattern.size() && pattern[p] == U'~';
        if (!escaped && p < pattern.size() && pattern[p] == U'*') {
            star = p++;
            again = at;
            continue;
        }
        const char32_t wanted = p < pattern.size() ? pattern[escaped ? p + 1 : p] : 0;
        if (p < pattern.size() && at < text.size() && ((!escaped && wanted == U'?') || text[at] == wanted)) {
            ++at;
            p += escaped ? 2 : 1;
            continue;
        }
        if (star == std::u32string::npos) return Begins::no;
        if (again >= text.size()) return Begins::never;
        p = star + 1;
        at = ++again;
    }
    return Begins::yes;
}

}  // namespace brindel
