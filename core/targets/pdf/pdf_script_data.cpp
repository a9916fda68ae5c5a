#include "core/targets/pdf/pdf_script_data.h"

#include <fmt/format.h>

#include <algorithm>

#include "core/rules/ecmascript.h"
#include "core/targets/pdf/pdf_carries.h"
#include "core/targets/pdf/pdf_states.h"
#include "core/targets/script/shorten.h"
#include "core/text/phrases.h"

namespace brindel {

using Json = ScriptJson;
using std::string;

PdfScriptData::PdfScriptData(const PdfBuild& build) : build_(build), form_(build.designed) {
    needed_ = !build.options.archive && isNeeded();
    if (!needed_) return;
    for (const auto& [part, group] : build.parts.groupOf)
        if (isFilled(*build.form.find(part))) partsOf_[group].push_back(part);
    data_.emplace(form_, form_,
                  Carrying{[this](const Control& c) { return keyOf(c); }, [](Prop p) { return isWorkedOutInPdf(p); },
                           isDoneInPdf, isAskedInPdf});
    bindAnswers();
    bindButtons();
    // On which leaf each control is seen first.
    if (build.leaves.size() > 1)
        for (std::size_t i = 0; i < build.leaves.size(); ++i)
            walkLeaf(form_, build.leaves[i], build.leaves[i].surface, [&](const Control& c) {
                if (!isFilled(c) && !c.is().turned && !c.is().paper) return;
                if (const string key = keyOf(c); !leaves_.find(key)) leaves_[key] = i;
            });
    for (const Worked& worked : data_->dependence->formulas()) {
        // Viewers work out what is typed or chosen (table 220); all else the script writes.
        const Control& c = *form_.find(worked.on);
        if (worked.givesValue() && isTyped(c))
            order_.push_back((*bound_.find(answerName(form_, c)))["fields"][0].get<string>());
    }
}

bool PdfScriptData::isNeeded() const {
    if (!dependenceIn(form_)->formulas().empty() || form_.root().reference(Prop::startsIn) != noControl) return true;
    bool needed = false;
    form_.controls.each([&](Id, const Control& c) {
        needed = needed || !c.rules.empty() || (c.is().pressed && c.as<ButtonRole>() == ButtonRole::accept);
        if (needed || !isFilled(c)) return;
        if (c.is().answer().free)
            needed = c.as<LetterCase>() != LetterCase::asTyped || !c.text(Prop::pattern).empty();
        else
            needed = isTyped(c) || (c.is().spreads && c.yes(Prop::otherAnswers));
    });
    return needed;
}

/// An answer by its name; what has none, and each of the buttons that share one, by a sign that no name begins with.
string PdfScriptData::keyOf(const Control& c) const {
    return isFilled(c) && !c.is().answer().shared ? answerName(form_, c) : fmt::format("#{}", c.id);
}

void PdfScriptData::addField(const Control& part, const string& answer) {
    const auto group = build_.parts.groupOf.find(part.id);
    const Id id = group == build_.parts.groupOf.end() ? part.id : group->second;
    const Control& c = *form_.find(id);
    Json field = Json::object();
    if (!answer.empty()) field["answer"] = answer;
    if (c.is().pressed) field["button"] = keyOf(c);
    auto keys = [&](const std::set<Id>& moved) {
        return keysAround(form_, moved, id, [&](const Control& one) { return keyOf(one); });
    };
    if (Json all = keys(data_->moved.shown); !all.empty()) field["seenBy"] = std::move(all);
    if (Json all = keys(data_->moved.enabled); !all.empty()) field["usedBy"] = std::move(all);
    if (c.as<Access>() != Access::open || !c.text(Prop::workedOut).empty()) field["shut"] = true;
    fields_[answerName(build_.form, part)] = std::move(field);
}

/// The fields that hold an answer, with the states of those that are ticked.
Json PdfScriptData::boundTo(Id id, const std::vector<Id>& parts) const {
    const Control& c = *form_.find(id);
    Json bound = {{"fields", Json::array()}};
    const bool buttons = c.is().answer().ticked || c.is().spreads;
    for (Id part : parts) {
        const Control& one = *build_.form.find(part);
        const string name = answerName(build_.form, one);
        if (buttons && one.is().answer().free) {
            bound["other"] = name;
            continue;
        }
        if (bound["fields"].empty() || bound["fields"].back() != name) bound["fields"].push_back(name);
        if (buttons) bound["states"].push_back(stateOf(build_.form, one));
    }
    // On paper the unit is part of the page; on the screen it follows the number.
    if (form_.isDialog() && c.is().answer().numeric && !c.text(Prop::unit).empty()) bound["unit"] = c.text(Prop::unit);
    return bound;
}

void PdfScriptData::bindAnswers() {
    const auto index = form_.index();
    for (Id id : index->fields()) {
        const Control& c = *form_.find(id);
        const string& name = index->answerName(id);
        Json& answer = data_->answers[name];
        if (c.is().answer().drawn) {
            // No script sees what is drawn or put in (12.7.5.5), so none asks for it, nor by a formula.
            answer["shut"] = true;
        }
        // What follows an answer cannot be looked up in the choices that the form starts with.
        if (has(c.kind, Prop::choices) && choicesFollowAnswers(form_, id)) answer["others"] = true;
        std::vector<Id> parts = radioGroupOf(form_, c);
        if (const auto at = partsOf_.find(id); at != partsOf_.end()) parts = at->second;
        bound_[name] = boundTo(id, parts);
        for (Id part : parts) addField(*build_.form.find(part), name);
    }
}

void PdfScriptData::bindButtons() {
    form_.controls.each([&](Id, const Control& c) {
        if (c.is().pressed) addField(c, "");
    });
}

const string* PdfScriptData::answerOfField(const string& field) const {
    const Json* known = fields_.find(field);
    return known && known->contains("answer") ? known->at("answer").get_ptr<const string*>() : nullptr;
}

bool PdfScriptData::isWorkedOut(const string& answer) const {
    const Json* a = data_ ? data_->answers.find(answer) : nullptr;
    return a && a->contains("worked");
}

bool PdfScriptData::isJudged(const string& answer) const {
    const Json* a = data_ ? data_->answers.find(answer) : nullptr;
    if (!a) return false;
    const AnswerRow& is = form_.find(form_.index()->answering(answer))->is().answer();
    if (is.free) return a->contains("letters") || a->contains("matches");
    return is.typed && !(is.listed && a->contains("others"));
}

bool PdfScriptData::setsOff(const string& answer) const {
    const auto index = form_.index();
    return !data_->dependence->dependents(index->answering(answer)).empty() || hasRules(answer);
}

bool PdfScriptData::hasRules(const string& answer, std::string_view event) const {
    const auto index = form_.index();
    const Id id = index->answering(answer);
    const auto buttons = index->radioGroupOf(id);
    return buttons.empty() ? hasRules(*form_.find(id), event)
                           : std::ranges::any_of(buttons, [&](Id one) { return hasRules(*form_.find(one), event); });
}

bool PdfScriptData::hasRules(const Control& of, std::string_view event) const {
    const Json* rules = data_ ? data_->rules.find(of.is().root ? "form" : keyOf(of)) : nullptr;
    return rules && (event.empty() || std::ranges::any_of(rules->at("list"), [&](const Json& rule) {
                         return rule.at("when").get_ref<const string&>() == event;
                     }));
}

string PdfScriptData::startsIn() const {
    const Control* c = form_.find(form_.root().reference(Prop::startsIn));
    const Json* bound = c && isFilled(*c) ? bound_.find(answerName(form_, *c)) : nullptr;
    return bound && !bound->at("fields").empty() ? bound->at("fields")[0].get<string>() : string();
}

string PdfScriptData::script(const string& sendTo) const {
    const string language = form_.root().text(Prop::language);
    auto features = data_->features();
    features.insert("fields");
    const string formulas = data_->functions();
    Json data = data_->taken();
    data["words"] = rangeWordsForScript(language);
    data["words"]["ready"] = phrase(Phrase::readyToSend, language);
    Json bound = {{"fields", fields_.taken()},
                  {"answers", bound_.taken()},
                  {"leaves", leaves_.taken()},
                  {"order", order_},
                  {"sendTo", sendTo}};
    // What all forms have, without the parts and functions that this one does without.
    const string start = "return brindelFields(doc, F, I, around, form, bound, work);\n";
    const string fields = withFeatures(pdfRuntime(), features);
    const auto types = FormData::typesIn(features);
    const string session = withoutUnused(withFeatures(sessionScriptLowered(), features), {"types"}, types, fields);
    const string common =
        withoutUnused(withFeatures(fillingRuntime(), features), {"judges"}, types, session + fields) + session + fields;
    const string runtime = withoutUnused(withFeatures(ecmascriptRuntime(), features), {"f", "op"},
                                         calledIn(formulas + common), common + formulas);
    return "/* SPDX-License-Identifier: 0BSD */\nvar brindel = (function(doc, form, bound, work) {\n" +
           asciiOf(packed(runtime + common)) + aroundOnTheDay(language) +
           "var F = brindelFormulas(around), I = brindelFilling(F, around, form.words);\n" + start + "})(this, " +
           FormData::literal(std::move(data)) + ", " + FormData::literal(std::move(bound)) + ", [\n" + formulas +
           "]);\nbrindel.opened();\n";
}

}  // namespace brindel
