#include "core/order/route.h"

#include <algorithm>

namespace brindel {
namespace {

bool canStop(const Control& c) {
    return row(c.kind).tabbed && (c.kind != Kind::picture || isFilled(c));
}

}  // namespace

bool isUsable(const Form& form, Id id) {
    for (const Control* c = form.find(id); c; c = form.find(c->parent))
        if (has(c->kind, Prop::visible) &&
            (!c->yes(Prop::visible) || (has(c->kind, Prop::enabled) && !c->yes(Prop::enabled))))
            return false;
    return form.find(id) != nullptr;
}

std::string passedBecause(const Form& form, const Control& control) {
    if (!canStop(control)) return "";
    if (!control.yes(Prop::tabStop)) return "skipped";
    if (isFilled(control) && control.text(Prop::access) == "locked") return "locked";
    for (const Control* c = &control; c; c = form.find(c->parent)) {
        const char* whose = c == &control ? "" : "in what is ";
        if (has(c->kind, Prop::visible) && !c->yes(Prop::visible)) return std::string(whose) + "hidden";
        if (has(c->kind, Prop::enabled) && !c->yes(Prop::enabled)) return std::string(whose) + "disabled";
    }
    return "";
}

std::vector<Id> tabRoute(const Form& form) {
    std::vector<Id> ids;
    walk(form, rootId, [&](const Control& c, int) {
        if (canStop(c) && passedBecause(form, c).empty()) ids.push_back(c.id);
    });
    return ids;
}

std::vector<Id> stopsOf(const Form& form) {
    std::vector<Id> stops;
    std::map<std::pair<Id, std::string>, Id> questions;
    for (Id id : tabRoute(form)) {
        const Control& c = *form.find(id);
        if (c.is().answers != AnswerType::question ||
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
        if (c.is().answers != AnswerType::question) {
            numbers[id] = ++last;
            continue;
        }
        auto [at, fresh] = questions.emplace(std::pair(c.parent, c.text(Prop::group)), last + 1);
        if (fresh) ++last;
        numbers[id] = at->second;
    }
    return numbers;
}

Id firstStop(const Form& form) {
    const std::vector<Id> route = tabRoute(form);
    const Id wanted = form.root().reference(Prop::startsIn);
    if (wanted != noControl && std::ranges::find(route, wanted) != route.end()) return wanted;
    for (Id id : route)
        if (!form.find(id)->is().turns) return id;
    return route.empty() ? noControl : route.front();
}

Id buttonPressed(const Form& form, std::string_view role) {
    Id found = noControl;
    walk(form, rootId, [&](const Control& c, int) {
        if (found == noControl && c.is().pressed && c.text(Prop::buttonRole) == role && isUsable(form, c.id))
            found = c.id;
    });
    return found;
}

}  // namespace brindel
