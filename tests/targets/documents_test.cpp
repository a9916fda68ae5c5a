// Text documents: what becomes of a form that was laid out freely, and what keeps a document from changes.
#include <gtest/gtest.h>

#include <pugixml.hpp>

#include "core/edit/edits.h"
#include "core/intake/document_reply.h"
#include "core/intake/zip_parts.h"
#include "core/targets/flow/flow.h"
#include "core/targets/flow/flow_content.h"
#include "core/targets/odf/odt.h"
#include "core/targets/ooxml/docx.h"
#include "tests/support.h"

using namespace brindel;
using namespace brindel::test;

namespace {

/// A text in words: a line a paragraph, rows of tables in brackets, fields by their names.
std::string told(const Form& form, const std::vector<flow::Block>& blocks) {
    std::string all;
    for (const flow::Block& block : blocks) {
        if (const auto* p = std::get_if<flow::Paragraph>(&block)) {
            std::string line = p->title ? "# " : std::string(std::size_t(p->heading), '#') + (p->heading ? " " : "");
            for (const flow::Inline& run : p->runs)
                line += run.what == flow::Inline::What::words  ? run.text
                        : run.what == flow::Inline::What::tick ? "[" + partName(form, run) + "]"
                                                               : "<" + partName(form, run) + ">";
            all += (p->startsPage ? "-- page --\n" : "") + (p->ruled ? std::string("----") : line) + "\n";
            continue;
        }
        const auto& t = *std::get<flow::TableThere>(block);
        for (const flow::Row& row : t.rows) {
            std::string line;
            for (const flow::Cell& cell : row.cells) {
                std::string inner = told(form, cell.blocks);
                while (inner.ends_with('\n')) inner.pop_back();
                for (std::size_t at = 0; (at = inner.find('\n', at)) != std::string::npos;) inner.replace(at, 1, " / ");
                line += (line.empty() ? "" : " | ") + inner;
            }
            all += (t.what == flow::Table::What::frame ? "{"
                    : row.head                         ? "("
                                                       : "[") +
                   line +
                   (t.what == flow::Table::What::frame ? "}"
                    : row.head                         ? ")"
                                                       : "]") +
                   "\n";
        }
    }
    return all;
}
std::string flowOf(const Form& form) {
    const FormSession session(form, today);
    const flow::Source source(session, true);
    return told(source.form, flow::textOf(source).blocks);
}
std::string partOf(const std::string& document, const char* name) {
    auto zip = ZipParts::opened(document);
    if (!zip) return "";
    return zip->part(name).value_or("");
}
std::string docx(const Form& form, flow::TextOptions options = {.blank = true}) {
    auto bytes = docxOf(FormSession(form, today), options);
    return bytes ? *bytes : "";
}
std::string odt(const Form& form, flow::TextOptions options = {.blank = true}) {
    auto bytes = odtOf(FormSession(form, today), options);
    return bytes ? *bytes : "";
}

}  // namespace

TEST(Documents, RowsStayRowsAndSectionsBecomeHeadings) {
    const Form form = jotted(
        "# Booking\n## Vessel\nBoat: text 30 !\nLength: number m; Draught: number m\nMast is stepped: check\n"
        "## Work\nJobs: ticks [Wash, Scrape, Anodes] several\nNotes: text 60x4\n[Send]*\n",
        Kind::document);
    const std::string text = flowOf(form);
    EXPECT_NE(text.find("# Booking\n"), std::string::npos) << text;
    EXPECT_NE(text.find("## Vessel\n[Boat * | <txtBoat>]\n[Length | <numLength> m | Draught | <numDraught> m]\n"),
              std::string::npos)
        << text;
    EXPECT_NE(text.find("[chkMastIsStepped] Mast is stepped"), std::string::npos) << text;
    EXPECT_NE(text.find("[lstJobs#1] Wash"), std::string::npos) << text;
    EXPECT_EQ(text.find("Send"), std::string::npos) << text;
    EXPECT_NE(text.find("* required\n"), std::string::npos) << text;
}

TEST(Documents, PagesTabsFramesAndTablesHaveTheirStructure) {
    Form form = demo("lift-out-booking");
    std::string text = flowOf(form);
    EXPECT_EQ(text.find("# Lift-out booking\n# Vessel\n"), 0u) << text;
    EXPECT_NE(text.find("{Lift by / [radLiftBy#1] Slipway cradle / "), std::string::npos) << text;
    form = demo("pontoon-fault-note");
    text = flowOf(form);
    EXPECT_NE(text.find("(Work | Hours | Parts)"), std::string::npos) << text;
    EXPECT_NE(text.find("----\n"), std::string::npos) << text;
    // A document's pages begin on pages.
    form = withPage(jotted("# One\nA: text\n", Kind::document)).form;
    text = flowOf(form);
    EXPECT_NE(text.find("-- page --\n"), std::string::npos) << text;
}

TEST(Documents, ThousandsOfFieldsTakeTimeByTheirNumber) {
    auto many = [](int n) {
        std::string rows = "# Many\n";
        for (int i = 0; i < n; ++i) rows += "Field " + std::to_string(i) + ": text 30\n";
        return jotted(rows, Kind::dialog);
    };
    const std::string text = flowOf(many(2000));
    EXPECT_NE(text.find("[Field 1999 | <txtField1999>]"), std::string::npos);
}

