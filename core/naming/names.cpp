#include "core/naming/names.h"

#include <fmt/format.h>

#include <algorithm>
#include <array>
#include <set>
#include <unordered_map>
#include <unordered_set>

#include "core/naming/identifiers.h"
#include "core/rules/references.h"
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
        if (c.is().answer().shared && !c.text(Prop::group).empty())
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

/// For each stem the number from which to look for a free one, so that a thousand doubles are not counted through anew.
using Tried = std::unordered_map<std::string, int>;

template <class IsTaken>
std::string freed(const Scheme& scheme, const std::string& wanted, IsTaken isTaken, Tried* tried = nullptr) {
    if (wanted.empty() || !isTaken(wanted)) return wanted;
    // A copy of "txtBoat2" is "txtBoat3", not "txtBoat22".
    std::string stem = wanted.substr(0, wanted.find_last_not_of("0123456789") + 1);
    if (!stem.empty() && stem != wanted) {
        if (stem.size() > 1 && (stem.back() == '_' || stem.back() == '-')) stem.pop_back();
        if (!isTaken(stem)) return stem;
    } else {
        stem = wanted;
    }
    int first = 2;
    int& number = tried ? tried->emplace(folded(stem), 2).first->second : first;
    for (;; ++number)
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

/// What controls are named after.
class Wordings {
  public:
    explicit Wordings(const Form& form) : form_(form), index_(form.index()) {}
    std::string of(const Control& c) const {
        std::string text = row(c.kind).wording ? c.text(*row(c.kind).wording) : "";
        if (const Control* label = text.empty() ? form_.find(index_->labelOf(c.id)) : nullptr)
            text = label->text(Prop::text);
        if (text.empty())
            if (auto place = tablePlace(form_, c)) text = place->heading + " " + std::to_string(place->row);
        // Tabs have no wording of their own; they are most of what their form is about.
        if (c.is().turns && text.empty()) text = form_.root().text(Prop::title);
        return text;
    }
    /// The same, or the value of a tick or radio button where the scheme takes that.
    std::string forName(const Control& c) const {
        const bool byValue = schemeOf(form_).from == Scheme::From::value && has(c.kind, Prop::value);
        return byValue && !c.text(Prop::value).empty() ? c.text(Prop::value) : of(c);
    }

  private:
    const Form& form_;
    std::shared_ptr<const FormIndex> index_;
};

/// What a control would be called if no other were: the words of its label, and the name made of them.
struct Plain {
    bool labelled = false;
    std::vector<std::string> words;
    std::string name;
};

Plain plainOf(const Form& form, const Control& c, const Wordings& wordings) {
    Plain plain;
    const std::string wording = wordings.forName(c);
    plain.labelled = !wording.empty();
    plain.words = wordsFor(schemeOf(form), wording);
    plain.name = composed(schemeOf(form), c.kind, plain.words);
    return plain;
}

template <class IsTaken>
std::string proposal(const Form& form, const Control& c, const Plain& plain, IsTaken isTaken, Tried* tried = nullptr) {
    const Scheme& scheme = schemeOf(form);
    std::string name = plain.name;
    if (scheme.doubles == Scheme::Doubles::holder && isTaken(name)) {
        std::vector<std::string> fuller = wordsFor(scheme, holderWording(form, c));
        fuller.insert(fuller.end(), plain.words.begin(), plain.words.end());
        if (fuller.size() > plain.words.size()) name = composed(scheme, c.kind, fuller);
    }
    return freed(scheme, name, isTaken, tried);
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

bool machineMade(const Form& form, const Control& control, const Plain& plain) {
    // There is often but one tabs control, and no wording to call it by.
    if (control.is().turns && !control.ownName) return false;
    const std::string own = folded(control.name);
    // "Number 2" may well be what the label says.
    if (plain.labelled && folded(plain.name) == own) return false;
    auto stemOf = [](const std::string& name) { return name.substr(0, name.find_last_not_of("0123456789_-") + 1); };
    return isKindWord(stemOf(own)) || stemOf(own) == stemOf(folded(composed(schemeOf(form), control.kind, {})));
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
        if (c.is().answer().shared && !c.text(Prop::group).empty()) taken.insert(folded(c.text(Prop::group)));
    });
    return freed(schemeOf(form), wanted, [&](const std::string& name) { return taken.contains(folded(name)); });
}

std::string wordingFor(const Form& form, Id id) {
    const Control* c = form.find(id);
    return c ? Wordings(form).of(*c) : "";
}

namespace {
/// `spoken(name)` tells whether a formula speaks of a name.
template <class Spoken>
bool needsNameWhere(const Form& form, const Control& c, Spoken spoken) {
    const Named named = row(c.kind).named;
    if (c.id == rootId || named == Named::never) return false;
    if (named == Named::always || isFilled(c)) return true;
    return (named == Named::wording && schemeOf(form).wordingToo) || (!c.name.empty() && spoken(c.name));
}
}  // namespace

bool needsName(const Form& form, Id id) {
    const Control* c = form.find(id);
    return c && needsNameWhere(form, *c, [&](const std::string& name) { return usesIn(form)->speakOf(name); });
}

std::string proposedName(const Form& form, Id id) {
    const Control* c = form.find(id);
    if (!c || !needsName(form, id)) return "";
    const Taken taken = namesTaken(form, [&](Id other) { return other == id; });
    return proposal(form, *c, plainOf(form, *c, Wordings(form)),
                    [&](const std::string& name) { return taken.contains(folded(name)); });
}

