#include "core/targets/pdf/pdf_script_data.h"

#include <fmt/format.h>

#include <algorithm>

#include "core/rules/ecmascript.h"
#include "core/session/limits.h"
#include "core/targets/pdf/pdf_carries.h"
#include "core/targets/pdf/pdf_states.h"
#include "core/text/phrases.h"

namespace brindel {

using Json = nlohmann::ordered_json;
using std::string;

namespace {

string keyOf(Id id) {
    return fmt::format("c{}", id);
}

/// The runtime's words for what is answered; pictures and signatures, which scripts cannot see, have none.
std::string_view typeWord(AnswerType type) {
    static constexpr std::pair<AnswerType, std::string_view> words[] = {
        {AnswerType::text, "text"}, {AnswerType::number, "number"},    {AnswerType::date, "date"},
        {AnswerType::time, "time"}, {AnswerType::choice, "choice"},    {AnswerType::picks, "picks"},
        {AnswerType::tick, "tick"}, {AnswerType::question, "question"}};
    const auto at = std::ranges::find(words, type, [](const auto& row) { return row.first; });
    return at == std::end(words) ? "none" : at->second;
}

/// A script without its comments and indents.
string packed(std::string_view script) {
    string out;
    while (!script.empty()) {
        std::string_view line = script.substr(0, script.find('\n'));
        script.remove_prefix(std::min(script.size(), line.size() + 1));
        line.remove_prefix(std::min(line.size(), line.find_first_not_of(' ')));
        if (!line.empty() && !line.starts_with("//")) out.append(line) += '\n';
    }
    return out;
}

/// A script in ASCII alone: every other letter stands in a text or a pattern, where it can be written by its number.
string asciiOf(std::string_view script) {
    string out;
    for (char16_t unit : utf16(lettersOf(script)))
        if (unit < 0x80)
            out += char(unit);
        else
            out += fmt::format("\\u{:04x}", unsigned(unit));
    return out;
}

}  // namespace

bool isTyped(const Control& c) {
    const AnswerType type = c.is().answers;
    return type == AnswerType::text || type == AnswerType::number || type == AnswerType::date ||
           type == AnswerType::time || type == AnswerType::choice;
}

Json PdfScriptData::Named::json() const {
    Json object = Json::object();
    // Each name comes once, so none is looked for.
    auto& rows = object.get_ref<Json::object_t&>();
    for (const string& name : order) rows.emplace_back(name, all.at(name));
    return object;
}

PdfScriptData::PdfScriptData(const PdfBuild& build)
    : build_(build), form_(build.designed), dependence_(dependenceIn(form_)) {
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
        if (type == AnswerType::text)
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

/// The keys of a control and of what it lies in, as far as they are shown or enabled by something.
Json PdfScriptData::keysOf(const std::set<Id>& moved, Id id) const {
    Json keys = Json::array();
    for (const Control* c = form_.find(id); c; c = form_.find(c->parent))
        if (moved.contains(c->id)) keys.push_back(keyOf(c->id));
    return keys;
}

/// True for what no filler can change, whatever happens.
bool PdfScriptData::isShut(const Control& c) const {
    if (c.as<Access>() != Access::open) return true;
    for (const Control* at = &c; at; at = form_.find(at->parent))
        if ((!startsVisible(*at) && !moved_.shown.contains(at->id)) ||
            (!startsEnabled(*at) && !moved_.enabled.contains(at->id)))
            return true;
    return false;
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
    Json a = {{"type", typeWord(type)}, {"fields", Json::array()}};
    const bool buttons = type == AnswerType::tick || type == AnswerType::question || c.is().spreads;
    const bool required =
        std::ranges::any_of(questionOf(form_, c), [&](Id one) { return form_.find(one)->yes(Prop::required); });
    for (Id part : parts) {
        const Control& one = *build_.form.find(part);
        const string name = answerName(build_.form, one);
        if (buttons && one.is().answers == AnswerType::text) {
            a["other"] = name;
            continue;
        }
        if (a["fields"].empty() || a["fields"].back() != name) a["fields"].push_back(name);
        if (!buttons) continue;
        a["states"].push_back(stateOf(build_.form, one));
        if (type == AnswerType::question) a["values"].push_back(valueWhenOn(one));
    }
    if (c.is().spreads) {
        a["values"] = Json::array();
        for (const Choice& choice : c.choices()) a["values"].push_back(choice.value);
    } else if (has(c.kind, Prop::choices)) {
        a["choices"] = Json::array();
        for (const Choice& choice : c.choices()) a["choices"].push_back({choice.value, choice.text});
        if (c.yes(Prop::otherAnswers) || choicesFollowAnswers(form_, id)) a["others"] = true;
    }
    if (type == AnswerType::picks && takesSeveral(c)) a["several"] = true;
    if (const auto page = pageOf(id); page && build_.leaves.size() > 1) a["page"] = *page;
    if (required && typeWord(type) != "none") a["required"] = true;
    if (isShut(c)) a["shut"] = true;
    if (Json keys = keysOf(moved_.shown, id); !keys.empty()) a["seenBy"] = keys;
    if (Json keys = keysOf(moved_.enabled, id); !keys.empty()) a["usedBy"] = keys;

    auto number = [&](Prop prop, const char* key) {
        if (has(c.kind, prop))
            if (const auto n = c.maybeNumber(prop); n && (*n != 0 || prop == Prop::least || prop == Prop::most))
                a[key] = *n;
    };
    auto words = [&](Prop prop, const char* key) {
        if (has(c.kind, prop) && !c.text(prop).empty()) a[key] = c.text(prop);
    };
    switch (type) {
        case AnswerType::text:
            if (c.as<LetterCase>() != LetterCase::asTyped) a["letters"] = c.text(Prop::letters);
            if (isEcmascriptPattern(c.text(Prop::pattern))) words(Prop::pattern, "matches");
            number(Prop::maxLength, "maxLength");
            break;
        case AnswerType::number:
            number(Prop::least, "least");
            number(Prop::most, "most");
            a["decimals"] = int(c.number(Prop::decimals));
            if (c.yes(Prop::thousands)) a["thousands"] = true;
            words(Prop::unit, "unitSaid");
            // On paper the unit is part of the page; on the screen it follows the number.
            if (form_.isDialog()) words(Prop::unit, "unitShown");
            break;
        case AnswerType::date:
            a["pattern"] = c.text(Prop::datePattern);
            words(Prop::earliest, "earliest");
            words(Prop::latest, "latest");
            if (startsToday(c)) a["today"] = c.text(Prop::defaultText);
            break;
        case AnswerType::time:
            a["pattern"] = c.text(Prop::timePattern);
            words(Prop::earliestTime, "earliestTime");
            words(Prop::latestTime, "latestTime");
            break;
        case AnswerType::picks:
            number(Prop::atLeast, "atLeast");
            number(Prop::atMost, "atMost");
            break;
        default:
            break;
    }
    const bool mayBeRequired = required || std::ranges::any_of(questionOf(form_, c), [&](Id one) {
                                   return form_.find(one)->formulas.find(Prop::required) != nullptr;
                               });
    const bool valid = has(c.kind, Prop::valid) && !c.text(Prop::valid).empty();
    const bool plain = type == AnswerType::text || type == AnswerType::tick || type == AnswerType::question ||
                       typeWord(type) == "none";
    if (plain && !mayBeRequired && !valid && !a.contains("matches")) return a;
    const LimitSentences all = limitSentences({form_, c});
    const std::string none;
    Json says = Json::object();
    for (const auto& [key, sentence] :
         {std::pair("missing", mayBeRequired ? &all.missing : &none), std::pair("valid", valid ? &all.notRight : &none),
          std::pair("unread", &all.unread), std::pair("little", &all.little), std::pair("much", &all.much),
          std::pair("decimals", &all.decimals), std::pair("early", &all.early), std::pair("late", &all.late),
          std::pair("pattern", a.contains("matches") ? &all.pattern : &none), std::pair("few", &all.few),
          std::pair("other", &all.other)})
        if (!sentence->empty()) says[key] = *sentence;
    if (!all.many.empty()) says["many"] = all.many;
    if (!says.empty()) a["says"] = std::move(says);
    return a;
}

void PdfScriptData::addAnswers() {
    const auto index = form_.index();
    for (Id id : index->fields()) {
        const Control& c = *form_.find(id);
        const string name = answerName(form_, c);
        std::vector<Id> parts = questionOf(form_, c);
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

/// A formula for the runtime; gives its place.
std::size_t PdfScriptData::addWork(const string& on, std::string_view prop, const NodePtr& tree,
                                   const std::vector<std::pair<string, Meaning>>& names, bool inCircle) {
    Json entry = Json::object();
    if (!on.empty()) entry["on"] = on;
    if (!prop.empty()) entry["prop"] = prop;
    Json& meanings = entry["names"] = Json::object();
    for (const auto& [name, meaning] : names) {
        if (!meaning.known) continue;
        Json of = Json::array();
        for (Id id : meaning.fields) of.push_back(answerFor(id));
        Json& one = meanings[name] = {{"of", of}};
        if (meaning.column) one["column"] = true;
    }
    work_.push_back(std::move(entry));
    functions_.push_back(inCircle ? "F.wrong.circle" : tree ? ecmascriptOf(*tree) : "F.wrong.name");
    return work_.size() - 1;
}

std::size_t PdfScriptData::addFormula(const string& formula, Id from) {
    const auto tree = readFormula(formula);
    std::vector<std::pair<string, Meaning>> names;
    if (tree)
        for (string& name : namesOf(**tree)) {
            Meaning meaning = meaningOf(form_, name, from);
            names.emplace_back(std::move(name), std::move(meaning));
        }
    return addWork("", "", tree ? *tree : nullptr, names, false);
}

void PdfScriptData::addFormulas() {
    for (const Worked& worked : dependence_->formulas()) {
        const std::string_view prop = worked.gathers() ? "" : workedOutInPdf(worked.prop);
        const Control& c = *form_.find(worked.on);
        const bool shows = worked.prop == Prop::visible || worked.prop == Prop::enabled;
        if (prop.empty() || (!shows && !isFilled(c))) continue;
        const string on = shows ? keyOf(worked.on) : answerName(form_, c);
        const std::size_t place = addWork(on, prop, worked.tree, worked.names, worked.inCircle);
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
            if (step.does == Does::clear && !on->is().root) {
                one["fields"] = Json::array();
                for (const string& name : fields_.order)
                    if (const Json& field = *fields_.find(name); field.contains("answer"))
                        if (const Id id = form_.index()->answering(field["answer"].get<string>());
                            within(form_, id, step.on))
                            one["fields"].push_back(name);
            }
        }
        if (row(step.does).with) one["with"] = addFormula(step.with, from);
        if (step.does == Does::ask) {
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
            if (!rule.condition.empty()) one["condition"] = addFormula(rule.condition, id);
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
    switch (form_.find(id)->is().answers) {
        case AnswerType::number:
        case AnswerType::date:
        case AnswerType::time:
            return true;
        case AnswerType::text:
            return a->contains("letters") || a->contains("matches");
        case AnswerType::choice:
            return !a->contains("others");
        default:
            return false;
    }
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
    const RangeWords range = rangeWords(language);
    Json data = {{"fields", fields_.json()},
                 {"answers", answers_.json()},
                 {"order", answers_.order},
                 {"buttons", buttons_.json()},
                 {"rules", rules_.json()},
                 {"work", work_},
                 {"filled", filled_},
                 {"starts", starts_},
                 {"sendTo", sendTo},
                 {"words",
                  {{"fromTo", range.fromTo},
                   {"orMore", range.orMore},
                   {"atMost", range.atMost},
                   {"ready", phrase(Phrase::readyToSend, language)}}}};
    static const string runtimes = asciiOf(packed(ecmascriptRuntime()) + packed(pdfRuntime()));
    string script = runtimes;
    script +=
        "var brindel = (function(doc) {\nvar day = new Date(), around = " + asciiOf(ecmascriptAround(language, 0, 0)) +
        ";\naround.today = Math.round((Date.UTC(day.getFullYear(), day.getMonth(), day.getDate()) - "
        "Date.UTC(1899, 11, 30)) / 86400000);\naround.minutes = day.getHours() * 60 + day.getMinutes();\nreturn "
        "brindelForm(doc, brindelFormulas(around), around, " +
        data.dump(-1, ' ', true, Json::error_handler_t::replace) + ", [\n";
    for (const string& one : functions_) script += "function(F, $) { return " + one + "; },\n";
    script += "]);\n})(this);\nbrindel.opened();\n";
    return script;
}

}  // namespace brindel
