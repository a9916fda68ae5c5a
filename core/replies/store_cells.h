// How answers stand in the cells of a store, for the files that the store is written in.
#pragma once

#include <fmt/format.h>

#include "core/replies/database.h"
#include "core/session/answers.h"
#include "core/text/words.h"

namespace brindel::cells {

using std::string;

inline string textIn(const Cell& cell) {
    if (const auto* text = std::get_if<string>(&cell)) return *text;
    if (const auto* whole = std::get_if<long long>(&cell)) return std::to_string(*whole);
    if (const auto* number = std::get_if<double>(&cell)) return exactText(*number);
    return "";
}
inline long long wholeIn(const Cell& cell) {
    if (const auto* whole = std::get_if<long long>(&cell)) return *whole;
    if (const auto* number = std::get_if<double>(&cell)) return static_cast<long long>(*number);
    return 0;
}

/// What stands in a column for an answer, and the other way round.
inline Cell cellOf(const Answer& answer) {
    if (const auto* yes = std::get_if<bool>(&answer)) return static_cast<long long>(*yes);
    if (const auto* number = std::get_if<double>(&answer)) return *number;
    if (const auto* text = std::get_if<string>(&answer)) return *text;
    if (const auto* several = std::get_if<std::vector<string>>(&answer)) return static_cast<long long>(several->size());
    return std::monostate();
}
inline Answer answerOf(const Cell& cell, AnswerType type) {
    if (std::holds_alternative<std::monostate>(cell)) return std::monostate();
    if (row(type).toggled) return wholeIn(cell) != 0;
    if (row(type).numeric) {
        if (const auto* number = std::get_if<double>(&cell)) return *number;
        if (const auto* whole = std::get_if<long long>(&cell)) return double(*whole);
    }
    string text = textIn(cell);
    // A server says the seconds as well.
    if (type == AnswerType::time && text.size() == 8 && text.ends_with(":00")) text.resize(5);
    return text;
}

inline string list(std::size_t from, std::size_t count) {
    string all;
    for (std::size_t i = 0; i < count; ++i) all += fmt::format("{}${}", i ? ", " : "", from + i);
    return all;
}

}  // namespace brindel::cells
