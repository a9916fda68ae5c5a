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

}  // namespace

/// Where the tracks of a grid begin, and which of them takes the room that there is more: the last one before a track
/// whose content moves along with the far side.
struct Writer::Tracks {
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

/// What is laid out of one container, and how the grid is divided.
struct Writer::Laid {
    const Control& holder;
    Arrangement arrangement;
    GridPlan plan;
    Extent room = {};
    Box all = {};
    Tracks columns = {}, rows = {};
    double across = 0, down = 0;  // the gaps
    double sign = 0;              // what the sign of a required field takes of the gap before it
    std::size_t next = 0;         // the item that is written next
    bool inRow = false;           // something of the row that is being written stands in it already
};

bool Writer::endsAtField(const Piece& p) const {
    return p.hasLabel() && lookOf(form_, *form_.find(p.label)).across == Across::end;
}

/// Divides the grid: which tracks move with the far side, and the gaps that most of them have; what is more becomes a
/// least width or height.
void Writer::divide(Laid& laid) const {
    GridPlan& plan = laid.plan;
    if (plan.columns.empty()) plan.columns = {0};
    laid.columns = {plan.columns, std::vector<bool>(plan.columns.size()), laid.all.right()};
    laid.rows = {plan.tops, std::vector<bool>(laid.arrangement.rows.size()), laid.all.bottom()};
    for (const GridItem& item : plan.items) {
        const Control& c = *form_.find(item.id);
        if (holdsTo(c, "bottom") && !holdsTo(c, "top")) laid.rows.moves[item.row] = true;
        if (!plan.ofButtons[item.row] && holdsTo(c, "right") && !holdsTo(c, "left"))
            laid.columns.moves[item.column] = true;
    }
    laid.down = plan.items.empty() ? measuresFor(form_).rowGap : plan.down;
    laid.across = std::min(measuresFor(form_).columnGap / 2, measuresFor(form_).labelGap);
    // The sign of what must be filled in stands in the gap between a label and its field.
    laid.sign = form_.isDialog() ? 8 : 2;
    if (std::ranges::any_of(laid.arrangement.pieces, [&](const Piece& p) { return endsAtField(p); }))
        laid.across -= laid.sign;
    // What reaches into the gap before a column that is free beside it reaches into that column.
    std::set<std::pair<std::size_t, std::size_t>> begun;
    for (const GridItem& item : plan.items) begun.emplace(item.row, item.column);
    for (GridItem& item : plan.items)
        if (const std::size_t next = item.column + item.across;
            next < laid.columns.starts.size() && item.box.right() > laid.columns.starts[next] - laid.across + 0.5 &&
            !begun.contains({item.row, next}))
            ++item.across;
    std::ranges::stable_sort(plan.items, {}, [](const GridItem& item) { return std::pair(item.row, item.box.left); });
}

/// The grid itself: its margins, gaps and columns.
void Writer::writeGrid(const Laid& laid, string& out) {
    auto line = [&](const string& text) { out += text + "\n"; };
    const Tracks& columns = laid.columns;
    const Box& all = laid.all;
    // A page of tabs stands two pixels within its tabs.
    const double frame = laid.holder.is().turned ? 2 / pixels_ : 0;
    line("");
    line(fmt::format("auto *grid = new QGridLayout({});",
                     laid.holder.id == rootId && form_.isDialog() ? "this" : memberOf(laid.holder.id)));
    line(fmt::format("grid->setContentsMargins({}, {}, {}, {});", scaled(std::max(0.0, all.left - frame)),
                     scaled(std::max(0.0, all.top - frame)),
                     scaled(std::max(0.0, laid.room.width - all.right() - frame)),
                     scaled(std::max(0.0, laid.room.height - all.bottom() - frame))));
    line(fmt::format("grid->setHorizontalSpacing({});", scaled(laid.across)));
    line(fmt::format("grid->setVerticalSpacing({});", scaled(laid.down)));
    if (columns.starts.size() > 1) {
        string widths;
        for (std::size_t i = 0; i < columns.starts.size(); ++i)
            widths += (i ? ", " : "") +
                      scaled(std::max(0.0, columns.width(i) - (i + 1 < columns.starts.size() ? laid.across : 0)));
        use("columns");
        line(fmt::format("fx::columns(grid, {{{}}});", widths));
    }
    if (const auto wide = columns.stretched()) line(fmt::format("grid->setColumnStretch({}, 1);", *wide));
    for (const Piece& p : laid.arrangement.pieces)
        if (endsAtField(p))
            line(fmt::format("{}->setRoomForMark({});", madeName(*form_.find(p.label)), scaled(laid.sign)));
    line("int row = -1;");
}

/// A row of buttons, in a line of its own: the widest gap takes what room there is.
void Writer::writeButtons(Laid& laid, std::span<const GridItem> here, string& out) {
    auto line = [&](const string& text) { out += text + "\n"; };
    include("QHBoxLayout");
    double from = laid.all.left;
    std::vector<double> gaps;
    for (const GridItem& item : here) {
        gaps.push_back(item.box.left - from);
        from = item.box.right();
    }
    gaps.push_back(laid.all.right() - from);
    const double widest = *std::ranges::max_element(gaps);
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
    line(fmt::format("grid->addLayout({}, ++row, 0, 1, {}, Qt::AlignTop);", buttons, laid.columns.starts.size()));
    laid.next += here.size();
    laid.inRow = true;
}

/// One control in its cell, level with its row or a little below its top.
void Writer::writeItem(Laid& laid, const GridItem& item, bool rowGrows, string& out) {
    const Control& c = *form_.find(item.id);
    const string widget = memberOf(item.id), row = laid.inRow ? "row" : "++row";
    const double top = laid.plan.tops[item.row], lead = item.box.top - top, high = laid.plan.ends[item.row] - top;
    const bool centred =
        std::abs(lead + item.box.height / 2 - high / 2) <= 1.6 / pixels_ && item.down == 1 && !rowGrows;
    string how;
    if (!item.growsAcross && !c.is().speaks) how = "Qt::AlignLeft";
    if (!item.growsDown) how += (how.empty() ? "" : " | ") + string(centred ? "Qt::AlignVCenter" : "Qt::AlignTop");
    if (!how.empty()) how = ", " + how;
    if (!centred && px(lead) > 1 && !item.growsDown) {
        use("lowered");
        out += fmt::format("fx::lowered(grid, {}, {}, {{{}, {}, {}, {}}}{});\n", widget, scaled(lead), row, item.column,
                           item.down, item.across, how);
    } else {
        const bool spans = item.down > 1 || item.across > 1;
        out += fmt::format("grid->addWidget({}, {}, {}{}{});\n", widget, row, item.column,
                           spans ? fmt::format(", {}, {}", item.down, item.across) : "", how);
    }
    laid.inRow = true;
}

void Writer::writeGridRow(Laid& laid, std::size_t r, string& out) {
    auto line = [&](const string& text) { out += text + "\n"; };
    const std::vector<GridItem>& items = laid.plan.items;
    const std::vector<double>& tops = laid.plan.tops;
    const std::size_t rowCount = tops.size();
    const auto high = laid.rows.stretched();
    const double extra = r + 1 < rowCount ? tops[r + 1] - tops[r] - laid.down : 0;
    const bool taller = r + 1 < rowCount && extra > laid.plan.ends[r] - tops[r] + 0.5;
    const bool grows = high && *high == r && r + 1 < rowCount;
    const auto last = std::ranges::find_if(items.begin() + long(laid.next), items.end(),
                                           [&](const GridItem& item) { return item.row != r; });
    const std::span<const GridItem> here(items.begin() + long(laid.next), last);
    laid.inRow = false;
    if (!here.empty() && laid.plan.ofButtons[r]) writeButtons(laid, here, out);
    for (; laid.next < items.size() && items[laid.next].row == r; ++laid.next)
        writeItem(laid, items[laid.next], taller || grows, out);
    if (!laid.inRow) line("++row;");
    // A frame that folds takes the height of its row with it.
    const Control* alone = laid.plan.inRow[r] == 1 ? form_.find(items[laid.next - 1].id) : nullptr;
    if (taller && alone && folds(*alone))
        line(fmt::format("filling_->folds({}, {{grid, row, {}}});", memberOf(alone->id), scaled(extra)));
    else if (taller)
        line(fmt::format("grid->setRowMinimumHeight(row, {});", scaled(extra)));
    if (grows) line("grid->setRowStretch(row, 1);");
}

void Writer::writeLayout(const Control& holder, string& out) {
    Laid laid{holder, arrangementOf(form_, holder.id), {}};
    laid.plan = gridPlan(form_, laid.arrangement);
    laid.room = holder.id == rootId ? Extent{holder.box.width, holder.box.height}
                                    : Extent{boxOf(form_, holder).width, boxOf(form_, holder).height};
    const std::vector<GridItem>& items = laid.plan.items;
    if (items.empty() && laid.arrangement.behind.empty()) return;
    include("QGridLayout");
    laid.all = items.empty() ? Box{0, 0, laid.room.width, laid.room.height} : laid.plan.all;
    divide(laid);
    writeGrid(laid, out);
    const std::size_t rowCount = laid.arrangement.rows.size();
    for (std::size_t r = 0; r < rowCount; ++r) writeGridRow(laid, r, out);
    if (const auto high = laid.rows.stretched(); high && *high + 1 == rowCount) {
        const bool grown = std::ranges::any_of(items, [&](const GridItem& item) { return item.growsDown; });
        out += fmt::format("grid->setRowStretch(row{}, 1);\n", grown ? "" : " + 1");
    }
    for (Id id : laid.arrangement.behind) {
        const Box box = boxOf(form_, *form_.find(id));
        use("behind");
        out += fmt::format("fx::behind({}, {{{}, {}, {}, {}}});\n", memberOf(id), scaled(box.left), scaled(box.top),
                           scaled(box.width), scaled(box.height));
    }
}

}  // namespace brindel::qt
