// Replies of fillings at random go back in, by every way that they come back, and come out the same to the byte.
#include <gtest/gtest.h>

#include <cstdlib>
#include <qpdf/QPDF.hh>
#include <qpdf/QPDFAcroFormDocumentHelper.hh>
#include <random>
#include <regex>

#include "core/intake/reply_file.h"
#include "core/targets/targets.h"
#include "tests/random_filler.h"

using namespace brindel;
using namespace brindel::test;

namespace {

const char* const filledAt = "2026-04-01T10:00:00+02:00";

std::string xmlText(const std::string& text) {
    std::string out;
    for (char c : text) out += c == '<' ? "&lt;" : c == '&' ? "&amp;" : c == '\n' ? "&#10;" : std::string(1, c);
    return out;
}

/// The fields of a filled PDF alone, as viewers write them: FDF (12.7.8) or XFDF.
std::string fieldsOf(const std::string& pdfBytes, bool xml) {
    QPDF pdf;
    pdf.setSuppressWarnings(true);
    pdf.processMemoryFile("filled", pdfBytes.data(), pdfBytes.size());
    std::string fdf = "%FDF-1.2\n1 0 obj\n<< /FDF << /Fields [\n",
                xfdf = "<?xml version=\"1.0\" encoding=\"UTF-8\"?><xfdf xmlns=\"http://ns.adobe.com/xfdf/\"><fields>";
    std::function<void(QPDFObjectHandle, std::string)> add = [&](QPDFObjectHandle field, std::string group) {
        const std::string own = field.getKey("/T").isString() ? field.getKey("/T").getUTF8Value() : "";
        const std::string name = group.empty() ? own : own.empty() ? group : group + "." + own;
        if (field.hasKey("/V")) {
            QPDFObjectHandle value = field.getKey("/V");
            fdf += "<< /T " + QPDFObjectHandle::newUnicodeString(name).unparse() + " /V " + value.unparseResolved() +
                   " >>\n";
            std::vector<QPDFObjectHandle> all =
                value.isArray() ? value.getArrayAsVector() : std::vector<QPDFObjectHandle>{value};
            xfdf += "<field name=\"" + name + "\">";
            for (QPDFObjectHandle& one : all)
                xfdf += "<value>" +
                        xmlText(one.isName()     ? one.getName().substr(1)
                                : one.isString() ? one.getUTF8Value()
                                                 : "") +
                        "</value>";
            xfdf += "</field>";
        } else if (!own.empty() && !field.getKey("/Kids").isArray()) {
            fdf += "<< /T " + QPDFObjectHandle::newUnicodeString(name).unparse() + " >>\n";
            xfdf += "<field name=\"" + name + "\"/>";
        }
        if (field.getKey("/Kids").isArray())
            for (QPDFObjectHandle& kid : field.getKey("/Kids").getArrayAsVector())
                if (kid.hasKey("/T")) add(kid, name);
    };
    for (QPDFObjectHandle& field : pdf.getRoot().getKey("/AcroForm").getKey("/Fields").getArrayAsVector())
        add(field, "");
    return xml ? xfdf + "</fields></xfdf>" : fdf + "] >> >>\nendobj\ntrailer\n<< /Root 1 0 R >>\n%%EOF\n";
}

/// The reply without pictures and signatures, which FDF and XFDF do not carry.
std::string withoutMade(const Form& form, const std::string& reply) {
    nlohmann::ordered_json json = nlohmann::ordered_json::parse(reply);
    for (Id id : form.index()->fields())
        if (const AnswerType type = form.find(id)->is().answers; type == AnswerType::picture || type == AnswerType::ink)
            json["values"].erase(form.index()->answerName(id));
    json.erase("filled");
    return json.dump(1);
}

std::vector<Form> forms() {
    std::vector<Form> all;
    for (const char* name : {"lift-out-booking", "yard-charges", "slip-inspection", "mooring-permit",
                             "winter-storage-agreement", "pontoon-fault-note"})
        all.push_back(demo(name));
    // Those of thirty that are jotted, of the classes' tests.
    const std::string text = textOf(std::string(BRINDEL_SOURCE) + "/tests/classes/jotted.txt");
    const std::regex part("(?:^|\n)=== ([a-z]+)\n");
    for (std::sregex_iterator at(text.begin(), text.end(), part), end; at != end; ++at) {
        const auto next = std::next(at);
        const std::size_t from = std::size_t(at->position()) + std::size_t(at->length());
        const std::string rows =
            text.substr(from, next == end ? std::string::npos : std::size_t(next->position()) - from);
        all.push_back(jotted(rows, (*at)[1] == "document" ? Kind::document : Kind::dialog));
    }
    return all;
}

}  // namespace

