// Where a filler is in a session: pages, stops, and what buttons and keys do by their roles.
#include <algorithm>

#include "core/order/route.h"
#include "core/session/form_session.h"

namespace brindel {

using std::string;

void FormSession::turn(Id tabs, Id page) {
    const Control* c = form_.find(tabs);
    if (!c || shownPage(*c, turned_) == page || std::ranges::find(c->children, page) == c->children.end()) return;
    turned_[tabs] = page;
    changes_.turned.insert(tabs);
}

void FormSession::show(Id id) {
    for (const auto& [tabs, page] : turnedToShow(form_, id, {})) turn(tabs, page);
}

std::vector<Id> FormSession::route() const {
    return tabRoute(form_, filling_.visibility);
}

Id FormSession::stopOf(Id radio) const {
    const auto question = index_->radioGroupOf(radio);
    for (Id button : question)
        if (!isEmpty(entry(button))) return button;
    return question.empty() ? radio : question.front();
}

Id FormSession::acceptButton() const {
    return buttonPressed(form_, filling_.visibility, ButtonRole::accept);
}
Id FormSession::cancelButton() const {
    return buttonPressed(form_, filling_.visibility, ButtonRole::cancel);
}

Outcome FormSession::turnBy(Id from, int step) {
    // The tabs that the button lies in are turned; a button outside all tabs turns the form's first ones.
    const Control* tabs = nullptr;
    for (const Control* c = form_.find(from); c && !tabs; c = form_.find(c->parent))
        if (c->is().turns) tabs = c;
    if (!tabs)
        walk(form_, rootId, [&](const Control& c, int) {
            if (!tabs && c.is().turns) tabs = &c;
        });
    Outcome outcome;
    if (!tabs || tabs->children.empty()) return outcome;
    auto at = std::ranges::find(tabs->children, shownPage(*tabs, turned_)) - tabs->children.begin();
    auto to = std::clamp<long>(at + step, 0, long(tabs->children.size()) - 1);
    Id page = tabs->children[std::size_t(to)];
    turn(tabs->id, page);
    for (Id id : route())
        if (outcome.cursor == noControl && within(form_, id, page)) outcome.cursor = id;
    return outcome;
}

Outcome FormSession::roleOf(const Control& button) {
    switch (button.as<ButtonRole>()) {
        case ButtonRole::accept:
            return accept();
        case ButtonRole::cancel:
            return close();
        case ButtonRole::next:
            return turnBy(button.id, 1);
        case ButtonRole::back:
            return turnBy(button.id, -1);
        case ButtonRole::clear: {
            clear();
            Outcome outcome;
            outcome.cursor = firstStop(form_, filling_.visibility);
            return outcome;
        }
        case ButtonRole::other:
            break;
    }
    return {};
}

Outcome FormSession::enter(Id inHand) {
    const Control* c = form_.find(inHand);
    if (c && row(c->kind).pressed) return press(inHand);
    leave(inHand);
    const Id button = acceptButton();
    // A rule for leaving may have asked something, or let the form go.
    return button && !waiting_ && reaction_.then == Outcome::Then::stay ? press(button) : takeReaction();
}

Outcome FormSession::escape() {
    if (waiting_ || !form_.isDialog() || !form_.root().yes(Prop::escapeCloses)) return {};
    if (const Id button = cancelButton()) return press(button);
    return close();
}

Outcome FormSession::accept() {
    Outcome outcome;
    outcome.wrongs = wrongs();
    if (outcome.wrongs.empty()) {
        outcome.then = Outcome::Then::accepted;
        return outcome;
    }
    for (const Wrong& wrong : outcome.wrongs) say(wrong.id);
    outcome.cursor = outcome.wrongs.front().id;
    show(outcome.cursor);
    return outcome;
}

}  // namespace brindel
