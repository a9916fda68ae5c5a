#include "core/session/worth.h"

#include <algorithm>

namespace brindel {
namespace {

/// The table that a control lies in, its column, and its row from 0; nothing outside of tables.
struct Spot {
    const Control* table = nullptr;
    std::size_t column = 0, row = 0, columns = 1;
};
std::optional<Spot> spotOf(const Form& form, Id id) {
    const auto index = form.index();
    for (const Control* c = form.find(id); c; c = form.find(c->parent)) {
        if (!c->is().inGrid) continue;
        Spot spot{form.find(c->parent)};
        spot.columns = std::max<std::size_t>(1, std::get<Choices>(spot.table->get(Prop::columns)).size());
        const std::size_t number = index->numberOfCell(c->id);
        spot.column = number % spot.columns;
        spot.row = number / spot.columns;
        return spot;
    }
    return std::nullopt;
}

/// The field that fills a cell; null for none.
const Control* fieldIn(const Form& form, const Spot& spot, std::size_t row) {
    const std::size_t number = row * spot.columns + spot.column;
    const Control* cell = number < spot.table->children.size() ? form.find(spot.table->children[number]) : nullptr;
    const Control* field = cell && !cell->children.empty() ? form.find(cell->children.front()) : nullptr;
    return field && isFilled(*field) ? field : nullptr;
}

Operand valueOf(const FormSession& session, const Control& c) {
    const auto index = session.form().index();
    for (Id button : index->questionOf(c.id))
        if (const auto* on = std::get_if<bool>(&session.entry(button).held); on && *on)
            return {{valueWhenOn(*session.form().find(button))}};
    if (c.is().answers == AnswerType::question) return {{Scalar()}};
    if (const auto* picks = std::get_if<Picks>(&session.entry(c.id).held)) {
        Operand all{{}, takesSeveral(c)};
        for (std::size_t line : picks->lines)
            all.values.push_back(line < c.choices().size() ? c.choices()[line].value : picks->other);
        if (!all.list && all.values.empty()) all.values = {Scalar()};
        return all;
    }
    return {{scalarOf(session.entry(c.id).held, c)}};
}

}  // namespace

Scalar scalarOf(const Held& held, const Control& control) {
    if (const auto* number = std::get_if<double>(&held)) return *number;
    if (const auto* yes = std::get_if<bool>(&held)) return *yes;
    if (const auto* day = std::get_if<Day>(&held)) return serialOf(*day);
    if (const auto* time = std::get_if<TimeOfDay>(&held)) return time->minutes / 1440.0;
    if (const auto* picture = std::get_if<OwnPicture>(&held)) return !picture->png.empty();
    if (const auto* ink = std::get_if<Ink>(&held)) return !ink->strokes.empty();
    const auto* text = std::get_if<std::string>(&held);
    if (!text || text->empty()) return std::monostate();
    // What is chosen counts by its value, not by its wording.
    for (const Choice& choice : control.choices())
        if (choice.text == *text) return choice.value;
    return *text;
}

Operand operandOf(const FormSession& session, const std::string& name, Id from) {
    const Form& form = session.form();
    const auto index = form.index();
    // A question is spoken of by its own name, anything else by that of the control.
    Id id = index->named(name);
    if (id == noControl) id = index->answering(name);
    const Control* c = form.find(id);
    if (!c || !isFilled(*c)) return {{FormulaError::name}};
    const auto spot = spotOf(form, id);
    if (!spot) return valueOf(session, *c);
    const auto here = from == noControl ? std::nullopt : spotOf(form, from);
    if (here && here->table->id == spot->table->id) {
        const Control* beside = fieldIn(form, *spot, here->row);
        return beside ? valueOf(session, *beside) : Operand{{Scalar()}};
    }
    // Only the first row gives its name to the column; a later field is spoken of by itself.
    if (spot->row > 0) return valueOf(session, *c);
    Operand column{{}, true};
    for (std::size_t row = 0; row * spot->columns < spot->table->children.size(); ++row)
        if (const Control* field = fieldIn(form, *spot, row))
            for (Scalar& one : valueOf(session, *field).values) column.values.push_back(std::move(one));
    return column;
}

Scalar worthOf(const FormSession& session, const Node& formula, Id from, int minutes) {
    Surroundings around;
    around.valueOf = [&](const std::string& name) { return operandOf(session, name, from); };
    around.today = session.today();
    around.minutesNow = minutes;
    around.language = session.form().root().text(Prop::language);
    return evaluated(formula, around);
}

}  // namespace brindel
