#include "core/order/route.h"

#include <algorithm>

namespace brindel {
namespace {

bool canStop(const Control& c) {
    return row(c.kind).tabbed && (c.kind != Kind::picture || isFilled(c));
}

}  // namespace

namespace {
/// The same for any way to tell what can be seen and used.
template <class Visible, class Enabled>
std::string because(const Form& form, const Control& control, Visible visible, Enabled enabled) {
    if (!canStop(control)) return "";
    if (!control.yes(Prop::tabStop)) return "skipped";
    if (isFilled(control) && control.as<Access>() == Access::locked) return "locked";
    for (const Control* c = &control; c; c = form.find(c->parent)) {
        const char* whose = c == &control ? "" : "in what is ";
        if (!visible(*c)) return std::string(whose) + "hidden";
        if (!enabled(*c)) return std::string(whose) + "disabled";
    }
    return "";
}
}  // namespace

std::string passedBecause(const Form& form, const Presence& presence, const Control& control) {
    return because(
        form, control, [&](const Control& c) { return presence.visible(c.id); },
        [&](const Control& c) { return presence.enabled(c.id); });
}

/// Asked of one control after the other: nothing is made of all of them.
std::string passedBecause(const Form& form, const Control& control) {
    return because(form, control, startsVisible, startsEnabled);
}

std::vector<Id> tabRoute(const Form& form, const Presence& presence) {
    std::vector<Id> ids;
    walk(form, rootId, [&](const Control& c, int) {
        if (canStop(c) && passedBecause(form, presence, c).empty()) ids.push_back(c.id);
    });
    return ids;
}

std::vector<Id> tabRoute(const Form& form) {
    return tabRoute(form, Presence::atStart(form));
}

std::vector<Id> stopsOf(const Form& form) {
    std::vector<Id> stops;
    std::map<std::pair<Id, std::string>, Id> questions;
    for (Id id : tabRoute(form)) {
        const Control& c = *form.find(id);
        if (!c.is().answer().shared ||
            questions.emplace(std::pair(c.parent, c.text(Prop::group)), id).second)
            stops.push_back(id);
    }
    return stops;
}

std::map<Id, int> stopNumbers(const Form& form) {
    std::map<Id, int> numbers;
    std::map<std::pair<Id, std::string>, int> questions;
    int last = 0;
    for (Id id : tabRoute(form)) {
        const Control& c = *form.find(id);
        if (!c.is().answer().shared) {
            numbers[id] = ++last;
            continue;
        }
        auto [at, fresh] = questions.emplace(std::pair(c.parent, c.text(Prop::group)), last + 1);
        if (fresh) ++last;
        numbers[id] = at->second;
    }
    return numbers;
}

Id firstStop(const Form& form, const Presence& presence) {
    const std::vector<Id> route = tabRoute(form, presence);
    const Id wanted = form.root().reference(Prop::startsIn);
    if (wanted != noControl && std::ranges::find(route, wanted) != route.end()) return wanted;
    for (Id id : route)
        if (!form.find(id)->is().turns) return id;
    return route.empty() ? noControl : route.front();
}

Id firstStop(const Form& form) {
    return firstStop(form, Presence::atStart(form));
}

Id buttonPressed(const Form& form, const Presence& presence, ButtonRole role) {
    Id found = noControl;
    walk(form, rootId, [&](const Control& c, int) {
        if (found == noControl && c.is().pressed && c.as<ButtonRole>() == role && isUsable(form, presence, c.id))
            found = c.id;
    });
    return found;
}

Id buttonPressed(const Form& form, ButtonRole role) {
    return buttonPressed(form, Presence::atStart(form), role);
}

}  // namespace brindel