namespace {
/// The names of many together; `plainFor(control)` is what each would be called alone.
template <class PlainFor>
std::map<Id, std::string> proposedTogether(const Form& form, const std::vector<Id>& ids, PlainFor plainFor) {
    const std::unordered_set<Id> among(ids.begin(), ids.end());
    Taken taken = namesTaken(form, [&](Id id) { return among.contains(id); });
    std::map<Id, std::string> names;
    Tried tried;
    const auto spoken = usesIn(form);
    // The first of several keeps the plain name: of those that answers are called by, then of buttons, pages and single
    // radio buttons, each in tab order.
    for (const bool answers : {true, false})
        walk(form, rootId, [&](const Control& c, int) {
            if (!among.contains(c.id) || c.id == rootId || answers != (isFilled(c) && !c.is().answer().shared)) return;
            std::string& name = names[c.id];
            if (!needsNameWhere(form, c, [&](const std::string& n) { return spoken->speakOf(n); })) return;
            name = proposal(
                form, c, plainFor(c), [&](const std::string& n) { return taken.contains(folded(n)); }, &tried);
            ++taken[folded(name)];
        });
    return names;
}
}  // namespace

std::map<Id, std::string> proposedNames(const Form& form, const std::vector<Id>& ids) {
    const Wordings wordings(form);
    return proposedTogether(form, ids, [&](const Control& c) { return plainOf(form, c, wordings); });
}

Sentence nameMisfit(const Form& form, Id id, const std::string& name) {
    if (Sentence wrong = identifierMisfit(name, schemeOf(form).letters == Scheme::Letters::kebab); !wrong.empty())
        return wrong;
    Sentence message;
    const std::string mine = folded(name);
    form.controls.each([&](Id other, const Control& c) {
        if (other == id || other == rootId) return;
        const std::string its = folded(c.name);
        if (its == mine) message = said("“{}” is already the name of another control.", c.name);
        if (its.starts_with(mine + ".")) message = said("“{}” is already a group: “{}” is in it.", name, c.name);
        if (!its.empty() && mine.starts_with(its + "."))
            message = said("“{}” is the name of a control, so it cannot be a group as well.", c.name);
        if (c.is().answer().shared && folded(c.text(Prop::group)) == mine)
            message = said("“{}” is already the name of a question.", c.text(Prop::group));
    });
    return message;
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

namespace {
/// How a name stands: `holders` have it, and the scheme proposes another where it is not its own.
void judge(NameStanding& s, const Form& form, const Control& c, const Plain& plain, bool needs, int holders) {
    const Scheme& scheme = schemeOf(form);
    const bool hyphens = scheme.letters == Scheme::Letters::kebab;
    if (c.name.empty()) {
        s.state = NameState::missing;
        s.says = said("Code and data have no name for it yet.");
    } else if (holders > 1) {
        s.state = NameState::doubled;
        s.says = said("Another control has this name, too.");
    } else if (Sentence wrong = identifierMisfit(c.name, hyphens); !wrong.empty()) {
        s.state = NameState::notIdentifier;
        s.says = wrong;
    } else if (machineMade(form, c, plain)) {
        s.state = NameState::machineMade;
        s.says = said("Nobody can tell from this name what the field asks for.");
    } else if (Sentence misfit = schemeMisfit(scheme, c.kind, c.name); !misfit.empty()) {
        s.state = NameState::breaksScheme;
        s.says = misfit;
    } else if (!c.ownName && needs && s.proposed != c.name) {
        s.state = NameState::breaksScheme;
        s.says = said("The label has changed.");
    } else {
        s.state = c.ownName ? NameState::own : NameState::byScheme;
    }
}
}  // namespace

std::map<Id, NameStanding> nameStandings(const Form& form) {
    const Taken taken = namesTaken(form, [](Id) { return false; });
    const Wordings wordings(form);
    const auto spoken = usesIn(form);
    std::unordered_map<Id, Plain> plains;
    Tried tried;
    std::map<Id, NameStanding> all;
    walk(form, rootId, [&](const Control& c, int) {
        if (c.id == rootId) return;
        NameStanding& s = all[c.id];
        const bool needs = needsNameWhere(form, c, [&](const std::string& n) { return spoken->speakOf(n); });
        if (!needs && c.name.empty()) {
            s.state = NameState::notNeeded;
            return;
        }
        const std::string own = folded(c.name);
        const Plain& plain = plains[c.id] = plainOf(form, c, wordings);
        const std::string stem = folded(plain.name);
        // The same words with the number they have already are no news.
        const bool numberedOnly = own.size() > stem.size() && own.starts_with(stem) && taken.at(own) == 1 &&
                                  own.find_first_not_of("0123456789_-", stem.size()) == std::string::npos;
        if (needs && numberedOnly)
            s.proposed = c.name;
        else if (needs)
            s.proposed = proposal(
                form, c, plain,
                [&](const std::string& name) {
                    auto at = taken.find(folded(name));
                    return at != taken.end() && at->second > (folded(name) == own ? 1 : 0);
                },
                &tried);
        judge(s, form, c, plain, needs, c.name.empty() ? 0 : taken.at(own));
    });
    // What has to be put right is proposed as it would be done: all of it together.
    std::vector<Id> wrong;
    for (const auto& [id, s] : all)
        if (isWrong(s.state)) wrong.push_back(id);
    if (!wrong.empty())
        for (const auto& [id, name] :
             proposedTogether(form, wrong, [&](const Control& c) -> const Plain& { return plains.at(c.id); }))
            all[id].proposed = name;
    return all;
}

}  // namespace brindel
