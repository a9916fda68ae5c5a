// What a session works out: values, what shows, what is allowed. A change makes the formulas due that speak of it; they
// are worked out in the order of their dependence, each once.
#include <algorithm>

#include "core/answers/choice_lists.h"
#include "core/session/form_session.h"
#include "core/session/result.h"
#include "core/text/phrases.h"

namespace brindel {

using std::string;

/// Begins to work out: everything is due.
void FormSession::workAnew() {
    work_ = dependenceIn(form_);
    result_.assign(work_->formulas().size(), {});
    due_.clear();
    for (std::uint32_t i = 0; i < result_.size(); ++i) due_.insert(due_.end(), i);
    settle();
}

void FormSession::settle() {
    while (!due_.empty()) {
        const std::uint32_t place = *due_.begin();
        due_.erase(due_.begin());
        const Worked& worked = work_->formulas()[place];
        Scalar value = resultOf(*this, worked);
        Known& known = result_[place];
        if (known.known && known.value == value) continue;
        known = {true, value};
        give(worked, value);
    }
}

/// Puts what a formula is worth in its place. Where it is an error, the plain value beside the formula holds.
void FormSession::give(const Worked& worked, const Scalar& value) {
    const Id id = worked.on;
    const Prop prop = worked.prop;
    const string& language = form_.root().text(Prop::language);
    const Control* plain = this->plain(id);
    if (worked.gathers()) {
        gather(id);
    } else if (worked.givesValue()) {
        putValue(id, value);
    } else if (prop == Prop::valid) {
        judge(asked(id));
    } else if (prop == Prop::visible || prop == Prop::enabled) {
        const auto given = propertyFrom(prop, value, language);
        const bool yes = given ? std::get<bool>(*given) : !plain || plain->yes(prop);
        prop == Prop::visible ? reveal(id, yes) : enable(id, yes);
    } else if (auto given = propertyFrom(prop, value, language)) {
        adjust(id, prop, std::move(*given));
    } else if (plain) {
        adjust(id, prop, plain->get(prop));
    }
    if (prop == Prop::runFrom || prop == Prop::runTo || prop == Prop::runStep) gather(id);
}

/// A control as it was designed; a field of a row that the filler has added as that of the first row.
const Control* FormSession::plain(Id id) const {
    if (const Control* designed = designed_.find(id)) return designed;
    const auto spot = spotOf(form_, id);
    if (!spot || spot->row == 0) return nullptr;
    const Control* first = fieldInRow(form_, *spot, 0);
    return first ? designed_.find(first->id) : nullptr;
}

/// Fills a field's choices from where they come. A choice that is no longer offered is no answer any more.
void FormSession::gather(Id id) {
    const Control* now = form_.find(id);
    const Control* designed = plain(id);
    if (!now || !designed) return;
    Control whole = *now;
    whole.set(Prop::choices, designed->get(Prop::choices));
    std::optional<string> group;
    for (const std::uint32_t place : work_->formulasOf(id))
        if (const Worked& worked = work_->formulas()[place]; worked.gathers() && !worked.names.empty()) {
            const Scalar text = asText(result_[place].value);
            group = std::holds_alternative<string>(text) ? std::get<string>(text) : "";
        }
    Choices choices = choicesOf(whole, form_.root().text(Prop::language), group ? &*group : nullptr);
    const Choices before = now->choices();
    const bool others = now->yes(Prop::otherAnswers);
    if (choices == before && !beginning_) return;
    adjust(id, Prop::choices, choices);
    changes_.choices.insert(id);
    if (beginning_) return hold(id, startingEntry(field(*form_.find(id))));
    const Entry held = entry(id);
    if (const auto* text = std::get_if<string>(&held.held)) {
        if (!others && std::ranges::find(choices, *text, &Choice::text) == choices.end()) hold(id, {});
    } else if (const auto* picks = std::get_if<Picks>(&held.held)) {
        Picks next{{}, picks->other};
        for (std::size_t line : picks->lines) {
            if (line >= before.size()) {
                next.lines.push_back(choices.size());
                continue;
            }
            const auto at = std::ranges::find(choices, before[line].text, &Choice::text);
            if (at != choices.end()) next.lines.push_back(std::size_t(at - choices.begin()));
        }
        std::ranges::sort(next.lines);
        hold(id, {next.lines.empty() ? Held() : Held(std::move(next))});
    }
}

/// Sets a property in the form as it is now. What is derived from the form looks at none that can be worked out, so it
/// stays.
void FormSession::adjust(Id id, Prop prop, Value value) {
    const Control* before = form_.find(id);
    if (!before || before->get(prop) == value) return;
    auto after = std::make_shared<Control>(*before);
    after->set(prop, std::move(value));
    form_.putKeepingDerived(id, std::move(after));
    const bool reads = prop == Prop::text || prop == Prop::prompt || prop == Prop::unit;
    (reads ? changes_.wording : changes_.limits).insert(id);
    // What must be filled in is marked behind the wording that speaks for it.
    if (prop == Prop::required) changes_.wording.insert(index_->labelOf(id) != noControl ? index_->labelOf(id) : id);
    if (isFilled(*form_.find(id))) judge(asked(id));
}

/// Gives a field the value that a formula has; a question the button whose value it is.
bool FormSession::putValue(Id id, const Scalar& value) {
    const Control* c = form_.find(id);
    if (!c || !isFilled(*c)) return false;
    const auto question = index_->radioGroupOf(id);
    if (question.empty()) {
        hold(id, entryFrom(field(*c), value));
        return true;
    }
    const Scalar as = asText(value);
    const auto* text = std::get_if<string>(&as);
    Id chosen = noControl;
    for (Id button : question)
        if (const Control& k = *form_.find(button);
            text && !chosen && (valueWhenOn(k) == *text || k.text(Prop::text) == *text))
            chosen = button;
    for (Id button : question) hold(button, {button == chosen});
    return true;
}

void FormSession::reveal(Id id, bool visible) {
    if (!form_.find(id) || filling_.visibility.visible(id) == visible) return;
    filling_.visibility.show(id, visible);
    changes_.visible.insert(id);
    fold(id);
    judgeWithin(id);
}

/// A frame that folds gives its room back when it is hidden, and takes it again.
void FormSession::fold(Id id) {
    const bool hidden = !visible(id);
    if (hidden == folded_.contains(id) || !folds(*form_.find(id))) return;
    const std::vector<Shift> shifts = hidden ? foldShifts(form_, filling_.visibility, id) : folded_.at(id);
    shift(form_, shifts, !hidden);
    for (const Shift& one : shifts) changes_.moved.insert(one.id);
    if (hidden)
        folded_[id] = shifts;
    else
        folded_.erase(id);
}

void FormSession::enable(Id id, bool enabled) {
    if (!form_.find(id) || filling_.visibility.enabled(id) == enabled) return;
    filling_.visibility.enable(id, enabled);
    changes_.enabled.insert(id);
    judgeWithin(id);
}

/// What fillers cannot reach is not wrong.
void FormSession::judgeWithin(Id id) {
    walk(form_, id, [&](const Control& c, int) {
        if (isFilled(c)) judge(asked(c.id));
    });
}

}  // namespace brindel