TEST(RoundTrip, RepliesGoBackInAndComeOutTheSame) {
    const auto all = forms();
    ASSERT_GE(all.size(), 30u);
    const char* given = std::getenv("SEED");
    const unsigned seed = given ? unsigned(std::atoi(given)) : 20417;
    const int count = sanitized ? 15 : 500;
    std::map<std::string, int> same;
    for (int i = 0; i < count; ++i) {
        const Form& form = all[std::size_t(i) % all.size()];
        FormSession session(form, today);
        RandomFiller(seed + unsigned(i)).fill(session);
        const std::string reply = session.reply(filledAt),
                          where = form.root().name + " " + std::to_string(seed + unsigned(i));
        auto again = [&](const std::string& bytes, const char* way) {
            const auto read = replyFromFile(form, fonts(), bytes);
            if (!read) {
                ADD_FAILURE() << where << " by " << way << ": " << read.error().place << " " << read.error().sentence;
                return std::string();
            }
            FormSession other(form, today);
            std::vector<Problem> refused = read->refused;
            for (Problem& one : other.take(read->reply)) refused.push_back(std::move(one));
            for (const Problem& one : refused)
                ADD_FAILURE() << where << " by " << way << ": " << one.place << " " << one.sentence;
            ++same[way];
            return other.reply(read->reply.filled.empty() ? filledAt : read->reply.filled);
        };
        EXPECT_EQ(again(reply, "JSON"), reply) << where;
        if (i % 5 != 0 && sanitized) continue;
        const auto pdf = targetFrom("pdf")->made(session, fonts(), {.filled = filledAt});
        ASSERT_TRUE(pdf) << pdf.error().sentence;
        EXPECT_EQ(again(*pdf, "PDF"), reply) << where;
        const auto archive = targetFrom("pdf")->made(
            session, fonts(), {.archive = true, .formFile = formText(form), .reply = reply, .filled = filledAt});
        ASSERT_TRUE(archive) << archive.error().sentence;
        EXPECT_EQ(again(*archive, "archive"), reply) << where;
        for (bool xml : {false, true})
            EXPECT_EQ(withoutMade(form, again(fieldsOf(*pdf, xml), xml ? "XFDF" : "FDF")), withoutMade(form, reply))
                << where;
        if (HasFailure()) break;
    }
    for (const auto& [way, times] : same) std::cout << way << ": " << times << " replies\n";
}

TEST(RoundTrip, AFieldWithTwoValuesIsRefused) {
    const Form form = demo("pontoon-fault-note");
    const std::string name = form.index()->answerName(form.index()->fields().front());
    const std::string field = "<field name=\"" + name + "\"><value>a</value></field>";
    const auto read = replyFromFile(form, fonts(),
                                    "<?xml version=\"1.0\"?><xfdf xmlns=\"http://ns.adobe.com/xfdf/\"><fields>" +
                                        field + field + "</fields></xfdf>");
    ASSERT_FALSE(read);
    EXPECT_EQ(read.error().place, name);
    const std::string one = "<< /T (" + name + ") /V (a) >>";
    EXPECT_FALSE(replyFromFile(form, fonts(),
                               "%FDF-1.2\n1 0 obj\n<< /FDF << /Fields [" + one + one +
                                   "] >> >>\nendobj\ntrailer\n<< /Root 1 0 R >>\n%%EOF\n"));
}
