#include "core/layout/growing.h"

#include <algorithm>
#include <charconv>

namespace brindel {
namespace {

using std::string;

template <class Change>
void alter(Form& form, Id id, Change change) {
    Control c = *form.find(id);
    change(c);
    form.controls.put(id, std::make_shared<Control>(std::move(c)));
}

double rowHeight(const Control& table) {
    const Grid grid = gridOf(table);
    return grid.down.size() > 1 ? table.box.height / double(grid.down.size() - 1) : table.box.height;
}

std::size_t columnCount(const Control& table) {
    return gridOf(table).across.size() - 1;
}

/// Cells lie on their table's grid, and what is in a cell fills it.
void gridSettled(Form& form, Id table) {
    const Control c = *form.find(table);
    const Grid grid = gridOf(c);
    for (std::size_t i = 0; i < c.children.size(); ++i) {
        const Box cell = cellBox(form, c, grid, i), inside = insideCell(form, cell);
        alter(form, c.children[i], [&](Control& k) { k.box = cell; });
        for (Id id : std::vector<Id>(form.find(c.children[i])->children))
            alter(form, id, [&](Control& k) { k.box = inside; });
    }
}

/// A name without the number of its row: "numHours3" in row 3 is numHours. One that ends in another digit is parted
/// from the numbers to come.
string stemOf(const string& name, int row) {
    const string number = std::to_string(row);
    if (name.size() > number.size() && name.ends_with(number)) return name.substr(0, name.size() - number.size());
    return !name.empty() && name.back() >= '0' && name.back() <= '9' ? name + "_" : name;
}

std::vector<Id> lastRow(const Form& form, const Control& table) {
    const std::size_t wide = columnCount(table), count = table.children.size();
    std::vector<Id> fields;
    for (std::size_t i = count >= wide ? count - wide : 0; i < count; ++i) {
        const Control* cell = form.find(table.children[i]);
        fields.push_back(cell && !cell->children.empty() ? cell->children.front() : noControl);
    }
    return fields;
}

/// What stands lower makes room, from the control outwards: its container grows by as much, and so on to the dialog.
void makeRoom(Form& form, Id id, double by) {
    while (id != noControl) {
        const Control c = *form.find(id);
        if (!row(c.kind).boxed || (id != rootId && !isFreelyPlaced(form, c))) return;
        const Box before = c.box;
        alter(form, id, [&](Control& k) { k.box.height = std::max(smallStep(form), k.box.height + by); });
        if (c.is().grid) gridSettled(form, id);
        if (id == rootId) return;
        const Control holder = *form.find(c.parent);
        for (Id other : holder.children)
            if (other != id && form.find(other)->box.top >= before.bottom() - smallStep(form))
                alter(form, other, [&](Control& k) { k.box.top += by; });
        // A tab page is as high as its tabs leave it; the tabs grow for it.
        id = holder.is().turned ? holder.parent : holder.id;
    }
}

}  // namespace

Form grownBy(const Form& form, Id id, double by) {
    Form next = form;
    if (form.find(id) && by != 0) makeRoom(next, id, by);
    return next;
}

bool takesRow(const Form& form, Id table) {
    const Control* c = form.find(table);
    if (!c || !c->is().grid || c->number(Prop::rows) >= c->number(Prop::rowsMost)) return false;
    if (form.next + 2 * columnCount(*c) >= SharedMap<Control>::capacity) return false;
    const Control* page = form.find(surfaceOf(form, table));
    if (!page || !page->is().paper) return form.root().box.height + rowHeight(*c) <= mostDialog;
    double lowest = 0;
    for (Id id : page->children) lowest = std::max(lowest, onSurface(form, id).bottom());
    return lowest + rowHeight(*c) <= withinMargins(form).bottom() + 0.01;
}

Form rowAdded(const Form& form, Id table) {
    if (!takesRow(form, table)) return form;
    const Control before = *form.find(table);
    const std::vector<Id> above = lastRow(form, before);
    const int number = int(before.number(Prop::rows)) + 1;
    const auto index = form.index();
    Form next = grownBy(form, table, rowHeight(before));
    Control grown = *next.find(table);
    grown.set(Prop::rows, double(number));
    for (std::size_t i = 0; i < above.size(); ++i) {
        Control cell = *form.find(before.children[before.children.size() - above.size() + i]);
        cell.id = next.next++;
        cell.children.clear();
        if (const Control* field = form.find(above[i])) {
            Control copy = *field;
            copy.id = next.next++;
            copy.parent = cell.id;
            if (!copy.name.empty()) copy.name = stemOf(copy.name, number - 1) + std::to_string(number);
            while (!copy.name.empty() && index->named(copy.name)) copy.name += "_";
            cell.children = {copy.id};
            next.controls.put(copy.id, std::make_shared<Control>(copy));
        }
        grown.children.push_back(cell.id);
        next.controls.put(cell.id, std::make_shared<Control>(cell));
    }
    next.controls.put(table, std::make_shared<Control>(std::move(grown)));
    gridSettled(next, table);
    return next;
}

Form rowTaken(const Form& form, Id table) {
    const Control* c = form.find(table);
    if (!c || !c->is().grid || c->number(Prop::rows) < 2) return form;
    Control less = *c;
    const std::size_t wide = columnCount(less), keep = less.children.size() > wide ? less.children.size() - wide : 0;
    Form next = form;
    for (std::size_t i = keep; i < less.children.size(); ++i) {
        for (Id id : form.find(less.children[i])->children) next.controls.put(id, nullptr);
        next.controls.put(less.children[i], nullptr);
    }
    less.children.resize(keep);
    less.set(Prop::rows, less.number(Prop::rows) - 1);
    const double high = rowHeight(*c);
    next.controls.put(table, std::make_shared<Control>(std::move(less)));
    makeRoom(next, table, -high);
    gridSettled(next, table);
    return next;
}

int rowsUntil(const Form& form, Id table, const string& name) {
    const Control* c = form.find(table);
    if (!c || !c->is().grid) return 0;
    const int rows = int(c->number(Prop::rows));
    for (Id id : lastRow(form, *c))
        if (const Control* field = form.find(id); field && !field->name.empty()) {
            const string stem = stemOf(field->name, rows);
            int number = 0;
            if (!name.starts_with(stem)) continue;
            const auto [end, error] = std::from_chars(name.data() + stem.size(), name.data() + name.size(), number);
            if (error == std::errc() && end == name.data() + name.size() && number > rows &&
                number <= int(c->number(Prop::rowsMost)))
                return number - rows;
        }
    return 0;
}

}  // namespace brindel
