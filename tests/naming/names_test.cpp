#include "core/naming/names.h"

#include <set>

#include "core/edit/renaming.h"
#include "core/naming/identifiers.h"
#include "core/rules/references.h"
#include "tests/support.h"

using namespace brindel;
using namespace brindel::test;

TEST(Names, AreMadeFromTheLabelsWords) {
    const Form form = newForm(Kind::dialog);
    EXPECT_EQ(nameFor(form, Kind::textBox, "Boat name"), "txtBoatName");
    EXPECT_EQ(nameFor(form, Kind::numberBox, "Länge über alles"), "numLaengeUeberAlles");
    EXPECT_EQ(nameFor(form, Kind::comboBox, "Łódź"), "cboLodz");
    EXPECT_EQ(nameFor(form, Kind::checkBox, "…"), "chkCheckBox");
    EXPECT_LE(nameFor(form, Kind::textBox, "A very long label that goes on and on beyond all reason").size(), 34u);
}

TEST(Names, DoublesAreNumbered) {
    Form form = jotted("Phone: text 20\nPhone: text 20\nPhone: text 20\n");
    EXPECT_NE(form.named("txtPhone"), nullptr);
    EXPECT_NE(form.named("txtPhone2"), nullptr);
    EXPECT_NE(form.named("txtPhone3"), nullptr);
    form = underScheme(form, *shippedScheme("dataColumns"), OwnNames::recast);
    for (const char* name : {"phone", "phone_2", "phone_3"}) EXPECT_NE(form.named(name), nullptr) << name;
    EXPECT_EQ(freeName(form, "PHONE"), "PHONE_4") << "capitals alone do not tell names apart in SQL";
}

TEST(Names, DoublesCanBeCalledByTheirFrame) {
    Scheme byFrame = *shippedScheme("plainWords");
    byFrame.key.clear();
    byFrame.doubles = Scheme::Doubles::holder;
    Form form = newForm(Kind::dialog);
    form.scheme = std::make_shared<const Scheme>(byFrame);
    form = laidOut(
        readJotting("Phone: text 20\n### Next of kin\nPhone: text 20\n###\n### Owner\nPhone: text 9\nPhone: text 9\n")
            .value(),
        form, fonts());
    for (const char* name : {"phone", "nextKinPhone", "ownerPhone", "ownerPhone2"})
        EXPECT_NE(form.named(name), nullptr) << name;
    for (const auto& [id, standing] : nameStandings(form))
        EXPECT_FALSE(isWrong(standing.state)) << form.find(id)->name << " " << standing.says;
}

TEST(Names, WhatIsWrongWithANameIsSaid) {
    Form form = jotted("Phone: text 20\nEmail: text 20\n### Lift by\nSlipway: check\nLift by: radio [Crane, Hoist]\n");
    const Id id = named(form, "txtEmail").id;
    EXPECT_EQ(nameMisfit(form, id, "owner.phone_2"), "");
    EXPECT_EQ(nameMisfit(form, id, "txtEmail"), "");
    EXPECT_EQ(nameMisfit(form, id, "txtPhone"), "“txtPhone” is already the name of another control.");
    EXPECT_EQ(nameMisfit(form, id, "TXTPHONE"), "“txtPhone” is already the name of another control.");
    EXPECT_EQ(nameMisfit(form, id, "radLiftBy"), "“radLiftBy” is already the name of a question.");
    EXPECT_EQ(nameMisfit(form, id, "txtPhone.home"),
              "“txtPhone” is the name of a control, so it cannot be a group as well.");
    form = renamed(form, named(form, "txtPhone").id, "owner.phone");
    EXPECT_EQ(nameMisfit(form, id, "owner"), "“owner” is already a group: “owner.phone” is in it.");
    EXPECT_NE(nameMisfit(form, id, "boat-name"), "") << "hyphens only where the scheme has them";
    form.scheme = std::make_shared<const Scheme>(*shippedScheme("webFields"));
    EXPECT_EQ(nameMisfit(form, id, "boat-name"), "");
    for (const char* bad : {"", "2nd", "a b", "a..b", "a.", "naïve"}) EXPECT_NE(nameMisfit(form, id, bad), "") << bad;
}

