#include "core/layout/guides.h"

#include <algorithm>
#include <cmath>
#include <unordered_set>

#include "core/edit/arrange.h"
#include "core/model/measures.h"

namespace brindel {
namespace {

/// The boxes that guides may come from: all in view on the tab page (or the surface) that the container lies on, but
/// what is being moved and what it holds. What lies beyond the tabs is another matter, and its lines would only
/// confuse.
std::vector<std::pair<Box, Id>> neighbours(const Form& form, Id surface, Id container, const Ids& without,
                                           const TurnedTo& turned) {
    Id from = surface;
    for (const Control* c = form.find(container); c && from == surface; c = form.find(c->parent))
        if (c->is().turned) from = c->id;
    std::vector<std::pair<Box, Id>> boxes;
    const std::unordered_set<Id> passedOver(without.begin(), without.end());
    auto visit = [&](auto&& self, Id id, double left, double top) -> void {
        const Control* holder = form.find(id);
        if (!holder) return;
        for (Id child : holder->children) {
            const Control* c = form.find(child);
            if (!c || passedOver.contains(child)) continue;
            if (holder->is().turns && shownPage(*holder, turned) != child) continue;
            Box box = boxOf(form, *c).moved(left, top);
            if (c->kind != Kind::line || box.width >= box.height) boxes.emplace_back(box, child);
            self(self, child, box.left, box.top);
        }
    };
    const Box start = from == surface ? Box{} : onSurface(form, from);
    visit(visit, from, start.left, start.top);
    return boxes;
}

/// One of the two directions that a box is laid in, so that across and down are said once.
struct Axis {
    bool across;
    double low(const Box& b) const { return across ? b.left : b.top; }
    double high(const Box& b) const { return across ? b.right() : b.bottom(); }
    double size(const Box& b) const { return across ? b.width : b.height; }
    double middle(const Box& b) const { return across ? b.centre().x : b.centre().y; }
    /// True when the boxes stand side by side along this direction: one behind the other seen from its end.
    bool inLine(const Box& a, const Box& b) const {
        return across ? a.top < b.bottom() && b.top < a.bottom() : a.left < b.right() && b.left < a.right();
    }
    Point at(double along, double beside) const { return across ? Point{along, beside} : Point{beside, along}; }
    void shift(Box& b, double by) const { (across ? b.left : b.top) += by; }
    void stretch(Box& b, double by) const { (across ? b.width : b.height) += by; }
};

/// The nearest line or distance that was offered.
struct Best {
    double off = 0, distance = 1e9;
    double line = 0;
    Box with;                                      // whose line it is
    std::vector<std::pair<double, double>> spans;  // equal gaps or sizes, drawn instead of a line
    bool found = false;

