#include "core/targets/pdf/pdf_script_data.h"
#include "core/targets/script/shorten.h"

#include <fmt/format.h>

#include <algorithm>

#include "core/answers/required_marks.h"
#include "core/rules/ecmascript.h"
#include "core/session/limits.h"
#include "core/targets/pdf/pdf_carries.h"
#include "core/targets/pdf/pdf_states.h"
#include "core/targets/script/shorten.h"
#include "core/text/phrases.h"

namespace brindel {

using Json = nlohmann::ordered_json;
using std::string;

namespace {

string keyOf(Id id) {
    return fmt::format("c{}", id);
}

}  // namespace

Json PdfScriptData::Named::json() const {
    Json object = Json::object();
    // Each name comes once, so none is looked for.
    auto& rows = object.get_ref<Json::object_t&>();
    for (const string& name : order) rows.emplace_back(name, all.at(name));
    return object;
}

PdfScriptData::PdfScriptData(const PdfBuild& build)
    : build_(build), form_(build.designed), dependence_(dependenceIn(form_)), formulas_(form_) {
    for (const auto& [part, group] : build.parts.groupOf)
        if (isFilled(*build.form.find(part))) partsOf_[group].push_back(part);
    for (std::size_t i = 0; i < build.leaves.size(); ++i)
        walkLeaf(form_, build.leaves[i], build.leaves[i].surface,
                 [&](const Control& c) { pages_.try_emplace(c.id, i); });
    needed_ = !build.options.archive && isNeeded();
    if (!needed_) return;
    moved_ = movedControls(form_);
    addStarts();
    addAnswers();
    addFormulas();
    addRules();
}

bool PdfScriptData::isNeeded() const {
    if (!dependence_->formulas().empty() || form_.root().reference(Prop::startsIn) != noControl) return true;
    bool needed = false;
    form_.controls.each([&](Id, const Control& c) {
        needed = needed || !c.rules.empty() || (c.is().pressed && c.as<ButtonRole>() == ButtonRole::accept);
        if (needed || !isFilled(c)) return;
        const AnswerType type = c.is().answers;
        if (row(type).free)
            needed = c.as<LetterCase>() != LetterCase::asTyped || !c.text(Prop::pattern).empty();
        else
            needed = isTyped(c);
    });
    return needed;
}

/// How those that something shows, hides, enables or disables are when the form opens.
void PdfScriptData::addStarts() {
    for (Id id : moved_.shown)
        if (const Control* c = form_.find(id); c && !startsVisible(*c)) starts_[keyOf(id)]["shown"] = false;
    for (Id id : moved_.enabled)
        if (const Control* c = form_.find(id); c && !startsEnabled(*c)) starts_[keyOf(id)]["enabled"] = false;
}

Json PdfScriptData::keysOf(const std::set<Id>& moved, Id id) const {
    return keysAround(form_, moved, id, [](const Control& c) { return keyOf(c.id); });
}

std::optional<std::size_t> PdfScriptData::pageOf(Id id) const {
    const auto at = pages_.find(id);
    return at == pages_.end() ? std::nullopt : std::optional(at->second);
}

string PdfScriptData::answerFor(Id id) const {
    const Control* c = form_.find(id);
    return c && isFilled(*c) ? answerName(form_, *c) : string();
}

void PdfScriptData::addField(const Control& part, const string& answer) {
    const auto group = build_.parts.groupOf.find(part.id);
    const Id id = group == build_.parts.groupOf.end() ? part.id : group->second;
    Json field = Json::object();
    if (!answer.empty()) field["answer"] = answer;
    if (Json keys = keysOf(moved_.shown, id); !keys.empty()) field["seenBy"] = keys;
    if (Json keys = keysOf(moved_.enabled, id); !keys.empty()) field["usedBy"] = keys;
    if (form_.find(id)->as<Access>() != Access::open || !form_.find(id)->text(Prop::workedOut).empty())
        field["shut"] = true;
    fields_[answerName(build_.form, part)] = field;
}

Json PdfScriptData::answerOf(Id id, const std::vector<Id>& parts) const {
    const Control& c = *form_.find(id);
    const AnswerType type = c.is().answers;
    Json a = {{"type", answerTypeWord(type)}, {"fields", Json::array()}};
    const bool buttons = row(type).ticked || c.is().spreads;
    const bool required = isRequired(form_, c);
    for (Id part : parts) {
        const Control& one = *build_.form.find(part);
        const string name = answerName(build_.form, one);
        if (buttons && one.is().answer().free) {
            a["other"] = name;
            continue;
        }
        if (a["fields"].empty() || a["fields"].back() != name) a["fields"].push_back(name);
        if (!buttons) continue;
        a["states"].push_back(stateOf(build_.form, one));
        if (row(type).shared) a["values"].push_back(valueWhenOn(one));
    }
    if (c.is().spreads) {
        a["values"] = Json::array();
        for (const Choice& choice : c.choices()) a["values"].push_back(choice.value);
    } else if (has(c.kind, Prop::choices)) {
        a["choices"] = Json::array();
        for (const Choice& choice : c.choices()) a["choices"].push_back({choice.value, choice.text});
        if (c.yes(Prop::otherAnswers) || choicesFollowAnswers(form_, id)) a["others"] = true;
    }
    if (has(c.kind, Prop::many) && takesSeveral(c)) a["several"] = true;
    if (const auto page = pageOf(id); page && build_.leaves.size() > 1) a["page"] = *page;
    if (required && answerTypeWord(type) != "none") a["required"] = true;
    if (isShutForAll(form_, moved_, c)) a["shut"] = true;
    if (Json keys = keysOf(moved_.shown, id); !keys.empty()) a["seenBy"] = keys;
    if (Json keys = keysOf(moved_.enabled, id); !keys.empty()) a["usedBy"] = keys;

    addLimits(a, form_, c);
    return a;
}

void PdfScriptData::addAnswers() {
    const auto index = form_.index();
    for (Id id : index->fields()) {
        const Control& c = *form_.find(id);
        const string name = answerName(form_, c);
        std::vector<Id> parts = radioGroupOf(form_, c);
        if (const auto at = partsOf_.find(id); at != partsOf_.end()) parts = at->second;
        answers_[name] = answerOf(id, parts);
        for (Id part : parts) addField(*build_.form.find(part), name);
    }
    for (Id id : allIds(form_))
        if (const Control& c = *form_.find(id); c.is().pressed) {
            const string name = answerName(build_.form, c);
            addField(c, "");
            buttons_[name] = {{"role", c.text(Prop::buttonRole)}};
        }
}

void PdfScriptData::addFormulas() {
    for (const Worked& worked : dependence_->formulas()) {
        const std::string_view prop = worked.gathers() ? "" : workedOutInPdf(worked.prop);
        const Control& c = *form_.find(worked.on);
        const bool shows = worked.prop == Prop::visible || worked.prop == Prop::enabled;
        if (prop.empty() || (!shows && !isFilled(c))) continue;
        const string on = shows ? keyOf(worked.on) : answerName(form_, c);
        const std::size_t place = formulas_.add(on, prop, worked);
        if (worked.givesValue()) {
            Json& answer = answers_[on];
            answer["worked"] = place + 1;
            // Viewers work out what is typed or chosen (table 220); the rest is filled after that.
            if (isTyped(c))
                order_.push_back(answer["fields"][0].get<string>());
            else
                filled_.push_back(on);
        }
        if (worked.prop == Prop::valid) answers_[on]["valid"].push_back(place);
    }
    if (!order_.empty()) answers_[fields_[order_.back()]["answer"].get<string>()]["last"] = true;
}

Json PdfScriptData::stepsOf(const std::vector<Step>& steps, Id from) {
    Json all = Json::array();
    for (const Step& step : steps) {
        if (!isDoneInPdf(step.does)) continue;
        Json one = {{"does", row(step.does).key}};
        if (row(step.does).onControl) {
            const Control* on = form_.find(step.on);
            if (!on) continue;
            one["key"] = keyOf(step.on);
            if (const string answer = answerFor(step.on); !answer.empty()) one["answer"] = answer;
            if (const auto page = pageOf(step.on)) one["page"] = *page;
            if (step.does == Action::clear && !on->is().root) {
                one["fields"] = Json::array();
                for (const string& name : fields_.order)
                    if (const Json& field = *fields_.find(name); field.contains("answer"))
                        if (const Id id = form_.index()->answering(field["answer"].get<string>());
                            within(form_, id, step.on))
                            one["fields"].push_back(name);
            }
        }
        if (row(step.does).with) one["with"] = formulas_.add(step.with, from);
        if (step.does == Action::ask) {
            one["yes"] = stepsOf(step.yes, from);
            one["no"] = stepsOf(step.no, from);
        }
        all.push_back(std::move(one));
    }
    return all;
}

void PdfScriptData::addRules() {
    form_.controls.each([&](Id id, const Control& c) {
        for (const Rule& rule : c.rules) {
            if (rule.off || !isAskedInPdf(rule.when)) continue;
            const string key = row(rule.when).ofForm ? "form"
                               : c.is().pressed      ? answerName(build_.form, c)
                                                     : answerFor(id);
            if (key.empty()) continue;
            Json one = {{"when", row(rule.when).key}};
            if (!rule.condition.empty()) one["condition"] = formulas_.add(rule.condition, id);
            one["steps"] = stepsOf(rule.steps, id);
            rules_[key].push_back(std::move(one));
        }
    });
}

const string* PdfScriptData::answerOfField(const string& field) const {
    const Json* known = fields_.find(field);
    return known && known->contains("answer") ? known->at("answer").get_ptr<const string*>() : nullptr;
}

bool PdfScriptData::isWorkedOut(const string& answer) const {
    const Json* a = answers_.find(answer);
    return a && a->contains("worked");
}

bool PdfScriptData::isJudged(const string& answer) const {
    const Json* a = answers_.find(answer);
    if (!a) return false;
    const Id id = form_.index()->answering(answer);
    const AnswerRow& is = form_.find(id)->is().answer();
    if (is.free) return a->contains("letters") || a->contains("matches");
    return is.typed && !(is.listed && a->contains("others"));
}

bool PdfScriptData::setsOff(const string& answer) const {
    return !dependence_->dependents(form_.index()->answering(answer)).empty() || rules_.find(answer);
}

bool PdfScriptData::hasRules(const string& of, std::string_view event) const {
    const Json* rules = rules_.find(of);
    return rules && (event.empty() || std::ranges::any_of(*rules, [&](const Json& rule) {
                         return rule.at("when").get_ref<const string&>() == event;
                     }));
}

string PdfScriptData::startsIn() const {
    const Json* answer = answers_.find(answerFor(form_.root().reference(Prop::startsIn)));
    return answer && !answer->at("fields").empty() ? answer->at("fields")[0].get<string>() : string();
}

string PdfScriptData::script(const string& sendTo) const {
    const string language = form_.root().text(Prop::language);
    Json words = rangeWordsForScript(language);
    words["ready"] = phrase(Phrase::readyToSend, language);
    Json data = {{"fields", fields_.json()}, {"answers", answers_.json()},
                 {"order", answers_.order},  {"buttons", buttons_.json()},
                 {"rules", rules_.json()},   {"work", formulas_.entries()},
                 {"filled", filled_},        {"starts", starts_},
                 {"sendTo", sendTo},         {"words", words}};
    if (!formulas_.lists().empty()) data["lists"] = formulas_.lists();
    string formulas;
    for (const string& one : formulas_.functions()) formulas += "function(F, $) { return " + one + "; },\n";
    // What all forms have, and of the formulas' functions those that this one calls.
    const string common = string(fillingRuntime()) + string(pdfRuntime());
    static const string rest = asciiOf(packed(common));
    string script = "/* SPDX-License-Identifier: 0BSD */\n" +
                    asciiOf(packed(withoutUnused(ecmascriptRuntime(), {"f", "op"}, calledIn(formulas + common),
                                                 common + formulas))) +
                    rest;
    script += "var brindel = (function(doc) {\n" + aroundOnTheDay(language) +
              "return brindelForm(doc, brindelFormulas(around), around, " +
              data.dump(-1, ' ', true, Json::error_handler_t::replace) + ", [\n";
    script += formulas + "]);\n})(this);\nbrindel.opened();\n";
    return script;
}

}  // namespace brindel
