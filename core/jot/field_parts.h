// What stands behind a field's label in a jotted row, part by part. Within core/jot only.
#pragma once

#include <optional>

#include "core/jot/line.h"
#include "core/model/values.h"

namespace brindel::jot {

/// What a field's parts say, gathered before it is known what they mean for its kind.
struct Parts {
    string kind;
    std::optional<Choices> choices;
    bool other = false;
    std::optional<double> length, least, most, step;
    bool range = false;
    int columns = 0, rows = 0, decimals = -1;
    bool required = false, secret = false, many = false;
    string letters, pattern, earliest, latest, name, hint, quoted, datePattern, unit, access, value;
    bool hasValue = false;
    int valueAt = 0;   // the column of what stands behind =
    string shownWhen;  // the formula behind if
};

/// Reads a row from where it stands to its end. Throws a Mistake at what it does not understand.
Parts readParts(Line& line);

/// True when a text reads as a formula that can hardly be meant as plain text: it calls a function, has a text in
/// quotes, or begins with an = of its own.
bool meantAsFormula(const std::string& text);
/// True for a plain start of a field of that type, which is no formula: 12, 2026-04-01, today, 08:30, yes.
bool isPlainStart(AnswerType type, const std::string& text, const std::string& language);

}  // namespace brindel::jot
