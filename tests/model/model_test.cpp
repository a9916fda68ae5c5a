#include "core/model/looks.h"
#include "core/model/places.h"
#include "tests/support.h"

using namespace brindel;
using namespace brindel::test;

TEST(SharedMap, ChangedMapsKeepTheOldOneAndShareTheRest) {
    SharedMap<std::string> one;
    for (std::uint32_t i = 0; i < 5000; ++i) one = one.with(i, std::make_shared<std::string>(std::to_string(i)));
    SharedMap<std::string> two = one.with(77, std::make_shared<std::string>("changed")).without(4999);
    EXPECT_EQ(*one.find(77), "77");
    EXPECT_EQ(*two.find(77), "changed");
    EXPECT_EQ(two.find(4999), nullptr);
    EXPECT_EQ(one.size(), 5000u);
    EXPECT_EQ(two.size(), 4999u);
    EXPECT_EQ(one.node(4000).get(), two.node(4000).get());
    std::vector<std::uint32_t> keys;
    one.differences(two, [&](std::uint32_t key, const std::string*, const std::string*) { keys.push_back(key); });
    EXPECT_EQ(keys, (std::vector<std::uint32_t>{77, 4999}));
}

TEST(SharedMap, KeysBeyondItsCapacityAreLeftOut) {
    SharedMap<int> map = SharedMap<int>().with(SharedMap<int>::capacity, std::make_shared<int>(1));
    EXPECT_EQ(map.size(), 0u);
    EXPECT_EQ(map.find(SharedMap<int>::capacity), nullptr);
}

TEST(Kinds, RowsStandUnderTheirOwnNumber) {
    for (std::size_t i = 0; i < allKinds().size(); ++i) EXPECT_EQ(std::size_t(allKinds()[i].kind), i);
    for (int i = 0; i < int(Prop::count_); ++i)
        EXPECT_EQ(row(Prop(i)).prop, Prop(i)) << "property " << i << " has no row";
    EXPECT_EQ(allProperties().size(), std::size_t(Prop::count_));
}

TEST(Kinds, KeysAndLettersAreUsedOnce) {
    std::set<std::string_view> keys;
    std::set<char> letters;
    for (const KindRow& k : allKinds()) {
        EXPECT_TRUE(keys.insert(k.key).second) << k.key;
        EXPECT_EQ(kindFrom(k.key), k.kind);
        if (k.letter) EXPECT_TRUE(letters.insert(k.letter).second) << k.letter;
    }
    keys.clear();
    for (const PropertyRow& p : allProperties()) EXPECT_TRUE(keys.insert(p.key).second) << p.key;
}

TEST(Kinds, DefaultsFitTheirOwnTypeAndEveryPropertyIsExplained) {
    for (const PropertyRow& p : allProperties()) {
        EXPECT_EQ(misfit(p.prop, p.fallback), "") << p.key;
        EXPECT_FALSE(p.help.empty()) << p.key;
        EXPECT_EQ(p.help.back(), '.') << p.key;
        if (p.type == Type::oneOf) EXPECT_GE(p.tokens.size(), 2u) << p.key;
    }
    for (const KindRow& k : allKinds())
        for (const auto& [prop, value] : k.defaults) EXPECT_EQ(misfit(prop, value), "") << k.key << row(prop).key;
}

TEST(Kinds, EveryFillableKindCanBeRequiredAndProtected) {
    for (const KindRow& k : allKinds()) {
        if (!k.filled()) continue;
        for (Prop prop : {Prop::required, Prop::access, Prop::personal, Prop::purpose, Prop::entryStyle, Prop::kept,
                          Prop::hint, Prop::tabStop, Prop::accessKey})
            EXPECT_TRUE(has(k.kind, prop)) << k.key << " " << row(prop).key;
    }
}

TEST(Kinds, MisfitsSayWhatIsExpected) {
    EXPECT_EQ(misfit(Prop::letters, std::string("loud")),
              "One of asTyped, upper, lower, eachWord, first is expected here.");
    EXPECT_NE(misfit(Prop::maxLength, 2.5), "");
    EXPECT_NE(misfit(Prop::maxLength, -1.0), "");
    EXPECT_NE(misfit(Prop::textColour, std::string("red")), "");
    EXPECT_EQ(misfit(Prop::textColour, std::string("#2F6B66")), "");
    EXPECT_EQ(misfit(Prop::holdsTo, std::string("left right")), "");
    EXPECT_NE(misfit(Prop::holdsTo, std::string("left up")), "");
}

TEST(Values, NumbersAndColoursAsText) {
    EXPECT_EQ(numberText(12.50), "12.5");
    EXPECT_EQ(numberText(-0.0), "0");
    EXPECT_EQ(numberText(3), "3");
    EXPECT_EQ(numberFrom("2.5e3"), 2500);
    EXPECT_FALSE(numberFrom("2,5"));
    EXPECT_FALSE(numberFrom("inf"));
    EXPECT_FALSE(numberFrom(""));
    EXPECT_EQ(colourText(*colourFrom("#b4632b")), "#B4632B");
    EXPECT_FALSE(colourFrom("#B4632"));
    EXPECT_EQ(idText(17), "c17");
    EXPECT_EQ(idFrom("c17"), 17u);
    EXPECT_FALSE(idFrom("c0"));
    EXPECT_FALSE(idFrom("17"));
}

TEST(Places, ATabPageFillsWhatTheTabsLeave) {
    Form form = newForm(Kind::dialog);
    Control tabs = freshControl(Kind::tabs);
    tabs.box = {16, 20, 300, 200};
    form = placed(form, rootId, tabs).form;
    const Control made = named(form, "tbsTabs");
    ASSERT_EQ(made.children.size(), 2u);
    Box page = onSurface(form, made.children[0]);
    EXPECT_EQ(page, (Box{16, 20 + tabStrip(form), 300, 200 - tabStrip(form)}));
    form = withProperty(form, {made.id}, Prop::tabsSit, std::string("bottom"));
    EXPECT_EQ(onSurface(form, made.children[0]), (Box{16, 20, 300, 200 - tabStrip(form)}));
}

TEST(Places, WhatIsOnAPageTurnedAwayCannotBeHit) {
    Form form = jotted(booking);
    const Control& name = named(form, "txtBoatName");
    const Control& from = named(form, "dtmWantedFrom");
    Point at = onSurface(form, name.id).centre();
    EXPECT_EQ(controlAt(form, rootId, at, {}), name.id);
    TurnedTo turned = turnedToShow(form, from.id, {});
    EXPECT_NE(controlAt(form, rootId, at, turned), name.id);
    EXPECT_TRUE(isInView(form, from.id, turned));
    EXPECT_FALSE(isInView(form, name.id, turned));
}

TEST(Looks, HandOverStyleOverDefault) {
    Form form = newForm(Kind::document);
    Control c = freshControl(Kind::label);
    EXPECT_EQ(lookOf(form, c).family, "Lato");
    EXPECT_EQ(lookOf(form, c).size, 9.5);
    c.set(Prop::role, std::string("heading1"));
    EXPECT_EQ(lookOf(form, c).size, 17);
    EXPECT_TRUE(lookOf(form, c).bold);
    c.set(Prop::bold, false);
    EXPECT_FALSE(lookOf(form, c).bold) << "a look set by hand is kept though it equals the kind's default";
}
