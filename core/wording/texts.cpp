#include "core/wording/texts.h"

#include <fmt/format.h>

#include <algorithm>
#include <set>

#include "core/edit/edits.h"
#include "core/wording/worded.h"

namespace brindel {

using std::string;

namespace {

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

std::vector<FormText> textsOf(const Form& form, const string& language) {
    const LanguageTexts* known = textsIn(form, language);
    std::vector<FormText> all;
    walk(form, rootId, [&](const Control& c, int) {
        eachWorded(c, [&](Prop prop, const std::vector<string>& texts) {
            std::set<string> said;
            const string place = placeOf(c, prop);
            for (const string& text : texts)
                if (said.insert(text).second)
                    all.push_back({place, text, targetOf(known, place, text),
                                   fmt::format("{} of {} {}", row(prop).word, c.is().word, calledBy(form, c))});
        });
    });
    return all;
}

std::vector<string> languagesOf(const Form& form) {
    std::vector<string> all;
    // A form that was turned into one of its languages may still have what it read there before.
    if (form.translations)
        for (const auto& [language, texts] : *form.translations)
            if (language != form.root().text(Prop::language)) all.push_back(language);
    return all;
}

Control controlIn(const Control& control, const LanguageTexts& texts) {
    Control now = control;
    eachWorded(control, [&](Prop prop, const std::vector<string>&) {
        const string place = placeOf(control, prop);
        if (!texts.contains(place)) return;
        // What a button or a tick answers with stays what it was.
        if (prop == Prop::text && has(control.kind, Prop::value)) now.set(Prop::value, valueWhenOn(control));
        const Value& value = control.get(prop);
        if (const auto* text = std::get_if<string>(&value)) {
            if (const string target = targetOf(&texts, place, *text); !target.empty()) now.set(prop, target);
            return;
        }
        Choices choices = std::get<Choices>(value);
        for (Choice& choice : choices)
            if (const string target = targetOf(&texts, place, choice.text); !target.empty()) choice.text = target;
        now.set(prop, choices);
    });
    return now;
}

Result<Form> formIn(const Form& form, const string& language) {
    if (language == form.root().text(Prop::language)) return form;
    const LanguageTexts* known = textsIn(form, language);
    if (!known)
        return failure(
            language,
            said("The form has no wording in this language. Export its texts, have them translated, and import them."));
    Form next = form;
    for (Id id : allIds(form)) {
        const Control& c = *form.find(id);
        bool worded = false;
        eachWorded(
            c, [&](Prop prop, const std::vector<string>&) { worded = worded || known->contains(placeOf(c, prop)); });
        if (worded) next.controls.put(id, std::make_shared<Control>(controlIn(c, *known)));
    }
    next.controls.put(rootId, std::make_shared<Control>(controlIn(form.root(), *known)));
    return withProperty(next, {rootId}, Prop::language, language);
}

std::optional<Problem> textsMisfit(const Form& form, const string& language, const std::vector<FormText>& texts) {
    if (!isLanguage(language))
        return Problem{language, said("This is not a language code: German is de, Brazilian Portuguese is pt-BR.")};
    if (language == form.root().text(Prop::language))
        return Problem{language, said("This is the language that the form is designed in.")};
    if (!textsIn(form, language) && form.translations && form.translations->size() >= mostLanguages)
        return Problem{language, said("A form has no more than {} languages.", mostLanguages)};
    const auto long_ =
        std::ranges::find_if(texts, [](const FormText& one) { return one.target.size() > longestTranslation; });
    if (long_ != texts.end())
        return Problem{long_->place, said("This translation is too long: {} bytes at most.", longestTranslation)};
    return std::nullopt;
}

TextsTaken withTexts(const Form& form, const string& language, const std::vector<FormText>& texts) {
    std::set<std::pair<string, string>> mine;
    for (const FormText& one : textsOf(form, language)) mine.emplace(one.place, one.source);
    TextsTaken taken{form, {}, {}};
    const LanguageTexts* known = textsIn(form, language);
    LanguageTexts next = known ? *known : LanguageTexts();
    std::map<std::pair<string, string>, string> given;
    for (const FormText& one : texts) {
        if (!mine.contains({one.place, one.source})) {
            taken.foreign.push_back(one);
        } else if (!one.target.empty()) {
            const auto [before, first] = given.try_emplace({one.place, one.source}, one.target);
            if (!first && before->second != one.target) taken.twice.push_back(one);
            before->second = next[one.place][one.source] = one.target;
        }
    }
    Translations all = form.translations ? *form.translations : Translations();
    all[language] = std::move(next);
    taken.form.translations = std::make_shared<const Translations>(std::move(all));
    return taken;
}

Form withLanguage(const Form& form, const string& language) {
    Translations all = form.translations ? *form.translations : Translations();
    all[language];
    Form next = form;
    next.translations = std::make_shared<const Translations>(std::move(all));
    return next;
}

Form withoutLanguage(const Form& form, const string& language) {
    if (!form.translations || !form.translations->contains(language)) return form;
    Translations all = *form.translations;
    all.erase(language);
    Form next = form;
    next.translations = all.empty() ? nullptr : std::make_shared<const Translations>(std::move(all));
    return next;
}

Form withText(const Form& form, const string& language, const FormText& text) {
    Translations all = form.translations ? *form.translations : Translations();
    LanguageTexts& texts = all[language];
    if (!text.target.empty()) {
        texts[text.place][text.source] = text.target;
    } else if (const auto at = texts.find(text.place); at != texts.end()) {
        at->second.erase(text.source);
        if (at->second.empty()) texts.erase(at);
    }
    Form next = form;
    next.translations = std::make_shared<const Translations>(std::move(all));
    return next;
}

}  // namespace brindel
