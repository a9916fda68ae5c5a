// Guessing a field's kind from its label, by a small list of words a language.
#include "core/jot/notation.h"
#include "core/text/words.h"

namespace brindel {
namespace {

struct Word {
    const char* start;  // how the word begins; compared in lower case and plain letters
    Kind kind;
};

const std::vector<Word>& wordsOf(const std::string& language) {
    static const std::vector<Word> english = {
        {"date", Kind::dateBox},      {"born", Kind::dateBox},     {"birth", Kind::dateBox},
        {"arriv", Kind::dateBox},     {"depart", Kind::dateBox},   {"from", Kind::dateBox},
        {"until", Kind::dateBox},     {"due", Kind::dateBox},      {"length", Kind::numberBox},
        {"width", Kind::numberBox},   {"height", Kind::numberBox}, {"weight", Kind::numberBox},
        {"draught", Kind::numberBox}, {"beam", Kind::numberBox},   {"number", Kind::numberBox},
        {"count", Kind::numberBox},   {"amount", Kind::numberBox}, {"price", Kind::numberBox},
        {"charge", Kind::numberBox},  {"total", Kind::numberBox},  {"year", Kind::numberBox},
        {"age", Kind::numberBox},     {"percent", Kind::numberBox}};
    static const std::vector<Word> german = {
        {"datum", Kind::dateBox},    {"geboren", Kind::dateBox},   {"geburt", Kind::dateBox},
        {"ankunft", Kind::dateBox},  {"abreise", Kind::dateBox},   {"lange", Kind::numberBox},
        {"laenge", Kind::numberBox}, {"breite", Kind::numberBox},  {"hohe", Kind::numberBox},
        {"hoehe", Kind::numberBox},  {"gewicht", Kind::numberBox}, {"tiefgang", Kind::numberBox},
        {"anzahl", Kind::numberBox}, {"betrag", Kind::numberBox},  {"preis", Kind::numberBox},
        {"summe", Kind::numberBox}};
    static const std::vector<Word> french = {
        {"date", Kind::dateBox},      {"naissance", Kind::dateBox},  {"arrivee", Kind::dateBox},
        {"depart", Kind::dateBox},    {"longueur", Kind::numberBox}, {"largeur", Kind::numberBox},
        {"hauteur", Kind::numberBox}, {"poids", Kind::numberBox},    {"nombre", Kind::numberBox},
        {"montant", Kind::numberBox}, {"prix", Kind::numberBox},     {"tirant", Kind::numberBox}};
    std::string family = language.substr(0, 2);
    return family == "de" ? german : family == "fr" ? french : english;
}

}  // namespace

Kind guessedKind(const std::string& label, const std::string& language) {
    std::string clean = trimmed(label);
    if (!clean.empty() && clean.back() == '?') return Kind::checkBox;
    for (std::string word : plainWords(clean)) {
        for (char& c : word)
            if (c >= 'A' && c <= 'Z') c = char(c - 'A' + 'a');
        for (const Word& known : wordsOf(language))
            // An ending may follow; German joins words, so there the known one may also come last.
            if ((word.starts_with(known.start) && word.size() <= std::string(known.start).size() + 4) ||
                (language.starts_with("de") && word.ends_with(known.start)))
                return known.kind;
    }
    return Kind::textBox;
}

Kind cellKind(const std::string& heading, const std::string& language) {
    // A column's heading is one word more often than not, and says more than a field's label would.
    static constexpr std::string_view counted[] = {
        "hours",  "days",   "quantity", "amount", "charge", "cost",     "sum",     "stunden", "tage", "menge",
        "betrag", "kosten", "summe",    "heures", "jours",  "quantite", "montant", "cout",    "somme"};
    auto words = plainWords(heading);
    if (words.size() == 1) words[0] = lettersAs(words[0], LetterCase::lower, "en");
    const bool number = words.size() == 1 && std::ranges::find(counted, words[0]) != std::end(counted);
    const Kind kind = number ? Kind::numberBox : guessedKind(heading, language);
    return row(kind).answer().numeric || row(kind).answers == AnswerType::date ? kind : Kind::textBox;
}

}  // namespace brindel
