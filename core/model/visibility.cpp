#include "core/model/visibility.h"

namespace brindel {

bool startsVisible(const Control& c) {
    return c.yes(Prop::visible) || !has(c.kind, Prop::visible);
}

bool startsEnabled(const Control& c) {
    return c.yes(Prop::enabled) || !has(c.kind, Prop::enabled);
}

Visibility Visibility::atStart(const Form& form) {
    Visibility visibility;
    form.controls.each([&](Id id, const Control& c) {
        if (!startsVisible(c)) visibility.hidden_.insert(id);
        if (!startsEnabled(c)) visibility.disabled_.insert(id);
    });
    return visibility;
}

void Visibility::show(Id id, bool visible) {
    if (visible)
        hidden_.erase(id);
    else
        hidden_.insert(id);
}

void Visibility::enable(Id id, bool enabled) {
    if (enabled)
        disabled_.erase(id);
    else
        disabled_.insert(id);
}

void Visibility::follow(Id id, Id other) {
    show(id, visible(other));
    enable(id, enabled(other));
}

bool isSeen(const Form& form, const Visibility& visibility, Id id) {
    const Control* c = form.find(id);
    for (; c; c = form.find(c->parent)) {
        if (!visibility.visible(c->id)) return false;
        if (c->id == rootId) return true;
    }
    return false;
}

bool isUsable(const Form& form, const Visibility& visibility, Id id) {
    const Control* c = form.find(id);
    for (; c; c = form.find(c->parent)) {
        if (!visibility.visible(c->id) || !visibility.enabled(c->id)) return false;
        if (c->id == rootId) return true;
    }
    return false;
}

}  // namespace brindel
