#include "core/compare/compare.h"

#include <fmt/format.h>

#include <algorithm>
#include <set>
#include <unordered_map>

#include "core/file/json_text.h"
#include "core/model/looks.h"
#include "core/rules/rule_text.h"
#include "core/seal/seal.h"
#include "core/text/fonts.h"
#include "core/text/languages.h"
#include "core/text/words.h"

namespace brindel {
namespace {

using std::string;

/// A text as a sentence repeats it: in quotes, on one line, and not longer than one.
string quoted(const string& text) {
    constexpr std::size_t most = 60;
    string line = text;
    std::ranges::replace(line, '\n', ' ');
    return "“" + (characterCount(line) > most ? firstCharacters(line, most) + "…" : line) + "”";
}

bool isEmpty(const Value& value) {
    if (const auto* text = std::get_if<string>(&value)) return text->empty();
    if (const auto* choices = std::get_if<Choices>(&value)) return choices->empty();
    if (const auto* to = std::get_if<Reference>(&value)) return to->id == noControl;
    return false;
}

/// A value as people read it.
string inWords(const Form& form, Prop prop, const Value& value) {
    if (isEmpty(value)) return "nothing";
    if (const auto* yes = std::get_if<bool>(&value)) return *yes ? "yes" : "no";
    if (const auto* number = std::get_if<double>(&value)) return numberText(*number);
    if (const auto* to = std::get_if<Reference>(&value)) {
        const Control* c = form.find(to->id);
        return c ? quoted(calledBy(form, *c)) : "a control that is gone";
    }
    if (const auto* choices = std::get_if<Choices>(&value))
        return choices->size() == 1 ? "1 entry" : fmt::format("{} entries", choices->size());
    const string& text = std::get<string>(value);
    switch (row(prop).type) {
        case Type::oneOf:
            return quoted(string(tokenWord(prop, text)));
        case Type::image:
            return "a picture";
        default:
            return quoted(text);
    }
}

// ---- what a change means to those who have the form already ----

struct Meaning {
    Prop prop;
    bool more;  // a greater value, or a yes, asks more of replies
    Sentence (*asks)();
};
constexpr Meaning meanings[] = {
    {Prop::required, true, [] { return said("Earlier replies may lack it."); }},
    {Prop::least, true, [] { return said("Earlier replies may have less."); }},
    {Prop::most, false, [] { return said("Earlier replies may have more."); }},
    {Prop::atLeast, true, [] { return said("Earlier replies may have fewer choices."); }},
    {Prop::atMost, false, [] { return said("Earlier replies may have more choices."); }},
    {Prop::maxLength, false, [] { return said("Earlier replies may be longer."); }},
    {Prop::decimals, false, [] { return said("Earlier replies may have more decimals."); }},
};

/// A limit as a number: the one that is not there lets everything through.
std::optional<double> limitOf(Prop prop, const Value& value) {
    if (const auto* yes = std::get_if<bool>(&value)) return *yes ? 1 : 0;
    const auto* number = std::get_if<double>(&value);
    if (!number) return std::nullopt;
    const bool none = *number == 0 && (prop == Prop::maxLength || prop == Prop::atMost);
    return none ? std::nullopt : std::optional(*number);
}

Sentence meaningOf(Prop prop, const Value& was, const Value& is) {
    if (prop == Prop::pattern && !isEmpty(is)) return said("Earlier replies may not match it.");
    if (prop == Prop::valid && !isEmpty(is)) return said("Earlier replies may break it.");
    if ((prop == Prop::earliest || prop == Prop::earliestTime) && !isEmpty(is))
        return said("Earlier replies may have earlier dates.");
    if ((prop == Prop::latest || prop == Prop::latestTime) && !isEmpty(is))
        return said("Earlier replies may have later dates.");
    if (prop == Prop::value) return said("Earlier replies and code have its old value.");
    if (prop == Prop::many) return said("Earlier replies have another type of answer.");
    if (prop == Prop::group) return said("Earlier replies answer another question.");
    const auto at = std::ranges::find(meanings, prop, &Meaning::prop);
    if (at == std::end(meanings)) return {};
    const auto before = limitOf(prop, was), now = limitOf(prop, is);
    if (!now) return {};
    const bool tighter = !before || (at->more ? *now > *before : *now < *before);
    return tighter ? at->asks() : Sentence{};
}

// ---- choices ----

Sentence choicesSay(const Choices& was, const Choices& is, Sentence& means) {
    // A field may have thousands of them.
    auto byValue = [](const Choices& all) {
        std::unordered_map<std::string_view, const Choice*> known;
        for (const Choice& c : all) known.try_emplace(c.value, &c);
        return known;
    };
    const auto then = byValue(was), now = byValue(is);
    std::vector<string> fresh, gone, reworded;
    for (const Choice& c : is)
        if (!then.contains(c.value)) fresh.push_back(c.text);
    for (const Choice& c : was) {
        const auto at = now.find(c.value);
        if (at == now.end())
            gone.push_back(c.text);
        else if (at->second->text != c.text)
            reworded.push_back(at->second->text);
    }
    if (!gone.empty()) means = said("Replies that chose it have an answer that is no longer offered.");
    auto listed = [](const std::vector<string>& all) {
        string list;
        constexpr std::size_t most = 3;
        for (std::size_t i = 0; i < std::min(most, all.size()); ++i) list += (i ? ", " : "") + quoted(all[i]);
        return all.size() > most ? fmt::format("{} and {} more", list, all.size() - most) : list;
    };
    string says;
    auto part = [&](const string& one) { says += (says.empty() ? "" : "; ") + one; };
    if (!fresh.empty()) part((fresh.size() == 1 ? "has a new choice " : "has new choices ") + listed(fresh));
    if (!gone.empty())
        part((gone.size() == 1 ? "no longer has the choice " : "no longer has the choices ") + listed(gone));
    if (!reworded.empty()) part("rewords: " + listed(reworded));
    if (says.empty()) part(was.size() == is.size() ? "has its choices in another order" : "its choices changed");
    return asSaid(says);
}

/// What a property has become.
Sentence says(const Form& before, const Form& after, Prop prop, const Value& was, const Value& is) {
    const string word(row(prop).word);
    const string then = inWords(before, prop, was), now = inWords(after, prop, is);
    if (prop == Prop::required) return std::get<bool>(is) ? said("is now required") : said("is no longer required");
    if (prop == Prop::text || prop == Prop::title) return said("its wording is {} now; it was {}", now, then);
    if (prop == Prop::least && !isEmpty(is) && !isEmpty(was))
        return said("accepts {} or more now; it accepted {} or more", now, then);
    if (prop == Prop::most && !isEmpty(is) && !isEmpty(was))
        return said("accepts at most {} now; it accepted at most {}", now, then);
    if (isEmpty(is)) return said("“{}” is no longer set; it was {}", wordPart(word), then);
    if (isEmpty(was)) return said("“{}” is {} now; it was not set", wordPart(word), now);
    return said("“{1}” changed from {2} to {0}", now, wordPart(word), then);
}

/// Finds what is the same control in two forms: the one of the same kind with the same id and name, else with the same
/// name, else with the same id.
std::unordered_map<Id, Id> matched(const Form& before, const Form& after) {
    std::unordered_map<Id, Id> same;  // of the second form: the one of the first
    std::set<Id> taken;
    auto match = [&](auto candidate) {
        after.controls.each([&](Id id, const Control& c) {
            const Control* was = same.contains(id) ? nullptr : candidate(c);
            if (was && was->kind == c.kind && !taken.contains(was->id)) {
                same[id] = was->id;
                taken.insert(was->id);
            }
        });
    };
    match([&](const Control& c) {
        const Control* was = before.find(c.id);
        if (!was || was->kind != c.kind || was->name != c.name) return c.is().root ? was : nullptr;
        // Wording without a name is the same where it reads the same.
        const bool reads = !c.is().speaks || !c.name.empty() || was->text(Prop::text) == c.text(Prop::text);
        return reads ? was : nullptr;
    });
    match([&](const Control& c) { return c.name.empty() ? nullptr : before.named(c.name); });
    // A label is the one of its field.
    const auto then = before.index();
    match([&](const Control& c) -> const Control* {
        if (!c.is().speaks) return nullptr;
        const auto field = same.find(c.reference(Prop::labels));
        return field == same.end() ? nullptr : before.find(then->labelOf(field->second));
    });
    match([&](const Control& c) { return before.find(c.id); });
    return same;
}

struct Comparing {
    const Form &before, &after;
    std::unordered_map<Id, Id> same = matched(before, after);
    std::set<Id> still = {};  // of the first form: what is in the second
    std::vector<Difference> all = {};