TEST(Names, OnlyWhatCodeOrDataReferToHasOne) {
    Form form = jotted(
        "# Mooring\n## Boat\n> Please tell us.\nBoat name: text 30\n### Lift\nLift by: radio [Crane, "
        "Hoist]\n---\n[Go]*\n");
    int named = 0;
    for (Id id : allIds(form)) {
        const Control& c = *form.find(id);
        const bool silent = c.kind == Kind::label || c.kind == Kind::frame || c.kind == Kind::line;
        EXPECT_EQ(c.name.empty(), silent) << row(c.kind).word << " " << c.name;
        EXPECT_EQ(needsName(form, id), !silent);
        named += !c.name.empty();
    }
    EXPECT_EQ(named, 4);
    // What a formula speaks of needs one.
    const Id frame = brindel::test::named(form, "Lift").id;
    form = renamed(form, frame, "frmLift");
    form = withProperty(form, {brindel::test::named(form, "txtBoatName").id}, Prop::workedOut,
                        std::string("IF(frmLift; 1; 2)"));
    EXPECT_TRUE(needsName(form, frame));
    // And a scheme may name all wording.
    Scheme all = shippedSchemes().front();
    all.key.clear();
    all.wordingToo = true;
    form = underScheme(form, all, OwnNames::recast);
    for (Id id : allIds(form))
        if (const Kind kind = form.find(id)->kind; kind != Kind::line && kind != Kind::page)
            EXPECT_FALSE(form.find(id)->name.empty()) << row(kind).word;
    EXPECT_EQ(calledBy(form, brindel::test::named(form, "lblTellUs")), "Please tell us.");
}

TEST(Names, HowTheyStandIsSaid) {
    Form form = jotted(
        "Boat name: text 30\nHull: combo [GRP, Steel]\nLength: number\nDraught: number\nBeam: number\nOwner: text 9\n");
    auto rename = [&](const char* from, const char* to) {
        form = changed(form, named(form, from).id, [&](Control& c) {
            c.name = to;
            c.ownName = true;
        });
    };
    rename("txtBoatName", "txtVessel");
    rename("cboHull", "hull");
    rename("numLength", "numberBox17");
    rename("numDraught", "num Draught");
    rename("numBeam", "txtVessel");
    rename("txtOwner", "");
    std::map<std::string, NameState> states;
    for (const auto& [id, standing] : nameStandings(form)) {
        states[calledBy(form, *form.find(id))] = standing.state;
        EXPECT_EQ(isWrong(standing.state), !standing.says.empty()) << standing.says;
        if (form.find(id)->kind != Kind::label) EXPECT_FALSE(standing.proposed.empty());
    }
    EXPECT_EQ(states["Boat name"], NameState::doubled);
    EXPECT_EQ(states["Hull"], NameState::breaksScheme);
    EXPECT_EQ(states["Length"], NameState::machineMade);
    EXPECT_EQ(states["Draught"], NameState::notIdentifier);
    EXPECT_EQ(states["Beam"], NameState::doubled);
    // One press puts all right.
    Ids wrong;
    for (const auto& [id, standing] : nameStandings(form))
        if (isWrong(standing.state)) wrong.push_back(id);
    const Form right = namedByScheme(form, wrong);
    for (const auto& [id, standing] : nameStandings(right))
        if (!labelOf(right, id) || !labelOf(right, id)->text(Prop::text).empty())
            EXPECT_TRUE(!isWrong(standing.state) || standing.state == NameState::machineMade)
                << right.find(id)->name << ": " << standing.says;
    EXPECT_NE(right.named("txtBoatName"), nullptr);
    EXPECT_NE(right.named("cboHull"), nullptr);
}

TEST(Names, AFollowingNameThatNoLongerMatchesItsLabelIsFound) {
    Form form = jotted("Boat name: text 30\n");
    const Id label = labelOf(form, named(form, "txtBoatName").id)->id;
    // As a file may have it: the wording was changed where names do not follow.
    form = changed(form, label, [](Control& c) { c.set(Prop::text, std::string("Vessel")); });
    const NameStanding s = nameStandings(form).at(named(form, "txtBoatName").id);
    EXPECT_EQ(s.state, NameState::breaksScheme);
    EXPECT_EQ(s.says, "The label has changed.");
    EXPECT_EQ(s.proposed, "txtVessel");
}

