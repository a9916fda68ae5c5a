// Words of C++ (ISO/IEC 14882): literals of any text, and names made of a form's.
#pragma once

#include <string>
#include <vector>

namespace brindel::qt {

/// A text between quotes, as UTF-8. What cannot be seen, turns the direction of reading or would be taken for a
/// trigraph is written by its number; a long one is parted into lines. Takes any bytes.
std::string quotedText(const std::string& text);
/// QStringLiteral("…"); QString() for an empty one.
std::string textLiteral(const std::string& text);
/// A number as C++ has it, to be read back as the very same.
std::string numberLiteral(double number);
/// A text as a comment of one line can hold it: cut at 200 letters, without what would end or turn it.
std::string inComment(const std::string& text);

/// "txtBoat" and "owner.txtName" as parts of one word: "txtBoat", "ownerTxtName".
std::string oneWord(const std::string& name);
/// True for a name that makes such a word that C++ takes; what other languages keep for themselves is no matter.
bool isCppName(const std::string& name);
/// With a capital first: "TxtBoat".
std::string capital(const std::string& name);
/// "LiftOutBooking" as the name of a file: "lift_out_booking".
std::string fileWord(const std::string& name);
/// A name of C++ from any wording: "Tell the office!" is "tellTheOffice"; empty where nothing is left of it.
std::string nameFrom(const std::string& wording);

/// Lines with four blanks in front of each that is not empty.
std::string indented(const std::string& lines, int deep = 1);

}  // namespace brindel::qt
