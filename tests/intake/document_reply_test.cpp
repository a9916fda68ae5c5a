// Text documents that come back: what they were written with, what was done to them, and what only looks like one.
#include "core/intake/document_reply.h"

#include <gtest/gtest.h>

#include "core/edit/edits.h"
#include "core/intake/reply_file.h"
#include "core/intake/zip_parts.h"
#include "core/targets/odf/odt.h"
#include "core/targets/ooxml/docx.h"
#include "core/targets/zip_file.h"
#include "tests/support.h"

using namespace brindel;
using namespace brindel::test;

namespace {

const char* const asked =
    "Boat: text 30\nLength: number 2..25 .1 m\nFrom: date\nAt: time\nHull: combo [g = GRP, s = Steel, Other…]\n"
    "Jobs: ticks [w = Wash, s = Scrape & paint, Anodes]\nMast: check\nLift: radio [Slipway cradle, #2 hoist, Öl]\n"
    "Party: group [a = Alone, Two, Other…]\nHelp: group 2 [Tow, Pilot] several\nNote: text 40x3\nSum: number = "
    "numLength * 2\n";

using Made = Result<std::string> (*)(const FormSession&, const flow::TextOptions&);
/// Each format, with its own fields and with simple ones.
const std::vector<std::pair<Made, bool>> ways = {{docxOf, false}, {docxOf, true}, {odtOf, false}, {odtOf, true}};

std::string toldOf(const Problem& problem) {
    return problem.place + ": " + problem.sentence.text();
}
std::vector<std::string> refused(const Form& form, const std::string& bytes) {
    const auto read = replyFromDocument(form, bytes);
    if (!read) return {toldOf(read.error())};
    std::vector<std::string> all;
    for (const Problem& one : read->refused) all.push_back(toldOf(one));
    return all;
}
/// A package whose main part is this.
std::string package(const std::string& body) {
    const std::string document =
        "<w:document xmlns:w=\"http://schemas.openxmlformats.org/wordprocessingml/2006/main\"><w:body>" + body +
        "</w:body></w:document>";
    return zipOf({{"[Content_Types].xml", "<Types/>"}, {"word/document.xml", document}}).value();
}
std::string tag(const std::string& name, const std::string& content) {
    return "<w:p><w:sdt><w:sdtPr><w:tag w:val=\"" + name + "\"/></w:sdtPr><w:sdtContent>" + content +
           "</w:sdtContent></w:sdt></w:p>";
}
std::string written(const std::string& words) {
    return "<w:r><w:t xml:space=\"preserve\">" + words + "</w:t></w:r>";
}

}  // namespace

TEST(DocumentReply, WhatIsWrittenIsReadAgain) {
    const Form form = jotted(asked, Kind::document);
    const std::vector<Answers> all = {{},
                                      {{"txtBoat", std::string("Łódź Ἀθήνα שלום 🚤 <&>\"'")},
                                       {"numLength", 9.5},
                                       {"dtmFrom", std::string("2026-04-20")},
                                       {"timAt", std::string("09:30")},
                                       {"cboHull", std::string("s")},
                                       {"lstJobs", std::vector<std::string>{"w", "s"}},
                                       {"chkMast", true},
                                       {"radLift", std::string("#2 hoist")},
                                       {"grpParty", std::string("a")},
                                       {"grpHelp", std::vector<std::string>{"Pilot"}},
                                       {"txtNote", std::string("one\n\n  two  three\tfour")}},
                                      {{"txtBoat", std::string("  ")},
                                       {"cboHull", std::string("Ferrocement")},
                                       {"grpParty", std::string("The whole crew")},
                                       {"radLift", std::string("Öl")},
                                       {"numLength", 1234.5},
                                       {"txtNote", std::string(100000, 'x')}}};
    for (const Answers& answers : all)
        for (const auto& [made, simple] : ways) {
            FormSession session(form, today);
            for (const auto& [name, answer] : answers) (void)session.put(name, answer);
            const auto bytes = made(session, {.simpleFields = simple});
            ASSERT_TRUE(bytes);
            const auto read = replyFromDocument(form, *bytes);
            ASSERT_TRUE(read) << toldOf(read.error());
            EXPECT_TRUE(read->refused.empty()) << toldOf(read->refused.front());
            FormSession again(form, today);
            again.take(read->reply);
            EXPECT_EQ(again.answers(), session.answers())
                << (made == docxOf ? "DOCX" : "ODT") << (simple ? ", simple" : "");
        }
}

