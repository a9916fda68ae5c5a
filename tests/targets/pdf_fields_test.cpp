// Fields of a PDF wherever they lie, and the values that programs read of them.
#include <gtest/gtest.h>
#include <poppler-qt6.h>

#include "core/edit/edits.h"
#include "core/session/form_session.h"
#include "core/targets/leaves.h"
#include "core/targets/pdf/pdf.h"
#include "tests/targets/pdf_ua/checker.h"
#include "tests/targets/pdf_viewing.h"

using namespace brindel;
using namespace brindel::test;

namespace {

std::set<std::string> namesIn(const Viewed& viewed) {
    std::set<std::string> names;
    for (const Json& field : viewed.fields) names.insert(field["name"].get<std::string>());
    return names;
}

/// Tabs of so many pages in a container, each page with one text box: `name`1, `name`2 …
Form withTabs(Form form, Id container, const std::string& name, int pages, Box box, Ids* made = nullptr) {
    Control tabs = freshControl(Kind::tabs);
    tabs.box = box;
    Edited placedTabs = placed(form, container, tabs);
    form = placedTabs.form;
    const Id id = placedTabs.ids.front();
    for (int i = 1; i <= pages; ++i) {
        Id page = noControl;
        if (i <= int(form.find(id)->children.size())) {
            page = form.find(id)->children[std::size_t(i - 1)];
        } else {
            Edited more = placed(form, id, freshControl(Kind::tabPage));
            form = more.form;
            page = more.ids.front();
        }
        form = withProperty(form, {page}, Prop::text, name + " " + std::to_string(i));
        Control field = freshControl(Kind::textBox);
        field.box = {5, 5, 40, 7};
        field.name = name + std::to_string(i);
        form = placed(form, page, field).form;
        if (made) made->push_back(page);
    }
    return form;
}

}  // namespace

TEST(PdfFields, EveryPageOfTabsIsThereAlsoInDocumentsFramesAndOtherTabs) {
    Form form = newForm(Kind::document);
    const Id page = surfaces(form).front();
    Control frame = freshControl(Kind::frame);
    frame.box = {20, 20, 170, 120};
    const Edited framed = placed(form, page, frame);
    Ids outer;
    form = withTabs(framed.form, framed.ids.front(), "txtOuter", 3, {10, 10, 150, 100}, &outer);
    form = withTabs(form, outer[1], "txtInner", 2, {5, 30, 100, 50});
    form = withTabs(form, page, "txtBeside", 2, {20, 150, 150, 60});
    EXPECT_EQ(leavesOf(form).size(), 4u) << "1, 2 with both its own, 3; what stands beside turns along";
    const Viewed viewed(pdfOf(form, fonts()).value());
    for (const char* name :
         {"txtOuter1", "txtOuter2", "txtOuter3", "txtInner1", "txtInner2", "txtBeside1", "txtBeside2"})
        EXPECT_TRUE(namesIn(viewed).contains(name)) << name;
    EXPECT_EQ(uaFailures(viewed.bytes), std::vector<std::string>());
    EXPECT_EQ(leavesOf(newForm(Kind::dialog)).size(), 1u);
}

TEST(PdfFields, GroupsInCellsAndWithTheirLabelOutsideAreFilledAndNamed) {
    Form form = jotted("Hull state: group [Sound, Unsafe]\nItems: table [2=Work, Found] 2\n", Kind::document);
    for (const char* name : {"txtFound1", "txtFound2"}) {
        const Control cellField = named(form, name);
        form = removed(form, {cellField.id});
        Control group = freshControl(Kind::choiceGroup);
        group.box = cellField.box;
        group.set(Prop::text, std::string());
        group.name = std::string("chg") + (name + 3);
        group.set(Prop::choices, Choices{{"y", "Good"}, {"n", "Bad"}});
        group.set(Prop::acrossIn, 2.0);
        form = placed(form, cellField.parent, group).form;
    }
    const Viewed viewed(pdfOf(form, fonts()).value());
    for (const char* name : {"chgFound1", "chgFound2", "chgHullState"}) {
        EXPECT_EQ(viewed.field(name)["type"], "radiobutton") << name;
        EXPECT_EQ(viewed.field(name)["buttons"].size(), 2u) << name;
    }
    EXPECT_EQ(viewed.field("chgHullState")["buttons"][0]["label"], "Hull state: Sound");
    EXPECT_EQ(viewed.field("chgFound2")["buttons"][1]["label"], "Found, row 2: Bad");
    EXPECT_EQ(uaFailures(viewed.bytes), std::vector<std::string>());
}

