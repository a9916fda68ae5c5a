// Silence: findings that a designer has looked at and leaves as they are.
#include <fmt/format.h>
#include <sodium.h>

#include <algorithm>
#include <map>

#include "core/check/silence.h"
#include "core/file/form_file.h"
#include "core/text/encodings.h"

namespace brindel {
namespace {

using std::string;

/// What the findings of a family speak of: groups of properties, and what is no property.
struct About {
    CheckFamily family;
    std::initializer_list<Group> groups;
    bool name = false, box = false, acts = false;
};
const About& aboutOf(CheckFamily family) {
    using G = Group;
    static const About all[] = {
        {CheckFamily::names, {G::identity}, true},
        {CheckFamily::wording, {G::identity, G::look}, false, true},
        {CheckFamily::layout, {}, false, true},
        {CheckFamily::order, {G::action}, false, true},
        {CheckFamily::entries, {G::entry, G::choices, G::table}, false, false, true},
        {CheckFamily::rules, {G::entry, G::action, G::protection}, false, false, true},
        {CheckFamily::protection, {G::protection}, false, false, true},
        {CheckFamily::looks, {G::look}},
        {CheckFamily::targets, {G::entry, G::action, G::table}, false, false, true},
    };
    return all[std::size_t(family)];
}

void tell(string& all, const Value& value) {
    if (const auto* text = std::get_if<string>(&value)) all += *text;
    if (const auto* number = std::get_if<double>(&value)) all += std::to_string(*number);
    if (const auto* yes = std::get_if<bool>(&value)) all += *yes ? 'y' : 'n';
    if (const auto* to = std::get_if<Reference>(&value)) all += std::to_string(to->id);
    if (const auto* choices = std::get_if<Choices>(&value))
        for (const Choice& one : *choices) all += one.value + '\1' + one.text + '\1';
    all += '\2';
}

}  // namespace

string markOf(const Form& form, const Finding& finding) {
    const About& about = aboutOf(finding.check->family);
    // What the sentence speaks of, not how it says it: that may be said better one day.
    string all;
    for (const SentencePart& part : finding.sentence.parts) all += part.text + '\1';
    for (Id id : finding.controls) {
        const Control* c = form.find(id);
        if (!c) continue;
        all += '\3' + string(c->is().key);
        if (about.name) all += c->name;
        if (about.box) all += fmt::format("{} {} {} {}", c->box.left, c->box.top, c->box.width, c->box.height);
        // By their keys, which stay the same in later versions.
        std::map<std::string_view, const Value*> own;
        for (const auto& [prop, value] : c->own)
            if (std::ranges::find(about.groups, row(prop).group) != about.groups.end()) own[row(prop).key] = &value;
        for (const auto& [key, value] : own) tell(all += key, *value);
        if (!about.acts) continue;
        std::map<std::string_view, string> formulas;
        for (const auto& [prop, formula] : c->formulas) formulas[row(prop).key] = formula;
        for (const auto& [key, formula] : formulas) all += string(key) + formula + '\2';
        for (const Rule& rule : c->rules) {
            all += rule.condition + (rule.off ? '\4' : '\5');
            auto step = [&](const Step& one) { all += string(row(one.does).key) + one.with; };
            eachStep(rule.steps, step);
        }
    }
    string hash(crypto_generichash_BYTES_MIN, '\0');
    crypto_generichash(reinterpret_cast<unsigned char*>(hash.data()), hash.size(),
                       reinterpret_cast<const unsigned char*>(all.data()), all.size(), nullptr, 0);
    return hexText(hash).substr(0, 16);
}

std::optional<string> silenceOf(const Form& form, const Finding& finding) {
    for (const Silenced& one : form.root().silenced)
        if (one.was.empty() && one.check == finding.check->key) return one.because;
    const Control* c = finding.controls.empty() ? nullptr : form.find(finding.controls.front());
    if (!c || c->silenced.empty()) return std::nullopt;
    string mark;
    for (const Silenced& one : c->silenced) {
        if (one.check != finding.check->key || one.was.empty()) continue;
        if (mark.empty()) mark = markOf(form, finding);
        if (one.was == mark) return one.because;
    }
    return std::nullopt;
}

Form silenced(const Form& form, const Finding& finding, const string& because, bool everywhere) {
    const Id id = everywhere || finding.controls.empty() ? rootId : finding.controls.front();
    Form next = unsilenced(form, finding);
    return changed(std::move(next), id, [&](Control& c) {
        if (c.silenced.size() < mostSilenced)
            c.silenced.push_back({string(finding.check->key), because, everywhere ? string() : markOf(form, finding)});
    });
}

Form unsilenced(const Form& form, const Finding& finding) {
    const string mark = markOf(form, finding);
    Form next = form;
    for (const Id id : {rootId, finding.controls.empty() ? rootId : finding.controls.front()}) {
        const Control* c = next.find(id);
        auto speaksOfIt = [&](const Silenced& one) {
            return one.check == finding.check->key && (one.was.empty() ? id == rootId : one.was == mark);
        };
        if (c && std::ranges::any_of(c->silenced, speaksOfIt))
            next = changed(std::move(next), id, [&](Control& k) { std::erase_if(k.silenced, speaksOfIt); });
    }
    return next;
}

}  // namespace brindel
