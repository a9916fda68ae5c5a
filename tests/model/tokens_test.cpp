// Tokens as enums, what can be seen and used at a moment, papers and targets: one list each.
#include "core/edit/mirror.h"
#include "core/model/papers.h"
#include "core/order/route.h"
#include "core/session/form_session.h"
#include "core/targets/targets.h"
#include "tests/support.h"

using namespace brindel;
using namespace brindel::test;

namespace {

/// The keys of an enum's values, from the first to `last`.
template <class E>
std::vector<std::string> keysUpTo(E last) {
    std::vector<std::string> keys;
    for (std::size_t i = 0; i <= std::size_t(last); ++i) keys.push_back(keyOf(E(i)));
    EXPECT_EQ(row(tokensOf<E>).tokens.size(), keys.size()) << row(tokensOf<E>).key << " has another number of tokens";
    return keys;
}
using Keys = std::vector<std::string>;

}  // namespace

TEST(Tokens, AreTheKeysOfTheTableInItsOrder) {
    EXPECT_EQ(keysUpTo(Role::finePrint), (Keys{"text", "heading1", "heading2", "heading3", "finePrint"}));
    EXPECT_EQ(keysUpTo(TabsSit::right), (Keys{"top", "bottom", "left", "right"}));
    EXPECT_EQ(keysUpTo(LabelsSit::above), (Keys{"left", "above"}));
    EXPECT_EQ(keysUpTo(Lines::many), (Keys{"one", "many"}));
    EXPECT_EQ(keysUpTo(ScrollBars::never), (Keys{"asNeeded", "always", "never"}));
    EXPECT_EQ(keysUpTo(TooMuch::grow), (Keys{"stop", "scroll", "shrink", "grow"}));
    EXPECT_EQ(keysUpTo(LetterCase::first), (Keys{"asTyped", "upper", "lower", "eachWord", "first"}));
    EXPECT_EQ(keysUpTo(Signs::typed), (Keys{"drawn", "typed"}));
    EXPECT_EQ(keysUpTo(HowMany::many), (Keys{"one", "many"}));
    EXPECT_EQ(keysUpTo(ButtonRole::other), (Keys{"accept", "cancel", "clear", "next", "back", "other"}));
    EXPECT_EQ(keysUpTo(Access::locked), (Keys{"open", "readOnly", "locked"}));
    EXPECT_EQ(keysUpTo(OpensAt::remembered), (Keys{"screen", "host", "remembered"}));
    EXPECT_EQ(keysUpTo(Orientation::sideways), (Keys{"upright", "sideways"}));
    EXPECT_EQ(keysUpTo(Border::raised), (Keys{"none", "line", "sunken", "raised"}));
    EXPECT_EQ(keysUpTo(Across::end), (Keys{"start", "centre", "end"}));
    EXPECT_EQ(keysUpTo(Down::bottom), (Keys{"top", "middle", "bottom"}));
    EXPECT_EQ(keysUpTo(Dash::dotted), (Keys{"solid", "dashed", "dotted"}));
    EXPECT_EQ(keysUpTo(GridLines::none), (Keys{"all", "rows", "none"}));
    EXPECT_EQ(keysUpTo(Fits::stretched), (Keys{"whole", "fills", "stretched"}));
}

TEST(Tokens, WhatIsNoneIsTheDefault) {
    EXPECT_EQ(tokenAs<ButtonRole>(Value(std::string("sings"))), ButtonRole::other) << "not the first of the list";
    EXPECT_EQ(tokenAs<TooMuch>(Value(3.0)), TooMuch::scroll);
    Control field = freshControl(Kind::textBox);
    EXPECT_EQ(field.as<Access>(), Access::open);
    field.set(Prop::access, keyOf(Access::locked));
    EXPECT_EQ(field.as<Access>(), Access::locked);
    EXPECT_EQ(field.text(Prop::access), "locked") << "the file holds the key";
}

TEST(Visibility, BeginsWithWhatTheFormSaysAndIsAskedEverywhere) {
    Form form = jotted("Boat: text 9\n### Owner\nPhone: text 9\n###\n[Cancel] [Send]*\n");
    const Id boat = named(form, "txtBoat").id, phone = named(form, "txtPhone").id, owner = named(form, "Owner").id,
             send = named(form, "Send").id;
    form = withProperty(form, {boat}, Prop::enabled, false);
    Visibility now = Visibility::atStart(form);
    EXPECT_TRUE(now.visible(boat));
    EXPECT_FALSE(now.enabled(boat));
    EXPECT_TRUE(isSeen(form, now, boat));
    EXPECT_FALSE(isUsable(form, now, boat));
    EXPECT_EQ(tabRoute(form), tabRoute(form, now));
    // A frame that is hidden hides what it holds; a button that is hidden is not what Enter presses.
    now.show(owner, false);
    now.show(send, false);
    EXPECT_FALSE(isSeen(form, now, phone));
    EXPECT_TRUE(now.visible(phone)) << "it says nothing of itself";
    EXPECT_EQ(passedBecause(form, now, *form.find(phone)), "in what is hidden");
    EXPECT_EQ(buttonPressed(form, now, ButtonRole::accept), noControl);
    EXPECT_EQ(firstStop(form, now), named(form, "Cancel").id);
    now.show(owner, true);
    EXPECT_TRUE(isUsable(form, now, phone));
    now.follow(phone, send);
    EXPECT_FALSE(now.visible(phone));
    EXPECT_FALSE(isSeen(form, now, 999)) << "what is not there is not seen";
    FormSession session(form, Day{std::chrono::year{2026}, std::chrono::April, std::chrono::day{1}});
    EXPECT_EQ(session.filling().visibility, Visibility::atStart(form));
    EXPECT_EQ(session.type(boat, "Gull"), "") << "it cannot be used";
}

TEST(Lists, PapersAndTargetsAreThere) {
    EXPECT_EQ(row(Prop::paper).tokens.size(), std::size(papers));
    for (const Paper& paper : papers) {
        Form form = withProperty(newForm(Kind::document), {rootId}, Prop::paper, std::string(paper.key));
        EXPECT_EQ(paperSize(form.root()).width, paper.width);
        form = withProperty(form, {rootId}, Prop::orientation, keyOf(Orientation::sideways));
        EXPECT_EQ(paperSize(form.root()).width, paper.height);
    }
    EXPECT_EQ(targetFrom("doc"), nullptr);
    const Form form = jotted("Boat: text 9\n");
    const FormSession session(form, today);
    for (const Target& target : allTargets()) {
        EXPECT_EQ(targetFrom(target.key), &target);
        if (target.several) {
            const auto files = target.several(session, fonts(), {});
            ASSERT_TRUE(files && !files->empty()) << target.key;
            EXPECT_EQ(target.made, nullptr) << "one way to make it";
            continue;
        }
        const auto bytes = target.made(session, fonts(), {});
        ASSERT_TRUE(bytes) << target.key;
        const std::map<std::string_view, std::string_view> starts = {{"pdf", "%PDF"},    {"html", "<!DOCTYPE html>"},
                                                                     {"png", "\x89PNG"}, {"sheet", "<!DOCTYPE html>"},
                                                                     {"csv", "number,"}, {"json", "{"},
                                                                     {"schema", "{"},    {"sql", "-- SPDX"},
                                                                     {"openapi", "{"},   {"docx", "PK"},
                                                                     {"odt", "PK"}};
        EXPECT_TRUE(bytes->starts_with(starts.at(target.key))) << target.key;
    }
}
