#include "core/naming/names.h"

#include <fmt/format.h>

#include <set>

#include "core/text/words.h"

namespace brindel {

std::string nameFor(Kind kind, const std::string& label) {
    std::string name(row(kind).prefix);
    std::vector<std::string> words = plainWords(label);
    if (words.empty()) words = plainWords(std::string(row(kind).word));
    for (std::string& word : words) {
        if (name.size() + word.size() > 32 && name.size() > 3) break;
        if (word[0] >= 'a' && word[0] <= 'z') word[0] = char(word[0] - 'a' + 'A');
        name += word.substr(0, 29);
    }
    return name;
}

std::string freeName(const Form& form, const std::string& wanted, Id except) {
    std::set<std::string> taken;
    form.controls.each([&](Id id, const Control& c) {
        if (id != except && c.name.starts_with(wanted)) taken.insert(c.name);
    });
    if (!taken.contains(wanted)) return wanted;
    // A copy of "txtBoat2" is "txtBoat3", not "txtBoat22".
    std::string stem = wanted.substr(0, wanted.find_last_not_of("0123456789") + 1);
    if (stem.empty()) stem = wanted;
    if (stem != wanted && stem.size() < wanted.size()) return freeName(form, stem, except);
    for (int number = 2;; ++number)
        if (std::string name = stem + std::to_string(number); !taken.contains(name)) return name;
}

std::string proposedName(const Form& form, Id id) {
    const Control* c = form.find(id);
    if (!c) return "";
    std::string wording;
    for (Prop prop : {Prop::text, Prop::title})
        if (wording.empty() && has(c->kind, prop)) wording = c->text(prop);
    if (wording.empty())
        if (const Control* label = labelOf(form, id)) wording = label->text(Prop::text);
    if (auto place = tablePlace(form, *c); place && wording.empty())
        wording = place->heading + " " + std::to_string(place->row);
    return freeName(form, nameFor(c->kind, wording), id);
}

std::string nameMisfit(const Form& form, Id id, const std::string& name) {
    if (name.empty()) return "A control needs a name.";
    if (name.size() > 64) return "A name has at most 64 characters.";
    bool first = true;
    for (char c : name) {
        bool letter = (c >= 'a' && c <= 'z') || (c >= 'A' && c <= 'Z') || c == '_';
        bool digit = c >= '0' && c <= '9';
        if (!letter && !(digit && !first) && !(c == '.' && !first))
            return first
                       ? "A name begins with a letter or an underscore."
                       : fmt::format("“{}” cannot stand in a name; letters, digits and _ can, and . makes groups.", c);
        first = c == '.';
    }
    if (first) return "A name cannot end with a dot.";
    std::string message;
    form.controls.each([&](Id other, const Control& c) {
        if (other != id && c.name == name) message = fmt::format("“{}” is already the name of another control.", name);
    });
    return message;
}

}  // namespace brindel
