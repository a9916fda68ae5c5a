// Schemes at work: from a label's words to a name, and from a name back to its words.
#pragma once

#include <span>
#include <string>
#include <vector>

#include "core/model/form.h"
#include "core/model/scheme.h"

namespace brindel {

/// The schemes that ship, the one that forms start with first.
std::span<const Scheme> shippedSchemes();
/// The shipped scheme of a key; null when there is none.
const Scheme* shippedScheme(const std::string& key);
/// The scheme of a form: its own, or the first that ships.
const Scheme& schemeOf(const Form& form);

/// The mark that stands for a kind under a scheme: "txt" before, "Text" behind; empty where it has none.
std::string markOf(const Scheme& scheme, Kind kind);

/// The words of a label that a scheme makes a name of, in letters a to z and digits: small words, what stands in
/// brackets and what the scheme drops are left out, unless nothing else is there.
std::vector<std::string> wordsFor(const Scheme& scheme, const std::string& label);
/// A name of words under a scheme, never longer than it allows, never a reserved word, never beginning with a digit.
/// No words give the name of the kind: "txtTextBox", "textBox".
std::string composed(const Scheme& scheme, Kind kind, const std::vector<std::string>& words);
/// A word or several joined by the scheme's letters, without a mark: the name of a group or of a question.
std::string joined(const Scheme& scheme, const std::vector<std::string>& words);
/// The name that a scheme makes of a label for a control of a kind.
std::string nameFor(const Scheme& scheme, Kind kind, const std::string& label);

/// The words of a name that was made under a scheme: without its mark, cut at capitals, signs and digits.
std::vector<std::string> wordsOf(const Scheme& scheme, Kind kind, const std::string& name);
/// A name of one scheme said in another; groups stay groups, and the number of a double stays.
std::string recast(const Scheme& from, const Scheme& to, Kind kind, const std::string& name);

/// What in a name is not as the scheme says: one sentence; empty when it fits.
Sentence schemeMisfit(const Scheme& scheme, Kind kind, const std::string& name);

}  // namespace brindel
