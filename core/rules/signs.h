// The signs that a formula is written with, one after the other. Any text can be gone through: what has no meaning is a
// sign as well, with the mistake beside it. The reader of formulas and the turning of names both go by these.
#pragma once

#include <string>

#include "core/model/sentence.h"

namespace brindel {

struct Sign {
    enum class What {
        end,
        number,
        text,  // in double quotes
        name,  // of a control or a function
        sign   // an operator, a bracket, a ; or what has no meaning
    } what = What::end;
    std::string text;                // without quotes
    double number = 0;               // of a number
    std::size_t at = 0, length = 0;  // where it stands, in bytes
    bool quoted = false;             // a name in $$'…'
    Sentence wrong;                  // why it cannot stand in a formula; empty when it can
    std::size_t end() const { return at + length; }
};

/// The sign at or behind a place of a formula, in bytes.
Sign signAt(const std::string& formula, std::size_t from);
/// A name as it stands in a formula: in quotes where it is no identifier (5.11).
std::string nameInFormula(const std::string& name);
/// True when a name's letters go on with what stands there.
bool goesOnAt(const std::string& formula, std::size_t at);

}  // namespace brindel
