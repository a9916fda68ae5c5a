#include "core/rules/rule_fit.h"

namespace brindel {

bool hasEvent(const Control& c, Event event) {
    const bool tick = c.is().answers == AnswerType::tick || c.is().answers == AnswerType::question;
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

}  // namespace brindel
