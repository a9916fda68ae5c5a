// A form's wording in several languages: out as XLIFF and CSV, translated, and back.
#include <gtest/gtest.h>

#include <rapidcheck.h>

#include "core/session/form_session.h"
#include "core/wording/standing.h"
#include "core/wording/texts.h"
#include "tests/support.h"

using namespace brindel;
using namespace brindel::test;

namespace {

/// A translator who writes the language's word before each text.
std::vector<FormText> translated(std::vector<FormText> texts, const std::string& word) {
    for (FormText& one : texts) one.target = word + " " + one.source;
    return texts;
}

}  // namespace

TEST(Texts, EveryTextGoesOutAndComesBackByXliffAndByCsv) {
    for (const char* name : {"mooring-permit", "lift-out-booking", "slip-inspection", "yard-charges",
                             "winter-storage-agreement", "pontoon-fault-note"}) {
        const Form form = demo(name);
        const auto texts = textsOf(form, "pl");
        EXPECT_GT(texts.size(), 20u) << name;
        const Form polish = withTexts(form, "pl", translated(texts, "PL")).form;
        for (const bool xliff : {true, false}) {
            const auto read = xliff ? readXliff(xliffOf(polish, "pl")) : readTextTable(textTable(polish, "pl"));
            ASSERT_TRUE(read) << read.error().sentence.text();
            EXPECT_EQ(read->language, "pl");
            const TextsTaken taken = withTexts(form, "pl", read->texts);
            EXPECT_TRUE(taken.foreign.empty());
            EXPECT_EQ(*taken.form.translations, *polish.translations) << name << (xliff ? " XLIFF" : " CSV");
        }
        // It is kept in the file.
        EXPECT_EQ(*readForm(formText(polish)).value().form.translations, *polish.translations);
        const Form read = formIn(polish, "pl").value();
        for (const FormText& one : textsOf(read, "x"))
            EXPECT_TRUE(one.source.starts_with("PL ")) << one.place << one.source;
        EXPECT_EQ(read.root().text(Prop::language), "pl");
    }
}

TEST(Texts, RepliesAreTheSameInEveryLanguage) {
    const Form form = jotted(
        "# Booking\nHull: combo [GRP, Timber]\nLift by: radio [Hoist, Crane]\nJobs: ticks [Wash, Scrape]\nLength: "
        "number 2..25 .1 m !\n");
    const Form both = withTexts(form, "de", translated(textsOf(form, "de"), "DE")).form;
    const Form german = formIn(both, "de").value();
    const std::string values =
        "{\"cboHull\": \"Timber\", \"radLiftBy\": \"Crane\", \"lstJobs\": [\"Wash\"], \"numLength\": 9.5}";
    auto reply = [&](const Form& one) {
        FormSession session(one, today);
        EXPECT_TRUE(session.take(readReply(values).value()).empty());
        return session.reply("2026-04-01T10:00:00+00:00");
    };
    EXPECT_EQ(reply(german), reply(form));
    FormSession session(german, today);
    session.type(named(german, "cboHull").id, "DE Timber");
    EXPECT_EQ(session.answer(named(german, "cboHull").id), Answer("Timber"));
    session.type(named(german, "numLength").id, "9,5");
    EXPECT_EQ(session.answer(named(german, "numLength").id), Answer(9.5));
    FormSession empty(german, today);
    EXPECT_EQ(empty.wrongs().front().sentence, "DE Length: bitte ausfüllen.");
}

TEST(Texts, WhatWasRewordedIsNotTranslatedAnyMore) {
    const Form form = jotted("# Booking\nBoat: text 9\nHull: combo [GRP, Timber]\n");
    const auto texts = translated(textsOf(form, "fr"), "FR");
    Form later = withTexts(form, "fr", texts).form;
    const Id label = later.index()->labelOf(named(later, "txtBoat").id);
    auto c = std::make_shared<Control>(*later.find(label));
    c->set(Prop::text, std::string("Vessel"));
    later.controls.put(label, std::move(c));
    EXPECT_EQ(formIn(later, "fr").value().find(label)->text(Prop::text), "Vessel");
    const TextsTaken taken = withTexts(later, "fr", texts);
    ASSERT_EQ(taken.foreign.size(), 1u);
    EXPECT_EQ(taken.foreign[0].source, "Boat");
    EXPECT_EQ(formIn(later, "it").error().place, "it");
    EXPECT_EQ(formIn(later, "en").value().root().text(Prop::language), "en");
}

