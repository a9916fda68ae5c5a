#include "core/targets/script/form_data.h"

#include <algorithm>
#include <cmath>

#include "core/answers/answering.h"
#include "core/answers/choice_lists.h"
#include "core/answers/required_marks.h"
#include "core/model/visibility.h"
#include "core/session/answers.h"
#include "core/session/limits.h"

namespace brindel {

using Json = ScriptJson;
using std::string;
using Words = std::set<string, std::less<>>;

Json& NamedJson::operator[](const string& name) {
    auto [at, fresh] = all_.try_emplace(name);
    if (fresh) order_.push_back(name);
    return at->second;
}
const Json* NamedJson::find(const string& name) const {
    const auto at = all_.find(name);
    return at == all_.end() ? nullptr : &at->second;
}
Json* NamedJson::find(const string& name) {
    const auto at = all_.find(name);
    return at == all_.end() ? nullptr : &at->second;
}
Json NamedJson::taken() {
    Json object = Json::object();
    // Each name comes once, so none is looked for.
    auto& rows = object.get_ref<Json::object_t&>();
    for (const string& name : order_) rows.emplace_back(name, std::move(all_.at(name)));
    return object;
}

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
Json pairs(const Choices& choices) {
    Json all = Json::array();
    for (const Choice& choice : choices) all.push_back({choice.value, choice.text});
    return all;
}
bool isOfControl(Prop prop) {
    return prop == Prop::visible || prop == Prop::enabled || prop == Prop::text || prop == Prop::prompt;
}

}  // namespace

FormData::FormData(const Form& form, const Form& designed, Carrying carrying)
    : formulas(form),
      dependence(dependenceIn(form)),
      moved(movedControls(form)),
      form_(form),
      designed_(designed),
      carrying_(std::move(carrying)) {
    addStarts();
    addAnswers();
    addFormulas();
    addRules();
}

string FormData::key(Id id) const {
    const Control* c = form_.find(id);
    return c ? carrying_.keyOf(*c) : string();
}

void FormData::places(Json& one, Id id) const {
    if (isShutForAll(form_, moved, *form_.find(id))) one["shut"] = true;
    if (Json keys = keysAround(form_, moved.shown, id, carrying_.keyOf); !keys.empty()) one["seenBy"] = std::move(keys);
    if (Json keys = keysAround(form_, moved.enabled, id, carrying_.keyOf); !keys.empty())
        one["usedBy"] = std::move(keys);
}

void FormData::addStarts() {
    std::set<Id> all = moved.shown;
    all.insert(moved.enabled.begin(), moved.enabled.end());
    for (Id id : all)
        if (const Control* c = form_.find(id)) {
            Json& one = starts[carrying_.keyOf(*c)] = Json::object();
            if (!startsVisible(*c)) one["shown"] = false;
            if (!startsEnabled(*c)) one["enabled"] = false;
        }
}

void FormData::addStart(Json& a, const Control& c) const {
    const AnswerRow& is = c.is().answer();
    if (is.toggled) {
        if (c.yes(Prop::startsTicked)) a["start"] = true;
    } else if (!is.shared && !is.drawn && !c.text(Prop::defaultText).empty()) {
        const auto number = is.numeric ? numberFrom(c.text(Prop::defaultText)) : std::nullopt;
        a["start"] = number ? Json(*number) : Json(c.text(Prop::defaultText));
    }
}

void FormData::addChoices(Json& a, const Control& c) const {
    const bool follows = choicesFollowAnswers(form_, c.id) && carrying_.works(Prop::choices);
    const bool gathers =
        follows || (carrying_.works(Prop::runFrom) &&
                    (c.formulas.find(Prop::runFrom) || c.formulas.find(Prop::runTo) || c.formulas.find(Prop::runStep)));
    const Control* designed = designed_.find(c.id);
    const bool run = c.as<ChoicesFrom>() == ChoicesFrom::run;
    if (gathers && designed) {
        Json& g = a["gather"] = Json::object();
        if (run) {
            g["run"] = true;
            for (const auto& [prop, word] : {std::pair(Prop::runFrom, "runFrom"), std::pair(Prop::runTo, "runTo"),
                                             std::pair(Prop::runStep, "runStep")})
                a[word] = c.number(prop);
        } else {
            g["all"] = pairs(choicesOf(*designed, form_.root().text(Prop::language)));
        }
        if (follows && !run) g["by"] = true;
    } else {
        a["choices"] = pairs(c.choices());
    }
    if (isRunOfNumbers(c)) a["numbers"] = true;
    if (c.yes(Prop::otherAnswers)) a["others"] = true;
}

