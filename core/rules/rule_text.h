// A rule as one line of text, as it is typed and jotted, and back:
//
//     when btnNext is pressed if numLength > 12: turn to tabOwner; say "Boats over 12 m are lifted by the crane."
//
// Controls stand by their names, or by their wording in double quotes where they have none; the words of events and
// steps are those that rules are told with.
#pragma once

#include "core/model/form.h"
#include "core/rules/formula.h"

namespace brindel {

/// A rule that was read, before its controls are looked up.
struct RuleLine {
    std::string on;                    // a name, or a wording; empty for the form
    Rule rule;                         // its steps are done to nothing yet
    std::vector<std::string> targets;  // of each step: a name, or a wording; empty for none and for the form
    bool operator==(const RuleLine&) const = default;
};

/// True for a line that is meant as a rule: when, somebody, and something that happens.
bool isRuleLine(const std::string& line);
/// Reads a line of at most `longestFormula` bytes; a mistake says where it lies, in bytes.
tl::expected<RuleLine, FormulaMistake> readRule(const std::string& line);
/// The rule of a line in a form, and the control that it belongs to; a sentence when one of its controls is not there,
/// or cannot be what the line takes it for.
tl::expected<std::pair<Id, Rule>, Sentence> ruleIn(const Form& form, const RuleLine& line);
/// How a line that is being typed can go on: what stands from `from` on, in bytes, becomes one of `words`.
struct RuleWords {
    std::size_t from = 0;
    std::vector<std::string> words;
};
RuleWords ruleGoesOn(const Form& form, const std::string& begun);
/// A rule as such a line. Empty where one line cannot say it: a question with what follows its answers, a rule that is
/// switched off, a control that is gone or has neither name nor wording.
std::string ruleText(const Form& form, Id on, const Rule& rule);

}  // namespace brindel