TEST(Texts, AnyTextSurvives) {
    const Form form = jotted("# Booking\nBoat: text 9\n");
    const Id label = form.index()->labelOf(named(form, "txtBoat").id);
    auto both = [&](const std::string& source, const std::string& target) {
        Form own = form;
        auto c = std::make_shared<Control>(*own.find(label));
        c->set(Prop::text, source);
        own.controls.put(label, std::move(c));
        std::vector<FormText> texts = textsOf(own, "de");
        for (FormText& one : texts)
            if (one.source == source) one.target = target;
        const Form once = withTexts(own, "de", texts).form;
        const auto xliff = readXliff(xliffOf(once, "de"));
        const auto table = readTextTable(textTable(once, "de"));
        return xliff && table && *withTexts(own, "de", xliff->texts).form.translations == *once.translations &&
               *withTexts(own, "de", table->texts).form.translations == *once.translations;
    };
    for (const std::string hostile : {"<b>&amp;]]>\"'", "=SUM(A1)", "'=x", "''@x", "  blanks  ", "line\nbreak",
                                      "tab\there", "\x01\x1f bell", "\u202eשלום\u2028", "a,b;c", "-", "\"\"\""})
        EXPECT_TRUE(both(hostile, hostile + " in German")) << hostile;
    for (const std::string hostile : {"<b>", "=SUM(A1)", "\x02", "a\nb"}) EXPECT_TRUE(both("Boat", hostile)) << hostile;
    EXPECT_TRUE(both(std::string(90000, 'w'), std::string(90000, 'v')));
}

TEST(Texts, WhatIsNoFileOfTextsIsSaid) {
    EXPECT_EQ(readXliff("<a").error().sentence.text(), "This is not XML that can be read.");
    EXPECT_NE(readXliff("<xliff/>").error().sentence.text().find("not XLIFF 2"), std::string::npos);
    EXPECT_NE(
        readXliff("<xliff xmlns=\"urn:oasis:names:tc:xliff:document:2.0\"/>").error().sentence.text().find("trgLang"),
        std::string::npos);
    EXPECT_EQ(readTextTable("a,b\n").error().place, "line 1");
    EXPECT_EQ(readTextTable("place,what,en,de\nc1.text\n").error().place, "row 2");
    // Marks that lie deep in each other, and a text that was cut into segments.
    std::string deep =
        "<xliff xmlns=\"urn:oasis:names:tc:xliff:document:2.0\" trgLang=\"de\"><file><unit "
        "name=\"c2.text\"><segment><source>";
    for (int i = 0; i < 60000; ++i) deep += "<mrk>";
    deep += "Boat";
    for (int i = 0; i < 60000; ++i) deep += "</mrk>";
    EXPECT_TRUE(readXliff(deep + "</source></segment></unit></file></xliff>"));
    const auto cut = readXliff(
        "<xliff xmlns=\"urn:oasis:names:tc:xliff:document:2.0\" trgLang=\"de\"><file><group><unit name=\"c2.text\">"
        "<segment><source>Boat</source><target>Boots</target></segment><ignorable><source> </source></ignorable>"
        "<segment><source>name</source><target>na<mrk "
        "id=\"1\">me</mrk></target></segment></unit></group></file></xliff>");
    ASSERT_TRUE(cut && cut->texts.size() == 1);
    EXPECT_EQ(cut->texts[0].source, "Boat name");
    EXPECT_EQ(cut->texts[0].target, "Boots name");
}

TEST(Texts, FromRightToLeftTheRowsBeginAtTheOtherSide) {
    const Form form = jotted("# Booking\nBoat: text 9\nHull: combo [GRP, Timber]\n");
    const Form both = withTexts(form, "he", translated(textsOf(form, "he"), "עב")).form;
    const Form hebrew = formIn(both, "he").value();
    const Id field = named(form, "txtBoat").id, label = form.index()->labelOf(field);
    EXPECT_LT(form.find(label)->box.left, form.find(field)->box.left);
    EXPECT_GT(hebrew.find(label)->box.left, hebrew.find(field)->box.left);
    EXPECT_TRUE(hebrew.index()->rightToLeft());
    EXPECT_EQ(hebrew.find(label)->text(Prop::text), "עב Boat");
}

TEST(Texts, AWordingThatSaysTheSameKeepsItsTranslation) {
    const Form form = jotted("# Booking\nBoat: text 9\nHull: combo [GRP, Timber, 12]\n");
    Form later = withTexts(form, "fr", translated(textsOf(form, "fr"), "FR")).form;
    const Id label = later.index()->labelOf(named(later, "txtBoat").id), hull = named(later, "cboHull").id;
    auto reworded = [](const Form& in, Id id, Prop prop, Value value) {
        Form next = in;
        auto c = std::make_shared<Control>(*next.find(id));
        c->set(prop, std::move(value));
        next.controls.put(id, std::move(c));
        return next;
    };
    later = reworded(later, label, Prop::text, std::string("Boats"));
    later = reworded(later, hull, Prop::choices, Choices{{"GRP", "GRP"}, {"Timber", "Timber."}, {"14", "14"}});
    const LanguageTexts& texts = later.translations->at("fr");
    EXPECT_EQ(wordingStanding(*later.find(label), texts).reworded, std::vector{Prop::text});
    EXPECT_EQ(wordingStanding(*later.find(hull), texts).reworded, std::vector{Prop::choices});
    EXPECT_TRUE(wordingStanding(later.root(), texts).missing.empty());
    const Form kept = translationsKept(later, {label, hull});
    EXPECT_EQ(formIn(kept, "fr").value().find(label)->text(Prop::text), "FR Boat");
    // Numbers are the same in every language, whatever else has changed.
    EXPECT_TRUE(wordingStanding(*kept.find(label), kept.translations->at("fr")).reworded.empty());
    const Form forgotten = translationsForgotten(later, {label});
    EXPECT_EQ(wordingStanding(*forgotten.find(label), forgotten.translations->at("fr")).missing,
              std::vector{Prop::text});
    const Form same = readingTheSame(forgotten, {label});
    EXPECT_TRUE(wordingStanding(*same.find(label), same.translations->at("fr")).missing.empty());
    EXPECT_EQ(formIn(same, "fr").value().find(label)->text(Prop::text), "Boats");
}

