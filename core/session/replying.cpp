// What values files and replies give a session, and the reply that comes of it.
#include <algorithm>

#include "core/layout/growing.h"
#include "core/session/form_session.h"
#include "core/text/phrases.h"

namespace brindel {

using std::string;

/// Adds the rows that a name speaks of, in a table that takes them.
bool FormSession::madeRoomFor(const string& name) {
    std::vector<Id> tables;
    form_.controls.each([&](Id id, const Control& c) {
        if (c.is().grid && c.number(Prop::rowsMost) > c.number(Prop::rows)) tables.push_back(id);
    });
    for (Id table : tables)
        if (const int rows = rowsUntil(form_, table, name); rows > 0) {
            for (int i = 0; i < rows; ++i)
                if (!addRow(table)) return false;
            return true;
        }
    return false;
}

Result<void> FormSession::put(const string& name, const Answer& answer) {
    auto refuse = [&](Phrase which, const std::vector<PhrasePart>& parts = {}) {
        return failure(name, asSaid(phrase(which, form_.root().text(Prop::language), parts)));
    };
    auto found = [&]() -> const Control* {
        const Control* c = form_.find(index_->named(name));
        return c && isFilled(*c) ? c : form_.find(index_->answering(name));
    };
    const Control* c = found();
    if (!c && madeRoomFor(name)) c = found();
    if (!c) return refuse(Phrase::noSuchField);
    const auto question = index_->questionOf(c->id);
    const bool reachable =
        question.empty() ? open(c->id) : std::ranges::any_of(question, [&](Id id) { return open(id); });
    if (!reachable) return refuse(Phrase::mayNotChange);
    const bool button = std::holds_alternative<bool>(answer) && c->name == name;
    if (!question.empty() && !button) {
        const auto* text = std::get_if<string>(&answer);
        if (!text && !std::holds_alternative<std::monostate>(answer)) return refuse(Phrase::choiceExpected);
        Id chosen = noControl;
        for (Id id : question)
            if (const Control& k = *form_.find(id);
                text && !chosen && (valueWhenOn(k) == *text || k.text(Prop::text) == *text))
                chosen = id;
        if (text && !chosen) return refuse(Phrase::notAChoice, {*text});
        if (chosen && !open(chosen)) return refuse(Phrase::mayNotChange);
        for (Id id : question) hold(id, {id == chosen});
        done();
        return {};
    }
    const Field f = field(*c);
    Result<Entry> given = givenEntry(f, answer);
    if (!given) return failure(name, given.error().sentence);
    if (string wrong = limitBroken(f, *given); !wrong.empty()) return failure(name, asSaid(wrong));
    if (button) {
        tick(c->id, std::get<bool>(answer));
    } else {
        hold(c->id, std::move(*given));
        done();
    }
    return {};
}

std::vector<Problem> FormSession::take(const Reply& reply) {
    const string& mine = form_.root().name;
    if (!reply.form.empty() && reply.form != mine)
        return {{"form", asSaid(phrase(Phrase::otherForm, form_.root().text(Prop::language), {reply.form, mine}))}};
    // Rows first, so that their fields have a place in the order.
    for (const auto& [name, answer] : reply.values)
        if (!index_->named(name) && !index_->answering(name)) madeRoomFor(name);
    std::vector<std::pair<std::size_t, const std::pair<const string, Answer>*>> order;
    for (const auto& one : reply.values) {
        const Id answering = index_->answering(one.first);
        order.emplace_back(index_->placeInOrder(answering ? answering : index_->named(one.first)), &one);
    }
    std::ranges::stable_sort(order, {}, [](const auto& one) { return one.first; });
    std::vector<Problem> refused;
    quiet_ = true;
    for (const auto& [place, one] : order)
        if (auto taken = put(one->first, one->second); !taken) refused.push_back(taken.error());
    quiet_ = false;
    // What was filled before has been said and asked before: rules only show, hide and set.
    done();
    reaction_ = {};
    waiting_.reset();
    pending_.clear();
    return refused;
}

Answer FormSession::answer(Id id) const {
    const Control* c = form_.find(id);
    if (!c || !isFilled(*c)) return {};
    for (Id button : index_->questionOf(id))
        if (!isEmpty(entry(button))) return answerOf(field(*form_.find(button)), entry(button));
    // An error that was worked out is no answer.
    if (!c->text(Prop::workedOut).empty() && entry(id).unread()) return {};
    return answerOf(field(*c), entry(id));
}

std::vector<std::pair<string, Answer>> FormSession::answers() const {
    std::vector<std::pair<string, Answer>> all;
    for (Id id : index_->fields()) all.emplace_back(index_->answerName(id), answer(id));
    return all;
}

string FormSession::reply(const string& filled) const {
    return replyText(form_.root().name, form_.revision, filled, answers());
}

}  // namespace brindel
