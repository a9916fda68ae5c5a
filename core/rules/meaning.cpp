#include "core/rules/meaning.h"

#include <algorithm>

namespace brindel {

std::optional<TableSpot> spotOf(const Form& form, Id id) {
    for (const Control* c = form.find(id); c; c = form.find(c->parent)) {
        if (!c->is().inGrid) continue;
        TableSpot spot{form.find(c->parent)};
        spot.columns = std::max<std::size_t>(1, std::get<Choices>(spot.table->get(Prop::columns)).size());
        const std::size_t number = form.index()->numberOfCell(c->id);
        spot.column = number % spot.columns;
        spot.row = number / spot.columns;
        return spot;
    }
    return std::nullopt;
}

const Control* fieldInRow(const Form& form, const TableSpot& spot, std::size_t row) {
    const std::size_t number = row * spot.columns + spot.column;
    const Control* cell = number < spot.table->children.size() ? form.find(spot.table->children[number]) : nullptr;
    const Control* field = cell && !cell->children.empty() ? form.find(cell->children.front()) : nullptr;
    return field && isFilled(*field) ? field : nullptr;
}

std::string columnName(const Form& form, Id id) {
    const Control* c = form.find(id);
    const auto spot = c && !c->name.empty() ? spotOf(form, id) : std::nullopt;
    if (!spot || spot->row > 0) return "";
    std::string name = c->name;
    if (name.size() < 2 || name.back() != '1' || (name[name.size() - 2] >= '0' && name[name.size() - 2] <= '9'))
        return name;
    name.pop_back();
    if (name.size() > 1 && (name.back() == '_' || name.back() == '-')) name.pop_back();
    return name;
}

Meaning meaningOf(const Form& form, const std::string& name, Id from) {
    const auto index = form.index();
    Id id = index->named(name);
    if (id == noControl) id = index->answering(name);
    for (const char* first : {"1", "_1", "-1"})
        if (id == noControl)
            if (const Id field = index->named(name + first); field && columnName(form, field) == name) id = field;
    const Control* c = form.find(id);
    if (!c || !isFilled(*c)) return {};
    auto asked = [&](Id field) {
        const auto question = index->radioGroupOf(field);
        return question.empty() ? field : question.front();
    };
    if (columnName(form, id) != name) return {true, false, {asked(id)}};
    const TableSpot spot = *spotOf(form, id);
    const auto here = from == noControl ? std::nullopt : spotOf(form, from);
    if (here && here->table->id == spot.table->id) {
        const Control* beside = fieldInRow(form, spot, here->row);
        return beside ? Meaning{true, false, {asked(beside->id)}} : Meaning{true, false, {}};
    }
    Meaning column{true, true, {}};
    for (std::size_t row = 0; row * spot.columns < spot.table->children.size(); ++row)
        if (const Control* field = fieldInRow(form, spot, row)) column.fields.push_back(asked(field->id));
    return column;
}

}  // namespace brindel
