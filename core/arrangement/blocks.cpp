// Blocks: pieces that are read together, cut across into rows and down into columns.
#include <algorithm>
#include <array>
#include <cmath>
#include <limits>
#include <map>
#include <unordered_map>

#include "core/arrangement/finding.h"
#include "core/model/places.h"

namespace brindel::arranging {
namespace {

using What = Block::What;

// Bounds of the search, far above what people lay out. What goes beyond them is read from line to line.
constexpr int mostDepth = 48;          // cuts within cuts
constexpr std::size_t mostGaps = 32;   // gaps in a row that may part columns
constexpr int wholeLooks = 8;          // times that a run of rows is looked at to its end
constexpr std::size_t shortLook = 48;  // rows that are looked at after that

/// A block with what the search asks of it.
struct Unit {
    Block block;
    double line = 0;
    Nature nature = Nature::other;
    bool heading = false;
    const Box& box() const { return block.box; }
};
using Units = std::vector<Unit>;

using Span = std::pair<double, double>;

/// The spans that units take up across, laid together where they touch; what lies between them is free.
class Across {
  public:
    explicit Across(double slack) : slack_(slack) {}
    void add(const Box& box) {
        Span mine{box.left, box.right()};
        auto at = spans_.upper_bound(mine.first);
        if (at != spans_.begin() && std::prev(at)->second - slack_ >= mine.first) --at;
        while (at != spans_.end() && at->first < mine.second - slack_) {
            mine = {std::min(mine.first, at->first), std::max(mine.second, at->second)};
            at = spans_.erase(at);
        }
        spans_.emplace(mine);
    }
    std::size_t count() const { return spans_.empty() ? 0 : spans_.size() - 1; }
    std::vector<Span> gaps() const {
        std::vector<Span> free;
        for (auto at = spans_.begin(); at != spans_.end() && std::next(at) != spans_.end(); ++at)
            free.emplace_back(at->second, std::next(at)->first);
        return free;
    }

  private:
    double slack_;
    std::map<double, double> spans_;  // left → right
};

/// What stands on one side of a gap, counted.
struct Side {
    std::size_t count = 0;
    std::array<std::size_t, 5> natures{};
    bool headed = false;

    void add(const Unit& u) {
        if (count++ == 0) headed = u.heading;
        ++natures[std::size_t(u.nature)];
    }
    bool all(Nature n) const { return natures[std::size_t(n)] == count; }
    bool none(Nature n) const { return natures[std::size_t(n)] == 0; }
};

/// Blocks put together; one that is alone stands for itself, and parts of the same making are taken up.
Block joined(What what, std::vector<Block> parts) {
    if (parts.size() == 1) return std::move(parts[0]);
    Block whole{what, {}};
    for (Block& part : parts) {
        const bool first = whole.parts.empty();
        if (part.what == what && what != What::section && what != What::onBox) {
            whole.box = first ? part.box : whole.box.united(part.box);
            std::ranges::move(part.parts, std::back_inserter(whole.parts));
        } else {
            whole.box = first ? part.box : whole.box.united(part.box);
            whole.parts.push_back(std::move(part));
        }
    }
    return whole;
}

class Finder {
  public:
    explicit Finder(const Measures& m) : m_(m) {}

    Block ordered(Units units, int depth = 0) const {
        if (units.size() == 1) return std::move(units[0].block);
        if (depth > mostDepth) return byLines(std::move(units));
        std::vector<Units> bands = bandsOf(std::move(units));
        if (bands.size() == 1) return alongBand(std::move(bands[0]), depth);
        // A run that begins with a row like the one before is no columns where that one's was none.
        std::vector<bool> likeBefore(bands.size());
        for (std::size_t i = 1; i < bands.size(); ++i) likeBefore[i] = alike(bands[i - 1], bands[i]);
        std::vector<Block> parts;
        std::size_t knownTo = 0;
        int looks = 0;
        bool none = false;  // the run from the row before
        for (std::size_t i = 0; i < bands.size();) {
            if (none && likeBefore[i]) {
                parts.push_back(alongBand(std::move(bands[i++]), depth));
                continue;
            }
            if (i >= knownTo) looks = 0;
            const std::size_t end = looks++ < wholeLooks ? bands.size() : std::min(bands.size(), i + shortLook);
            const Run run = columnsFrom(bands, i, end);
            knownTo = std::max(knownTo, run.seen);
            none = run.to == 0;
            if (none) {
                parts.push_back(alongBand(std::move(bands[i++]), depth));
                continue;
            }
            Units left, right;
            const double middle = (run.gap.first + run.gap.second) / 2;
            for (; i < run.to; ++i)
                for (Unit& u : bands[i]) (u.box().centre().x < middle ? left : right).push_back(std::move(u));
            std::vector<Block> sides;
            sides.push_back(ordered(std::move(left), depth + 1));
            sides.push_back(ordered(std::move(right), depth + 1));
            parts.push_back(joined(What::columns, std::move(sides)));
        }
        return joined(What::rows, std::move(parts));
    }

