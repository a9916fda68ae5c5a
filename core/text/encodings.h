// What the bytes of a text file mean: the text in UTF-8, or why it cannot be told.
#pragma once

#include <string>

#include "core/model/problem.h"

namespace brindel {

/// The text that bytes are, in UTF-8 without a byte order mark: UTF-8; UTF-16 with its mark, or an XML file without
/// one; the encoding that an XML declaration names (XML 1.0, 4.3.3). Nothing is guessed: bytes that are none of these
/// are a problem, with the line as place.
Result<std::string> textFromBytes(const std::string& bytes);

/// The text that bytes are in the encoding of Western Europe's programs of former days, windows-1252: for sources whose
/// reader is shown what was read. Empty where bytes have no meaning there.
std::string textFromWestern(const std::string& bytes);

/// Bytes in hexadecimal digits, two small ones each.
std::string hexText(const std::string& bytes);

}  // namespace brindel
