#include "core/order/access_keys.h"

#include <rapidcheck.h>

#include <random>

#include "core/edit/routing.h"
#include "core/text/key_letters.h"
#include "tests/support.h"

using namespace brindel;
using namespace brindel::test;

namespace {

/// A form made up of single words: a few labels, ticks and buttons outside, and pages of them in tabs, sometimes with
/// tabs within a page or a second tabs control beside the first.
Form madeUp(unsigned seed, int most) {
    std::mt19937 random(seed);
    auto upTo = [&](int n) { return int(random() % unsigned(n)); };
    // Few letters, so that they run short.
    auto word = [&] {
        std::string text;
        for (int i = 0; i < 1 + upTo(3); ++i) text += char('a' + upTo(most < 9 ? 4 : 7));
        return text;
    };
    Form form = newForm(Kind::dialog);
    auto fill = [&](Id container, int count) {
        for (int i = 0; i < count; ++i) {
            Control c = freshControl(upTo(2) ? Kind::checkBox : Kind::button);
            c.set(Prop::text, word());
            c.box = {10, 30.0 * i, 50, 20};
            form = placed(form, container, c).form;
        }
    };
    fill(rootId, upTo(most / 3 + 1));
    const int tabs = 1 + upTo(2);
    for (int t = 0; t < tabs; ++t) {
        Edited made = placed(form, rootId, freshControl(Kind::tabs));
        form = made.form;
        for (Id page : std::vector<Id>(form.find(made.ids[0])->children)) {
            form = withProperty(form, {page}, Prop::text, word());
            fill(page, upTo(most / 3 + 1));
        }
    }
    return form;
}

int servedBy(const Form& form) {
    const auto keys = chosenKeys(form);
    return int(std::ranges::count_if(keys, [](const auto& one) { return !one.second.empty(); }));
}

/// The most that can be served, by trying everything.
int best(const Form& form) {
    const std::vector<KeyBearer> bearers = keyBearers(form);
    std::vector<std::vector<std::string>> letters;
    for (const KeyBearer& b : bearers) {
        std::set<std::string> own;
        for (const KeyLetter& l : keyLetters(b.wording, "en")) own.insert(l.upper);
        letters.emplace_back(own.begin(), own.end());
    }
    std::vector<std::vector<bool>> together(bearers.size(), std::vector<bool>(bearers.size()));
    for (std::size_t i = 0; i < bearers.size(); ++i)
        for (std::size_t j = 0; j < bearers.size(); ++j)
            together[i][j] = seenTogether(form, bearers[i].id, bearers[j].id);
    std::vector<std::string> held(bearers.size());
    int most = 0;
    auto go = [&](auto&& self, std::size_t at, int count) -> void {
        if (count + int(bearers.size() - at) <= most) return;
        if (at == bearers.size()) {
            most = count;
            return;
        }
        for (const std::string& l : letters[at]) {
            bool free = true;
            for (std::size_t j = 0; j < at; ++j) free = free && !(held[j] == l && together[at][j]);
            if (!free) continue;
            held[at] = l;
            self(self, at + 1, count + 1);
            held[at].clear();
        }
        self(self, at + 1, count);
    };
    go(go, 0, 0);
    return most;
}

std::map<std::string, std::string> keysOf(const Form& form) {
    std::map<std::string, std::string> keys;
    for (const KeyBearer& b : keyBearers(form)) keys[b.wording] = b.key;
    return keys;
}

}  // namespace

TEST(AccessKeys, NoneClashOnAnyDemoFormAndAllAreServedInDialogs) {
    for (const char* name : {"lift-out-booking", "mooring-permit", "pontoon-fault-note", "slip-inspection",
                             "winter-storage-agreement", "yard-charges"}) {
        const Form form = withKeysChosen(demo(name));
        EXPECT_TRUE(keyClashes(form).empty()) << name;
        for (const KeyBearer& b : keyBearers(form))
            if (form.isDialog()) EXPECT_FALSE(b.key.empty()) << name << ": " << b.wording;
        EXPECT_TRUE(sameContent(withKeysChosen(form), form)) << "and choosing again changes nothing";
    }
}

TEST(AccessKeys, ServeAsManyAsCanBeServed) {
    int short_ = 0;
    for (unsigned seed = 1; seed <= 50; ++seed) {
        const Form form = madeUp(seed, 9);
        const int most = best(form);
        EXPECT_EQ(servedBy(form), most) << "seed " << seed;
        short_ += most < int(keyBearers(form).size());
        EXPECT_TRUE(keyClashes(withKeysChosen(form)).empty()) << "seed " << seed;
    }
    EXPECT_GT(short_, 10) << "the forms must be tight enough to tell";
}

TEST(AccessKeys, LargerFormsHaveNoClashEither) {
    for (unsigned seed = 100; seed < 120; ++seed) {
        const Form form = withKeysChosen(madeUp(seed, 40));
        EXPECT_TRUE(keyClashes(form).empty()) << seed;
        for (const KeyBearer& b : keyBearers(form))
            if (!b.key.empty()) EXPECT_NE(keyPlace(b.wording, b.key).second, 0u) << b.wording << " has no " << b.key;
    }
}

