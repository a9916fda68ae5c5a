#include "core/session/form_session.h"

#include <algorithm>
#include <cmath>

#include "core/layout/growing.h"
#include "core/text/phrases.h"

namespace brindel {

using std::string;

FormSession::FormSession(Form form, Day today, int minutes)
    : form_(form), designed_(std::move(form)), today_(today), minutes_(minutes) {
    begin();
    changes_ = {};
}

void FormSession::begin() {
    form_ = designed_;
    index_ = form_.index();
    entries_.clear();
    filling_ = {{}, Visibility::atStart(form_)};
    unwritten_.clear();
    wrong_.clear();
    said_.clear();
    turned_.clear();
    form_.controls.each([&](Id id, const Control& c) {
        if (isFilled(c)) start(id);
    });
    folded_.clear();
    form_.controls.each([&](Id id, const Control&) {
        if (!visible(id)) fold(id);
    });
    work_ = dependenceIn(form_);
    result_.clear();
    for (Id id : index_->fields()) judge(id);
    beginning_ = true;
    workAnew();
    beginning_ = false;
    touched_.clear();
}

void FormSession::start(Id id) {
    const Field f = field(*form_.find(id));
    entries_[id] = startingEntry(f);
    unwritten_.push_back(id);
}

void FormSession::writeOut() const {
    for (Id id : std::exchange(unwritten_, {}))
        if (const Control* c = form_.find(id)) filling_.shown[id] = shownOf(field(*c), entry(id));
}

void FormSession::clear() {
    const ShownAll before = filling().shown;
    const std::set<Id> said = said_;
    const Form was = form_;
    const Visibility visibility = filling_.visibility;
    form_.controls.each([&](Id id, const Control& c) {
        if (c.is().grid && canRemoveRow(id)) changes_.rows.insert(id);
    });
    for (const auto& [tabs, page] : turned_) changes_.turned.insert(tabs);
    begin();
    for (const auto& [id, shown] : filling().shown)
        if (auto at = before.find(id); at == before.end() || at->second != shown) changes_.answers.insert(id);
    changes_.complaints.insert(said.begin(), said.end());
    form_.controls.each([&](Id id, const Control& c) {
        if (visibility.visible(id) != visible(id)) changes_.visible.insert(id);
        if (visibility.enabled(id) != enabled(id)) changes_.enabled.insert(id);
        const Control* old = was.find(id);
        if (old && old->own != c.own)
            for (auto* all : {&changes_.wording, &changes_.limits, &changes_.choices}) all->insert(id);
        if (old && old->box != c.box) changes_.moved.insert(id);
    });
}

void FormSession::clear(Id id) {
    if (id == rootId) return clear();
    walk(form_, id, [&](const Control& c, int) {
        if (!isFilled(c) || !c.text(Prop::workedOut).empty()) return;
        if (said_.erase(asked(c.id))) changes_.complaints.insert(asked(c.id));
        hold(c.id, startingEntry(field(c)));
    });
    done();
}

const Entry& FormSession::entry(Id id) const {
    static const Entry nothing;
    auto at = entries_.find(id);
    return at == entries_.end() ? nothing : at->second;
}

const Shown& FormSession::shown(Id id) const {
    static const Shown nothing;
    writeOut();
    auto at = filling_.shown.find(id);
    return at == filling_.shown.end() ? nothing : at->second;
}

Id FormSession::asked(Id id) const {
    const auto question = index_->radioGroupOf(id);
    return question.empty() ? id : question.front();
}

bool FormSession::hasRules(Id id) const {
    const Control* c = form_.find(id);
    return c && !c->rules.empty();
}

void FormSession::hold(Id id, Entry entry) {
    Entry& held = entries_[id];
    if (held == entry) return;
    const bool other = held.held != entry.held;
    held = std::move(entry);
    if (unwritten_.empty() || unwritten_.back() != id) unwritten_.push_back(id);
    if (unwritten_.size() > 2 * entries_.size()) writeOut();
    // What follows on each other comes in order: the end is where it goes.
    changes_.answers.insert(changes_.answers.end(), id);
    const Id question = asked(id);
    judge(question);
    if (!other) return;
    if (hasRules(id) || (question != id && hasRules(question))) touched_.insert(id);
    for (const std::uint32_t place : work_->dependents(question)) due_.insert(due_.end(), place);
}

/// What is wrong with a field is worked out when what it holds has changed, and kept.
void FormSession::judge(Id id) {
    const Control& c = *form_.find(id);
    const std::size_t place = index_->placeInOrder(id);
    string sentence;
    if (open(id)) {
        bool empty = isEmpty(entry(id)), required = c.yes(Prop::required);
        for (Id button : index_->radioGroupOf(id)) {
            empty = empty && isEmpty(entry(button));
            required = required || form_.find(button)->yes(Prop::required);
        }
        sentence = required && empty ? missing(field(c)) : limitBroken(field(c), entry(id));
        if (sentence.empty() && !empty && !isRight(id)) sentence = notRight(field(c));
    } else if (!c.text(Prop::workedOut).empty() && usable(id) && !isEmpty(entry(id)) && !entry(id).unread()) {
        // What is worked out has to be within the limits as well.
        sentence = limitBroken(field(c), entry(id));
        if (sentence.empty() && !isRight(id)) sentence = notRight(field(c));
    }
    if (sentence == wrongWith(id)) return;
    if (sentence.empty()) {
        wrong_.erase(place);
        said_.erase(id);
    } else {
        wrong_[place] = {id, sentence};
    }
    changes_.complaints.insert(id);
}

/// False when the condition of a field, or of a button of the question, is false. One that cannot be worked out blames
/// nobody.
bool FormSession::isRight(Id id) const {
    const auto question = index_->radioGroupOf(id);
    for (Id one : question.empty() ? std::span<const Id>(&id, 1) : question)
        for (const std::uint32_t place : work_->formulasOf(one))
            if (work_->formulas()[place].prop == Prop::valid && place < result_.size() && result_[place].known) {
                EvaluationContext around;
                around.language = form_.root().text(Prop::language);
                if (asLogical(result_[place].value, around) == Scalar(false)) return false;
            }
    return true;
}

void FormSession::say(Id id) {
    id = asked(id);
    if (wrong_.contains(index_->placeInOrder(id)) && said_.insert(id).second) changes_.complaints.insert(id);
}

string FormSession::type(Id id, const string& text) {
    const Control* c = form_.find(id);
    if (!c || !isFilled(*c) || !open(id)) return shown(id).text;
    const Field f = field(*c);
    Entry typed = typedEntry(f, allowedText(f, text));
    if (row(c->kind).answers == AnswerType::picks) {
        // What is typed as another answer is the answer chosen; emptied, it stays chosen.
        const auto* before = std::get_if<Picks>(&entry(id).held);
        Picks picks = before ? *before : Picks();
        const std::size_t other = c->choices().size();
        if (!c->yes(Prop::otherAnswers)) return shown(id).text;
        if (!takesSeveral(*c) && !text.empty()) picks.lines.clear();
        if (!text.empty() && (picks.lines.empty() || picks.lines.back() != other)) picks.lines.push_back(other);
        picks.other = text;
        typed = {picks};
    }
    hold(id, std::move(typed));
    done();
    return shown(id).text;
}

void FormSession::leave(Id id) {
    const Control* c = form_.find(id);
    if (!c || !entries_.contains(id)) return;
    const Entry held = entry(id);
    if (!held.typed.empty() && !held.unread()) hold(id, {held.held});
    if (!isEmpty(entry(id))) say(id);
    // More could have been typed: now it is whole.
    const bool completed = hasRules(id) && !isComplete(id, held) && isComplete(id, entry(id));
    const bool completes = !waiting_ && completed && raise(Event::complete, id);
    if ((!waiting_ && raise(Event::left, id)) || completes) react();
}

void FormSession::step(Id id, int steps) {
    const Control* c = form_.find(id);
    if (!c || !open(id)) return;
    if (const auto next = stepped(*c, steps)) {
        hold(id, {*next});
        done();
    }
}

/// The value that is so many steps on; nothing for what has none.
std::optional<Held> FormSession::stepped(const Control& control, int steps) const {
    const Control* c = &control;
    const Id id = control.id;
    const Entry& now = entry(id);
    auto within = [](auto value, const auto& least, const auto& most) {
        if (most && value > *most) value = *most;
        return least && value < *least ? *least : value;
    };
    switch (row(c->kind).answers) {
        case AnswerType::number: {
            const auto least = c->maybeNumber(Prop::least), most = c->maybeNumber(Prop::most);
            const double by = c->number(Prop::step);
            const auto* from = std::get_if<double>(&now.held);
            const double to = (from ? *from : std::max(0.0, least.value_or(0) - by)) + steps * by;
            // Steps such as 0.1 do not add up in binary: the sum is taken to as many places as its parts have.
            const int places =
                std::min(15, std::max({decimalsOf(by), from ? decimalsOf(*from) : 0, int(c->number(Prop::decimals))}));
            const double factor = std::pow(10, places), near = std::round(to * factor) / factor;
            return within(std::abs(to) < 1e15 ? near : to, least, most);
        }
        case AnswerType::time: {
            auto limit = [&](Prop prop, int otherwise) {
                return std::optional(clockRead(c->text(prop)).value_or(otherwise));
            };
            const int by = std::max(1, int(c->number(Prop::stepMinutes)));
            const auto earliest = limit(Prop::earliestTime, 0), latest = limit(Prop::latestTime, 1439);
            const auto* from = std::get_if<TimeOfDay>(&now.held);
            // An empty box begins at its earliest time; in an unlimited one at eight.
            double next = from ? from->minutes + double(steps) * by : *earliest > 0 ? *earliest : 8 * 60;
            if (from && from->minutes % by != 0) next = (steps > 0 ? from->minutes / by + 1 : from->minutes / by) * by;
            return TimeOfDay{within(int(std::clamp(next, 0.0, 1439.0)), earliest, latest)};
        }
        case AnswerType::date: {
            using Days = std::chrono::sys_days;
            const auto* from = std::get_if<Day>(&now.held);
            auto limit = [&](Prop prop) {
                const auto day = dayMeant(c->text(prop), today_);
                return day ? std::optional(Days(*day)) : std::nullopt;
            };
            const Days next =
                Days(from ? *from : today_) + std::chrono::days(from ? std::clamp(steps, -40000, 40000) : 0);
            return Day(within(next, limit(Prop::earliest), limit(Prop::latest)));
        }
        default:
            return std::nullopt;
    }
}

void FormSession::pickDay(Id id, Day day) {
    const Control* c = form_.find(id);
    if (!c || row(c->kind).answers != AnswerType::date || !open(id) || !day.ok()) return;
    hold(id, {day});
    done();
}

bool FormSession::canAddRow(Id table) const {
    return usable(table) && takesRow(form_, table);
}

bool FormSession::canRemoveRow(Id table) const {
    const Control *now = form_.find(table), *before = designed_.find(table);
    return now && before && now->number(Prop::rows) > before->number(Prop::rows);
}

/// Goes on with a form whose table has other rows: what is new starts, what is gone is forgotten, what is wrong keeps
/// its place in the tab order.
void FormSession::reformed(Form form, Id table) {
    std::vector<Wrong> wrong;
    for (auto& [place, one] : wrong_) wrong.push_back(std::move(one));
    const Form was = std::exchange(form_, std::move(form));
    index_ = form_.index();
    wrong_.clear();
    auto gone = [&](Id id) { return !form_.find(id); };
    std::erase_if(entries_, [&](const auto& one) { return gone(one.first); });
    std::erase_if(unwritten_, gone);
    std::erase_if(filling_.shown, [&](const auto& one) { return gone(one.first); });
    std::erase_if(said_, gone);
    for (Wrong& one : wrong)
        if (!gone(one.id)) wrong_[index_->placeInOrder(one.id)] = std::move(one);
    walk(form_, table, [&](const Control& c, int) {
        if (!was.find(c.id)) {
            filling_.visibility.show(c.id, startsVisible(c));
            filling_.visibility.enable(c.id, startsEnabled(c));
        }
        if (!isFilled(c) || entries_.contains(c.id)) return;
        start(c.id);
        judge(asked(c.id));
    });
    changes_.rows.insert(table);
    // Columns have other fields now.
    workAnew();
}

bool FormSession::addRow(Id table) {
    if (!canAddRow(table)) return false;
    reformed(rowAdded(form_, table), table);
    done();
    return true;
}

bool FormSession::removeRow(Id table) {
    if (!canRemoveRow(table)) return false;
    reformed(rowTaken(form_, table), table);
    done();
    return true;
}

void FormSession::tick(Id id, bool on) {
    const Control* c = form_.find(id);
    const AnswerType type = c ? row(c->kind).answers : AnswerType::none;
    if ((type != AnswerType::tick && type != AnswerType::question) || !open(id)) return;
    if (on)
        for (Id other : index_->radioGroupOf(id))
            if (other != id) hold(other, {false});
    hold(id, {on});
    done();
}

void FormSession::pick(Id id, std::vector<std::size_t> lines) {
    const Control* c = form_.find(id);
    if (!c || row(c->kind).answers != AnswerType::picks || !open(id)) return;
    std::erase_if(lines, [&](std::size_t line) { return line >= choiceCount(*c); });
    if (!takesSeveral(*c) && lines.size() > 1) lines = {lines.back()};
    std::ranges::sort(lines);
    lines.erase(std::unique(lines.begin(), lines.end()), lines.end());
    Picks picks{std::move(lines), ""};
    // Another answer that is no longer chosen is forgotten.
    if (const auto* before = std::get_if<Picks>(&entry(id).held);
        before && !picks.lines.empty() && picks.lines.back() >= c->choices().size())
        picks.other = before->other;
    hold(id, {picks.lines.empty() ? Held() : Held(std::move(picks))});
    done();
}

bool FormSession::visible(Id id) const {
    return form_.find(id) && filling_.visibility.visible(id);
}

bool FormSession::enabled(Id id) const {
    return form_.find(id) && filling_.visibility.enabled(id);
}

bool FormSession::usable(Id id) const {
    return isUsable(form_, filling_.visibility, id);
}

bool FormSession::open(Id id) const {
    const Control* c = form_.find(id);
    return c && c->as<Access>() == Access::open && c->text(Prop::workedOut).empty() && usable(id);
}

string FormSession::wrongWith(Id id) const {
    auto at = wrong_.find(index_->placeInOrder(asked(id)));
    return at == wrong_.end() ? "" : at->second.sentence;
}

string FormSession::complaint(Id id) const {
    return said_.contains(asked(id)) ? wrongWith(id) : "";
}

std::vector<Wrong> FormSession::wrongs() const {
    std::vector<Wrong> all;
    for (const auto& [place, wrong] : wrong_) all.push_back(wrong);
    return all;
}

}  // namespace brindel
