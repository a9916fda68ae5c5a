// Edits: each takes a form and gives a new one that shares all it did not touch. None fails: what cannot be done (an id
// that is gone, a container that cannot hold) leaves the form as it was.
#pragma once

#include <map>

#include "core/model/form.h"
#include "core/model/places.h"

namespace brindel {

using Ids = std::vector<Id>;

/// The form with one control changed by `change(Control&)`.
template <class Change>
Form changed(Form form, Id id, Change&& change) {
    const Control* before = form.find(id);
    if (!before) return form;
    Control after = *before;
    change(after);
    form.controls.put(id, std::make_shared<Control>(std::move(after)));
    return form;
}

/// A form and the controls that an edit made or moved in it.
struct Edited {
    Form form;
    Ids ids;
};

/// A new control of a kind with its usual wording, not yet in any form: "Label", "Button", a frame's "Frame" …
Control freshControl(Kind kind);
/// The same for a form of a language: a date is written as is usual there.
Control freshControl(Kind kind, const std::string& language);
/// Puts `control` (its id and parent are set here, its name made free) into a container at `index` of its tab order,
/// or where it is read when no index is given. Tabs come with two pages.
Edited placed(const Form& form, Id container, Control control, std::optional<std::size_t> index = {});
/// The same without a name of its own and without what a kind brings along: whoever places many names them together
/// (namesFollowed).
Edited putIn(const Form& form, Id container, Control control, std::size_t index);
/// A field with its label on its left or above it (as the form's labelsSit says), level on one text line. The box is
/// the field's. `labelWidth` and `labelHeight` in the form's unit. Gives {field, label}.
Edited placedWithLabel(const Form& form, Id container, Control field, const std::string& label, double labelWidth,
                       double labelHeight);

/// Takes controls out with all they hold, and every reference to them. The root and a document's last page
/// stay; so do a table's cells, which are emptied, unless `cellsToo`.
Form removed(const Form& form, const Ids& ids, bool cellsToo = false);
/// Moves controls within their containers.
Form shifted(const Form& form, const Ids& ids, double dx, double dy);
/// Gives a control a box in its container. A container that moves carries what is in it.
Form boxed(const Form& form, Id id, Box box);
/// Puts controls into another container at the place on the surface where they stand; in its tab order the first goes
/// where it is read, and the others follow it as they did before. Controls that hold `container`,
/// or that it cannot hold (radio buttons go anywhere; pages nowhere), stay.
Form rehoused(const Form& form, const Ids& ids, Id container);

/// Controls that stick out of their container shifted into it, together, as far as it has room for them.
Form broughtIn(const Form& form, const Ids& ids);

/// Works a property out by a formula (OpenFormula, without the =) of all controls that have it and can; an empty one
/// lets the plain value hold again.
Form withFormula(const Form& form, const Ids& ids, Prop prop, const std::string& formula);
/// A control, or the form, with these rules in place of its own; the first `mostRules` of them.
Form withRules(const Form& form, Id id, Rules rules);
/// Sets a property of all that have it.
Form withProperty(const Form& form, const Ids& ids, Prop prop, const Value& value);
/// Drops a property set by hand, so that the kind's default or the style speaks again.
Form withoutProperty(const Form& form, const Ids& ids, Prop prop);
/// Sets the wording people read: a control's text or title, or its label's text. Names that follow it follow.
Form reworded(const Form& form, Id id, const std::string& text);
/// Gives a name set by hand; an empty one lets the name follow the label again. Formulas go on speaking of the control.
Form renamed(const Form& form, Id id, const std::string& name);

/// Adds a page to tabs, at the end.
Edited withTabPage(const Form& form, Id tabs, const std::string& text);
/// Adds a page to a document, at the end.
Edited withPage(const Form& form);

/// Only the ids none of whose containers is among them, as they were given: what moving or copying must touch.
Ids outermost(const Form& form, const Ids& ids);

/// A clipping: controls taken out of a form with all they hold, in tab order, as a small form of their own under its
/// root.
Form clipping(const Form& form, const Ids& ids);
/// Puts what a clipping holds into a container, shifted by (dx, dy), with ids of their own and names by the form's
/// scheme; labels go on speaking for the copies of their fields, and formulas of the copies.
Edited pasted(const Form& form, Id container, const Form& clip, double dx, double dy);

/// Moves a control to a place in its container's tab order.
Form reordered(const Form& form, Id id, std::size_t index);

}  // namespace brindel
