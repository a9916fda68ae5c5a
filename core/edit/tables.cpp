#include "core/edit/tables.h"

#include <algorithm>
#include <set>

#include "core/edit/renaming.h"

namespace brindel {
namespace {

const Choices& columnsOf(const Control& table) {
    return std::get<Choices>(table.get(Prop::columns));
}

/// What stands in a cell fills it.
Form filledOut(Form form, Id cell) {
    const Control* holder = form.find(cell);
    if (!holder) return form;
    const Box inside = insideCell(form, {0, 0, holder->box.width, holder->box.height});
    for (Id id : Ids(holder->children))
        if (const Control* c = form.find(id); c && !(c->box == inside))
            form = changed(std::move(form), id, [&](Control& k) { k.box = inside; });
    return form;
}

}  // namespace

Control freshTable() {
    Control c;
    c.kind = Kind::table;
    c.set(Prop::columns, Choices{{"2", "Column 1"}, {"1", "Column 2"}, {"1", "Column 3"}});
    return c;
}

namespace {
/// Which column a column was before: of the same heading, else at the same place where that heading is gone.
std::vector<std::optional<std::size_t>> columnsBefore(const Choices& before, const Choices& after) {
    const std::size_t wide = std::max<std::size_t>(1, after.size()), was = std::max<std::size_t>(1, before.size());
    std::vector<std::optional<std::size_t>> from(wide);
    std::set<std::size_t> taken;
    for (std::size_t i = 0; i < after.size(); ++i)
        for (std::size_t j = 0; j < before.size() && !from[i]; ++j)
            if (before[j].text == after[i].text && taken.insert(j).second) from[i] = j;
    // A heading that was reworded: as many are new as are gone.
    std::vector<std::size_t> fresh, lost;
    for (std::size_t i = 0; i < wide; ++i)
        if (!from[i]) fresh.push_back(i);
    for (std::size_t j = 0; j < was; ++j)
        if (!taken.contains(j)) lost.push_back(j);
    if (fresh.size() == lost.size())
        for (std::size_t k = 0; k < fresh.size(); ++k) from[fresh[k]] = lost[k];
    return from;
}
}  // namespace

Form tableSettled(const Form& form, Id id) {
    const Control* table = form.find(id);
    return table && table->is().grid ? tableSettled(form, id, columnsOf(*table)) : form;
}

Form tableSettled(const Form& form, Id id, const Choices& before) {
    const Control* table = form.find(id);
    if (!table || !table->is().grid) return form;
    const Choices& after = columnsOf(*table);
    const std::size_t wide = std::max<std::size_t>(1, after.size()), was = std::max<std::size_t>(1, before.size());
    const auto rows = std::size_t(table->number(Prop::rows));
    const std::vector<std::optional<std::size_t>> from = columnsBefore(before, after);
    const std::vector<Id> old = table->children;
    std::vector<Id> cells;
    std::set<Id> kept;
    Ids added;
    Form next = form;
    auto put = [&](Control c, Id parent) {
        c.id = next.next++;
        c.parent = parent;
        const Id own = c.id;
        next.controls.put(own, std::make_shared<Control>(std::move(c)));
        return own;
    };
    for (std::size_t r = 0; r < rows; ++r)
        for (std::size_t i = 0; i < wide; ++i) {
            const std::size_t at = from[i] ? r * was + *from[i] : old.size();
            if (at < old.size()) {
                cells.push_back(old[at]);
                kept.insert(old[at]);
                continue;
            }
            if (next.next + 2 >= SharedMap<Control>::capacity) return form;
            Control cell;
            cell.kind = Kind::cell;
            cells.push_back(put(cell, id));
            if (old.empty()) continue;
            // It gets what stands above it; a new column begins with text boxes.
            Control field = freshControl(Kind::textBox);
            if (r > 0)
                if (const auto& above = next.find(cells[cells.size() - 1 - wide])->children; !above.empty())
                    field = *next.find(above.front());
            field.name.clear();
            field.ownName = false;
            added.push_back(put(field, cells.back()));
            next = changed(std::move(next), cells.back(), [&](Control& c) { c.children = {added.back()}; });
        }
    Ids gone;
    for (Id cell : old)
        if (!kept.contains(cell)) gone.push_back(cell);
    if (!gone.empty()) next = removed(next, gone, true);
    if (next.find(id)->children != cells) next = changed(std::move(next), id, [&](Control& c) { c.children = cells; });
    const Grid grid = gridOf(*next.find(id));
    Ids inside;
    for (std::size_t i = 0; i < cells.size(); ++i) {
        const Box box = cellBox(next, *next.find(id), grid, i);
        if (!(next.find(cells[i])->box == box))
            next = changed(std::move(next), cells[i], [&](Control& c) { c.box = box; });
        next = filledOut(std::move(next), cells[i]);
        for (Id inner : next.find(cells[i])->children) inside.push_back(inner);
    }
    return before != after || !added.empty() ? namesFollowed(next, inside) : next;
}

Form cellsFilled(const Form& form, Id id, const std::function<Kind(const std::string&)>& kind) {
    const Control* table = form.find(id);
    if (!table || !table->is().grid) return form;
    const std::vector<Id> cells = table->children;
    const Choices headings = columnsOf(*table);
    std::vector<Kind> kinds;
    for (const Choice& heading : headings) kinds.push_back(kind(heading.text));
    if (kinds.empty()) kinds.push_back(kind(""));
    Form next = form;
    Ids made;
    for (std::size_t i = 0; i < cells.size(); ++i) {
        if (!next.find(cells[i])->children.empty()) continue;
        Control field;
        field.kind = kinds[i % kinds.size()];
        Edited one = putIn(next, cells[i], field, 0);
        if (one.ids.empty()) break;
        made.push_back(one.ids[0]);
        next = filledOut(std::move(one.form), cells[i]);
    }
    return namesFollowed(next, made);
}

Ids columnOf(const Form& form, Id inCell) {
    const Control* c = form.find(inCell);
    const Control* cell = c ? form.find(c->parent) : nullptr;
    const Control* table = cell && cell->is().inGrid ? form.find(cell->parent) : nullptr;
    if (!table) return c ? Ids{inCell} : Ids{};
    const std::size_t wide = std::max<std::size_t>(1, columnsOf(*table).size());
    const auto at = std::size_t(std::ranges::find(table->children, cell->id) - table->children.begin());
    Ids ids{inCell};
    for (std::size_t i = at % wide; i < table->children.size(); i += wide)
        for (Id id : form.find(table->children[i])->children)
            if (id != inCell) ids.push_back(id);
    return ids;
}

}  // namespace brindel
