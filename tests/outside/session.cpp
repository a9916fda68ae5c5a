// What a session makes of acts, for tests that compare others with it: reads, a line each, JSON objects {"form": PATH,
// "today": "2026-04-01", "minutes": 600, "acts": [["type", NAME, TEXT], …]}, and writes for each what the form holds,
// says and shows then. Acts: type, tick, pick, step, press, row, accept.
#include <algorithm>
#include <iostream>
#include <nlohmann/json.hpp>

#include "core/file/form_file.h"
#include "core/file/whole_file.h"
#include "core/session/form_session.h"

using namespace brindel;
using Json = nlohmann::ordered_json;

namespace {

Json told(const Outcome& outcome) {
    static constexpr const char* then[] = {"stay", "accepted", "goesOn", "left", "putAway"};
    Json all = {{"then", then[std::size_t(outcome.then)]}, {"says", outcome.says}};
    if (outcome.asks) all["asks"] = *outcome.asks;
    if (!outcome.reply.empty()) all["reply"] = Json::parse(outcome.reply);
    return all;
}

Json done(const Json& call) {
    const auto bytes = readWhole(call.at("form").get<std::string>());
    auto opened = readForm(*bytes);
    if (!opened) return {{"failed", opened.error().sentence.text()}};
    FormSession session(opened->form, *isoDateRead(call.at("today").get<std::string>()), call.value("minutes", 600));
    Json outcomes = Json::array();
    auto note = [&](const Outcome& outcome) {
        if (!outcome.nothing() || !outcome.reply.empty() || outcome.then != Outcome::Then::stay)
            outcomes.push_back(told(outcome));
    };
    note(session.opened());
    for (const Json& act : call.at("acts")) {
        const std::string what = act[0].get<std::string>(), name = act.size() > 1 ? act[1].get<std::string>() : "";
        const auto index = session.form().index();
        Id id = index->answering(name);
        if (!id) id = index->named(name);
        if (what == "type") session.type(id, act[2].get<std::string>());
        if (what == "tick") {
            const auto question = index->questionOf(id);
            Id button = id;
            for (Id one : question)
                if (valueWhenOn(*session.form().find(one)) == act[2]) button = one;
            session.tick(button, question.empty() ? act[2].get<bool>() : true);
        }
        if (what == "pick") session.pick(id, act[2].get<std::vector<std::size_t>>());
        if (what == "step") session.step(id, act[2].get<int>());
        if (what == "row") act[2].get<int>() > 0 ? session.addRow(id) : session.removeRow(id);
        if (what != "press" && what != "accept" && what != "row") session.leave(id);
        if (what == "press") note(session.press(id));
        if (what == "accept") note(session.accept());
        note(session.takeReaction());
        while (session.asking()) note(session.answered(act.size() > 3 && act[3] == true));
    }
    Json complaints = Json::object(), wordings = Json::object(), seen = Json::object();
    for (const Wrong& wrong : session.wrongs())
        complaints[answerName(session.form(), *session.form().find(wrong.id))] = wrong.sentence;
    for (Id id : session.fields()) {
        const Control& c = *session.form().find(id);
        wordings[answerName(session.form(), c)] = session.shown(id).text;
        seen[answerName(session.form(), c)] = isSeen(session.form(), session.filling().presence, id);
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
            {"outcomes", outcomes},
            {"route", route},
            {"reply", Json::parse(session.reply("2026-04-01T10:00:00+00:00"))}};
}

}  // namespace

int main() {
    std::string line;
    while (std::getline(std::cin, line)) std::cout << done(Json::parse(line)).dump() << "\n";
}
