#include "core/session/form_session.h"

#include <fmt/format.h>

#include <algorithm>
#include <set>

#include "core/layout/growing.h"
#include "core/order/route.h"

namespace brindel {
namespace {

using std::string;

std::optional<std::size_t> choiceNumber(const Control& c, const string& said) {
    const Choices& choices = c.choices();
    for (std::size_t i = 0; i < choices.size(); ++i)
        if (choices[i].value == said || choices[i].text == said) return i;
    return std::nullopt;
}

}  // namespace

FormSession::FormSession(Form form, Day today) : form_(form), designed_(std::move(form)), today_(today) {
    clear();
}

void FormSession::clear() {
    shown_.clear();
    turned_.clear();
    form_ = designed_;
    const string& language = form_.root().text(Prop::language);
    form_.controls.each([&](Id id, const Control& c) {
        if (!isFilled(c)) return;
        Shown shown = startingShown(form_, c);
        if (c.kind == Kind::dateBox)
            if (auto day = dayMeant(c.text(Prop::defaultText), today_))
                shown.text = dateIn(*day, c.text(Prop::datePattern), language);
        if (c.kind == Kind::listBox) shown.text.clear();
        shown_[id] = std::move(shown);
    });
}

const Shown& FormSession::shown(Id id) const {
    static const Shown nothing;
    auto at = shown_.find(id);
    return at == shown_.end() ? nothing : at->second;
}

string FormSession::type(Id id, const string& text) {
    const Control* c = form_.find(id);
    if (!c || !isFilled(*c)) return "";
    // What is typed as another answer is the answer chosen.
    if (c->kind == Kind::choiceGroup && !text.empty()) {
        auto lines = shown_[id].picked;
        lines.push_back(c->choices().size());
        pick(id, lines);
    }
    return shown_[id].text = allowedText(form_, *c, text);
}

void FormSession::step(Id id, int steps) {
    const Control* c = form_.find(id);
    if (!c || !open(id)) return;
    const string& language = form_.root().text(Prop::language);
    Shown& held = shown_[id];
    auto within = [&](double v, std::optional<double> least, std::optional<double> most) {
        if (most) v = std::min(v, *most);
        return least ? std::max(v, *least) : v;
    };
    if (c->kind == Kind::numberBox) {
        const auto least = c->maybeNumber(Prop::least), most = c->maybeNumber(Prop::most);
        const double by = c->number(Prop::step);
        const double now = numberRead(held.text, language).value_or(std::max(0.0, least.value_or(0) - by));
        held.text = numberIn(within(now + steps * by, least, most), int(c->number(Prop::decimals)),
                             c->yes(Prop::thousands), language);
    } else if (c->kind == Kind::timeBox) {
        const string& pattern = c->text(Prop::timePattern);
        auto limit = [&](Prop prop) -> std::optional<double> {
            auto time = timeRead(c->text(prop), "HH:mm", language);
            return time ? std::optional<double>(*time) : std::nullopt;
        };
        const int by = std::max(1, int(c->number(Prop::stepMinutes)));
        const auto earliest = limit(Prop::earliestTime), latest = limit(Prop::latestTime);
        auto now = timeRead(held.text, pattern, language);
        // An empty box begins at its earliest time; in an unlimited one at eight.
        double next = now ? *now + steps * by : earliest.value_or(8 * 60);
        if (now && *now % by != 0) next = (steps > 0 ? *now / by + 1 : *now / by) * by;
        held.text = timeIn(int(within(next, earliest.value_or(0), latest.value_or(1439))), pattern, language);
    } else if (c->kind == Kind::dateBox) {
        const string& pattern = c->text(Prop::datePattern);
        auto day = dateRead(held.text, pattern, language);
        auto next = std::chrono::sys_days(day.value_or(today_)) + std::chrono::days(day ? steps : 0);
        if (auto least = dayMeant(c->text(Prop::earliest), today_))
            next = std::max(next, std::chrono::sys_days(*least));
        if (auto most = dayMeant(c->text(Prop::latest), today_)) next = std::min(next, std::chrono::sys_days(*most));
        held.text = dateIn(Day(next), pattern, language);
    }
}

bool FormSession::canAddRow(Id table) const {
    return usable(table) && takesRow(form_, table);
}

bool FormSession::canRemoveRow(Id table) const {
    const Control *now = form_.find(table), *before = designed_.find(table);
    return now && before && now->number(Prop::rows) > before->number(Prop::rows);
}

bool FormSession::addRow(Id table) {
    if (!canAddRow(table)) return false;
    form_ = withRow(form_, table);
    walk(form_, table, [&](const Control& c, int) {
        if (isFilled(c) && !shown_.contains(c.id)) shown_[c.id] = startingShown(form_, c);
    });
    return true;
}

bool FormSession::removeRow(Id table) {
    if (!canRemoveRow(table)) return false;
    form_ = withoutRow(form_, table);
    std::erase_if(shown_, [&](const auto& one) { return !form_.find(one.first); });
    return true;
}

void FormSession::tick(Id id, bool on) {
    const Control* c = form_.find(id);
    if (!c) return;
    if (c->kind == Kind::radioButton && on)
        for (Id other : questionOf(form_, *c)) shown_[other].on = false;
    shown_[id].on = on;
}

void FormSession::pick(Id id, std::vector<std::size_t> lines) {
    const Control* c = form_.find(id);
    if (!c) return;
    const std::size_t count =
        c->choices().size() + (c->kind == Kind::choiceGroup && c->yes(Prop::otherAnswers) ? 1 : 0);
    std::erase_if(lines, [&](std::size_t line) { return line >= count; });
    if (c->text(Prop::many) != "many" && lines.size() > 1) lines = {lines.back()};
    std::ranges::sort(lines);
    lines.erase(std::unique(lines.begin(), lines.end()), lines.end());
    // Another answer that is no longer chosen is forgotten.
    if (c->kind == Kind::choiceGroup && (lines.empty() || lines.back() < c->choices().size())) shown_[id].text.clear();
    shown_[id].picked = std::move(lines);
}

Result<void> FormSession::put(const string& name, const Answer& answer) {
    const Control* c = nullptr;
    form_.controls.each([&](Id, const Control& one) {
        if (!isFilled(one)) return;
        if (one.name == name || answerName(form_, one) == name)
            if (!c || one.name == name) c = &one;
    });
    if (!c) return failure(name, "The form has no field of that name.");
    if (!open(c->id)) return failure(name, "Fillers may not change this field.");
    const string& language = form_.root().text(Prop::language);
    const auto* text = std::get_if<string>(&answer);
    const bool nothing = std::holds_alternative<std::monostate>(answer);
    Shown next = shown_[c->id];
    switch (c->kind) {
        case Kind::checkBox: {
            const auto* yes = std::get_if<bool>(&answer);
            if (!yes && !nothing) return failure(name, "true or false is expected.");
            tick(c->id, yes && *yes);
            return {};
        }
        case Kind::radioButton: {
            auto question = questionOf(form_, *c);
            if (nothing) {
                for (Id id : question) shown_[id].on = false;
                return {};
            }
            if (const auto* yes = std::get_if<bool>(&answer); yes && c->name == name) {
                tick(c->id, *yes);
                return {};
            }
            for (Id id : question)
                if (text && (valueWhenOn(*form_.find(id)) == *text || form_.find(id)->text(Prop::text) == *text)) {
                    tick(id, true);
                    return {};
                }
            return failure(name, text ? fmt::format("“{}” is not among the choices.", *text)
                                      : "One of the choices is expected, as text.");
        }
        case Kind::choiceGroup:
        case Kind::listBox: {
            std::vector<string> said;
            if (const auto* several = std::get_if<std::vector<string>>(&answer))
                said = *several;
            else if (text)
                said = {*text};
            else if (!nothing)
                return failure(name, "Text, or a list of texts, is expected.");
            if (said.size() > 1 && c->text(Prop::many) != "many") return failure(name, "Only one can be chosen.");
            next.picked.clear();
            for (const string& one : said) {
                auto number = choiceNumber(*c, one);
                if (!number && c->kind == Kind::choiceGroup && c->yes(Prop::otherAnswers)) {
                    number = c->choices().size();
                    next.text = one;
                }
                if (!number) return failure(name, fmt::format("“{}” is not among the choices.", one));
                next.picked.push_back(*number);
            }
            std::ranges::sort(next.picked);
            break;
        }
        case Kind::numberBox: {
            const auto* number = std::get_if<double>(&answer);
            if (!number && !text && !nothing) return failure(name, "A number is expected.");
            std::optional<double> given = number ? std::optional(*number)
                                          : text ? numberRead(*text, language)
                                                 : std::nullopt;
            if (text && !text->empty() && !given)
                return failure(name, fmt::format("A number is expected; “{}” is none.", *text));
            next.text =
                given ? numberIn(*given, int(c->number(Prop::decimals)), c->yes(Prop::thousands), language) : "";
            // Rounding to the field's places must not let a number in that lies outside.
            if (given) {
                auto least = c->maybeNumber(Prop::least), most = c->maybeNumber(Prop::most);
                if ((least && *given < *least) || (most && *given > *most)) next.text = numberText(*given);
            }
            break;
        }
        case Kind::dateBox: {
            if (!text && !nothing) return failure(name, "A date is expected, such as 2026-04-01.");
            next.text = text ? *text : "";
            if (auto day = dateRead(next.text, c->text(Prop::datePattern), language))
                next.text = dateIn(*day, c->text(Prop::datePattern), language);
            break;
        }
        case Kind::timeBox: {
            if (!text && !nothing) return failure(name, "A time is expected, such as 08:30.");
            next.text = text ? *text : "";
            if (auto time = timeRead(next.text, c->text(Prop::timePattern), language))
                next.text = timeIn(*time, c->text(Prop::timePattern), language);
            break;
        }
        default: {
            if (!text && !nothing && !std::holds_alternative<double>(answer)) return failure(name, "Text is expected.");
            next.text = text ? *text : nothing ? "" : numberText(std::get<double>(answer));
            if (c->kind == Kind::comboBox) {
                if (auto number = choiceNumber(*c, next.text)) next.text = c->choices()[*number].text;
            } else {
                next.text = lettersAs(next.text, c->text(Prop::letters), language);
            }
        }
    }
    if (string wrong = limitBroken(form_, *c, next, today_); !wrong.empty()) return failure(name, wrong);
    shown_[c->id] = std::move(next);
    return {};
}

Answer FormSession::answer(Id id) const {
    const Control* c = form_.find(id);
    if (!c || !isFilled(*c)) return {};
    const Shown& held = shown(id);
    const string& language = form_.root().text(Prop::language);
    switch (c->kind) {
        case Kind::checkBox:
            return held.on;
        case Kind::radioButton:
            for (Id other : questionOf(form_, *c))
                if (shown(other).on) return valueWhenOn(*form_.find(other));
            return {};
        case Kind::numberBox:
            if (auto number = numberRead(held.text, language)) return *number;
            return held.text.empty() ? Answer() : Answer(held.text);
        case Kind::dateBox:
            if (auto day = dateRead(held.text, c->text(Prop::datePattern), language)) return isoDate(*day);
            return held.text.empty() ? Answer() : Answer(held.text);
        case Kind::comboBox:
            if (auto number = choiceNumber(*c, held.text)) return c->choices()[*number].value;
            return held.text.empty() ? Answer() : Answer(held.text);
        case Kind::timeBox:
            if (auto time = timeRead(held.text, c->text(Prop::timePattern), language))
                return timeIn(*time, "HH:mm", "en");
            return held.text.empty() ? Answer() : Answer(held.text);
        case Kind::choiceGroup:
        case Kind::listBox: {
            std::vector<string> values;
            for (std::size_t line : held.picked)
                values.push_back(line < c->choices().size() ? c->choices()[line].value : held.text);
            if (c->text(Prop::many) == "many") return values;
            return values.empty() ? Answer() : Answer(values.front());
        }
        default:
            return held.text.empty() ? Answer() : Answer(held.text);
    }
}

std::vector<std::pair<string, Answer>> FormSession::answers() const {
    std::vector<std::pair<string, Answer>> all;
    std::set<string> said;
    walk(form_, rootId, [&](const Control& c, int) {
        if (!isFilled(c)) return;
        string name = answerName(form_, c);
        if (said.insert(name).second) all.emplace_back(name, answer(c.id));
    });
    return all;
}

bool FormSession::usable(Id id) const {
    return isUsable(form_, id);
}

bool FormSession::open(Id id) const {
    const Control* c = form_.find(id);
    return c && usable(id) && c->text(Prop::access) == "open" && c->text(Prop::workedOut).empty();
}

string FormSession::wrongWith(Id id) const {
    const Control* c = form_.find(id);
    if (!c || !isFilled(*c) || !open(id)) return "";
    const Shown& held = shown(id);
    bool empty = held.text.empty();
    if (c->kind == Kind::listBox || c->kind == Kind::choiceGroup) empty = held.picked.empty();
    if (c->kind == Kind::checkBox) empty = !held.on;
    if (c->kind == Kind::radioButton) empty = std::holds_alternative<std::monostate>(answer(id));
    if (c->yes(Prop::required) && empty) {
        if (c->kind == Kind::checkBox) return fmt::format("{} must be ticked.", calledBy(form_, *c));
        if (c->kind == Kind::radioButton) {
            const Control* frame = form_.find(c->parent);
            bool titled = frame && frame->kind == Kind::frame && !frame->text(Prop::title).empty();
            return titled ? fmt::format("Choose one for {}.", frame->text(Prop::title)) : "Choose one of these.";
        }
        if (c->kind == Kind::signature) return fmt::format("{} must be signed.", calledBy(form_, *c));
        if (c->kind == Kind::picture) return fmt::format("{} needs a picture.", calledBy(form_, *c));
        if (c->kind == Kind::comboBox || c->kind == Kind::listBox || c->kind == Kind::choiceGroup)
            return fmt::format("Choose an answer for {}.", calledBy(form_, *c));
        return fmt::format("{} must be filled in.", calledBy(form_, *c));
    }
    return limitBroken(form_, *c, held, today_);
}

std::vector<Wrong> FormSession::wrongs() const {
    std::vector<Wrong> all;
    walk(form_, rootId, [&](const Control& c, int) {
        if (c.kind == Kind::radioButton && questionOf(form_, c).front() != c.id) return;
        if (string sentence = wrongWith(c.id); !sentence.empty()) all.push_back({c.id, sentence});
    });
    return all;
}

void FormSession::turn(Id tabs, Id page) {
    turned_[tabs] = page;
}

std::vector<Id> FormSession::route() const {
    return tabRoute(form_);
}

Id FormSession::acceptButton() const {
    return buttonPressed(form_, "accept");
}
Id FormSession::cancelButton() const {
    return buttonPressed(form_, "cancel");
}

Outcome FormSession::turnBy(Id from, int step) {
    // The tabs that the button lies in are turned; a button outside all tabs turns the form's first ones.
    const Control* tabs = nullptr;
    for (const Control* c = form_.find(from); c && !tabs; c = form_.find(c->parent))
        if (c->kind == Kind::tabs) tabs = c;
    if (!tabs)
        walk(form_, rootId, [&](const Control& c, int) {
            if (!tabs && c.kind == Kind::tabs) tabs = &c;
        });
    Outcome outcome;
    if (!tabs || tabs->children.empty()) return outcome;
    auto at = std::ranges::find(tabs->children, shownPage(*tabs, turned_)) - tabs->children.begin();
    auto to = std::clamp<long>(at + step, 0, long(tabs->children.size()) - 1);
    Id page = tabs->children[std::size_t(to)];
    turn(tabs->id, page);
    for (Id id : route())
        if (outcome.cursor == noControl && within(form_, id, page)) outcome.cursor = id;
    return outcome;
}

Outcome FormSession::press(Id id) {
    const Control* c = form_.find(id);
    if (!c || c->kind != Kind::button || !usable(id)) return {};
    const string& role = c->text(Prop::buttonRole);
    if (role == "accept") return accept();
    if (role == "cancel") return {Outcome::Then::left, {}, noControl};
    if (role == "next") return turnBy(id, 1);
    if (role == "back") return turnBy(id, -1);
    if (role == "clear") {
        clear();
        return {Outcome::Then::stay, {}, firstStop(form_)};
    }
    return {};
}

Outcome FormSession::accept() {
    Outcome outcome;
    outcome.wrongs = wrongs();
    if (outcome.wrongs.empty()) {
        outcome.then = Outcome::Then::accepted;
    } else {
        outcome.cursor = outcome.wrongs.front().id;
        show(outcome.cursor);
    }
    return outcome;
}

string FormSession::reply(const string& filled) const {
    return replyText(form_.root().name, form_.revision, filled, answers());
}

}  // namespace brindel
