// Entries: what fillers can give, and what they cannot.
#include <algorithm>

#include "core/answers/choice_lists.h"
#include "core/check/families.h"
#include "core/model/form_index.h"
#include "core/session/limits.h"
#include "core/text/moment_letters.h"

namespace brindel::checks {
namespace {

using std::string;

bool offersTyped(const Control& c) {
    return has(c.kind, Prop::choices) && (!has(c.kind, Prop::choicesFrom) || c.as<ChoicesFrom>() == ChoicesFrom::typed);
}

void noChoices(const Checked& in, Findings& found) {
    eachControl(in.form, [&](const Control& c) {
        if (!isFilled(c) || !has(c.kind, Prop::choices) || c.yes(Prop::otherAnswers)) return;
        const bool worked = c.formulas.find(Prop::runTo) || c.formulas.find(Prop::runFrom);
        const bool none =
            offersTyped(c) ? c.choices().empty() : !worked && choicesOf(c, in.form.root().text(Prop::language)).empty();
        if (none) found.push_back({nullptr, {c.id}, said("There is nothing to choose.")});
    });
}

void choiceTwice(const Checked& in, Findings& found) {
    eachControl(in.form, [&](const Control& c) {
        if (!isFilled(c) || !offersTyped(c) || withoutDoubles(c.choices()).size() == c.choices().size()) return;
        found.push_back({nullptr, {c.id}, said("A choice is there twice.")});
    });
}
Form eachOnce(const Checked& in, const Finding& f) {
    const Control* c = in.form.find(f.controls.front());
    return c ? withProperty(in.form, {c->id}, Prop::choices, withoutDoubles(c->choices())) : in.form;
}

/// The pairs of limits of which the first is the lower.
constexpr std::pair<Prop, Prop> ranges[] = {{Prop::least, Prop::most},
                                            {Prop::earliest, Prop::latest},
                                            {Prop::earliestTime, Prop::latestTime},
                                            {Prop::atLeast, Prop::atMost}};
/// True when two limits leave nothing between them. Dates that depend on today are compared among themselves.
bool upsideDown(const Control& c, Prop from, Prop to) {
    if (!has(c.kind, from) || !has(c.kind, to) || c.formulas.find(from) || c.formulas.find(to)) return false;
    if (from == Prop::atLeast) return c.number(to) > 0 && c.number(from) > c.number(to);
    if (from == Prop::least) {
        const auto a = c.maybeNumber(from), b = c.maybeNumber(to);
        return a && b && *a > *b;
    }
    const string &a = c.text(from), &b = c.text(to);
    if (a.empty() || b.empty()) return false;
    if (from == Prop::earliestTime) return a > b;
    const bool days = a.starts_with("today") == b.starts_with("today");
    const Day any{std::chrono::year(2026), std::chrono::month(1), std::chrono::day(1)};
    const auto first = dayMeant(a, any), last = dayMeant(b, any);
    return days && first && last && *first > *last;
}
void rangeUpsideDown(const Checked& in, Findings& found) {
    eachControl(in.form, [&](const Control& c) {
        for (const auto& [from, to] : ranges)
            if (isFilled(c) && upsideDown(c, from, to))
                found.push_back(
                    {nullptr,
                     {c.id},
                     said("“{}” lies above “{}”: no answer fits.", wordPart(row(from).word), wordPart(row(to).word))});
    });
}
Form turnedRound(const Checked& in, const Finding& f) {
    const Control* c = in.form.find(f.controls.front());
    Form next = in.form;
    for (const auto& [from, to] : ranges)
        if (c && upsideDown(*c, from, to))
            next = withProperty(withProperty(next, {c->id}, from, c->get(to)), {c->id}, to, c->get(from));
    return next;
}

Sentence lettersMisfit(const Control& c) {
    if (has(c.kind, Prop::datePattern)) return datePatternMisfit(c.text(Prop::datePattern));
    return has(c.kind, Prop::timePattern) ? timePatternMisfit(c.text(Prop::timePattern)) : Sentence();
}
void wrongLetters(const Checked& in, Findings& found) {
    eachControl(in.form, [&](const Control& c) {
        if (Sentence wrong = lettersMisfit(c); !wrong.empty()) found.push_back({nullptr, {c.id}, std::move(wrong)});
    });
}
Form rightLetters(const Checked& in, const Finding& f) {
    const Control* c = in.form.find(f.controls.front());
    if (!c) return in.form;
    const bool date = has(c->kind, Prop::datePattern);
    const Prop prop = date ? Prop::datePattern : Prop::timePattern;
    string pattern = c->text(prop);
    for (const auto& [wrong, right] : {std::pair('m', 'M'), {'D', 'd'}, {'Y', 'y'}})
        if (date) std::ranges::replace(pattern, wrong, right);
    if (!date) std::ranges::replace(pattern, 'M', 'm');
    const Form next = withProperty(in.form, {c->id}, prop, pattern);
    return lettersMisfit(*next.find(c->id)).empty() ? next : in.form;
}

/// A start that the field itself would refuse.
bool startRefused(const Form& form, const Control& c) {
    if (!isFilled(c) || c.text(Prop::defaultText).empty() || !c.text(Prop::workedOut).empty()) return false;
    if (c.text(Prop::defaultText).starts_with("today")) return false;
    if (has(c.kind, Prop::choicesFrom) && c.as<ChoicesFrom>() != ChoicesFrom::typed) return false;
    const Field field{form, c};
    return !limitBroken(field, startingEntry(field)).empty();
}
void startNotAllowed(const Checked& in, Findings& found) {
    eachControl(in.form, [&](const Control& c) {
        if (has(c.kind, Prop::defaultText) && startRefused(in.form, c))
            found.push_back(
                {nullptr, {c.id}, said("It starts as “{}”, which it does not take.", c.text(Prop::defaultText))});
    });
}
Form startless(const Checked& in, const Finding& f) {
    return withoutProperty(in.form, f.controls, Prop::defaultText);
}

void loneRadio(const Checked& in, Findings& found) {
    eachControl(in.form, [&](const Control& c) {
        if (c.is().answers == AnswerType::question && in.form.index()->questionOf(c.id).size() == 1)
            found.push_back({nullptr, {c.id}, said("There is no other button to choose instead.")});
    });
}

void longList(const Checked& in, Findings& found) {
    constexpr std::size_t scannedAtOnce = 15;  // ISO 9241-143, 5.5: longer lists are searched, not read
    eachControl(in.form, [&](const Control& c) {
        if (isFilled(c) && has(c.kind, Prop::filters) && !c.yes(Prop::filters) && offersTyped(c) &&
            c.choices().size() > scannedAtOnce)
            found.push_back(
                {nullptr, {c.id}, said("It has {} choices and does not narrow them down.", c.choices().size())});
    });
}
Form filtering(const Checked& in, const Finding& f) {
    return withProperty(in.form, f.controls, Prop::filters, true);
}

// The rows read best in long lines.
// clang-format off
constexpr CheckRow entryRows[] = {
    {"noChoices", Family::entries, Gravity::must, "No choices", "It cannot be answered.", "", noChoices},
    {"choiceTwice", Family::entries, Gravity::should, "The same choice twice", "Replies tell two answers apart that are one.", "Keeps the first of them.", choiceTwice, eachOnce},
    {"rangeUpsideDown", Family::entries, Gravity::must, "A range that is upside down", "It refuses every answer.", "Turns it round.", rangeUpsideDown, turnedRound},
    {"wrongLetters", Family::entries, Gravity::must, "Letters of dates and times mixed up", "Minutes stand where months should.", "Puts the right letters.", wrongLetters, rightLetters},
    {"startNotAllowed", Family::entries, Gravity::must, "A start that is not allowed", "The form opens with a mistake in it.", "Lets it start empty.", startNotAllowed, startless},
    {"loneRadio", Family::entries, Gravity::should, "One radio button alone", "Once chosen it cannot be taken back.", "", loneRadio},
    {"longList", Family::entries, Gravity::know, "A long list without typing to filter", "What is wanted is scrolled for.", "Lets typing narrow it down.", longList, filtering},
};
// clang-format on

}  // namespace

std::span<const CheckRow> entries() {
    return entryRows;
}

}  // namespace brindel::checks
