// A form as a value. An edit never changes a Form: it takes one and gives another that shares all it did not touch,
// so undo is a list of earlier forms and "what changed" is a comparison of pointers.
#pragma once

#include <memory>
#include <string>
#include <vector>

#include "core/model/derived.h"
#include "core/model/form_index.h"
#include "core/model/geometry.h"
#include "core/model/kit_choice.h"
#include "core/model/props.h"
#include "core/model/rules.h"
#include "core/model/scheme.h"
#include "core/model/seal.h"
#include "core/model/shared_map.h"
#include "core/model/tokens.h"
#include "core/model/translations.h"

namespace brindel {

/// A finding that the designer has looked at and leaves as it is.
struct Silenced {
    std::string check;    // the key of its check
    std::string because;  // why, in the designer's words
    std::string was;  // a mark of what it spoke of, with another one it is back; empty, at the root: all over the form
    bool operator==(const Silenced&) const = default;
};

struct Control {
    Id id = noControl;
    Id parent = noControl;
    Kind kind = Kind::label;
    std::string name;                // what code and data call it; empty where nothing needs to call it anything
    bool ownName = false;            // set by a person, so it no longer follows the label
    Box box;                         // in the form's unit, from the container's left top corner
    Props own;                       // properties that differ from the kind's defaults
    Formulas formulas;               // properties that are worked out, beside their plain values
    Rules rules;                     // what it does by itself
    std::vector<Id> children;        // what a container holds, in tab order; later ones lie over earlier ones
    std::vector<Silenced> silenced;  // findings that are left as they are; at the root also those of the whole form
    std::string kept;  // keys of the file that this version does not know, as JSON text; empty when there are none

    /// What its kind is, in the table of kinds.
    const KindRow& is() const { return row(kind); }
    /// The value of a property: its own, or the kind's default.
    const Value& get(Prop prop) const;
    // The same for one type; the type's empty value where the property is of another.
    const std::string& text(Prop prop) const;
    double number(Prop prop) const;
    bool yes(Prop prop) const;
    /// The value of a property that is one of several, as `as<Access>()`.
    template <class E>
    E as() const {
        return tokenAs<E>(get(tokensOf<E>));
    }
    /// A number of a property that can also be empty.
    std::optional<double> maybeNumber(Prop prop) const;
    const Choices& choices() const;
    Id reference(Prop prop) const;

    /// Sets a property; a value that equals the kind's default is dropped instead, so that files stay short.
    void set(Prop prop, Value value);

    bool operator==(const Control&) const = default;
};

/// A named set of looks for a role.
struct Style {
    std::string key;   // "field"
    std::string word;  // "Field"
    Props look;
    std::string kept = {};  // unknown keys of the file, as in Control
    bool operator==(const Style&) const = default;
};
using Styles = std::vector<Style>;

struct Form {
    SharedMap<Control> controls;  // the root under rootId, and every control
    std::shared_ptr<const Styles> styles;
    std::shared_ptr<const Scheme> scheme;              // how names are made; null for the one that forms start with
    std::shared_ptr<const Seal> seal;                  // null for a form that anybody may change
    std::shared_ptr<const KitChoice> kit;              // what it is handed over as; null for what forms start with
    std::shared_ptr<const Translations> translations;  // its wording in other languages; null for none
    Id next = rootId + 1;                              // the id that the next control gets
    int revision = 1;                                  // the designer's own count of versions, written into replies
    std::string kept;                                  // unknown keys of the file, as in Control
    DerivedSlot made;                                  // what derived() has made

    /// What a T makes of the form, T(form), made when it is first asked for after a change of the controls.
    template <class T>
    std::shared_ptr<const T> derived() const {
        return made.of<T>(controls, [this] { return std::make_shared<const T>(*this); });
    }
    /// Puts a control in place whose name, place and likes are as before: what was derived goes on to hold.
    void putKeepingDerived(Id id, std::shared_ptr<const Control> control) {
        const SharedMap<Control> before = controls;
        controls.put(id, std::move(control));
        made.holdFor(before, controls);
    }
    std::shared_ptr<const FormIndex> index() const { return derived<FormIndex>(); }
    const Control& root() const { return *controls.find(rootId); }
    bool isDialog() const { return root().kind == Kind::dialog; }
    const Control* find(Id id) const { return controls.find(id); }
    /// The control of that name; null when there is none. Names are compared to the letter.
    const Control* named(std::string_view name) const;
    const Style* style(std::string_view key) const;
};

/// An empty form: a dialog, or a document with one page. With the styles that forms start with, and no title.
Form newForm(Kind rootKind);
/// The width and height of a document's paper in mm, turned as its orientation says.
Extent paperSize(const Control& documentRoot);
/// The size that a page's content may fill on a page of this document: inside its margins.
Box withinMargins(const Form& document);

/// True when both hold the same controls, styles and settings, whatever they share in memory.
bool sameContent(const Form& a, const Form& b);

/// Calls `visit(control, depth)` for the control and all in it, containers before what they hold, in tab order.
template <class Visit>
void walk(const Form& form, Id from, Visit&& visit, int depth = 0) {
    const Control* control = form.find(from);
    if (!control) return;
    visit(*control, depth);
    for (Id child : control->children) walk(form, child, visit, depth + 1);
}

/// All controls but the root, in tab order.
std::vector<Id> allIds(const Form& form);
/// True when `id` is `container` or lies in it at any depth.
bool within(const Form& form, Id id, Id container);
/// The label that speaks for a control, wherever it stands; null when there is none.
const Control* labelOf(const Form& form, Id id);
/// Where a control stands in a table: the heading of its column and the number of its row, from 1. Nothing elsewhere.
struct TablePlace {
    std::string heading;
    std::size_t row = 1;
};
std::optional<TablePlace> tablePlace(const Form& form, const Control& control);
/// What a control is called by its own text, its title or its label; empty when it has none of them.
std::string ownWording(const Form& form, const Control& control);
/// What people call a control: its own text, title or label; else its name in quotes, or its kind where it has none.
std::string calledBy(const Form& form, const Control& control);
/// What people call the question that a field asks: one of radio buttons by its frame or their label, all others as
/// above.
std::string questionCalled(const Form& form, const Control& field);
/// True when a filler gives this control a value: by its kind, and for a picture because it says so.
bool isFilled(const Control& control);
/// How many things a form asks its fillers: radio buttons of one question count once.
int fieldCount(const Form& form);
/// The radio buttons of the same question as `radio`, in order; it is one of them.
std::vector<Id> radioGroupOf(const Form& form, const Control& radio);
/// What a radio button or check box puts into a reply when it is chosen or ticked.
std::string valueWhenOn(const Control& control);
/// The name under which a control's answer goes into a reply (FormIndex::answerName).
std::string answerName(const Form& form, const Control& control);

/// True for a control whose choices are not just those that are typed in it: they come from a list, or depend on
/// another answer.
bool gathersChoices(const Control& control);

}  // namespace brindel
