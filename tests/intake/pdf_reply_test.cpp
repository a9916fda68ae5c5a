// Filled PDFs, FDF and XFDF read back into typed answers.
#include "core/intake/reply_file.h"

#include <gtest/gtest.h>

#include "core/session/form_session.h"
#include "core/targets/pdf/pdf.h"
#include "core/targets/pdf/qpdf.h"
#include "tests/support.h"

using namespace brindel;
using namespace brindel::test;

namespace {

const char* const rows =
    "Boat: text 30\nLength: number 2..25 .1 m\nFrom: date\nAt: time\nHull: combo [g = GRP, s = Steel, Other…]\n"
    "Jobs: ticks [w = Wash, s = Scrape & paint, Anodes]\nMast: check\nLift: radio [Slipway cradle, #2 hoist, Öl]\n"
    "Party: group [a = Alone, Two, Other…]\nHelp: group 2 [Tow, Pilot] several\nSum: number = numLength * 2\n";

struct Back {
    Form form = jotted(rows, Kind::document);
    Result<ReadReply> read(const std::string& bytes) const { return replyFromPdf(form, fonts(), bytes); }
    FormSession taken(const std::string& bytes, std::vector<std::string>* refused = nullptr) const {
        FormSession session(form, today);
        auto reply = read(bytes);
        if (!reply) throw std::runtime_error(said(reply.error()));
        for (const auto& list : {reply->refused, session.take(reply->reply)})
            for (const Problem& one : list)
                if (refused) refused->push_back(one.place + ": " + said(one));
        return session;
    }
    static std::string said(const Problem& problem) {
        std::ostringstream out;
        out << problem.sentence;
        return out.str();
    }
};

std::string xfdf(const std::string& fields) {
    return "<?xml version=\"1.0\" encoding=\"UTF-8\"?><xfdf xmlns=\"http://ns.adobe.com/xfdf/\"><fields>" + fields +
           "</fields></xfdf>";
}
std::string fdf(const std::string& fields) {
    return "%FDF-1.2\n1 0 obj\n<< /FDF << /Fields [" + fields + "] >> >>\nendobj\ntrailer\n<< /Root 1 0 R >>\n%%EOF\n";
}

}  // namespace

TEST(PdfReply, WhatAFilledPdfHoldsIsReadBackTyped) {
    const Back b;
    FormSession filled(b.form, today);
    const Answers answers = {{"txtBoat", std::string("Łódź Ἀθήνα Смола")},
                             {"numLength", 9.5},
                             {"dtmFrom", std::string("2026-04-20")},
                             {"timAt", std::string("09:30")},
                             {"cboHull", std::string("s")},
                             {"lstJobs", std::vector<std::string>{"w", "s"}},
                             {"chkMast", true},
                             {"radLift", std::string("#2 hoist")},
                             {"chgParty", std::string("three of us")},
                             {"chgHelp", std::vector<std::string>{"Tow", "Pilot"}}};
    for (const auto& [name, answer] : answers) {
        const auto put = filled.put(name, answer);
        ASSERT_TRUE(put) << name;
    }
    const std::string bytes = pdfOf(filled.form(), fonts(), &filled.filling()).value();
    std::vector<std::string> refused;
    const FormSession back = b.taken(bytes, &refused);
    EXPECT_EQ(refused, std::vector<std::string>());
    EXPECT_EQ(back.answers(), filled.answers());
    // Sealed it is the same: it opens without a password.
    const Secret owner("tide and weather 7");
    EXPECT_EQ(b.taken(pdfOf(filled.form(), fonts(), &filled.filling(), {.owner = &owner}).value()).answers(),
              filled.answers());
    // Blank it says nothing but what the form starts with.
    EXPECT_EQ(b.taken(pdfOf(b.form, fonts()).value()).answers(), FormSession(b.form, today).answers());
}