/// Sentences that differ in what a field is called alone stand once, with \x03 in its place.
void FormData::share(Json& a, const string& called) {
    if (!a.contains("says") && !a.contains("calendar")) return;
    a["called"] = called;
    auto shared = [&](const Json& sentence) {
        string said = sentence.get<string>();
        if (const auto at = said.find(called);
            at != string::npos && !called.empty() && said.find('\x03') == string::npos)
            said.replace(at, called.size(), "\x03");
        const auto [at, fresh] = sentences_.try_emplace(said, says.size());
        if (fresh) says.push_back(said);
        return at->second;
    };
    if (!a.contains("says")) return;
    for (Json& one : a["says"]) {
        if (!one.is_array()) {
            one = shared(one);
            continue;
        }
        Json all = Json::array();
        for (const Json& each : one) all.push_back(shared(each));
        one = std::move(all);
    }
}

/// The row of a table that an answer stands in, where fillers may add some.
void FormData::addRow(Json& a, const Control& cell) {
    const Control& table = *form_.find(cell.parent);
    const Control* designed = designed_.find(table.id);
    if (!designed || table.children.size() <= designed->children.size()) return;
    const auto wide = std::max<std::size_t>(1, std::get<Choices>(table.get(Prop::columns)).size());
    const auto at = std::size_t(std::ranges::find(table.children, cell.id) - table.children.begin());
    a["row"] = {key(table.id), at / wide};
    tables[key(table.id)] = {{"least", std::size_t(designed->number(Prop::rows))},
                             {"most", table.children.size() / wide}};
}

void FormData::addAnswers() {
    const auto index = form_.index();
    std::set<std::string_view> names;
    for (Id id : index->fields()) names.insert(index->answerName(id));
    for (Id id : index->fields()) {
        const Control& c = *form_.find(id);
        const AnswerRow& is = c.is().answer();
        const string& name = index->answerName(id);
        Json a = {{"type", is.word}};
        if (key(id) != name) a["key"] = key(id);
        if (isRequired(form_, c)) a["required"] = true;
        places(a, id);
        if (has(c.kind, Prop::workedOut) && !c.text(Prop::workedOut).empty()) a["shut"] = true;
        if (is.shared) {
            a["buttons"] = Json::array();
            for (Id button : radioGroupOf(form_, c)) {
                const Control& k = *form_.find(button);
                Json one = {{"key", key(button)}, {"value", valueWhenOn(k)}, {"text", k.text(Prop::text)}};
                if (k.yes(Prop::startsTicked)) one["start"] = true;
                places(one, button);
                a["buttons"].push_back(std::move(one));
            }
        }
        if (has(c.kind, Prop::choices)) addChoices(a, c);
        if (has(c.kind, Prop::many) && takesSeveral(c)) a["several"] = true;
        if (is.free && c.as<Lines>() == Lines::many) a["many"] = true;
        if (has(c.kind, Prop::secret) && c.yes(Prop::secret)) a["secret"] = true;
        if (is.numeric && c.number(Prop::step) != 1) a["step"] = c.number(Prop::step);
        if (has(c.kind, Prop::stepMinutes)) a["stepMinutes"] = c.number(Prop::stepMinutes);
        if (has(c.kind, Prop::calendar) && c.yes(Prop::calendar)) a["calendar"] = true;
        addStart(a, c);
        addLimits(a, form_, c);
        share(a, toldAs(form_, c));
        if (auto path = replyPath(name, names); path.size() > 1) a["path"] = path;
        if (const Control* cell = form_.find(c.parent); cell && cell->is().inGrid) addRow(a, *cell);
        answers[name] = std::move(a);
    }
    form_.controls.each([&](Id id, const Control& c) {
        if (!c.is().pressed) return;
        Json one = {{"role", c.text(Prop::buttonRole)}};
        places(one, id);
        buttons[key(id)] = std::move(one);
    });
}

void FormData::addFormulas() {
    for (const Worked& w : dependence->formulas()) {
        const std::string_view word = workedOutWord(w.prop);
        const Control& c = *form_.find(w.on);
        if (word.empty() || !carrying_.works(w.prop) || (!isOfControl(w.prop) && !isFilled(c))) continue;
        const string on = isOfControl(w.prop) ? key(w.on) : answerName(form_, c);
        const std::size_t place = formulas.add(on, word, w);
        if (w.givesValue()) answers[on]["worked"] = place + 1;
        if (w.prop == Prop::valid) answers[on]["valid"].push_back(place);
        if (w.gathers()) {
            const bool by = !w.names.empty() && !w.names.front().second.fields.empty();
            gathered_[place] = by ? w.names.front().second.fields.front() : noControl;
        }
        if (w.prop == Prop::visible || w.prop == Prop::enabled) plains_[place] = c.yes(w.prop);
        if (w.prop == Prop::text || w.prop == Prop::prompt || w.prop == Prop::unit) plains_[place] = c.text(w.prop);
    }
}

