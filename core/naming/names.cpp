#include "core/naming/names.h"

#include <fmt/format.h>

#include <algorithm>
#include <array>
#include <set>
#include <unordered_map>
#include <unordered_set>

#include "core/naming/identifiers.h"
#include "core/naming/references.h"
#include "core/text/words.h"

namespace brindel {
namespace {

using Taken = std::unordered_map<std::string, int>;  // folded name → how many bear it

/// All names but those of some controls. A question's name stands in the data as well as a control's.
template <class Skip>
Taken namesTaken(const Form& form, Skip skip) {
    Taken taken;
    std::set<std::pair<Id, std::string>> questions;
    form.controls.each([&](Id id, const Control& c) {
        if (c.kind == Kind::radioButton && !c.text(Prop::group).empty())
            if (questions.emplace(c.parent, c.text(Prop::group)).second) ++taken[folded(c.text(Prop::group))];
        if (id != rootId && !c.name.empty() && !skip(id)) ++taken[folded(c.name)];
    });
    return taken;
}

std::string numbered(const Scheme& scheme, const std::string& stem, int number) {
    const char* sign = scheme.doubles != Scheme::Doubles::underscore ? ""
                       : scheme.letters == Scheme::Letters::kebab    ? "-"
                                                                     : "_";
    return stem + sign + std::to_string(number);
}

template <class IsTaken>
std::string freed(const Scheme& scheme, const std::string& wanted, IsTaken isTaken) {
    if (wanted.empty() || !isTaken(wanted)) return wanted;
    // A copy of "txtBoat2" is "txtBoat3", not "txtBoat22".
    std::string stem = wanted.substr(0, wanted.find_last_not_of("0123456789") + 1);
    if (!stem.empty() && stem != wanted) {
        if (stem.size() > 1 && (stem.back() == '_' || stem.back() == '-')) stem.pop_back();
        if (!isTaken(stem)) return stem;
    } else {
        stem = wanted;
    }
    // A stem that ends in a digit, as "rad10", would run into its number.
    for (int number = 2;; ++number)
        if (std::string name = numbered(scheme, stem, number); !isTaken(name)) return name;
}

/// The wording of what holds a control, for telling doubles apart: the nearest frame's title or page's text.
std::string holderWording(const Form& form, const Control& control) {
    for (const Control* up = form.find(control.parent); up && up->id != rootId; up = form.find(up->parent)) {
        const Prop prop = has(up->kind, Prop::title) ? Prop::title : Prop::text;
        if (has(up->kind, prop) && !up->text(prop).empty()) return up->text(prop);
    }
    return "";
}

std::string valueWording(const Form& form, const Control& c) {
    const bool byValue = schemeOf(form).from == Scheme::From::value && has(c.kind, Prop::value);
    return byValue && !c.text(Prop::value).empty() ? c.text(Prop::value) : wordingFor(form, c.id);
}

template <class IsTaken>
std::string proposal(const Form& form, const Control& c, IsTaken isTaken) {
    const Scheme& scheme = schemeOf(form);
    const std::string wording = valueWording(form, c);
    std::vector<std::string> words = wordsFor(scheme, wording);
    std::string name = composed(scheme, c.kind, words);
    if (scheme.doubles == Scheme::Doubles::holder && isTaken(name)) {
        std::vector<std::string> fuller = wordsFor(scheme, holderWording(form, c));
        fuller.insert(fuller.end(), words.begin(), words.end());
        if (fuller.size() > words.size()) name = composed(scheme, c.kind, fuller);
    }
    return freed(scheme, name, isTaken);
}

/// Words that programs call controls by when nobody names them.
bool isKindWord(const std::string& word) {
    static const std::set<std::string> words = [] {
        std::set<std::string> all = {"c",      "control", "ctl",     "ctrl",     "field",     "feld",    "champ",
                                     "campo",  "edit",    "input",   "text",     "item",      "check",   "combo",
                                     "number", "date",    "listbox", "option",   "radio",     "button",  "tab",
                                     "page",   "group",   "new",     "untitled", "textfield", "textfeld"};
        for (const KindRow& r : allKinds()) {
            std::string name;
            for (const std::string& part : plainWords(std::string(r.word))) name += part;
            all.insert(folded(name));
            all.insert(std::string(r.prefix));
        }
        return all;
    }();
    return words.contains(word);
}

}  // namespace

std::string nameFor(const Form& form, Kind kind, const std::string& label) {
    return nameFor(schemeOf(form), kind, label);
}

std::string freeName(const Form& form, const std::string& wanted, Id except) {
    if (wanted.empty()) return wanted;
    // Only names that begin like the one wanted can stand in its way.
    const std::string stem = folded(wanted.substr(0, wanted.find_last_not_of("0123456789_-") + 1));
    std::unordered_set<std::string> taken;
    form.controls.each([&](Id id, const Control& c) {
        if (id != except && id != rootId && !c.name.empty()) {
            if (std::string name = folded(c.name); name.starts_with(stem)) taken.insert(std::move(name));
        }
        if (c.kind == Kind::radioButton && !c.text(Prop::group).empty()) taken.insert(folded(c.text(Prop::group)));
    });
    return freed(schemeOf(form), wanted, [&](const std::string& name) { return taken.contains(folded(name)); });
}

std::string wordingFor(const Form& form, Id id) {
    const Control* c = form.find(id);
    if (!c) return "";
    std::string wording;
    for (Prop prop : {Prop::text, Prop::title})
        if (wording.empty() && has(c->kind, prop)) wording = c->text(prop);
    if (wording.empty())
        if (const Control* label = labelOf(form, id)) wording = label->text(Prop::text);
    if (auto place = tablePlace(form, *c); place && wording.empty())
        wording = place->heading + " " + std::to_string(place->row);
    // Tabs have no wording of their own; they are most of what their form is about.
    if (c->kind == Kind::tabs && wording.empty()) wording = form.root().text(Prop::title);
    return wording;
}

bool needsName(const Form& form, Id id) {
    const Control* c = form.find(id);
    if (!c || id == rootId) return false;
    switch (c->kind) {
        case Kind::page:
        case Kind::cell:
            return false;
        case Kind::label:
        case Kind::frame:
            return schemeOf(form).wordingToo || isSpokenOf(form, c->name);
        case Kind::line:
        case Kind::box:
            return isSpokenOf(form, c->name);
        case Kind::picture:
            return isFilled(*c) || isSpokenOf(form, c->name);
        default:
            return true;
    }
}

std::string proposedName(const Form& form, Id id) {
    const Control* c = form.find(id);
    if (!c || !needsName(form, id)) return "";
    const Taken taken = namesTaken(form, [&](Id other) { return other == id; });
    return proposal(form, *c, [&](const std::string& name) { return taken.contains(folded(name)); });
}

std::map<Id, std::string> proposedNames(const Form& form, const std::vector<Id>& ids) {
    const std::unordered_set<Id> among(ids.begin(), ids.end());
    Taken taken = namesTaken(form, [&](Id id) { return among.contains(id); });
    std::map<Id, std::string> names;
    // The first of several keeps the plain name: of those that answers are called by, then of buttons, pages and single
    // radio buttons, each in tab order.
    for (const bool answers : {true, false})
        walk(form, rootId, [&](const Control& c, int) {
            if (!among.contains(c.id) || c.id == rootId || answers != (isFilled(c) && c.kind != Kind::radioButton))
                return;
            std::string& name = names[c.id];
            if (!needsName(form, c.id)) return;
            name = proposal(form, c, [&](const std::string& n) { return taken.contains(folded(n)); });
            ++taken[folded(name)];
        });
    return names;
}

std::string nameMisfit(const Form& form, Id id, const std::string& name) {
    if (std::string wrong = identifierMisfit(name, schemeOf(form).letters == Scheme::Letters::kebab); !wrong.empty())
        return wrong;
    std::string message;
    const std::string mine = folded(name);
    form.controls.each([&](Id other, const Control& c) {
        if (other == id || other == rootId) return;
        const std::string its = folded(c.name);
        if (its == mine) message = fmt::format("“{}” is already the name of another control.", c.name);
        if (its.starts_with(mine + ".")) message = fmt::format("“{}” is already a group: “{}” is in it.", name, c.name);
        if (!its.empty() && mine.starts_with(its + "."))
            message = fmt::format("“{}” is the name of a control, so it cannot be a group as well.", c.name);
        if (c.kind == Kind::radioButton && folded(c.text(Prop::group)) == mine)
            message = fmt::format("“{}” is already the name of a question.", c.text(Prop::group));
    });
    return message;
}

bool isMachineMade(const Form& form, const Control& control) {
    // There is often but one tabs control, and no wording to call it by.
    if (control.kind == Kind::tabs && !control.ownName) return false;
    std::string stem = folded(control.name);
    // "Number 2" may well be what the label says.
    if (folded(nameFor(form, control.kind, wordingFor(form, control.id))) == stem &&
        !wordingFor(form, control.id).empty())
        return false;
    stem = stem.substr(0, stem.find_last_not_of("0123456789_-") + 1);
    if (isKindWord(stem)) return true;
    const std::string bare = folded(composed(schemeOf(form), control.kind, {}));
    return stem == bare.substr(0, bare.find_last_not_of("0123456789_-") + 1);
}

std::string_view nameStateWord(NameState state) {
    static constexpr std::array<std::string_view, 8> words = {"by the scheme", "set by hand",       "needs none",
                                                              "machine-made",  "breaks the scheme", "not an identifier",
                                                              "used twice",    "has none"};
    return words[std::size_t(state)];
}

bool isWrong(NameState state) {
    return state > NameState::notNeeded;
}

std::map<Id, NameStanding> nameStandings(const Form& form) {
    const Scheme& scheme = schemeOf(form);
    const bool hyphens = scheme.letters == Scheme::Letters::kebab;
    const Taken taken = namesTaken(form, [](Id) { return false; });
    std::map<Id, NameStanding> all;
    walk(form, rootId, [&](const Control& c, int) {
        if (c.id == rootId) return;
        NameStanding& s = all[c.id];
        const bool needs = needsName(form, c.id);
        const std::string own = folded(c.name);
        if (needs) {
            s.proposed = proposal(form, c, [&](const std::string& name) {
                auto at = taken.find(folded(name));
                return at != taken.end() && at->second > (folded(name) == own ? 1 : 0);
            });
            // The same words with the number they have already are no news.
            const std::string plain = folded(composed(scheme, c.kind, wordsFor(scheme, valueWording(form, c))));
            if (own.starts_with(plain) && taken.at(own.empty() ? plain : own) == 1 &&
                own.find_first_not_of("0123456789_-", plain.size()) == std::string::npos && own.size() > plain.size())
                s.proposed = c.name;
        }
        if (c.name.empty()) {
            s.state = needs ? NameState::missing : NameState::notNeeded;
            if (needs) s.says = "Code and data cannot call it anything yet.";
        } else if (taken.at(own) > 1) {
            s.state = NameState::doubled;
            s.says = "Another control has this name, too.";
        } else if (std::string wrong = identifierMisfit(c.name, hyphens); !wrong.empty()) {
            s.state = NameState::notIdentifier;
            s.says = wrong;
        } else if (isMachineMade(form, c)) {
            s.state = NameState::machineMade;
            s.says = "Nobody can tell from this name what the field asks for.";
        } else if (std::string misfit = schemeMisfit(scheme, c.kind, c.name); !misfit.empty()) {
            s.state = NameState::breaksScheme;
            s.says = misfit;
        } else if (!c.ownName && needs && s.proposed != c.name) {
            s.state = NameState::breaksScheme;
            s.says = "The label reads otherwise now.";
        } else {
            s.state = c.ownName ? NameState::own : NameState::byScheme;
        }
    });
    return all;
}

}  // namespace brindel