TEST(PdfFields, StatesAreShortNamesWhateverTheValuesAre) {
    const std::string longest(200, 'x');
    Form form =
        jotted("A: radio [One, #2, Öl, Off, " + longest + "]\nB: radio [x, y]\nC: check\nD: check\n", Kind::document);
    form = withProperty(form, {named(form, "chkD").id}, Prop::value, std::string("Zażółć #1"));
    FormSession session(form, today);
    ASSERT_TRUE(session.put("radA", std::string("Öl")));
    session.tick(named(form, "chkD").id, true);
    const Viewed viewed(pdfOf(session.form(), fonts(), &session.filling()).value());
    std::vector<std::string> states;
    for (const Json& button : viewed.field("radA")["buttons"]) states.push_back(button["state"].get<std::string>());
    EXPECT_EQ(states, (std::vector<std::string>{"0", "1", "2", "3", "4"}));
    EXPECT_EQ(viewed.field("radA")["value"], "2");
    EXPECT_EQ(viewed.field("radB")["buttons"][1]["state"], "y") << "a plain word stands for itself";
    EXPECT_EQ(viewed.field("chkC")["buttons"][0]["state"], "Yes");
    EXPECT_EQ(viewed.field("chkD")["value"], "0");
    // What the numbers stand for is in the file.
    QPDF pdf;
    pdf.processMemoryFile("form", viewed.bytes.data(), viewed.bytes.size());
    for (auto& field : pdf.getRoot().getKey("/AcroForm").getKey("/Fields").getArrayAsVector()) {
        if (field.getKey("/T").getUTF8Value() != "radA") continue;
        ASSERT_EQ(field.getKey("/Opt").getArrayNItems(), 5);
        EXPECT_EQ(field.getKey("/Opt").getArrayItem(2).getUTF8Value(), "Öl");
        EXPECT_EQ(field.getKey("/Opt").getArrayItem(4).getUTF8Value(), longest);
    }
}

TEST(PdfFields, ABlankOneCarriesNoDayAndNothingThatIsWorkedOut) {
    const Form form =
        jotted("On: date = today\nA: number = 3\nSum: number = numA * 2\nNote: text = as always\n", Kind::document);
    const FormSession monday(form, today), tuesday(form, Day(std::chrono::sys_days(today) + std::chrono::days(1)));
    const auto blank = [&](const FormSession& s) {
        return pdfOf(form, fonts(), &s.filling(), {.blank = true}).value();
    };
    EXPECT_EQ(blank(monday), blank(tuesday));
    const Viewed viewed(blank(monday));
    EXPECT_EQ(viewed.field("dtmOn")["value"], "");
    EXPECT_EQ(viewed.field("numSum")["value"], "");
    EXPECT_TRUE(viewed.field("numSum")["readOnly"]);
    EXPECT_EQ(viewed.field("numSum")["label"], "Sum (calculated)");
    EXPECT_EQ(viewed.field("txtNote")["value"], "as always");
    EXPECT_EQ(viewed.field("txtNote")["start"], "as always");
    EXPECT_EQ(viewed.field("numA")["value"], "3");
    EXPECT_EQ(pdfOf(form, fonts()).value(), pdfOf(form, fonts()).value());
}

TEST(PdfFields, NamesOfOneWordingAreToldApart) {
    const Form form = jotted("### Owner\nName: text 20\n###\n### Agent\nName: text 20\nName: text 20 @txtOther\n###\n",
                             Kind::document);
    const Viewed viewed(pdfOf(form, fonts()).value());
    std::set<std::string> labels;
    for (const Json& field : viewed.fields)
        EXPECT_TRUE(labels.insert(field["label"].get<std::string>()).second) << field["label"];
    EXPECT_TRUE(labels.contains("Owner: Name (at most 20 characters)"));
    EXPECT_TRUE(labels.contains("Agent: Name (at most 20 characters) (2)"));
}

TEST(PdfFields, LimitsAreSaidInTheFormsOwnLanguage) {
    const Form form =
        withProperty(jotted("Von: date\nLänge: number 2..12.5 .1 m\nBis: date >= today\n", Kind::document), {rootId},
                     Prop::language, std::string("de"));
    Form german = withProperty(form, {named(form, "dtmVon").id}, Prop::datePattern, std::string("d. MMMM yyyy"));
    german = withProperty(german, {named(form, "dtmVon").id}, Prop::earliest, std::string("2026-04-01"));
    german = withProperty(german, {named(form, "dtmVon").id}, Prop::latest, std::string("2026-10-31"));
    const Viewed viewed(pdfOf(german, fonts()).value());
    EXPECT_EQ(viewed.field("dtmVon")["label"], "Von: T. MMMM JJJJ (1. April 2026 bis 31. Oktober 2026)");
    EXPECT_EQ(viewed.field("numLaenge")["label"], "Länge (2 bis 12,5 m)");
    EXPECT_EQ(viewed.field("dtmBis")["label"], "Bis: T MMM JJJJ (ab heute)");
}