    Difference about(const Control* was, const Control* is, const string& property) const {
        const Form& form = is ? after : before;
        const Control& c = is ? *is : *was;
        return {was ? was->id : noControl,
                is ? is->id : noControl,
                c.name.empty() ? idText(c.id) : c.name,
                c.is().root ? string("the form") : calledBy(form, c),
                property,
                {},
                {}};
    }
    void add(const Control* was, const Control* is, const string& property, Sentence what, Sentence means = {}) {
        Difference one = about(was, is, property);
        one.says = std::move(what);
        one.means = std::move(means);
        all.push_back(std::move(one));
    }
    void properties(const Control& was, const Control& is) {
        for (Prop prop : is.is().props) {
            const Value &then = was.get(prop), &now = is.get(prop);
            if (then == now) continue;
            if (const auto* to = std::get_if<Reference>(&now); to && to->id != noControl)
                if (const auto at = same.find(to->id); at != same.end() && at->second == std::get<Reference>(then).id)
                    continue;
            // That what it speaks of is gone is said of that.
            if (const auto* to = std::get_if<Reference>(&then); to && isEmpty(now) && !still.contains(to->id)) continue;
            const string key(row(prop).key);
            if (const auto* choices = std::get_if<Choices>(&now); choices && prop == Prop::choices) {
                Sentence means;
                Sentence what = choicesSay(std::get<Choices>(then), *choices, means);
                add(&was, &is, key, std::move(what), std::move(means));
                continue;
            }
            add(&was, &is, key, says(before, after, prop, then, now), meaningOf(prop, then, now));
        }
        std::set<Prop> worked;
        for (const Control* one : {&was, &is})
            for (const auto& [prop, formula] : one->formulas) worked.insert(prop);
        for (Prop prop : worked) {
            const string* then = was.formulas.find(prop);
            const string* now = is.formulas.find(prop);
            if (then && now && *then == *now) continue;
            const string word(row(prop).word);
            add(&was, &is, string(row(prop).key) + " =",
                !now    ? said("“{}” is no longer worked out", wordPart(word))
                : !then ? said("“{}” is worked out now: {}", wordPart(word), quoted("=" + *now))
                        : said("“{}” is worked out differently: {}", wordPart(word), quoted("=" + *now)),
                prop == Prop::required && now ? said("Earlier replies may lack it.") : Sentence{});
        }
    }

