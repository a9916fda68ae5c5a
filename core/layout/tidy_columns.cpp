// The columns of a container: which left edges are one, and on which lines they lie.
#include "core/layout/tidying.h"

namespace brindel::tidy {

void Tidying::findClusters() {
    // The gap between labels and their fields is one for all; the house's own where it is near.
    gap_ = labelGap();
    const double gap = gap_;
    // A pair says twice where its field's left edge is: by itself, and by its label's end.
    std::vector<std::pair<double, std::size_t>> lefts;
    for (std::size_t i = 0; i < units_.size(); ++i) lefts.emplace_back(units_[i].box.left, i);
    std::ranges::sort(lefts);
    auto& clusters = clusters_;
    for (const auto& [left, i] : lefts) {
        const bool fits = !clusters.empty() && left - units_[clusters.back().units.front()].box.left <= 2 * reach_ &&
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

void Tidying::layColumns() {
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

double Tidying::labelGap() const {
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

std::pair<double, double> Tidying::bestPlace(const Cluster& c, double gap) const {
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

void Tidying::settle(const Cluster& c, double left, double gap) {
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

}  // namespace brindel::tidy