TEST(PdfFields, HostileWordingAndLongLabelsAreWrittenAsText) {
    const std::string hostile = "\") >> endobj \\ (((]]> <script> \u202E\u2028 \x01 %1 \xF0\x9F\x9A\xA2";
    Form form = jotted("A: text 9\nB: number 1..2\n[Go]*\n", Kind::document);
    for (const char* name : {"A", "B", "btnGo"}) form = withProperty(form, {named(form, name).id}, Prop::text, hostile);
    form = withProperty(form, {named(form, "numB").id}, Prop::rangeMessage, hostile);
    form = withProperty(form, {rootId}, Prop::title, hostile);
    const Viewed viewed(pdfOf(form, fonts()).value());
    EXPECT_EQ(uaFailures(viewed.bytes), std::vector<std::string>());
    const Json out = viewed.after({{{"does", "type"}, {"field", "numB"}, {"value", "9"}}});
    std::string plain = hostile;
    std::erase(plain, '\x01');
    EXPECT_EQ(out[1]["says"][0], plain);

    std::string letters;
    while (letters.size() < 100'000) letters += "word ";
    form = withProperty(form, {named(form, "txtA").id}, Prop::hint, letters);
    form = withProperty(form, {form.index()->labelOf(named(form, "txtA").id)}, Prop::text, letters);
    EXPECT_EQ(uaFailures(pdfOf(form, fonts()).value()), std::vector<std::string>());
}

TEST(PdfFields, ThreeHundredPagesAndNoFieldAtAll) {
    Form form = newForm(Kind::document);
    for (int i = 1; i < 300; ++i) form = withPage(form).form;
    Control field = freshControl(Kind::textBox);
    field.box = {20, 20, 40, 7};
    field.name = "txtLast";
    EXPECT_EQ(uaFailures(pdfOf(form, fonts()).value()), std::vector<std::string>()) << "no field";
    form = placed(form, surfaces(form).back(), field).form;
    const Viewed viewed(pdfOf(form, fonts()).value());
    EXPECT_EQ(namesIn(viewed), std::set<std::string>{"txtLast"});
    EXPECT_EQ(uaFailures(viewed.bytes), std::vector<std::string>());
}

TEST(PdfFields, FacesOfEveryMakeAreEmbedded) {
    // P052 and Nimbus are CFF; fontconfig knows some of them as Type 1 as well, which no PDF of ours can carry.
    for (const char* family : {"P052", "Nimbus Mono PS", "Helvetica", "Courier", "DejaVu Serif", "No such font"}) {
        Form form = jotted("# Größe, Łódź\nBoat: text 20 = Périwinkle\n", Kind::document);
        form = withProperty(form, allIds(form), Prop::fontFamily, std::string(family));
        const std::string bytes = pdfOf(form, fonts()).value();
        EXPECT_EQ(uaFailures(bytes), std::vector<std::string>()) << family;
        auto document = Poppler::Document::loadFromData(QByteArray::fromStdString(bytes));
        EXPECT_TRUE(document->page(0)->text(QRectF()).contains("Größe, Łódź")) << family;
        for (const Poppler::FontInfo& font : document->fonts()) EXPECT_TRUE(font.isEmbedded()) << family;
    }
}

TEST(PdfFields, ABoxALetterIsACombOfItsMostCharacters) {
    Form form = jotted("Post code: text 7 upper\nNote: text 20\n", Kind::document);
    form = withProperty(form, {named(form, "txtPostCode").id}, Prop::comb, true);
    EXPECT_EQ(letterBoxes(named(form, "txtPostCode")).size(), 7u);
    EXPECT_TRUE(letterBoxes(named(form, "txtNote")).empty());
    EXPECT_TRUE(letterBoxes(named(withProperty(form, {named(form, "txtPostCode").id}, Prop::lines, std::string("many")),
                                  "txtPostCode"))
                    .empty());
    const std::string bytes = pdfOf(form, fonts()).value();
    QPDF pdf;
    pdf.processMemoryFile("form", bytes.data(), bytes.size());
    for (auto& field : pdf.getRoot().getKey("/AcroForm").getKey("/Fields").getArrayAsVector()) {
        const bool comb = field.getKey("/Ff").isInteger() && field.getKey("/Ff").getIntValue() & (1 << 24);
        EXPECT_EQ(comb, field.getKey("/T").getUTF8Value() == "txtPostCode");
    }
    // Seven letters, each in the middle of its box.
    Shown shown;
    shown.text = "FK2 7QA";
    std::vector<double> middles;
    for (const Mark& mark : drawnControl(form, named(form, "txtPostCode"), shown, {fonts()}))
        if (const auto* letter = std::get_if<TextMark>(&mark))
            middles.push_back(letter->at.x + letter->text.width * letter->size / 2);
    ASSERT_EQ(middles.size(), 7u);
    const double wide = named(form, "txtPostCode").box.width / 7;
    for (std::size_t i = 0; i < middles.size(); ++i) EXPECT_NEAR(middles[i], wide * (double(i) + 0.5), 0.05);
}
