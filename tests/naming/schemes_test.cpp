// Schemes: from labels to names, and from one scheme to another.
#include "core/naming/schemes.h"

#include "core/naming/identifiers.h"
#include "tests/support.h"

using namespace brindel;
using namespace brindel::test;

namespace {

const Scheme& scheme(const char* key) {
    return *shippedScheme(key);
}

std::string made(const char* key, Kind kind, const char* label) {
    return nameFor(scheme(key), kind, label);
}

}  // namespace

TEST(Schemes, SixShipAndEachSpeaksForItself) {
    ASSERT_EQ(shippedSchemes().size(), 6u);
    const std::map<std::string, std::string> samples = {{"kindFirst", "txtBoatName"}, {"plainWords", "boatName"},
                                                        {"kindLast", "BoatNameText"}, {"dataColumns", "boat_name"},
                                                        {"webFields", "boat-name"},   {"constants", "TXT_BOAT_NAME"}};
    for (const Scheme& s : shippedSchemes()) {
        EXPECT_EQ(nameFor(s, Kind::textBox, "Boat name"), samples.at(s.key));
        EXPECT_EQ(schemeMisfit(s, Kind::textBox, samples.at(s.key)), "") << s.key;
        for (const auto& [other, name] : samples)
            if (other != s.key && name != "txtBoatName")
                EXPECT_NE(schemeMisfit(s, Kind::textBox, name), "") << name << " under " << s.key;
    }
}

TEST(Schemes, LabelsInManyLanguagesBecomeNamesThatAProgrammerWouldChoose) {
    const std::tuple<const char*, Kind, const char*, const char*> cases[] = {
        // French, with its elisions
        {"kindFirst", Kind::textBox, "Nom de l’armateur", "txtNomArmateur"},
        {"plainWords", Kind::dateBox, "Date d'arrivée", "dateArrivee"},
        {"dataColumns", Kind::textBox, "Numéro d’immatriculation", "numero_immatriculation"},
        {"kindFirst", Kind::checkBox, "Le mât est démonté", "chkMatEstDemonte"},
        {"webFields", Kind::textBox, "Qu’avez-vous vu", "avez-vous-vu"},
        // German
        {"kindFirst", Kind::numberBox, "Länge über alles (m)", "numLaengeUeberAlles"},
        {"plainWords", Kind::textBox, "Name des Eigners", "nameDesEigners"},
        {"dataColumns", Kind::textBox, "Straße", "strasse"},
        {"kindLast", Kind::button, "Übernehmen", "UebernehmenButton"},
        // Greek
        {"kindFirst", Kind::textBox, "Όνομα σκάφους", "txtOnomaSkafous"},
        {"dataColumns", Kind::textBox, "Αριθμός του σκάφους", "arithmos_skafous"},
        // Polish
        {"kindFirst", Kind::textBox, "Długość całkowita", "txtDlugoscCalkowita"},
        {"plainWords", Kind::comboBox, "Łódź", "lodz"},
        {"constants", Kind::textBox, "Imię i nazwisko właściciela", "TXT_IMIE_NAZWISKO_WLASCICIELA"},
        // English, with what names do without
        {"kindFirst", Kind::textBox, "Your name", "txtName"},
        {"plainWords", Kind::textBox, "Name of the owner:", "nameOwner"},
        {"kindFirst", Kind::textBox, "Owner's phone", "txtOwnersPhone"},
        {"kindFirst", Kind::textBox, "Registration no. (as painted on the stern)", "txtRegistrationNo"},
        {"kindFirst", Kind::numberBox, "VAT rate", "numVatRate"},
        {"kindFirst", Kind::button, "OK", "btnOK"},
        {"plainWords", Kind::textBox, "Berth on jetty A", "berthOnJettyA"},
        {"plainWords", Kind::checkBox, "I have read the terms", "haveReadTerms"},
    };
    for (const auto& [key, kind, label, name] : cases) EXPECT_EQ(made(key, kind, label), name) << label;
}

