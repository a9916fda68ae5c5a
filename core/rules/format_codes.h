// A number, a date or a time by a format code, as TEXT of formulas has it (OpenDocument 1.3, part 4: 6.20.23; the codes
// are those that spreadsheets share). The same is told in runtime.js and in the class's functions.part.
#pragma once

#include <optional>
#include <string>

namespace brindel {

/// The number by the code, with the signs and names of the language:
/// - up to four sections parted by ; for numbers above, below and at zero, and texts;
/// - 0 # ? are digits, . the decimal point, a comma between digits groups them, one behind the last divides by 1,000,
///   % multiplies by 100, E+00 is a power of ten;
/// - y yy yyyy, m to mmmmm, d to dddd, h hh, m mm (beside hours and seconds), s ss ss.0, AM/PM, and [h] [m] [s] for
///   what has passed; times are cut, not rounded;
/// - "text", \x, and letters that are no code stand as they are; General is the number as people copy it.
/// Nothing where a code of dates meets a number that is no day of the years 1 to 9999.
std::optional<std::string> formatted(double number, const std::string& code, const std::string& language);
/// A text by the section for texts (@ is the text itself); as it is where the code has none.
std::string formattedText(const std::string& text, const std::string& code);

}  // namespace brindel
