// Renaming carries through whatever speaks of a control.
#include "core/edit/renaming.h"

#include <rapidcheck.h>

#include "core/edit/multiply.h"
#include "core/edit/tables.h"
#include "core/naming/identifiers.h"
#include "core/rules/references.h"
#include "tests/support.h"

using namespace brindel;
using namespace brindel::test;

namespace {

const char* const charges =
    "Length: number\nDays: number\nBerth: number = ROUND(numLength * numDays; 2)\nDuty: number = numBerth * 0.2\n"
    "Total: number = numBerth + numDuty\nNote: text 20\nLift by: radio [Crane, Hoist]\n";

/// Which controls each formula of the form speaks of, by id.
std::map<Id, std::vector<Id>> spokenOf(const Form& form) {
    std::map<Id, std::vector<Id>> all;
    form.controls.each([&](Id id, const Control& c) {
        for (const std::string& name : namesIn(c.text(Prop::workedOut))) {
            const Control* other = form.named(name);
            all[id].push_back(other ? other->id : noControl);
        }
    });
    return all;
}

}  // namespace

TEST(Renaming, CarriesThroughFormulas) {
    Form form = jotted(charges);
    form = renamed(form, named(form, "numLength").id, "boat.length");
    EXPECT_EQ(named(form, "numBerth").text(Prop::workedOut), "ROUND(boat.length * numDays; 2)");
    form = reworded(form, named(form, "numBerth").id, "Berth ashore");
    EXPECT_EQ(named(form, "numTotal").text(Prop::workedOut), "numBerthAshore + numDuty")
        << "names that follow their label, too";
    form = renamed(form, named(form, "boat.length").id, "");
    EXPECT_EQ(named(form, "numBerthAshore").text(Prop::workedOut), "ROUND(numLength * numDays; 2)");
    EXPECT_FALSE(named(form, "numLength").ownName);
}

TEST(Renaming, AQuestionIsSpokenOfByItsName) {
    Form form = jotted(std::string(charges) + "Fee: number = IF(radLiftBy = \"Crane\"; 80; 40)\n");
    const Ids both = {named(form, "radCrane").id, named(form, "radHoist").id};
    Form one = withProperty(form, {both[0]}, Prop::group, std::string("lift"));
    EXPECT_NE(named(one, "numFee").text(Prop::workedOut).find("radLiftBy"), std::string::npos)
        << "the other one still answers it";
    Form all = withProperty(form, both, Prop::group, std::string("lift"));
    EXPECT_EQ(named(all, "numFee").text(Prop::workedOut), "IF(lift = \"Crane\"; 80; 40)");
    const Form snake = underScheme(form, *shippedScheme("dataColumns"), OwnNames::recast);
    EXPECT_EQ(named(snake, "fee").text(Prop::workedOut), "IF(lift_by = \"Crane\"; 80; 40)");
}

TEST(Renaming, TwoNamesCanChangePlaces) {
    Form form = jotted(charges);
    const Id length = named(form, "numLength").id, days = named(form, "numDays").id;
    form = withNames(form, {{length, "numDays"}, {days, "numLength"}});
    EXPECT_EQ(named(form, "numBerth").text(Prop::workedOut), "ROUND(numDays * numLength; 2)");
    EXPECT_EQ(named(form, "numDays").id, length);
}

TEST(Renaming, AThousandAtRandomLoseNoReference) {
    Form form = jotted(charges);
    const auto before = spokenOf(form);
    std::map<Id, Id> labels;
    form.controls.each([&](Id id, const Control& c) {
        if (c.reference(Prop::labels)) labels[id] = c.reference(Prop::labels);
    });
    int done = 0;
    EXPECT_TRUE(rc::check([&] {
        for (int i = 0; i < 10; ++i, ++done) {
            const Ids ids = allIds(form);
            const Id id = ids[*rc::gen::inRange<std::size_t>(0, ids.size())];
            switch (*rc::gen::inRange(0, 5)) {
                case 0: {
                    const char* words[] = {"Boat", "Berth", "numLength", "x.y", "x", "Länge", "e5", "sum"};
                    const std::string name =
                        *rc::gen::elementOf(std::vector<std::string>(std::begin(words), std::end(words)));
                    if (nameMisfit(form, id, name).empty()) form = renamed(form, id, name);
                    break;
                }
                case 1:
                    form = renamed(form, id, "");
                    break;
                case 2:
                    form = reworded(form, id,
                                    *rc::gen::elementOf(
                                        std::vector<std::string>{"Days ashore", "Duty", "Ναύλος", "", "10 A", "To"}));
                    break;
                case 3:
                    form = underScheme(form, shippedSchemes()[*rc::gen::inRange<std::size_t>(0, 6)],
                                       *rc::gen::elementOf(
                                           std::vector<OwnNames>{OwnNames::kept, OwnNames::recast, OwnNames::dropped}));
                    break;
                default: {
                    const auto names =
                        namesReplaced(form, ids, *rc::gen::elementOf(std::vector<std::string>{"num", "a", "e", "_"}),
                                      *rc::gen::elementOf(std::vector<std::string>{"nr", "", "ea", "q"}));
                    form = withNames(form, names);
                    break;
                }
            }
            RC_ASSERT(spokenOf(form) == before);
            std::set<std::string> seen;
            form.controls.each([&](Id one, const Control& c) {
                if (one == rootId || c.name.empty()) return;
                RC_ASSERT(seen.insert(folded(c.name)).second);
                RC_ASSERT(identifierMisfit(c.name, true).empty());
            });
            for (const auto& [label, field] : labels) RC_ASSERT(form.find(label)->reference(Prop::labels) == field);
        }
    }));
    EXPECT_EQ(done, sanitized ? 400 : 1000);
}