TEST(Texts, WhatIsSaidTwiceIsTold) {
    const Form form = jotted("# Booking\nBoat: text 9\n");
    std::vector<FormText> texts = translated(textsOf(form, "de"), "DE");
    texts.push_back(texts.back());
    texts.push_back(texts.back());
    texts.back().target = "Kahn";
    const TextsTaken taken = withTexts(form, "de", texts);
    ASSERT_EQ(taken.twice.size(), 1u);
    EXPECT_EQ(taken.twice[0].target, "Kahn");
    EXPECT_EQ(formIn(taken.form, "de").value().find(form.index()->labelOf(named(form, "txtBoat").id))->text(Prop::text),
              "Kahn");
}

TEST(Texts, AFileWithAFewOfThemLeavesTheOthers) {
    const Form form = jotted("# Booking\nBoat: text 9\nHull: combo [GRP, Timber]\n");
    const Form all = withTexts(form, "de", translated(textsOf(form, "de"), "DE")).form;
    std::vector<FormText> few = textsOf(all, "de");
    few.resize(2);
    few[1].target = "Kahn";
    const LanguageTexts texts = withTexts(all, "de", few).form.translations->at("de");
    EXPECT_EQ(texts.size(), all.translations->at("de").size());
    EXPECT_EQ(texts.at(few[1].place).at(few[1].source), "Kahn");
}

TEST(Texts, OfSeveralThatWereRewordedNobodyTellsWhichIsWhich) {
    const Form form = jotted("# Booking\nHull: combo [GRP, Timber]\n");
    Form later = withTexts(form, "fr", translated(textsOf(form, "fr"), "FR")).form;
    const Id hull = named(later, "cboHull").id;
    auto c = std::make_shared<Control>(*later.find(hull));
    c->set(Prop::choices, Choices{{"Steel", "Steel"}, {"Oak", "Oak"}});
    later.controls.put(hull, std::move(c));
    EXPECT_TRUE(sameContent(translationsKept(later, {hull}), later));
}

TEST(Texts, ALanguageInAFileIsOne) {
    std::string text = formText(withTexts(jotted("# A\nBoat: text 9\n"), "de", {}).form);
    ASSERT_TRUE(readForm(text));
    text.replace(text.find("\"de\""), 4, "\"../../x\"");
    // It would be part of the names of files that are written.
    EXPECT_EQ(readForm(text).error().place, "translations");
}

TEST(Texts, LanguagesAreThoseThatAreLanguages) {
    for (const char* right : {"de", "pt-BR", "zh-Hant-TW", "x"}) EXPECT_TRUE(isLanguage(right)) << right;
    for (const char* wrong : {"", "-", "de-", "de--at", "1de", "germanlanguage", "de_AT", "ä", "de AT",
                              "de-aaaaaaaa-bbbbbbbb-cccccccc-dddddddd"})
        EXPECT_FALSE(isLanguage(wrong)) << wrong;
    EXPECT_EQ(languageCalled("pt-BR"), "Portuguese (Brazil)");
    EXPECT_EQ(languageCalled("no language"), "no language");
}

TEST(Texts, WhatAFormCannotHoldIsSaidBeforeItIsTaken) {
    Form form = jotted("# Booking\nBoat: text 9\n");
    std::vector<FormText> texts = textsOf(form, "de");
    EXPECT_EQ(textsMisfit(form, "de", texts), std::nullopt);
    EXPECT_EQ(textsMisfit(form, "en", texts)->place, "en");
    EXPECT_EQ(textsMisfit(form, "no language", texts)->place, "no language");
    texts[1].target = std::string(longestTranslation, 'w');
    EXPECT_EQ(textsMisfit(form, "de", texts), std::nullopt);
    EXPECT_TRUE(readForm(formText(withTexts(form, "de", texts).form)));
    texts[1].target += 'w';
    EXPECT_EQ(textsMisfit(form, "de", texts)->place, texts[1].place);
    for (std::size_t i = 0; i < mostLanguages; ++i)
        form = withLanguage(form, std::string("a") + char('a' + i / 26) + char('a' + i % 26));
    EXPECT_TRUE(readForm(formText(form)));
    EXPECT_EQ(textsMisfit(form, "aaa", {}), std::nullopt) << "it has that one";
    EXPECT_EQ(textsMisfit(form, "de", {})->place, "de");
}
