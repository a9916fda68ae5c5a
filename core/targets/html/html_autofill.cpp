// What a browser may fill in by itself: as the designer says, or guessed from what a field is called.
#include <algorithm>

#include "core/model/form_index.h"
#include "core/model/tokens.h"
#include "core/naming/telling_words.h"
#include "core/targets/html/html_writer.h"

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

/// Beside these it is not the filler's own.
constexpr std::string_view others[] = {"boat",   "vessel", "schiff", "boot", "file",
                                       "second", "other",  "number", "no",   "nr"};

string guessed(const Form& form, const Control& c) {
    const AnswerType type = c.is().answers;
    if (!row(type).free && type != AnswerType::date) return {};
    // Rows of tables ask for many of a sort.
    if (const Control* holder = form.find(c.parent); holder && holder->is().inGrid) return {};
    string said;
    if (const Control* label = labelOf(form, c.id)) said = label->text(Prop::text);
    const std::vector<string> words = smallPlainWords(said);
    const bool another = std::ranges::any_of(
        words, [](const string& word) { return std::ranges::find(others, word) != std::end(others); });
    if (words.size() > 4 || another) return {};
    const auto told = toldBy(said);
    return told && (type == AnswerType::date) == (told->detail == "birthday") ? string(told->detail) : string();
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
