#include "core/text/key_letters.h"

#include <unicode/locid.h>
#include <unicode/normalizer2.h>
#include <unicode/ulocdata.h>
#include <unicode/uniset.h>
#include <unicode/unistr.h>
#include <unicode/utf8.h>

#include <map>
#include <memory>

namespace brindel {
namespace {

const icu::UnicodeSet& keyboardOf(const std::string& language) {
    thread_local std::map<std::string, icu::UnicodeSet> known;
    auto at = known.find(language);
    if (at != known.end()) return at->second;
    icu::UnicodeSet letters('0', '9');
    for (const std::string& one : {language.empty() ? std::string("en") : language, std::string("en")}) {
        UErrorCode error = U_ZERO_ERROR;
        ULocaleData* data = ulocdata_open(one.c_str(), &error);
        icu::UnicodeSet own;
        if (U_SUCCESS(error))
            ulocdata_getExemplarSet(data, own.toUSet(), USET_ADD_CASE_MAPPINGS, ULOCDATA_ES_STANDARD, &error);
        if (data) ulocdata_close(data);
        if (U_FAILURE(error) || own.isEmpty()) continue;
        letters.addAll(own);
        break;
    }
    return known.emplace(language, letters).first->second;
}

std::string upperOf(UChar32 letter, const std::string& language) {
    icu::UnicodeString text(letter);
    text.toUpper(icu::Locale(language.c_str()));
    std::string out;
    // ß has no single capital on keyboards; it stays as it is.
    if (text.countChar32() != 1) text = icu::UnicodeString(letter);
    text.toUTF8String(out);
    return out;
}

bool isVowel(UChar32 letter) {
    UErrorCode error = U_ZERO_ERROR;
    icu::UnicodeString base(letter);
    if (const icu::Normalizer2* apart = icu::Normalizer2::getNFDInstance(error); U_SUCCESS(error))
        base = apart->normalize(base, error);
    base.toLower();
    static const icu::UnicodeString vowels = icu::UnicodeString::fromUTF8("aeiouyøæœıαεηιουωаеёиоуыэюяєії");
    return vowels.indexOf(base.char32At(0)) >= 0;
}

struct Letter {
    UChar32 code;
    std::size_t at, bytes;
    int word;
    bool first;
};

/// Goes through the letters and digits of a text; an apostrophe does not end a word.
template <class Visit>
void eachLetter(const std::string& text, Visit visit) {
    bool open = false;
    int word = -1;
    const auto size = int32_t(text.size());
    for (int32_t i = 0; i < size;) {
        const int32_t at = i;
        UChar32 c;
        U8_NEXT(text.data(), i, size, c);
        if (c >= 0 && u_isalnum(c)) {
            if (!open) ++word;
            visit(Letter{c, std::size_t(at), std::size_t(i - at), word, !open});
            open = true;
        } else if (c != '\'' && c != 0x2019) {
            open = false;
        }
    }
}

}  // namespace

std::vector<KeyLetter> keyLetters(const std::string& text, const std::string& language) {
    std::vector<KeyLetter> letters;
    const icu::UnicodeSet& keyboard = keyboardOf(language);
    eachLetter(text, [&](const Letter& l) {
        if (keyboard.contains(l.code))
            letters.push_back({upperOf(l.code, language), l.at, l.word, l.first, isVowel(l.code)});
    });
    return letters;
}

std::string keyShown(const std::string& letter, const std::string& language) {
    const icu::UnicodeString text = icu::UnicodeString::fromUTF8(letter);
    return text.countChar32() == 1 && u_isalnum(text.char32At(0)) ? upperOf(text.char32At(0), language) : "";
}

std::pair<std::size_t, std::size_t> keyPlace(const std::string& text, const std::string& key) {
    const icu::UnicodeString wanted = icu::UnicodeString::fromUTF8(key).foldCase();
    std::pair<std::size_t, std::size_t> found{std::string::npos, 0};
    if (wanted.countChar32() != 1) return found;
    bool begins = false;
    eachLetter(text, [&](const Letter& l) {
        if (begins || icu::UnicodeString(l.code).foldCase() != wanted) return;
        begins = l.first;
        if (begins || found.second == 0) found = {l.at, l.bytes};
    });
    return found;
}

}  // namespace brindel
