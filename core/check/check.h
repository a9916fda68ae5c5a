// Checks read a form and say what will trouble those who fill it, receive it or code against it: a table of them, a row
// a check, a file a family. They never change the form; where a finding can be put right, its mend is an edit.
#pragma once

#include <span>
#include <string_view>

#include "core/edit/edits.h"
#include "core/model/sentence.h"
#include "core/text/fonts.h"

namespace brindel {

enum class Family : std::uint8_t { names, wording, layout, order, entries, rules, looks };
/// How grave a finding is: the form fails its fillers or its receiver; it can be done better; it is good to know.
enum class Gravity : std::uint8_t { must, should, know };

struct CheckRow;
struct Finding {
    const CheckRow* check = nullptr;
    Ids controls;       // whom it speaks of, the first above all; the root for the form as a whole
    Sentence sentence;  // what is the matter, without where
};
/// What a check is given to look at.
struct Checked {
    const Form& form;
    const FontBook& fonts;
};
using Findings = std::vector<Finding>;

struct CheckRow {
    std::string_view key;  // never changes its meaning
    Family family;
    Gravity gravity;
    std::string_view word;  // what is looked for, a few words
    std::string_view why;   // why it matters, one sentence
    std::string_view mend;  // what its mend does, one sentence; empty where a person has to
    /// Adds what it finds: controls and a sentence.
    void (*find)(const Checked&, Findings&);
    Form (*mended)(const Checked&, const Finding&) = nullptr;
};

/// All checks, family by family. Keys are unlike each other.
std::span<const CheckRow> allChecks();
std::string_view familyKey(Family family);
std::string_view gravityKey(Gravity gravity);

/// Everything that all checks find, the gravest first, then in the order of the table and of the form.
Findings findingsIn(const Form& form, const FontBook& fonts);
/// The form with a finding put right; as it was where it has no mend or cannot be.
Form mended(const Form& form, const Finding& finding, const FontBook& fonts);
/// The form with all put right that has a mend, again and again until nothing more can be, at most ten times.
Form allMended(const Form& form, const FontBook& fonts);

}  // namespace brindel
