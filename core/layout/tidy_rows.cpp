// The rows of a container: which controls stand on one text line, and how far the lines are apart.
#include <map>

#include "core/layout/tidying.h"

namespace brindel::tidy {

void Tidying::gather(const std::set<Id>& chosen) {
    auto taken = [&](Id id) { return chosen.empty() || chosen.contains(id); };
    const Arrangement arrangement = arrangementOf(form_, container_, true);
    for (const Piece& p : arrangement.pieces) {
        // A label moves with its field, but where only one of the two is to be moved.
        const bool both = p.hasLabel() && taken(p.id) && taken(p.label);
        if (taken(p.id))
            units_.push_back({p.id, both ? p.label : noControl, p.box, both ? p.labelBox : Box{},
                              form_.find(p.id)->kind, p.line, p.row});
        else if (p.hasLabel() && taken(p.label))
            units_.push_back({p.label,
                              noControl,
                              p.labelBox,
                              {},
                              form_.find(p.label)->kind,
                              p.labelBox.top + lineWithin(form_, *form_.find(p.label), p.labelBox),
                              p.row});
    }
}

void Tidying::buttonsGathered() {
    std::vector<std::size_t> all;
    for (std::size_t i = 0; i < units_.size(); ++i)
        if (brindel::row(units_[i].kind).pressed && !units_[i].hasLabel()) all.push_back(i);
    std::ranges::sort(all, {}, [&](std::size_t i) { return units_[i].box.left; });
    std::set<std::size_t> taken;
    std::vector<Unit> groups;
    for (std::size_t first : all) {
        if (taken.contains(first)) continue;
        std::vector<std::size_t> run{first};
        for (std::size_t i : all) {
            const Box &last = units_[run.back()].box, &box = units_[i].box;
            const double gap = box.left - last.right();
            if (i != first && !taken.contains(i) && std::abs(box.top - last.top) <= 2 * reach_ && gap > -2 * reach_ &&
                gap < m_.buttonGap + 2 * reach_ + 2 && box.left > last.left)
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

void Tidying::findRows() {
    question_ = std::ranges::all_of(units_, [](const Unit& u) { return row(u.kind).answer().shared; });
    std::map<std::size_t, Row> rows;
    for (std::size_t i = 0; i < units_.size(); ++i) rows[units_[i].row].units.push_back(i);
    for (auto& [number, row] : rows) rows_.push_back(std::move(row));
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
            row.buttons = row.buttons && brindel::row(u.kind).pressed;
            row.filled = row.filled || kindFills(u.kind);
            row.wide =
                row.wide || brindel::row(u.kind).framed || brindel::row(u.kind).turns || brindel::row(u.kind).grid;
        }
        row.spread = lowest - highest;
        if (row.units.size() == 1 && brindel::row(units_[row.units[0]].kind).speaks) {
            row.label = true;
            row.heading = int(form_.find(units_[row.units[0]].id)->as<Role>());  // 1 to 3, 4 for fine print
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

std::vector<std::pair<double, double>> Tidying::gapsBetween(const Row& before, const Row& row) const {
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

bool Tidying::labels(const Row& before, const Row& row) const {
    const Id field = form_.find(units_[before.units[0]].id)->reference(Prop::labels);
    return std::ranges::any_of(row.units, [&](std::size_t i) { return units_[i].id == field; });
}

void Tidying::layRows() {
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
            for (const auto& [gap, cost] : gaps) add(k, way.level + before.below + gap + row.above, way.cost + cost, w);
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

}  // namespace brindel::tidy