Json FormData::stepsOf(const std::vector<Step>& steps, Id from) {
    Json all = Json::array();
    for (const Step& step : steps) {
        if (!carrying_.does(step.does)) continue;
        Json one = {{"does", row(step.does).key}};
        if (row(step.does).onControl) {
            const Control* on = form_.find(step.on);
            if (!on) continue;
            one["key"] = key(step.on);
            if (isFilled(*on)) one["answer"] = answerName(form_, *on);
            if (step.does == Action::clear && !on->is().root) {
                one["answers"] = Json::array();
                const auto index = form_.index();
                for (Id id : index->fields())
                    if (within(form_, id, step.on)) one["answers"].push_back(index->answerName(id));
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

void FormData::addRules() {
    form_.controls.each([&](Id id, const Control& c) {
        Json list = Json::array();
        for (const Rule& rule : c.rules) {
            if (rule.off || !carrying_.asks(rule.when)) continue;
            Json one = {{"when", row(rule.when).key}};
            if (!rule.key.empty()) one["key"] = rule.key;
            if (!rule.condition.empty()) one["condition"] = formulas.add(rule.condition, id);
            one["steps"] = stepsOf(rule.steps, id);
            list.push_back(std::move(one));
        }
        if (!list.empty()) rules[id == rootId ? "form" : key(id)] = {{"n", id}, {"list", std::move(list)}};
    });
}

Words FormData::features() const {
    Words all;
    for (const string& name : answers.order()) {
        const Json& a = *answers.find(name);
        const auto& type = a["type"].get_ref<const string&>();
        // Texts are part of every form.
        if (type != "text") all.insert(type);
        if (a.contains("gather")) all.insert("gather");
        if (a.contains("letters")) all.insert("letters");
    }
    const string language = form_.root().text(Prop::language).substr(0, 2);
    if (language == "tr" || language == "az") all.insert("turkic");
    if (language == "el") all.insert("greek");
    if (!rules.order().empty()) all.insert("rules");
    if (!tables.order().empty()) all.insert("rows");
    if (!moved.shown.empty() || !moved.enabled.empty()) all.insert("moves");
    for (const string& one : formulas.functions())
        if (one.find("$.list(") != string::npos) all.insert("lists");
    for (const Json& one : formulas.entries()) {
        if (!one.contains("prop")) continue;
        const auto& prop = one["prop"].get_ref<const string&>();
        if (prop == "required") all.insert("required");
        if (prop == "text" || prop == "prompt" || prop == "unit" || prop.ends_with("Message")) all.insert("texts");
    }
    return all;
}

Words FormData::typesIn(Words features) {
    features.insert("text");
    if (features.contains("picks")) features.insert("choice");  // each of them is one
    return features;
}

Json FormData::taken() {
    Json work = formulas.entries();
    for (const auto& [place, by] : gathered_) {
        work[place]["gathers"] = true;
        work[place]["names"] = Json::object();
        if (by != noControl) work[place]["names"]["by"] = {{"of", {answerName(form_, *form_.find(by))}}};
    }
    for (const auto& [place, plain] : plains_) work[place]["plain"] = plain;
    Json data = {{"name", form_.root().name},
                 {"version", form_.revision},
                 {"answers", answers.taken()},
                 {"says", says},
                 {"work", std::move(work)}};
    for (auto& [key, part] :
         {std::pair("buttons", &buttons), {"rules", &rules}, {"starts", &starts}, {"tables", &tables}})
        if (!part->order().empty()) data[key] = part->taken();
    if (!formulas.lists().empty()) data["lists"] = formulas.lists();
    return data;
}

string FormData::literal(Json data) {
    wholes(data);
    string json = data.dump(-1, ' ', true, Json::error_handler_t::replace);
    for (std::size_t at = 0; (at = json.find('<', at)) != string::npos; at += 6) json.replace(at, 1, "\\u003c");
    return json;
}

string FormData::functions() const {
    string all;
    for (const string& one : formulas.functions()) all += "function(F,$){return " + one + "},\n";
    return all;
}

}  // namespace brindel
