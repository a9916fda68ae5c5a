#include "core/layout/placing.h"

#include <algorithm>

#include "core/layout/growing.h"
#include "core/layout/measures.h"

namespace brindel {

Box nextPlace(const Form& form, Id after, Id container, Extent size) {
    const Measures& m = measuresFor(form.isDialog());
    const Control* holder = form.find(container);
    if (!holder) return {0, 0, size.width, size.height};
    const Box area = onSurface(form, container);
    const Control* last = form.find(after);
    if (last && (last->id == container || last->is().turns)) last = nullptr;
    // Into a container: after what lies lowest in it.
    if (!last)
        for (Id id : holder->children) {
            const Control* c = form.find(id);
            if (!c->is().speaks && !c->is().behind && (!last || c->box.bottom() > last->box.bottom())) last = c;
        }
    if (!last) {
        const Box inside = holder->is().paper ? withinMargins(form) : area.grown(-m.frameSide);
        const double top = holder->is().framed ? area.top + m.frameTop : inside.top;
        return {inside.left, top, size.width, size.height};
    }
    const Box box = onSurface(form, last->id);
    // The gap to the control above in the same column is the gap that goes on.
    double gap = m.rowGap, nearest = 1e9;
    for (Id id : form.find(last->parent)->children) {
        const Control& c = *form.find(id);
        const Box other = onSurface(form, id);
        const double between = box.top - other.bottom();
        if (id == last->id || c.is().speaks || c.is().behind || other.left > box.left + 1 ||
            other.right() <= box.left || between < 0 || between > 3 * m.sectionGap || between >= nearest)
            continue;
        nearest = gap = between;
    }
    return {box.left, box.bottom() + gap, size.width, size.height};
}

Form roomMade(const Form& form, Id id) {
    const Measures& m = measuresFor(form.isDialog());
    Form next = form;
    for (const Control* c = next.find(id); c && c->id != rootId; c = next.find(c->parent)) {
        const Control* holder = next.find(c->parent);
        if (!holder || holder->is().paper || holder->kind == Kind::document) break;
        if (!isFreelyPlaced(next, *c)) continue;
        const Box inside = boxOf(next, *holder);
        const double foot = holder->is().framed ? m.frameFoot : m.inset;
        const double down = c->box.bottom() + foot - inside.height, across = c->box.right() + foot - inside.width;
        // A tab page is as large as its tabs leave it.
        const Id grows = row(holder->kind).boxed ? holder->id : holder->parent, at = c->id;
        if (down > 0) next = grownBy(next, grows, down);
        if (across > 0) {
            const Box box = next.find(grows)->box;
            next = boxed(next, grows, {box.left, box.top, box.width + across, box.height});
        }
        c = next.find(at);
    }
    return next;
}

}  // namespace brindel