  private:
    const Measures& m_;

    /// Units cut into rows: where a line can be drawn across without touching any of them.
    std::vector<Units> bandsOf(Units units) const {
        std::ranges::stable_sort(units, {}, [](const Unit& u) { return u.box().top; });
        std::vector<Units> bands;
        double end = 0;
        for (Unit& u : units) {
            const bool fresh = bands.empty() || u.box().top > end - m_.slack;
            if (fresh) bands.emplace_back();
            end = fresh ? u.box().bottom() : std::max(end, u.box().bottom());
            bands.back().push_back(std::move(u));
        }
        return bands;
    }

    static bool alike(const Units& a, const Units& b) {
        return std::ranges::equal(a, b, [](const Unit& x, const Unit& y) {
            return x.box().left == y.box().left && x.box().width == y.box().width && x.nature == y.nature &&
                   x.heading == y.heading;
        });
    }

    /// Units that nothing parts: from line to line, and along each.
    Block byLines(Units units) const {
        std::ranges::stable_sort(units, {}, &Unit::line);
        std::vector<Block> rows;
        for (std::size_t from = 0, to = 0; from < units.size(); from = to) {
            while (to < units.size() && units[to].line - units[from].line <= m_.fieldHigh / 2) ++to;
            std::stable_sort(units.begin() + long(from), units.begin() + long(to),
                             [](const Unit& a, const Unit& b) { return a.box().left < b.box().left; });
            std::vector<Block> row;
            for (std::size_t i = from; i < to; ++i) row.push_back(std::move(units[i].block));
            rows.push_back(joined(What::row, std::move(row)));
        }
        return joined(What::rows, std::move(rows));
    }

    /// One row, or what cannot be cut across: cut down beside its tallest unit.
    Block alongBand(Units band, int depth) const {
        if (band.size() == 1) return std::move(band[0].block);
        const auto [highest, lowest] = std::ranges::minmax(band, {}, &Unit::line);
        if (lowest.line - highest.line <= m_.fieldHigh / 2) return byLines(std::move(band));
        Across across(m_.slack);
        for (const Unit& u : band) across.add(u.box());
        const double x =
            std::ranges::max_element(band, {}, [](const Unit& u) { return u.box().height; })->box().centre().x;
        double from = -std::numeric_limits<double>::infinity(), to = -from;
        for (const Span& gap : across.gaps()) {
            const double middle = (gap.first + gap.second) / 2;
            if (middle < x)
                from = std::max(from, middle);
            else
                to = std::min(to, middle);
        }
        Units before, with, after;
        for (Unit& u : band) {
            const double at = u.box().centre().x;
            (at < from ? before : at > to ? after : with).push_back(std::move(u));
        }
        if (before.empty() && after.empty()) return byLines(std::move(with));
        std::vector<Block> parts;
        for (Units* side : {&before, &with, &after})
            if (!side->empty()) parts.push_back(ordered(std::move(*side), depth + 1));
        return joined(What::row, std::move(parts));
    }

    /// The longest run of rows that a gap goes through, if it makes columns of them.
    struct Run {
        std::size_t to = 0;  // behind its last row; 0 for no columns
        Span gap;
        std::size_t seen = 0;  // how far the rows were looked at
    };

