// Rules in words of people, and back: a condition of one comparison is picked word by word, and is a formula all the
// same. What is no such comparison is told as its formula.
#pragma once

#include <span>

#include "core/model/form.h"
#include "core/model/sentence.h"
#include "core/rules/formula.h"

namespace brindel {

enum class Relation : std::uint8_t { is, isNot, less, more, atLeast, atMost, filled, empty, ticked, notTicked };
struct RelationRow {
    Relation relation;
    std::string_view word;  // "is more than"
    std::string_view sign;  // of the formula; empty for those that compare with nothing
    bool withValue;
};
std::span<const RelationRow> allRelations();
const RelationRow& row(Relation relation);

/// "numLength is more than 12": a name, a relation, and what it is compared with.
struct Comparison {
    std::string name;
    Relation relation = Relation::is;
    std::string with = {};  // a formula: 12, "yes", another name; empty where nothing is compared
    bool operator==(const Comparison&) const = default;
};
/// The comparison that a formula is; nothing for any other.
std::optional<Comparison> comparisonOf(const Node& formula);
std::optional<Comparison> comparisonOf(const std::string& formula);
/// A comparison as a formula.
std::string comparisonText(const Comparison& comparison);
/// What a person types beside a relation, as a formula: a number or a date as it is, a known name or a formula in
/// brackets as that, anything else as a text in quotes.
std::string typedOperand(const Form& form, const std::string& typed);

/// "When “Next” is pressed", "When the form opens".
Sentence whenTold(const Form& form, const Control& control, const Rule& rule);
/// "“Length overall” is more than 12"; a formula that is no comparison as it stands.
Sentence conditionTold(const Form& form, const std::string& condition);
/// "turn to “Owner”", "set “Total” to numNet + numDuty".
Sentence stepTold(const Form& form, const Step& step);
/// The whole rule in English: "When “Next” is pressed, if “Length overall” is more than 12: turn to “Owner”."
std::string ruleTold(const Form& form, const Control& control, const Rule& rule);

}  // namespace brindel
