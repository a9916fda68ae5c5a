// The layouts of a class: what a container holds, in a grid read from the arrangement of its boxes.
#include <fmt/format.h>

#include <algorithm>
#include <cmath>
#include <span>

#include "core/arrangement/arrangement.h"
#include "core/layout/folding.h"
#include "core/targets/grid.h"
#include "core/targets/qt/qt_words.h"
#include "core/targets/qt/qt_writer.h"

namespace brindel::qt {

using std::string;

namespace {

bool holdsTo(const Control& c, const char* edge) {
    return c.text(Prop::holdsTo).find(edge) != string::npos;
}

/// Where the tracks of a grid begin, and which of them takes the room that there is more: the last one before a track
/// whose content moves along with the far side.
struct Tracks {
    std::vector<double> starts;
    std::vector<bool> moves;
    double end = 0;

    std::optional<std::size_t> stretched() const {
        for (std::size_t i = 0; i < starts.size(); ++i)
            if (i + 1 == starts.size() || moves[i + 1]) return i;
        return std::nullopt;
    }
    double width(std::size_t i) const { return (i + 1 < starts.size() ? starts[i + 1] : end) - starts[i]; }
};

}  // namespace

void Writer::writeLayout(const Control& holder, string& out) {
    const Arrangement a = arrangementOf(form_, holder.id);
    const Extent room = holder.id == rootId ? Extent{holder.box.width, holder.box.height}
                                            : Extent{boxOf(form_, holder).width, boxOf(form_, holder).height};
    GridPlan plan = gridPlan(form_, a);
    std::vector<GridItem>& items = plan.items;
    if (items.empty() && a.behind.empty()) return;
    include("QGridLayout");
    const string member = memberOf(holder.id);
    const Box all = items.empty() ? Box{0, 0, room.width, room.height} : plan.all;
    const std::size_t rowCount = a.rows.size();
    const std::vector<double>&tops = plan.tops, &ends = plan.ends;
    const std::vector<bool>& ofButtons = plan.ofButtons;
    if (plan.columns.empty()) plan.columns = {0};
    Tracks columns{plan.columns, std::vector<bool>(plan.columns.size()), all.right()};
    Tracks rows{tops, std::vector<bool>(rowCount), all.bottom()};
    for (const GridItem& item : items) {
        const Control& c = *form_.find(item.id);
        if (holdsTo(c, "bottom") && !holdsTo(c, "top")) rows.moves[item.row] = true;
        if (!ofButtons[item.row] && holdsTo(c, "right") && !holdsTo(c, "left")) columns.moves[item.column] = true;
    }
    // The gaps that most tracks have are the grid's own; what is more becomes a least width or height.
    const double down = items.empty() ? measuresFor(form_).rowGap : plan.down;
    double across = std::min(measuresFor(form_).columnGap / 2, measuresFor(form_).labelGap);
    // The sign of what must be filled in stands in the gap between a label and its field.
    const double sign = form_.isDialog() ? 8 : 2;
    const auto endsAtField = [&](const Piece& p) {
        return p.hasLabel() && lookOf(form_, *form_.find(p.label)).across == Across::end;
    };
    if (std::ranges::any_of(a.pieces, endsAtField)) across -= sign;
    // What reaches into the gap before a column that is free beside it reaches into that column.
    std::set<std::pair<std::size_t, std::size_t>> begun;
    for (const GridItem& item : items) begun.emplace(item.row, item.column);
    for (GridItem& item : items)
        if (const std::size_t next = item.column + item.across;
            next < columns.starts.size() && item.box.right() > columns.starts[next] - across + 0.5 &&
            !begun.contains({item.row, next}))
            ++item.across;

    auto line = [&](const string& text) { out += text + "\n"; };
    // A page of tabs stands two pixels within its tabs.
    const double frame = holder.is().turned ? 2 / pixels_ : 0;
    line("");
    line(fmt::format("auto *grid = new QGridLayout({});", holder.id == rootId && form_.isDialog() ? "this" : member));
    line(fmt::format("grid->setContentsMargins({}, {}, {}, {});", scaled(std::max(0.0, all.left - frame)),
                     scaled(std::max(0.0, all.top - frame)), scaled(std::max(0.0, room.width - all.right() - frame)),
                     scaled(std::max(0.0, room.height - all.bottom() - frame))));
    line(fmt::format("grid->setHorizontalSpacing({});", scaled(across)));
    line(fmt::format("grid->setVerticalSpacing({});", scaled(down)));
    if (columns.starts.size() > 1) {
        string widths;
        for (std::size_t i = 0; i < columns.starts.size(); ++i)
            widths += (i ? ", " : "") +
                      scaled(std::max(0.0, columns.width(i) - (i + 1 < columns.starts.size() ? across : 0)));
        use("columns");
        line(fmt::format("fx::columns(grid, {{{}}});", widths));
    }
    if (const auto wide = columns.stretched()) line(fmt::format("grid->setColumnStretch({}, 1);", *wide));
    for (const Piece& p : a.pieces)
        if (endsAtField(p)) line(fmt::format("{}->setRoomForMark({});", madeName(*form_.find(p.label)), scaled(sign)));
    std::ranges::stable_sort(items, {}, [](const GridItem& item) { return std::pair(item.row, item.box.left); });
    const auto high = rows.stretched();
    line("int row = -1;");
    std::size_t next = 0;
    for (std::size_t r = 0; r < rowCount; ++r) {
        const double extra = r + 1 < rowCount ? tops[r + 1] - tops[r] - down : 0;
        bool first = true;
        const bool taller = r + 1 < rowCount && extra > ends[r] - tops[r] + 0.5;
        const bool grows = high && *high == r && r + 1 < rowCount;
        const auto last = std::ranges::find_if(items.begin() + long(next), items.end(),
                                               [&](const GridItem& item) { return item.row != r; });
        const std::span<const GridItem> here(items.begin() + long(next), last);
        if (!here.empty() && ofButtons[r]) {
            include("QHBoxLayout");
            double from = all.left, widest = 0;
            std::vector<double> gaps;
            for (const GridItem& item : here) {
                gaps.push_back(item.box.left - from);
                from = item.box.right();
            }
            gaps.push_back(all.right() - from);
            widest = *std::ranges::max_element(gaps);
            const string buttons = fmt::format("{}Line", accessors_.at(here.front().id));
            line(fmt::format("auto *{} = new QHBoxLayout;", buttons));
            line(fmt::format("{}->setSpacing(0);", buttons));
            auto gap = [&](double wide) {
                if (wide == widest)
                    line(fmt::format("{}->addStretch();", buttons));
                else if (wide > 0.5)
                    line(fmt::format("{}->addSpacing({});", buttons, scaled(wide)));
            };
            for (std::size_t i = 0; i < here.size(); ++i) {
                gap(gaps[i]);
                line(fmt::format("{}->addWidget({});", buttons, memberOf(here[i].id)));
            }
            gap(gaps.back());
            line(fmt::format("grid->addLayout({}, ++row, 0, 1, {}, Qt::AlignTop);", buttons, columns.starts.size()));
            next += here.size();
            first = false;
        }
        for (; next < items.size() && items[next].row == r; ++next) {
            const GridItem& item = items[next];
            const Control& c = *form_.find(item.id);
            const string widget = memberOf(item.id);
            const double lead = item.box.top - tops[r], high_ = ends[r] - tops[r];
            const bool centred = std::abs(lead + item.box.height / 2 - high_ / 2) <= 1.6 / pixels_ && item.down == 1 &&
                                 !taller && !grows;
            string how;
            const bool fills = c.is().speaks;
            if (!item.growsAcross && !fills) how = "Qt::AlignLeft";
            const double gap = px(lead);
            if (!item.growsDown)
                how += (how.empty() ? "" : " | ") + string(centred ? "Qt::AlignVCenter" : "Qt::AlignTop");
            if (!centred && gap > 1 && !item.growsDown) {
                // It stands a little below the row's top.
                use("lowered");
                line(fmt::format("fx::lowered(grid, {}, {}, {{{}row, {}, {}, {}}}{});", widget, scaled(lead),
                                 first ? "++" : "", item.column, item.down, item.across,
                                 how.empty() ? "" : ", " + how));
            } else {
                const bool spans = item.down > 1 || item.across > 1;
                line(fmt::format("grid->addWidget({}, {}row, {}{}{});", widget, first ? "++" : "", item.column,
                                 spans ? fmt::format(", {}, {}", item.down, item.across) : "",
                                 how.empty() ? "" : ", " + how));
            }
            first = false;
        }
        if (first) line("++row;");
        // A frame that folds takes the height of its row with it.
        const Control* alone = plan.inRow[r] == 1 ? form_.find(items[next - 1].id) : nullptr;
        if (taller && alone && folds(*alone))
            line(fmt::format("filling_->folds({}, {{grid, row, {}}});", memberOf(alone->id), scaled(extra)));
        else if (taller)
            line(fmt::format("grid->setRowMinimumHeight(row, {});", scaled(extra)));
        if (grows) line("grid->setRowStretch(row, 1);");
    }
    if (high && *high + 1 == rowCount) {
        const bool grown = std::ranges::any_of(items, [&](const GridItem& item) { return item.growsDown; });
        line(fmt::format("grid->setRowStretch(row{}, 1);", grown ? "" : " + 1"));
    }
    for (Id id : a.behind) {
        const Box box = boxOf(form_, *form_.find(id));
        use("behind");
        line(fmt::format("fx::behind({}, {{{}, {}, {}, {}}});", memberOf(id), scaled(box.left), scaled(box.top),
                         scaled(box.width), scaled(box.height)));
    }
}

}  // namespace brindel::qt
