// How each type of answer is read, written, given and replied: one table, a row a type.
#pragma once

#include "core/answers/held.h"
#include "core/model/form.h"

namespace brindel {

/// A field, and what its answers are read by.
struct Field {
    const Form& form;
    const Control& control;
    std::optional<Day> today = {};  // nothing where no form is being filled: "today" is no date then

    const std::string& language() const { return form.root().text(Prop::language); }
};

/// What a field holds when the form opens. A default that says no value is held as a wording.
Entry startingEntry(const Field& field);
/// What a wording says that is typed, by the form's language; the wording stays with it.
Entry typedEntry(const Field& field, const std::string& wording);
/// What a field's entry reads as, for people: the wording being typed, else its value in the form's language.
std::string wordingOf(const Field& field, const Entry& entry);
/// What a values file gives, in the one writing that files have: numbers and texts of numbers as JSON writes them,
/// dates and times in ISO 8601. A problem is one sentence without a place; what is no choice of the field, but text, is
/// an unread entry. What is taken comes back from `answerOf` as it was given.
Result<Entry> givenEntry(const Field& field, const Answer& answer);
/// As it goes into a reply. An unread wording goes as text.
Answer answerOf(const Field& field, const Entry& entry);
/// What a field shows while it is empty: its own placeholder; for dates and times without one the letters of their
/// pattern in the form's language, "TT.MM.JJJJ". Empty for nothing.
std::string shownWhenEmpty(const Field& field);
/// True for an answer to which nothing that is typed further could belong: of a date that is being typed, one with all
/// its digits.
bool isWhole(const Field& field, const Entry& entry);
/// True when there is no answer in it: nothing typed, ticked, chosen or drawn.
bool isEmpty(const Entry& entry);

/// How many lines a field's choices have, another answer counted as one where it takes one.
std::size_t choiceCount(const Control& control);
/// True for a date that starts with the day the form is opened, or days before or after it.
bool startsToday(const Control& control);
/// True when several of a field's choices can be picked.
inline bool takesSeveral(const Control& control) {
    return control.as<HowMany>() == HowMany::many;
}

}  // namespace brindel
