// A form as data for the script of its page: what its fields take, its formulas, its rules, and the words it says.
#include <algorithm>
#include <cmath>

#include "core/answers/choice_lists.h"
#include "core/answers/required_marks.h"
#include "core/draw/draw_control.h"
#include "core/rules/ecmascript.h"
#include "core/session/answers.h"
#include "core/session/limits.h"
#include "core/targets/html/html_writer.h"
#include "core/targets/script/script_data.h"

namespace brindel::html {

using Json = ScriptJson;
using std::string;

namespace {

/// Numbers that are whole are written so: 30, not 30.0.
void wholes(Json& json) {
    if (json.is_number_float()) {
        const double x = json.get<double>();
        if (x == std::floor(x) && std::abs(x) < 1e15) json = std::int64_t(x);
    } else if (json.is_structured()) {
        for (Json& one : json) wholes(one);
    }
}

struct Writer {
    const Page& page;
    const Form& form;
    MovedControls moved;
    std::shared_ptr<const Dependence> dependence;
    ScriptFormulas formulas;
    Json answers = Json::object(), rules = Json::object(), starts = Json::object(), buttons = Json::object(),
         tables = Json::object();

    explicit Writer(const Page& p)
        : page(p), form(p.form()), moved(movedControls(form)), dependence(dependenceIn(form)), formulas(form) {}

    string key(Id id) const {
        const Control* c = form.find(id);
        return c ? page.idOf(*c) : string();
    }
    Json keysOf(const std::set<Id>& of, Id id) const {
        return keysAround(form, of, id, [&](const Control& c) { return page.idOf(c); });
    }
    void places(Json& one, Id id) const {
        if (isShutForAll(form, moved, *form.find(id))) one["shut"] = true;
        if (Json keys = keysOf(moved.shown, id); !keys.empty()) one["seenBy"] = std::move(keys);
        if (Json keys = keysOf(moved.enabled, id); !keys.empty()) one["usedBy"] = std::move(keys);
    }

    void addStarts() {
        std::set<Id> all = moved.shown;
        all.insert(moved.enabled.begin(), moved.enabled.end());
        for (Id id : all)
            if (const Control* c = form.find(id)) {
                Json& one = starts[page.idOf(*c)] = Json::object();
                if (!startsVisible(*c)) one["shown"] = false;
                if (!startsEnabled(*c)) one["enabled"] = false;
            }
    }

    void addStart(Json& a, const Control& c) const {
        switch (c.is().answers) {
            case AnswerType::tick:
                if (c.yes(Prop::startsTicked)) a["start"] = true;
                break;
            case AnswerType::number:
                if (const auto number = numberFrom(c.text(Prop::defaultText)))
                    a["start"] = *number;
                else if (!c.text(Prop::defaultText).empty())
                    a["start"] = c.text(Prop::defaultText);
                break;
            default:
                if (!c.is().answer().shared && !c.is().answer().drawn && !c.text(Prop::defaultText).empty())
                    a["start"] = c.text(Prop::defaultText);
        }
    }

    void addChoices(Json& a, const Control& c) const {
        const bool gathers = choicesFollowAnswers(form, c.id) || c.formulas.find(Prop::runFrom) ||
                             c.formulas.find(Prop::runTo) || c.formulas.find(Prop::runStep);
        const Control* designed = page.opened().designed().find(c.id);
        if (gathers && designed) {
            Json& g = a["gather"] = Json::object();
            if (c.as<ChoicesFrom>() == ChoicesFrom::run) {
                g["run"] = true;
                for (const auto& [prop, word] : {std::pair(Prop::runFrom, "runFrom"), std::pair(Prop::runTo, "runTo"),
                                                 std::pair(Prop::runStep, "runStep")})
                    a[word] = c.number(prop);
            } else {
                g["all"] = pairs(brindel::choicesOf(*designed, page.language()));
            }
            if (choicesFollowAnswers(form, c.id) && c.as<ChoicesFrom>() != ChoicesFrom::run) g["by"] = true;
        } else {
            a["choices"] = pairs(c.choices());
        }
        if (c.yes(Prop::otherAnswers)) a["others"] = true;
    }
    static Json pairs(const Choices& choices) {
        Json all = Json::array();
        for (const Choice& choice : choices) all.push_back({choice.value, choice.text});
        return all;
    }

