// What a form holds, says and shows after acts, for tests that compare fillers: a line of JSON a call, {"form": PATH,
// "today": "2026-04-01", "minutes": 600, "acts": [["type", NAME, TEXT], …]}; with "each" what stands after each of
// them, the opening first. Acts: type, letters (which are not left), tick, choose, pick, step, press, row, accept,
// close, enter and leave. Whoever does them is a Driver.
#pragma once

#include <algorithm>
#include <iostream>
#include <nlohmann/json.hpp>
#include <set>

#include "core/file/form_file.h"
#include "core/file/whole_file.h"
#include "core/session/form_session.h"

namespace brindel::test {

using Json = nlohmann::ordered_json;

/// Action to a session what a filler does, by itself or by widgets over it.
struct Driver {
    virtual ~Driver() = default;
    virtual FormSession& session() = 0;
    virtual void opened() = 0;
    virtual void type(Id id, const std::string& text) = 0;
    virtual void tick(Id id, bool on) = 0;
    virtual void pick(Id id, const std::vector<std::size_t>& lines) = 0;
    virtual void step(Id id, int steps) = 0;
    virtual void row(Id table, bool more) = 0;
    virtual void press(Id id) = 0;
    virtual void accept() = 0;
    virtual void enter(Id id) = 0;
    virtual void leave(Id id) = 0;
    virtual void close() = 0;
    /// What a field shows as it is looked at; nothing where the session alone knows.
    virtual std::optional<std::string> seenIn(Id) { return std::nullopt; }
    /// What is asked is answered.
    virtual void answerAll(bool yes) = 0;
    /// What the acts have come to since this was last asked.
    virtual Json outcomes() = 0;
};

inline Json told(const Outcome& outcome) {
    static constexpr const char* then[] = {"stay", "accepted", "goesOn", "left", "putAway"};
    Json all = {{"then", then[std::size_t(outcome.then)]}, {"says", outcome.says}};
    if (outcome.asks) all["asks"] = *outcome.asks;
    if (!outcome.tells.empty()) all["tells"] = outcome.tells;
    for (const Offer& one : outcome.offers) all["offers"].push_back(one.to);
    for (const Wrong& one : outcome.wrongs) all["refused"].push_back(one.sentence);
    if (!outcome.reply.empty()) all["reply"] = Json::parse(outcome.reply);
    return all;
}

/// What stands in the form now.
inline Json standing(FormSession& session, Json outcomes) {
    Json complaints = Json::object(), wordings = Json::object(), seen = Json::object();
    for (const Wrong& wrong : session.wrongs())
        complaints[answerName(session.form(), *session.form().find(wrong.id))] = wrong.sentence;
    for (Id id : session.fields()) {
        const Control& c = *session.form().find(id);
        wordings[answerName(session.form(), c)] = session.shown(id).text;
        seen[answerName(session.form(), c)] = isSeen(session.form(), session.filling().visibility, id);
    }
    // Where the Tab key goes, by the names of answers and buttons; a question once.
    Json route = Json::array();
    for (Id id : session.route()) {
        const Control& c = *session.form().find(id);
        const std::string one = isFilled(c) ? answerName(session.form(), c) : c.name;
        if (!one.empty() && std::find(route.begin(), route.end(), one) == route.end()) route.push_back(one);
    }
    return {{"complaints", complaints},
            {"wordings", wordings},
            {"seen", seen},
            {"outcomes", std::move(outcomes)},
            {"route", route},
            {"reply", Json::parse(session.reply("2026-04-01T10:00:00+00:00"))}};
}

/// What one field holds, as people see it.
inline Json heldIn(FormSession& session, Driver& driver, Id id) {
    const Control& c = *session.form().find(id);
    const AnswerRow& is = c.is().answer();
    if (is.toggled) return session.shown(id).on;
    if (is.shared) {
        for (Id one : radioGroupOf(session.form(), c))
            if (session.shown(one).on) return valueWhenOn(*session.form().find(one));
        return nullptr;
    }
    if (c.is().answers == AnswerType::picks) {
        Json texts = Json::array();
        const auto* picks = std::get_if<Picks>(&session.entry(id).held);
        for (std::size_t line : picks ? picks->lines : std::vector<std::size_t>())
            texts.push_back(line < c.choices().size() ? c.choices()[line].text : picks->other);
        return texts;
    }
    return driver.seenIn(id).value_or(session.shown(id).text);
}

/// Everything that fillers of all sorts have in common after an act.
inline Json common(Driver& driver) {
    FormSession& session = driver.session();
    Json all = {{"held", Json::object()},  {"seen", Json::object()},  {"open", Json::object()},
                {"wrong", Json::object()}, {"wrongs", Json::array()}, {"outcomes", driver.outcomes()}};
    for (Id id : session.fields()) {
        const std::string name = answerName(session.form(), *session.form().find(id));
        all["held"][name] = heldIn(session, driver, id);
        bool seen = true;
        for (const Control* at = session.form().find(id); at; at = session.form().find(at->parent))
            seen = seen && session.visible(at->id);
        all["seen"][name] = seen;
        all["open"][name] = session.open(id);
        if (const std::string said = session.complaint(id); !said.empty()) all["wrong"][name] = said;
    }
    for (const Wrong& wrong : session.wrongs())
        all["wrongs"].push_back({answerName(session.form(), *session.form().find(wrong.id)), wrong.sentence});
    all["values"] = Json::parse(session.reply("2026-04-01T10:00:00+00:00"))["values"];
    return all;
}

inline void doAct(Driver& driver, const Json& act) {
    FormSession& session = driver.session();
    const std::string what = act[0].get<std::string>(), name = act.size() > 1 ? act[1].get<std::string>() : "";
    const auto index = session.form().index();
    Id id = index->answering(name);
    if (!id) id = index->named(name);
    if (what == "type" || what == "letters") driver.type(id, act[2].get<std::string>());
    if (what == "tick" || what == "choose") {
        const auto question = index->radioGroupOf(id);
        Id button = id;
        for (Id one : question)
            if (valueWhenOn(*session.form().find(one)) == act[2]) button = one;
        driver.tick(button, question.empty() ? act[2].get<bool>() : true);
    }
    if (what == "pick") driver.pick(id, act[2].get<std::vector<std::size_t>>());
    if (what == "step") driver.step(id, act[2].get<int>());
    if (what == "row") driver.row(id, act[2].get<int>() > 0);
    if (what == "enter") driver.enter(id);
    if (what == "press") driver.press(id);
    if (what == "accept") driver.accept();
    if (what == "close") driver.close();
    static const std::set<std::string> left = {"type", "tick", "choose", "pick", "step", "leave"};
    if (left.contains(what)) driver.leave(id);
    driver.answerAll(act.size() > 3 && act[3] == true);
}

/// Does the acts of a call, and says what stands then.
template <class MakeHands>
Json done(const Json& call, const MakeHands& handsOf) {
    const auto bytes = readWhole(call.at("form").get<std::string>());
    auto opened = readForm(*bytes);
    if (!opened) return {{"failed", opened.error().sentence.text()}};
    auto driver = handsOf(opened->form, *isoDateRead(call.at("today").get<std::string>()), call.value("minutes", 600));
    const bool each = call.value("each", false);
    Json after = Json::array();
    driver->opened();
    if (each) {
        driver->answerAll(call.value("yes", false));
        after.push_back(common(*driver));
    }
    for (const Json& act : call.at("acts")) {
        doAct(*driver, act);
        if (each) after.push_back(common(*driver));
    }
    return each ? after : standing(driver->session(), driver->outcomes());
}

/// Answers calls, a line each, until there are no more.
template <class MakeHands>
void answerCalls(const MakeHands& handsOf) {
    std::string line;
    while (std::getline(std::cin, line)) std::cout << done(Json::parse(line), handsOf).dump() << std::endl;
}

}  // namespace brindel::test
