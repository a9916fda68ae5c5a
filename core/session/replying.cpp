// What values files and replies give a session, and the reply that comes of it.
#include <algorithm>

#include "core/answers/picture_data.h"
#include "core/answers/strokes.h"
#include "core/layout/growing.h"
#include "core/model/values.h"
#include "core/session/form_session.h"
#include "core/text/fonts.h"
#include "core/text/phrases.h"

namespace brindel {

using std::string;

namespace {
/// How often a reply is given again to a form whose rules and formulas change it meanwhile.
constexpr int mostRounds = 8;

/// The strokes of a pen, or a name: one line of at most 200 characters.
bool isSignature(const string& text) {
    if (!strokesOf(text).empty()) return true;
    return !text.starts_with("M ") && characterCount(text) <= 200 &&
           std::ranges::none_of(text, [](char c) { return static_cast<unsigned char>(c) < 0x20 || c == 0x7F; });
}
}  // namespace

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
    const auto question = index_->radioGroupOf(c->id);
    const bool reachable =
        question.empty() ? open(c->id) : std::ranges::any_of(question, [&](Id id) { return open(id); });
    if (!reachable) return holdsAlready(c->id, answer) ? Result<void>() : anotherThan(c->id, name, answer);
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
        if (chosen && !open(chosen))
            return holdsAlready(chosen, true) ? Result<void>() : anotherThan(c->id, name, answer);
        for (Id id : question) hold(id, {id == chosen});
        done();
        return {};
    }
    const Field f = field(*c);
    Result<Entry> given = givenEntry(f, answer);
    if (!given) return failure(name, given.error().sentence);
    if (const auto* picture = std::get_if<OwnPicture>(&given->held); picture && !pixelsOf(picture->png))
        return refuse(Phrase::pictureExpected);
    if (const auto* ink = std::get_if<Ink>(&given->held); ink && !isSignature(ink->strokes))
        return refuse(Phrase::signatureExpected);
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
    std::map<const string*, Problem> refused;
    for (int round = 0; round < mostRounds; ++round) {
        const std::size_t before = refused.size();
        refused.clear();
        bool changed = false;
        quiet_ = true;
        for (const auto& [place, one] : order) {
            const Id id = index_->answering(one->first);
            if (round > 0 && id && holdsAlready(id, one->second)) continue;
            changed = changed || round == 0;
            if (auto taken = put(one->first, one->second); !taken)
                refused.emplace(&one->first, taken.error());
            else
                changed = true;
        }
        quiet_ = false;
        // What was filled before has been said and asked before: rules only show, hide and set.
        done();
        reaction_ = {};
        waiting_.reset();
        pending_.clear();
        later_.clear();
        if (!changed || (round > 0 && refused.empty() && before == 0)) break;
    }
    // What formulas and rules have made another of.
    for (const auto& [place, one] : order)
        if (const Id id = index_->answering(one->first); id && !refused.contains(&one->first))
            if (!holdsAlready(id, one->second))
                refused.emplace(&one->first, anotherThan(id, one->first, one->second).value());
    std::vector<Problem> all;
    for (const auto& [place, one] : order)
        if (const auto at = refused.find(&one->first); at != refused.end()) all.push_back(std::move(at->second));
    return all;
}

/// True when a field or question holds what is given, as a reply has it.
bool FormSession::holdsAlready(Id id, const Answer& answer) const {
    const Control* c = form_.find(id);
    if (!c || !isFilled(*c)) return false;
    const Answer mine = this->answer(id);
    if (mine == answer) return true;
    const bool nothing = std::holds_alternative<std::monostate>(answer);
    const auto question = index_->radioGroupOf(id);
    if (const auto* on = std::get_if<bool>(&answer); on && !question.empty()) return isEmpty(entry(id)) != *on;
    if (const auto* text = std::get_if<string>(&answer); text && !question.empty())
        return std::ranges::any_of(question, [&](Id button) {
            return !isEmpty(entry(button)) && form_.find(button)->text(Prop::text) == *text;
        });
    if (nothing && isEmpty(entry(id))) return true;
    const Field f = field(*c);
    // A number that was worked out by an earlier Brindel has more places than the field is meant to have.
    const auto* number = std::get_if<double>(&answer);
    if (number && !c->text(Prop::workedOut).empty() && c->is().answers == AnswerType::number)
        return Answer(roundedAt(*number, int(c->number(Prop::decimals)))) == mine;
    const auto given = givenEntry(f, answer);
    return given && given->held == entry(id).held && given->unread() == entry(id).unread();
}

tl::unexpected<Problem> FormSession::anotherThan(Id id, const string& name, const Answer& answer) const {
    const Control& c = *form_.find(id);
    const string& language = form_.root().text(Prop::language);
    auto wording = [&](const Answer& one) -> string {
        if (const auto* yes = std::get_if<bool>(&one)) return *yes ? "true" : "false";
        if (const auto* number = std::get_if<double>(&one)) return exactText(*number);
        if (const auto* text = std::get_if<string>(&one))
            return characterCount(*text) > 60 ? firstCharacters(*text, 60) + "…" : *text;
        if (const auto* several = std::get_if<std::vector<string>>(&one)) {
            string all;
            for (const string& text : *several) all += (all.empty() ? "" : ", ") + text;
            return characterCount(all) > 60 ? firstCharacters(all, 60) + "…" : all;
        }
        return "";
    };
    const string mine = wording(this->answer(id));
    const bool worksOut = !c.text(Prop::workedOut).empty();
    // What is secret is not told to whoever guesses at it.
    const bool secret = has(c.kind, Prop::secret) && c.yes(Prop::secret);
    if ((mine.empty() && !worksOut) || secret) return failure(name, asSaid(phrase(Phrase::mayNotChange, language)));
    const Phrase which = worksOut ? Phrase::isAnotherWorkedOut : Phrase::isAnother;
    return failure(name, asSaid(phrase(which, language, {mine, wording(answer)})));
}

Answer FormSession::answer(Id id) const {
    const Control* c = form_.find(id);
    if (!c || !isFilled(*c)) return {};
    for (Id button : index_->radioGroupOf(id))
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

Reply FormSession::replied(const string& filled, const string& id) const {
    Reply reply{form_.root().name, form_.revision, {}, filled, id};
    for (auto& [name, answer] : answers()) reply.values[name] = std::move(answer);
    return reply;
}

string FormSession::reply(const string& filled) const {
    return replyText(form_.root().name, form_.revision, filled, answers());
}

}  // namespace brindel
