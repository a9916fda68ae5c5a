// What a form does by itself: formulas that stand beside plain values, and rules: when something happens, and a
// condition holds, steps are done. Written here as the file and people have them; worked out in core/rules.
#pragma once

#include <cstdint>
#include <optional>
#include <span>
#include <string>
#include <string_view>
#include <utility>
#include <vector>

#include "core/model/kinds.h"

namespace brindel {

/// The properties of a control that are worked out, each with its formula (OpenFormula over names, without the =). The
/// plain value beside it is what holds where nothing is worked out.
class Formulas {
  public:
    /// The formula for `prop`, or null.
    const std::string* find(Prop prop) const;
    /// Sets it; an empty one is dropped.
    void set(Prop prop, std::string formula);
    bool empty() const { return rows_.empty(); }
    auto begin() const { return rows_.begin(); }
    auto end() const { return rows_.end(); }
    bool operator==(const Formulas&) const = default;

  private:
    std::vector<std::pair<Prop, std::string>> rows_;  // by property
};

/// When a rule is asked.
enum class Event : std::uint8_t {
    opens,    // the form
    closes,   // the form, about to
    pressed,  // a button
    doublePressed,
    changed,
    complete,  // an answer that can take no more
    ticked,
    unticked,
    entered,
    left,
    key,
};
/// What a step does.
enum class Action : std::uint8_t {
    turn,  // to a page
    show,
    hide,
    turnOver,  // shows what is hidden, hides what is shown
    enable,
    disable,
    set,    // a value
    clear,  // the form, a container, a control
    cursor,
    say,
    ask,  // yes or no, with steps for both
    accept,
    acceptAndGoOn,  // clear for the next
    leave,          // without a reply
    putAway,        // hide the window and keep what is filled
    addRow,
    removeRow,
    tell,     // the host program, by a name
    address,  // offer to go to a web address
    letter,   // offer to write a letter
};

struct EventRow {
    Event event;
    std::string_view key;   // in the file
    std::string_view word;  // for people, behind "When … "
    bool ofForm;            // of the form as a whole, not of one control
};
struct ActionRow {
    Action does;
    std::string_view key, word;
    bool onControl;  // names a control
    bool with;       // takes a formula
};
std::span<const EventRow> allEvents();
std::span<const ActionRow> allActions();
const EventRow& row(Event event);
const ActionRow& row(Action does);
std::optional<Event> eventFrom(std::string_view key);
std::optional<Action> actionFrom(std::string_view key);

struct Step {
    Action does = Action::say;
    Id on = noControl;                    // the control it is done to
    std::string with = {};                // a formula: the value that is set, what is said …
    std::vector<Step> yes = {}, no = {};  // what follows an answer
    bool operator==(const Step&) const = default;
};

struct Rule {
    Event when = Event::changed;
    std::string key = {};        // which key, of Event::key
    std::string condition = {};  // a formula; empty for always
    std::vector<Step> steps = {};
    bool off = false;       // kept, but not asked
    std::string kept = {};  // keys of the file that this version does not know
    bool operator==(const Rule&) const = default;
};
using Rules = std::vector<Rule>;

/// A control has no more rules, a rule no more steps, and questions lie no deeper in each other than this.
inline constexpr std::size_t mostRules = 200, mostSteps = 200, mostQuestions = 8;

/// Every step of a rule, those that follow an answer among them.
template <class Visit>
void eachStep(std::vector<Step>& steps, Visit& visit) {
    for (Step& step : steps) {
        visit(step);
        eachStep(step.yes, visit);
        eachStep(step.no, visit);
    }
}
template <class Visit>
void eachStep(const std::vector<Step>& steps, Visit& visit) {
    for (const Step& step : steps) {
        visit(step);
        eachStep(step.yes, visit);
        eachStep(step.no, visit);
    }
}

}  // namespace brindel
