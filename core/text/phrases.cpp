#include "core/text/phrases.h"

#include <unicode/msgfmt.h>

#include <map>
#include <memory>

#include "core/text/filler_language.h"

namespace brindel {
namespace {

icu::UnicodeString wide(std::string_view text) {
    return icu::UnicodeString::fromUTF8(icu::StringPiece(text.data(), int32_t(text.size())));
}

/// English where a language has no sentences.
const FillerLanguage& spoken(const std::string& language) {
    const std::string_view first = std::string_view(language).substr(0, language.find_first_of("-_"));
    for (const FillerLanguage* one : fillerLanguages())
        if (one->code == first && !one->sentences.empty()) return *one;
    return *fillerLanguages().front();
}

/// "Mast stepped?: please" is "Mast stepped? Please".
void withoutSecondMark(icu::UnicodeString& said, const icu::UnicodeString& label) {
    if (label.isEmpty() || icu::UnicodeString(u"?!.:;…؟？！。：").indexOf(label.char32At(label.length() - 1)) < 0)
        return;
    if (!said.startsWith(label)) return;
    int32_t at = label.length();
    while (at < said.length() && u_isUWhiteSpace(said[at])) ++at;
    if (at >= said.length() || said[at] != u':') return;
    said.remove(label.length(), at + 1 - label.length());
    const int32_t next = said.length() > label.length() ? label.length() + 1 : label.length();
    if (next >= said.length()) return;
    const UChar32 letter = said.char32At(next);
    said.replace(next, U16_LENGTH(letter), u_toupper(letter));
}

}  // namespace

std::string phrase(Phrase which, const std::string& language, const std::vector<PhrasePart>& parts) {
    const FillerLanguage& in = spoken(language);
    thread_local std::map<std::pair<Phrase, std::string_view>, std::unique_ptr<icu::MessageFormat>> made;
    UErrorCode error = U_ZERO_ERROR;
    auto formatOf = [&](const icu::UnicodeString& pattern) {
        return std::make_unique<icu::MessageFormat>(pattern, icu::Locale(std::string(in.code).c_str()), error);
    };
    const icu::UnicodeString pattern = wide(in.sentences[std::size_t(which)].pattern);
    std::unique_ptr<icu::MessageFormat> own;
    std::vector<icu::Formattable> arguments;
    for (const PhrasePart& part : parts) {
        if (const auto* count = std::get_if<std::int64_t>(&part)) {
            arguments.emplace_back(*count);
        } else if (const auto* toCome = std::get_if<CountToCome>(&part)) {
            arguments.emplace_back(toCome->like);
            own = formatOf(icu::UnicodeString(pattern).findAndReplace(u"#", wide(toCome->text)));
        } else {
            arguments.emplace_back(wide(std::get<std::string>(part)));
        }
    }
    auto& kept = made[{which, in.code}];
    if (!kept) kept = formatOf(pattern);
    const auto& format = own ? own : kept;
    icu::UnicodeString said;
    icu::FieldPosition nowhere(icu::FieldPosition::DONT_CARE);
    format->format(arguments.data(), int32_t(arguments.size()), said, nowhere, error);
    for (const PhrasePart& part : parts)
        if (const auto* label = std::get_if<std::string>(&part)) withoutSecondMark(said, wide(*label));
    std::string text;
    return said.toUTF8String(text);
}

}  // namespace brindel