TEST(DocumentReply, EveryKindOfFieldIsWritten) {
    Form form = jotted("Word: text 20\nSigned: signature\nPicture: picture\nItems: table [Work] 2\n", Kind::document);
    form = withProperty(form, {form.named("txtWord")->id}, Prop::secret, true);
    for (const auto& [made, simple] : ways) {
        const auto bytes = made(FormSession(form, today), {.blank = true, .simpleFields = simple});
        ASSERT_TRUE(bytes);
        EXPECT_EQ(refused(form, *bytes), std::vector<std::string>());
    }
}

TEST(DocumentReply, WhatWasHiddenWhenItWasWrittenIsNotMissing) {
    const Form form = jotted("Mast: check\n### Rig if chkMast\nHeight: number\n###\nNote: text\n", Kind::document);
    for (const auto& [made, simple] : ways) {
        const auto bytes = made(FormSession(form, today), {.simpleFields = simple});
        ASSERT_TRUE(bytes);
        EXPECT_EQ(refused(form, *bytes), std::vector<std::string>());
    }
}

TEST(DocumentReply, AZipOfDocumentsIsNone) {
    const Form form = jotted(asked, Kind::document);
    const std::string docx = docxOf(FormSession(form, today), {.blank = true}).value();
    EXPECT_TRUE(looksLikeDocument(docx));
    EXPECT_TRUE(looksLikeDocument(odtOf(FormSession(form, today), {.blank = true}).value()));
    for (bool stored : {false, true})
        EXPECT_FALSE(looksLikeDocument(zipOf({{"Ines.docx", docx, stored}, {"Tobias.docx", docx, stored}}).value()));
    EXPECT_FALSE(looksLikeDocument("PK\x03\x04 and no more"));
    EXPECT_FALSE(looksLikeDocument("{}"));
}

TEST(DocumentReply, WhatEditorsDoToTextIsOneText) {
    const Form form = jotted(asked, Kind::document);
    auto boat = [&](const std::string& content) {
        const auto read = replyFromDocument(form, package(tag("txtBoat", content)));
        if (!read) return toldOf(read.error());
        const auto at = read->reply.values.find("txtBoat");
        return at == read->reply.values.end() || at->second == Answer() ? std::string("-")
                                                                        : std::get<std::string>(at->second);
    };
    EXPECT_EQ(boat(written("Mari") + written("gold")), "Marigold");
    EXPECT_EQ(boat("<w:ins>" + written("Tern") + "</w:ins><w:del><w:r><w:delText>Gull</w:delText></w:r></w:del>"),
              "Tern");
    EXPECT_EQ(boat(written("\xE2\x80\x82\xE2\x80\x82")), "-");
    EXPECT_EQ(boat(written(" ")), " ");
    EXPECT_EQ(boat(""), "-");
    EXPECT_EQ(refused(form, package(tag("txtBoat", written("A")) + tag("txtBoat", written("A")))),
              std::vector<std::string>());
    EXPECT_EQ(refused(form, package(tag("txtBoat", written("A")) + tag("txtBoat", written("B")))).size(), 1u);
    EXPECT_EQ(refused(form, package(tag("numLength", written("many")))).size(), 1u);
}

TEST(DocumentReply, RowsThatWereRepeatedHaveTheirOwnNames) {
    Form form = jotted("Items: table [Work, Hours] 2\n", Kind::dialog);
    const Id table = form.find(form.find(form.named("txtWork1")->id)->parent)->parent;
    form = withProperty(form, {table}, Prop::rowsMost, 6.0);
    auto row = [](const std::string& words) {
        return "<w:tr><w:tc>" + tag("txtWork1", written(words)) + "</w:tc><w:tc>" + tag("txtHours1", written("1")) +
               "</w:tc></w:tr>";
    };
    const std::string made = "<w:tbl><w:sdt><w:sdtPr><w:tag w:val=\"" + idText(table) +
                             "#rows\"/></w:sdtPr><w:sdtContent>" + row("Wash") + row("Scrape") + row("Paint") +
                             "</w:sdtContent></w:sdt></w:tbl>";
    const auto read = replyFromDocument(form, package(made));
    ASSERT_TRUE(read);
    EXPECT_TRUE(read->refused.empty()) << toldOf(read->refused.front());
    EXPECT_EQ(read->reply.values.at("txtWork1"), Answer(std::string("Wash")));
    EXPECT_EQ(read->reply.values.at("txtWork3"), Answer(std::string("Paint")));
}

