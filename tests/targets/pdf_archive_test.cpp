// PDFs for keeping (ISO 19005-3), and what two viewers make of a page beside Brindel's own picture.
#include <gtest/gtest.h>

#include <poppler-qt6.h>
#include <QImage>
#include <QPainter>

#include "core/draw/draw_control.h"
#include "core/file/form_file.h"
#include "core/intake/pdf_reply.h"
#include "core/session/form_session.h"
#include "core/targets/pdf/pdf.h"
#include "filler/drawing_painter.h"
#include "tests/targets/pdf_ua/checker.h"
#include "tests/targets/pdf_viewing.h"

using namespace brindel;
using namespace brindel::test;

namespace {

const char* const kept[] = {"mooring-permit", "lift-out-booking",         "slip-inspection",
                            "yard-charges",   "winter-storage-agreement", "pontoon-fault-note"};

FormSession filledDemo(const std::string& name) {
    FormSession session(demo(name), today);
    (void)session.take(readReply(textOf(std::string(BRINDEL_SOURCE) + "/demo/" + name + ".values.json")).value());
    return session;
}

/// Every object of a PDF, once.
template <class Visit>
void eachObject(QPDF& pdf, Visit visit) {
    for (QPDFObjectHandle object : pdf.getAllObjects()) visit(object);
}

}  // namespace

TEST(PdfArchive, NothingRunsNothingIsHiddenAndTheFormComesAlong) {
    for (const char* name : kept) {
        const FormSession session = filledDemo(name);
        const std::string file = textOf(std::string(BRINDEL_SOURCE) + "/demo/" + name + ".brindel"),
                          reply = session.reply("");
        const std::string bytes =
            pdfOf(session.form(), fonts(), &session.filling(), {.archive = true, .formFile = file, .reply = reply})
                .value();
        EXPECT_EQ(bytes, pdfOf(session.form(), fonts(), &session.filling(),
                               {.archive = true, .formFile = file, .reply = reply})
                             .value());
        QPDF pdf;
        pdf.processMemoryFile("archive", bytes.data(), bytes.size());
        // ISO 19005-3, 6.5.1, 6.4.1, 6.3.2: no actions but those that go somewhere, no annotation that is not seen.
        eachObject(pdf, [&](QPDFObjectHandle object) {
            if (!object.isDictionary()) return;
            for (const char* key : {"/JS", "/AA", "/A", "/OpenAction", "/XFA", "/Encrypt"}) {
                const bool attributes =
                    std::string(key) == "/A" && object.getKey("/S").isName() && object.getKey("/S").getName() == "/TH";
                EXPECT_TRUE(!object.hasKey(key) || attributes) << name << key;
            }
            if (object.getKey("/Subtype").isName() && object.getKey("/Subtype").getName() == "/Widget")
                EXPECT_EQ(object.getKey("/F").getIntValue(), 4) << name << ": printed, and not hidden";
        });
        QPDFObjectHandle root = pdf.getRoot();
        const auto profile = root.getKey("/OutputIntents").getArrayItem(0).getKey("/DestOutputProfile").getStreamData();
        EXPECT_EQ(std::string(reinterpret_cast<const char*>(profile->getBuffer()) + 36, 4), "acsp")
            << "a colour profile";
        EXPECT_EQ(root.getKey("/AF").getArrayNItems(), 2);
        EXPECT_EQ(root.getKey("/AF").getArrayItem(0).getKey("/AFRelationship").getName(), "/Source");
        const auto metadata = root.getKey("/Metadata").getStreamData();
        const std::string says(reinterpret_cast<const char*>(metadata->getBuffer()), metadata->getSize());
        EXPECT_NE(says.find("<pdfaid:part>3</pdfaid:part>"), std::string::npos);
        EXPECT_EQ(uaFailures(bytes), std::vector<std::string>()) << name;
        // It can be designed again, and read without guessing.
        EXPECT_EQ(formFileIn(bytes).value(), file);
        EXPECT_TRUE(replyFromPdf(session.form(), fonts(), bytes));
    }
    const FormSession session = filledDemo("mooring-permit");
    EXPECT_FALSE(formFileIn(pdfOf(session.form(), fonts()).value()));
    const Secret owner("tide and weather 7");
    EXPECT_FALSE(pdfOf(session.form(), fonts(), nullptr, {.owner = &owner, .archive = true}));
}

namespace {

constexpr double dpi = 80;
constexpr int tile = 20;

QImage inMuPdf(const std::string& bytes, int page, QSize size) {
    const Folder folder;
    write(folder.file("form.pdf"), bytes);
    const std::string command = "mutool draw -q -r " + std::to_string(int(dpi)) + " -o '" + folder.file("page.png") +
                                "' '" + folder.file("form.pdf") + "' " + std::to_string(page + 1) + " 2>/dev/null";
    EXPECT_EQ(std::system(command.c_str()), 0);
    return QImage(QString::fromStdString(folder.file("page.png"))).convertToFormat(QImage::Format_RGB32).scaled(size);
}

std::vector<double> inkOf(const QImage& image) {
    std::vector<double> all;
    for (int y = 0; y < image.height(); y += tile)
        for (int x = 0; x < image.width(); x += tile) {
            double dark = 0;
            for (int v = y; v < std::min(y + tile, image.height()); ++v)
                for (int u = x; u < std::min(x + tile, image.width()); ++u) dark += 255 - qGray(image.pixel(u, v));
            all.push_back(dark);
        }
    return all;
}
double apart(const std::vector<double>& a, const std::vector<double>& b) {
    double all = 0;
    for (std::size_t i = 0; i < std::min(a.size(), b.size()); ++i) all += std::abs(a[i] - b[i]);
    return all;
}

}  // namespace

TEST(PdfPages, TwoViewersDifferMoreFromEachOtherThanFromBrindelsOwnPicture) {
    double between = 0, fromPoppler = 0, fromMuPdf = 0;
    for (const char* name : kept) {
        const FormSession session = filledDemo(name);
        const Form& form = session.form();
        if (form.isDialog()) continue;  // drawn with a title, and by the desktop's widgets on a screen
        const std::string bytes = pdfOf(form, fonts(), &session.filling()).value();
        auto document = Poppler::Document::loadFromData(QByteArray::fromStdString(bytes));
        document->setRenderHint(Poppler::Document::Antialiasing);
        document->setRenderHint(Poppler::Document::TextAntialiasing);
        for (int i = 0; i < document->numPages(); ++i) {
            const QImage poppler = document->page(i)->renderToImage(dpi, dpi).convertToFormat(QImage::Format_RGB32);
            QImage own(poppler.size(), QImage::Format_RGB32);
            own.fill(Qt::white);
            {
                QPainter painter(&own);
                paintDrawing(painter,
                             drawnSurface(form, surfaces(form)[std::size_t(i)],
                                          DrawOptions{fonts(), {}, &session.filling(), true, true}),
                             dpi / 25.4);
            }
            const auto a = inkOf(poppler), b = inkOf(inMuPdf(bytes, i, poppler.size())), mine = inkOf(own);
            const double viewers = apart(a, b);
            EXPECT_LT(apart(a, mine), 1.25 * viewers) << name << " " << i << ", Poppler";
            EXPECT_LT(apart(b, mine), 1.25 * viewers) << name << " " << i << ", MuPDF";
            between += viewers;
            fromPoppler += apart(a, mine);
            fromMuPdf += apart(b, mine);
        }
    }
    EXPECT_LT(fromPoppler, between);
    EXPECT_LT(fromMuPdf, between);
}
