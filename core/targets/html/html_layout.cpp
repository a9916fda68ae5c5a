// The layout of a page: what a container holds, as a grid read from the arrangement of its boxes. It is written in the
// order in which it is read, which is how a narrow page shows it; a wide one puts it into rows and columns.
#include <fmt/format.h>

#include <algorithm>
#include <cmath>

#include "core/model/measures.h"
#include "core/order/reading.h"
#include "core/targets/grid.h"
#include "core/targets/html/html_writer.h"

namespace brindel::html {

using std::string;

namespace {

/// The plan of a container, every row with an end: one in which only what has several rows begins ends where the next
/// would.
GridPlan planOf(const Form& form, const Arrangement& a) {
    GridPlan g = gridPlan(form, a);
    for (std::size_t r = 0; r + 1 < g.tops.size(); ++r)
        if (g.ends[r] == 0) g.ends[r] = g.tops[r + 1] - g.down;
    return g;
}

}  // namespace

string Page::length(double units) const {
    // To a tenth of a pixel where a rem has sixteen.
    return fmt::format("{}rem", numberText(units * unit_, 3));
}

/// The margins that a container keeps around what it holds.
string Page::padding(const Control& holder) const {
    const Arrangement a = arrangementOf(form_, holder.id);
    const GridPlan g = planOf(form_, a);
    if (g.items.empty()) return {};
    const Extent room = holder.id == rootId ? Extent{holder.box.width, holder.box.height}
                                            : Extent{boxOf(form_, holder).width, boxOf(form_, holder).height};
    // A title takes room of its own, where it stands in the line around a frame.
    double top = g.all.top;
    if (holder.is().framed && !holder.text(Prop::title).empty()) top -= look_.basePoints() * unitsPerPoint(form_) * 1.4;
    auto side = [&](double units) { return units > 0 ? length(units) : string("0"); };
    const bool rightToLeft = form_.index()->rightToLeft();
    // A sheet is as high as its paper; what grows on it takes up the room below.
    double below = room.height - g.all.bottom();
    if (holder.is().paper) below = std::min(below, form_.root().number(Prop::marginBottom));
    const string before = side(g.all.left), after = side(room.width - g.all.right());
    return fmt::format("padding:{} {} {} {};", side(top), rightToLeft ? before : after, side(below),
                       rightToLeft ? after : before);
}

/// What is laid out of one container: its plan, and what of it is written already.
struct Page::Laid {
    const Control& holder;
    GridPlan plan;
    std::unordered_map<Id, const GridItem*> itemOf = {};
    std::vector<double> extra = {};  // how much further rows are apart than most
    std::set<std::size_t> rowsWritten = {};
    std::set<Id> written = {};
};

/// Where an item is put in the grid, as a class of the page.
string Page::placed(const Laid& laid, const GridItem& item) {
    const double unit = form_.isDialog() ? 1 : 25.4 / 96;
    const double line = look_.basePoints() * unitsPerPoint(form_) * 1.4;
    const double extra = laid.extra[item.row];
    const Control& c = *form_.find(item.id);
    string css = fmt::format("grid-area:{}/{}{}{};", item.row + 1, item.column + 1,
                             item.down > 1 || item.across > 1 ? fmt::format("/span {}", item.down) : "",
                             item.across > 1 ? fmt::format("/span {}", item.across) : "");
    double lead = item.box.top - laid.plan.tops[item.row];
    // The line of a label stands level with the text of its field.
    const Look l = lookOf(form_, c);
    if (c.is().speaks && item.box.height < 1.7 * line) {
        lead += item.box.height / 2;
        css += fmt::format("margin-top:calc({} - .7em);", length(std::max(line / 2, extra + lead)));
    } else if (extra + lead > unit) {
        css += "margin-top:" + length(extra + lead) + ";";
    }
    const bool wide = item.growsAcross || c.is().holds || c.is().turns || c.is().grid;
    if (!wide && !c.is().wording && !c.is().pressed && !c.is().speaks)
        css += fmt::format("--w:min(100%,{});", length(item.box.width));
    if (c.is().speaks && l.across == Across::end) css += "justify-self:end;text-align:end;";
    return look_.classFor(css, true);
}

/// A row of buttons: the widest gap takes what room there is.
string Page::buttonRow(Laid& laid, std::size_t number) {
    const GridPlan& g = laid.plan;
    const double unit = form_.isDialog() ? 1 : 25.4 / 96;
    std::vector<const GridItem*> row;
    for (const GridItem& one : g.items)
        if (one.row == number) row.push_back(&one);
    std::ranges::sort(row, {}, [](const GridItem* one) { return one->box.left; });
    double from = g.all.left;
    std::vector<double> gaps;
    for (const GridItem* one : row) {
        gaps.push_back(one->box.left - from);
        from = one->box.right();
    }
    gaps.push_back(g.all.right() - from);
    const auto widest = std::size_t(std::ranges::max_element(gaps) - gaps.begin());
    string buttons;
    for (std::size_t i = 0; i < row.size(); ++i) {
        laid.written.insert(row[i]->id);
        const Control& button = *form_.find(row[i]->id);
        if (!startsVisible(button) && !moved_.shown.contains(button.id)) continue;
        string css = i == widest      ? string("margin-inline-start:auto;")
                     : gaps[i] > unit ? "margin-inline-start:" + length(gaps[i]) + ";"
                                      : string();
        css += "min-width:" + length(row[i]->box.width) + ";";
        buttons += control(button, look_.classFor(css, true)) + "\n";
    }
    const string css = fmt::format("grid-area:{}/1/auto/-1;", number + 1) +
                       (laid.extra[number] > unit ? "margin-top:" + length(laid.extra[number]) + ";" : "");
    return Tag("div").classes({"buttons", look_.classFor(css, true)}).around("\n" + buttons) + "\n";
}

/// A control of the grid, with its row where that is one of buttons; nothing for what is written already.
string Page::writtenOnce(Laid& laid, Id id) {
    if (!laid.written.insert(id).second) return {};
    const auto at = laid.itemOf.find(id);
    if (at == laid.itemOf.end()) return {};
    const GridItem& item = *at->second;
    const Control& c = *form_.find(id);
    if (!startsVisible(c) && !moved_.shown.contains(id)) return {};
    if (!laid.plan.ofButtons[item.row]) return control(c, placed(laid, item)) + "\n";
    return laid.rowsWritten.insert(item.row).second ? buttonRow(laid, item.row) : string();
}

/// The columns and gaps of the grid. Fields are as narrow as need be; wording needs its longest word.
string Page::tracks(const GridPlan& g) const {
    string columns;
    for (std::size_t i = 0; i < g.columns.size(); ++i) {
        const bool last = i + 1 == g.columns.size();
        const double wide = (last ? g.all.right() : g.columns[i + 1]) - g.columns[i] - (last ? 0 : g.across);
        const bool words = std::ranges::any_of(g.items, [&](const GridItem& item) {
            const Control& c = *form_.find(item.id);
            return item.column <= i && i < item.column + item.across &&
                   (c.is().wording || c.is().holds || c.is().turns || c.is().grid || c.is().spreads ||
                    !has(c.kind, Prop::placeholder));
        });
        columns += fmt::format("{}minmax({},{:.4g}fr)", i ? " " : "", words ? "min-content" : "0", std::max(wide, 1.0));
    }
    return fmt::format("grid-template-columns:{};gap:{} {};", columns, length(g.down), length(g.across));
}

string Page::grid(const Control& holder) {
    Laid laid{holder, planOf(form_, arrangementOf(form_, holder.id))};
    const GridPlan& g = laid.plan;
    if (g.items.empty()) return {};
    for (const GridItem& item : g.items) laid.itemOf[item.id] = &item;
    // Rows that are further apart than most, those below them moved down.
    laid.extra.resize(g.tops.size());
    for (std::size_t r = 1; r < g.tops.size(); ++r) laid.extra[r] = std::max(0.0, g.tops[r] - g.ends[r - 1] - g.down);

    string out;
    const auto index = form_.index();
    for (Id id : readOrRouted(form_, holder.id)) {
        const Control* c = form_.find(id);
        if (!c || laid.written.contains(id)) continue;
        const auto question = index->radioGroupOf(id);
        if (question.size() < 2 || (holder.is().framed && !holder.text(Prop::title).empty())) {
            out += writtenOnce(laid, id);
            continue;
        }
        // Buttons of one question, told as one by what stands before them.
        string buttons;
        for (Id button : question)
            if (form_.find(button)->parent == holder.id) buttons += writtenOnce(laid, button);
        Tag group("div");
        group.set("role", "radiogroup").set("class", "question");
        group.set("aria-label", toldAs(form_, *form_.find(question.front())));
        out += group.around("\n" + buttons) + "\n";
    }
    return Tag("div").classes({"grid", look_.classFor(tracks(g), true)}).around("\n" + out);
}

}  // namespace brindel::html
