// Reading in columns: a container's children as units, cut across into rows and down into columns.
#include <unicode/uloc.h>

#include <algorithm>
#include <array>
#include <cmath>
#include <limits>
#include <map>
#include <set>

#include "core/model/places.h"
#include "core/order/reading.h"

namespace brindel {
namespace {

enum class Nature { field, tick, button, text, other };

/// What is read in one go: a field with its label, a question's radio buttons, a frame, a box with what stands on it.
struct Unit {
    Box box;
    double line = 0;  // where its first line of text stands
    Nature nature = Nature::other;
    bool heading = false;
    std::vector<Id> ids;
};
using Units = std::vector<Unit>;

struct Sizes {
    double slack;  // boxes may lap over each other so far and still count as apart
    double wide;   // a gap from here on makes columns
    double line;   // the height of a field of one line
};

Nature natureOf(const Control& c) {
    if (c.is().pressed) return Nature::button;
    if (c.is().answers == AnswerType::tick || c.is().answers == AnswerType::question) return Nature::tick;
    if (c.is().speaks) return Nature::text;
    return isFilled(c) ? Nature::field : Nature::other;
}

using Span = std::pair<double, double>;

/// The spans that units take up across, laid together where they touch; what lies between them is free.
class Across {
  public:
    explicit Across(double slack) : slack_(slack) {}
    void add(const Box& box) {
        Span mine{box.left, box.right()};
        auto at = std::ranges::lower_bound(spans_, mine.first, {}, [this](const Span& s) { return s.second - slack_; });
        while (at != spans_.end() && at->first < mine.second - slack_) {
            mine = {std::min(mine.first, at->first), std::max(mine.second, at->second)};
            at = spans_.erase(at);
        }
        spans_.insert(at, mine);
    }
    std::vector<Span> gaps() const {
        std::vector<Span> free;
        for (std::size_t i = 1; i < spans_.size(); ++i) free.emplace_back(spans_[i - 1].second, spans_[i].first);
        return free;
    }

