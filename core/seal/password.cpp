#include "core/seal/password.h"

#include <sodium.h>
#include <unicode/normalizer2.h>
#include <unicode/uchar.h>
#include <zxcvbn.h>

#include <cmath>

#include "core/text/icu_text.h"

namespace brindel {

Secret::Secret(Secret&& other) noexcept : text_(std::move(other.text_)) {
    other.wipe();
}
Secret& Secret::operator=(Secret&& other) noexcept {
    wipe();
    text_ = std::move(other.text_);
    other.wipe();
    return *this;
}
Secret::~Secret() {
    wipe();
}
void Secret::wipe() {
    // A short text lies in the object itself, a longer one elsewhere: both to the end of their room.
    text_.resize(text_.capacity());
    sodium_memzero(text_.data(), text_.size());
    text_.clear();
}

Result<Secret> passwordMeant(const std::string& typed) {
    if (typed.empty()) return failure("", said("A password has at least one character."));
    if (typed.size() > mostPasswordLetters * 4)
        return failure("", said("A password has at most {} characters.", mostPasswordLetters));
    icu::UnicodeString letters = wide(typed);
    if (std::size_t(letters.countChar32()) > mostPasswordLetters)
        return failure("", said("A password has at most {} characters.", mostPasswordLetters));
    for (int32_t at = 0; at < letters.length(); at = letters.moveIndex32(at, 1)) {
        const UChar32 letter = letters.char32At(at);
        if (u_charType(letter) == U_SPACE_SEPARATOR) letters.replace(at, U16_LENGTH(letter), UChar32(' '));
        if (letter == 0xFFFD || u_charType(letter) == U_CONTROL_CHAR)
            return failure("", said("A password is a single line of text."));
    }
    UErrorCode error = U_ZERO_ERROR;
    icu::UnicodeString meant = icu::Normalizer2::getNFCInstance(error)->normalize(letters, error);
    if (U_FAILURE(error)) return failure("", said("A password is a single line of text."));
    Secret secret(narrow(meant));
    for (icu::UnicodeString* one : {&letters, &meant})
        if (UChar* room = one->getBuffer(one->length())) {
            sodium_memzero(room, std::size_t(one->getCapacity()) * sizeof(UChar));
            one->releaseBuffer(0);
        }
    return secret;
}

Strength strengthOf(const std::string& typed) {
    constexpr double triesASecond = 1e4;
    const double bits = typed.empty() ? 0 : ZxcvbnMatch(typed.c_str(), nullptr, nullptr);
    Strength strength;
    strength.seconds = std::exp2(std::min(bits, 300.0)) / 2 / triesASecond;
    struct Span {
        double below;
        Holding holding;
        Sentence says;
    };
    constexpr double hour = 3600, day = 24 * hour, month = 30 * day, year = 365 * day;
    const Span spans[] = {
        {1, Holding::falls, said("Guessed at once: it stops accidents, not attackers.")},
        {hour, Holding::falls, said("Guessed within an hour by somebody who tries.")},
        {day, Holding::falls, said("Guessed within a day by somebody who tries.")},
        {month, Holding::holdsAWhile, said("Guessed within a month by somebody who tries hard.")},
        {10 * year, Holding::holdsAWhile, said("Guessed within some years by somebody who tries hard.")},
        {100 * year, Holding::holds, said("Holds for decades.")},
        {HUGE_VAL, Holding::holds, said("Holds for centuries.")},
    };
    for (const Span& span : spans)
        if (strength.seconds < span.below) {
            strength.holding = span.holding;
            strength.says = span.says;
            break;
        }
    return strength;
}

}  // namespace brindel
