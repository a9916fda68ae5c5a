// Any form that can be jotted becomes a PDF that independent readers take.
#include <gtest/gtest.h>
#include <poppler-form.h>
#include <poppler-qt6.h>

#include <QImage>
#include <random>

#include "core/session/form_session.h"
#include "core/targets/pdf/pdf.h"
#include "core/targets/png/png_file.h"
#include "tests/support.h"

using namespace brindel;
using namespace brindel::test;

namespace {

std::string anyRows(std::mt19937& chance) {
    static const char* const rows[] = {"Boat name: text 30 !",
                                       "Łódź: text 12 upper",
                                       "Length: number 2..25 .1 m",
                                       "Hull: combo [GRP, s = Steel, …]",
                                       "Jobs: ticks [Wash, Scrape] 1..2",
                                       "Lift by: radio [Crane, „Travel“ hoist]",
                                       "When: date >= today",
                                       "Notes: text 40x3",
                                       "> Größe, naïve – “quoted”",
                                       "---",
                                       "Mast is stepped: check",
                                       "Code: text 8 secret",
                                       "[Clear] [Send]*"};
    std::string text = "# Any form\n";
    for (int i = 1 + int(chance() % 12); i > 0; --i) text += std::string(rows[chance() % std::size(rows)]) + "\n";
    return text;
}

}  // namespace

TEST(AnyForm, IsAPdfThatQpdfAndPopplerTake) {
    std::mt19937 chance(11);
    Folder folder;
    for (int i = 0; i < 40; ++i) {
        const std::string rows = anyRows(chance);
        const Form form = jotted(rows, i % 2 ? Kind::document : Kind::dialog);
        const std::string bytes = pdfOf(form, fonts()).value();
        write(folder.file("any.pdf"), bytes);
        ASSERT_EQ(std::system(("qpdf --check '" + folder.file("any.pdf") + "' >/dev/null 2>&1").c_str()), 0) << rows;
        auto document = Poppler::Document::loadFromData(QByteArray::fromStdString(bytes));
        ASSERT_TRUE(document) << rows;
        std::set<std::string> fields, expected;
        for (int page = 0; page < document->numPages(); ++page)
            for (auto& field : document->page(page)->formFields())
                fields.insert(field->fullyQualifiedName().toStdString());
        form.controls.each([&](Id, const Control& c) {
            if (row(c.kind).filled()) expected.insert(answerName(form, c));
            if (c.kind == Kind::button) expected.insert(c.name);
        });
        EXPECT_EQ(fields, expected) << rows;
    }
}

TEST(AnyForm, IsAPictureAsLargeAsTheForm) {
    std::mt19937 chance(12);
    for (int i = 0; i < 20; ++i) {
        const Form form = jotted(anyRows(chance));
        QImage image = QImage::fromData(QByteArray::fromStdString(pngOf(form, fonts(), 2).value()));
        EXPECT_EQ(image.width(), int(std::ceil(form.root().box.width * 2)));
        EXPECT_EQ(image.height(), int(std::ceil((form.root().box.height + titleBarHeight) * 2)));
    }
}

TEST(AnyForm, TypedTextOfAnyScriptLooksFilledIn) {
    Form form = jotted("A: text 40\n", Kind::document);
    const Box box = onSurface(form, named(form, "txtA").id);
    auto ink = [&](const std::string& typed) {
        FormSession session(form, today);
        session.type(named(form, "txtA").id, typed);
        auto document = Poppler::Document::loadFromData(
            QByteArray::fromStdString(pdfOf(form, fonts(), &session.filling()).value()));
        QImage image =
            document->page(0)->renderToImage(96, 96, int(box.left * 96 / 25.4) + 2, int(box.top * 96 / 25.4) + 2,
                                             int(box.width * 96 / 25.4) - 4, int(box.height * 96 / 25.4) - 4);
        long dark = 0;
        for (int y = 0; y < image.height(); ++y)
            for (int x = 0; x < image.width(); ++x) dark += 255 - qGray(image.pixel(x, y));
        return dark;
    };
    const long empty = ink("");
    for (const char* typed : {"Marigold", "Łódź", "Σκάφος", "Лодка", "☐ ☑", "naïve “x”"})
        EXPECT_GT(ink(typed), empty + 1000) << typed;
}
