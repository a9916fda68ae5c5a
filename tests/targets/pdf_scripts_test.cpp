// A PDF fills as a session does: the same complaints, the same sums, the same rules.
#include <gtest/gtest.h>

#include <random>

#include "core/edit/edits.h"
#include "core/session/form_session.h"
#include "core/targets/handed_out.h"
#include "core/targets/pdf/pdf.h"
#include "tests/targets/pdf_viewing.h"

using namespace brindel;
using namespace brindel::test;

namespace {

const char* const demos[] = {"mooring-permit", "lift-out-booking",         "slip-inspection",
                             "yard-charges",   "winter-storage-agreement", "pontoon-fault-note"};

/// What people type into a field, right and wrong.
std::string typedInto(const Control& c, std::mt19937& dice) {
    static const std::map<AnswerType, std::vector<std::string>> pool = {
        {AnswerType::number,
         {"12", "3.5", "1,250", "1.250", "0x10", " 7 ", "tomorrow", "-4", "1e3", "12,5", "0.125", "400", "٣", "1 000",
          "+5"}},
        {AnswerType::date,
         {"2026-04-20", "3 May 2026", "tomorrow", "31.12.2026", "1 Apr 2026", "30 Feb 2026", "5/6/2026", "2 june 2026",
          "12.5.26", "", "2020-01-01"}},
        {AnswerType::time, {"9:30", "09.15", "0930", "25:00", "noon", "14:00", "7:05", "18:30"}},
        {AnswerType::text,
         {"Periwinkle", "AB-1234", "ab-12345", "Łódź 7", "Ἀθήνα", "Смола", "a", "x@y.example", "01234 567890",
          "+44 20 7946 0000", "not one", "PL1 2AB"}}};
    const auto& words = pool.at(c.is().answers);
    return words[dice() % words.size()];
}

/// Acts of one filler: texts, ticks and choices, in the order of the form; some are left out.
struct Case {
    Json acts = Json::array();
    std::vector<std::string> complaints;  // of the session, one an act
};

std::string partName(const Control& c, std::size_t line) {
    return c.name + "." + std::to_string(line + 1);
}

Case filledAtRandom(FormSession& session, const Viewed& viewed, unsigned seed) {
    std::mt19937 dice(seed);
    Case one;
    for (Id id : session.fields()) {
        const Control& c = *session.form().find(id);
        if (!session.open(id) || dice() % 5 == 0) continue;
        const std::string name = answerName(session.form(), c);
        auto act = [&](Json what, const std::string& complaint) {
            one.acts.push_back(std::move(what));
            one.complaints.push_back(complaint);
        };
        switch (c.is().answers) {
            case AnswerType::text:
            case AnswerType::number:
            case AnswerType::date:
            case AnswerType::time: {
                const std::string said = typedInto(c, dice);
                std::string kept = firstCharacters(
                    said, c.number(Prop::maxLength) > 0 ? std::size_t(c.number(Prop::maxLength)) : 1000);
                session.type(id, kept);
                session.leave(id);
                act({{"does", "type"}, {"field", name}, {"value", kept}}, session.complaint(id));
                break;
            }
            case AnswerType::choice: {
                if (c.choices().empty()) break;
                const Choice& choice = c.choices()[dice() % c.choices().size()];
                session.type(id, choice.text);
                session.leave(id);
                act({{"does", "type"}, {"field", name}, {"value", choice.value}}, "");
                break;
            }
            case AnswerType::tick:
                session.tick(id, true);
                act({{"does", "tick"}, {"field", name}, {"value", viewed.stateOf(name, 0)}}, "");
                break;
            case AnswerType::question: {
                const auto buttons = radioGroupOf(session.form(), c);
                const std::size_t pick = dice() % buttons.size();
                session.tick(buttons[pick], true);
                act({{"does", "tick"}, {"field", name}, {"value", viewed.stateOf(name, pick)}}, "");
                break;
            }
            case AnswerType::picks: {
                if (c.choices().empty()) break;
                const std::size_t line = dice() % c.choices().size();
                session.pick(id, {line});
                if (!c.is().spreads)
                    act({{"does", "type"}, {"field", name}, {"value", c.choices()[line].value}}, "");
                else if (takesSeveral(c))
                    act({{"does", "tick"},
                         {"field", partName(c, line)},
                         {"value", viewed.stateOf(partName(c, line), 0)}},
                        "");
                else
                    act({{"does", "tick"}, {"field", name}, {"value", viewed.stateOf(name, line)}}, "");
                break;
            }
            default:
                break;
        }
    }
    return one;
}

}  // namespace

