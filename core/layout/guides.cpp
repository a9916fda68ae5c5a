#include "core/layout/guides.h"

#include <algorithm>
#include <cmath>

namespace brindel {
namespace {

/// The boxes that guides may come from: all in view on the tab page (or the surface) that the container lies on, but
/// what is being moved and what it holds. What lies beyond the tabs is another matter, and its lines would only
/// confuse.
std::vector<std::pair<Box, Id>> neighbours(const Form& form, Id surface, Id container, const Ids& without,
                                           const TurnedTo& turned) {
    Id from = surface;
    for (const Control* c = form.find(container); c && from == surface; c = form.find(c->parent))
        if (c->kind == Kind::tabPage) from = c->id;
    std::vector<std::pair<Box, Id>> boxes;
    auto visit = [&](auto&& self, Id id, double left, double top) -> void {
        const Control* holder = form.find(id);
        if (!holder) return;
        for (Id child : holder->children) {
            const Control* c = form.find(child);
            if (!c || std::ranges::find(without, child) != without.end()) continue;
            if (holder->kind == Kind::tabs && shownPage(*holder, turned) != child) continue;
            Box box = boxOf(form, *c).moved(left, top);
            if (c->kind != Kind::line || box.width >= box.height) boxes.emplace_back(box, child);
            self(self, child, box.left, box.top);
        }
    };
    const Box start = from == surface ? Box{} : onSurface(form, from);
    visit(visit, from, start.left, start.top);
    return boxes;
}

struct Best {
    double off = 0, distance = 1e9, at = 0;
    Box with;
    bool found = false;

    void offer(double mine, double theirs, const Box& box, double reach) {
        double d = std::abs(theirs - mine);
        if (d <= reach && d < distance - 1e-9) *this = {theirs - mine, d, theirs, box, true};
    }
};

}  // namespace

Snapped snapped(const Form& form, Id surface, Id container, Box box, const Ids& without, double reach,
                const TurnedTo& turned, Moving moving) {
    const auto boxes = neighbours(form, surface, container, without, turned);
    const bool whole = moving.left && moving.right;
    Best across, down;
    auto offerAcross = [&](double line, const Box& with) {
        if (moving.left) across.offer(box.left, line, with, reach);
        if (moving.right) across.offer(box.right(), line, with, reach);
    };
    auto offerDown = [&](double line, const Box& with) {
        if (moving.top) down.offer(box.top, line, with, reach);
        if (moving.bottom) down.offer(box.bottom(), line, with, reach);
    };
    for (const auto& [other, id] : boxes) {
        offerAcross(other.left, other);
        offerAcross(other.right(), other);
        offerDown(other.top, other);
        offerDown(other.bottom(), other);
        if (whole && moving.top && moving.bottom) {
            across.offer(box.centre().x, other.centre().x, other, reach / 2);
            down.offer(box.centre().y, other.centre().y, other, reach);  // the text line of low controls
        }
    }
    if (const Control* holder = form.find(container)) {
        Box area = onSurface(form, container);
        Box inside = holder->kind == Kind::page ? withinMargins(form) : area.grown(-(form.isDialog() ? 20 : 4));
        offerAcross(inside.left, inside);
        offerAcross(inside.right(), inside);
        offerDown(inside.top, inside);
        offerDown(inside.bottom(), inside);
    }
    Snapped result{box, {}};
    if (across.found) {
        if (moving.left && moving.right)
            result.box.left += across.off;
        else if (moving.left)
            result.box.left += across.off, result.box.width -= across.off;
        else
            result.box.width += across.off;
    }
    if (down.found) {
        if (moving.top && moving.bottom)
            result.box.top += down.off;
        else if (moving.top)
            result.box.top += down.off, result.box.height -= down.off;
        else
            result.box.height += down.off;
    }
    const double over = 6 * smallStep(form);
    if (across.found) {
        Box both = result.box.united(across.with);
        result.guides.push_back({{across.at, both.top - over}, {across.at, both.bottom() + over}, -1});
    }
    if (down.found) {
        Box both = result.box.united(down.with);
        result.guides.push_back({{both.left - over, down.at}, {both.right() + over, down.at}, -1});
    }
    return result;
}

std::vector<Guide> distancesAround(const Form& form, Id surface, Id container, const Box& box, const Ids& without,
                                   const TurnedTo& turned) {
    std::optional<Guide> above, below;
    for (const auto& [other, id] : neighbours(form, surface, container, without, turned)) {
        if (other.right() <= box.left || other.left >= box.right() || other.contains(box)) continue;
        const double x = std::max(other.left, box.left) + std::min(other.width, box.width) * 0.94;
        if (double gap = box.top - other.bottom(); gap >= 0 && (!above || gap < above->distance))
            above = Guide{{x, other.bottom()}, {x, box.top}, gap};
        if (double gap = other.top - box.bottom(); gap >= 0 && (!below || gap < below->distance))
            below = Guide{{x, box.bottom()}, {x, other.top}, gap};
    }
    std::vector<Guide> guides;
    const double far = form.isDialog() ? 60 : 16;
    if (above && above->distance <= far && above->distance > 0) guides.push_back(*above);
    if (below && below->distance <= far && below->distance > 0) guides.push_back(*below);
    return guides;
}

}  // namespace brindel
