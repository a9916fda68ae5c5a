#include "core/layout/tidy.h"

#include <algorithm>
#include <cmath>
#include <map>
#include <set>
#include <tuple>

#include "core/edit/arrange.h"
#include "core/layout/measures.h"

namespace brindel {
namespace {

/// One control with, for a field, the label that stands on its left and moves with it.
struct Unit {
    Id id = noControl, label = noControl;
    Box box, labelBox;
    Kind kind = Kind::label;
    double level = 0;           // its text line
    std::vector<Id> more = {};  // buttons that follow it on its row, as one with it
    bool hasLabel() const { return label != noControl; }
};

struct Row {
    std::vector<std::size_t> units;
    double low = 0, high = 0;     // the text lines that all its units can reach
    double above = 0, below = 0;  // how far it reaches from its text line
    bool buttons = true, filled = false, wide = false;
    int heading = 0;     // a heading of this rank stands here alone; 4 for fine print
    bool label = false;  // nothing but wording
    double spread = 0;   // between the highest and the lowest text line in it
    double guess() const { return (low + high) / 2; }
};

class Tidying {
  public:
    /// `known` are lines of containers around or beside this one, from its left edge.
    Tidying(const Form& form, Id container, const std::set<Id>& chosen, std::vector<std::pair<double, double>> known)
        : form_(form),
          container_(container),
          m_(measuresFor(form.isDialog())),
          reach_(form.isDialog() ? 7 : 2),
          grain_(form.isDialog() ? 1 : 0.5),
          lines_(std::move(known)) {
        const Control& holder = *form.find(container);
        area_ = boxOf(form, holder);
        if (holder.kind == Kind::page) {
            page_ = withinMargins(form);
        } else {
            const bool frame = holder.kind == Kind::frame;
            // Around tabs there is a little less room than around fields.
            tabbed_ = std::ranges::any_of(holder.children, [&](Id id) { return form.find(id)->kind == Kind::tabs; });
            const double side = frame ? m_.frameSide : !form.isDialog() ? 4 : tabbed_ ? 16 : m_.inset;
            page_ = {side, frame ? m_.frameTop : tabbed_ ? 16 : m_.top, area_.width - 2 * side, area_.height};
        }
        gather(holder, chosen);
    }

    /// The lines that its edges lie on now, each with how much it is trusted.
    const std::vector<std::pair<double, double>>& lines() const { return lines_; }