TEST(Documents, EachFieldIsATagUnderItsName) {
    const Form form = jotted(
        "# F\nBoat: text 30\nNote: text 60x4\nOn: date\nHull: combo [g = GRP, s = Steel]\nRig: combo [Sloop, Other…]\n"
        "Mast: check\nLift: radio [Cradle, Hoist]\nSum: number = 1 + 1\n",
        Kind::document);
    pugi::xml_document xml;
    ASSERT_TRUE(xml.load_string(partOf(docx(form), "word/document.xml").c_str()));
    std::map<std::string, pugi::xml_node> all;
    for (const auto& one : xml.select_nodes("//w:sdtPr"))
        all[one.node().child("w:tag").attribute("w:val").value()] = one.node();
    ASSERT_EQ(all.size(), 9u);
    EXPECT_TRUE(all["txtBoat"].child("w:text"));
    EXPECT_STREQ(all["txtBoat"].child("w:alias").attribute("w:val").value(), "Boat (at most 30 characters)");
    EXPECT_STREQ(all["txtBoat"].child("w:lock").attribute("w:val").value(), "sdtLocked");
    EXPECT_TRUE(all["txtBoat"].child("w:showingPlcHdr"));
    EXPECT_STREQ(all["txtNote"].child("w:text").attribute("w:multiLine").value(), "1");
    EXPECT_STREQ(all["dtmOn"].child("w:date").child("w:dateFormat").attribute("w:val").value(), "d MMM yyyy");
    EXPECT_STREQ(all["cboHull"].child("w:dropDownList").last_child().attribute("w:value").value(), "s");
    EXPECT_TRUE(all["cboRig"].child("w:comboBox"));
    EXPECT_TRUE(all["chkMast"].child("w14:checkbox"));
    EXPECT_TRUE(all["radLift#2"].child("w14:checkbox"));
    // What is worked out can neither be changed nor taken away.
    EXPECT_STREQ(all["numSum"].child("w:lock").attribute("w:val").value(), "sdtContentLocked");
    // The ids stay when a label changes.
    const std::string id = all["txtBoat"].child("w:id").attribute("w:val").value();
    const Form renamed =
        withProperty(form, {labelOf(form, form.named("txtBoat")->id)->id}, Prop::text, std::string("Name"));
    pugi::xml_document again;
    again.load_string(partOf(docx(renamed), "word/document.xml").c_str());
    EXPECT_EQ(again.select_node("//w:sdtPr[w:tag/@w:val='txtBoat']/w:id").node().attribute("w:val").value(), id);
}

TEST(Documents, TheHashOfThePasswordIsThatOfTheStandard) {
    // Worked out by another program: SHA-512 of salt and UTF-16, three rounds, the number of the round behind the hash.
    EXPECT_EQ(protectionHash("tide", std::string("0123456789abcdef"), 3),
              "Qq0EdmmKskEJIM6o8u2ZRkW+qoqWJ9cSKBwfUyWTxKpnLJUn3Ckxdt2Evchozsxo/stwk1ZA6NoOGcbsDtvDPA==");
    const auto word = passwordMeant("spring tide 7");
    ASSERT_TRUE(word);
    const Form form = jotted("A: text\n", Kind::document);
    const std::string sealed = partOf(docx(form, {.owner = &*word, .blank = true}), "word/settings.xml");
    EXPECT_NE(sealed.find("w:algorithmName=\"SHA-512\""), std::string::npos) << sealed;
    EXPECT_NE(sealed.find("w:spinCount=\"100000\""), std::string::npos);
    EXPECT_EQ(docx(form, {.owner = &*word, .blank = true}), docx(form, {.owner = &*word, .blank = true}));
    EXPECT_EQ(partOf(docx(form), "word/settings.xml").find("hashValue"), std::string::npos);
    EXPECT_NE(partOf(odt(form, {.owner = &*word, .blank = true}), "content.xml").find("text:protection-key="),
              std::string::npos);
}

TEST(Documents, AFormThatIsFilledStandsInItFilled) {
    FormSession session(demo("mooring-permit"), today);
    const auto values = readReply(textOf(BRINDEL_SOURCE "/demo/mooring-permit.values.json"));
    ASSERT_TRUE(values);
    ASSERT_TRUE(session.take(*values).empty());
    for (const auto& bytes : {*docxOf(session, {}), *odtOf(session, {}), *docxOf(session, {.simpleFields = true}),
                              *odtOf(session, {.simpleFields = true})}) {
        const auto back = replyFromDocument(session.designed(), bytes);
        ASSERT_TRUE(back) << back.error().sentence.text();
        EXPECT_TRUE(back->refused.empty()) << back->refused.front().place << back->refused.front().sentence.text();
        FormSession again(session.designed(), today);
        EXPECT_TRUE(again.take(back->reply).empty());
        EXPECT_EQ(again.answers(), session.answers());
    }
}

TEST(Documents, TheFormsFileGoesAlongWhereItIsAsked) {
    const Form form = jotted("A: text\n", Kind::document);
    const std::string file = formText(form);
    EXPECT_EQ(formFileInDocument(docx(form, {.formFile = file})).value_or(""), file);
    EXPECT_EQ(formFileInDocument(odt(form, {.formFile = file})).value_or(""), file);
    EXPECT_FALSE(formFileInDocument(docx(form)));
}