  private:
    double slack_;
    std::vector<Span> spans_;  // from left to right
};

std::vector<Span> gapsOf(const Units& units, double slack) {
    Across across(slack);
    for (const Unit& u : units) across.add(u.box);
    return across.gaps();
}

std::pair<Units, Units> parted(const Units& units, const Span& gap) {
    std::pair<Units, Units> sides;
    const double middle = (gap.first + gap.second) / 2;
    for (const Unit& u : units) (u.box.centre().x < middle ? sides.first : sides.second).push_back(u);
    return sides;
}

/// Units cut into rows: where a line can be drawn across without touching any of them.
std::vector<Units> bandsOf(Units units, double slack) {
    std::ranges::stable_sort(units, {}, [](const Unit& u) { return u.box.top; });
    std::vector<Units> bands;
    double end = -std::numeric_limits<double>::infinity();
    for (Unit& u : units) {
        if (bands.empty() || u.box.top > end - slack) bands.emplace_back();
        end = bands.back().empty() ? u.box.bottom() : std::max(end, u.box.bottom());
        bands.back().push_back(std::move(u));
    }
    return bands;
}

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

bool isColumns(const std::vector<Units>& bands, std::size_t from, std::size_t to, const Span& gap, const Sizes& sizes) {
    const double middle = (gap.first + gap.second) / 2;
    Side left, right;
    bool full = to - from >= 3;
    for (std::size_t i = from; i < to; ++i) {
        const std::size_t l = left.count, r = right.count;
        for (const Unit& u : bands[i]) (u.box.centre().x < middle ? left : right).add(u);
        full = full && left.count > l && right.count > r;
    }
    if (left.count < 2 || right.count < 2) return false;
    // A column of wording beside fields is their labels, not a column.
    if (left.all(Nature::text) || right.all(Nature::text)) return false;
    if (left.headed && right.headed) return true;
    auto apart = [&](Nature n) { return (left.all(n) && right.none(n)) || (right.all(n) && left.none(n)); };
    return apart(Nature::tick) || apart(Nature::button) || (full && gap.second - gap.first >= sizes.wide);
}

void append(Units& out, Units more) {
    std::ranges::move(more, std::back_inserter(out));
}

Units ordered(Units units, const Sizes& sizes);

/// One row, or what cannot be cut across: cut down beside its tallest unit.
Units alongBand(Units band, const Sizes& sizes) {
    const std::vector<Span> gaps = gapsOf(band, sizes.slack);
    const auto tallest = std::ranges::max_element(band, {}, [](const Unit& u) { return u.box.height; });
    const double x = tallest->box.centre().x;
    Units before, with, after;
    for (Unit& u : band) {
        double from = -1e12, to = 1e12;
        for (const Span& g : gaps) {
            const double middle = (g.first + g.second) / 2;
            (middle < x ? from : to) = middle < x ? std::max(from, middle) : std::min(to, middle);
        }
        const double at = u.box.centre().x;
        (at < from ? before : at > to ? after : with).push_back(std::move(u));
    }
    if (before.empty() && after.empty()) {
        // Nothing parts them: from line to line, and along each.
        std::ranges::stable_sort(with, [&](const Unit& a, const Unit& b) {
            return std::abs(a.line - b.line) > sizes.line / 2 ? a.line < b.line : a.box.left < b.box.left;
        });
        return with;
    }
    Units out = ordered(std::move(before), sizes);
    append(out, ordered(std::move(with), sizes));
    append(out, ordered(std::move(after), sizes));
    return out;
}

Units ordered(Units units, const Sizes& sizes) {
    if (units.size() < 2) return units;
    std::vector<Units> bands = bandsOf(std::move(units), sizes.slack);
    if (bands.size() == 1) return alongBand(std::move(bands[0]), sizes);
    Units out;
    for (std::size_t i = 0; i < bands.size();) {
        // The longest run of rows that a gap goes through, if it makes columns of them. A run is looked at where it
        // ends and where one of its gaps is lost, so that many rows do not take forever.
        Across across(sizes.slack);
        for (const Unit& u : bands[i]) across.add(u.box);
        std::vector<Span> gaps;
        std::vector<std::pair<std::size_t, std::vector<Span>>> runs;
        for (std::size_t j = i + 1; j <= bands.size(); ++j) {
            const std::vector<Span> before = gaps;
            if (j < bands.size())
                for (const Unit& u : bands[j]) across.add(u.box);
            gaps = across.gaps();
            if ((j == bands.size() || gaps.size() < before.size()) && !before.empty()) runs.emplace_back(j, before);
            if (j > i + 1 && gaps.empty()) break;
        }
        std::size_t columnsTo = 0;
        Span columnsAt;
        for (auto run = runs.rbegin(); run != runs.rend() && columnsTo == 0; ++run)
            for (const Span& gap : run->second)
                if (columnsTo == 0 && isColumns(bands, i, run->first, gap, sizes)) {
                    columnsTo = run->first;
                    columnsAt = gap;
                }
        if (columnsTo == 0) {
            append(out, alongBand(std::move(bands[i++]), sizes));
            continue;
        }
        Units whole;
        for (; i < columnsTo; ++i) append(whole, std::move(bands[i]));
        auto [left, right] = parted(whole, columnsAt);
        append(out, ordered(std::move(left), sizes));
        append(out, ordered(std::move(right), sizes));
    }
    return out;
}

Units unitsOf(const Form& form, const Control& holder, const Sizes& sizes) {
    Units units;
    std::map<Id, Id> labels;  // field → its label among the same children
    std::set<Id> with;
    for (Id id : holder.children)
        if (const Control* c = form.find(id); c && c->is().speaks)
            if (const Control* field = form.find(c->reference(Prop::labels));
                field && field->parent == holder.id && labels.emplace(field->id, id).second)
                with.insert(id);
    std::map<std::string, std::size_t> questions;
    for (Id id : holder.children) {
        const Control* c = form.find(id);
        if (!c || c->is().behind || with.contains(id)) continue;
        Unit u{boxOf(form, *c), 0, natureOf(*c), c->is().speaks && c->text(Prop::role).starts_with("heading"), {id}};
        u.line = u.box.top + std::min(u.box.height, sizes.line) / 2;
        if (auto label = labels.find(id); label != labels.end()) {
            const Box words = boxOf(form, *form.find(label->second));
            u.box = u.box.united(words);
            u.ids.insert(u.ids.begin(), label->second);
        }
        if (c->is().answers == AnswerType::question) {
            auto [at, fresh] = questions.emplace(c->text(Prop::group), units.size());
            if (!fresh) {
                Unit& first = units[at->second];
                first.box = first.box.united(u.box);
                first.line = std::min(first.line, u.line);
                first.ids.push_back(id);
                continue;
            }
        }
        units.push_back(std::move(u));
    }
    for (Unit& u : units)
        if (u.nature == Nature::tick && u.ids.size() > 1 &&
            form.find(u.ids.back())->is().answers == AnswerType::question)
            u.ids = inReadingOrder(form, u.ids);
    return units;
}

void mirror(Units& units) {
    for (Unit& u : units) u.box.left = -u.box.right();
}

}  // namespace

std::vector<Id> readInOrder(const Form& form, Id container) {
    const Control* holder = form.find(container);
    if (!holder) return {};
    if (holder->is().turns || holder->is().grid || holder->kind == Kind::document) return holder->children;
    const Sizes sizes = form.isDialog() ? Sizes{2, 48, 26} : Sizes{0.5, 13, 7};
    Units units = unitsOf(form, *holder, sizes);
    // What stands on a box is read together; of boxes within each other the smaller one counts.
    std::vector<std::pair<Box, Id>> boxes;
    std::vector<Id> behind;
    for (Id id : holder->children)
        if (const Control* c = form.find(id); c && c->is().behind) {
            boxes.emplace_back(boxOf(form, *c), id);
            behind.push_back(id);
        }
    std::ranges::stable_sort(boxes, {}, [](const auto& b) { return b.first.width * b.first.height; });
    const bool rightToLeft = uloc_isRightToLeft(form.root().text(Prop::language).c_str());
    if (rightToLeft) {
        mirror(units);
        for (auto& [box, id] : boxes) box.left = -box.right();
    }
    for (const auto& [box, id] : boxes) {
        Units inside, outside;
        for (Unit& u : units) (box.contains(u.box.centre()) ? inside : outside).push_back(std::move(u));
        if (inside.size() < 2 || outside.empty()) {
            units = std::move(outside);
            append(units, std::move(inside));
            continue;
        }
        Unit one{box, box.top + sizes.line / 2, Nature::other, false, {}};
        for (const Unit& u : ordered(std::move(inside), sizes))
            one.ids.insert(one.ids.end(), u.ids.begin(), u.ids.end());
        units = std::move(outside);
        units.push_back(std::move(one));
    }
    std::vector<Id> ids = behind;
    for (const Unit& u : ordered(std::move(units), sizes)) ids.insert(ids.end(), u.ids.begin(), u.ids.end());
    return ids;
}

}  // namespace brindel
