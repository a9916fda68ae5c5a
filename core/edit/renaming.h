// Edits of names. Whatever changes a name carries it through every formula that speaks of the control.
#pragma once

#include <map>

#include "core/edit/edits.h"
#include "core/naming/names.h"

namespace brindel {

/// The form with names given to controls, all at once, so that two can change places. Who set them stays as it was.
Form withNames(const Form& form, const std::map<Id, std::string>& names);

/// A control's name renewed from its wording, unless a person has set it.
Form nameFollowed(const Form& form, Id id);
/// The same for many, all at once: takes about as long as for one.
Form namesFollowed(const Form& form, const Ids& ids);
/// The names of controls as the scheme makes them from their labels; those set by hand go, too. Names follow again.
Form namedByScheme(const Form& form, const Ids& ids);

/// What becomes of names set by hand when the scheme changes.
enum class OwnNames {
    kept,    // they stay to the letter
    recast,  // their words stay, said as the new scheme says them
    dropped  // they follow their labels again
};
/// The form with another scheme, and the names of all its controls and questions by it.
Form underScheme(const Form& form, const Scheme& scheme, OwnNames own);

/// Names of those controls in which `find` is found (capitals as they are), with `replacement` in its place. Only such
/// as can be given, all of them together; `left` gets those that cannot, each with the sentence that says why.
std::map<Id, std::string> namesReplaced(const Form& form, const Ids& ids, const std::string& find,
                                        const std::string& replacement, std::map<Id, Sentence>* left = nullptr);

/// Formulas that spoke of a radio button's question by `before` speak of it as it is called now, once no button is left
/// that goes by the old name.
Form questionCarried(const Form& form, Id radio, const std::string& before);

/// The names of copies after a paste: what followed its label gets a name by this form's scheme, and formulas among the
/// copies speak of the copies. `copies` has the id in the clipping and the id in the form.
Form namesOfCopies(const Form& form, const Form& clip, const std::map<Id, Id>& copies);

}  // namespace brindel
