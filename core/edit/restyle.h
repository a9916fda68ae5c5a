// Styles and looks: a style changed for all that follow it, a set of looks put on, looks carried from one control to
// others.
#pragma once

#include "core/edit/edits.h"
#include "core/model/look_sets.h"

namespace brindel {

/// A look of a style set, or dropped where no value is given. A style that is not there leaves the form as it was.
Form withStyleLook(const Form& form, const std::string& style, Prop prop, const std::optional<Value>& value);
/// A new style made of how a control looks now; the control follows it. Gives its key, or an empty one.
std::pair<Form, std::string> withNewStyle(const Form& form, Id like, const std::string& word);
/// The styles of a shipped set, and for a dialog its ground. Looks set by hand stay.
Form withLookSet(const Form& form, const LookSet& set);
/// The style and the looks set by hand of one control given to others, as far as their kinds have them.
Form looksCopied(const Form& form, Id from, const Ids& ids);
/// Every look set by hand dropped, so that the styles speak again.
Form looksDropped(const Form& form, const Ids& ids);
/// True when a control has a look of its own over its style.
bool hasOwnLook(const Control& control);
/// The colours that a form uses already, the most used first; at most `most`.
std::vector<Colour> coloursOf(const Form& form, std::size_t most = 12);

}  // namespace brindel
