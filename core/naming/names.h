// Names that code and data call controls by: what the scheme proposes, what can be given, and how they stand.
#pragma once

#include <map>

#include "core/model/form.h"
#include "core/naming/schemes.h"

namespace brindel {

/// The name that the form's scheme makes of a label for a control of a kind: "txtBoatName".
std::string nameFor(const Form& form, Kind kind, const std::string& label);
/// `wanted`, or with the first number that makes it unlike every other name in the form ("txtBoat2"), numbered as the
/// form's scheme says. Names that differ in capitals only are one name to SQL, and to this. Empty stays empty.
std::string freeName(const Form& form, const std::string& wanted, Id except = noControl);
/// The wording that a control is named after: its own text or title, its label's, or its column and row in a table.
std::string wordingFor(const Form& form, Id id);
/// The name that the scheme gives a control of the form as it stands; empty for one that needs none.
std::string proposedName(const Form& form, Id id);
/// The same for many at once, each unlike all others and unlike the names of the controls that are not among `ids`.
/// Takes n log n for n controls, where one after the other would take n².
std::map<Id, std::string> proposedNames(const Form& form, const std::vector<Id>& ids);
/// True for a control that something refers to, or may: labels, lines, boxes, pictures that stand still and frames need
/// a name only when a formula speaks of them or the scheme names all wording; cells and pages never do.
bool needsName(const Form& form, Id id);

/// What is wrong with a name that a person wants to give: the sentence; empty when it can be given.
/// Names are letters, digits and underscores, groups parted by dots, at most 64 characters, each used once, and none is
/// a group of another. Hyphens can stand where the scheme has them.
Sentence nameMisfit(const Form& form, Id id, const std::string& name);

/// How the name of a control stands.
enum class NameState {
    byScheme,       // as the scheme makes it
    own,            // set by a person, and as the scheme would have it
    notNeeded,      // it has none and needs none
    machineMade,    // a program made it and nobody has chosen it: "textBox17", "Label3", "txtTextBox", "c4"
    breaksScheme,   // not as the scheme makes names
    notIdentifier,  // some language cannot take it
    doubled,        // another control has it, too
    missing,        // it needs one and has none
};
/// As people read it: "by the scheme", "used twice" …
std::string_view nameStateWord(NameState state);
/// True for the states that have to be put right.
bool isWrong(NameState state);

struct NameStanding {
    NameState state = NameState::byScheme;
    Sentence says;         // what is wrong, one sentence; empty when nothing is
    std::string proposed;  // the name the scheme would give; empty when it needs none
};
/// How all names of the form stand, the form's own left out.
std::map<Id, NameStanding> nameStandings(const Form& form);

}  // namespace brindel
