// What languages take for a name: ISO/IEC 14882 (C++) [lex.name] and [lex.key], ECMA-262 12.7, ISO/IEC 9075-2
// (SQL) 5.2.
#pragma once

#include <string>
#include <vector>

#include "core/model/sentence.h"

namespace brindel {

/// True for a word that C++, ECMAScript or SQL keeps for itself. Letters are compared as each language does: SQL takes
/// "Order" and "order" for one.
bool isReserved(const std::string& word);
/// Which of them keep it, as people read it: "C++ and SQL"; empty when none does.
std::string reservedBy(const std::string& word);
/// The parts of a name between its dots.
std::vector<std::string> nameParts(const std::string& name);
/// A name with its letters lowered, as SQL compares names.
std::string folded(const std::string& name);
/// Why a name cannot be used in all three languages: one sentence; empty when it can. A dot makes groups, and each part
/// has to be a name of its own. Hyphens stand in names of web pages only, so they are wrong unless `hyphens`.
Sentence identifierMisfit(const std::string& name, bool hyphens = false);

}  // namespace brindel
