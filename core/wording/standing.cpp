#include "core/wording/standing.h"

#include <set>

#include "core/wording/worded.h"

namespace brindel {

using std::string;

namespace {

/// Whose text stands at a place; noControl for a place that nobody knows.
Id controlOf(const string& place) {
    return idFrom(place.substr(0, place.find('.'))).value_or(noControl);
}

/// What is said in every language, changed: `change(texts as designed, texts known)`.
template <class Change>
Form translationsChanged(const Form& form, const std::vector<Id>& ids, Change change) {
    if (!form.translations) return form;
    Translations all = *form.translations;
    for (auto& language : all)
        for (Id id : ids)
            if (const Control* c = form.find(id))
                eachWorded(*c, [&](Prop prop, const std::vector<string>& worded) {
                    LanguageTexts& texts = language.second;
                    const string place = placeOf(*c, prop);
                    auto& known = texts[place];
                    change(worded, known);
                    if (known.empty()) texts.erase(place);
                });
    Form next = form;
    next.translations = std::make_shared<const Translations>(std::move(all));
    return next;
}
using Said = std::map<string, string>;
/// A field may have thousands of choices.
std::set<std::string_view> asSet(const std::vector<string>& worded) {
    return {worded.begin(), worded.end()};
}
void forget(const std::vector<string>& worded, Said& known) {
    const auto now = asSet(worded);
    std::erase_if(known, [&](const auto& one) { return !now.contains(one.first); });
}

}  // namespace

WordingStanding wordingStanding(const Control& control, const LanguageTexts& texts) {
    WordingStanding stands;
    eachWorded(control, [&](Prop prop, const std::vector<string>& worded) {
        const auto known = texts.find(placeOf(control, prop));
        const bool missing = std::ranges::any_of(worded, [&](const string& text) {
            return hasLetters(text) && (known == texts.end() || !known->second.contains(text));
        });
        const auto now = asSet(worded);
        const bool before = known != texts.end() && std::ranges::any_of(known->second, [&](const auto& one) {
                                return !now.contains(one.first);
                            });
        if (missing || before) (before ? stands.reworded : stands.missing).push_back(prop);
    });
    return stands;
}

std::size_t strayTexts(const Form& form, const LanguageTexts& texts) {
    std::size_t count = 0;
    for (const auto& [place, said] : texts) {
        const Control* c = form.find(controlOf(place));
        const auto prop = propFrom(place.substr(std::min(place.find('.') + 1, place.size())));
        if (!c || !prop || !isWording(*prop) || !has(c->kind, *prop) || wordedIn(*c, *prop).empty())
            count += said.size();
    }
    return count;
}

Form translationsKept(const Form& form, const std::vector<Id>& ids) {
    return translationsChanged(form, ids, [](const std::vector<string>& worded, Said& known) {
        // Of several choices that were reworded nobody can tell which is which.
        std::set<string> before, fresh;
        const auto now = asSet(worded);
        for (const auto& [source, target] : known)
            if (!now.contains(source) && hasLetters(source)) before.insert(target);
        for (const string& text : worded)
            if (hasLetters(text) && !known.contains(text)) fresh.insert(text);
        if (before.size() != 1 || fresh.size() != 1) return;
        known[*fresh.begin()] = *before.begin();
        forget(worded, known);
    });
}

Form translationsForgotten(const Form& form, const std::vector<Id>& ids) {
    Form next = translationsChanged(form, ids, forget);
    if (!form.translations || std::ranges::find(ids, rootId) == ids.end()) return next;
    Translations all = *next.translations;
    for (auto& [language, texts] : all)
        std::erase_if(texts, [&](const auto& one) { return strayTexts(form, {one}) > 0; });
    next.translations = std::make_shared<const Translations>(std::move(all));
    return next;
}

Form readingTheSame(const Form& form, const std::vector<Id>& ids) {
    return translationsChanged(form, ids, [](const std::vector<string>& worded, Said& known) {
        for (const string& text : worded)
            if (hasLetters(text)) known.try_emplace(text, text);
    });
}

}  // namespace brindel
