// Laying out what was jotted, as a careful person would place it: labels in one column, fields level with them, even
// gaps, frames and tab pages around what belongs to them, buttons at the foot.
#pragma once

#include "core/edit/edits.h"
#include "core/jot/notation.h"
#include "core/text/fonts.h"

namespace brindel {

/// A whole form from a jotting, begun on an empty form whose settings (paper, language, where labels sit, styles) it
/// keeps. Sections become tab pages of a dialog when there are two or more, and headings of a document; a document goes
/// on on a further page when one is full. What `empty` holds besides its settings is left out.
Form laidOut(const Jotting& rows, const Form& empty, const FontBook& fonts);

/// Puts rows into a container of a form, below the control `under` (or below everything when that is noControl), in
/// the columns that the container has already. What stands below moves down; a dialog grows when it must. Sections
/// become headings over their rows. Gives the controls made.
Edited jottedInto(const Form& form, Id container, Id under, const Jotting& rows, const FontBook& fonts);

/// The rules of a jotting that a form does not have, since a control that they name is not there or has no room for
/// more: one problem each, its place the rule as it was jotted. Ask it of what laidOut or jottedInto gave.
std::vector<Problem> rulesNotLaid(const Jotting& rows, const Form& form);

/// A form as jotting, and what jotting cannot say of it, one sentence each.
struct AsJotting {
    Jotting rows;
    std::vector<std::string> cannotSay;
};
AsJotting asJotting(const Form& form);

}  // namespace brindel