    /// Sentences that differ in what a field is called alone stand once, with \x03 in its place.
    void share(Json& a, const string& called) {
        if (!a.contains("says") && !a.contains("calendar")) return;
        a["called"] = called;
        auto shared = [&](const Json& sentence) {
            string said = sentence.get<string>();
            if (const auto at = said.find(called);
                at != string::npos && !called.empty() && said.find('\x03') == string::npos)
                said.replace(at, called.size(), "\x03");
            const auto [at, fresh] = sentences.try_emplace(said, says.size());
            if (fresh) says.push_back(said);
            return at->second;
        };
        if (a.contains("says"))
            for (auto& [key_, one] : a["says"].items()) {
                if (!one.is_array()) {
                    one = shared(one);
                    continue;
                }
                Json all = Json::array();
                for (const Json& each : one) all.push_back(shared(each));
                one = std::move(all);
            }
    }
    std::map<string, std::size_t> sentences;
    Json says = Json::array();

    void addAnswers() {
        const auto index = form.index();
        std::set<std::string_view> names;
        for (Id id : index->fields()) names.insert(index->answerName(id));
        for (Id id : index->fields()) {
            const Control& c = *form.find(id);
            const AnswerType type = c.is().answers;
            const string name = index->answerName(id);
            Json a = {{"type", row(type).word}};
            if (page.idOf(c) != name) a["key"] = page.idOf(c);
            if (isRequired(form, c)) a["required"] = true;
            places(a, id);
            if (row(type).shared) {
                a["buttons"] = Json::array();
                for (Id button : radioGroupOf(form, c)) {
                    const Control& k = *form.find(button);
                    Json one = {{"key", page.idOf(k)}, {"value", valueWhenOn(k)}, {"text", k.text(Prop::text)}};
                    if (k.yes(Prop::startsTicked)) one["start"] = true;
                    places(one, button);
                    a["buttons"].push_back(std::move(one));
                }
            }
            if (has(c.kind, Prop::choices)) addChoices(a, c);
            if (has(c.kind, Prop::many) && takesSeveral(c)) a["several"] = true;
            if (row(type).free && c.as<Lines>() == Lines::many) a["many"] = true;
            if (has(c.kind, Prop::secret) && c.yes(Prop::secret)) a["secret"] = true;
            if (row(type).numeric && c.number(Prop::step) != 1) a["step"] = c.number(Prop::step);
            if (has(c.kind, Prop::stepMinutes)) a["stepMinutes"] = c.number(Prop::stepMinutes);
            if (has(c.kind, Prop::calendar) && c.yes(Prop::calendar)) a["calendar"] = true;
            addStart(a, c);
            addLimits(a, form, c);
            a.erase("today");
            a.erase("unitShown");
            share(a, toldAs(form, c));
            if (auto path = replyPath(name, names); path.size() > 1) a["path"] = path;
            if (const Control* cell = form.find(c.parent); cell && cell->is().inGrid) {
                const Control& table = *form.find(cell->parent);
                const Control* designed = page.opened().designed().find(table.id);
                const auto wide = std::max<std::size_t>(1, std::get<Choices>(table.get(Prop::columns)).size());
                const auto at = std::size_t(std::ranges::find(table.children, cell->id) - table.children.begin());
                if (designed && table.children.size() > designed->children.size()) {
                    a["row"] = {page.idOf(table), at / wide};
                    tables[page.idOf(table)] = {{"least", std::size_t(designed->number(Prop::rows))},
                                                {"most", table.children.size() / wide}};
                }
            }
            answers[name] = std::move(a);
        }
        form.controls.each([&](Id, const Control& c) {
            if (!c.is().pressed) return;
            Json one = {{"role", c.text(Prop::buttonRole)}};
            places(one, c.id);
            buttons[page.idOf(c)] = std::move(one);
        });
    }

