#include "core/naming/button_words.h"

#include <utility>

namespace brindel {

ButtonRole roleSaidBy(const std::string& wording) {
    static constexpr std::pair<const char*, ButtonRole> known[] = {
        {"Next", ButtonRole::next},       {"Weiter", ButtonRole::next},        {"Suivant", ButtonRole::next},
        {"Back", ButtonRole::back},       {"Zurück", ButtonRole::back},        {"Retour", ButtonRole::back},
        {"Cancel", ButtonRole::cancel},   {"Abbrechen", ButtonRole::cancel},   {"Annuler", ButtonRole::cancel},
        {"Clear", ButtonRole::clear},     {"Leeren", ButtonRole::clear},       {"Effacer", ButtonRole::clear},
        {"OK", ButtonRole::accept},       {"Accept", ButtonRole::accept},      {"Save", ButtonRole::accept},
        {"Send", ButtonRole::accept},     {"Hand in", ButtonRole::accept},     {"Speichern", ButtonRole::accept},
        {"Absenden", ButtonRole::accept}, {"Enregistrer", ButtonRole::accept}, {"Envoyer", ButtonRole::accept}};
    for (const auto& [word, role] : known)
        if (wording.starts_with(word)) return role;
    return ButtonRole::other;
}

}  // namespace brindel
