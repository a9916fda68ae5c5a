// What of a control is wording. Private to wording/.
#pragma once

#include <algorithm>

#include "core/model/form.h"

namespace brindel {

/// Where a text stands: "c12.text".
inline std::string placeOf(const Control& c, Prop prop) {
    return idText(c.id) + "." + std::string(row(prop).key);
}

/// The texts of one property: of choices and columns each of them.
inline std::vector<std::string> wordedIn(const Control& c, Prop prop) {
    std::vector<std::string> texts;
    const Value& value = c.get(prop);
    if (const auto* text = std::get_if<std::string>(&value)) {
        if (!text->empty()) texts.push_back(*text);
    } else if (const auto* choices = std::get_if<Choices>(&value)) {
        for (const Choice& choice : *choices)
            if (!choice.text.empty()) texts.push_back(choice.text);
    }
    return texts;
}

/// Calls `visit(property, texts)` for all of a control that has wording.
template <class Visit>
void eachWorded(const Control& c, Visit visit) {
    for (Prop prop : c.is().props) {
        if (!isWording(prop)) continue;
        if (const auto texts = wordedIn(c, prop); !texts.empty()) visit(prop, texts);
    }
}

/// Numbers and signs are the same in every language.
inline bool hasLetters(const std::string& text) {
    return std::ranges::any_of(text, [](char c) { return std::isalpha(static_cast<unsigned char>(c)) || c < 0; });
}

}  // namespace brindel
