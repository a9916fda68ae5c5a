// The letters of a wording that can stand under a finger: for access keys.
#pragma once

#include <string>
#include <vector>

namespace brindel {

struct KeyLetter {
    std::string upper;   // the letter as a key shows it, UTF-8
    std::size_t at = 0;  // where it stands in the text, in bytes
    int word = 0;        // in which word, from 0
    bool first = false;  // begins its word
    bool vowel = false;  // of any script
};

/// The letters and digits of a text that a keyboard of this language has (CLDR's exemplar letters), in order. Languages
/// that ICU does not know count as English.
std::vector<KeyLetter> keyLetters(const std::string& text, const std::string& language);
/// One letter as a key shows it; empty when the text is not one letter or digit.
std::string keyShown(const std::string& letter, const std::string& language);
/// Where in a text an access key is marked, in bytes, and how many bytes it takes there: at the first word that begins
/// with it, else where it first stands. Nothing (npos, 0) when the text does not have it.
std::pair<std::size_t, std::size_t> keyPlace(const std::string& text, const std::string& key);

}  // namespace brindel