TEST(PdfReply, TheDemoFormsComeBackAsTheyWereFilled) {
    for (const char* name : {"mooring-permit", "lift-out-booking", "slip-inspection", "yard-charges",
                             "winter-storage-agreement", "pontoon-fault-note"}) {
        const Form form = demo(name);
        FormSession filled(form, today);
        const auto values = readReply(textOf(std::string(BRINDEL_SOURCE) + "/demo/" + name + ".values.json")).value();
        ASSERT_TRUE(filled.take(values).empty()) << name;
        const auto read = replyFromPdf(form, fonts(), pdfOf(filled.form(), fonts(), &filled.filling()).value());
        ASSERT_TRUE(read) << name;
        EXPECT_TRUE(read->refused.empty()) << name;
        EXPECT_EQ(read->reply.form, form.root().name);
        EXPECT_EQ(read->reply.version, form.revision);
        FormSession back(form, today);
        for (const Problem& refused : back.take(read->reply)) ADD_FAILURE() << name << " " << refused.place;
        auto comparable = [](const FormSession& s) {
            auto all = s.answers();
            // What is drawn or pictured stays in the PDF.
            std::erase_if(all, [&](const auto& one) {
                const Control* c = s.form().named(one.first);
                return c && (c->is().answers == AnswerType::ink || c->is().answers == AnswerType::picture);
            });
            return all;
        };
        EXPECT_EQ(comparable(back), comparable(filled)) << name;
    }
}

TEST(PdfReply, XfdfAndFdfAreReadAsWell) {
    const Back b;
    FormSession s = b.taken(xfdf(
        "<field name=\"txtBoat\"><value>Periwinkle &amp; Łódź</value></field><field name=\"numLength\"><value>9,5 "
        "m</value></field>"
        "<field name=\"dtmFrom\"><value>20 Apr 2026</value></field><field name=\"chkMast\"><value>Yes</value></field>"
        "<field name=\"lstJobs\"><value>w</value><value>s</value></field><field "
        "name=\"radLift\"><value>1</value></field>"
        "<field name=\"chgHelp\"><field name=\"2\"><value>Pilot</value></field></field>"));
    EXPECT_EQ(s.answer(named(b.form, "txtBoat").id), Answer(std::string("Periwinkle & Łódź")));
    EXPECT_EQ(s.answer(named(b.form, "numLength").id), Answer(9.5));
    EXPECT_EQ(s.answer(named(b.form, "dtmFrom").id), Answer(std::string("2026-04-20")));
    EXPECT_EQ(s.answer(named(b.form, "chkMast").id), Answer(true));
    EXPECT_EQ(s.answer(named(b.form, "lstJobs").id), Answer(std::vector<std::string>{"w", "s"}));
    EXPECT_EQ(s.answer(b.form.index()->answering("radLift")), Answer(std::string("#2 hoist")));
    EXPECT_EQ(s.answer(named(b.form, "chgHelp").id), Answer(std::vector<std::string>{"Pilot"}));
    s =
        b.taken(fdf("<< /T (txtBoat) /V <FEFF014100F3> >> << /T (chkMast) /V /Off >> << /T (timAt) /V (9.30) >> << /T "
                    "(chgHelp) /Kids [ << /T (1) /V /Tow >> ] >>"));
    EXPECT_EQ(s.answer(named(b.form, "txtBoat").id), Answer(std::string("Łó")));
    EXPECT_EQ(s.answer(named(b.form, "chkMast").id), Answer(false));
    EXPECT_EQ(s.answer(named(b.form, "timAt").id), Answer(std::string("09:30")));
    EXPECT_EQ(s.answer(named(b.form, "chgHelp").id), Answer(std::vector<std::string>{"Tow"}));
}