TEST(PdfScripts, MuPdfsOwnInterpreterComplainsAndSumsTheSame) {
    int complaints = 0;
    for (const char* demoName : demos) {
        const Form form = demo(demoName);
        const FormSession blank(form, todayHere(), 570);
        const Viewed viewed(pdfOf(formHandedOut(blank), fonts(), &blank.filling(), {.blank = true}).value());
        for (unsigned seed = 1; seed <= 10; ++seed) {
            SCOPED_TRACE(testing::Message() << demoName << " " << seed);
            FormSession session(form, todayHere(), 570);
            session.opened();
            const Case one = filledAtRandom(session, viewed, seed);
            if (one.acts.empty()) continue;
            const Json out = viewed.inMuPdf(one.acts);
            ASSERT_EQ(out.size(), one.acts.size() + 1);
            for (std::size_t i = 0; i < one.acts.size(); ++i) {
                const Json& said = out[i]["says"];
                EXPECT_EQ(said.empty() ? "" : said[0].get<std::string>(), one.complaints[i]) << one.acts[i].dump();
                complaints += !said.empty();
            }
            for (Id id : session.fields())
                if (const Control& c = *session.form().find(id); !c.text(Prop::workedOut).empty())
                    EXPECT_EQ(
                        out.back()["values"][viewed.field(answerName(session.form(), c))["label"].get<std::string>()]
                            .get<std::string>(),
                        session.shown(id).text)
                        << c.name;
        }
    }
    EXPECT_GT(complaints, 40);
}

TEST(PdfScripts, SixtyFilledCasesComplainAndSumAsASessionDoes) {
    int complaints = 0, sums = 0;
    for (const char* demoName : demos) {
        const Form form = demo(demoName);
        const FormSession blank(form, today, 570);
        const Viewed viewed(pdfOf(formHandedOut(blank), fonts(), &blank.filling(), {.blank = true}).value());
        for (unsigned seed = 1; seed <= 10; ++seed) {
            SCOPED_TRACE(testing::Message() << demoName << " " << seed);
            FormSession session(form, today, 570);
            session.opened();
            Case one = filledAtRandom(session, viewed, seed);
            if (one.acts.empty()) continue;
            one.acts.back()["values"] = true;
            const Json out = viewed.after(one.acts);
            ASSERT_EQ(out.size(), one.acts.size() + 1);
            for (std::size_t i = 0; i < one.acts.size(); ++i) {
                const Json& said = out[i + 1]["says"];
                const std::string first = said.empty() ? "" : said[0].get<std::string>();
                EXPECT_EQ(first, one.complaints[i]) << one.acts[i].dump();
                complaints += !first.empty();
            }
            const Json& end = out.back();
            for (Id id : session.fields()) {
                const Control& c = *session.form().find(id);
                const std::string name = answerName(session.form(), c);
                if (!c.text(Prop::workedOut).empty()) {
                    EXPECT_EQ(end["values"][name].get<std::string>(), session.shown(id).text) << name;
                    ++sums;
                } else if (c.is().answers == AnswerType::number && !session.shown(id).text.empty()) {
                    const bool read = std::holds_alternative<double>(session.entry(id).held);
                    const std::string unit =
                        read && form.isDialog() && !c.text(Prop::unit).empty() ? " " + c.text(Prop::unit) : "";
                    EXPECT_EQ(end["shown"][name].get<std::string>(), session.shown(id).text + unit) << name;
                }
            }
            std::vector<std::string> wrongs, wanted;
            for (const Json& wrong : end["wrongs"]) wrongs.push_back(wrong["sentence"].get<std::string>());
            for (const Wrong& wrong : session.wrongs()) {
                const AnswerType type = session.form().find(wrong.id)->is().answers;
                if (type != AnswerType::ink && type != AnswerType::picture) wanted.push_back(wrong.sentence);
            }
            EXPECT_EQ(wrongs, wanted);
        }
    }
    EXPECT_GT(complaints, 40) << "a test in which nothing is wrong shows nothing";
    EXPECT_GT(sums, 20);
}