    void addFormulas() {
        for (const Worked& w : dependence->formulas()) {
            const std::string_view word = workedOutWord(w.prop);
            if (word.empty()) continue;
            const Control& c = *form.find(w.on);
            const bool ofControl =
                w.prop == Prop::visible || w.prop == Prop::enabled || w.prop == Prop::text || w.prop == Prop::prompt;
            if (!ofControl && !isFilled(c)) continue;
            const string on = ofControl ? page.idOf(c) : answerName(form, c);
            const std::size_t place = formulas.add(on, word, w);
            if (w.givesValue()) answers[on]["worked"] = place + 1;
            if (w.prop == Prop::valid) answers[on]["valid"].push_back(place);
            if (w.gathers())
                gathered.emplace_back(place, w.names.empty() ? noControl
                                             : w.names.front().second.fields.empty()
                                                 ? noControl
                                                 : w.names.front().second.fields.front());
            if (w.prop == Prop::visible || w.prop == Prop::enabled) plains.emplace_back(place, Json(c.yes(w.prop)));
            if (w.prop == Prop::text || w.prop == Prop::prompt || w.prop == Prop::unit)
                plains.emplace_back(place, Json(c.text(w.prop)));
        }
    }
    std::vector<std::pair<std::size_t, Id>> gathered;
    std::vector<std::pair<std::size_t, Json>> plains;

    Json stepsOf(const std::vector<Step>& steps, Id from) {
        Json all = Json::array();
        for (const Step& step : steps) {
            Json one = {{"does", row(step.does).key}};
            if (row(step.does).onControl) {
                const Control* on = form.find(step.on);
                if (!on) continue;
                one["key"] = page.idOf(*on);
                if (isFilled(*on)) one["answer"] = answerName(form, *on);
                if (step.does == Action::clear && !on->is().root) {
                    one["answers"] = Json::array();
                    const auto index = form.index();
                    for (Id id : index->fields())
                        if (within(form, id, step.on)) one["answers"].push_back(index->answerName(id));
                }
            }
            if (row(step.does).with) one["with"] = formulas.add(step.with, from);
            if (step.does == Action::ask) {
                one["yes"] = stepsOf(step.yes, from);
                one["no"] = stepsOf(step.no, from);
            }
            all.push_back(std::move(one));
        }
        return all;
    }

