#include "core/naming/telling_words.h"

#include <algorithm>

#include "core/text/words.h"

namespace brindel {

using std::string;

namespace {

struct Telling {
    std::string_view word, detail;
    bool alone = true;     // else it counts only beside a person, or by itself
    bool personal = true;  // as in Told
};
// The first that is there is taken: what says more stands above what says less.
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
    {"telefoon", "phone"},
    {"handy", "phone"},
    {"portable", "phone"},
    {"postcode", "postcode"},
    {"plz", "postcode"},
    {"postleitzahl", "postcode"},
    {"cap", "postcode", false},
    {"wohnort", "town"},
    {"town", "town", true, false},
    {"city", "town", true, false},
    {"ville", "town", true, false},
    {"ciudad", "town", true, false},
    {"citta", "town", true, false},
    {"plaats", "town", true, false},
    {"miasto", "town", true, false},
    {"country", "country", true, false},
    {"pays", "country", true, false},
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
    {"organisation", "firm", true, false},
    {"organization", "firm", true, false},
    {"birth", "birthday"},
    {"birthday", "birthday"},
    {"born", "birthday"},
    {"geburtsdatum", "birthday"},
    {"geburtstag", "birthday"},
    {"geboren", "birthday"},
    {"naissance", "birthday"},
    {"iban", "bank"},
    {"konto", "bank"},
    {"kontonummer", "bank"},
    {"passport", "identity"},
    {"ausweis", "identity"},
    {"ausweisnummer", "identity"},
    {"passeport", "identity"},
    {"allergies", "health"},
    {"allergien", "health"},
    {"medication", "health"},
    {"disability", "health"},
    {"signature", "signature"},
    {"unterschrift", "signature"},
    {"owner", "name"},
    {"skipper", "name"},
    {"eigner", "name"},
    {"applicant", "name"},
    {"antragsteller", "name"},
    {"proprietaire", "name"},
    {"name", "name", false},
    {"nom", "name", false},
};
/// Beside these a name is a person's; some say which part of it.
constexpr std::pair<std::string_view, std::string_view> persons[] = {
    {"first", "forename"}, {"given", "forename"}, {"last", "surname"}, {"family", "surname"},
    {"full", "name"},      {"your", "name"},      {"ihr", "name"},     {"owner", "name"},
    {"skipper", "name"},   {"person", "name"},    {"contact", "name"}, {"vollstaendiger", "name"},
    {"votre", "name"},     {"master", "name"}};

}  // namespace

std::vector<string> smallPlainWords(const string& wording) {
    std::vector<string> words = plainWords(wording);
    for (string& word : words)
        for (char& letter : word)
            if (letter >= 'A' && letter <= 'Z') letter = char(letter - 'A' + 'a');
    return words;
}

std::optional<Told> toldBy(const string& wording) {
    const std::vector<string> words = smallPlainWords(wording);
    auto has = [&](std::string_view word) { return std::ranges::find(words, word) != words.end(); };
    const auto person = std::ranges::find_if(persons, [&](const auto& one) { return has(one.first); });
    const bool counts = person != std::end(persons) || words.size() == 1;
    for (const Telling& telling : tellings)
        if (has(telling.word) && (telling.alone || counts)) {
            const bool part = telling.detail == "name" && !telling.alone && person != std::end(persons);
            return Told{part ? person->second : telling.detail, telling.personal};
        }
    return std::nullopt;
}

}  // namespace brindel
