// The pieces of a container, and their places in its rows and columns.
#include <algorithm>
#include <cmath>
#include <map>
#include <set>
#include <unordered_map>

#include "core/arrangement/finding.h"
#include "core/model/places.h"

namespace brindel {

double lineWithin(const Form& form, const Control& c, const Box& box) {
    const Measures& m = measuresFor(form);
    // The first choice of a group, or its question.
    if (c.is().spreads) return c.text(Prop::text).empty() ? m.choiceLine : m.questionLine;
    // A tall field carries its first line as a low one would.
    const bool tall = c.is().tall || (c.is().answer().free && c.as<Lines>() == Lines::many);
    return (tall ? std::min(box.height, m.fieldHigh) : box.height) / 2;
}

std::vector<TextRow> rowsOf(const std::vector<Standing>& things, const Measures& m) {
    std::vector<std::size_t> order(things.size());
    for (std::size_t i = 0; i < order.size(); ++i) order[i] = i;
    std::ranges::stable_sort(order, {}, [&](std::size_t i) { return things[i].line; });
    // Things lap over each other a little where they were placed by hand.
    auto beside = [&](std::size_t left, std::size_t right) {
        const Box &a = things[left].box, &b = things[right].box;
        return a.right() <= b.left + 0.2 * std::min(a.width, b.width);
    };
    std::vector<TextRow> rows;
    std::map<std::pair<double, std::size_t>, std::size_t> across;  // the last row, from its left
    auto closed = [&] {
        for (const auto& [left, thing] : across) rows.back().pieces.push_back(thing);
        across.clear();
    };
    for (std::size_t i : order) {
        const auto after = across.lower_bound({things[i].box.left, i});
        const bool fits = !rows.empty() && things[i].line - rows.back().line <= 2 * m.reach &&
                          (after == across.end() || beside(i, after->second)) &&
                          (after == across.begin() || beside(std::prev(after)->second, i));
        if (!fits) {
            if (!rows.empty()) closed();
            rows.push_back({{}, things[i].line});
        }
        across[{things[i].box.left, i}] = i;
    }
    if (!rows.empty()) closed();
    return rows;
}

namespace arranging {
namespace {

Nature natureOf(const Control& c) {
    if (c.is().pressed) return Nature::button;
    if (c.is().answer().ticked) return Nature::tick;
    if (c.is().speaks) return Nature::wording;
    return isFilled(c) ? Nature::field : Nature::other;
}

int headingOf(const Control& c) {
    if (!c.is().speaks) return 0;
    const Role role = c.as<Role>();
    return role == Role::finePrint ? 0 : int(role);
}

/// The distance from labels to their fields that most pairs have; the usual one where there are none.
double labelGapOf(const Form& form, const Control& holder, const Measures& m, const Space& space) {
    const auto index = form.index();
    std::vector<double> gaps;
    for (Id id : holder.children) {
        const Control* label = form.find(index->labelOf(id));
        if (!label || label->parent != holder.id) continue;
        const double gap = space.box(*form.find(id)).left - space.box(*label).right();
        if (gap >= -m.reach && gap <= 4 * m.labelGap) gaps.push_back(gap);
    }
    if (gaps.empty()) return m.labelGap;
    const auto middle = gaps.begin() + long(gaps.size() / 2);
    std::ranges::nth_element(gaps, middle);
    return *middle;
}

}  // namespace

Space::Space(const Form& form, const Control& holder, bool leftToRight)
    : form_(form), width_(boxOf(form, holder).width), turned_(!leftToRight && form.index()->rightToLeft()) {}

Box Space::box(const Control& c) const {
    Box box = boxOf(form_, c);
    if (turned_) box.left = width_ - box.right();
    return box;
}

void findPieces(const Form& form, const Control& holder, const Measures& m, const Space& space, Arrangement& a) {
    const auto index = form.index();
    a.labelGap = labelGapOf(form, holder, m, space);
    std::set<Id> withField;
    for (Id id : holder.children) {
        const Control* c = form.find(id);
        if (!c) continue;
        if (c->is().behind) {
            a.behind.push_back(id);
            continue;
        }
        Piece p;
        p.id = id;
        p.box = space.box(*c);
        p.line = p.box.top + lineWithin(form, *c, p.box);
        p.nature = natureOf(*c);
        p.heading = headingOf(*c);
        const std::string& holdsTo = c->text(Prop::holdsTo);
        auto holds = [&](const char* edge) { return holdsTo.find(edge) != std::string::npos; };
        p.growsAcross = holds("left") && holds("right");
        p.growsDown = (holds("top") && holds("bottom")) || c->as<TooMuch>() == TooMuch::grow ||
                      c->number(Prop::rowsMost) > c->number(Prop::rows);
        if (const Control* label = form.find(index->labelOf(id));
            label && label->parent == holder.id && !c->is().speaks) {
            const Box words = space.box(*label);
            // Nearly where labels stand here: before the field and on its text line.
            if (std::abs(p.box.left - words.right() - a.labelGap) <= 1.9 * m.reach &&
                std::abs(words.centre().y - p.line) <= 1.9 * m.reach) {
                p.label = label->id;
                p.labelBox = words;
                withField.insert(label->id);
            }
        }
        a.pieces.push_back(p);
    }
    std::erase_if(a.pieces, [&](const Piece& p) { return withField.contains(p.id); });
}

void findGrid(const Control& holder, const Measures& m, Arrangement& a) {
    if (holder.is().keepsOrder) {
        for (std::size_t i = 0; i < a.pieces.size(); ++i) {
            a.pieces[i].row = i;
            a.rows.push_back({{i}, a.pieces[i].line});
        }
        if (!a.pieces.empty()) a.edges = {0};
        return;
    }
    std::vector<Standing> standing;
    for (const Piece& p : a.pieces) standing.push_back({p.line, p.whole()});
    a.rows = rowsOf(standing, m);
    std::vector<double> lines, lefts;
    for (std::size_t r = 0; r < a.rows.size(); ++r) {
        lines.push_back(a.rows[r].line);
        for (std::size_t p : a.rows[r].pieces) a.pieces[p].row = r;
    }
    for (const Piece& p : a.pieces) {
        lefts.push_back(p.box.left);
        if (p.hasLabel()) lefts.push_back(p.labelBox.left);
    }
    std::ranges::sort(lefts);
    for (double left : lefts)
        if (a.edges.empty() || left - a.edges.back() > 2 * m.reach) a.edges.push_back(left);
    for (Piece& p : a.pieces) {
        const Box whole = p.whole();
        // What ends within reach of an edge or a line ends there.
        auto upTo = [](const std::vector<double>& at, double end) {
            return std::size_t(std::ranges::lower_bound(at, end) - at.begin());
        };
        p.column = std::max<std::size_t>(1, upTo(a.edges, whole.left + 1e-6)) - 1;
        p.across = std::max(p.column + 1, upTo(a.edges, whole.right() - m.reach)) - p.column;
        p.down = std::max(p.row + 1, upTo(lines, whole.bottom() - m.reach)) - p.row;
    }
}

}  // namespace arranging
}  // namespace brindel
