// What is wrong with what a field holds, and what it takes, as sentences for fillers in the form's language.
#pragma once

#include <string>
#include <vector>

#include "core/answers/answering.h"

namespace brindel {

/// What fillers are told a control is called: as designers are (calledBy), with the row of a table in the form's
/// language.
std::string toldAs(const Form& form, const Control& control);
/// The text that a field may hold when `text` is typed or pasted into it: letters changed, cut at the most characters,
/// line breaks turned to blanks in a field of one line.
std::string allowedText(const Field& field, const std::string& text);
/// What is wrong with what one control holds, whether or not it is required; empty when nothing is.
std::string limitBroken(const Field& field, const Entry& entry);
/// What is said of a required field that is empty.
std::string missing(const Field& field);
/// What is said of an answer whose condition is false: the control's own sentence, or one for all.
std::string notRight(const Field& field);
/// The sentences of limitBroken, missing and notRight, for where a form is filled without a session. In them \x01
/// stands for what the field takes, \x02 for what was typed.
struct LimitSentences {
    std::string missing, notRight;
    std::string unread;                  // no number, no date (\x01 is the day it is), not among the choices
    std::string little, much, decimals;  // of numbers
    std::string early, late;             // of dates and times
    std::string pattern;                 // of texts
    std::string few, other;              // of picks
    std::vector<std::string> many = {};  // by how many are picked
};
LimitSentences limitSentences(const Field& field);
/// The words of a range, by the same signs: "\x01 to \x02", "\x01 or more", "at most \x01".
struct RangeWords {
    std::string fromTo, orMore, atMost;
};
RangeWords rangeWords(const std::string& language);
/// Limits in words, for hints and sheets: "2 to 25 m", "at most 12 characters"; empty when there are none.
std::string limitsInWords(const Form& form, const Control& control);

}  // namespace brindel
