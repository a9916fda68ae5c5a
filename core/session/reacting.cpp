// What a form does by itself while it is filled: rules that are asked when something happens, and their steps. All
// conditions of an event are asked before any step is done; what steps set off is done after them.
#include <algorithm>

#include "core/layout/growing.h"
#include "core/order/route.h"
#include "core/session/form_session.h"
#include "core/session/result.h"
#include "core/text/fonts.h"

namespace brindel {

using std::string;

namespace {

string textOf(const Scalar& value) {
    const Scalar as = asText(value);
    if (const auto* text = std::get_if<string>(&as)) return *text;
    return string(errorText(std::get<FormulaError>(as)));
}

}  // namespace

/// True when an answer can take no more: a text of the most characters, a choice that is made, a whole date or time.
bool FormSession::isComplete(Id id, const Entry& entry) const {
    const Field f = field(*form_.find(id));
    const Control& c = f.control;
    if (isEmpty(entry) || entry.unread() || !isWhole(f, entry)) return false;
    switch (c.is().answers) {
        case AnswerType::text: {
            const auto most = std::size_t(c.number(Prop::maxLength));
            const auto* text = std::get_if<string>(&entry.held);
            return most > 0 && text && characterCount(*text) >= most;
        }
        case AnswerType::picks: {
            const auto* picks = std::get_if<Picks>(&entry.held);
            const auto most = takesSeveral(c) ? std::size_t(c.number(Prop::atMost)) : 1;
            return most > 0 && picks && picks->lines.size() >= most;
        }
        default:
            return c.is().answer().entire;
    }
}

void FormSession::note(Happened happened) {
    happened_.push_back(std::move(happened));
    if (happened_.size() > mostHappened) happened_.pop_front();
}

/// The end of an act: what follows from it is worked out, and what rules say of it is done.
void FormSession::done() {
    settle();
    if (!reacting_ && !quiet_) react();
}

/// Asks the rules of a control; those that hold are done later. True when one does.
bool FormSession::raise(Event event, Id id, const string& key) {
    const Control* c = form_.find(id);
    if (!c) return false;
    bool any = false;
    for (std::size_t i = 0; i < c->rules.size(); ++i) {
        const Rule& rule = c->rules[i];
        if (rule.off || rule.when != event || rule.key != key) continue;
        if (!rule.condition.empty()) {
            const auto condition = readFormula(rule.condition);
            EvaluationContext around;
            around.language = form_.root().text(Prop::language);
            const Scalar holds = condition ? asLogical(resultOf(*this, **condition, id), around) : Scalar(false);
            if (holds != Scalar(true)) continue;
        }
        any = true;
        later_.push_back({event, id, i, rule.steps});
        note({event, id, i, {}, noControl, {}});
    }
    return any;
}

/// Action what rules have set off, until nothing is left, a question waits for its answer, or it is too much.
void FormSession::react() {
    reacting_ = true;
    while (!waiting_) {
        if (!pending_.empty()) {
            Pending& now = pending_.back();
            if (now.next == now.steps.size()) {
                pending_.pop_back();
                continue;
            }
            const Step step = now.steps[now.next++];
            const Pending from{now.when, now.at, now.rule, {}};
            if (++reactions_ > mostReactions) {
                note({from.when, from.at, from.rule, step.does, step.on, {}, true});
                pending_.clear();
                later_.clear();
                touched_.clear();
                break;
            }
            doStep(from, step);
            settle();
        } else if (!later_.empty()) {
            pending_.push_back(std::move(later_.front()));
            later_.pop_front();
        } else if (!touched_.empty()) {
            for (Id id : std::exchange(touched_, {})) {
                const Id question = asked(id);
                if (question != id) raise(Event::changed, question);
                const Control* c = form_.find(id);
                if (!c || c->rules.empty()) continue;
                raise(Event::changed, id);
                const Entry held = entry(id);
                if (const auto* on = std::get_if<bool>(&held.held)) raise(*on ? Event::ticked : Event::unticked, id);
                if (isComplete(id, held)) raise(Event::complete, id);
            }
        } else {
            break;
        }
    }
    reacting_ = false;
    if (!waiting_) reactions_ = 0;
}

void FormSession::endWith(Outcome::Then then) {
    reaction_.then = then;
    pending_.clear();
    later_.clear();
    touched_.clear();
}

void FormSession::doAccept(bool goesOn) {
    Outcome outcome = accept();
    reaction_.wrongs = outcome.wrongs;
    if (!outcome.wrongs.empty()) {
        endWith(Outcome::Then::stay);
        reaction_.cursor = outcome.cursor;
    } else if (!goesOn) {
        endWith(Outcome::Then::accepted);
    } else {
        reaction_.reply = reply();
        clear();
        reaction_.then = Outcome::Then::goesOn;
        reaction_.cursor = firstStop(form_, filling_.visibility);
    }
}

/// To a page, with the cursor in its first stop.
void FormSession::doTurn(const Control& page) {
    if (page.is().turned) turn(page.parent, page.id);
    show(page.id);
    for (Id id : route())
        if (within(form_, id, page.id)) {
            reaction_.cursor = id;
            break;
        }
}

void FormSession::doStep(const Pending& from, const Step& step) {
    const Control* on = form_.find(step.on);
    if (row(step.does).onControl && !on) return;
    Scalar with;
    if (row(step.does).with) {
        const auto formula = readFormula(step.with);
        with = formula ? resultOf(*this, **formula, from.at) : Scalar(FormulaError::name);
    }
    const string text = textOf(with);
    note({from.when, from.at, from.rule, step.does, step.on, text});
    switch (step.does) {
        case Action::turn:
            doTurn(*on);
            break;
        case Action::show:
            reveal(on->id, true);
            break;
        case Action::hide:
            reveal(on->id, false);
            break;
        case Action::turnOver:
            reveal(on->id, !visible(on->id));
            break;
        case Action::enable:
            enable(on->id, true);
            break;
        case Action::disable:
            enable(on->id, false);
            break;
        case Action::set:
            putValue(on->id, with);
            break;
        case Action::clear:
            clear(on->id);
            break;
        case Action::cursor:
            show(on->id);
            reaction_.cursor = on->id;
            break;
        case Action::say:
            reaction_.says.push_back(text);
            break;
        case Action::ask:
            reaction_.asks = text;
            waiting_ = Pending{from.when, from.at, from.rule, {step}};
            break;
        case Action::accept:
        case Action::acceptAndGoOn:
            doAccept(step.does == Action::acceptAndGoOn);
            break;
        case Action::leave:
            endWith(Outcome::Then::left);
            break;
        case Action::putAway:
            endWith(Outcome::Then::putAway);
            break;
        case Action::addRow:
            if (canAddRow(on->id)) reformed(rowAdded(form_, on->id), on->id);
            break;
        case Action::removeRow:
            if (canRemoveRow(on->id)) reformed(rowTaken(form_, on->id), on->id);
            break;
        case Action::tell:
            reaction_.tells.push_back(text);
            break;
        case Action::address:
        case Action::letter:
            reaction_.offers.push_back({step.does == Action::letter, text});
            break;
    }
}

Outcome FormSession::answered(bool yes) {
    if (!waiting_) return {};
    Pending asked = std::move(*waiting_);
    waiting_.reset();
    asked.steps = yes ? asked.steps.front().yes : asked.steps.front().no;
    pending_.push_back(std::move(asked));
    react();
    return takeReaction();
}

Outcome FormSession::opened() {
    raise(Event::opens, rootId);
    react();
    return takeReaction();
}

Outcome FormSession::close() {
    if (waiting_) return {};
    const bool ruled = raise(Event::closes, rootId);
    react();
    Outcome outcome = takeReaction();
    if (!ruled) outcome.then = Outcome::Then::left;
    return outcome;
}

Outcome FormSession::press(Id id) {
    const Control* c = form_.find(id);
    if (!c || waiting_ || !c->is().pressed || !usable(id)) return {};
    if (raise(Event::pressed, id)) {
        react();
        return takeReaction();
    }
    Outcome outcome = roleOf(*c);
    done();
    // What was said, offered and told on the way here goes along.
    const Outcome before = takeReaction();
    auto first = [](auto& all, const auto& earlier) { all.insert(all.begin(), earlier.begin(), earlier.end()); };
    first(outcome.says, before.says);
    first(outcome.offers, before.offers);
    first(outcome.tells, before.tells);
    if (!outcome.asks) outcome.asks = before.asks;
    return outcome;
}

Outcome FormSession::pressTwice(Id id) {
    if (waiting_ || !usable(id) || !raise(Event::doublePressed, id)) return {};
    react();
    return takeReaction();
}

void FormSession::enterField(Id id) {
    if (!waiting_ && usable(id) && raise(Event::entered, id)) react();
}

bool FormSession::key(Id id, const string& key) {
    if (waiting_ || !usable(id) || !raise(Event::key, id, key)) return false;
    react();
    return true;
}

}  // namespace brindel
