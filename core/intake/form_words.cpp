#include "core/intake/form_words.h"

#include <algorithm>
#include <set>

#include "core/text/words.h"

namespace brindel::intake {

using std::string;
using std::string_view;

namespace {

const FormWords& english() {
    static const FormWords all = {
        "en",
        {"the", "of", "and", "name", "date", "please", "your", "address", "number", "to", "is", "for", "yes", "phone"},
        {"delete as appropriate", "delete as applicable", "strike out", "circle one", "please circle"},
        {"all that apply", "as many as", "more than one", "any that apply", "which of"},
        {"tick one", "one only", "choose one", "only one", "select one"},
        {"other", "others", "something else"},
        {"required", "mandatory", "must be filled"},
        {"signature", "signed", "sign here"},
        {"time", "hour", "at what time"},
        {"remarks", "comments", "notes", "description", "reason", "details", "message", "describe", "explain"},
        {"place", "name", "town", "city", "birthplace", "phone", "address", "registration", "licence", "no", "e-mail",
         "email", "department"},
        {"on", "since"},
        {"to", "till", "until"},
        "Table",
        {{"yes", "no"},
         {"yes", "no", "not sure"},
         {"yes", "no", "n/a"},
         {"yes", "no", "don't know"},
         {"mr", "mrs"},
         {"mr", "mrs", "ms"},
         {"mr", "mrs", "ms", "mx"},
         {"mr", "mrs", "miss", "ms"},
         {"mr", "ms"},
         {"male", "female"},
         {"am", "pm"},
         {"new", "renewal"},
         {"owner", "tenant"},
         {"pass", "fail"},
         {"good", "fair", "poor"},
         {"single", "married"}}};
    return all;
}

const FormWords& german() {
    static const FormWords all = {
        "de",
        {"der", "die",  "das",  "und", "bitte", "datum", "ort", "ihre",    "vorname", "nachname", "anschrift",
         "ja",  "nein", "oder", "für", "mit",   "wir",   "ist", "strasse", "straße",  "telefon"},
        {"nichtzutreffendes streichen", "unzutreffendes streichen", "nicht zutreffendes"},
        {"zutreffendes ankreuzen", "mehrere", "mehrfach"},
        {"nur eine", "eine auswahl", "eines ankreuzen"},
        {"sonstige", "sonstiges", "andere", "anderes"},
        {"pflichtfeld", "erforderlich"},
        {"unterschrift", "unterzeichnet"},
        {"uhrzeit", "uhr"},
        {"bemerkung", "bemerkungen", "anmerkungen", "beschreibung", "begründung", "hinweise", "mitteilung"},
        {"ort", "name", "geburtsort", "geburtsname", "vorname", "nachname", "telefon", "straße", "nr", "anschrift"},
        {"am", "seit"},
        {"bis"},
        "Tabelle",
        {{"ja", "nein"},
         {"herr", "frau"},
         {"frau", "herr"},
         {"herr", "frau", "divers"},
         {"frau", "herr", "divers"},
         {"männlich", "weiblich"},
         {"männlich", "weiblich", "divers"},
         {"weiblich", "männlich", "divers"},
         {"ledig", "verheiratet"},
         {"gut", "mittel", "schlecht"}}};
    return all;
}

const FormWords& french() {
    static const FormWords all = {
        "fr",
        {"le", "la", "les", "des", "et", "nom", "prénom", "adresse", "votre", "veuillez", "oui", "non", "pour", "de",
         "téléphone", "du", "à"},
        {"rayer la mention inutile", "rayer les mentions inutiles", "barrer la mention"},
        {"plusieurs", "toutes les réponses", "cochez les cases"},
        {"une seule", "un seul"},
        {"autre", "autres"},
        {"obligatoire"},
        {"signature", "signé"},
        {"heure"},
        {"remarques", "observations", "commentaires", "description", "motif", "précisions"},
        {"lieu", "nom", "prénom", "ville", "téléphone", "adresse", "n°", "numéro", "courriel"},
        {"le", "depuis le"},
        {"au", "jusqu'au"},
        "Tableau",
        {{"oui", "non"},
         {"m.", "mme"},
         {"monsieur", "madame"},
         {"madame", "monsieur"},
         {"mme", "m."},
         {"homme", "femme"},
         {"marié", "célibataire"}}};
    return all;
}

}  // namespace

const std::vector<FormWords>& formWords() {
    static const std::vector<FormWords> all = {english(), german(), french()};
    return all;
}

const FormWords& formWordsOf(const string& language) {
    for (const FormWords& one : formWords())
        if (language.starts_with(one.language)) return one;
    return formWords().front();
}

namespace {

/// The words of a text in small letters, in whatever script.
std::vector<string> smallWords(const string& text) {
    std::vector<string> words;
    string word;
    for (const char c : lettersAs(text, LetterCase::lower, "en") + " ") {
        const bool letter = (c & 0x80) || (c >= 'a' && c <= 'z') || (c >= '0' && c <= '9') || c == '\'';
        if (letter) {
            word += c;
        } else if (!word.empty()) {
            words.push_back(std::move(word));
            word.clear();
        }
    }
    return words;
}

}  // namespace

string languageOf(const string& text) {
    std::vector<std::pair<int, string>> counts;
    const std::vector<string> words = smallWords(text.substr(0, 20000));
    for (const FormWords& one : formWords()) {
        const std::set<string_view> common(one.common.begin(), one.common.end());
        const auto count = std::ranges::count_if(words, [&](const string& word) { return common.contains(word); });
        counts.emplace_back(int(count), one.language);
    }
    return std::ranges::max_element(counts, {}, [](const auto& one) { return one.first; })->second;
}

bool hasOneOf(const string& text, const std::vector<string_view>& words) {
    string all = " ";
    for (const string& word : smallWords(text)) all += word + " ";
    return std::ranges::any_of(words, [&](string_view word) {
        string one = " ";
        for (const string& part : smallWords(string(word))) one += part + " ";
        return all.find(one) != string::npos;
    });
}

bool isOneOf(const string& text, const std::vector<string_view>& words) {
    return std::ranges::find(words, lettersAs(text, LetterCase::lower, "en")) != words.end();
}

bool areAlternatives(const std::vector<string>& texts) {
    std::vector<string> small;
    for (const string& one : texts) small.push_back(lettersAs(one, LetterCase::lower, "en"));
    for (const FormWords& words : formWords())
        for (const auto& one : words.alternatives)
            if (std::equal(one.begin(), one.end(), small.begin(), small.end())) return true;
    return false;
}

std::size_t numberBefore(const string& text) {
    const auto digit = [](char c) { return c >= '0' && c <= '9'; };
    const std::size_t begin = text.starts_with("(") ? 1 : 0;
    std::size_t at = begin;
    while (at < text.size() && (digit(text[at]) || (at > begin && text[at] == '.'))) ++at;
    if (at == begin || at - begin > 6) return 0;
    const bool pointed = text.substr(begin, at - begin).find('.') != string::npos;
    if (at < text.size() && text[at] == ')')
        ++at;
    else if (!pointed || begin)
        return 0;
    return at < text.size() && text[at] == ' ' ? at + 1 : 0;
}

char letterBefore(const string& text) {
    const std::size_t at = text.starts_with("(") ? 1 : 0;
    if (text.size() < at + 4 || text[at + 2] != ' ' || (text[at + 1] != ')' && text[at + 1] != '.')) return 0;
    const char mark = char(text[at] | 0x20);
    return mark >= 'a' && mark <= 'z' ? mark : '\0';
}

bool endsWith(const string& text, std::initializer_list<const char*> ends) {
    return std::ranges::any_of(ends, [&](const char* one) { return text.ends_with(one); });
}

bool isUnit(const string& text) {
    static const std::set<string_view> units = {"m",     "cm",    "mm",   "km",    "ft",      "kg",     "t",     "g",
                                                "l",     "h",     "kW",   "hp",    "PS",      "kn",     "nm",    "€",
                                                "$",     "£",     "%",    "°C",    "A",       "V",      "m²",    "m³",
                                                "EUR",   "CHF",   "GBP",  "USD",   "min",     "hours",  "km/h",  "days",
                                                "years", "weeks", "Tage", "Jahre", "Stunden", "heures", "jours", "ans"};
    return units.contains(text);
}

}  // namespace brindel::intake
