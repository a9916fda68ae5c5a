#include "core/layout/placing.h"

#include <algorithm>

#include "core/arrangement/arrangement.h"
#include "core/layout/growing.h"
#include "core/model/measures.h"

namespace brindel {

Box nextPlace(const Form& form, Id after, Id container, Extent size) {
    const Measures& m = measuresFor(form);
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
    double gap = m.rowGap;
    const Arrangement arrangement = arrangementOf(form, last->parent, true);
    const Piece* piece = arrangement.pieceOf(last->id);
    for (std::size_t row = piece ? piece->row : 0; row-- > 0;) {
        double nearest = 1e9;
        for (std::size_t i : arrangement.rows[row].pieces) {
            const Piece& above = arrangement.pieces[i];
            const double between = last->box.top - above.box.bottom();
            if (above.nature != Nature::wording && above.box.left <= last->box.left + 1 &&
                above.box.right() > last->box.left && between >= 0)
                nearest = std::min(nearest, between);
        }
        if (nearest > 1e8) continue;
        if (nearest <= 3 * m.sectionGap) gap = nearest;
        break;
    }
    return {box.left, box.bottom() + gap, size.width, size.height};
}

Form roomMade(const Form& form, Id id) {
    const Measures& m = measuresFor(form);
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