    void place(const Control& was, const Control& is) {
        const auto at = same.find(is.parent);
        const bool moved = is.parent != noControl && (at == same.end() || at->second != was.parent);
        if (moved) {
            const Control* in = after.find(is.parent);
            add(&was, &is, "in",
                in && !in->is().root ? said("is in {} now", quoted(calledBy(after, *in)))
                                     : said("is on the form itself now"));
        }
        if (is.box == was.box) return;
        const bool size = is.box.width != was.box.width || is.box.height != was.box.height;
        const bool spot = is.box.left != was.box.left || is.box.top != was.box.top;
        const string now = fmt::format("{} × {}", numberText(is.box.width), numberText(is.box.height));
        add(&was, &is, "box",
            size && spot ? said("has moved, and is {}", now)
            : size       ? said("is {} now", now)
                         : said("has moved"));
    }

    void order(const Control& was, const Control& is) {
        // Those that are in both, as each has them.
        std::vector<Id> now, then;
        for (Id id : is.children)
            if (const auto at = same.find(id); at != same.end() && before.find(at->second)->parent == was.id)
                now.push_back(at->second);
        std::unordered_map<Id, bool> both;
        for (Id id : now) both[id] = true;
        for (Id id : was.children)
            if (both.contains(id)) then.push_back(id);
        if (now != then)
            add(&was, &is, "order", said("its contents have another order"), said("The tab order is different."));
    }

    void control(const Control& is) {
        const auto at = same.find(is.id);
        if (at == same.end()) {
            add(nullptr, &is, "control", said("is new: a {}", wordPart(string(is.is().word))),
                isFilled(is) ? (is.yes(Prop::required) ? said("Earlier replies lack it.")
                                                       : said("Earlier replies have no answer to it."))
                             : Sentence{});
            return;
        }
        const Control& was = *before.find(at->second);
        if (was == is) return;
        if (was.name != is.name)
            add(&was, &is, "name",
                said("is called {} now; it was {}", is.name.empty() ? string("nothing") : is.name,
                     was.name.empty() ? string("nothing") : was.name),
                isFilled(is) || is.is().pressed ? said("Code and earlier replies have its old name.") : Sentence{});
        if (!(was.own == is.own && was.formulas == is.formulas)) properties(was, is);
        if (!is.is().paper && !is.is().turned && !is.is().inGrid) place(was, is);
        if (is.children != was.children) order(was, is);
        if (!(was.rules == is.rules)) {
            const string one = is.rules.size() == 1 ? ruleText(after, is.id, is.rules[0]) : "";
            add(&was, &is, "rules",
                is.rules.empty() ? said("has no rules any more")
                : one.empty()    ? said("its rules changed: {1} before, {0} now", is.rules.size(), was.rules.size())
                                 : said("its rules changed: {}", quoted(one)));
        }
    }

