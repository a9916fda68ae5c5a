#include "core/answers/shown.h"

namespace brindel {

Shown shownOf(const Field& field, const Entry& entry) {
    Shown shown;
    shown.text = wordingOf(field, entry);
    if (const auto* on = std::get_if<bool>(&entry.held)) shown.on = *on;
    if (const auto* picks = std::get_if<Picks>(&entry.held)) shown.picked = picks->lines;
    return shown;
}

Shown startingShown(const Form& form, const Control& c) {
    const Field field{form, c};
    return shownOf(field, startingEntry(field));
}

}  // namespace brindel
