// Layout: what lies where it cannot be read, reached or printed.
#include <algorithm>

#include "core/check/families.h"
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
    const double slack = in.form.isDialog() ? 1 : 0.3;
    auto within = [&](const Control& holder) {
        if (holder.is().grid || holder.is().turns) return;
        std::vector<const Control*> all;
        for (Id id : holder.children)
            if (const Control* c = in.form.find(id); c && takesRoom(*c)) all.push_back(c);
        // From left to right; only what still reaches so far is looked at.
        std::ranges::sort(all, {}, [](const Control* c) { return c->box.left; });
        std::vector<const Control*> open;
        for (const Control* c : all) {
            std::erase_if(open, [&](const Control* o) { return o->box.right() <= c->box.left + slack; });
            for (const Control* o : open)
                if (o->box.top + slack < c->box.bottom() && c->box.top + slack < o->box.bottom()) {
                    found.push_back({nullptr, {c->id, o->id}, said("It lies on “{}”.", calledBy(in.form, *o))});
                    break;
                }
            open.push_back(c);
        }
    };
    within(in.form.root());
    eachControl(in.form, within);
}

/// How far a control may reach in what it lies in: a page's margins, or the container's edges.
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
    const double slack = form.isDialog() ? 1 : 0.3;
    return room && !room->grown(slack).contains(c.box);
}
void outside(const Checked& in, Findings& found) {
    eachControl(in.form, [&](const Control& c) {
        if (!reachesOut(in.form, c)) return;
        const bool paper = in.form.find(c.parent)->is().paper;
        found.push_back(
            {nullptr,
             {c.id},
             paper ? said("It reaches into the page's margin.") : said("It reaches out of what it lies in.")});
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

/// WCAG 2.2, 2.5.8: a target is at least 24 by 24 CSS pixels. Ticks are pressed at their wording as well, and stand a
/// row apart.
constexpr double leastTarget = 24;
bool tooSmall(const Control& c) {
    const bool pressed = c.is().pressed || (c.is().filled() && c.is().labelled);
    return pressed && (c.box.width < leastTarget || c.box.height < leastTarget);
}
void smallTarget(const Checked& in, Findings& found) {
    if (in.form.isDialog())
        eachControl(in.form, [&](const Control& c) {
            if (tooSmall(c)) found.push_back({nullptr, {c.id}, said("It is hard to hit: less than 24 by 24 px.")});
        });
}
Form largeEnough(const Checked& in, const Finding& f) {
    const Control* c = in.form.find(f.controls.front());
    if (!c) return in.form;
    Box box = c->box;
    box.width = std::max(box.width, leastTarget);
    box.height = std::max(box.height, leastTarget);
    return boxed(in.form, c->id, box);
}

// The rows read best in long lines.
// clang-format off
constexpr CheckRow layoutRows[] = {
    {"overlap", Family::layout, Gravity::should, "Controls that lie on each other", "One hides part of the other, or takes its presses.", "", overlap},
    {"outside", Family::layout, Gravity::must, "Outside its container or the page's margins", "It is cut off on the screen, or by the printer.", "Brings it in.", outside, broughtBack},
    {"smallTarget", Family::layout, Gravity::should, "A target under 24 by 24 px", "Fingers and unsteady hands miss it (WCAG 2.2, 2.5.8).", "Makes it large enough.", smallTarget, largeEnough},
};
// clang-format on

}  // namespace

std::span<const CheckRow> layout() {
    return layoutRows;
}

}  // namespace brindel::checks