    void addRules() {
        form.controls.each([&](Id id, const Control& c) {
            Json list = Json::array();
            for (const Rule& rule : c.rules) {
                if (rule.off) continue;
                Json one = {{"when", row(rule.when).key}};
                if (!rule.key.empty()) one["key"] = rule.key;
                if (!rule.condition.empty()) one["condition"] = formulas.add(rule.condition, id);
                one["steps"] = stepsOf(rule.steps, id);
                list.push_back(std::move(one));
            }
            if (!list.empty()) rules[id == rootId ? "form" : page.idOf(c)] = {{"n", id}, {"list", std::move(list)}};
        });
    }
};

}  // namespace

PageData pageData(const Page& page, const PageChoice& choice, const std::set<string, std::less<>>& asked) {
    Writer w(page);
    w.addStarts();
    w.addAnswers();
    w.addFormulas();
    w.addRules();
    Json work = w.formulas.entries();
    for (const auto& [place, by] : w.gathered) {
        work[place]["gathers"] = true;
        work[place]["names"] = Json::object();
        if (by != noControl) work[place]["names"]["by"] = {{"of", {answerName(w.form, *w.form.find(by))}}};
    }
    for (const auto& [place, plain] : w.plains) work[place]["plain"] = plain;
    Json tabs = Json::object();
    w.form.controls.each([&](Id, const Control& c) {
        if (!c.is().turns) return;
        Json& pages = tabs[page.idOf(c)] = Json::array();
        for (Id id : c.children) pages.push_back(w.key(id));
    });
    Json words = rangeWordsForScript(page.language());
    const std::pair<const char*, Phrase> said[] = {{"ok", Phrase::close},
                                                   {"yes", Phrase::yes},
                                                   {"no", Phrase::no},
                                                   {"goOn", Phrase::goOn},
                                                   {"address", Phrase::goToAddress},
                                                   {"letter", Phrase::writeTo},
                                                   {"calendar", Phrase::pickDay},
                                                   {"again", Phrase::drawAgain},
                                                   {"takeAway", Phrase::takePictureAway},
                                                   {"left", Phrase::leftWithout},
                                                   {"saved", Phrase::savedAsFile},
                                                   {"sent", Phrase::wasSent},
                                                   {"notSent", Phrase::wasNotSent},
                                                   {"sentAs", Phrase::wasSentAs},
                                                   {"refused", Phrase::wasRefused},
                                                   {"another", Phrase::fillInAnother},
                                                   {"sending", Phrase::isSent},
                                                   {"draft", Phrase::draftFound},
                                                   {"draftOn", Phrase::draftGoOn},
                                                   {"draftAnew", Phrase::draftAnew},
                                                   {"back", Phrase::stepBack},
                                                   {"next", Phrase::stepNext},
                                                   {"saveFile", Phrase::saveAsFile},
                                                   {"again2", Phrase::tryAgain},
                                                   {"noPicture", Phrase::noPicture},
                                                   {"step", Phrase::stepOf}};
    for (const auto& [key, which] : said)
        if (asked.contains(key)) words[key] = page.say(which, {"\x01", "\x02"});
    words["mark"] = requiredMarkOf(w.form);
    // What is left of many letters is not told.
    constexpr std::int64_t told = 50;
    const bool counts =
        std::ranges::any_of(w.answers, [](const Json& a) { return a.contains("many") && a.contains("maxLength"); });
    words["lettersLeft"] = Json::array();
    for (std::int64_t n = 0; counts && n <= told; ++n)
        words["lettersLeft"].push_back(page.say(Phrase::lettersLeft, {n}));
    const Id startsIn = w.form.root().reference(Prop::startsIn);
    Json data = {{"name", w.form.root().name},
                 {"version", w.form.revision},
                 {"language", page.language()},
                 {"dialog", w.form.isDialog()},
                 {"answers", std::move(w.answers)},
                 {"says", std::move(w.says)},
                 {"buttons", std::move(w.buttons)},
                 {"rules", std::move(w.rules)},
                 {"work", std::move(work)},
                 {"starts", std::move(w.starts)},
                 {"tables", std::move(w.tables)},
                 {"tabs", std::move(tabs)},
                 {"steps", choice.steps},
                 {"keepDraft", choice.keepDraft},
                 {"post", choice.post},
                 {"startsIn", startsIn == noControl ? string() : w.key(startsIn)},
                 {"words", std::move(words)}};
    if (!w.formulas.lists().empty()) data["lists"] = w.formulas.lists();
    wholes(data);
    string json = data.dump(-1, ' ', true, Json::error_handler_t::replace);
    for (std::size_t at = 0; (at = json.find('<', at)) != string::npos; at += 6) json.replace(at, 1, "\\u003c");
    // As a key in brackets it is a name like any other.
    constexpr std::string_view proto = "\"__proto__\":";
    for (std::size_t at = 0; (at = json.find(proto, at)) != string::npos; at += proto.size() + 2)
        json.replace(at, proto.size(), "[\"__proto__\"]:");
    return {std::move(json), w.formulas.functions()};
}

}  // namespace brindel::html
