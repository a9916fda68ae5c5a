// A form as the text of its file. Reading one is in form_file.cpp.
#include "core/file/form_file.h"
#include "core/file/json_text.h"
#include "core/file/scheme_file.h"
#include "core/file/whole_file.h"
#include "core/model/looks.h"

namespace brindel {
namespace {

using std::string;

Json valueJson(const Value& value) {
    if (const auto* yes = std::get_if<bool>(&value)) return *yes;
    if (const auto* number = std::get_if<double>(&value)) return *number;
    if (const auto* text = std::get_if<string>(&value)) return *text;
    if (const auto* ref = std::get_if<Reference>(&value)) return idText(ref->id);
    Json list = Json::array();
    for (const Choice& c : std::get<Choices>(value)) {
        if (c.value == c.text)
            list.push_back(c.text);
        else
            list.push_back(Json{{"value", c.value}, {"text", c.text}});
    }
    return list;
}

/// Properties in the order of the table, so that files of different making compare well.
void addProperties(Json& out, const Props& props) {
    for (const PropertyRow& r : allProperties())
        if (const Value* value = props.find(r.prop)) out[string(r.key)] = valueJson(*value);
}

Json stepsJson(const std::vector<Step>& steps) {
    Json list = Json::array();
    for (const Step& step : steps) {
        Json one = {{"does", row(step.does).key}};
        if (step.on != noControl) one["on"] = idText(step.on);
        if (!step.with.empty()) one["with"] = step.with;
        if (!step.yes.empty()) one["yes"] = stepsJson(step.yes);
        if (!step.no.empty()) one["no"] = stepsJson(step.no);
        list.push_back(std::move(one));
    }
    return list;
}

void addKept(Json& out, const string& kept);

/// What is worked out, and the rules.
void addRules(Json& out, const Control& c) {
    if (!c.formulas.empty()) {
        Json& formulas = out["formulas"] = Json::object();
        for (const PropertyRow& r : allProperties())
            if (const string* formula = c.formulas.find(r.prop)) formulas[string(r.key)] = *formula;
    }
    if (c.rules.empty()) return;
    Json& list = out["rules"] = Json::array();
    for (const Rule& rule : c.rules) {
        Json one = {{"when", row(rule.when).key}};
        if (!rule.key.empty()) one["key"] = rule.key;
        if (!rule.condition.empty()) one["if"] = rule.condition;
        one["do"] = stepsJson(rule.steps);
        if (rule.off) one["off"] = true;
        addKept(one, rule.kept);
        list.push_back(std::move(one));
    }
}

void addSilenced(Json& out, const Control& c) {
    for (const Silenced& one : c.silenced) {
        Json what = {{"check", one.check}, {"because", one.because}};
        if (!one.was.empty()) what["was"] = one.was;
        out["silenced"].push_back(std::move(what));
    }
}

Json kitJson(const KitChoice& kit) {
    Json out = {{"targets", kit.targets}};
    if (!kit.sendTo.empty()) out["sendTo"] = kit.sendTo;
    if (!kit.store.empty()) out["store"] = kit.store;
    if (kit.zipped) out["zip"] = true;
    if (!kit.classNames.nameSpace.empty()) out["namespace"] = kit.classNames.nameSpace;
    if (!kit.classNames.className.empty()) out["class"] = kit.classNames.className;
    if (kit.page.keepDraft) out["keepDraft"] = true;
    if (kit.page.steps) out["steps"] = true;
    if (!kit.languages.empty()) out["languages"] = kit.languages;
    addKept(out, kit.kept);
    return out;
}

Json sealJson(const Seal& seal) {
    Json out = {{"hash", seal.hash}, {"salt", seal.salt}};
    if (!seal.mark.empty()) out["mark"] = seal.mark;
    addKept(out, seal.kept);
    return out;
}

void addKept(Json& out, const string& kept) {
    if (kept.empty()) return;
    Json more = Json::parse(kept, nullptr, false);
    if (more.is_object())
        for (const auto& [key, value] : more.items())
            if (!out.contains(key)) out[key] = value;
}

Json controlJson(const Form& form, const Control& c) {
    Json out = Json::object();
    out["id"] = idText(c.id);
    out["kind"] = row(c.kind).key;
    if (!c.name.empty()) out["name"] = c.name;
    if (c.ownName) out["ownName"] = true;
    if (row(c.kind).boxed) out["box"] = Json::array({c.box.left, c.box.top, c.box.width, c.box.height});
    addProperties(out, c.own);
    addRules(out, c);
    addSilenced(out, c);
    addKept(out, c.kept);
    if (!c.children.empty()) {
        Json& list = out[string(row(c.kind).children)] = Json::array();
        for (Id id : c.children)
            if (const Control* child = form.find(id)) list.push_back(controlJson(form, *child));
    }
    return out;
}

Json stylesJson(const Styles& styles) {
    Json list = Json::array();
    for (const Style& s : styles) {
        Json one = {{"style", s.key}, {"word", s.word}};
        addProperties(one, s.look);
        addKept(one, s.kept);
        list.push_back(std::move(one));
    }
    return list;
}

}  // namespace

string formText(const Form& form) {
    const Control& root = form.root();
    Json out = Json::object();
    out["brindel"] = fileVersion;
    out["form"] = row(root.kind).key;
    out["name"] = root.name;
    if (form.revision != 1) out["revision"] = form.revision;
    if (row(root.kind).boxed) out["size"] = Json::array({root.box.width, root.box.height});
    addProperties(out, root.own);
    addRules(out, root);
    addSilenced(out, root);
    out["nextId"] = form.next;
    addKept(out, form.kept);
    if (form.styles && *form.styles != startingStyles(root.kind)) out["styles"] = stylesJson(*form.styles);
    if (form.scheme) out["scheme"] = schemeJson(*form.scheme);
    if (form.kit) out["kit"] = kitJson(*form.kit);
    if (form.translations && !form.translations->empty()) out["translations"] = *form.translations;
    if (form.seal) out["seal"] = sealJson(*form.seal);
    Json list = Json::array();
    for (Id id : root.children)
        if (const Control* c = form.find(id)) list.push_back(controlJson(form, *c));
    out[string(row(root.kind).children)] = std::move(list);
    return jsonText(out);
}

Form nextVersion(Form form, const Form& before) {
    form.revision = before.revision;
    // What a form is handed over as is no part of what is handed over.
    Form content = form;
    content.kit = before.kit;
    if (!sameContent(content, before) && form.revision < mostRevisions) ++form.revision;
    return form;
}

}  // namespace brindel
