#include "core/targets/grid.h"

#include <algorithm>
#include <set>

#include "core/model/measures.h"

namespace brindel {

GridPlan gridPlan(const Form& form, const Arrangement& a) {
    GridPlan g;
    for (const Piece& p : a.pieces) {
        if (p.hasLabel()) g.items.push_back({.id = p.label, .box = p.labelBox, .row = p.row});
        g.items.push_back({.id = p.id,
                           .box = p.box,
                           .row = p.row,
                           .down = p.down,
                           .growsAcross = p.growsAcross,
                           .growsDown = p.growsDown});
    }
    if (g.items.empty()) return g;
    const std::size_t rowCount = a.rows.size();
    g.ofButtons.assign(rowCount, true);
    for (const GridItem& item : g.items)
        if (!form.find(item.id)->is().pressed) g.ofButtons[item.row] = false;
    auto trackAt = [](const std::vector<double>& starts, double at) {
        const auto behind = std::ranges::upper_bound(starts, at + 0.01) - starts.begin();
        return std::size_t(std::max<std::ptrdiff_t>(1, behind)) - 1;
    };
    std::set<std::size_t> kept;
    for (const GridItem& item : g.items)
        if (!g.ofButtons[item.row]) kept.insert(trackAt(a.edges, item.box.left));
    for (std::size_t i : kept) g.columns.push_back(a.edges[i]);
    if (g.columns.empty()) g.columns = {g.items[0].box.left};
    const double none = 1e9;
    g.all = g.items[0].box;
    g.tops.assign(rowCount, none);
    g.ends.assign(rowCount, 0);
    g.inRow.assign(rowCount, 0);
    for (GridItem& item : g.items) {
        item.column = trackAt(g.columns, item.box.left);
        item.across = std::max(item.column, trackAt(g.columns, item.box.right() - 1)) - item.column + 1;
        g.all = g.all.united(item.box);
        g.tops[item.row] = std::min(g.tops[item.row], item.box.top);
        ++g.inRow[item.row];
        if (item.down == 1) g.ends[item.row] = std::max(g.ends[item.row], item.box.bottom());
    }
    for (std::size_t r = 0; r < rowCount; ++r)
        if (g.tops[r] == none) g.tops[r] = r > 0 ? g.tops[r - 1] : g.all.top;
    const Measures& measures = measuresFor(form);
    g.down = none;
    g.across = std::min(measures.columnGap / 2, measures.labelGap);
    for (std::size_t r = 0; r + 1 < rowCount; ++r)
        if (g.ends[r] > 0) g.down = std::min(g.down, std::max(0.0, g.tops[r + 1] - g.ends[r]));
    if (g.down == none) g.down = measures.rowGap;
    return g;
}

}  // namespace brindel