    void offer(double mine, double theirs, const Box& box, double reach,
               std::vector<std::pair<double, double>> equal = {}) {
        const double d = std::abs(theirs - mine);
        if (d <= reach && d < distance - 1e-9) *this = {theirs - mine, d, theirs, box, std::move(equal), true};
    }
};

/// Places at which the gaps along an axis are equal: going on after two neighbours, going before them, and halfway
/// between the two beside it.
void offerGaps(const Axis& axis, const Box& box, const std::vector<Box>& row, double reach, Best& best) {
    std::vector<Box> before, after;
    for (const Box& b : row) {
        if (axis.high(b) <= axis.middle(box)) before.push_back(b);
        if (axis.low(b) >= axis.middle(box)) after.push_back(b);
    }
    std::ranges::sort(before, {}, [&](const Box& b) { return -axis.high(b); });
    std::ranges::sort(after, {}, [&](const Box& b) { return axis.low(b); });
    auto gap = [&](const Box& first, const Box& second) { return axis.low(second) - axis.high(first); };
    if (before.size() > 1)
        if (const double g = gap(before[1], before[0]); g > 0) {
            const double low = axis.high(before[0]) + g;
            best.offer(axis.low(box), low, before[0], reach,
                       {{axis.high(before[1]), axis.low(before[0])}, {axis.high(before[0]), low}});
        }
    if (after.size() > 1)
        if (const double g = gap(after[0], after[1]); g > 0) {
            const double high = axis.low(after[0]) - g;
            best.offer(axis.high(box), high, after[0], reach,
                       {{high, axis.low(after[0])}, {axis.high(after[0]), axis.low(after[1])}});
        }
    if (!before.empty() && !after.empty()) {
        const double room = gap(before[0], after[0]) - axis.size(box);
        const double low = axis.high(before[0]) + room / 2;
        if (room > 0)
            best.offer(axis.low(box), low, before[0], reach,
                       {{axis.high(before[0]), low}, {low + axis.size(box), axis.low(after[0])}});
    }
}

Best bestAlong(const Axis& axis, const Box& box, bool low, bool high, const std::vector<std::pair<Box, Id>>& boxes,
               const Form& form, Id container, double reach, bool moved) {
    Best best;
    // What lies in another container pulls less: its lines are seldom meant.
    double pull = reach;
    auto edge = [&](double line, const Box& with) {
        if (low) best.offer(axis.low(box), line, with, pull);
        if (high) best.offer(axis.high(box), line, with, pull);
    };
    const double line = measuresFor(form).fieldHigh;
    for (const auto& [other, id] : boxes) {
        pull = container == noControl || form.find(id)->parent == container ? reach : reach / 2;
        edge(axis.low(other), other);
        edge(axis.high(other), other);
        if (!moved) {
            // Sizing: as large as a neighbour.
            const double want = axis.size(other);
            if (form.find(id)->parent != container) continue;
            if (high)
                best.offer(axis.high(box), axis.low(box) + want, other, reach,
                           {{axis.low(box), axis.low(box) + want}, {axis.low(other), axis.high(other)}});
            else if (low)
                best.offer(axis.low(box), axis.high(box) - want, other, reach,
                           {{axis.high(box) - want, axis.high(box)}, {axis.low(other), axis.high(other)}});
        } else if (axis.across) {
            best.offer(axis.middle(box), axis.middle(other), other, reach / 2);
        } else {
            // The text line: the middle of low controls, and of the first line of tall ones.
            const double mine = box.height > 1.6 * line ? box.top + line / 2 : axis.middle(box);
            const double theirs = other.height > 1.6 * line ? textLine(form, id) : axis.middle(other);
            best.offer(mine, theirs, other, reach);
        }
    }
    pull = reach;
    if (const Control* holder = form.find(container)) {
        const Box area = onSurface(form, container);
        const Box inside = holder->is().paper ? withinMargins(form) : area.grown(-measuresFor(form).guideInset);
        edge(axis.low(inside), inside);
        edge(axis.high(inside), inside);
        if (moved) best.offer(axis.middle(box), axis.middle(area), area, reach / 2);
        if (moved) {
            std::vector<Box> row;
            for (const auto& [other, id] : boxes)
                if (form.find(id)->parent == container && axis.inLine(other, box)) row.push_back(other);
            offerGaps(axis, box, row, reach, best);
        }
    }
    return best;
}

}  // namespace

Snapped snapped(const Form& form, Id surface, Id container, Box box, const Ids& without, double reach,
                const TurnedTo& turned, Moving moving) {
    const auto boxes = neighbours(form, surface, container, without, turned);
    const bool moved = moving.left && moving.right && moving.top && moving.bottom;
    Snapped result{box, {}};
    std::vector<std::pair<Axis, Best>> found;
    for (const Axis axis : {Axis{true}, Axis{false}}) {
        const bool low = axis.across ? moving.left : moving.top, high = axis.across ? moving.right : moving.bottom;
        if (!low && !high) continue;
        Best best = bestAlong(axis, box, low, high, boxes, form, container, reach, moved);
        if (!best.found) continue;
        if (low) axis.shift(result.box, best.off);
        if (low != high) axis.stretch(result.box, low ? -best.off : best.off);
        found.emplace_back(axis, std::move(best));
    }
    const double over = 6 * smallStep(form);
    for (const auto& [axis, best] : found) {
        if (best.spans.empty()) {
            const Box both = result.box.united(best.with);
            const Axis beside{!axis.across};
            result.guides.push_back(
                {axis.at(best.line, beside.low(both) - over), axis.at(best.line, beside.high(both) + over), -1});
        }
        for (const auto& [from, to] : best.spans) {
            const Axis beside{!axis.across};
            // A size is shown on the neighbour that has it; gaps along the box itself.
            const bool theirs = !moved && from == axis.low(best.with) && to == axis.high(best.with);
            const double where = beside.middle(theirs ? best.with : result.box);
            result.guides.push_back({axis.at(from, where), axis.at(to, where), to - from});
        }
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
    const double far = measuresFor(form).guideFar;
    if (above && above->distance <= far && above->distance > 0) guides.push_back(*above);
    if (below && below->distance <= far && below->distance > 0) guides.push_back(*below);
    return guides;
}

}  // namespace brindel
