// What a source says of a field, as it would be jotted. Within core/intake only.
#pragma once

#include <optional>
#include <string>
#include <vector>

#include "core/jot/notation.h"

namespace brindel::intake {

struct FieldSays {
    std::string label = {};  // where its source says it apart from the words around it
    std::string kind = {};   // as jotted: "date", "radio", "ticks"; empty for what is guessed from the label
    std::vector<std::string> choices = {};  // of a table, its columns
    std::vector<std::string> values = {};   // of choices, where they are others than their texts
    bool other = false;                     // another answer can be given
    bool several = false;                   // of a list
    int longest = 0;                        // letters
    int rows = 0;                           // lines of a text, rows of a table
    std::optional<double> least = {}, most = {}, step = {};
    std::string unit = {}, pattern = {}, match = {}, hint = {}, placeholder = {}, name = {}, value = {};
    std::string earliest = {}, latest = {};
    bool required = false, readOnly = false, secret = false;
    /// True when the kind is not to be guessed.
    bool typed() const { return !kind.empty() || !unit.empty() || least || most || step || !choices.empty(); }
};
/// The field, with its label as it is in the source.
JotField jottedField(const std::string& label, const FieldSays& says);
/// A text gets room for lines, one more each time.
void moreLines(JotField& field);
/// A number in a unit.
void withUnit(JotField& field, const std::string& unit);

}  // namespace brindel::intake