TEST(Names, OfTwoHundredControlsAllAreRightAtOnce) {
    // Machine-made names as a program leaves them, under labels of five languages.
    const std::vector<std::string> labels = {"Boat name",
                                             "Your phone",
                                             "Length overall (m)",
                                             "Date of survey",
                                             "To",
                                             "Hull",
                                             "Nom de l’armateur",
                                             "Date d’arrivée",
                                             "Numéro d’immatriculation",
                                             "Place à quai",
                                             "Tirant d’eau",
                                             "Remarques",
                                             "Länge über alles",
                                             "Name des Eigners",
                                             "Straße und Hausnummer",
                                             "Liegeplatz",
                                             "Tiefgang",
                                             "Bemerkungen",
                                             "Όνομα σκάφους",
                                             "Αριθμός νηολογίου",
                                             "Ημερομηνία άφιξης",
                                             "Μήκος",
                                             "Βύθισμα",
                                             "Παρατηρήσεις",
                                             "Imię i nazwisko",
                                             "Długość całkowita",
                                             "Numer rejestracyjny",
                                             "Zanurzenie",
                                             "Data przybycia",
                                             "Uwagi"};
    const Kind kinds[] = {Kind::textBox,  Kind::numberBox, Kind::dateBox, Kind::comboBox,
                          Kind::checkBox, Kind::button,    Kind::listBox};
    Form form = newForm(Kind::dialog);
    for (int i = 0; i < 200; ++i) {
        const Kind kind = kinds[i % 7];
        Control c = freshControl(kind);
        c.box = {20, 30.0 * i, 100, 26};
        c.name = std::string(row(kind).key) + std::to_string(i + 1);
        c.ownName = true;
        if (has(kind, Prop::text)) c.set(Prop::text, labels[std::size_t(i * 7) % labels.size()]);
        Edited made = placed(form, rootId, c);
        form = made.form;
        if (has(kind, Prop::text)) continue;
        Control label = freshControl(Kind::label);
        label.set(Prop::text, labels[std::size_t(i * 7) % labels.size()]);
        label.set(Prop::labels, Reference{made.ids[0]});
        form = placed(form, rootId, label).form;
    }
    for (const Scheme& scheme : shippedSchemes()) {
        const Form done = underScheme(form, scheme, OwnNames::dropped);
        std::set<std::string> seen;
        int count = 0;
        for (Id id : allIds(done)) {
            const Control& c = *done.find(id);
            if (c.kind == Kind::label) continue;
            ++count;
            EXPECT_TRUE(seen.insert(folded(c.name)).second) << c.name;
            EXPECT_EQ(identifierMisfit(c.name, scheme.letters == Scheme::Letters::kebab), "") << c.name;
            EXPECT_EQ(schemeMisfit(scheme, c.kind, c.name), "") << c.name;
            // Every word of the name is one of the label's, the kind's, or a number.
            const auto words = wordsOf(scheme, c.kind, c.name);
            EXPECT_FALSE(words.empty());
        }
        EXPECT_EQ(count, 200);
        for (const auto& [id, standing] : nameStandings(done))
            EXPECT_FALSE(isWrong(standing.state)) << done.find(id)->name << ": " << standing.says;
    }
    // What a programmer would have chosen, on one of each language.
    const Form done = underScheme(form, *shippedScheme("plainWords"), OwnNames::dropped);
    for (const char* name : {"boatName", "nomArmateur", "laengeUeberAlles", "onomaSkafous", "dlugoscCalkowita",
                             "dateSurvey", "toDate", "phone"})
        EXPECT_NE(done.named(name), nullptr) << name;
}

TEST(References, NamesInFormulasAreFoundAndTurned) {
    const std::string formula =
        "=ROUND(numLength * numDays * 1.85E2; 2) & \"numLength \"\"x\"\"\" & owner.phone & $$'boat-name' & SUM "
        "(numDays)";
    EXPECT_EQ(namesIn(formula), (std::vector<std::string>{"numLength", "numDays", "owner.phone", "boat-name"}));
    EXPECT_EQ(
        withNamesIn(
            formula,
            {{"numLength", "numDays"}, {"numDays", "numLength"}, {"boat-name", "boat"}, {"SUM", "x"}, {"E2", "x"}}),
        "=ROUND(numDays * numLength * 1.85E2; 2) & \"numLength \"\"x\"\"\" & owner.phone & boat & SUM (numLength)")
        << "all at once, and nothing that is no name";
    EXPECT_EQ(withNamesIn("a+b", {{"a", "a-b"}}), "$$'a-b'+b");
    for (const char* broken : {"\"open", "$$'open", "a..b", "1e", "((", "a.", "é"})
        EXPECT_EQ(withNamesIn(broken, {}), broken);
    EXPECT_EQ(namesIn("a.b.c + a.b"), (std::vector<std::string>{"a.b.c", "a.b"}));
}

