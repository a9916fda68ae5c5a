#include "core/targets/reply/reply_shape.h"

#include <algorithm>
#include <charconv>
#include <set>
#include <tuple>

#include "core/answers/answering.h"
#include "core/rules/dependence.h"
#include "core/rules/ecmascript.h"
#include "core/rules/moved_controls.h"
#include "core/rules/references.h"
#include "core/session/limits.h"

namespace brindel {
namespace {

using std::string;

/// True when a filler always meets a control: neither it nor what holds it is or can be hidden or taken out of use.
bool isAlwaysMet(const Form& form, const MovedControls& moved, const Control& control) {
    for (const Control* c = &control; c; c = form.find(c->parent)) {
        if (moved.shown.contains(c->id) || moved.enabled.contains(c->id)) return false;
        if ((has(c->kind, Prop::visible) && !c->yes(Prop::visible)) ||
            (has(c->kind, Prop::enabled) && !c->yes(Prop::enabled)))
            return false;
    }
    return true;
}

std::vector<string> valuesOf(const Form& form, const Control& c) {
    std::vector<string> all;
    for (Id button : form.index()->radioGroupOf(c.id)) all.push_back(valueWhenOn(*form.find(button)));
    if (!all.empty() || !has(c.kind, Prop::choices) || c.yes(Prop::otherAnswers) || choicesFollowAnswers(form, c.id))
        return all;
    for (const Choice& choice : c.choices()) all.push_back(choice.value);
    return all;
}

/// What an answer is called: a question by its frame, a column of a growing table by its heading.
string calledIn(const Form& form, const Control& c, const ReplyPart& part) {
    if (part.table != noControl)
        if (const auto place = tablePlace(form, c); place && !place->heading.empty()) return place->heading;
    return questionCalled(form, c);
}

/// The table that grows around a field, with the number of its row.
void placeInTable(const Form& form, const Control& c, ReplyPart& part) {
    const Control* cell = form.find(c.parent);
    const Control* table = cell ? form.find(cell->parent) : nullptr;
    if (!table || !table->is().grid || table->number(Prop::rowsMost) <= table->number(Prop::rows)) return;
    auto row = rowOfName(part.name);
    if (!row) return;
    part.table = table->id;
    std::tie(part.stem, part.row) = std::move(*row);
}

}  // namespace

std::optional<std::pair<string, int>> rowOfName(const string& name) {
    constexpr std::size_t mostDigits = 6;
    const std::size_t stem = name.find_last_not_of("0123456789") + 1;
    if (stem == 0 || stem == name.size() || name.size() - stem > mostDigits) return std::nullopt;
    int row = 0;
    std::from_chars(name.data() + stem, name.data() + name.size(), row);
    return std::pair(name.substr(0, stem), row);
}

std::vector<ReplyPart> replyShape(const Form& form) {
    const MovedControls moved = movedControls(form);
    std::vector<ReplyPart> all;
    for (Id id : form.index()->fields()) {
        const Control& c = *form.find(id);
        ReplyPart part{answerName(form, c), id, c.is().answers};
        if (row(part.type).shared) part.type = AnswerType::choice;
        part.several = has(c.kind, Prop::many) && takesSeveral(c);
        std::set<Prop> worked;
        eachFormula(c, [&](std::optional<Prop> prop, const string& formula) {
            if (prop && !formula.empty()) worked.insert(*prop);
        });
        auto limit = [&](Prop prop) {
            return has(c.kind, prop) && !worked.contains(prop) ? c.maybeNumber(prop) : std::nullopt;
        };
        if (!worked.contains(Prop::workedOut)) {
            const auto buttons = form.index()->radioGroupOf(id);
            const bool required = buttons.empty() ? c.yes(Prop::required) : std::ranges::any_of(buttons, [&](Id one) {
                return form.find(one)->yes(Prop::required);
            });
            part.asked = required && !worked.contains(Prop::required) && isAlwaysMet(form, moved, c) &&
                         c.as<Access>() == Access::open;
            part.values = valuesOf(form, c);
            if (row(part.type).numeric) {
                part.least = limit(Prop::least);
                part.most = limit(Prop::most);
            }
            if (part.several) {
                // Nothing picked may be less than the fewest where it is not required.
                if (part.asked) part.least = limit(Prop::atLeast);
                part.most = limit(Prop::atMost);
                if (part.most && *part.most <= 0) part.most.reset();
            }
            if (row(part.type).free && has(c.kind, Prop::pattern) && !worked.contains(Prop::pattern) &&
                isEcmascriptPattern(c.text(Prop::pattern)))
                part.pattern = c.text(Prop::pattern);
            if (row(part.type).free && !worked.contains(Prop::maxLength))
                part.letters = std::size_t(std::max(0.0, c.number(Prop::maxLength)));
        }
        placeInTable(form, c, part);
        part.said = part.called = calledIn(form, c, part);
        if (const string limits = limitsInWords(form, c); !limits.empty()) part.said += ": " + limits;
        all.push_back(std::move(part));
    }
    return all;
}

}  // namespace brindel
