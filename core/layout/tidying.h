// Tidy at work on one container: its rows, then its columns. Private to layout/.
#pragma once

#include <algorithm>
#include <cmath>
#include <set>

#include "core/arrangement/arrangement.h"
#include "core/edit/arrange.h"
#include "core/model/measures.h"

namespace brindel::tidy {

/// One control with, for a field, the label that stands on its left and moves with it.
struct Unit {
    Id id = noControl, label = noControl;
    Box box, labelBox;
    Kind kind = Kind::label;
    double level = 0;           // its text line
    std::size_t row = 0;        // on which row of the arrangement it stands
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
          m_(measuresFor(form)),
          reach_(m_.reach),
          grain_(m_.grain),
          lines_(std::move(known)) {
        const Control& holder = *form.find(container);
        area_ = boxOf(form, holder);
        if (holder.is().paper) {
            page_ = withinMargins(form);
        } else {
            const bool frame = holder.is().framed;
            // Around tabs there is a little less room than around fields.
            tabbed_ = std::ranges::any_of(holder.children, [&](Id id) { return form.find(id)->is().turns; });
            const double side = frame ? m_.frameSide : tabbed_ ? m_.sideOfTabs : m_.sideRoom;
            page_ = {side, frame ? m_.frameTop : tabbed_ ? 16 : m_.top, area_.width - 2 * side, area_.height};
        }
        gather(chosen);
    }

    /// The lines that its edges lie on now, each with how much it is trusted.
    const std::vector<std::pair<double, double>>& lines() const { return lines_; }

    Form run();

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

    void gather(const std::set<Id>& chosen);

    /// Buttons side by side become one unit with equal gaps, as wide as they are together.
    void buttonsGathered();

    /// What stands exactly on its rows and columns already is left alone.
    bool ragged() const;

    static bool kindFills(Kind kind) { return brindel::row(kind).filled(); }

    void findRows();

    /// The distances from one row to the next that Brindel lays out by, and how unlikely each is here.
    std::vector<std::pair<double, double>> gapsBetween(const Row& before, const Row& row) const;
    bool labels(const Row& before, const Row& row) const;

    /// Lays the rows' text lines: of all ways to go down by distances that Brindel knows, the one that moves least.
    void layRows();

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

    void findClusters();

    void layColumns();

    double labelGap() const;

    /// Where the left edges of a cluster lie best: on lines that are known already, by as many of its edges as can be.
    std::pair<double, double> bestPlace(const Cluster& c, double gap) const;

    void settle(const Cluster& c, double left, double gap);
};

}  // namespace brindel::tidy
