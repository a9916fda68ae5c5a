// Personal details: which fields ask for them, why, and what fillers are told about it before they are asked.
#pragma once

#include "core/edit/edits.h"
#include "core/text/phrases.h"

namespace brindel {

/// A sort of personal detail, found by the words of a label.
struct PersonalSort {
    std::string_view key;
    std::string_view word;  // for designers: "a name"
    Phrase purpose;         // the usual one, for fillers
};
std::span<const PersonalSort> personalSorts();
/// The sort of personal detail that a field asks for, guessed from its label, its own wording or its name, in English,
/// German and French; null for none, and for what fillers do not fill.
const PersonalSort* guessedPersonal(const Form& form, const Control& control);
/// The usual purpose of a field's detail in the form's language; empty where nothing is guessed.
std::string usualPurpose(const Form& form, const Control& control);

/// Fields that ask for personal details, as marked, in the order in which they are filled.
Ids personalFields(const Form& form);
/// Fields that are not marked, and look as if they should be.
Ids looksPersonal(const Form& form);
/// Marks fields, each with its usual purpose where it has none yet; or takes marks and purposes away.
Form markedPersonal(const Form& form, const Ids& ids, bool personal = true);

/// What a notice on the personal details of a form says: who asks, for which purposes, how long they are kept and whom
/// to ask, in the form's language; what is not known is left out. Empty for a form without personal details.
std::string noticeText(const Form& form);
/// A purpose as it stands within a sentence: "To reach you." is "to contact you".
std::string purposeSaid(const std::string& purpose);
/// The wording that is the form's notice; null when it has none.
const Control* noticeOf(const Form& form);

}  // namespace brindel
