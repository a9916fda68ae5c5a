// What a browser may fill in by itself: as the designer says, or guessed from what a field is called.
#include <algorithm>

#include "core/model/form_index.h"
#include "core/model/tokens.h"
#include "core/targets/html/html_writer.h"
#include "core/text/words.h"

namespace brindel::html {

using std::string;

namespace {

/// The token of HTML (4.10.18.7.1) for each choice of the property, in its order; empty where nothing is filled in.
constexpr std::pair<std::string_view, std::string_view> tokens[] = {
    {"nothing", "off"},
    {"name", "name"},
    {"forename", "given-name"},
    {"surname", "family-name"},
    {"firm", "organization"},
    {"address", "street-address"},
    {"street", "address-line1"},
    {"postcode", "postal-code"},
    {"town", "address-level2"},
    {"country", "country-name"},
    {"phone", "tel"},
    {"email", "email"},
    {"birthday", "bday"},
};

/// Words of labels, in small plain letters. One that says little alone counts only beside a person, or by itself.
struct Telling {
    std::string_view word, key;
    bool alone = true;
};
constexpr Telling tellings[] = {
    {"email", "email"},
    {"mail", "email"},
    {"courriel", "email"},
    {"correo", "email"},
    {"phone", "phone"},
    {"telephone", "phone"},
    {"mobile", "phone"},
    {"telefon", "phone"},
    {"telefono", "phone"},
    {"handy", "phone"},
    {"telefoon", "phone"},
    {"postcode", "postcode"},
    {"plz", "postcode"},
    {"postleitzahl", "postcode"},
    {"cap", "postcode", false},
    {"town", "town"},
    {"city", "town"},
    {"wohnort", "town"},
    {"ville", "town"},
    {"ciudad", "town"},
    {"citta", "town"},
    {"plaats", "town"},
    {"miasto", "town"},
    {"country", "country"},
    {"pays", "country"},
    {"street", "street"},
    {"strasse", "street"},
    {"rue", "street"},
    {"address", "address"},
    {"anschrift", "address"},
    {"adresse", "address"},
    {"direccion", "address"},
    {"indirizzo", "address"},
    {"adres", "address"},
    {"surname", "surname"},
    {"nachname", "surname"},
    {"familienname", "surname"},
    {"lastname", "surname"},
    {"forename", "forename"},
    {"vorname", "forename"},
    {"firstname", "forename"},
    {"prenom", "forename"},
    {"organisation", "firm"},
    {"organization", "firm"},
    {"birthday", "birthday"},
    {"geburtsdatum", "birthday"},
    {"born", "birthday"},
    {"owner", "name"},
    {"skipper", "name"},
    {"eigner", "name"},
    {"name", "name", false},
    {"nom", "name", false},
};
/// Beside these a name is a person's.
constexpr std::string_view persons[] = {"your", "full", "ihr", "vollstaendiger", "votre", "contact", "person"};
/// Beside these it is not the filler's own.
constexpr std::string_view others[] = {"boat",   "vessel", "schiff", "boot", "file",
                                       "second", "other",  "number", "no",   "nr"};

string guessed(const Form& form, const Control& c) {
    const AnswerType type = c.is().answers;
    if (type != AnswerType::text && type != AnswerType::date) return {};
    // Rows of tables ask for many of a sort.
    if (const Control* holder = form.find(c.parent); holder && holder->is().inGrid) return {};
    string said;
    if (const Control* label = labelOf(form, c.id)) said = label->text(Prop::text);
    std::vector<string> words = plainWords(said);
    for (string& word : words)
        for (char& letter : word)
            if (letter >= 'A' && letter <= 'Z') letter = char(letter - 'A' + 'a');
    if (words.size() > 4) return {};
    auto any = [&](auto& list) {
        return std::ranges::any_of(words,
                                   [&](const string& w) { return std::ranges::find(list, w) != std::end(list); });
    };
    if (any(others)) return {};
    const bool person = any(persons) || words.size() == 1;
    for (const Telling& telling : tellings)
        if (std::ranges::find(words, telling.word) != words.end() && (telling.alone || person) &&
            (type == AnswerType::date) == (telling.key == "birthday"))
            return string(telling.key);
    return {};
}

}  // namespace

string autocompleteOf(const Form& form, const Control& c) {
    if (!has(c.kind, Prop::autofill)) return {};
    string key = c.text(Prop::autofill);
    if (key == "guessed") key = guessed(form, c);
    const auto at = std::ranges::find(tokens, key, &std::pair<std::string_view, std::string_view>::first);
    if (at == std::end(tokens)) return {};
    // An address of one line is its first line.
    if (at->first == "address" && c.as<Lines>() == Lines::one) return "address-line1";
    return string(at->second);
}

}  // namespace brindel::html
