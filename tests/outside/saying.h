// What a form holds, says and shows after acts, for tests that compare fillers: a line of JSON a call, {"form": PATH,
// "today": "2026-04-01", "minutes": 600, "acts": [["type", NAME, TEXT], …]}. Acts: type, tick, pick, step, press, row,
// accept. Whoever does them is a Hands.
#pragma once

#include <algorithm>
#include <iostream>
#include <nlohmann/json.hpp>

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
    virtual void leave(Id id) = 0;
    /// What is asked is answered.
    virtual void answerAll(bool yes) = 0;
    /// What the acts have come to since this was last asked.
    virtual Json outcomes() = 0;
};

inline Json told(const Outcome& outcome) {
    static constexpr const char* then[] = {"stay", "accepted", "goesOn", "left", "putAway"};
    Json all = {{"then", then[std::size_t(outcome.then)]}, {"says", outcome.says}};
    if (outcome.asks) all["asks"] = *outcome.asks;
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

/// Action the acts of a call, and says what stands then.
template <class MakeHands>
Json done(const Json& call, const MakeHands& handsOf) {
    const auto bytes = readWhole(call.at("form").get<std::string>());
    auto opened = readForm(*bytes);
    if (!opened) return {{"failed", opened.error().sentence.text()}};
    auto driver = handsOf(opened->form, *isoDateRead(call.at("today").get<std::string>()), call.value("minutes", 600));
    FormSession& session = driver->session();
    driver->opened();
    for (const Json& act : call.at("acts")) {
        const std::string what = act[0].get<std::string>(), name = act.size() > 1 ? act[1].get<std::string>() : "";
        const auto index = session.form().index();
        Id id = index->answering(name);
        if (!id) id = index->named(name);
        if (what == "type") driver->type(id, act[2].get<std::string>());
        if (what == "tick") {
            const auto question = index->radioGroupOf(id);
            Id button = id;
            for (Id one : question)
                if (valueWhenOn(*session.form().find(one)) == act[2]) button = one;
            driver->tick(button, question.empty() ? act[2].get<bool>() : true);
        }
        if (what == "pick") driver->pick(id, act[2].get<std::vector<std::size_t>>());
        if (what == "step") driver->step(id, act[2].get<int>());
        if (what == "row") driver->row(id, act[2].get<int>() > 0);
        if (what != "press" && what != "accept" && what != "row") driver->leave(id);
        if (what == "press") driver->press(id);
        if (what == "accept") driver->accept();
        driver->answerAll(act.size() > 3 && act[3] == true);
    }
    return standing(session, driver->outcomes());
}

/// Answers calls, a line each, until there are no more.
template <class MakeHands>
void answerCalls(const MakeHands& handsOf) {
    std::string line;
    while (std::getline(std::cin, line)) std::cout << done(Json::parse(line), handsOf).dump() << std::endl;
}

}  // namespace brindel::test
