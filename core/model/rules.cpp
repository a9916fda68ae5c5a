#include "core/model/rules.h"

#include <algorithm>

#include "core/model/in_order.h"

namespace brindel {
namespace {

constexpr EventRow events[] = {
    {Event::opens, "opens", "the form opens", true},
    {Event::closes, "closes", "the form is about to close", true},
    {Event::pressed, "pressed", "is pressed", false},
    {Event::doublePressed, "doublePressed", "is pressed twice", false},
    {Event::changed, "changed", "changes", false},
    {Event::complete, "complete", "is complete", false},
    {Event::ticked, "ticked", "is ticked", false},
    {Event::unticked, "unticked", "is no longer ticked", false},
    {Event::entered, "entered", "is entered", false},
    {Event::left, "left", "is left", false},
    {Event::key, "key", "gets the key", false},
};

constexpr ActionRow does[] = {
    {Action::turn, "turn", "go to page", true, false},
    {Action::show, "show", "show", true, false},
    {Action::hide, "hide", "hide", true, false},
    {Action::turnOver, "turnOver", "show or hide", true, false},
    {Action::enable, "enable", "enable", true, false},
    {Action::disable, "disable", "disable", true, false},
    {Action::set, "set", "set", true, true},
    {Action::clear, "clear", "clear", true, false},
    {Action::cursor, "cursor", "put the cursor in", true, false},
    {Action::say, "say", "say", false, true},
    {Action::ask, "ask", "ask", false, true},
    {Action::accept, "accept", "accept the form", false, false},
    {Action::acceptAndGoOn, "acceptAndGoOn", "accept and clear for the next", false, false},
    {Action::leave, "leave", "cancel without a reply", false, false},
    {Action::putAway, "putAway", "hide the form, keep answers", false, false},
    {Action::addRow, "addRow", "add a row to", true, false},
    {Action::removeRow, "removeRow", "remove the last row of", true, false},
    {Action::tell, "tell", "tell the calling program", false, true},
    {Action::address, "address", "offer to go to", false, true},
    {Action::letter, "letter", "offer to write to", false, true},
};

static_assert(inOrder(events, &EventRow::event) && inOrder(does, &ActionRow::does),
              "the rows stand in the order of the enums");

}  // namespace

std::span<const EventRow> allEvents() {
    return events;
}
std::span<const ActionRow> allActions() {
    return does;
}
const EventRow& row(Event event) {
    return events[std::size_t(event)];
}
const ActionRow& row(Action which) {
    return does[std::size_t(which)];
}
std::optional<Event> eventFrom(std::string_view key) {
    const auto at = std::ranges::find(events, key, &EventRow::key);
    return at == std::end(events) ? std::nullopt : std::optional(at->event);
}
std::optional<Action> actionFrom(std::string_view key) {
    const auto at = std::ranges::find(does, key, &ActionRow::key);
    return at == std::end(does) ? std::nullopt : std::optional(at->does);
}

const std::string* Formulas::find(Prop prop) const {
    const auto at = std::ranges::lower_bound(rows_, prop, {}, &std::pair<Prop, std::string>::first);
    return at == rows_.end() || at->first != prop ? nullptr : &at->second;
}

void Formulas::set(Prop prop, std::string formula) {
    const auto at = std::ranges::lower_bound(rows_, prop, {}, &std::pair<Prop, std::string>::first);
    const bool there = at != rows_.end() && at->first == prop;
    if (formula.empty()) {
        if (there) rows_.erase(at);
    } else if (there) {
        at->second = std::move(formula);
    } else {
        rows_.emplace(at, prop, std::move(formula));
    }
}

}  // namespace brindel