TEST(Schemes, NamesAreIdentifiersAndNoLanguagesWords) {
    const std::pair<const char*, Kind> labels[] = {
        {"Date", Kind::dateBox},    {"To", Kind::dateBox},       {"From", Kind::dateBox},
        {"Order", Kind::textBox},   {"Class", Kind::comboBox},   {"New", Kind::button},
        {"Value", Kind::numberBox}, {"Default", Kind::checkBox}, {"10 A", Kind::radioButton},
        {"…", Kind::textBox},       {"User", Kind::textBox},     {"3rd party", Kind::checkBox},
        {"", Kind::listBox},        {"Return", Kind::button},    {"Время", Kind::timeBox}};
    for (const Scheme& s : shippedSchemes())
        for (const auto& [label, kind] : labels) {
            const std::string name = nameFor(s, kind, label);
            EXPECT_EQ(identifierMisfit(name, s.letters == Scheme::Letters::kebab), "")
                << s.key << ": " << label << " → " << name;
            EXPECT_EQ(schemeMisfit(s, kind, name), "") << s.key << ": " << label << " → " << name;
        }
    EXPECT_EQ(made("plainWords", Kind::dateBox, "To"), "toDate");
    EXPECT_EQ(made("plainWords", Kind::dateBox, "Date"), "dateField");
    EXPECT_EQ(made("dataColumns", Kind::textBox, "Order"), "order_text");
    EXPECT_EQ(made("plainWords", Kind::radioButton, "10 A"), "rad10A");
}

TEST(Schemes, EachSettingDoesWhatItSays) {
    Scheme s = scheme("plainWords");
    const std::string label = "Name of the boat as painted on its stern";
    EXPECT_EQ(nameFor(s, Kind::textBox, label), "nameBoatAsPaintedOnStern");
    s.words = 2;
    EXPECT_EQ(nameFor(s, Kind::textBox, label), "nameBoat");
    s.smallWordsToo = true;
    EXPECT_EQ(nameFor(s, Kind::textBox, label), "nameOf");
    s.words = 0;
    s.longest = 14;
    EXPECT_EQ(nameFor(s, Kind::textBox, label), "nameOfTheBoat") << "cut between words";
    s.longest = 8;
    EXPECT_EQ(nameFor(s, Kind::textBox, "Registrierungsnummer"), "registri") << "one word is cut within";
    s = scheme("plainWords");
    s.drops = {"Name", "bóat"};
    EXPECT_EQ(nameFor(s, Kind::textBox, label), "asPaintedOnStern");
    EXPECT_EQ(nameFor(s, Kind::textBox, "Boat name"), "boatName") << "something is left of every label";
    s = scheme("kindFirst");
    s.kindMarks = {{Kind::textBox, "edt"}, {Kind::label, ""}};
    EXPECT_EQ(nameFor(s, Kind::textBox, "Hull"), "edtHull");
    EXPECT_EQ(schemeMisfit(s, Kind::textBox, "txtHull"), "The scheme has “edt” before the name of a text box.");
    s = scheme("kindLast");
    EXPECT_EQ(nameFor(s, Kind::dateBox, "Survey date"), "SurveyDate") << "not DateDate";
    EXPECT_EQ(nameFor(s, Kind::dateBox, "Survey"), "SurveyDate");
}

