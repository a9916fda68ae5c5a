// The words that forms are written with, a table a language: by them a reader knows answers, units and remarks.
#pragma once

#include <initializer_list>
#include <string>
#include <string_view>
#include <vector>

namespace brindel::intake {

struct FormWords {
    const char* language;
    std::vector<std::string_view> common;    // by which the language is known
    std::vector<std::string_view> strike;    // delete as appropriate
    std::vector<std::string_view> several;   // tick all that apply
    std::vector<std::string_view> one;       // tick one only
    std::vector<std::string_view> other;     // of an answer: other, please specify
    std::vector<std::string_view> required;  // must be filled in
    std::vector<std::string_view> signature;
    std::vector<std::string_view> times;                      // labels of times of day
    std::vector<std::string_view> many;                       // labels of long answers
    std::vector<std::string_view> plain;                      // labels of plain text, whatever else they say
    std::vector<std::string_view> whens;                      // how labels of days end: handed out on
    std::vector<std::string_view> until;                      // a second day, from the first one on: to
    const char* table;                                        // what a table is called that has no name
    std::vector<std::vector<std::string_view>> alternatives;  // answers of which one holds: yes, no
};

/// All tables, English first. A language is added by adding one.
const std::vector<FormWords>& formWords();
const FormWords& formWordsOf(const std::string& language);
/// The language whose common words a text has most of; English where it has none.
std::string languageOf(const std::string& text);

/// True when one of the words begins at a word of the text, or is the whole of it where that is short; capitals do not
/// count.
bool hasOneOf(const std::string& text, const std::vector<std::string_view>& words);
/// True when a text is one of the words.
bool isOneOf(const std::string& text, const std::vector<std::string_view>& words);
/// True when the texts are answers of which only one can hold.
bool areAlternatives(const std::vector<std::string>& texts);
/// "1. ", "2.3 ", "3) ", "(4) " before a wording: how many bytes; 0 for none.
std::size_t numberBefore(const std::string& text);
/// "a) ", "(B) ", "c. " before a wording: the letter, small; 0 for none.
char letterBefore(const std::string& text);
/// True when a text ends in one of these.
bool endsWith(const std::string& text, std::initializer_list<const char*> ends);
/// True for what is written behind a blank as the unit of a number: m, kg, €, %.
bool isUnit(const std::string& text);

}  // namespace brindel::intake