namespace {

/// A form with rules, filled in the stand-in.
struct RuledPdf {
    Form form = jotted(
        "Boat: text 4\nLength: number .1 m\nMast: check\nHull: combo [g = GRP, Steel]\n### Rig\nHeight: number 0..30 "
        "!\n###\nNote: text 80\n[Go] [Save]* [Clear]\n");
    Id of(const std::string& name) const { return name.empty() ? rootId : named(form, name).id; }
    RuledPdf& when(const std::string& name, Event event, std::vector<Step> steps, const std::string& condition = {}) {
        Rules all = form.find(of(name))->rules;
        all.push_back({event, {}, condition, std::move(steps)});
        form = withRules(form, of(name), all);
        return *this;
    }
    Step note(const std::string& word) const { return {Action::set, of("txtNote"), "txtNote & \"" + word + " \""}; }
    Json after(Json acts) const {
        for (Json& act : acts) act["values"] = true;
        return Viewed(pdfOf(form, fonts()).value()).after(acts);
    }
};

}  // namespace

TEST(PdfScripts, RulesAreAskedAtEveryEventThatViewersKnow) {
    RuledPdf r;
    r.when("", Event::opens, {r.note("opens")}).when("", Event::closes, {r.note("closes")});
    r.when("btnGo", Event::pressed, {r.note("pressed")});
    r.when("numLength", Event::changed, {r.note("changed")}, "numLength > 5");
    r.when("numLength", Event::entered, {r.note("entered")}).when("numLength", Event::left, {r.note("left")});
    r.when("txtBoat", Event::complete, {r.note("complete")});
    r.when("chkMast", Event::ticked, {r.note("on")}).when("chkMast", Event::unticked, {r.note("off")});
    const Json out = r.after({{{"does", "enter"}, {"field", "numLength"}},
                              {{"does", "type"}, {"field", "numLength"}, {"value", "4"}},
                              {{"does", "type"}, {"field", "numLength"}, {"value", "8"}},
                              {{"does", "leave"}, {"field", "numLength"}},
                              {{"does", "type"}, {"field", "txtBoat"}, {"value", "Ald"}},
                              {{"does", "type"}, {"field", "txtBoat"}, {"value", "Alde"}},
                              {{"does", "tick"}, {"field", "chkMast"}, {"value", "Yes"}},
                              {{"does", "tick"}, {"field", "chkMast"}, {"value", "Off"}},
                              {{"does", "press"}, {"field", "btnGo"}},
                              {{"does", "close"}, {"field", "btnGo"}}});
    EXPECT_EQ(out.back()["values"]["txtNote"], "opens entered changed left complete on off pressed closes ");
}