    Form run() {
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

  private:
    const Form& form_;
    Id container_;
    const Measures& m_;
    double reach_, grain_;
    std::vector<std::pair<double, double>> lines_;  // known lines, and how much each is trusted
    Box area_, page_;
    std::vector<Unit> units_;
    std::vector<Row> rows_;
    bool tabbed_ = false;
    double buttonGap_ = 0;
    bool buttonsRagged_ = false, question_ = false;

    static Form moved(const Form& form, Id id, const Box& to) {
        const Box& from = form.find(id)->box;
        const double dx = to.left - from.left, dy = to.top - from.top;
        return std::abs(dx) < 1e-6 && std::abs(dy) < 1e-6 ? form : shifted(form, {id}, dx, dy);
    }
    double grained(double v) const { return std::round(v / grain_) * grain_; }

    double levelOf(Id id) const { return textLine(form_, id) - onSurface(form_, container_).top; }

    void gather(const Control& holder, const std::set<Id>& chosen) {
        // How far labels stand from their fields here, by most of them.
        std::vector<double> gaps;
        for (Id id : holder.children)
            if (const Control* label = labelOf(form_, id))
                gaps.push_back(form_.find(id)->box.left - label->box.right());
        std::erase_if(gaps, [&](double gap) { return gap < -reach_ || gap > 4 * m_.labelGap; });
        std::ranges::sort(gaps);
        const double usual = gaps.empty() ? m_.labelGap : gaps[gaps.size() / 2];
        std::set<Id> labels;
        for (Id id : holder.children) {
            const Control& c = *form_.find(id);
            if (c.kind == Kind::box || (!chosen.empty() && !chosen.contains(id))) continue;
            Unit u{id, noControl, c.box, {}, c.kind, levelOf(id)};
            if (const Control* label = labelOf(form_, id)) {
                const Box& l = label->box;
                // Beside the field, on about its text line: such a label moves with it.
                const bool beside = std::abs(c.box.left - l.right() - usual) <= 1.9 * reach_ &&
                                    std::abs(l.centre().y - u.level) <= 1.9 * reach_;
                if (beside && (chosen.empty() || chosen.contains(label->id))) {
                    u.label = label->id;
                    u.labelBox = l;
                    labels.insert(label->id);
                }
            }
            units_.push_back(u);
        }
        std::erase_if(units_, [&](const Unit& u) { return labels.contains(u.id); });
    }

    /// Buttons side by side become one unit with equal gaps, as wide as they are together.
    void buttonsGathered() {
        std::vector<std::size_t> all;
        for (std::size_t i = 0; i < units_.size(); ++i)
            if (units_[i].kind == Kind::button && !units_[i].hasLabel()) all.push_back(i);
        std::ranges::sort(all, {}, [&](std::size_t i) { return units_[i].box.left; });
        std::set<std::size_t> taken;
        std::vector<Unit> groups;
        for (std::size_t first : all) {
            if (taken.contains(first)) continue;
            std::vector<std::size_t> run{first};
            for (std::size_t i : all) {
                const Box &last = units_[run.back()].box, &box = units_[i].box;
                const double gap = box.left - last.right();
                if (i != first && !taken.contains(i) && std::abs(box.top - last.top) <= 2 * reach_ &&
                    gap > -2 * reach_ && gap < m_.buttonGap + 2 * reach_ + 2 && box.left > last.left)
                    run.push_back(i);
            }
            if (run.size() < 2) continue;
            taken.insert(run.begin(), run.end());
            Unit group = units_[first];
            double wide = 0, level = 0, lowest = 1e9, highest = -1e9;
            for (std::size_t i : run) {
                group.more.push_back(units_[i].id);
                // Each button says where the first begins.
                const double begins = units_[i].box.left - wide;
                lowest = std::min(lowest, begins);
                highest = std::max(highest, begins);
                wide += units_[i].box.width + m_.buttonGap;
                level += units_[i].level / double(run.size());
                buttonsRagged_ = buttonsRagged_ || std::abs(units_[i].level - group.level) > grain_ / 2;
            }
            buttonsRagged_ = buttonsRagged_ || highest - lowest > grain_ / 2;
            group.box.width = wide - m_.buttonGap;
            group.box.left = (lowest + highest) / 2;
            group.box.top += level - group.level;
            group.level = level;
            groups.push_back(group);
        }
        buttonGap_ = m_.buttonGap;
        std::vector<Unit> rest;
        for (std::size_t i = 0; i < units_.size(); ++i)
            if (!taken.contains(i)) rest.push_back(units_[i]);
        rest.insert(rest.end(), groups.begin(), groups.end());
        units_ = std::move(rest);
    }

    /// What stands exactly on its rows and columns already is left alone.
    bool ragged() const {
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

    static bool besideEachOther(const Unit& a, const Unit& b) {
        const double slack = 0.5 * std::min(a.box.width, b.box.width);
        const Box left = a.hasLabel() ? a.box.united(a.labelBox) : a.box;
        const Box right = b.hasLabel() ? b.box.united(b.labelBox) : b.box;
        return left.right() <= right.left + slack * 0.4 || right.right() <= left.left + slack * 0.4;
    }

    static bool kindFills(Kind kind) { return brindel::row(kind).filled; }

    void findRows() {
        question_ = std::ranges::all_of(units_, [](const Unit& u) { return u.kind == Kind::radioButton; });
        std::vector<std::size_t> order(units_.size());
        for (std::size_t i = 0; i < order.size(); ++i) order[i] = i;
        std::ranges::sort(order, {}, [&](std::size_t i) { return units_[i].level; });
        for (std::size_t i : order) {
            const Unit& u = units_[i];
            // Into the row above when it is within reach of all that stand there, and beside them.
            Row* home = nullptr;
            if (!rows_.empty()) {
                Row& last = rows_.back();
                const bool near = std::ranges::all_of(last.units, [&](std::size_t k) {
                    return std::abs(units_[k].level - u.level) <= 2 * reach_ && besideEachOther(units_[k], u);
                });
                if (near) home = &last;
            }
            if (!home) home = &rows_.emplace_back();
            home->units.push_back(i);
        }
        for (Row& row : rows_) {
            double lowest = -1e9, highest = 1e9;
            for (std::size_t i : row.units) {
                const Unit& u = units_[i];
                auto one = [&](double level, const Box& b) {
                    lowest = std::max(lowest, level);
                    highest = std::min(highest, level);
                    row.above = std::max(row.above, level - b.top);
                    row.below = std::max(row.below, b.bottom() - level);
                };
                one(u.level, u.box);
                if (u.hasLabel()) {
                    lowest = std::max(lowest, u.labelBox.centre().y);
                    highest = std::min(highest, u.labelBox.centre().y);
                }
                row.buttons = row.buttons && u.kind == Kind::button;
                row.filled = row.filled || kindFills(u.kind);
                row.wide = row.wide || u.kind == Kind::frame || u.kind == Kind::tabs || u.kind == Kind::table;
            }
            row.spread = lowest - highest;
            if (row.units.size() == 1 && units_[row.units[0]].kind == Kind::label) {
                const std::string& role = form_.find(units_[row.units[0]].id)->text(Prop::role);
                row.label = true;
                row.heading = role == "heading1"    ? 1
                              : role == "heading2"  ? 2
                              : role == "heading3"  ? 3
                              : role == "finePrint" ? 4
                                                    : 0;
            }
            row.low = lowest - reach_;
            row.high = highest + reach_;
            // Ticks and choices have the height of a row of fields, but where radio buttons have a frame to themselves.
            if (row.filled && !question_) {
                row.above = std::max(row.above, m_.fieldHigh / 2);
                row.below = std::max(row.below, m_.fieldHigh / 2);
            }
        }
        std::ranges::sort(rows_, {}, &Row::guess);
    }

    /// The distances from one row to the next that Brindel lays out by, and how unlikely each is here.
    std::vector<std::pair<double, double>> gapsBetween(const Row& before, const Row& row) const {
        const bool dialog = form_.isDialog();
        if (question_) return {{dialog ? 4.0 : 1.0, 0}, {m_.rowGap, 5}};
        if (before.heading == 1) return {{1, 0}, {m_.rowGap, 3}};
        if (before.heading == 2 && !dialog) return {{2, 0}, {m_.rowGap, 3}};
        if (row.heading == 2 || row.heading == 1) return {{m_.sectionGap, 0}, {m_.rowGap, 3}};
        if (before.heading == 4) return {{dialog ? m_.rowGap : m_.rowGap + 1, 0}, {m_.rowGap, 2}};
        // Wording right above a field or a table belongs to it.
        if (before.label && !row.label && !row.buttons && labels(before, row))
            return {{dialog ? 4.0 : 1.0, 0}, {m_.rowGap, 3}};
        if (row.buttons && dialog)
            return {{before.wide ? 16.0 : 18.0, 0}, {m_.rowGap, 1}, {m_.sectionGap, 1.5}, {16.0, 1.5}};
        return {{m_.rowGap, 0},
                {m_.sectionGap, 4},
                {m_.rowGap * 2 / 3, 4},
                {dialog ? 16.0 : 4.0, 4},
                {m_.rowGap + m_.sectionGap, 6}};
    }
    bool labels(const Row& before, const Row& row) const {
        const Id field = form_.find(units_[before.units[0]].id)->reference(Prop::labels);
        return std::ranges::any_of(row.units, [&](std::size_t i) { return units_[i].id == field; });
    }

    /// Lays the rows' text lines: of all ways to go down by distances that Brindel knows, the one that moves least.
    void layRows() {
        struct Way {
            double level = 0, cost = 0;
            std::size_t from = 0;
        };
        std::vector<std::vector<Way>> ways(rows_.size());
        auto residual = [&](const Row& row, double level) {
            const double sigma = reach_ / (1 + 0.5 * double(row.units.size()));
            const double off = (level - row.guess()) / sigma;
            return off * off * 0.35;
        };
        auto add = [&](std::size_t k, double level, double cost, std::size_t from) {
            const Row& row = rows_[k];
            if (level < row.low - 1e-9 || level > row.high + 1e-9) return;
            cost += residual(row, level);
            for (Way& w : ways[k])
                if (std::abs(w.level - level) < grain_ / 4) {
                    if (cost < w.cost) w = {level, cost, from};
                    return;
                }
            ways[k].push_back({level, cost, from});
        };
        for (std::size_t k = 0; k < rows_.size(); ++k) {
            const Row& row = rows_[k];
            const double own = grained(row.guess() - row.above) + row.above;  // edges on whole units
            // From the foot of the container: buttons of a dialog stand there.
            const double foot = area_.height - row.below;
            if (k == 0) {
                add(0, page_.top + row.above, 0, 0);
                if (!question_) add(0, (form_.isDialog() ? 16 : page_.top) + row.above, 2.5, 0);
                add(0, own, 6, 0);
                continue;
            }
            const std::vector<std::pair<double, double>> gaps = gapsBetween(rows_[k - 1], row);
            const Row& before = rows_[k - 1];
            for (std::size_t w = 0; w < ways[k - 1].size(); ++w) {
                const Way way = ways[k - 1][w];
                for (const auto& [gap, cost] : gaps)
                    add(k, way.level + before.below + gap + row.above, way.cost + cost, w);
                if (row.buttons && form_.isDialog())
                    add(k, foot - (form_.find(container_)->kind == Kind::dialog ? 16 : m_.top),
                        way.cost + (k + 1 == rows_.size() ? -1 : 2), w);
                add(k, own, way.cost + 7, w);
            }
        }
        for (std::size_t k = rows_.size(), at = 0; k-- > 0;) {
            if (k + 1 == rows_.size())
                at = std::size_t(std::ranges::min_element(ways[k], {}, &Way::cost) - ways[k].begin());
            const double level = ways[k].empty() ? rows_[k].guess() : ways[k][at].level;
            for (std::size_t i : rows_[k].units) {
                Unit& u = units_[i];
                u.box.top += level - u.level;
                if (form_.isDialog()) u.box.top = std::round(u.box.top);
                if (u.hasLabel()) {
                    u.labelBox.top = level - u.labelBox.height / 2;
                    if (form_.isDialog()) u.labelBox.top = std::floor(u.labelBox.top + 0.5);
                }
                u.level = level;
            }
            if (!ways[k].empty()) at = ways[k][at].from;
        }
    }

    // ---- columns ----

    struct Cluster {
        std::vector<std::size_t> units;
        double low = 0, high = 0;  // the left edges that all of them can reach
        double spread = 0;
        double guess() const { return (low + high) / 2; }
    };
    std::vector<Cluster> clusters_;
    double gap_ = 0;  // between labels and their fields

    double trust(double x) const {
        double most = 0;
        for (const auto& [line, weight] : lines_)
            if (std::abs(line - x) < grain_ / 2) most = std::max(most, weight);
        return most;
    }
    void know(double x, double weight) { lines_.emplace_back(x, weight); }

    void findClusters() {
        // The gap between labels and their fields is one for all; the house's own where it is near.
        gap_ = labelGap();
        const double gap = gap_;
        // A pair says twice where its field's left edge is: by itself, and by its label's end.
        std::vector<std::pair<double, std::size_t>> lefts;
        for (std::size_t i = 0; i < units_.size(); ++i) lefts.emplace_back(units_[i].box.left, i);
        std::ranges::sort(lefts);
        auto& clusters = clusters_;
        for (const auto& [left, i] : lefts) {
            const bool fits = !clusters.empty() &&
                              left - units_[clusters.back().units.front()].box.left <= 2 * reach_ &&
                              units_[clusters.back().units.front()].hasLabel() == units_[i].hasLabel();
            if (!fits) clusters.emplace_back();
            clusters.back().units.push_back(i);
        }
        for (Cluster& c : clusters) {
            double lowest = 1e9, highest = -1e9;
            for (std::size_t i : c.units) {
                const Unit& u = units_[i];
                auto says = [&](double left) {
                    lowest = std::min(lowest, left);
                    highest = std::max(highest, left);
                };
                says(u.box.left);
                if (u.hasLabel()) says(u.labelBox.right() + gap);
            }
            c.spread = highest - lowest;
            c.low = highest - reach_;
            c.high = lowest + reach_;
            if (c.low > c.high) std::swap(c.low, c.high);
        }
    }

    void layColumns() {
        know(page_.left, 3);
        know(page_.left + page_.width, 3);
        if (question_)
            // Radio buttons side by side share the frame's width equally.
            for (const Row& row : rows_)
                for (std::size_t i = 1; i < row.units.size(); ++i)
                    know(page_.left + page_.width * double(i) / double(row.units.size()), 2);
        const double gap = gap_;
        auto& clusters = clusters_;
        // The widest evidence first: it makes the lines that the rest is laid on.
        std::ranges::stable_sort(clusters,
                                 [](const Cluster& a, const Cluster& b) { return a.units.size() > b.units.size(); });
        std::vector<bool> done(clusters.size());
        for (std::size_t round = 0; round < clusters.size(); ++round) {
            std::size_t best = clusters.size();
            double bestScore = -1e9, bestLeft = 0;
            for (std::size_t k = 0; k < clusters.size(); ++k) {
                if (done[k]) continue;
                auto [score, left] = bestPlace(clusters[k], gap);
                if (score > bestScore) bestScore = score, best = k, bestLeft = left;
            }
            if (best == clusters.size()) break;
            done[best] = true;
            settle(clusters[best], bestLeft, gap);
        }
    }

    double labelGap() const {
        std::vector<double> gaps;
        for (const Unit& u : units_)
            if (u.hasLabel()) gaps.push_back(u.box.left - u.labelBox.right());
        if (gaps.empty()) return m_.labelGap;
        std::ranges::sort(gaps);
        const double middle = gaps[gaps.size() / 2];
        // A few ragged pairs say little about their gap.
        const double doubt = gaps.size() < 4 ? 1.9 : 1.2;
        return std::abs(middle - m_.labelGap) <= doubt * reach_ ? m_.labelGap : grained(middle);
    }

    /// Where the left edges of a cluster lie best: on lines that are known already, by as many of its edges as can be.
    std::pair<double, double> bestPlace(const Cluster& c, double gap) const {
        const double sigma = reach_ / (1 + 0.6 * double(c.units.size()));
        std::vector<double> places = {grained(c.guess())};
        for (const auto& [line, weight] : lines_)
            for (std::size_t i : c.units) {
                const Unit& u = units_[i];
                places.push_back(line);
                places.push_back(line - u.box.width);
                if (u.hasLabel()) places.push_back(line + u.labelBox.width + gap);
            }
        double bestScore = -1e9, bestLeft = grained(c.guess());
        for (double place : places) {
            if (place < c.low - 1e-9 || place > c.high + 1e-9) continue;
            const double off = (place - c.guess()) / sigma;
            double support = trust(place);
            double right = 0, label = 0;
            for (std::size_t i : c.units) {
                const Unit& u = units_[i];
                right += trust(place + u.box.width);
                if (u.hasLabel()) label += trust(place - gap - u.labelBox.width);
            }
            support += std::min(right, 6.0) + std::min(label, 6.0);
            // More units in the cluster say more about it than any line.
            const double score = support + 0.3 * double(c.units.size()) - 0.5 * off * off;
            if (score > bestScore + 1e-9) bestScore = score, bestLeft = place;
        }
        return {bestScore, bestLeft};
    }

    void settle(const Cluster& c, double left, double gap) {
        const double weight = std::min(3.0, 1.0 + 0.5 * double(c.units.size()));
        know(left, weight);
        for (std::size_t i : c.units) {
            Unit& u = units_[i];
            u.box.left = left;
            know(u.box.right(), 0.8);
            know(u.box.right() + m_.columnGap, 1.4);
            if (!u.hasLabel()) continue;
            u.labelBox.left = left - gap - u.labelBox.width;
            know(u.labelBox.left, 0.6);
        }
    }
};

}  // namespace

Form tidied(const Form& form, const Ids& ids) {
    std::set<Id> chosen(ids.begin(), ids.end());
    std::vector<Id> containers;
    walk(form, rootId, [&](const Control& c, int) {
        const bool area =
            c.kind == Kind::dialog || c.kind == Kind::page || c.kind == Kind::tabPage || c.kind == Kind::frame;
        if (area) containers.push_back(c.id);
    });
    // Pages are laid by the same lines, and frames by those around them: what has most to say goes first.
    auto turn = [&](Id id) {
        const Control& c = *form.find(id);
        return std::tuple(c.kind == Kind::frame, c.kind == Kind::frame ? 0 : long(c.parent),
                          c.kind == Kind::frame ? 0 : -long(c.children.size()));
    };
    std::ranges::stable_sort(containers, {}, turn);
    Form next = form;
    std::map<Id, std::vector<std::pair<double, double>>> linesOf;  // from the left edge of each container
    for (Id container : containers) {
        const Control& holder = *next.find(container);
        if (!chosen.empty() && std::ranges::none_of(holder.children, [&](Id id) { return chosen.contains(id); }))
            continue;
        std::vector<std::pair<double, double>> known;
        if (holder.kind == Kind::frame)
            for (const auto& [line, weight] : linesOf[holder.parent])
                known.emplace_back(line - holder.box.left, weight * 0.8);
        if (holder.kind == Kind::tabPage || holder.kind == Kind::page)
            for (Id beside : next.find(holder.parent)->children)
                if (beside != container && linesOf.contains(beside))
                    for (const auto& [line, weight] : linesOf[beside]) known.emplace_back(line, weight * 0.7);
        Tidying tidying(next, container, chosen, std::move(known));
        Form laid = tidying.run();
        linesOf[container] = tidying.lines();
        next = std::move(laid);
    }
    return next;
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