TEST(AccessKeys, FirstLettersOfWordsThenConsonants) {
    const Form form = withKeysChosen(
        jotted("Boat name: text 9\nBerth: text 9\nBeam: number\nOwner: text 9\n[Cancel] [Clear] [Book]*\n"));
    const auto keys = keysOf(form);
    EXPECT_EQ(keys.at("Boat name"), "N");
    EXPECT_EQ(keys.at("Owner"), "O");
    std::set<std::string> seen;
    for (const auto& [wording, key] : keys) EXPECT_TRUE(seen.insert(key).second) << wording;
    for (const char* wording : {"Berth", "Beam", "Book", "Cancel", "Clear"})
        EXPECT_EQ(std::string("AEIOU").find(keys.at(wording)), std::string::npos) << wording;
}

TEST(AccessKeys, ThePagesOfTabsCountApart) {
    const Form form =
        withKeysChosen(jotted("## Vessel\nName: text 9\n[Next]\n## Owner\nName: text 9\n[Next]\n[Book]*\n"));
    int names = 0;
    for (const KeyBearer& b : keyBearers(form))
        if (b.wording == "Name") {
            ++names;
            EXPECT_TRUE(b.key == "N" || b.key == "M") << b.key;
        }
    EXPECT_EQ(names, 2);
    EXPECT_TRUE(keyClashes(form).empty());
}

TEST(AccessKeys, ThoseSetByHandStayAndClashesAreFound) {
    Form form = jotted("Boat name: text 9\nBerth: text 9\nHull: combo [GRP]\n");
    const Id boat = named(form, "txtBoatName").id, berth = named(form, "txtBerth").id;
    form = withKeySet(form, berth, "b");
    EXPECT_EQ(keyTo(form, *form.find(berth)), "B");
    EXPECT_EQ(labelOf(form, berth)->text(Prop::accessKey), "B") << "the label carries it";
    form = withKeysChosen(form);
    EXPECT_EQ(keyTo(form, *form.find(berth)), "B");
    EXPECT_NE(keyTo(form, *form.find(boat)), "B");
    form = withKeySet(form, boat, "b");
    EXPECT_EQ(keyClashes(form), (std::vector<Id>{std::min(labelOf(form, boat)->id, labelOf(form, berth)->id),
                                                 std::max(labelOf(form, boat)->id, labelOf(form, berth)->id)}));
    form = withKeysChosen(form);
    EXPECT_EQ(keyClashes(form).size(), 2u) << "what two hands have set is not taken from either";
    form = withKeysChosen(withKeySet(form, boat, ""));
    EXPECT_TRUE(keyClashes(form).empty());
    EXPECT_EQ(withKeySet(form, boat, "xy").find(labelOf(form, boat)->id)->text(Prop::accessKey), "")
        << "a key is one letter";
}

TEST(AccessKeys, AreLettersOfTheFormsLanguage) {
    auto lettersOf = [](const char* text, const char* language) {
        std::string all;
        for (const KeyLetter& l : keyLetters(text, language)) all += l.upper;
        return all;
    };
    EXPECT_EQ(lettersOf("Über 3 Łodzi", "de"), "ÜBER3ODZI");
    EXPECT_EQ(lettersOf("Über 3 Łodzi", "en"), "BER3ODZI");
    EXPECT_EQ(lettersOf("Όνομα", "el"), "ΟΝΟΜΑ") << "capitals carry no accent there";
    EXPECT_EQ(lettersOf("Όνομα", "en"), "");
    EXPECT_EQ(lettersOf("iş", "tr"), "İŞ");
    EXPECT_EQ(lettersOf("boat", "xx-unknown"), "BOAT");
    const auto letters = keyLetters("Owner's boat", "en");
    EXPECT_EQ(std::ranges::count_if(letters, [](const KeyLetter& l) { return l.first; }), 2);
    EXPECT_TRUE(letters[0].vowel);
    EXPECT_FALSE(letters[1].vowel);
    EXPECT_EQ(keyPlace("Boat berth", "b"), std::pair(std::size_t(0), std::size_t(1)));
    EXPECT_EQ(keyPlace("Abba Boat", "b"), std::pair(std::size_t(5), std::size_t(1))) << "the word that begins with it";
    EXPECT_EQ(keyPlace("Größe", "ö"), std::pair(std::size_t(2), std::size_t(2)));
    EXPECT_EQ(keyPlace("Boat", "x").second, 0u);
    EXPECT_EQ(keyPlace("Boat", "").second, 0u);
    Form german = withProperty(jotted("Übergabe: text 9\nUfer: text 9\n"), {rootId}, Prop::language, std::string("de"));
    const auto keys = keysOf(withKeysChosen(german));
    EXPECT_EQ(keys.at("Übergabe"), "Ü");
    EXPECT_EQ(keys.at("Ufer"), "U");
}

TEST(AccessKeys, SpeakForWhatTheyGoTo) {
    Form form = jotted("# T\nA: text 5\nB: text 5 locked\n> Wording\nAgree: check\n[Go]*\n");
    std::vector<std::string> wordings;
    for (const KeyBearer& b : keyBearers(form)) {
        wordings.push_back(b.wording);
        if (form.find(b.id)->kind == Kind::label) EXPECT_NE(b.to, b.id);
    }
    EXPECT_EQ(wordings, (std::vector<std::string>{"A", "Agree", "Go"})) << "not what cannot be gone to";
    EXPECT_TRUE(chosenKeys(newForm(Kind::dialog)).empty());
}
