// How far a form's wording is translated: what is missing, what has been reworded since, what is left over.
#pragma once

#include "core/model/form.h"

namespace brindel {

/// How the wording of a control stands in a language: the properties of which a text has none, and those of which it
/// has one for what they read before.
struct WordingStanding {
    std::vector<Prop> missing, reworded;
};
WordingStanding wordingStanding(const Control& control, const LanguageTexts& texts);
/// How many texts of a language are of controls that the form does not have any more.
std::size_t strayTexts(const Form& form, const LanguageTexts& texts);
/// The form in which these controls keep, in all languages, what was said for their wording before it was reworded,
/// where it is one text that was; or have it forgotten. What speaks of nothing any more is forgotten where the root is
/// among them.
Form translationsKept(const Form& form, const std::vector<Id>& ids);
Form translationsForgotten(const Form& form, const std::vector<Id>& ids);
/// The form in which these controls read the same in every language, where they have no wording there.
Form readingTheSame(const Form& form, const std::vector<Id>& ids);

}  // namespace brindel