TEST(Schemes, NamesAreSaidAnewInAnotherScheme) {
    EXPECT_EQ(recast(scheme("kindFirst"), scheme("dataColumns"), Kind::textBox, "txtRegistration"), "registration");
    EXPECT_EQ(recast(scheme("kindFirst"), scheme("constants"), Kind::numberBox, "numLengthOverall2"),
              "NUM_LENGTH_OVERALL_2");
    EXPECT_EQ(recast(scheme("dataColumns"), scheme("kindFirst"), Kind::textBox, "owner.second_phone"),
              "owner.txtSecondPhone");
    EXPECT_EQ(recast(scheme("webFields"), scheme("kindLast"), Kind::comboBox, "hull-3"), "HullChoice3");
    EXPECT_EQ(recast(scheme("kindFirst"), scheme("plainWords"), Kind::textBox, "txtureOfHull"), "txtureOfHull")
        << "no mark, but a word";
    // There and back gives what was there, for names made by the schemes.
    for (const Scheme& a : shippedSchemes())
        for (const Scheme& b : shippedSchemes())
            for (const char* label : {"Boat name", "Wanted from", "Mast is stepped", "Hull"}) {
                const std::string name = nameFor(a, Kind::checkBox, label);
                EXPECT_EQ(recast(b, a, Kind::checkBox, recast(a, b, Kind::checkBox, name)), name)
                    << a.key << " " << b.key;
            }
}

TEST(Schemes, WhatIsNotAsTheSchemeSaysIsSaid) {
    const Scheme& s = scheme("kindFirst");
    EXPECT_EQ(schemeMisfit(s, Kind::textBox, "boatName"), "The scheme has “txt” before the name of a text box.");
    EXPECT_EQ(schemeMisfit(s, Kind::textBox, "txt_boat"), "The scheme writes names like boatName.");
    EXPECT_EQ(schemeMisfit(s, Kind::radioButton, "rad10A"), "");
    EXPECT_EQ(schemeMisfit(s, Kind::textBox, "owner.txtPhone2"), "");
    EXPECT_EQ(schemeMisfit(s, Kind::textBox, "Owner.txtPhone"), "The scheme writes names like boatName.");
    EXPECT_EQ(schemeMisfit(s, Kind::textBox, "txtTheNameOfTheBoatAsItIsPaintedOnHerStern"),
              "The scheme allows 32 characters; this name has 42.");
}

TEST(Identifiers, WordsThatLanguagesKeepAreKnown) {
    EXPECT_EQ(reservedBy("class"), "C++ and ECMAScript");
    EXPECT_EQ(reservedBy("order"), "SQL");
    EXPECT_EQ(reservedBy("Order"), "SQL") << "SQL does not tell capitals apart";
    EXPECT_EQ(reservedBy("Class"), "") << "the others do";
    EXPECT_EQ(reservedBy("for"), "C++, ECMAScript and SQL");
    EXPECT_FALSE(isReserved("boatName"));
}

TEST(Identifiers, WhatIsWrongIsSaid) {
    EXPECT_EQ(identifierMisfit("owner.phone_2"), "");
    EXPECT_EQ(identifierMisfit("boat-name", true), "");
    EXPECT_NE(identifierMisfit("boat-name"), "");
    EXPECT_EQ(identifierMisfit("order"), "“order” is reserved by SQL.");
    EXPECT_EQ(identifierMisfit("owner.class"), "“class” is reserved by C++ and ECMAScript.");
    EXPECT_EQ(identifierMisfit("a__b"), "C++ reserves names with two _ next to each other.");
    EXPECT_EQ(identifierMisfit("naïve"), "Names use the letters a to z only, without accents.");
    EXPECT_EQ(identifierMisfit("a b"), "“ ” is not allowed in a name; letters, digits and _ are, and . makes groups.");
    for (const char* bad : {"", "2nd", "_x", "a..b", ".a", "a.", "a.2b", "-a"})
        EXPECT_NE(identifierMisfit(bad, true), "") << bad;
    EXPECT_EQ(identifierMisfit(std::string(65, 'a')), "A name has at most 64 characters.");
}

TEST(Schemes, ThePageOfSchemesSaysWhatTheyMake) {
    const std::string page = textOf(std::string(BRINDEL_SOURCE) + "/docs/schemes.md");
    for (const Scheme& s : shippedSchemes())
        EXPECT_NE(page.find("| " + s.word + " | `" + s.key + "` | `" + nameFor(s, Kind::textBox, "Boat name") +
                            "` | `" + nameFor(s, Kind::button, "Book lift") + "` |"),
                  std::string::npos)
            << s.key;
}
