#include "core/targets/pdf/pdf_states.h"

#include <algorithm>

namespace brindel {

using std::string;

namespace {

bool isPlainState(const string& value) {
    constexpr std::size_t longest = 40;
    return !value.empty() && value.size() <= longest && value != "Off" && std::ranges::all_of(value, [](char c) {
        return (c >= 'A' && c <= 'Z') || (c >= 'a' && c <= 'z') || (c >= '0' && c <= '9') || c == '-' || c == '_';
    });
}

/// The buttons that answer as one field.
std::vector<Id> buttonsOf(const Form& form, const Control& c) {
    return c.is().answer().shared ? radioGroupOf(form, c) : std::vector<Id>{c.id};
}

}  // namespace

string stateMeaning(const Control& c) {
    return c.is().answer().toggled && c.text(Prop::value).empty() ? "Yes" : valueWhenOn(c);
}
bool hasPlainStates(const Form& form, const std::vector<Id>& buttons) {
    std::vector<string> values;
    for (Id id : buttons) values.push_back(stateMeaning(*form.find(id)));
    std::ranges::sort(values);
    return std::ranges::adjacent_find(values) == values.end() && std::ranges::all_of(values, isPlainState);
}

string stateOf(const Form& form, const Control& button) {
    const std::vector<Id> buttons = buttonsOf(form, button);
    if (hasPlainStates(form, buttons)) return stateMeaning(button);
    return std::to_string(std::ranges::find(buttons, button.id) - buttons.begin());
}

}  // namespace brindel