    Run columnsFrom(const std::vector<Units>& bands, std::size_t from, std::size_t end) const {
        // A run is looked at where it ends and where one of its gaps is lost.
        Across across(m_.slack);
        for (const Unit& u : bands[from]) across.add(u.box());
        std::vector<Span> gaps;
        std::vector<std::pair<std::size_t, std::vector<Span>>> runs;
        std::size_t seen = from + 1;
        for (std::size_t j = from + 1; j <= end; ++j) {
            const std::vector<Span> before = std::move(gaps);
            if (j < end)
                for (const Unit& u : bands[j]) across.add(u.box());
            gaps = across.count() <= mostGaps ? across.gaps() : std::vector<Span>{};
            if ((j == end || gaps.size() < before.size()) && !before.empty()) runs.emplace_back(j, before);
            seen = j;
            if (j > from + 1 && gaps.empty()) break;
        }
        for (auto run = runs.rbegin(); run != runs.rend(); ++run)
            for (const Span& gap : run->second)
                if (isColumns(bands, from, run->first, gap)) return {run->first, gap, seen};
        return {0, {}, seen};
    }

    bool isColumns(const std::vector<Units>& bands, std::size_t from, std::size_t to, const Span& gap) const {
        const double middle = (gap.first + gap.second) / 2;
        Side left, right;
        bool full = to - from >= 3;
        for (std::size_t i = from; i < to; ++i) {
            const std::size_t l = left.count, r = right.count;
            for (const Unit& u : bands[i]) (u.box().centre().x < middle ? left : right).add(u);
            full = full && left.count > l && right.count > r;
        }
        if (left.count < 2 || right.count < 2) return false;
        // A column of wording beside fields is their labels, not a column.
        if (left.all(Nature::wording) || right.all(Nature::wording)) return false;
        if (left.headed && right.headed) return true;
        auto apart = [&](Nature n) { return (left.all(n) && right.none(n)) || (right.all(n) && left.none(n)); };
        return apart(Nature::tick) || apart(Nature::button) || (full && gap.second - gap.first >= m_.wideGap);
    }
};

/// What is read in one go: a piece, a field with a label that stands elsewhere, the buttons of a question.
Units unitsOf(const Form& form, const Arrangement& a) {
    const auto index = form.index();
    std::unordered_map<Id, std::size_t> pieceAt;
    for (std::size_t i = 0; i < a.pieces.size(); ++i) pieceAt[a.pieces[i].id] = i;
    auto elsewhere = [&](const Piece& field) {
        const bool none = field.hasLabel() || field.nature == Nature::wording;
        const auto label = pieceAt.find(none ? noControl : index->labelOf(field.id));
        return label == pieceAt.end() ? a.pieces.size() : label->second;
    };
    std::vector<bool> taken(a.pieces.size());
    for (const Piece& p : a.pieces)
        if (const std::size_t label = elsewhere(p); label < a.pieces.size()) taken[label] = true;
    Units units;
    std::map<std::string, std::size_t> questions;
    for (std::size_t i = 0; i < a.pieces.size(); ++i) {
        const Piece& p = a.pieces[i];
        if (taken[i]) continue;
        Unit u{{What::piece, p.whole(), {i}}, p.line, p.nature, p.heading > 0};
        if (const std::size_t label = elsewhere(p); label < a.pieces.size()) {
            u.block.what = What::group;
            u.block.pieces = {label, i};
            u.block.box = u.box().united(a.pieces[label].box);
        }
        if (const Control* c = form.find(p.id); c->is().answer().shared) {
            const auto [at, fresh] = questions.emplace(c->text(Prop::group), units.size());
            if (!fresh) {
                Unit& first = units[at->second];
                first.block.what = What::group;
                first.block.box = first.box().united(u.box());
                first.block.pieces.insert(first.block.pieces.end(), u.block.pieces.begin(), u.block.pieces.end());
                first.line = std::min(first.line, u.line);
                continue;
            }
        }
        units.push_back(std::move(u));
    }
    for (const auto& [question, at] : questions)
        std::ranges::stable_sort(units[at].block.pieces, {},
                                 [&](std::size_t i) { return std::pair(a.pieces[i].row, a.pieces[i].box.left); });
    return units;
}

/// Units with those that stand on a box taken together; of boxes within each other the smaller one counts.
Units onBoxes(Units units, const Form& form, const Measures& m, const Space& space, const Arrangement& a) {
    std::vector<std::pair<Box, Id>> boxes;
    for (Id id : a.behind) boxes.emplace_back(space.box(*form.find(id)), id);
    std::ranges::stable_sort(boxes, {}, [](const auto& b) { return b.first.width * b.first.height; });
    if (boxes.empty()) return units;
    // By height, so that a box looks only at what can stand on it.
    std::multimap<double, Unit> byHeight;
    for (Unit& u : units) {
        const double at = u.box().centre().y;
        byHeight.emplace(at, std::move(u));
    }
    for (const auto& [box, id] : boxes) {
        std::vector<std::multimap<double, Unit>::iterator> on;
        for (auto at = byHeight.lower_bound(box.top); at != byHeight.end() && at->first < box.bottom(); ++at)
            if (box.contains(at->second.box().centre())) on.push_back(at);
        if (on.size() < 2 || on.size() == byHeight.size()) continue;
        Units inside;
        for (const auto& at : on) {
            inside.push_back(std::move(at->second));
            byHeight.erase(at);
        }
        Unit one;
        one.block = {What::onBox, box, {}, id};
        one.block.parts.push_back(Finder(m).ordered(std::move(inside)));
        one.line = box.top + m.fieldHigh / 2;
        byHeight.emplace(box.centre().y, std::move(one));
    }
    units.clear();
    for (auto& [at, u] : byHeight) units.push_back(std::move(u));
    return units;
}

/// Rows with headings among them: each begins a section, up to the next of its rank or a higher one. Buttons at the
/// foot stand outside.
Block inSections(Block all, const Arrangement& a) {
    if (all.what != What::rows) return all;
    auto isButtons = [&](const Block& b) {
        const auto& of = b.what == What::row ? b.parts : std::vector<Block>{b};
        return std::ranges::all_of(of, [&](const Block& p) {
            return p.what == What::piece && a.pieces[p.pieces[0]].nature == Nature::button;
        });
    };
    auto rankOf = [&](const Block& b) { return b.what == What::piece ? a.pieces[b.pieces[0]].heading : 0; };
    std::size_t foot = all.parts.size();
    while (foot > 0 && isButtons(all.parts[foot - 1])) --foot;
    std::vector<Block> open{Block{What::rows, {}}};  // the whole, and the sections that are open
    std::vector<int> ranks{0};
    auto put = [&](Block part) {
        Block& into = open.back();
        into.box = into.parts.empty() ? part.box : into.box.united(part.box);
        into.parts.push_back(std::move(part));
    };
    auto closeTo = [&](int rank) {
        while (ranks.back() > rank) {
            Block section = std::move(open.back());
            open.pop_back();
            ranks.pop_back();
            put(std::move(section));
        }
    };
    for (std::size_t i = 0; i < all.parts.size(); ++i) {
        const int rank = i < foot ? rankOf(all.parts[i]) : 0;
        if (i == foot) closeTo(0);
        if (rank > 0) {
            closeTo(rank - 1);
            open.push_back(Block{What::section, {}});
            ranks.push_back(rank);
        }
        put(std::move(all.parts[i]));
    }
    closeTo(0);
    return std::move(open[0]);
}

/// The same in every column and on every box.
void sectionsWithin(Block& block, const Arrangement& a) {
    for (Block& part : block.parts) {
        if (!part.parts.empty()) sectionsWithin(part, a);
    }
    if (block.what == What::rows) block = inSections(std::move(block), a);
}

}  // namespace

Block blocksOf(const Form& form, const Control& holder, const Measures& m, const Space& space, const Arrangement& a) {
    if (a.pieces.empty()) return {};
    if (holder.is().keepsOrder) {
        std::vector<Block> parts;
        for (std::size_t i = 0; i < a.pieces.size(); ++i) parts.push_back({What::piece, a.pieces[i].whole(), {i}});
        return joined(What::rows, std::move(parts));
    }
    Block all = Finder(m).ordered(onBoxes(unitsOf(form, a), form, m, space, a));
    sectionsWithin(all, a);
    return all;
}

}  // namespace brindel::arranging