TEST(PdfReply, WhatDoesNotFitIsRefusedBySentence) {
    const Back b;
    std::vector<std::string> refused;
    const FormSession s = b.taken(
        xfdf("<field name=\"numLength\"><value>tomorrow</value></field><field "
             "name=\"cboHull\"><value>Ferrocement</value></field>"
             "<field name=\"dtmFrom\"><value>30 Feb 2026</value></field><field name=\"gone\"><value>x</value></field>"
             "<field name=\"numSum\"><value>99</value></field><field name=\"txtBoat\"><value>" +
             std::string(31, 'x') + "</value></field>"),
        &refused);
    std::ranges::sort(refused);
    ASSERT_GE(refused.size(), 4u);
    std::string all;
    for (const std::string& one : refused) all += one + "\n";
    for (const char* sentence :
         {"gone: The form has no field with this name.", "numLength: ", "dtmFrom: ", "txtBoat: "})
        EXPECT_NE(all.find(sentence), std::string::npos) << sentence << " in " << all;
    EXPECT_EQ(all.find("numSum"), std::string::npos) << "the form works it out itself";
    EXPECT_EQ(s.answer(named(b.form, "cboHull").id), Answer(std::string("Ferrocement"))) << "another answer is taken";
}

TEST(PdfReply, FilesThatAreNoneAreRefusedPlainly) {
    const Back b;
    auto problem = [&](const std::string& bytes) {
        const auto read = b.read(bytes);
        return read ? "read" : Back::said(read.error());
    };
    EXPECT_NE(problem("%PDF-1.7 nothing").find("The file is not a PDF or FDF that can be read"), std::string::npos);
    EXPECT_EQ(problem("<xfdf></xfdf>"), "The file has no fields of a form.");
    EXPECT_NE(problem("<xfdf><fields>").find("The file is not an XFDF that can be read"), std::string::npos);
    std::string deep, end;
    for (int i = 0; i < 60'000; ++i) deep += "<field name=\"a\">", end += "</field>";
    EXPECT_EQ(problem(xfdf(deep + end)), "The file has more than 100,000 fields, or names more than 100 deep.");
    Form other = b.form;
    Control root = other.root();
    root.name = "somethingElse";
    other.controls.put(rootId, std::make_shared<Control>(root));
    EXPECT_NE(problem(pdfOf(other, fonts()).value()).find("This is a reply to the form"), std::string::npos);
    // A loop of fields ends.
    EXPECT_EQ(problem("%FDF-1.2\n1 0 obj\n<< /FDF << /Fields [2 0 R] >> >>\nendobj\n2 0 obj\n<< /T (a) /Kids [2 0 R] "
                      ">>\nendobj\ntrailer\n<< /Root 1 0 R >>\n%%EOF\n"),
              "read");
}

TEST(PdfReply, AFileIsTakenForWhatItIs) {
    const Back b;
    const auto text = replyFromFile(b.form, fonts(), "{\"txtBoat\": \"Periwinkle\"}");
    ASSERT_TRUE(text);
    EXPECT_EQ(text->reply.values.at("txtBoat"), Answer(std::string("Periwinkle")));
    EXPECT_EQ(
        replyFromFile(b.form, fonts(), xfdf("<field name=\"txtBoat\"><value>Periwinkle</value></field>"))->reply.values,
        text->reply.values);
    EXPECT_FALSE(replyFromFile(b.form, fonts(), "neither"));
}

TEST(PdfReply, AValueThatGrowsWithoutEndIsLeft) {
    if (sanitized) return;  // 70 MiB take long there, and say no more
    const Back b;
    QPDF pdf;
    pdf.emptyPDF();
    QPDFObjectHandle field = pdf.makeIndirectObject(QPDFObjectHandle::parse("<< /T (txtBoat) /FT /Tx >>"));
    field.replaceKey("/V", QPDFObjectHandle::newStream(&pdf, std::string(70u << 20, 'x')));
    QPDFObjectHandle form = QPDFObjectHandle::newDictionary();
    form.replaceKey("/Fields", QPDFObjectHandle::newArray({field}));
    pdf.getRoot().replaceKey("/AcroForm", form);
    QPDFWriter writer(pdf);
    writer.setOutputMemory();
    writer.write();
    const auto buffer = writer.getBufferSharedPointer();
    const auto read = b.read({reinterpret_cast<const char*>(buffer->getBuffer()), buffer->getSize()});
    ASSERT_FALSE(read);
    EXPECT_NE(Back::said(read.error()).find("larger than 64 MiB"), std::string::npos) << Back::said(read.error());
}
