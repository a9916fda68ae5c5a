// Sources as offices have them, each with what a careful person would make of it.
#include "core/intake/proposal.h"

#include <gtest/gtest.h>

#include <chrono>
#include <filesystem>
#include <fstream>
#include <set>
#include <sstream>

#include "core/file/form_file.h"
#include "core/naming/names.h"
#include "core/session/form_session.h"
#include "core/targets/odf/odt.h"
#include "core/targets/ooxml/docx.h"
#include "core/targets/zip_file.h"

namespace brindel::intake {
namespace {

using std::string;
namespace fs = std::filesystem;

string fileText(const fs::path& path) {
    std::ifstream in(path, std::ios::binary);
    std::stringstream all;
    all << in.rdbuf();
    return all.str();
}
string jotted(const string& source) {
    const auto items = itemsFrom(source);
    return items ? jottingText(proposalOf(*items).rows) : "! " + items.error().sentence.text();
}
std::vector<JotField> fieldsOf(const Jotting& rows) {
    std::vector<JotField> all;
    for (const JotRow& row : rows) all.insert(all.end(), row.fields.begin(), row.fields.end());
    return all;
}

string zipped(const string& document) {
    const string types = "<Types/>";
    return zipOf({{"[Content_Types].xml", types}, {"word/document.xml", document}}).value_or("");
}

/// How much of what is expected was found.
struct Score {
    int expected = 0, found = 0, kinds = 0, labels = 0, invented = 0;
};
void score(const string& name, const Jotting& rows, const Jotting& expected, Score& sum) {
    std::vector<JotField> made = fieldsOf(rows);
    const std::vector<JotField> wanted = fieldsOf(expected);
    std::size_t from = 0;
    for (const JotField& want : wanted) {
        ++sum.expected;
        // The field of that label, in order; else the one that is there now, with another label.
        std::size_t at = from;
        while (at < made.size() && made[at].label != want.label) ++at;
        const bool labelled = at < made.size();
        if (!labelled) at = from;
        const bool found = at < made.size() && (labelled || made[at].kind == want.kind);
        if (!found) {
            ADD_FAILURE() << name << ": no " << fieldText(want);
            continue;
        }
        ++sum.found;
        sum.labels += labelled;
        sum.kinds += made[at].kind == want.kind && made[at].radio == want.radio;
        EXPECT_EQ(fieldText(made[at]), fieldText(want)) << name;
        sum.invented += int(at - from);
        from = at + 1;
    }
    sum.invented += int(made.size() - std::min(from, made.size()));
}

TEST(Proposal, SourcesAreUnderstoodAsACarefulPersonWould) {
    Score sum;
    int sources = 0;
    for (const auto& entry : fs::directory_iterator(fs::path(BRINDEL_SOURCE) / "tests/intake/sources")) {
        if (entry.path().extension() == ".jot") continue;
        const string name = entry.path().filename();
        const auto items = itemsFrom(fileText(entry.path()));
        ASSERT_TRUE(items) << name << ": " << items.error().sentence.text();
        const auto expected = readJotting(fileText(fs::path(entry.path()).replace_extension(".jot")), items->language);
        ASSERT_TRUE(expected) << name << ": " << asProblem(expected.error()).place;
        const Jotting rows = proposalOf(*items).rows;
        score(name, rows, *expected, sum);
        auto structure = [](const Jotting& all) {
            std::vector<string> words;
            for (const JotRow& row : all)
                if (row.what == JotRow::What::title || row.what == JotRow::What::section) words.push_back(row.text);
            return words;
        };
        EXPECT_EQ(structure(rows), structure(*expected)) << name;
        ++sources;
    }
    std::cout << sources << " sources, " << sum.expected << " fields: found " << sum.found << ", kinds " << sum.kinds
              << ", labels " << sum.labels << ", invented " << sum.invented << "\n";
    EXPECT_GE(sources, 10);
}

TEST(Proposal, WhatItGivesIsReadAgainAsItIs) {
    for (const string source :
         {"A; b: ____\nC\\d: ____\n", "# x: ____\n", "a\n\n## E ____\n", "[x ____ y: _____\n", "=== ____\n",
          "--- x ____\n", "[ ] a, b = c; d\n[ ] e ] f\n", "What?\na) 1..31\nb) …\n", "when it rains: ____\n",
          "> quote: _____\n", "--: ______\n", "Länge (m): ____\nשם: ____\nأين: ______\n", "x / y\nIns: yes / no\n"}) {
        const auto items = itemsFrom(source);
        ASSERT_TRUE(items) << source << items.error().sentence.text();
        const Jotting rows = proposalOf(*items).rows;
        auto read = readJotting(jottingText(rows), items->language);
        ASSERT_TRUE(read) << jottingText(rows);
        EXPECT_EQ(jottingText(*read), jottingText(rows)) << source;
    }
}

TEST(Proposal, ADoubtKnowsItsPlace) {
    const auto items = itemsFrom("Order\n\nParts:\n[ ] mast\n[ ] sail\n[ ] anchor\nName: ______\n");
    ASSERT_TRUE(items);
    const Proposal proposal = proposalOf(*items);
    ASSERT_EQ(proposal.fields.size(), 2u);
    EXPECT_EQ(proposal.fields[0].field.label, "Parts");
    EXPECT_EQ(proposal.fields[0].doubt.text(), "Several answers, or one?");
    EXPECT_EQ(items->list[proposal.fields[0].item].place.line, 4);
    EXPECT_TRUE(proposal.fields[1].doubt.empty());
}

TEST(Proposal, OldEncodingsAreRead) {
    EXPECT_EQ(jotted("Stra\xDF"
                     "e: ______\n"),
              "Straße: text\n");
    EXPECT_EQ(jotted(string("N\0a\0m\0e\0:\0 \0_\0_\0_\0", 18).insert(0, "\xFF\xFE")), "Name: text\n");
}

TEST(Proposal, WhatIsNoFormIsSaid) {
    EXPECT_EQ(jotted(""), "! The file is empty.");
    EXPECT_EQ(jotted("Dear all,\nthe office is closed.\n"),
              "! Nothing to fill in was found: no blanks, ticks, questions or columns.");
    EXPECT_EQ(jotted(string("a\0b", 3)), "! The file is not a text, a table or a text document.");
    EXPECT_EQ(jotted(string(65 << 20, 'x')), "! The file has more than 64 MiB.");
    EXPECT_EQ(jotted(string(20'001, '\n') + "a: __"), "! The text has more than 20,000 lines.");
    EXPECT_EQ(jotted("a: __ " + string(50'000, 'x')), "! A line has more than 10,000 characters.");
    string many;
    for (int i = 0; i < 2'100; ++i) many += "Field: ____\n";
    EXPECT_EQ(jotted(many), "! The source has more than 2,000 fields.");
}

TEST(Proposal, WhatIsJottedIsTakenAsItIs) {
    const string rows =
        "# Berth\n### Rig if chkMast\nHeight (m): number 2..25 .1 m !; A: text; B: text; C: text\n###\nMast: check "
        "@chkMast\n[Cancel] [Ask]*\nwhen chkMast is ticked: clear numHeight\n";
    EXPECT_EQ(jotted(rows), rows);
}

TEST(Proposal, NamesAndBarsInTheFirstLineArePlaced) {
    const auto items = itemsFrom("Größe;boat name\n7,5;Tern\n9,25;Ines\n");
    ASSERT_TRUE(items);
    EXPECT_EQ(items->list[1].place, (Place{1, 6, 9}));
}

TEST(Proposal, LongAndDeepSourcesTakeTheirTime) {
    // Each is read within the bounds, whatever it is made of.
    for (const string piece : {"[ ] a ", "_ ", "| |", "( ) ", "a/b", "… ", "__/__/____", "x: ", "((((", "\t", "☐"}) {
        string text;
        while (text.size() < 9'000) text += piece;
        string all;
        for (int i = 0; i < 5; ++i) all += text + "\n";
        const auto items = itemsFrom(all);
        if (items) EXPECT_TRUE(readJotting(jottingText(proposalOf(*items).rows))) << piece;
    }
}

/// The demo's documents as text documents, taken in again: every field that has a label there has it here, in order,
/// and is of its kind where the format says it.
TEST(Proposal, TextDocumentsComeBackWithTheirFields) {
    for (const char* name : {"mooring-permit", "winter-storage-agreement", "slip-inspection", "lift-out-booking"}) {
        const auto form = readForm(fileText(fs::path(BRINDEL_SOURCE) / "demo" / (string(name) + ".brindel")));
        ASSERT_TRUE(form);
        const FormSession session(form->form, Day{std::chrono::year(2026) / 4 / 1});
        for (const bool odt : {false, true}) {
            const string bytes = (odt ? odtOf(session, {.blank = true}) : docxOf(session, {.blank = true})).value();
            const auto items = itemsFrom(bytes);
            ASSERT_TRUE(items) << name << items.error().sentence.text();
            EXPECT_EQ(items->reader, "document");
            std::set<string> labels;
            for (const JotField& field : fieldsOf(proposalOf(*items).rows)) labels.insert(field.label);
            int asked = 0, missing = 0;
            form->form.controls.each([&](Id, const Control& c) {
                if (c.kind != Kind::textBox && c.kind != Kind::dateBox && c.kind != Kind::comboBox &&
                    c.kind != Kind::numberBox)
                    return;
                const Control* parent = form->form.find(c.parent);
                if (parent && parent->kind == Kind::cell) return;
                ++asked;
                string label = wordingFor(form->form, c.id);
                while (label.ends_with(':') || label.ends_with(' ')) label.pop_back();
                if (label.empty() || labels.contains(label)) return;
                ++missing;
                std::cout << name << (odt ? " odt" : " docx") << ": no " << label << "\n";
            });
            EXPECT_GT(asked, 3);
            EXPECT_LE(missing * 20, asked) << name;
        }
    }
}

TEST(Proposal, ADocumentByOthersIsRead) {
    // Leaders, underlined blanks, form fields of former days, merged cells, and text that was struck with tracking.
    const string body =
        R"(<w:document xmlns:w="http://schemas.openxmlformats.org/wordprocessingml/2006/main"><w:body>
<w:p><w:pPr><w:pStyle w:val="Heading1"/></w:pPr><w:r><w:t>Crane order</w:t></w:r></w:p>
<w:p><w:pPr><w:tabs><w:tab w:val="left" w:leader="dot" w:pos="5000"/></w:tabs></w:pPr><w:r><w:t>Name:</w:t></w:r><w:r><w:tab/></w:r></w:p>
<w:p><w:r><w:t xml:space="preserve">Berth </w:t></w:r><w:r><w:rPr><w:u w:val="single"/></w:rPr><w:t xml:space="preserve">            </w:t></w:r></w:p>
<w:p><w:r><w:t xml:space="preserve">Weight: </w:t></w:r><w:r><w:fldChar w:fldCharType="begin"><w:ffData><w:name w:val="kilos"/><w:textInput><w:type w:val="number"/></w:textInput></w:ffData></w:fldChar></w:r><w:r><w:instrText>FORMTEXT</w:instrText></w:r><w:r><w:fldChar w:fldCharType="separate"/></w:r><w:r><w:t>old</w:t></w:r><w:r><w:fldChar w:fldCharType="end"/></w:r><w:del><w:r><w:delText>gone</w:delText></w:r></w:del></w:p>
<w:tbl><w:tr><w:tc><w:p><w:r><w:t>Phone</w:t></w:r></w:p></w:tc><w:tc><w:tcPr><w:gridSpan w:val="2"/></w:tcPr><w:p/></w:tc></w:tr><w:tr><w:tc><w:p><w:r><w:t>Day wanted</w:t></w:r></w:p></w:tc><w:tc><w:p/></w:tc></w:tr></w:tbl>
</w:body></w:document>)";
    EXPECT_EQ(jotted(zipped(body)),
              "# Crane order\nName: text\nBerth: text\nWeight: number @kilos\nPhone: text\nDay wanted: text\n");
    string deep = "<w:document><w:body>";
    for (int i = 0; i < 60'000; ++i) deep += "<w:sdt><w:sdtContent>";
    const auto bounded = itemsFrom(zipped(deep));
    EXPECT_FALSE(bounded);
}

}  // namespace
}  // namespace brindel::intake
