#include "core/session/result.h"

#include <algorithm>
#include <cmath>

#include "core/answers/choice_lists.h"
#include "core/model/values.h"
#include "core/rules/form_lists.h"

namespace brindel {
namespace {

Operand valueOf(const FormSession& session, const Control& c) {
    // What is worked out and comes to an error is that error.
    if (!c.text(Prop::workedOut).empty())
        for (const std::uint32_t place : session.dependence().formulasOf(c.id))
            if (session.dependence().formulas()[place].givesValue() &&
                std::holds_alternative<FormulaError>(session.result(place)))
                return {{session.result(place)}};
    const auto index = session.form().index();
    for (Id button : index->radioGroupOf(c.id))
        if (const auto* on = std::get_if<bool>(&session.entry(button).held); on && *on)
            return {{valueWhenOn(*session.form().find(button))}};
    if (c.is().answer().shared) return {{Scalar()}};
    if (const auto* picks = std::get_if<Picks>(&session.entry(c.id).held)) {
        Operand all{{}, takesSeveral(c)};
        for (std::size_t line : picks->lines)
            all.values.push_back(scalarOfChoice(c, line < c.choices().size() ? c.choices()[line].value : picks->other));
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
        if (choice.text == *text) return scalarOfChoice(control, choice.value);
    return *text;
}

Scalar scalarOfChoice(const Control& control, const std::string& value) {
    const auto number = isRunOfNumbers(control) ? numberFrom(value) : std::nullopt;
    return number ? Scalar(*number) : Scalar(value);
}

Operand operandOf(const FormSession& session, const Meaning& meaning) {
    if (!meaning.known) return {{FormulaError::name}};
    auto valueOf = [&](Id id) { return ::brindel::valueOf(session, *session.form().find(id)); };
    if (!meaning.column) return meaning.fields.empty() ? Operand{{Scalar()}} : valueOf(meaning.fields.front());
    Operand column{{}, true};
    for (Id id : meaning.fields)
        for (Scalar& one : valueOf(id).values) column.values.push_back(std::move(one));
    return column;
}

Entry entryFrom(const Field& f, const Scalar& value) {
    EvaluationContext around;
    around.language = f.language();
    auto wrong = [](FormulaError error) { return Entry{{}, std::string(errorText(error))}; };
    const AnswerType type = f.control.is().answers;
    if (const auto* error = std::get_if<FormulaError>(&value)) return wrong(*error);
    if (std::holds_alternative<std::monostate>(value)) return type == AnswerType::tick ? Entry{false} : Entry{};
    auto asNumberHere = [&]() { return asNumber(value, around); };
    switch (type) {
        case AnswerType::number: {
            const Scalar as = asNumberHere();
            const auto* error = std::get_if<FormulaError>(&as);
            if (error) return wrong(*error);
            // A number has the places that its field has. What was worked out in binary may be a hair beside the number
            // that is meant.
            const double number = roundedAt(tidied15(std::get<double>(as)), int(f.control.number(Prop::decimals)));
            return std::isfinite(number) ? Entry{number} : wrong(FormulaError::number);
        }
        case AnswerType::date: {
            const Scalar as = asNumberHere();
            const auto* serial = std::get_if<double>(&as);
            const auto day = serial ? dayOf(std::floor(*serial)) : std::nullopt;
            return day ? Entry{*day} : wrong(FormulaError::value);
        }
        case AnswerType::time: {
            const Scalar as = asNumberHere();
            const auto* serial = std::get_if<double>(&as);
            if (!serial || std::abs(*serial) > 1e9) return wrong(FormulaError::value);
            return {TimeOfDay{int(std::lround((*serial - std::floor(*serial)) * 1440)) % 1440}};
        }
        case AnswerType::tick:
        case AnswerType::question: {
            const Scalar as = asLogical(value, around);
            const auto* error = std::get_if<FormulaError>(&as);
            return error ? wrong(*error) : Entry{std::get<bool>(as)};
        }
        case AnswerType::text:
        case AnswerType::choice:
        case AnswerType::picks: {
            const Scalar as = asText(value);
            const std::string text = std::holds_alternative<std::string>(as) ? std::get<std::string>(as) : "";
            if (text.empty()) return {};
            if (type == AnswerType::text) return {allowedText(f, text)};
            const Result<Entry> given = givenEntry(f, text);
            return given ? *given : Entry{{}, text};
        }
        default:
            return {};
    }
}

std::optional<Value> propertyFrom(Prop prop, const Scalar& value, const std::string& language) {
    EvaluationContext around;
    around.language = language;
    if (std::holds_alternative<FormulaError>(value)) return std::nullopt;
    auto number = [&]() -> std::optional<double> {
        const Scalar as = asNumber(value, around);
        const auto* n = std::get_if<double>(&as);
        return n ? std::optional(*n) : std::nullopt;
    };
    auto fitting = [&](Value made) {
        return misfit(prop, made).empty() ? std::optional(std::move(made)) : std::nullopt;
    };
    const bool nothing = std::holds_alternative<std::monostate>(value);
    switch (row(prop).type) {
        case Type::yesNo: {
            const Scalar as = asLogical(value, around);
            const auto* yes = std::get_if<bool>(&as);
            return yes ? fitting(*yes) : std::nullopt;
        }
        case Type::number:
            if (nothing) return fitting(std::string());
            [[fallthrough]];
        case Type::whole:
        case Type::length: {
            const auto n = number();
            return n ? fitting(*n) : std::nullopt;
        }
        case Type::date: {
            if (nothing) return fitting(std::string());
            const auto n = number();
            const auto day = n ? dayOf(std::floor(*n)) : std::nullopt;
            return day ? fitting(isoDate(*day)) : std::nullopt;
        }
        case Type::time: {
            if (nothing) return fitting(std::string());
            const auto n = number();
            if (!n || std::abs(*n) > 1e9) return std::nullopt;
            return fitting(timeIn(int(std::lround((*n - std::floor(*n)) * 1440)) % 1440, "HH:mm", "en"));
        }
        default: {
            const Scalar as = asText(value);
            const auto* text = std::get_if<std::string>(&as);
            return text ? fitting(*text) : std::nullopt;
        }
    }
}

namespace {
/// `meaning` gives what a name stands for.
template <class MeaningOf>
Scalar workedOut(const FormSession& session, const Node& formula, MeaningOf meaning) {
    EvaluationContext around;
    around.valueOf = [&](const std::string& name) { return operandOf(session, meaning(name)); };
    around.listOf = [&](const std::string& name) -> Operand {
        const Meaning of = meaning(name);
        const auto list = of.fields.empty() ? nullptr : session.form().derived<FormLists>()->of(of.fields.front());
        return list ? *list : Operand{{FormulaError::name}};
    };
    around.today = session.today();
    around.minutesNow = session.minutes();
    around.language = session.form().root().text(Prop::language);
    return evaluated(formula, around);
}
}  // namespace

Scalar resultOf(const FormSession& session, const Node& formula, Id from) {
    return workedOut(session, formula, [&](const std::string& name) { return meaningOf(session.form(), name, from); });
}

Scalar resultOf(const FormSession& session, const Worked& worked) {
    if (worked.inCircle) return FormulaError::circle;
    if (worked.gathers()) {
        // The answer that they depend on.
        if (worked.names.empty()) return {};
        const Operand other = operandOf(session, worked.names.front().second);
        return other.values.empty() ? Scalar() : other.values.front();
    }
    if (!worked.tree) return FormulaError::name;
    return workedOut(session, *worked.tree, [&](const std::string& name) -> Meaning {
        for (const auto& [known, meaning] : worked.names)
            if (known == name) return meaning;
        return {};
    });
}

}  // namespace brindel
