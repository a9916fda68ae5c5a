#include "core/edit/arrange.h"

#include <algorithm>
#include <cmath>

#include "core/arrangement/arrangement.h"
#include "core/draw/draw_control.h"
#include "core/model/measures.h"

namespace brindel {
namespace {

double edgeOf(const Box& b, Edge edge) {
    switch (edge) {
        case Edge::left:
            return b.left;
        case Edge::right:
            return b.right();
        case Edge::top:
            return b.top;
        case Edge::bottom:
            return b.bottom();
        case Edge::centreAcross:
            return b.centre().x;
        case Edge::centreDown:
            return b.centre().y;
    }
    return 0;
}

}  // namespace

Form edgesAligned(const Form& form, const Ids& ids, Edge edge) {
    if (ids.empty() || !form.find(ids[0])) return form;
    const double line = edgeOf(onSurface(form, ids[0]), edge);
    const bool across = edge == Edge::left || edge == Edge::right || edge == Edge::centreAcross;
    Form next = form;
    for (Id id : ids) {
        const double off = line - edgeOf(onSurface(next, id), edge);
        if (off != 0) next = shifted(next, {id}, across ? off : 0, across ? 0 : off);
    }
    return next;
}

double textLine(const Form& form, Id id) {
    const Control* c = form.find(id);
    if (!c) return 0;
    const Box box = onSurface(form, id);
    return box.top + lineWithin(form, *c, box);
}

Form textLinesAligned(const Form& form, const Ids& ids) {
    if (ids.empty()) return form;
    const double line = textLine(form, ids[0]);
    Form next = form;
    for (Id id : ids)
        if (double off = line - textLine(next, id); off != 0) next = shifted(next, {id}, 0, off);
    return next;
}

Form sizesMatched(const Form& form, const Ids& ids, bool width, bool height) {
    const Control* lead = ids.empty() ? nullptr : form.find(ids[0]);
    if (!lead) return form;
    Form next = form;
    for (Id id : ids)
        if (const Control* c = next.find(id); c && !c->is().turned && !c->is().paper)
            next = boxed(next, id,
                         {c->box.left, c->box.top, width ? lead->box.width : c->box.width,
                          height ? lead->box.height : c->box.height});
    return next;
}

Form gapsEvened(const Form& form, const Ids& ids, bool across) {
    if (ids.size() < 3) return form;
    Ids order = ids;
    auto start = [&](Id id) { return across ? onSurface(form, id).left : onSurface(form, id).top; };
    auto size = [&](Id id) { return across ? onSurface(form, id).width : onSurface(form, id).height; };
    std::ranges::stable_sort(order, {}, start);
    double filled = 0;
    for (std::size_t i = 0; i + 1 < order.size(); ++i) filled += size(order[i]);
    const double gap = (start(order.back()) - start(order.front()) - filled) / double(order.size() - 1);
    Form next = form;
    double at = start(order.front());
    for (Id id : order) {
        // Rounded to the unit, so that no control ends between two pixels.
        const double to = atRest(form, at);
        next = shifted(next, {id}, across ? to - start(id) : 0, across ? 0 : to - start(id));
        at += size(id) + gap;
    }
    return next;
}

Form fittedToText(const Form& form, const Ids& ids, const FontBook& fonts) {
    Form next = form;
    const double pt = unitsPerPoint(form);
    for (Id id : ids) {
        const Control* c = form.find(id);
        if (!c || !has(c->kind, Prop::text) || c->is().turned) continue;
        const Look look = lookOf(form, *c);
        const std::string text = markedWording(form, *c);
        Box box = c->box;
        double width =
            std::ceil(fonts.width(text, look) * pt) + measuresFor(form).textRoom - signReach(form, *c, fonts);
        if (c->is().speaks) box.height = std::max(box.height, std::ceil(fonts.lineHeight(look) * pt));
        if (c->is().pressed) width = std::max(width + measuresFor(form).buttonPad, measuresFor(form).buttonLeast);
        if (c->is().answer().ticked) width += tickBoxOf(form, *c).width + measuresFor(form).rowGap;
        // A label that ends at its field goes on ending there.
        if (look.across == Across::end && c->is().speaks) box.left = box.right() - width;
        box.width = width;
        next = boxed(next, id, box);
    }
    return next;
}

Form refitted(const Form& form, const Ids& ids, const FontBook& fonts) {
    Ids fitting;
    for (Id id : ids)
        if (const Control* c = form.find(id); c && has(c->kind, Prop::alwaysFits) && c->yes(Prop::alwaysFits))
            fitting.push_back(id);
    return fitting.empty() ? form : fittedToText(form, fitting, fonts);
}

Form centredInContainer(const Form& form, const Ids& ids, bool across, bool down) {
    const Ids movable = outermost(form, ids);
    if (movable.empty()) return form;
    const Id container = form.find(movable[0])->parent;
    const Control* holder = form.find(container);
    if (!holder) return form;
    Box all;
    for (Id id : movable) all = id == movable[0] ? onSurface(form, id) : all.united(onSurface(form, id));
    Box area = holder->is().paper ? withinMargins(form) : onSurface(form, container);
    auto whole = [&](double v) { return atRest(form, v); };
    return shifted(form, movable, across ? whole(area.centre().x - all.centre().x) : 0,
                   down ? whole(area.centre().y - all.centre().y) : 0);
}

Form onGrid(const Form& form, const Ids& ids) {
    const double step = gridStep(form);
    Form next = form;
    for (Id id : outermost(form, ids)) {
        const Box box = form.find(id)->box;
        next = shifted(next, {id}, std::round(box.left / step) * step - box.left,
                       std::round(box.top / step) * step - box.top);
    }
    return next;
}

Form fittedToContent(const Form& form, Id container) {
    const Control* c = form.find(container);
    if (!c || c->is().paper || c->kind == Kind::document || c->is().grid) return form;
    if (c->is().turned) return fittedToContent(form, c->parent);
    // Tabs are as large as the largest of their pages needs.
    std::vector<Id> areas = c->is().turns ? c->children : std::vector<Id>{container};
    double wide = 0, high = 0;
    bool any = false;
    for (Id area : areas) {
        const Control* holder = form.find(area);
        if (!holder || holder->children.empty()) continue;
        Box all;
        bool first = true;
        for (Id id : holder->children) {
            all = first ? form.find(id)->box : all.united(form.find(id)->box);
            first = false;
        }
        any = true;
        const Box own = boxOf(form, *holder);
        const double margin = std::clamp(all.left, 0.0, measuresFor(form).fitMargin);
        wide = std::max(wide, all.right() + margin + (c->is().turns ? c->box.width - own.width : 0));
        high = std::max(high, all.bottom() + margin + (c->is().turns ? c->box.height - own.height : 0));
    }
    return any ? boxed(form, container, {c->box.left, c->box.top, wide, high}) : form;
}

Form sizeTaken(const Form& form, const Ids& ids, Id from) {
    Ids all{from};
    for (Id id : ids)
        if (id != from) all.push_back(id);
    return form.find(from) ? sizesMatched(form, all, true, true) : form;
}

}  // namespace brindel