TEST(Renaming, AnotherSchemeKeepsRecastsOrDropsWhatWasSetByHand) {
    Form form = jotted("Boat name: text 30\nHull: combo [GRP] @cboMaterial\nLift by: radio [Crane, Hoist]\n");
    const Id hull = named(form, "cboMaterial").id, crane = named(form, "Crane").id;
    const Scheme& snake = *shippedScheme("dataColumns");
    EXPECT_EQ(underScheme(form, snake, OwnNames::kept).find(hull)->name, "cboMaterial");
    const Form recast = underScheme(form, snake, OwnNames::recast);
    EXPECT_EQ(recast.find(hull)->name, "material");
    EXPECT_TRUE(recast.find(hull)->ownName);
    EXPECT_EQ(recast.find(crane)->text(Prop::group), "lift_by") << "questions are called by the scheme, too";
    EXPECT_EQ(underScheme(form, snake, OwnNames::dropped).find(hull)->name, "hull");
    EXPECT_FALSE(underScheme(form, snake, OwnNames::dropped).find(hull)->ownName);
    EXPECT_NE(named(recast, "boat_name").id, noControl);
    // The scheme the form starts with is not written into it.
    EXPECT_EQ(underScheme(recast, shippedSchemes().front(), OwnNames::recast).scheme, nullptr);
    EXPECT_TRUE(sameContent(underScheme(form, schemeOf(form), OwnNames::recast), form));
    EXPECT_FALSE(sameContent(recast, form));
}

TEST(Renaming, AnswersGetThePlainNameBeforePagesAndButtons) {
    Form form = jotted("## Owner\nOwner: text 30\nEmail: text 20\nReply by: radio [Email, Phone]\n[Email]\n");
    form = underScheme(form, *shippedScheme("plainWords"), OwnNames::recast);
    EXPECT_EQ(named(form, "owner").kind, Kind::textBox);
    EXPECT_EQ(named(form, "email").kind, Kind::textBox);
}

TEST(Renaming, FindAndReplaceTakesOnlyWhatCanBeGiven) {
    Form form = jotted("Berth 1: text 4\nBerth 2: text 4\nBerth 3: text 4\n");
    const Ids all = allIds(form);
    std::map<Id, Sentence> left;
    auto names = namesReplaced(form, all, "Berth", "Place", &left);
    EXPECT_EQ(names.size(), 3u);
    EXPECT_TRUE(left.empty());
    EXPECT_EQ(names.at(named(form, "txtBerth2").id), "txtPlace2");
    EXPECT_EQ(namesReplaced(form, {named(form, "txtBerth3").id}, "Berth3", "Berth1", &left).size(), 0u);
    EXPECT_EQ(left.size(), 1u) << "another has that name";
    left.clear();
    EXPECT_EQ(namesReplaced(form, all, "txt", "2", &left).size(), 0u);
    EXPECT_EQ(left.size(), 3u);
    // What stays because its new name cannot be given keeps its old one from the others.
    form = renamed(form, named(form, "txtBerth1").id, "a");
    form = renamed(form, named(form, "txtBerth2").id, "xa");
    form = renamed(form, named(form, "txtBerth3").id, "xxa");
    form = changed(form, named(form, "xxa").id, [](Control& c) { c.name = "order"; });
    EXPECT_EQ(namesReplaced(form, {named(form, "a").id, named(form, "xa").id}, "a", "xa").size(), 2u) << "both move on";
    form = changed(form, named(form, "order").id, [](Control& c) { c.name = "xxa"; });
    left.clear();
    EXPECT_TRUE(namesReplaced(form, {named(form, "a").id, named(form, "xa").id}, "a", "xa", &left).empty());
    EXPECT_EQ(left.size(), 2u);
    EXPECT_TRUE(namesReplaced(form, all, "", "x").empty());
    EXPECT_TRUE(namesReplaced(form, all, "berth", "x").empty()) << "capitals count";
}

TEST(Renaming, CopiesAreNamedByTheSchemeAndTheirFormulasSpeakOfCopies) {
    Form form = jotted("Length: number\nPrice: number = numLength * 2\nRate: number\n");
    form = withProperty(form, {named(form, "numPrice").id}, Prop::workedOut, std::string("numLength * numRate"));
    const Ids row = withLabels(form, {named(form, "numLength").id, named(form, "numPrice").id});
    const Edited copy = pasted(form, rootId, clipping(form, row), 0, 80);
    EXPECT_EQ(named(copy.form, "numPrice2").text(Prop::workedOut), "numLength2 * numRate")
        << "what is not copied stays meant";
    EXPECT_EQ(named(copy.form, "numPrice").text(Prop::workedOut), "numLength * numRate");
    // Into a form with another scheme.
    Form other = newForm(Kind::dialog);
    other.scheme = std::make_shared<const Scheme>(*shippedScheme("dataColumns"));
    const Edited there = pasted(other, rootId, clipping(form, row), 0, 0);
    EXPECT_EQ(named(there.form, "price").text(Prop::workedOut), "length * numRate");
}

TEST(Renaming, AFieldThatBecomesAnAnswerGetsAName) {
    Form form = newForm(Kind::dialog);
    Control picture = freshControl(Kind::picture);
    Edited made = placed(form, rootId, picture);
    EXPECT_EQ(made.form.find(made.ids[0])->name, "");
    EXPECT_EQ(withProperty(made.form, made.ids, Prop::byFiller, true).find(made.ids[0])->name, "picPicture");
}
