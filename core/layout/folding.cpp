#include "core/layout/folding.h"

#include <algorithm>

#include "core/model/places.h"

namespace brindel {

bool folds(const Control& c) {
    return has(c.kind, Prop::fold) && c.yes(Prop::fold);
}

std::vector<Shift> foldShifts(const Form& form, const Visibility& visibility, Id frame) {
    std::vector<Shift> shifts;
    const Control* c = form.find(frame);
    if (!c || !folds(*c)) return shifts;
    const double slack = smallStep(form);
    // The strip that becomes free in the container of `id`, from `top` to its bottom.
    Id id = frame;
    double top = c->box.top;
    bool whole = true;  // the frame itself goes; the containers around it only become lower
    while (true) {
        const Control& one = *form.find(id);
        const Control* holder = form.find(one.parent);
        if (!holder) return shifts;
        const double bottom = one.box.bottom();
        double next = -1, beside = -1, rest = 0;
        std::vector<Id> below;
        for (Id other : holder->children) {
            const Control& k = *form.find(other);
            if (other == id) continue;
            const bool gone = folds(k) && !visibility.visible(other);
            if (k.box.top >= bottom - slack) {
                below.push_back(other);
                if (!gone && (next < 0 || k.box.top < next)) next = k.box.top;
                continue;
            }
            if (gone) continue;
            rest = std::max(rest, k.box.bottom());
            if (k.box.bottom() > top + slack && k.box.top < bottom - slack) beside = std::max(beside, k.box.bottom());
        }
        double by = 0;
        if (next >= 0)
            // With the frame goes the gap to what follows it; what stands beside keeps that gap below itself.
            by = (whole ? next : bottom) - std::max(top, beside < 0 ? top : beside + (next - bottom));
        else
            // Nothing follows: the gap above it goes, too.
            by = bottom - std::max(whole ? rest : top, beside);
        if (!whole) by = std::min(by, bottom - top);
        if (by <= slack) return shifts;
        for (Id other : below) shifts.push_back({other, by, 0});
        if (!holder->is().boxed && holder->id != rootId) return shifts;
        if (holder->is().root && !form.isDialog()) return shifts;
        if (holder->id != rootId && !isFreelyPlaced(form, *holder)) return shifts;
        shifts.push_back({holder->id, 0, by});
        if (holder->id == rootId) return shifts;
        id = holder->id;
        top = holder->box.bottom() - by;
        whole = false;
    }
}

void shift(Form& form, std::span<const Shift> shifts, bool back) {
    for (const Shift& one : shifts) {
        const Control* c = form.find(one.id);
        if (!c) continue;
        auto moved = std::make_shared<Control>(*c);
        moved->box.top += back ? one.up : -one.up;
        moved->box.height += back ? one.lower : -one.lower;
        form.putKeepingDerived(one.id, std::move(moved));
    }
}

}  // namespace brindel