    void form() {
        const Styles none;
        const Styles& then = before.styles ? *before.styles : none;
        const Styles& now = after.styles ? *after.styles : none;
        for (const Style& style : now) {
            const auto was = std::ranges::find(then, style.key, &Style::key);
            if (was == then.end() || !(was->look == style.look))
                add(&before.root(), &after.root(), "style " + style.key, said("has another look for “{}”", style.word));
        }
        for (const Style& style : then)
            if (std::ranges::find(now, style.key, &Style::key) == now.end())
                add(&before.root(), &after.root(), "style " + style.key,
                    said("no longer has the style “{}”", style.word));
        static const Translations noTranslations;
        const Translations& said_ = before.translations ? *before.translations : noTranslations;
        const Translations& says_ = after.translations ? *after.translations : noTranslations;
        for (const auto& [language, texts] : says_)
            if (const auto at = said_.find(language); at == said_.end())
                add(&before.root(), &after.root(), "translations " + language,
                    said("has {} wording now", languageCalled(language)));
            else if (at->second != texts)
                add(&before.root(), &after.root(), "translations " + language,
                    said("its {} wording changed", languageCalled(language)));
        for (const auto& [language, texts] : said_)
            if (!says_.contains(language))
                add(&before.root(), &after.root(), "translations " + language,
                    said("no longer has {} wording", languageCalled(language)));
        if (bool(before.seal) != bool(after.seal))
            add(&before.root(), &after.root(), "seal",
                after.seal ? said("is sealed now") : said("is no longer sealed"));
        else if (after.seal && (before.seal->hash != after.seal->hash || before.seal->salt != after.seal->salt))
            add(&before.root(), &after.root(), "seal", said("has another seal: it was sealed again"));
    }
};

}  // namespace

std::vector<Difference> differencesOf(const Form& before, const Form& after) {
    Comparing c{before, after};
    for (const auto& [now, then] : c.same) c.still.insert(then);
    if (before.root().kind != after.root().kind)
        c.add(&before.root(), &after.root(), "kind",
              said("is a {} now; it was a {}", wordPart(string(after.root().is().word)),
                   wordPart(string(before.root().is().word))));
    else
        c.control(after.root());
    c.form();
    for (Id id : allIds(after)) c.control(*after.find(id));
    for (Id id : allIds(before))
        if (!c.still.contains(id)) {
            const Control& was = *before.find(id);
            c.add(&was, nullptr, "control", said("is gone"),
                  isFilled(was)      ? said("Earlier replies still answer it; new ones do not.")
                  : was.is().pressed ? said("Code that waits for it never gets it.")
                                     : Sentence{});
        }
    return std::move(c.all);
}

std::vector<Difference> markDifferences(const Opened& before, const Opened& after) {
    Comparing c{before.form, after.form};
    auto add = [&](const Sentence& says, const Sentence& means) {
        c.add(&before.form.root(), &after.form.root(), "seal mark", says, means);
    };
    const Sentence byHand = said("It may have been changed by hand.");
    if (before.form.seal && (sealState(before.form) == SealState::damaged || !hasMark(before.form)))
        add(said("had a seal that is damaged, or without its mark"), byHand);
    if (after.form.seal && (sealState(after.form) == SealState::damaged || !hasMark(after.form)))
        add(said("has a seal that is damaged, or without its mark"), byHand);
    if (!c.all.empty() || !before.form.seal || !after.form.seal || before.form.seal->salt != after.form.seal->salt)
        return std::move(c.all);
    const bool sameMark = before.form.seal->mark == after.form.seal->mark, sameDesign = before.digest == after.digest;
    if (sameDesign && !sameMark)
        add(said("has another mark of its seal over the same design"),
            said("One of the two marks does not belong to its seal."));
    if (sameMark && !sameDesign)
        add(said("has the mark that its seal had over another design"), said("One of the two was changed by hand."));
    return std::move(c.all);
}

string differenceLine(const Difference& one) {
    string line = one.called;
    if (one.called != one.control && one.called != "the form" && !idFrom(one.control)) line += " (" + one.control + ")";
    if (one.called == "the form") line = "The form";
    line += ": " + one.says.text() + ".";
    if (!one.means.empty()) line += " " + one.means.text();
    return line;
}

string differencesJson(const Form& before, const Form& after, const std::vector<Difference>& all) {
    Json list = Json::array();
    for (const Difference& one : all) {
        Json row = {{"control", one.control},
                    {"called", one.called},
                    {"property", one.property},
                    {"sentence", one.says.text()}};
        row["means"] = one.means.empty() ? Json() : Json(one.means.text());
        list.push_back(std::move(row));
    }
    return jsonText({{"before", {{"form", before.root().name}, {"version", before.revision}}},
                     {"after", {{"form", after.root().name}, {"version", after.revision}}},
                     {"changes", list}});
}

}  // namespace brindel
