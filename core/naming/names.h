// Names that code and data call controls by, made from their labels.
#pragma once

#include "core/model/form.h"

namespace brindel {

/// A name by the scheme that forms start with: the kind's prefix and the label's words, each with a capital letter
/// ("txtBoatName"), at most 32 letters long. A label without usable words gives the prefix and the kind's word.
std::string nameFor(Kind kind, const std::string& label);
/// `wanted`, or with the first number that makes it unlike every other name in the form ("txtBoat2").
std::string freeName(const Form& form, const std::string& wanted, Id except = noControl);
/// The name that the scheme gives a control of the form, from its wording or its label's.
std::string proposedName(const Form& form, Id id);
/// What is wrong with a name that a person wants to give: the sentence; empty when it can be given.
/// Names are letters, digits and underscores, groups parted by dots, at most 64 characters, each used once.
std::string nameMisfit(const Form& form, Id id, const std::string& name);

}  // namespace brindel
