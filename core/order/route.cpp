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

std::string passedBecause(const Form& form, const Visibility& visibility, const Control& control) {
    return because(
        form, control, [&](const Control& c) { return visibility.visible(c.id); },
        [&](const Control& c) { return visibility.enabled(c.id); });
}

/// Asked of one control after the other: nothing is made of all of them.
std::string passedBecause(const Form& form, const Control& control) {
    return because(form, control, startsVisible, startsEnabled);
}

std::vector<Id> tabRoute(const Form& form, const Visibility& visibility) {
    std::vector<Id> ids;
    walk(form, rootId, [&](const Control& c, int) {
        if (canStop(c) && passedBecause(form, visibility, c).empty()) ids.push_back(c.id);
    });
    return ids;
}

std::vector<Id> tabRoute(const Form& form) {
    return tabRoute(form, Visibility::atStart(form));
}

std::vector<Id> stopsOf(const Form& form) {
    std::vector<Id> stops;
    std::map<std::pair<Id, std::string>, Id> questions;
    for (Id id : tabRoute(form)) {
        const Control& c = *form.find(id);
        if (!c.is().answer().shared || questions.emplace(std::pair(c.parent, c.text(Prop::group)), id).second)
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

Id firstStop(const Form& form, const Visibility& visibility) {
    const std::vector<Id> route = tabRoute(form, visibility);
    const Id wanted = form.root().reference(Prop::startsIn);
    if (wanted != noControl && std::ranges::find(route, wanted) != route.end()) return wanted;
    for (Id id : route)
        if (!form.find(id)->is().turns) return id;
    return route.empty() ? noControl : route.front();
}

Id firstStop(const Form& form) {
    return firstStop(form, Visibility::atStart(form));
}

Id buttonPressed(const Form& form, const Visibility& visibility, ButtonRole role) {
    Id found = noControl;
    walk(form, rootId, [&](const Control& c, int) {
        if (found == noControl && c.is().pressed && c.as<ButtonRole>() == role && isUsable(form, visibility, c.id))
            found = c.id;
    });
    return found;
}

Id buttonPressed(const Form& form, ButtonRole role) {
    return buttonPressed(form, Visibility::atStart(form), role);
}

}  // namespace brindel
