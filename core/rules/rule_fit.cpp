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

bool takesStep(const Control& c, Does does) {
    switch (does) {
        case Does::turn:
            return c.is().turned || c.is().paper;
        case Does::show:
        case Does::hide:
        case Does::turnOver:
            return has(c.kind, Prop::visible);
        case Does::enable:
        case Does::disable:
            return has(c.kind, Prop::enabled);
        case Does::set:
            return isFilled(c);
        case Does::clear:
            return isFilled(c) || c.is().holds || c.id == rootId;
        case Does::cursor:
            return c.is().tabbed;
        case Does::addRow:
        case Does::removeRow:
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
    const Does likely = on->is().turned ? Does::turn : field ? Does::cursor : button ? Does::turnOver : Does::show;
    for (Does does : {likely, Does::show, Does::cursor, Does::set})
        if (takesStep(*on, does)) return Rule{.when = when, .steps = {{does, to, does == Does::set ? "\"\"" : ""}}};
    return std::nullopt;
}

}  // namespace brindel
