#include "core/layout/tidy.h"

#include <map>
#include <tuple>

#include "core/edit/mirror.h"
#include "core/layout/tidying.h"

namespace brindel {

namespace tidy {

Form Tidying::run() {
    if (units_.size() < 2) return form_;
    buttonsGathered();
    findRows();
    findClusters();
    if (!ragged()) {
        for (const Cluster& c : clusters_) settle(c, c.guess(), gap_);
        return form_;
    }
    layRows();
    layColumns();
    Form next = form_;
    for (const Unit& u : units_) {
        if (u.more.empty()) next = moved(next, u.id, u.box);
        double left = u.box.left;
        for (std::size_t i = 0; !u.more.empty() && i < u.more.size(); ++i) {
            const Box own = form_.find(u.more[i])->box;
            next = moved(next, u.more[i], {left, u.box.top, own.width, own.height});
            left += own.width + buttonGap_;
        }
        if (u.hasLabel()) next = moved(next, u.label, u.labelBox);
    }
    return next;
}

bool Tidying::ragged() const {
    if (buttonsRagged_) return true;
    const double slack = 0.6 * grain_ * 2;
    // Gaps that are all one, or that Brindel lays out by, are meant.
    std::set<double> gaps;
    bool known = true;
    for (std::size_t k = 1; k < rows_.size(); ++k) {
        const double gap = rows_[k].guess() - rows_[k].above - rows_[k - 1].guess() - rows_[k - 1].below;
        const auto usual = gapsBetween(rows_[k - 1], rows_[k]);
        known = known && std::ranges::any_of(usual, [&](const auto& g) { return std::abs(g.first - gap) < slack; });
        gaps.insert(std::round(gap / grain_));
    }
    if (!known && (gaps.size() > 1 || rows_.size() < 3)) return true;
    return std::ranges::any_of(rows_, [&](const Row& r) { return r.spread > slack; }) ||
           std::ranges::any_of(clusters_, [&](const Cluster& c) { return c.spread > slack; });
}

}  // namespace tidy

namespace {

Form tidiedLeftToRight(const Form& form, const Ids& ids) {
    std::set<Id> chosen(ids.begin(), ids.end());
    std::vector<Id> containers;
    walk(form, rootId, [&](const Control& c, int) {
        const bool area = c.kind == Kind::dialog || c.is().paper || c.is().turned || c.is().framed;
        if (area) containers.push_back(c.id);
    });
    // Pages are laid by the same lines, and frames by those around them: what has most to say goes first.
    auto turn = [&](Id id) {
        const Control& c = *form.find(id);
        return std::tuple(c.is().framed, c.is().framed ? 0 : long(c.parent),
                          c.is().framed ? 0 : -long(c.children.size()));
    };
    std::ranges::stable_sort(containers, {}, turn);
    Form next = form;
    std::map<Id, std::vector<std::pair<double, double>>> linesOf;  // from the left edge of each container
    for (Id container : containers) {
        const Control& holder = *next.find(container);
        if (!chosen.empty() && std::ranges::none_of(holder.children, [&](Id id) { return chosen.contains(id); }))
            continue;
        std::vector<std::pair<double, double>> known;
        if (holder.is().framed)
            for (const auto& [line, weight] : linesOf[holder.parent])
                known.emplace_back(line - holder.box.left, weight * 0.8);
        if (holder.is().turned || holder.is().paper)
            for (Id beside : next.find(holder.parent)->children)
                if (beside != container && linesOf.contains(beside))
                    for (const auto& [line, weight] : linesOf[beside]) known.emplace_back(line, weight * 0.7);
        tidy::Tidying tidying(next, container, chosen, std::move(known));
        Form laid = tidying.run();
        linesOf[container] = tidying.lines();
        next = std::move(laid);
    }
    return next;
}

}  // namespace

Form tidied(const Form& form, const Ids& ids) {
    return form.index()->rightToLeft() ? mirrored(tidiedLeftToRight(mirrored(form), ids))
                                       : tidiedLeftToRight(form, ids);
}

Moved movedBetween(const Form& before, const Form& after) {
    Moved moved;
    after.controls.differences(before.controls, [&](Id id, const Control* x, const Control* y) {
        if (!x || !y || x->box == y->box) return;
        moved.ids.push_back(id);
        moved.furthest =
            std::max({moved.furthest, std::abs(x->box.left - y->box.left), std::abs(x->box.top - y->box.top)});
    });
    std::ranges::sort(moved.ids);
    return moved;
}

}  // namespace brindel