TEST(DocumentReply, HostileDocumentsAreBounded) {
    const Form form = jotted(asked, Kind::document);
    const std::size_t deep = sanitized ? 6000 : 60000;
    std::string nested, ends;
    for (std::size_t i = 0; i < deep; ++i)
        nested += "<w:sdt><w:sdtPr><w:tag w:val=\"txtBoat\"/></w:sdtPr><w:sdtContent>",
            ends += "</w:sdtContent></w:sdt>";
    (void)refused(form, package(nested + written("x") + ends));
    // Entities are not looked up, and what they are said to be is not read.
    const std::string bomb =
        "<!DOCTYPE w:document [<!ENTITY a \"aaaaaaaaaa\"><!ENTITY b \"&a;&a;&a;\"><!ENTITY c SYSTEM "
        "\"/etc/hostname\">]>";
    const auto read = replyFromDocument(
        form, zipOf({{"[Content_Types].xml", "<Types/>"},
                     {"word/document.xml",
                      bomb + "<w:document><w:body>" + tag("txtBoat", written("&b;&c;")) + "</w:body></w:document>"}})
                  .value());
    ASSERT_TRUE(read);
    EXPECT_EQ(read->reply.values.at("txtBoat"), Answer(std::string("&b;&c;")));
    // A picture from elsewhere is not fetched.
    const Form pictured = jotted("Photo: picture\n", Kind::document);
    const std::string away =
        zipOf({{"[Content_Types].xml", "<Types/>"},
               {"word/document.xml", "<w:document><w:body>" + tag("picPhoto", "<w:r><a:blip r:embed=\"rId1\"/></w:r>") +
                                         "</w:body></w:document>"},
               {"word/_rels/document.xml.rels",
                "<Relationships><Relationship Id=\"rId1\" Target=\"file:///etc/hostname\" "
                "TargetMode=\"External\"/></Relationships>"}})
            .value();
    EXPECT_EQ(refused(pictured, away), std::vector<std::string>());
    // A part that grows without end, and more parts than a document has.
    const std::string large(sanitized ? 70u << 20 : 70u << 20, ' ');
    EXPECT_NE(refused(form, zipOf({{"[Content_Types].xml", "<Types/>"}, {"word/document.xml", large}}).value())
                  .at(0)
                  .find("64 MiB"),
              std::string::npos);
    std::vector<ZipPart> many(10001, {"", "x"});
    std::vector<std::string> names(many.size());
    for (std::size_t i = 0; i < many.size(); ++i) many[i].name = "p" + std::to_string(i);
    const std::string parts = zipOf(many).value();
    EXPECT_FALSE(looksLikeDocument(parts));
    EXPECT_EQ(refused(form, parts).size(), 1u);
    for (const char* wrong : {"", "PK\x03\x04", "no document"}) EXPECT_EQ(refused(form, wrong).size(), 1u) << wrong;
    EXPECT_EQ(refused(form, package("<w:p><w:r>")).size(), 1u) << "it ends in the middle";
    // Rows without end.
    Form growing = jotted("Items: table [Work] 2\n", Kind::dialog);
    const Id table = growing.find(growing.find(growing.named("txtWork1")->id)->parent)->parent;
    growing = withProperty(growing, {table}, Prop::rowsMost, 4000.0);
    std::string rowed;
    for (int i = 0; i < 3000; ++i) rowed += "<w:tr/>";
    const auto told =
        refused(growing, package("<w:tbl><w:sdt><w:sdtPr><w:tag w:val=\"" + idText(table) +
                                 "#rows\"/></w:sdtPr><w:sdtContent>" + rowed + "<w:tr><w:tc>" +
                                 tag("txtWork1", written("x")) + "</w:tc></w:tr></w:sdtContent></w:sdt></w:tbl>"));
    EXPECT_EQ(told.size(), 1u);
}
