#include "core/model/presence.h"

namespace brindel {

bool startsVisible(const Control& c) {
    return c.yes(Prop::visible) || !has(c.kind, Prop::visible);
}

bool startsEnabled(const Control& c) {
    return c.yes(Prop::enabled) || !has(c.kind, Prop::enabled);
}

Presence Presence::atStart(const Form& form) {
    Presence presence;
    form.controls.each([&](Id id, const Control& c) {
        if (!startsVisible(c)) presence.hidden_.insert(id);
        if (!startsEnabled(c)) presence.disabled_.insert(id);
    });
    return presence;
}

void Presence::show(Id id, bool visible) {
    if (visible)
        hidden_.erase(id);
    else
        hidden_.insert(id);
}

void Presence::enable(Id id, bool enabled) {
    if (enabled)
        disabled_.erase(id);
    else
        disabled_.insert(id);
}

void Presence::follow(Id id, Id other) {
    show(id, visible(other));
    enable(id, enabled(other));
}

bool isSeen(const Form& form, const Presence& presence, Id id) {
    const Control* c = form.find(id);
    for (; c; c = form.find(c->parent)) {
        if (!presence.visible(c->id)) return false;
        if (c->id == rootId) return true;
    }
    return false;
}

bool isUsable(const Form& form, const Presence& presence, Id id) {
    const Control* c = form.find(id);
    for (; c; c = form.find(c->parent)) {
        if (!presence.visible(c->id) || !presence.enabled(c->id)) return false;
        if (c->id == rootId) return true;
    }
    return false;
}

}  // namespace brindel
