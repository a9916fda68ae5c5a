#include "core/wording/texts.h"

#include <fmt/format.h>

#include <algorithm>
#include <set>

namespace brindel {

using std::string;

namespace {

string placeOf(const Control& c, Prop prop) {
    return idText(c.id) + "." + string(row(prop).key);
}

/// Calls `visit(control, property, texts)` for all that has wording; of choices and columns the texts of each.
template <class Visit>
void eachWorded(const Form& form, Visit visit) {
    auto one = [&](const Control& c) {
        for (Prop prop : c.is().props) {
            if (!isWording(prop)) continue;
            const Value& value = c.get(prop);
            std::vector<string> texts;
            if (const auto* text = std::get_if<string>(&value)) {
                if (!text->empty()) texts.push_back(*text);
            } else if (const auto* choices = std::get_if<Choices>(&value)) {
                for (const Choice& choice : *choices)
                    if (!choice.text.empty()) texts.push_back(choice.text);
            }
            if (!texts.empty()) visit(c, prop, texts);
        }
    };
    one(form.root());
    for (Id id : allIds(form)) one(*form.find(id));
}

const LanguageTexts* textsIn(const Form& form, const string& language) {
    if (!form.translations) return nullptr;
    const auto at = form.translations->find(language);
    return at == form.translations->end() ? nullptr : &at->second;
}

string targetOf(const LanguageTexts* texts, const string& place, const string& source) {
    if (!texts) return {};
    const auto at = texts->find(place);
    if (at == texts->end()) return {};
    const auto text = at->second.find(source);
    return text == at->second.end() ? string() : text->second;
}

}  // namespace

bool isLanguage(const string& word) {
    return !word.empty() && word.size() <= 35 && std::isalpha(static_cast<unsigned char>(word[0])) &&
           std::ranges::all_of(word, [](char c) { return std::isalnum(static_cast<unsigned char>(c)) || c == '-'; });
}

std::vector<FormText> textsOf(const Form& form, const string& language) {
    const LanguageTexts* known = textsIn(form, language);
    std::vector<FormText> all;
    eachWorded(form, [&](const Control& c, Prop prop, const std::vector<string>& texts) {
        std::set<string> said;
        const string place = placeOf(c, prop);
        for (const string& text : texts)
            if (said.insert(text).second)
                all.push_back({place, text, targetOf(known, place, text),
                               fmt::format("{} of {} {}", row(prop).word, c.is().word, calledBy(form, c))});
    });
    return all;
}

std::vector<string> languagesOf(const Form& form) {
    std::vector<string> all;
    if (form.translations)
        for (const auto& [language, texts] : *form.translations) all.push_back(language);
    return all;
}

Result<Form> formIn(const Form& form, const string& language) {
    if (language == form.root().text(Prop::language)) return form;
    const LanguageTexts* known = textsIn(form, language);
    if (!known)
        return failure(language, said("The form has no wording in this language. Write its texts out, have them "
                                      "translated, and take them in."));
    Form next = form;
    std::map<Id, std::shared_ptr<Control>> changed;
    eachWorded(form, [&](const Control& c, Prop prop, const std::vector<string>&) {
        const string place = placeOf(c, prop);
        if (!known->contains(place)) return;
        auto& now = changed[c.id];
        if (!now) now = std::make_shared<Control>(c);
        // What a button or a tick answers with stays what it was.
        if (prop == Prop::text && has(c.kind, Prop::value)) now->set(Prop::value, valueWhenOn(c));
        const Value& value = c.get(prop);
        if (const auto* text = std::get_if<string>(&value)) {
            if (const string target = targetOf(known, place, *text); !target.empty()) now->set(prop, target);
            return;
        }
        Choices choices = std::get<Choices>(value);
        for (Choice& choice : choices)
            if (const string target = targetOf(known, place, choice.text); !target.empty()) choice.text = target;
        now->set(prop, choices);
    });
    auto& root = changed[rootId];
    if (!root) root = std::make_shared<Control>(form.root());
    root->set(Prop::language, language);
    for (auto& [id, control] : changed) next.controls.put(id, std::move(control));
    return next;
}

TextsTaken withTexts(const Form& form, const string& language, const std::vector<FormText>& texts) {
    std::set<std::pair<string, string>> mine;
    for (const FormText& one : textsOf(form, language)) mine.emplace(one.place, one.source);
    TextsTaken taken{form, {}};
    LanguageTexts fresh;
    for (const FormText& one : texts) {
        if (!mine.contains({one.place, one.source}))
            taken.foreign.push_back(one);
        else if (!one.target.empty())
            fresh[one.place][one.source] = one.target;
    }
    Translations all = form.translations ? *form.translations : Translations();
    all[language] = std::move(fresh);
    taken.form.translations = std::make_shared<const Translations>(std::move(all));
    return taken;
}

}  // namespace brindel
