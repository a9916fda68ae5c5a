#include "core/naming/button_words.h"

#include <utility>

namespace brindel {

std::string roleSaidBy(const std::string& wording) {
    static constexpr std::pair<const char*, const char*> known[] = {
        {"Next", "next"},      {"Weiter", "next"},      {"Suivant", "next"},    {"Back", "back"},
        {"Zurück", "back"},    {"Retour", "back"},      {"Cancel", "cancel"},   {"Abbrechen", "cancel"},
        {"Annuler", "cancel"}, {"Clear", "clear"},      {"Leeren", "clear"},    {"Effacer", "clear"},
        {"OK", "accept"},      {"Accept", "accept"},    {"Save", "accept"},     {"Send", "accept"},
        {"Hand in", "accept"}, {"Speichern", "accept"}, {"Absenden", "accept"}, {"Enregistrer", "accept"},
        {"Envoyer", "accept"}};
    for (const auto& [word, role] : known)
        if (wording.starts_with(word)) return role;
    return "";
}

}  // namespace brindel
