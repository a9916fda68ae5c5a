// Checks read a form and say what will trouble those who fill it, receive it or code against it: a table of them, a row
// a check, a file a family. They never change the form; where a finding can be put right, its mend is an edit.
#pragma once

#include <array>
#include <span>
#include <stop_token>
#include <string_view>

#include "core/edit/edits.h"
#include "core/model/sentence.h"
#include "core/text/fonts.h"

namespace brindel {

enum class CheckFamily : std::uint8_t { names, wording, layout, order, entries, rules, protection, looks, targets };
/// How grave a finding is: the form fails its fillers or its receiver; it can be done better; it is good to know.
enum class Severity : std::uint8_t { must, should, know };

struct CheckRow;
struct Finding {
    const CheckRow* check = nullptr;
    Ids controls;       // whom it speaks of, the first above all; the root for the form as a whole
    Sentence sentence;  // what is the matter, without where
    std::optional<std::string> silenced = {};  // why the designer leaves it as it is; nothing while it is open
};
using Findings = std::vector<Finding>;
/// What several checks look at, worked out once.
struct Lettered {
    const Control* control = nullptr;
    Look look;
};
/// What a check is given to look at.
struct Checked {
    const Form& form;
    const FontBook& fonts;
    /// Where only a part is looked at again: these controls, in the order of the form, and these containers.
    const Ids* only = nullptr;
    const Ids* holders = nullptr;
    /// What the check found before, of the whole.
    const Findings* before = nullptr;
    /// All that shows letters, with its look, in the order of the form.
    const std::vector<Lettered>& lettered() const;
    /// What is cut off, in the order of the form.
    const Ids& cut() const;
    mutable std::vector<Lettered> lettered_ = {};
    mutable std::optional<Ids> cut_ = {};
};

/// One of two or three ways to put something right, where which is right is for a person to say.
struct Way {
    std::string_view does;  // "Makes it the button that accepts."
    Form (*done)(const Checked&, const Finding&) = nullptr;
};

struct CheckRow {
    std::string_view key;  // never changes its meaning
    CheckFamily family;
    Severity severity;
    std::string_view word;  // what is looked for, a few words
    std::string_view why;   // why it matters, one sentence
    std::string_view fix;   // what its mend does, one sentence; empty where a person has to
    /// Adds what it finds: controls and a sentence.
    void (*find)(const Checked&, Findings&);
    Form (*fixed)(const Checked&, const Finding&) = nullptr;
    std::array<Way, 3> ways = {};  // where there is no one mend
    /// Puts many right at once, where one after the other would look at the whole form for each.
    Form (*together)(const Checked&, std::span<const Finding>) = nullptr;
};

/// What a target cannot carry, with what it does instead: asked of the targets that a form is to be handed over as.
struct TargetCheck {
    std::string_view target;  // its key
    CheckRow check;
};
std::span<const TargetCheck> targetChecks();
/// What these targets cannot carry of a form.
Findings findingsFor(const Form& form, const FontBook& fonts, std::span<const std::string> targets);

/// All checks, family by family, those of targets left out. Keys are unlike each other.
std::span<const CheckRow> allChecks();
const CheckRow* checkOf(std::string_view key);
std::string_view familyKey(CheckFamily family);
std::string_view severityKey(Severity severity);

/// Everything that all checks find, the gravest first, then in the order of the table and of the form; what is silenced
/// among it. Stops early, with what it has, when it is told to.
Findings findingsIn(const Form& form, const FontBook& fonts, const std::stop_token& stop = {});
/// A form with all that was found in it, check by check: what an edit cannot have changed is not looked at again.
struct Looked {
    Form form;
    std::vector<Findings> found;  // a list a check, in the order of the table
};
/// The same as findingsIn, where `before` is what was found last, and is brought up to this form. After a stop `before`
/// is empty, and the next look is one at everything.
Findings findingsAfter(const Form& form, const FontBook& fonts, Looked& before, const std::stop_token& stop = {});
/// True for a finding that stands between the form and its hand-over: open, and more than good to know.
bool isOpen(const Finding& finding);
/// The form with a finding put right; as it was where it has no mend or cannot be.
Form fixed(const Form& form, const Finding& finding, const FontBook& fonts);
/// The ways to put it right that lead anywhere in this form: the mend of its check, or what a person can choose from.
std::vector<Way> waysOf(const Form& form, const Finding& finding, const FontBook& fonts);
/// The form with all put right that has a mend and is not silenced, again and again until nothing more can be, at most
/// ten times. A mend that would bring something that must be put right is left out.
Form allFixed(const Form& form, const FontBook& fonts);

/// The form with a finding left as it is, for a reason: this one, until the controls that it speaks of change in what
/// it speaks of; or, `everywhere`, all that its check finds in this form. At most 1,000 a control; more are not taken.
Form silenced(const Form& form, const Finding& finding, const std::string& because, bool everywhere = false);
/// The form in which a silenced finding is open again.
Form unsilenced(const Form& form, const Finding& finding);

}  // namespace brindel
