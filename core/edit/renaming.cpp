#include "core/edit/renaming.h"

#include <set>

#include "core/naming/identifiers.h"
#include "core/rules/meaning.h"
#include "core/rules/references.h"

namespace brindel {
namespace {

/// All formulas of the form (or of some controls) with names put in place of others.
Form formulasTurned(const Form& form, const std::map<std::string, std::string>& names,
                    const std::set<Id>* only = nullptr) {
    if (names.empty()) return form;
    Form next = form;
    form.controls.each([&](Id id, const Control& c) {
        if (only && !only->contains(id)) return;
        Control turned = withFormulas(c, [&](const std::string& formula) { return withNamesIn(formula, names); });
        if (turned != c) next = changed(std::move(next), id, [&](Control& k) { k = std::move(turned); });
    });
    return next;
}

}  // namespace

Form withNames(const Form& form, const std::map<Id, std::string>& names) {
    Form next = form;
    std::map<std::string, std::string> spoken;
    for (const auto& [id, name] : names) {
        const Control* c = form.find(id);
        if (!c || c->name == name) continue;
        // Of two controls with one name, formulas mean the first.
        if (!c->name.empty() && !name.empty()) spoken.emplace(c->name, name);
        next = changed(std::move(next), id, [&given = name](Control& k) { k.name = given; });
    }
    for (const auto& [id, name] : names)
        if (const std::string column = columnName(form, id), now = columnName(next, id);
            !column.empty() && !now.empty())
            if (column != now && column != form.find(id)->name) spoken.emplace(column, now);
    return formulasTurned(next, spoken);
}

Form nameFollowed(const Form& form, Id id) {
    const Control* c = form.find(id);
    if (!c || c->ownName || id == rootId) return form;
    return withNames(form, {{id, proposedName(form, id)}});
}

Form namesFollowed(const Form& form, const Ids& ids) {
    Ids following = ids;
    std::erase_if(following, [&](Id id) {
        const Control* c = form.find(id);
        return !c || c->ownName || id == rootId;
    });
    return following.empty() ? form : withNames(form, proposedNames(form, following));
}

Form namedByScheme(const Form& form, const Ids& ids) {
    Form next = withNames(form, proposedNames(form, ids));
    for (Id id : ids)
        if (const Control* c = next.find(id); c && c->ownName && id != rootId)
            next = changed(std::move(next), id, [](Control& k) { k.ownName = false; });
    return next;
}

Form underScheme(const Form& form, const Scheme& scheme, OwnNames own) {
    const Scheme before = schemeOf(form);
    Form next = form;
    next.scheme = scheme == shippedSchemes().front() ? nullptr : std::make_shared<const Scheme>(scheme);
    std::map<std::string, std::string> questions;
    form.controls.each([&](Id id, const Control& c) {
        if (!c.is().answer().shared || c.text(Prop::group).empty()) return;
        const std::string& group = c.text(Prop::group);
        const std::string name = own == OwnNames::kept ? group : recast(before, scheme, c.kind, group);
        if (name == group) return;
        questions.emplace(group, name);
        next = changed(std::move(next), id, [&](Control& k) { k.set(Prop::group, name); });
    });
    Ids following;
    std::map<Id, std::string> names;
    for (Id id : allIds(form)) {
        const Control& c = *form.find(id);
        if (!c.ownName || own == OwnNames::dropped) {
            following.push_back(id);
        } else if (own == OwnNames::recast && !c.name.empty()) {
            names[id] = recast(before, scheme, c.kind, c.name);
        }
    }
    // Names set by hand first: the others make way for them. Two that are one under the new scheme are told apart.
    std::set<std::string> taken;
    for (auto& [id, name] : names) {
        const std::string wanted = name;
        for (int number = 2; !taken.insert(folded(name)).second; ++number) name = wanted + std::to_string(number);
    }
    // All change together, or a name that one gives up and another takes would be mixed up in the formulas.
    Form named = next;
    for (const auto& [id, name] : names)
        named = changed(std::move(named), id, [&given = name](Control& k) { k.name = given; });
    for (const auto& [id, name] : proposedNames(named, following)) names[id] = name;
    next = withNames(formulasTurned(next, questions), names);
    if (own == OwnNames::dropped)
        for (Id id : following)
            if (next.find(id)->ownName) next = changed(std::move(next), id, [](Control& k) { k.ownName = false; });
    return next;
}

std::map<Id, std::string> namesReplaced(const Form& form, const Ids& ids, const std::string& find,
                                        const std::string& replacement, std::map<Id, Sentence>* left) {
    std::map<Id, std::string> names;
    if (find.empty()) return names;
    for (Id id : ids) {
        const Control* c = form.find(id);
        if (!c || id == rootId || c->name.find(find) == std::string::npos) continue;
        std::string name = c->name;
        for (std::size_t at = name.find(find); at != std::string::npos; at = name.find(find, at + replacement.size()))
            name.replace(at, find.size(), replacement);
        if (name != c->name) names[id] = name;
    }
    // Each is judged among the others as they would be, so that a whole row can move on by one. One that has to stay
    // may stand in the way of another, so this goes on until all that are left can be given together.
    for (bool stayed = true; stayed;) {
        stayed = false;
        const Form then = withNames(form, names);
        for (auto at = names.begin(); at != names.end();) {
            Sentence wrong = nameMisfit(then, at->first, at->second);
            stayed = stayed || !wrong.empty();
            if (!wrong.empty() && left) (*left)[at->first] = wrong;
            at = wrong.empty() ? std::next(at) : names.erase(at);
        }
    }
    return names;
}

Form questionCarried(const Form& form, Id radio, const std::string& before) {
    const Control* c = form.find(radio);
    if (!c || !c->is().answer().shared || before.empty()) return form;
    bool left = form.named(before) != nullptr;
    form.controls.each(
        [&](Id, const Control& k) { left = left || (k.is().answer().shared && k.text(Prop::group) == before); });
    const std::string now = answerName(form, *c);
    return left || now == before ? form : formulasTurned(form, {{before, now}});
}

Form namesOfCopies(const Form& form, const Form& clip, const std::map<Id, Id>& copies) {
    std::map<std::string, std::string> spoken;
    std::map<Id, std::string> before;
    std::set<Id> copied;
    for (const auto& [from, to] : copies) {
        const Control* original = clip.find(from);
        if (!original || !form.find(to)) continue;
        copied.insert(to);
        before[to] = original->name;
    }
    // A copy that nothing labels keeps what its original was called.
    Ids following;
    for (Id id : copied)
        if (!form.find(id)->ownName && !wordingFor(form, id).empty()) following.push_back(id);
    Form next = form;
    for (const auto& [id, name] : proposedNames(form, following))
        if (next.find(id)->name != name)
            next = changed(std::move(next), id, [&given = name](Control& k) { k.name = given; });
    for (const auto& [id, name] : before)
        if (!name.empty() && next.find(id)->name != name) {
            spoken.emplace(name, next.find(id)->name);
            // And of its column.
            const Form as = changed(next, id, [&was = name](Control& k) { k.name = was; });
            if (const std::string was = columnName(as, id); !was.empty() && was != name)
                spoken.emplace(was, columnName(next, id));
        }
    return formulasTurned(next, spoken, &copied);
}

}  // namespace brindel