TEST(References, WhereANameIsUsedIsKnown) {
    const Form form = jotted("Length: number\nPrice: number = numLength * 2\nTotal: number = numPrice + numLength\n");
    const auto uses = usesIn(form)->byName;
    EXPECT_EQ(uses.at("numLength").size(), 2u);
    EXPECT_EQ(uses.at("numPrice"), (std::vector<Use>{{named(form, "numTotal").id, Prop::workedOut}}));
    EXPECT_TRUE(usesIn(form)->speakOf("numLength"));
    EXPECT_FALSE(usesIn(form)->speakOf("numTotal"));
}

TEST(Names, OfATableSayColumnAndRowUnderEveryScheme) {
    const Form form = jotted("Items: table [2=Work, Hours] 2\n");
    const std::map<std::string, std::vector<std::string>> wanted = {
        {"kindFirst", {"txtWork1", "numHours1", "txtWork2", "numHours2", "tblItems"}},
        {"plainWords", {"work1", "hours1", "work2", "hours2", "items"}},
        {"dataColumns", {"work_1", "hours_1", "work_2", "hours_2", "items"}},
        {"constants", {"TXT_WORK_1", "NUM_HOURS_1", "TXT_WORK_2", "NUM_HOURS_2", "TBL_ITEMS"}}};
    for (const auto& [key, names] : wanted) {
        const Form under = underScheme(form, *shippedScheme(key), OwnNames::recast);
        for (const std::string& name : names) EXPECT_NE(under.named(name), nullptr) << key << ": " << name;
        for (const auto& [id, standing] : nameStandings(under)) EXPECT_FALSE(isWrong(standing.state)) << standing.says;
    }
    // A row more is named as the others are.
    const Form under = underScheme(form, *shippedScheme("dataColumns"), OwnNames::recast);
    const Form more = withProperty(under, {named(under, "items").id}, Prop::rows, 3.0);
    EXPECT_NE(more.named("work_3"), nullptr);
    EXPECT_NE(more.named("hours_3"), nullptr);
}

TEST(Names, CopiedPagesAndNewOnesGetProperNames) {
    const Form form = underScheme(jotted("## Vessel\nBoat name: text 30\n## Owner\nPhone: text 20\n"),
                                  *shippedScheme("dataColumns"), OwnNames::recast);
    const Id page = named(form, "vessel").id, tabs = form.find(page)->parent;
    const Edited copy = pasted(form, tabs, clipping(form, {page}), 0, 0);
    ASSERT_EQ(copy.ids.size(), 1u);
    EXPECT_EQ(copy.form.find(copy.ids[0])->name, "vessel_2");
    EXPECT_NE(copy.form.named("boat_name_2"), nullptr);
    const Edited fresh = withTabPage(form, tabs, "Work to be done");
    EXPECT_EQ(fresh.form.find(fresh.ids[0])->name, "work_to_be_done");
    for (const auto& [id, standing] : nameStandings(copy.form)) EXPECT_FALSE(isWrong(standing.state)) << standing.says;
}

TEST(Names, CanBeTakenFromTheValueOfATick) {
    Scheme byValue = *shippedScheme("plainWords");
    byValue.key.clear();
    byValue.from = Scheme::From::value;
    Form form = jotted("Keep me on the list: check\nBoat name: text 9\n");
    const Id tick = named(form, "chkKeepMeOnList").id;
    form = underScheme(form, byValue, OwnNames::recast);
    EXPECT_EQ(form.find(tick)->name, "keepMeOnList") << "without a value its text";
    form = withProperty(form, {tick}, Prop::value, std::string("newsletter"));
    EXPECT_EQ(form.find(tick)->name, "newsletter") << "the name follows the value";
    EXPECT_NE(form.named("boatName"), nullptr) << "what has none follows its label";
}