TEST(PdfScripts, EveryStepThatViewersKnowIsDone) {
    const RuledPdf plain;
    const Id rig = plain.form.find(plain.of("numHeight"))->parent, length = plain.of("numLength");
    auto pressed = [&](std::vector<Step> steps, Json answers = Json::array()) {
        RuledPdf r;
        r.when("btnGo", Event::pressed, std::move(steps));
        return r
            .after({{{"does", "type"}, {"field", "numLength"}, {"value", "9"}},
                    {{"does", "press"}, {"field", "btnGo"}, {"answers", answers}}})
            .back();
    };
    EXPECT_EQ(pressed({{Action::hide, rig}})["display"]["numHeight"], 1);
    EXPECT_EQ(pressed({{Action::hide, rig}, {Action::show, rig}})["display"]["numHeight"], 0);
    EXPECT_EQ(pressed({{Action::turnOver, rig}})["display"]["numHeight"], 1);
    EXPECT_EQ(pressed({{Action::disable, rig}})["readonly"]["numHeight"], true);
    EXPECT_EQ(pressed({{Action::disable, rig}, {Action::enable, rig}})["readonly"]["numHeight"], false);
    EXPECT_EQ(pressed({{Action::set, plain.of("txtNote"), "\"L \" & numLength"}})["values"]["txtNote"], "L 9");
    EXPECT_EQ(pressed({{Action::set, plain.of("cboHull"), "\"GRP\""}})["values"]["cboHull"], "g");
    EXPECT_EQ(pressed({{Action::set, plain.of("chkMast"), "numLength > 8"}})["values"]["chkMast"], "Yes");
    EXPECT_EQ(pressed({{Action::clear, length}})["values"]["numLength"], "");
    EXPECT_EQ(pressed({{Action::clear, rootId}})["values"]["numLength"], "");
    EXPECT_EQ(pressed({{Action::cursor, plain.of("numHeight")}})["focus"], "numHeight");
    EXPECT_EQ(pressed({{Action::say, noControl, "\"Length \" & numLength"}})["says"], Json({"Length 9"}));
    EXPECT_EQ(pressed({{Action::address, noControl, "\"https://wharf.example\""}})["sent"][0]["url"],
              "https://wharf.example");
    const std::vector<Step> ask = {{Action::ask,
                                    noControl,
                                    "\"Go on?\"",
                                    {{Action::set, plain.of("txtNote"), "\"yes\""}},
                                    {{Action::set, plain.of("txtNote"), "\"no\""}}}};
    EXPECT_EQ(pressed(ask, {4})["values"]["txtNote"], "yes");
    EXPECT_EQ(pressed(ask, {3})["values"]["txtNote"], "no");
    // What is not in order is said, and the cursor goes there.
    const Json refused = pressed({{Action::accept}, {Action::say, noControl, "\"accepted\""}});
    EXPECT_EQ(refused["says"], Json({"Height: please fill this in."}));
    EXPECT_EQ(refused["focus"], "numHeight");
    // Rules that set off each other end.
    RuledPdf circle;
    circle.when("numLength", Event::changed, {{Action::set, circle.of("numHeight"), "numLength + numHeight"}});
    circle.when("numHeight", Event::changed, {{Action::set, length, "numLength + 1"}});
    EXPECT_EQ(circle.after({{{"does", "type"}, {"field", "numLength"}, {"value", "1"}}}).size(), 2u);
}

TEST(PdfScripts, FormulasShowEnableAndRequire) {
    RuledPdf r;
    const Id height = r.of("numHeight");
    r.form = withFormula(r.form, {height}, Prop::visible, "chkMast");
    r.form = withFormula(r.form, {r.of("txtNote")}, Prop::enabled, "numLength > 5");
    r.form = withFormula(r.form, {r.of("txtBoat")}, Prop::required, "chkMast");
    r.form = withFormula(r.form, {r.of("numLength")}, Prop::most, "IF(chkMast; 10; 20)");
    const Viewed viewed(pdfOf(r.form, fonts()).value());
    EXPECT_FALSE(viewed.field("numHeight")["hidden"]) << "a viewer without scripts must not lose it";
    EXPECT_FALSE(viewed.field("txtNote")["readOnly"]);
    const Json out = r.after({{{"does", "press"}, {"field", "btnSave"}},
                              {{"does", "tick"}, {"field", "chkMast"}, {"value", "Yes"}},
                              {{"does", "type"}, {"field", "numLength"}, {"value", "12"}},
                              {{"does", "type"}, {"field", "numLength"}, {"value", "8"}},
                              {{"does", "press"}, {"field", "btnSave"}}});
    EXPECT_EQ(out[1]["display"]["numHeight"], 1);
    EXPECT_EQ(out[1]["readonly"]["txtNote"], true);
    EXPECT_EQ(out[1]["says"], Json({"Everything is in order. Save the file and send it back."}));
    EXPECT_EQ(out[2]["display"]["numHeight"], 0);
    EXPECT_EQ(out[3]["says"], Json({"Length: enter at most 10 m; 12.0 is too much."}));
    EXPECT_EQ(out[3]["values"]["numLength"], "12.0") << "nothing that is typed is lost";
    EXPECT_EQ(out[4]["readonly"]["txtNote"], false);
    EXPECT_EQ(out[5]["says"], Json({"Boat: please fill this in.\nHeight: please fill this in."}));
}

TEST(PdfScripts, ABoatIsLookedUpInTheListThatTheFormHolds) {
    const Viewed viewed(pdfOf(formHandedOut(FormSession(testForm("boat-lookup"), today)), fonts()).value());
    auto choose = [](const char* boat) {
        return Json{{"does", "type"}, {"field", "cboBoat"}, {"value", boat}, {"values", true}};
    };
    const Json out = viewed.after({choose("Kittiwake"), choose("השחף")});
    EXPECT_EQ(out[1]["values"]["txtOwner"], "Ines \"Tern\" Ó Briain");
    EXPECT_EQ(out[1]["values"]["numLength"], "7.75");
    EXPECT_EQ(out[2]["values"]["txtOwner"], "Ada");
    EXPECT_EQ(out[2]["values"]["numLength"], "5.00");
}

