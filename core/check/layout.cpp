// Layout: what lies where it cannot be read, reached or printed.
#include <algorithm>
#include <cmath>
#include <map>
#include <set>

#include "core/arrangement/arrangement.h"
#include "core/check/families.h"
#include "core/check/thresholds.h"
#include "core/edit/arrange.h"
#include "core/layout/placing.h"
#include "core/model/measures.h"
#include "core/model/places.h"

namespace brindel::checks {
namespace {

/// What takes up its room all the time: what is shown by a formula may share its place with what is shown otherwise.
bool takesRoom(const Control& c) {
    if (!c.is().boxed || c.is().behind || c.is().inGrid || c.box.width <= 0 || c.box.height <= 0) return false;
    if (!c.is().wording && !c.is().filled() && !c.is().holds) return false;
    return !has(c.kind, Prop::visible) || (c.yes(Prop::visible) && !c.formulas.find(Prop::visible));
}

void overlap(const Checked& in, Findings& found) {
    const double slack = lapping(in.form);
    auto within = [&](const Control& holder) {
        std::vector<const Control*> all;
        for (Id id : holder.children)
            if (const Control* c = in.form.find(id); c && takesRoom(*c)) all.push_back(c);
        // Along the way in which they lie apart more; only what still reaches so far is looked at.
        std::set<double> lefts, tops;
        for (const Control* c : all) lefts.insert(c->box.left), tops.insert(c->box.top);
        const bool across = lefts.size() > tops.size();
        auto from = [&](const Control* c) { return across ? c->box.left : c->box.top; };
        auto to = [&](const Control* c) { return across ? c->box.right() : c->box.bottom(); };
        std::ranges::stable_sort(all, {}, from);
        std::vector<const Control*> open;
        for (const Control* c : all) {
            std::erase_if(open, [&](const Control* o) { return to(o) <= from(c) + slack; });
            for (const Control* o : open)
                if (o->box.top + slack < c->box.bottom() && c->box.top + slack < o->box.bottom() &&
                    o->box.left + slack < c->box.right() && c->box.left + slack < o->box.right()) {
                    found.push_back({nullptr, {c->id, o->id}, said("It overlaps “{}”.", calledBy(in.form, *o))});
                    break;
                }
            open.push_back(c);
        }
    };
    eachFreeContainer(in, within);
}

Form movedBelow(const Checked& in, const Finding& f) {
    const Control *c = in.form.find(f.controls[0]), *other = in.form.find(f.controls[1]);
    if (!c || !other) return in.form;
    Box box = c->box;
    box.top = other->box.bottom() + measuresFor(in.form).rowGap;
    return roomMade(boxed(in.form, c->id, box), c->id);
}
Form movedBeside(const Checked& in, const Finding& f) {
    const Control *c = in.form.find(f.controls[0]), *other = in.form.find(f.controls[1]);
    if (!c || !other) return in.form;
    Box box = c->box;
    box.left = other->box.right() + measuresFor(in.form).labelGap;
    return roomMade(boxed(in.form, c->id, box), c->id);
}

/// Beyond the paper itself, where nothing is printed at all.
bool offThePaper(const Form& form, const Control& c) {
    const Control* holder = form.find(c.parent);
    if (!holder || !holder->is().paper || !c.is().boxed) return false;
    const Extent paper = paperSize(form.root());
    return !Box{0, 0, paper.width, paper.height}.grown(lapping(form)).contains(c.box);
}
void offPaper(const Checked& in, Findings& found) {
    if (in.form.isDialog()) return;
    eachControl(in, [&](const Control& c) {
        if (offThePaper(in.form, c)) found.push_back({nullptr, {c.id}, said("Part of it is off the paper.")});
    });
}
void outside(const Checked& in, Findings& found) {
    eachControl(in, [&](const Control& c) {
        if (!reachesOut(in.form, c) || offThePaper(in.form, c)) return;
        const bool paper = in.form.find(c.parent)->is().paper;
        found.push_back({nullptr,
                         {c.id},
                         paper ? said("It extends into the page margin.") : said("It extends beyond its container.")});
    });
}
Form broughtBack(const Checked& in, const Finding& f) {
    const Control* c = in.form.find(f.controls.front());
    const Control* holder = c ? in.form.find(c->parent) : nullptr;
    const auto room = holder ? roomIn(in.form, *holder) : std::nullopt;
    if (!room) return in.form;
    Box box = c->box;
    box.width = std::min(box.width, room->width);
    box.height = std::min(box.height, room->height);
    box.left = std::clamp(box.left, room->left, room->right() - box.width);
    box.top = std::clamp(box.top, room->top, room->bottom() - box.height);
    return boxed(in.form, c->id, box);
}

/// Ticks are pressed at their wording as well, and stand a row apart.
bool tooSmall(const Control& c) {
    const bool pressed = c.is().pressed || (c.is().filled() && c.is().labelled);
    return pressed && (c.box.width < leastTarget || c.box.height < leastTarget);
}
void smallTarget(const Checked& in, Findings& found) {
    if (in.form.isDialog())
        eachControl(in, [&](const Control& c) {
            if (tooSmall(c)) found.push_back({nullptr, {c.id}, said("It is hard to hit: smaller than 24 by 24 px.")});
        });
}
Form largeEnough(const Checked& in, const Finding& f) {
    const Control* c = in.form.find(f.controls.front());
    if (!c) return in.form;
    Box box = c->box;
    box.width = std::max(box.width, leastTarget);
    // As high as other fields, and grown both ways, so that it stays on its text line.
    const double higher = std::max(0.0, measuresFor(in.form).fieldHigh - box.height);
    box.top = atRest(in.form, box.top - higher / 2);
    box.height += higher;
    return boxed(in.form, c->id, box);
}

// ---- what was meant to be the same, and is a few units off ----

/// A number that several controls of one container have, or nearly have.
struct Measured {
    Id id = noControl;
    double at = 0;
};
/// Those that are a few units off what most of their neighbours have, each with one that has it.
template <class Off>
void eachOff(const Form& form, std::vector<Measured> all, Off off) {
    std::ranges::stable_sort(all, {}, &Measured::at);
    for (std::size_t from = 0; from < all.size();) {
        std::size_t to = from + 1;
        while (to < all.size() && all[to].at - all[from].at <= nearly(form)) ++to;
        // The value that most of them have to the unit; the least of them where none leads.
        std::size_t most = from, mostCount = 0;
        for (std::size_t i = from; i < to;) {
            std::size_t same = i;
            while (same < to && all[same].at - all[i].at <= hardly(form)) ++same;
            if (same - i > mostCount) most = i, mostCount = same - i;
            i = same;
        }
        for (std::size_t i = from; i < to; ++i)
            if (std::abs(all[i].at - all[most].at) > hardly(form)) off(all[i], all[most]);
        from = to;
    }
}
/// What is placed with care: fields, wording, ticks, frames; not the buttons at the foot, lines and boxes.
bool linesUp(const Control& c) {
    return c.is().boxed && !c.is().behind && !c.is().inGrid && (c.is().filled() || c.is().speaks || c.is().framed);
}
void edgesNear(const Checked& in, Findings& found) {
    eachFreeContainer(in, [&](const Control& holder) {
        std::vector<Measured> lefts;
        for (Id id : holder.children)
            if (const Control* c = in.form.find(id); c && linesUp(*c)) lefts.push_back({id, c->box.left});
        eachOff(in.form, std::move(lefts), [&](const Measured& one, const Measured& other) {
            found.push_back(
                {nullptr,
                 {one.id, other.id},
                 said("Its left edge is almost level with “{}”.", calledBy(in.form, *in.form.find(other.id)))});
        });
    });
}
Form edgeTaken(const Checked& in, const Finding& f) {
    return edgesAligned(in.form, {f.controls[1], f.controls[0]}, Edge::left);
}

void sizesNear(const Checked& in, Findings& found) {
    eachFreeContainer(in, [&](const Control& holder) {
        // Widths below each other; heights anywhere.
        std::map<std::pair<Kind, long>, std::vector<Measured>> wide, high;
        for (Id id : holder.children) {
            const Control* c = in.form.find(id);
            if (!c || !c->is().filled() || !c->is().labelled) continue;
            wide[{c->kind, std::lround(c->box.left)}].push_back({id, c->box.width});
            high[{c->kind, 0}].push_back({id, c->box.height});
        }
        std::set<Id> told;
        for (auto* sizes : {&wide, &high})
            for (auto& [alike, all] : *sizes)
                eachOff(in.form, std::move(all), [&](const Measured& one, const Measured& other) {
                    if (told.insert(one.id).second)
                        found.push_back(
                            {nullptr,
                             {one.id, other.id},
                             said("It is almost the same size as “{}”.", calledBy(in.form, *in.form.find(other.id)))});
                });
    });
}
Form sizeMatched(const Checked& in, const Finding& f) {
    const Control *one = in.form.find(f.controls[0]), *other = in.form.find(f.controls[1]);
    if (!one || !other) return in.form;
    const bool width = std::abs(one->box.width - other->box.width) <= nearly(in.form);
    const bool height = std::abs(one->box.height - other->box.height) <= nearly(in.form);
    return sizesMatched(in.form, {other->id, one->id}, width, height);
}

/// Rows of a column whose distance differs by a few units from that of the rows around them.
struct Uneven {
    Id id = noControl;
    double off = 0;  // further down than it should be
};
std::vector<Uneven> unevenIn(const Form& form, const Control& holder) {
    const Arrangement arranged = arrangementOf(form, holder.id, true);
    std::vector<std::pair<Id, Box>> rows;
    for (const TextRow& row : arranged.rows) {
        if (row.pieces.empty()) continue;
        const Piece& first = arranged.pieces[row.pieces.front()];
        if (first.nature == Nature::button || first.nature == Nature::other) continue;
        Box all = first.whole();
        for (std::size_t i : row.pieces) all = all.united(arranged.pieces[i].whole());
        rows.emplace_back(first.id, all);
    }
    std::vector<Uneven> uneven;
    // A gap unlike both of its neighbours, which are alike.
    for (std::size_t i = 3; i < rows.size(); ++i) {
        auto gap = [&](std::size_t at) { return rows[at].second.top - rows[at - 1].second.bottom(); };
        const double before = gap(i - 2), here = gap(i - 1), after = gap(i), off = here - before;
        // Rows of unlike heights go by their text lines.
        bool alike = true;
        for (std::size_t k = i - 3; k < i; ++k)
            alike = alike && std::abs(rows[k].second.height - rows[i].second.height) <= hardly(form);
        if (alike && std::abs(before - after) <= hardly(form) && std::abs(off) > hardly(form) &&
            std::abs(off) <= nearly(form))
            uneven.push_back({rows[i - 1].first, off});
    }
    return uneven;
}
void unevenGaps(const Checked& in, Findings& found) {
    eachFreeContainer(in, [&](const Control& holder) {
        for (const Uneven& one : unevenIn(in.form, holder))
            found.push_back({nullptr, {one.id}, said("The gap above it is slightly different from the others.")});
    });
}
/// It moves, and all that stands below it.
Form gapEvened(const Checked& in, const Finding& f) {
    const Control* c = in.form.find(f.controls.front());
    const Control* holder = c ? in.form.find(c->parent) : nullptr;
    if (!holder) return in.form;
    for (const Uneven& one : unevenIn(in.form, *holder)) {
        if (one.id != c->id) continue;
        const Control* label = labelOf(in.form, c->id);
        const double top = label && label->parent == holder->id ? std::min(c->box.top, label->box.top) : c->box.top;
        Ids below;
        for (Id id : holder->children)
            if (const Box& box = in.form.find(id)->box; box.bottom() > top) below.push_back(id);
        return shifted(in.form, below, 0, -one.off);
    }
    return in.form;
}

// ---- labels and their fields ----

template <class Visit>
void eachLabelled(const Checked& in, Visit visit) {
    const Form& form = in.form;
    eachControl(in, [&](const Control& label) {
        const Control* field = label.is().speaks ? form.find(label.reference(Prop::labels)) : nullptr;
        if (field && field->parent == label.parent && !form.find(label.parent)->is().inGrid) visit(label, *field);
    });
}
bool besideEachOther(const Control& a, const Control& b) {
    return a.box.right() <= b.box.left + 1 || b.box.right() <= a.box.left + 1;
}
void notLevel(const Checked& in, Findings& found) {
    eachLabelled(in, [&](const Control& label, const Control& field) {
        const bool lap = label.box.top < field.box.bottom() && field.box.top < label.box.bottom();
        if (!besideEachOther(label, field) || !lap) return;
        const double off = std::abs(textLine(in.form, label.id) - textLine(in.form, field.id));
        // Beside a field of several lines a label may stand in its middle.
        if (off > hardly(in.form) && off <= measuresFor(in.form).reach)
            found.push_back({nullptr, {label.id, field.id}, said("It is not level with its field.")});
    });
}
Form levelled(const Checked& in, const Finding& f) {
    return textLinesAligned(in.form, {f.controls[1], f.controls[0]});
}
void labelFar(const Checked& in, Findings& found) {
    eachLabelled(in, [&](const Control& label, const Control& field) {
        const Box &a = label.box, &b = field.box;
        const bool level = a.top < b.bottom() && b.top < a.bottom();
        const double across = std::max(b.left - a.right(), a.left - b.right());
        const double down = std::max(b.top - a.bottom(), a.top - b.bottom());
        if (level ? across > farFromField(in.form) : down > farAboveField(in.form))
            found.push_back({nullptr, {label.id, field.id}, said("It is far from its field.")});
    });
}
Form broughtNear(const Checked& in, const Finding& f) {
    const Control *label = in.form.find(f.controls[0]), *field = in.form.find(f.controls[1]);
    if (!label || !field) return in.form;
    const Measures& m = measuresFor(in.form);
    Box box = label->box;
    // To the left of its field where there is room, else above it.
    box.left = field->box.left - m.labelGap - box.width;
    if (box.left < 0) {
        box.left = field->box.left;
        box.top = field->box.top - m.labelDrop - box.height;
        return boxed(in.form, label->id, box);
    }
    return textLinesAligned(boxed(in.form, label->id, box), {field->id, label->id});
}

// ---- room that nobody uses ----

/// How far all that stands in a dialog reaches.
Extent reachOf(const Form& form) {
    Extent reach;
    for (Id id : form.root().children)
        if (const Control* c = form.find(id); c && c->is().boxed) {
            reach.width = std::max(reach.width, c->box.right());
            reach.height = std::max(reach.height, c->box.bottom());
        }
    return reach;
}
void deadSpace(const Checked& in, Findings& found) {
    const Control& root = in.form.root();
    if (!in.form.isDialog() || root.children.empty()) return;
    const Extent reach = reachOf(in.form);
    if (root.box.height - reach.height > deadFrom)
        found.push_back({nullptr, {rootId}, said("There is much empty space below.")});
    else if (root.box.width - reach.width > deadFrom)
        found.push_back({nullptr, {rootId}, said("There is much empty space at the side.")});
}
Form fitted(const Checked& in, const Finding&) {
    return fittedToContent(in.form, rootId);
}
void hiddenRoom(const Checked& in, Findings& found) {
    if (!in.form.isDialog()) return;
    eachControl(in, [&](const Control& c) {
        const bool comesAndGoes = c.is().framed && (c.formulas.find(Prop::visible) || !c.yes(Prop::visible));
        if (!comesAndGoes || c.yes(Prop::fold)) return;
        // What is shown in its place, one at a time, leaves no hole.
        const Control* holder = in.form.find(c.parent);
        const bool shared = std::ranges::any_of(holder->children, [&](Id id) {
            const Control* other = in.form.find(id);
            return other && other->id != c.id && other->is().framed &&
                   other->box.united(c.box).height < other->box.height + c.box.height;
        });
        if (!shared) found.push_back({nullptr, {c.id}, said("It leaves an empty space while it is hidden.")});
    });
}
Form folding(const Checked& in, const Finding& f) {
    return withProperty(in.form, f.controls, Prop::fold, true);
}

// The rows read best in long lines.
// clang-format off
constexpr CheckRow layoutRows[] = {
    {"overlap", CheckFamily::layout, Severity::should, "Controls that overlap", "One hides part of the other, or receives its clicks.", "", overlap, nullptr, {{{"Moves it below.", movedBelow}, {"Moves it to the side.", movedBeside}}}},
    {"outside", CheckFamily::layout, Severity::must, "Beyond its container or the page margins", "It is cut off on the screen, or by the printer.", "Moves it inside.", outside, broughtBack},
    {"offPaper", CheckFamily::layout, Severity::must, "Off the paper", "It is not printed.", "Moves it inside.", offPaper, broughtBack},
    {"edgesNear", CheckFamily::layout, Severity::should, "Edges a few units apart", "It looks uneven.", "Aligns it with most of the others.", edgesNear, edgeTaken},
    {"sizesNear", CheckFamily::layout, Severity::should, "Sizes a few units apart", "It looks uneven.", "Gives it the size of most of the others.", sizesNear, sizeMatched},
    {"unevenGaps", CheckFamily::layout, Severity::should, "Uneven gaps between rows", "It looks uneven.", "Moves it and everything below by the difference.", unevenGaps, gapEvened},
    {"notLevel", CheckFamily::layout, Severity::should, "A label that is not level with its field", "People have to guess which belongs to which.", "Makes the label level with the field.", notLevel, levelled},
    {"labelFar", CheckFamily::layout, Severity::should, "A label far from its field", "People have to guess which belongs to which (ISO 9241-143, 5.3).", "Moves the label beside its field, or above it.", labelFar, broughtNear},
    {"deadSpace", CheckFamily::layout, Severity::know, "Empty space below or beside everything", "The window is larger than it needs to be.", "Fits the window to its contents.", deadSpace, fitted},
    {"hiddenRoom", CheckFamily::layout, Severity::know, "Empty space where something is hidden", "Fillers may think that something is missing.", "Folds the space away.", hiddenRoom, folding},
    {"smallTarget", CheckFamily::layout, Severity::should, "A target under 24 by 24 px", "It is hard to hit (WCAG 2.2, 2.5.8).", "Makes it large enough.", smallTarget, largeEnough},
};
// clang-format on

}  // namespace

std::optional<Box> roomIn(const Form& form, const Control& holder) {
    if (holder.is().inGrid || holder.is().turns || holder.is().grid || !holder.is().holds) return std::nullopt;
    if (holder.is().paper) return withinMargins(form);
    if (holder.id == rootId && !form.isDialog()) return std::nullopt;
    const Box area = boxOf(form, holder);
    return Box{0, 0, area.width, area.height};
}
bool reachesOut(const Form& form, const Control& c) {
    const Control* holder = form.find(c.parent);
    const auto room = holder && c.is().boxed ? roomIn(form, *holder) : std::nullopt;
    return room && !room->grown(lapping(form)).contains(c.box);
}

std::span<const CheckRow> layout() {
    return layoutRows;
}

}  // namespace brindel::checks
