#include "core/answers/required_marks.h"

#include <algorithm>

#include "core/model/form_index.h"
#include "core/model/tokens.h"
#include "core/text/phrases.h"

namespace brindel {
namespace {

bool mustBeFilled(const Control& c) {
    return isFilled(c) && c.yes(Prop::required) && c.as<Access>() == Access::open && c.text(Prop::workedOut).empty();
}

/// True when something that must be filled in is spoken for by this wording.
bool speaksForRequired(const Form& form, const Control& c) {
    if (c.is().speaks) {
        const Control* field = form.find(c.reference(Prop::labels));
        return field && mustBeFilled(*field);
    }
    // A question of radio buttons stands in the title of its frame.
    if (c.is().framed)
        return std::ranges::any_of(c.children, [&](Id id) {
            const Control* inner = form.find(id);
            return inner && inner->is().answer().shared && mustBeFilled(*inner);
        });
    return has(c.kind, Prop::text) && !c.is().answer().shared && mustBeFilled(c);
}

}  // namespace

bool isRequired(const Form& form, const Control& field) {
    return field.yes(Prop::required) ||
           std::ranges::any_of(radioGroupOf(form, field), [&](Id one) { return form.find(one)->yes(Prop::required); });
}

std::string requiredMark(const Form& form, const Control& c) {
    return speaksForRequired(form, c) ? requiredMarkOf(form) : "";
}

std::string requiredMarkOf(const Form& form) {
    const auto marks = form.root().as<RequiredMarks>();
    if (marks == RequiredMarks::none) return "";
    return " " + phrase(marks == RequiredMarks::sign ? Phrase::requiredSign : Phrase::requiredWord,
                        form.root().text(Prop::language));
}

std::string signExplained(const Form& form) {
    return form.root().as<RequiredMarks>() == RequiredMarks::sign
               ? phrase(Phrase::signExplained, form.root().text(Prop::language))
               : "";
}

}  // namespace brindel