TEST(PdfScripts, AcceptingSendsToAnAddress) {
    const Form form = jotted("Boat: text 4 lower\nOn: date = today\n[Save]* [Clear]\n[Next]\n");
    auto sent = [&](const std::string& address) {
        return Viewed(pdfOf(form, fonts(), nullptr, {.sendTo = address}).value())
            .after({{{"does", "key"}, {"field", "txtBoat"}, {"value", "A"}},
                    {{"does", "press"}, {"field", "btnSave"}, {"values", true}}});
    };
    const Json out = sent("https://wharf.example/in");
    EXPECT_EQ(out[1]["took"], "a") << "letters are changed as they are typed";
    EXPECT_EQ(out[2]["sent"][0], Json({{"cURL", "https://wharf.example/in"}, {"cSubmitAs", "XFDF"}}));
    EXPECT_EQ(out[2]["values"]["dtmOn"], "1 Apr 2026") << "the day that it is opened";
    EXPECT_EQ(sent("mailto:office@wharf.example")[2]["sent"][0]["cSubmitAs"], "FDF");
}

TEST(PdfScripts, NumbersDatesAndTimesAreReadAndWrittenByTheFormsLanguage) {
    Form form =
        jotted("A: number 2..2000 .2 m\nB: number .1\nOn: date\nAt: time\nSum: number .2 = numA * 2\n", Kind::document);
    form = withProperty(form, {named(form, "numA").id, named(form, "numSum").id}, Prop::thousands, true);
    form = withProperty(form, {named(form, "dtmOn").id}, Prop::datePattern, std::string("d. MMMM yyyy"));
    form = withProperty(form, {named(form, "timAt").id}, Prop::timePattern, std::string("h:mm a"));
    const std::vector<std::pair<const char*, std::vector<std::string>>> typed = {
        {"numA", {"1.250,5", "1,250.5", "1 250,5", "12,345.67", "0,5", "9999", "12", "١٢", "12.345"}},
        {"numB", {"3,5", "3.5", "-2", "1.000", "2,55"}},
        {"dtmOn",
         {"2026-03-04", "4. März 2026", "4. marca 2026", "4. mars 2026", "4. March 2026", "4. מרץ 2026", "4. Mar 2026",
          "4.3.2026"}},
        {"timAt", {"2:30 PM", "14:30", "2:30 nachm.", "1430", "25:00"}}};
    for (const char* language : {"en", "de", "fr", "pl", "he", "ar", "hi"}) {
        const Form in = withProperty(form, {rootId}, Prop::language, std::string(language));
        const Viewed viewed(pdfOf(in, fonts()).value());
        Json acts = Json::array();
        std::vector<std::pair<std::string, std::string>> wanted;  // what is complained of, or what is held
        for (const auto& [name, texts] : typed)
            for (const std::string& text : texts) {
                FormSession session(in, today, 570);
                const Id id = named(in, name).id;
                session.type(id, text);
                session.leave(id);
                const std::string broken =
                    limitBroken({session.form(), named(session.form(), name), today}, session.entry(id));
                wanted.emplace_back(broken, session.shown(id).text);
                acts.push_back({{"does", "type"}, {"field", name}, {"value", text}, {"values", true}});
                if (std::string(name) == "numA")
                    wanted.back().second += "|" + session.shown(named(in, "numSum").id).text;
            }
        const Json out = viewed.after(acts);
        for (std::size_t i = 0; i < acts.size(); ++i) {
            SCOPED_TRACE(testing::Message() << language << " " << acts[i].dump());
            const Json& said = out[i + 1]["says"];
            EXPECT_EQ(said.empty() ? "" : said[0].get<std::string>(), wanted[i].first);
            const std::string name = acts[i]["field"].get<std::string>();
            const bool number = name.starts_with("num");
            std::string held = out[i + 1][number ? "shown" : "values"][name].get<std::string>();
            if (name == "numA") held += "|" + out[i + 1]["values"]["numSum"].get<std::string>();
            EXPECT_EQ(held, wanted[i].second);
        }
    }
}
