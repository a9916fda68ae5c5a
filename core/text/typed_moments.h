// Dates and times as people type them, read by a form's language: what its pattern says first, then what is usual where
// the language is spoken. Where two days could be meant, none is taken.
#pragma once

#include <optional>
#include <string>

#include "core/text/moment_words.h"
#include "core/text/words.h"

namespace brindel {

/// The days that a field takes, where it has limits: a year of two digits is meant as one within them.
struct DaysTaken {
    std::optional<Day> earliest = {}, latest = {};
};

/// The date that the whole text says: in ISO 8601; by the pattern; with day, month and year in the language's order
/// (the pattern's, for a language that has several) and any of `. / - ,` or blanks between them; with the name of the
/// month, long or short, wherever it is. An order that the language does not have is read where no other reading is a
/// date. A year has four digits, or two: those are from 1969 to 2068 (POSIX.1, strptime %y), or of the century in which
/// the day is one that the field takes. Nothing where the text says none, or could say two; at most 100 bytes.
std::optional<Day> dateTyped(const std::string& text, const std::string& pattern, const std::string& language,
                             const DaysTaken& taken = {});
/// The time that the whole text says, in minutes from midnight: by the pattern; as 9:30, 9.30, 9 30, 9h30, 930, 9 Uhr
/// 30, 9 pm, 9:30 p.m. Nothing where it says none; at most 100 bytes.
std::optional<int> timeTyped(const std::string& text, const std::string& pattern, const std::string& language);
/// True when a text that says a date (a time) says a whole one: no further digit, and no half of the day, could belong
/// to it.
bool isWholeDate(const std::string& text, const std::string& pattern, const std::string& language,
                 const DaysTaken& taken = {});
bool isWholeTime(const std::string& text, const std::string& pattern, const std::string& language);

}  // namespace brindel
