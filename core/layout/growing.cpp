#include "core/layout/growing.h"

#include <algorithm>

#include "core/edit/tables.h"

namespace brindel {
namespace {

double rowHeight(const Control& table) {
    const Grid grid = gridOf(table);
    return grid.down.size() > 1 ? table.box.height / double(grid.down.size() - 1) : table.box.height;
}

}  // namespace

Form grownBy(const Form& form, Id id, double by) {
    const Control* c = form.find(id);
    if (!c || by == 0 || c->kind == Kind::document || (id != rootId && !isFreelyPlaced(form, *c))) return form;
    const Box before = c->box;
    Form next = changed(form, id, [&](Control& k) { k.box.height = std::max(smallStep(form), k.box.height + by); });
    next = tableSettled(next, id);
    const Control* holder = id == rootId ? nullptr : form.find(c->parent);
    if (!holder) return next;
    Ids below;
    for (Id other : holder->children)
        if (other != id && form.find(other)->box.top >= before.bottom() - smallStep(form)) below.push_back(other);
    next = shifted(next, below, 0, by);
    // A tab page is as high as its tabs leave it; the tabs grow for it.
    return grownBy(next, holder->kind == Kind::tabPage ? holder->parent : holder->id, by);
}

bool takesRow(const Form& form, Id table) {
    const Control* c = form.find(table);
    if (!c || c->kind != Kind::table || c->number(Prop::rows) >= c->number(Prop::rowsMost)) return false;
    const Control* page = form.find(surfaceOf(form, table));
    if (!page || page->kind != Kind::page) return true;
    double lowest = 0;
    for (Id id : page->children) lowest = std::max(lowest, onSurface(form, id).bottom());
    return lowest + rowHeight(*c) <= withinMargins(form).bottom() + 0.01;
}

Form withRow(const Form& form, Id table) {
    if (!takesRow(form, table)) return form;
    const Control before = *form.find(table);
    Form next = grownBy(form, table, rowHeight(before));
    next = changed(next, table, [&](Control& c) { c.set(Prop::rows, c.number(Prop::rows) + 1); });
    return tableSettled(next, table);
}

Form withoutRow(const Form& form, Id table) {
    const Control* c = form.find(table);
    if (!c || c->kind != Kind::table || c->number(Prop::rows) < 2) return form;
    const double high = rowHeight(*c);
    Form next = changed(form, table, [&](Control& k) { k.set(Prop::rows, k.number(Prop::rows) - 1); });
    // The cells first, so that the rest keeps its height.
    next = grownBy(next, table, -high);
    return tableSettled(next, table);
}

}  // namespace brindel
