// Numbers, dates, times, patterns and measures as they are typed, in several languages.
#include <cstdint>
#include <cstdlib>
#include <string>

#include "core/text/fonts.h"
#include "core/text/measure.h"
#include "core/text/typed_moments.h"

using namespace brindel;

extern "C" int LLVMFuzzerTestOneInput(const std::uint8_t* data, std::size_t size) {
    const std::string text(reinterpret_cast<const char*>(data), size);
    if (size > 400) return 0;
    for (const char* language : {"en", "de", "fr-CH", "ar-EG", "hi"}) {
        if (const auto number = numberRead(text, language))
            if (numberRead(numberIn(*number, std::min(decimalsOf(*number), 20), true, language), language) != *number)
                std::abort();
        if (const auto day = dateTyped(text, "d MMM yyyy", language))
            if (!day->ok() || int(day->year()) == 26) std::abort();
        if (const auto time = timeTyped(text, "HH:mm", language))
            if (*time < 0 || *time > 1439) std::abort();
        (void)lettersAs(text, LetterCase::eachWord, language);
    }
    if (patternMisfit(text).empty()) (void)matchesWhole("FW-20417 aaaaaaaaaaaaaaaaaaaaaaaa", text);
    (void)measureRead(text, 1, 10);
    (void)plainWords(text);
    static const FontBook fonts;
    for (const std::string& line : fonts.lines(text, Look{}, 40, true)) (void)fonts.shape(line, Look{});
    return 0;
}
