// Choice groups, signatures, pictures and tables in PDF, read back by Poppler.
#include <gtest/gtest.h>
#include <poppler-form.h>
#include <poppler-qt6.h>

#include <QImage>
#include <map>
#include <memory>

#include "core/edit/tables.h"
#include "core/targets/pdf/pdf.h"
#include "tests/support.h"

using namespace brindel;
using namespace brindel::test;

namespace {

std::unique_ptr<Poppler::Document> read(const Form& form, const Filling* filling = nullptr) {
    return Poppler::Document::loadFromData(QByteArray::fromStdString(pdfOf(form, fonts(), filling).value()));
}

std::multimap<std::string, Poppler::FormField::FormType> fieldsOf(Poppler::Document& document) {
    std::multimap<std::string, Poppler::FormField::FormType> fields;
    for (int page = 0; page < document.numPages(); ++page)
        for (auto& field : document.page(page)->formFields())
            fields.emplace(field->fullyQualifiedName().toStdString(), field->type());
    return fields;
}

}  // namespace

TEST(PdfKinds, GroupsBecomeRadioButtonsTicksAndTheirOtherField) {
    const Form form = jotted(
        "Hull: group [g = GRP, Timber, Other…] ! = Timber\nJobs: group 2 [Wash, Scrape, Antifoul] several\n"
        "Signed: signature\nPhoto: picture\nItems: table [2=Work, Hours] 2\n",
        Kind::document);
    auto document = read(form);
    const auto fields = fieldsOf(*document);
    EXPECT_EQ(fields.count("chgHull"), 3u) << "three buttons of one question";
    EXPECT_EQ(fields.count("chgHull_other"), 1u);
    for (const char* tick : {"chgJobs.1", "chgJobs.2", "chgJobs.3"}) EXPECT_EQ(fields.count(tick), 1u) << tick;
    EXPECT_EQ(fields.find("sigSigned")->second, Poppler::FormField::FormSignature);
    EXPECT_EQ(fields.find("picPhoto")->second, Poppler::FormField::FormButton);
    for (const char* cell : {"txtWork1", "numHours1", "txtWork2", "numHours2"})
        EXPECT_EQ(fields.count(cell), 1u) << cell;
    int chosen = 0;
    for (auto& field : document->page(0)->formFields())
        if (field->fullyQualifiedName() == "chgHull")
            chosen += static_cast<Poppler::FormFieldButton*>(field.get())->state();
    EXPECT_EQ(chosen, 1);
}

TEST(PdfKinds, APictureIsHeldAndDrawn) {
    Form form = newForm(Kind::document);
    Control c = freshControl(Kind::picture);
    c.box = {40, 40, 50, 50};
    c.set(Prop::picture, onePixel);
    form = placed(form, surfaces(form).front(), c).form;
    QImage page = read(form)->page(0)->renderToImage(72, 72);
    const QColor middle = page.pixelColor(int(65 * 72 / 25.4), int(65 * 72 / 25.4));
    EXPECT_GT(middle.red(), 240);
    EXPECT_LT(middle.green(), 20);
    EXPECT_EQ(page.pixelColor(10, 10), QColor(Qt::white));
}

TEST(PdfKinds, WhatWasFilledIsDrawn) {
    const Form form = jotted("Signed: signature\nJobs: group [Wash, Scrape] several\n", Kind::document);
    Filling filling;
    filling.shown[named(form, "sigSigned").id].text = "M 100 500 L 900 200";
    filling.shown[named(form, "chgJobs").id].picked = {1};
    auto dark = [&](const Filling* filled) {
        QImage page = read(form, filled)->page(0)->renderToImage(96, 96);
        long sum = 0;
        for (int y = 0; y < page.height(); ++y)
            for (int x = 0; x < page.width(); ++x) sum += 255 - qGray(page.pixel(x, y));
        return sum;
    };
    EXPECT_GT(dark(&filling), dark(nullptr) + 20000);
    auto document = read(form, &filling);
    for (auto& field : document->page(0)->formFields())
        if (field->fullyQualifiedName().startsWith("chgJobs."))
            EXPECT_EQ(static_cast<Poppler::FormFieldButton*>(field.get())->state(),
                      field->fullyQualifiedName() == "chgJobs.2");
}

TEST(PdfKinds, WhatIsHiddenOrCannotBeUsedNowIsSoInThePdf) {
    const Form form = jotted("Boat: text 10\nOwner: text 10\nJobs: group [Wash, Scrape] several\n> Kept for a season\n",
                             Kind::document);
    Filling now{{}, Visibility::atStart(form)};
    EXPECT_EQ(fieldsOf(*read(form, &now)).size(), 4u);
    now.visibility.show(named(form, "txtBoat").id, false);
    now.visibility.show(named(form, "Kept for a season").id, false);
    now.visibility.enable(named(form, "chgJobs").id, false);
    auto document = read(form, &now);
    EXPECT_FALSE(document->page(0)->text({}).contains("Kept for"));
    EXPECT_TRUE(read(form)->page(0)->text({}).contains("Kept for"));
    std::map<std::string, bool> fields;  // that are seen, and whether it can only be read
    for (auto& field : document->page(0)->formFields())
        if (field->isVisible()) fields[field->fullyQualifiedName().toStdString()] = field->isReadOnly();
    EXPECT_EQ(fields, (std::map<std::string, bool>{{"txtOwner", false}, {"chgJobs.1", true}, {"chgJobs.2", true}}));
}
