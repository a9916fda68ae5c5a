#include "core/layout/resizing.h"

#include <algorithm>
#include <cmath>

#include "core/edit/tables.h"
#include "core/model/measures.h"

namespace brindel {
namespace {

/// Where a stretch of an axis goes when its container grows by `by`.
std::pair<double, double> held(double low, double size, double room, double by, bool near, bool far, double least) {
    if (near && far) return {low, std::max(least, size + by)};
    if (far) return {low + by, size};
    if (near) return {low, size};
    const double free = room - size;
    return {free > 0 ? low + by * low / free : low + by / 2, size};
}

Form laidAnew(const Form& form, Id container, Extent before, Extent after) {
    const Control* holder = form.find(container);
    const double dx = after.width - before.width, dy = after.height - before.height;
    if (!holder || (dx == 0 && dy == 0)) return form;
    Form next = form;
    if (holder->is().turns) {
        for (Id page : holder->children) {
            // A page's size follows from its tabs: by how much they grew.
            const Box now = boxOf(form, *form.find(page));
            next = laidAnew(next, page, {now.width - dx, now.height - dy}, {now.width, now.height});
        }
        return next;
    }
    if (holder->is().grid) return tableSettled(next, container);
    const double least = smallStep(form);
    auto whole = [&](double v) { return atRest(form, v); };
    for (Id id : holder->children) {
        const Control& c = *next.find(id);
        const std::string& holds = c.text(Prop::holdsTo);
        auto to = [&](const char* edge) { return holds.find(edge) != std::string::npos; };
        const Box old = c.box;
        auto [left, width] = held(old.left, old.width, before.width, dx, to("left"), to("right"), least);
        auto [top, height] = held(old.top, old.height, before.height, dy, to("top"), to("bottom"), least);
        const Box box{whole(left), whole(top), whole(width), whole(height)};
        if (box == old) continue;
        next = changed(next, id, [&](Control& k) { k.box = box; });
        next = laidAnew(next, id, {old.width, old.height}, {box.width, box.height});
    }
    return next;
}

}  // namespace

Form resized(const Form& form, Id container, Extent size) {
    const Control* c = form.find(container);
    if (!c || (container != rootId && !isFreelyPlaced(form, *c)) || c->kind == Kind::document) return form;
    const Extent before{c->box.width, c->box.height};
    const double least = smallStep(form);
    const Extent after{std::max(least, size.width), std::max(least, size.height)};
    Form next = changed(form, container, [&](Control& k) {
        k.box.width = after.width;
        k.box.height = after.height;
    });
    return laidAnew(next, container, before, after);
}

std::string suggestedHolds(const Form& form, Id id) {
    const Control* c = form.find(id);
    const Control* holder = c ? form.find(c->parent) : nullptr;
    if (!holder || !has(c->kind, Prop::holdsTo)) return "left top";
    const Box area = boxOf(form, *holder);
    const Box& b = c->box;
    const double right = area.width - b.right(), bottom = area.height - b.bottom();
    const double near = measuresFor(form).nearEdge;
    // Action anything stand on its right, on its level, or below it? Then that has the far edge.
    bool beside = false, below = false;
    for (Id other : holder->children) {
        const Control& o = *form.find(other);
        if (other == id || o.is().behind) continue;
        beside = beside || (o.box.left >= b.right() - 1 && o.box.top < b.bottom() && o.box.bottom() > b.top);
        below = below || (o.box.top >= b.bottom() - 1 && o.box.left < b.right() && o.box.right() > b.left);
    }
    const bool spans = b.width > area.width * 0.5 && right <= near && !beside;
    const bool stretches = !c->is().speaks && !c->is().pressed && !c->is().answer().ticked && !c->is().answer().strokes;
    const bool tall =
        c->kind == Kind::listBox || c->is().turns || (c->is().answer().free && c->as<Lines>() == Lines::many);
    std::string holds;
    auto add = [&](const char* edge) { holds += (holds.empty() ? "" : " ") + std::string(edge); };
    const bool atRight = !spans && right < b.left && b.centre().x > area.width / 2 && right <= near * 6 &&
                         (c->is().pressed || right <= near);
    const bool foot = c->is().pressed && bottom <= near && b.centre().y > area.height / 2;
    const bool fills =
        tall && bottom <= near * (c->is().turns ? 3 : 1) && b.height > area.height * 0.25 && (!below || c->is().turns);
    if (!atRight || !foot) {
        if (!(atRight && c->is().pressed)) add("left");
    }
    if (!foot) add("top");
    if ((spans && stretches) || (atRight && c->is().pressed)) add("right");
    if (foot || fills) add("bottom");
    return holds.empty() ? "left top" : holds;
}

Form holdsSuggested(const Form& form, const Ids& ids) {
    Form next = form;
    for (Id id : ids)
        if (const Control* c = form.find(id); c && has(c->kind, Prop::holdsTo) && isFreelyPlaced(form, *c))
            next = withProperty(next, {id}, Prop::holdsTo, suggestedHolds(form, id));
    return next;
}

Extent leastSize(const Form& form) {
    const Control& root = form.root();
    const double wide = root.number(Prop::leastWidth), high = root.number(Prop::leastHeight);
    return {wide > 0 ? wide : root.box.width, high > 0 ? high : root.box.height};
}

}  // namespace brindel
