#include "core/edit/routing.h"

#include <algorithm>
#include <map>

#include "core/order/access_keys.h"
#include "core/order/reading.h"
#include "core/order/route.h"
#include "core/text/key_letters.h"

namespace brindel {
namespace {

/// True for containers whose children keep their places: cells stand in rows, pages behind each other.
bool isFixed(const Control& holder) {
    return holder.is().turns || holder.is().grid || holder.kind == Kind::document;
}

/// What moves along with a child of a container: its label before it, the radio buttons of its question behind it.
Ids goesAlong(const Form& form, Id id) {
    const Control& c = *form.find(id);
    Ids all;
    if (const Control* label = labelOf(form, id)) all.push_back(label->id);
    if (c.is().answer().shared)
        for (Id radio : radioGroupOf(form, c)) all.push_back(radio);
    else
        all.push_back(id);
    return all;
}

bool holdsAny(const Form& form, Id container, const std::set<Id>& ids) {
    return std::ranges::any_of(ids, [&](Id id) { return within(form, id, container); });
}

/// Children put behind `after` (or before the first thing that can be stopped at, for noControl).
Form putBehind(const Form& form, Id container, const Ids& moving, Id after) {
    return changed(form, container, [&](Control& holder) {
        std::erase_if(holder.children, [&](Id id) { return std::ranges::find(moving, id) != moving.end(); });
        auto at = std::ranges::find(holder.children, after);
        if (at != holder.children.end()) {
            ++at;
        } else {
            at = std::ranges::find_if(holder.children, [&](Id id) {
                const Control* c = form.find(id);
                return c && (row(c->kind).tabbed || row(c->kind).holds || c->reference(Prop::labels) != noControl);
            });
        }
        holder.children.insert(at, moving.begin(), moving.end());
    });
}

/// The last of a container's children that is, or holds, one of `ids`; noControl for none.
Id lastHolding(const Form& form, Id container, const std::set<Id>& ids) {
    Id last = noControl;
    for (Id child : form.find(container)->children)
        if (holdsAny(form, child, ids)) last = child;
    if (last != noControl && form.find(last)->is().answer().shared) last = goesAlong(form, last).back();
    return last;
}

}  // namespace

Form routedByReading(const Form& form, Id container) {
    Form next = form;
    walk(form, container, [&](const Control& c, int) {
        if (c.children.empty() || isFixed(c)) return;
        Ids order = readInOrder(form, c.id);
        if (order != c.children) next = changed(std::move(next), c.id, [&](Control& k) { k.children = order; });
    });
    return next;
}

Form stopLaid(const Form& form, Id stop, Id behind, const std::set<Id>& laid) {
    const Control* c = form.find(stop);
    if (!c || stop == rootId || stop == behind) return form;
    // From the innermost container that holds both down to the one that holds the stop.
    Ids path;  // stop, its container, that one's container …
    for (const Control* up = c; up; up = form.find(up->parent)) {
        path.push_back(up->id);
        if (behind != noControl ? within(form, behind, up->id) && up->id != stop : up->id == c->parent) break;
    }
    std::ranges::reverse(path);
    Form next = form;
    for (std::size_t level = 0; level + 1 < path.size(); ++level) {
        const Id container = path[level], child = path[level + 1];
        if (isFixed(*form.find(container))) continue;
        Id after = noControl;
        if (level == 0 && behind != noControl) {
            for (Id one : next.find(container)->children)
                if (within(form, behind, one)) after = one;
            if (after != noControl && form.find(after)->is().answer().shared) after = goesAlong(next, after).back();
        } else {
            std::set<Id> others = laid;
            others.erase(stop);
            after = lastHolding(next, container, others);
        }
        const bool entered = child != stop && holdsAny(form, child, laid);
        if (entered) continue;
        const Ids moving = goesAlong(next, child);
        if (std::ranges::find(moving, after) == moving.end()) next = putBehind(next, container, moving, after);
    }
    return next;
}

Form stopShifted(const Form& form, Id stop, int by) {
    const Control* c = form.find(stop);
    const Control* holder = c ? form.find(c->parent) : nullptr;
    if (!holder || isFixed(*holder) || by == 0) return form;
    const Ids own = goesAlong(form, stop);
    // The neighbours that count: what can be stopped at, and containers that hold such.
    Ids others;
    std::set<Id> passed(own.begin(), own.end());
    std::size_t at = 0;
    for (Id id : holder->children) {
        if (id == own.back()) at = others.size();
        if (passed.contains(id)) continue;
        const Control& k = *form.find(id);
        bool counts = row(k.kind).tabbed;
        walk(form, id, [&](const Control& inner, int) { counts = counts || row(inner.kind).tabbed; });
        if (!counts) continue;
        const Ids unit = goesAlong(form, id);
        passed.insert(unit.begin(), unit.end());
        others.push_back(unit.back());
    }
    const long to = std::clamp<long>(long(at) + by, 0, long(others.size()));
    return putBehind(form, holder->id, own, to == 0 ? noControl : others[std::size_t(to - 1)]);
}

Form routedAs(const Form& form, const Ids& stops) {
    Form next = form;
    std::set<Id> laid;
    Id behind = noControl;
    for (Id id : stops) {
        if (!next.find(id) || id == rootId) continue;
        // The first one comes first at every level above it.
        if (behind == noControl)
            for (Id up = id; next.find(up)->parent != noControl; up = next.find(up)->parent)
                next = stopLaid(next, up, noControl);
        else
            next = stopLaid(next, id, behind, laid);
        laid.insert(id);
        behind = id;
    }
    return next;
}

Form pressing(const Form& form, ButtonRole role, Id button) {
    Ids before;
    form.controls.each([&](Id id, const Control& c) {
        if (id != button && c.is().pressed && c.as<ButtonRole>() == role) before.push_back(id);
    });
    Form next = withoutProperty(form, before, Prop::buttonRole);
    return button == noControl ? next : withProperty(next, {button}, Prop::buttonRole, keyOf(role));
}

Form startingIn(const Form& form, Id stop) {
    return withProperty(form, {rootId}, Prop::startsIn, Reference{form.find(stop) ? stop : noControl});
}

Form withKeysChosen(const Form& form) {
    Form next = form;
    for (const auto& [id, key] : chosenKeys(form)) next = withProperty(next, {id}, Prop::accessKey, key);
    // A field's own key would be a second one beside its label's.
    for (const KeyBearer& b : keyBearers(form))
        if (b.to != b.id && !form.find(b.to)->yes(Prop::keepsKey) && has(form.find(b.to)->kind, Prop::accessKey))
            next = withoutProperty(next, {b.to}, Prop::accessKey);
    return next;
}

Form withKeySet(const Form& form, Id id, const std::string& key) {
    const Control* c = form.find(id);
    if (!c) return form;
    const Control* label = has(c->kind, Prop::text) && !c->text(Prop::text).empty() ? nullptr : labelOf(form, id);
    const Id bearer = label ? label->id : id;
    const std::string shown = keyShown(key, form.root().text(Prop::language));
    Form next = withProperty(form, {bearer}, Prop::accessKey, shown);
    return withProperty(next, {bearer}, Prop::keepsKey, !shown.empty());
}

}  // namespace brindel
