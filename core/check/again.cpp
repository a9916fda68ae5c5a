// Looking again after an edit: only at what it can have changed.
#include <algorithm>
#include <set>

#include "core/check/families.h"
#include "core/check/silence.h"
#include "core/model/form_index.h"

namespace brindel {
namespace {

/// What of a control can change, as far as checks look at it.
enum Part : unsigned { names = 1, boxes = 2, wording = 4, entries = 8, acts = 16, access = 32, look = 64 };
constexpr unsigned everything = 127;

unsigned partOf(Group group) {
    switch (group) {
        case Group::identity:
            return wording;
        case Group::place:
        case Group::window:
        case Group::paper:
            return boxes;
        case Group::entry:
        case Group::choices:
        case Group::table:
            return entries;
        case Group::action:
            return acts;
        case Group::protection:
            return access;
        case Group::look:
            return look;
        case Group::often:  // no property is of it
        case Group::receiver:
            return 0;
    }
    return everything;
}

/// What the checks of a family look at, in the order of CheckFamily.
constexpr unsigned looksAt[] = {
    /* names */ names | wording | entries | acts,
    /* wording */ wording | boxes | look | entries | acts | access | names,
    /* layout */ boxes | wording | acts | entries | names,
    /* order */ boxes | acts | access | wording | entries | names,
    /* entries */ everything,
    /* rules */ names | wording | entries | acts | access,
    /* protection */ names | wording | entries | acts | access,
    /* looks */ look | wording,
};

/// Those that look at less than their family does.
constexpr std::pair<std::string_view, unsigned> looksAtLess[] = {
    {"noAccept", acts | access | entries},
    {"noCancel", acts | access | entries},
    {"noNext", acts},
    {"pageNotReached", acts},
    {"idleStop", acts | access | entries | names},
    {"firstNotFirst", acts | access | entries},
    {"leftOut", acts | access | entries},
    {"deadSpace", boxes},
    {"hiddenRoom", boxes | acts},
    {"loneRadio", entries},
    {"questionSplit", entries},
    {"cannotBeGiven", entries | acts | access},
    {"idleButton", acts},
    {"silentMessage", acts},
    {"neverFires", acts | entries},
    {"formulaBroken", names | entries | acts},
    {"formulaCircle", names | entries | acts},
    {"ruleBroken", names | entries | acts},
    {"lockedEmpty", entries | acts | access},
    {"openWorkedOut", names | entries | acts | access},
};
unsigned lookedAtBy(const CheckRow& check) {
    const auto less = std::ranges::find(looksAtLess, check.key, &std::pair<std::string_view, unsigned>::first);
    return less != std::end(looksAtLess) ? less->second : looksAt[std::size_t(check.family)];
}

/// How far from a control that has changed a check's findings can change: at itself and its nearest (its label, what it
/// labels, its container and what is in it, its question); in its container; anywhere.
enum class Far { control, container, form };
Far farOf(std::string_view key) {
    static constexpr std::string_view near[] = {
        "wordless",     "labelless",       "wordingCut",    "translationCut", "smallTarget",   "outside",
        "offPaper",     "notLevel",        "labelFar",      "noChoices",      "choiceTwice",   "rangeUpsideDown",
        "wrongLetters", "startNotAllowed", "longList",      "promptAsChoice", "moreThanRoom",  "noLimit",
        "noRange",      "shortYear",       "sampleRefused", "countNotKept",   "maybePersonal", "secretInClear",
        "secretKept",   "lowContrast",     "smallText",     "strangeFont",    "colourAlone",   "leftOut",
        "untranslated", "reworded",        "cutInLanguage"};
    static constexpr std::string_view inContainer[] = {"overlap", "edgesNear", "sizesNear", "unevenGaps"};
    if (std::ranges::find(near, key) != std::end(near)) return Far::control;
    return std::ranges::find(inContainer, key) != std::end(inContainer) ? Far::container : Far::form;
}

struct Change {
    bool whole = false;  // more than single controls: everything is to be looked at
    unsigned parts = 0;
    Ids near, holders;  // in the order of the form
};

unsigned partsChanged(const Control& a, const Control& b) {
    unsigned parts = 0;
    if (a.name != b.name || a.ownName != b.ownName) parts |= names;
    if (!(a.box == b.box)) parts |= boxes;
    if (!(a.formulas == b.formulas) || !(a.rules == b.rules)) parts |= acts;
    for (const Control* one : {&a, &b})
        for (const auto& [prop, value] : one->own) {
            const Value* other = (one == &a ? b : a).own.find(prop);
            if (!other || *other != value) parts |= partOf(row(prop).group);
        }
    return parts;
}

Change changeBetween(const Form& before, const Form& after) {
    Change change;
    std::set<Id> near, holders;
    constexpr std::size_t many = 50;  // from here on looking at everything is as quick
    before.controls.differences(after.controls, [&](Id id, const Control* a, const Control* b) {
        if (change.whole || near.size() > many) {
            change.whole = true;
            return;
        }
        if (!a || !b || id == rootId || a->kind != b->kind || a->parent != b->parent || a->children != b->children) {
            change.whole = true;
            return;
        }
        change.parts |= partsChanged(*a, *b);
        holders.insert(a->parent);
        if (b->is().holds) holders.insert(id);
        // Who it labels may be another than before.
        for (Id one :
             {id, a->parent, after.index()->labelOf(id), a->reference(Prop::labels), b->reference(Prop::labels)})
            if (after.find(one)) near.insert(one);
        if (b->children.size() > many)
            change.whole = true;
        else
            walk(after, id, [&](const Control& c, int) { near.insert(c.id); });
        for (Id one : after.index()->radioGroupOf(id)) near.insert(one);
    });
    change.whole = change.whole || before.styles != after.styles || before.scheme != after.scheme ||
                   before.translations != after.translations || before.seal != after.seal || near.size() > 20 * many;
    near.erase(rootId);
    change.near.assign(near.begin(), near.end());
    change.holders.assign(holders.begin(), holders.end());
    auto inOrder = [&](Id id) { return after.index()->placeInOrder(id); };
    std::ranges::sort(change.near, {}, inOrder);
    return change;
}

/// What a check finds now, from what it found before.
Findings foundAgain(const CheckRow& check, const Form& form, const FontBook& fonts, const Change& change,
                    const Checked& part, const Checked& whole, Findings& before) {
    Findings now;
    const Far far = farOf(check.key);
    if (far == Far::form) {
        check.find(whole, now);
        return now;
    }
    Checked some{form, fonts, part.only, part.holders, &before};
    some.lettered_ = part.lettered_;
    check.find(some, now);
    const std::set<Id> near(change.near.begin(), change.near.end()),
        holders(change.holders.begin(), change.holders.end());
    // One finding over all gathers what it had before by itself.
    if (!now.empty() && now.front().controls.front() == rootId && now.front().controls.size() > 1) return now;
    const auto again = [&](const Finding& f) {
        const Id first = f.controls.front();
        if (first == rootId) return true;
        const Control* c = form.find(first);
        return !c || (far == Far::control ? near.contains(first) : holders.contains(c->parent));
    };
    for (Finding& f : before)
        if (!again(f)) now.push_back(std::move(f));
    return now;
}

}  // namespace

Findings findingsAfter(const Form& form, const FontBook& fonts, Looked& before, const std::stop_token& stop) {
    const bool first = before.found.size() != allChecks().size();
    const Change change = first ? Change{true, everything, {}, {}} : changeBetween(before.form, form);
    const Checked whole{form, fonts};
    const Checked part{form, fonts, &change.near, &change.holders};
    const auto index = form.index();
    Looked now{form, {}};
    Findings all;
    for (std::size_t i = 0; i < allChecks().size(); ++i) {
        const CheckRow& check = allChecks()[i];
        if (stop.stop_requested()) {
            before = {};
            return all;
        }
        const bool asBefore = !change.whole && !(change.parts & lookedAtBy(check));
        Findings found;
        if (change.whole)
            check.find(whole, found);
        else if (asBefore)
            found = std::move(before.found[i]);
        else
            found = foundAgain(check, form, fonts, change, part, whole, before.found[i]);
        for (Finding& f : found) {
            f.check = &check;
            f.silenced = silenceOf(form, f);
        }
        // In the order of the form, however they were found.
        if (!asBefore && found.size() > 1)
            std::ranges::stable_sort(found, {},
                                     [&](const Finding& f) { return index->placeInOrder(f.controls.front()); });
        all.insert(all.end(), found.begin(), found.end());
        now.found.push_back(std::move(found));
    }
    before = std::move(now);
    std::ranges::stable_sort(all, {}, [](const Finding& f) { return f.check->severity; });
    return all;
}

}  // namespace brindel
