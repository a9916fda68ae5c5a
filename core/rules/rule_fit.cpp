#include "core/rules/rule_fit.h"

namespace brindel {

bool hasEvent(const Control& c, Event event) {
    const bool tick = c.is().answer().ticked;
    switch (event) {
        case Event::opens:
        case Event::closes:
            return c.id == rootId;
        case Event::pressed:
        case Event::doublePressed:
            return c.is().pressed;
        case Event::ticked:
        case Event::unticked:
            return tick;
        case Event::key:
            return c.is().pressed || isFilled(c);
        case Event::changed:
        case Event::complete:
        case Event::entered:
        case Event::left:
            return isFilled(c);
    }
    return false;
}

bool takesStep(const Control& c, Action does) {
    switch (does) {
        case Action::turn:
            return c.is().turned || c.is().paper;
        case Action::show:
        case Action::hide:
        case Action::turnOver:
            return has(c.kind, Prop::visible);
        case Action::enable:
        case Action::disable:
            return has(c.kind, Prop::enabled);
        case Action::set:
            return isFilled(c);
        case Action::clear:
            return isFilled(c) || c.is().holds || c.id == rootId;
        case Action::cursor:
            return c.is().tabbed;
        case Action::addRow:
        case Action::removeRow:
            return c.is().grid;
        default:
            return false;
    }
}

Event usualEvent(const Control& control) {
    if (control.id == rootId) return Event::opens;
    if (control.is().pressed) return Event::pressed;
    const bool ticked = control.is().answer().ticked;
    return ticked ? Event::ticked : Event::changed;
}

std::optional<Rule> likelyRule(const Form& form, Id from, Id to) {
    const Control *acts = form.find(from), *on = form.find(to);
    if (!acts || !on || from == to || to == rootId) return std::nullopt;
    const Event when = usualEvent(*acts);
    if (!hasEvent(*acts, when)) return std::nullopt;
    const bool button = when == Event::pressed;
    // The cursor goes where a button, or an answer, sends it; what is no field is shown.
    const bool field = isFilled(*on) && when != Event::ticked;
    const Action likely = on->is().turned ? Action::turn
                          : field         ? Action::cursor
                          : button        ? Action::turnOver
                                          : Action::show;
    for (Action does : {likely, Action::show, Action::cursor, Action::set})
        if (takesStep(*on, does)) return Rule{.when = when, .steps = {{does, to, does == Action::set ? "\"\"" : ""}}};
    return std::nullopt;
}

}  // namespace brindel
