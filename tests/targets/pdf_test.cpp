// PDFs read back by Poppler, an independent reader.
#include <gtest/gtest.h>
#include <poppler-form.h>
#include <poppler-qt6.h>

#include <QApplication>
#include <QImage>
#include <QPainter>
#include <regex>

#include "core/rules/dependence.h"
#include "core/session/form_session.h"
#include "core/targets/pdf/pdf.h"
#include "core/targets/png/png_file.h"
#include "filler/drawing_painter.h"
#include "tests/support.h"

using namespace brindel;
using namespace brindel::test;

namespace {

struct Read {
    std::unique_ptr<Poppler::Document> document;
    std::map<std::string, std::vector<Poppler::FormField*>> fields;
    std::vector<std::unique_ptr<Poppler::FormField>> kept;
};

Read read(const std::string& bytes) {
    Read r;
    r.document = Poppler::Document::loadFromData(QByteArray::fromStdString(bytes));
    if (!r.document) return r;
    for (int i = 0; i < r.document->numPages(); ++i)
        for (auto& field : r.document->page(i)->formFields()) {
            r.fields[field->fullyQualifiedName().toStdString()].push_back(field.get());
            r.kept.push_back(std::move(field));
        }
    return r;
}

FormSession filled(const std::string& name) {
    FormSession session(demo(name), today);
    const Answers values = readAnswers(textOf(std::string(BRINDEL_SOURCE) + "/demo/" + name + ".values.json")).value();
    for (const auto& [field, answer] : values) {
        auto put = session.put(field, answer);
        EXPECT_TRUE(put) << field << put.error().sentence;
    }
    return session;
}

template <class T>
T& as(Poppler::FormField* field) {
    return *static_cast<T*>(field);
}

}  // namespace

TEST(Pdf, PopplerListsEveryFieldWithItsTypeNameTooltipLimitsAndChoices) {
    for (const char* name : {"mooring-permit", "lift-out-booking"}) {
        const Form form = demo(name);
        Read r = read(pdfOf(form, fonts()).value());
        ASSERT_TRUE(r.document);
        EXPECT_EQ(r.document->info("Title").toStdString(), form.root().text(Prop::title));
        std::set<std::string> expected;
        form.controls.each([&](Id, const Control& c) {
            if (!row(c.kind).filled() && c.kind != Kind::button) return;
            const std::string field = c.kind == Kind::button ? c.name : answerName(form, c);
            expected.insert(field);
            ASSERT_TRUE(r.fields.contains(field)) << field;
            Poppler::FormField* f = r.fields[field][0];
            EXPECT_FALSE(f->uiName().isEmpty()) << field;
            EXPECT_EQ(f->isReadOnly(), c.text(Prop::access) != "open") << field;
            using Type = Poppler::FormField;
            switch (c.kind) {
                case Kind::textBox:
                case Kind::numberBox:
                case Kind::dateBox: {
                    ASSERT_EQ(f->type(), Type::FormText) << field;
                    auto& text = as<Poppler::FormFieldText>(f);
                    EXPECT_EQ(text.textType() == Poppler::FormFieldText::Multiline,
                              c.text(Prop::lines) == "many" && c.kind == Kind::textBox)
                        << field;
                    if (c.number(Prop::maxLength) > 0)
                        EXPECT_EQ(text.maximumLength(), int(c.number(Prop::maxLength))) << field;
                    break;
                }
                case Kind::comboBox:
                case Kind::listBox: {
                    ASSERT_EQ(f->type(), Type::FormChoice) << field;
                    auto& choice = as<Poppler::FormFieldChoice>(f);
                    EXPECT_EQ(choice.choiceType() == Poppler::FormFieldChoice::ComboBox, c.kind == Kind::comboBox);
                    EXPECT_EQ(choice.isEditable(), c.yes(Prop::otherAnswers) || choicesFollowAnswers(form, c.id))
                        << field;
                    EXPECT_EQ(choice.multiSelect(), c.text(Prop::many) == "many") << field;
                    ASSERT_EQ(std::size_t(choice.choices().size()), c.choices().size());
                    for (std::size_t i = 0; i < c.choices().size(); ++i)
                        EXPECT_EQ(choice.choices()[int(i)].toStdString(), c.choices()[i].text);
                    break;
                }
                case Kind::checkBox:
                case Kind::radioButton:
                case Kind::button: {
                    ASSERT_EQ(f->type(), Type::FormButton) << field;
                    auto& button = as<Poppler::FormFieldButton>(f);
                    EXPECT_EQ(button.buttonType(), c.kind == Kind::checkBox ? Poppler::FormFieldButton::CheckBox
                                                   : c.kind == Kind::button ? Poppler::FormFieldButton::Push
                                                                            : Poppler::FormFieldButton::Radio)
                        << field;
                    break;
                }
                default:
                    break;
            }
        });
        for (const auto& [field, widgets] : r.fields) EXPECT_TRUE(expected.contains(field)) << field;
    }
}

TEST(Pdf, TooltipsCarryHintsAndLimits) {
    Read r = read(pdfOf(demo("mooring-permit"), fonts()).value());
    EXPECT_EQ(r.fields["numLength"][0]->uiName(),
              "Length overall: From the stem to the stern, without bowsprit and rudder (2 to 25 m)");
    EXPECT_EQ(r.fields["txtSailNumber"][0]->uiName(), "Sail number (at most 10 characters)");
    EXPECT_EQ(r.fields["radShorePower"][0]->uiName(), "Shore power: None");
    EXPECT_EQ(r.fields["radShorePower"].size(), 4u);
}

TEST(Pdf, PopplerReadsTheFilledValuesBack) {
    for (const char* name : {"mooring-permit", "lift-out-booking"}) {
        FormSession session = filled(name);
        const Form& form = session.form();
        Read r = read(pdfOf(form, fonts(), &session.filling()).value());
        ASSERT_TRUE(r.document);
        form.controls.each([&](Id id, const Control& c) {
            if (!row(c.kind).filled()) return;
            Poppler::FormField* f = r.fields[answerName(form, c)][0];
            const Shown& shown = session.shown(id);
            switch (c.kind) {
                case Kind::textBox:
                case Kind::numberBox:
                case Kind::dateBox:
                    EXPECT_EQ(as<Poppler::FormFieldText>(f).text().toStdString(), shown.text) << c.name;
                    break;
                case Kind::comboBox:
                    if (!shown.text.empty())
                        EXPECT_EQ(as<Poppler::FormFieldChoice>(f)
                                      .choices()[as<Poppler::FormFieldChoice>(f).currentChoices().value(0)]
                                      .toStdString(),
                                  shown.text)
                            << c.name;
                    break;
                case Kind::listBox: {
                    std::vector<std::size_t> lines;
                    for (int line : as<Poppler::FormFieldChoice>(f).currentChoices())
                        lines.push_back(std::size_t(line));
                    EXPECT_EQ(lines, shown.picked) << c.name;
                    break;
                }
                case Kind::checkBox:
                    EXPECT_EQ(as<Poppler::FormFieldButton>(f).state(), shown.on) << c.name;
                    break;
                case Kind::radioButton: {
                    auto question = radioGroupOf(form, c);
                    auto at = std::size_t(std::ranges::find(question, id) - question.begin());
                    EXPECT_EQ(as<Poppler::FormFieldButton>(r.fields[answerName(form, c)][at]).state(), shown.on)
                        << c.name;
                    break;
                }
                default:
                    break;
            }
        });
    }
}

double darkness(const QImage& image, const QRect& area) {
    double dark = 0;
    for (int y = area.top(); y <= area.bottom(); ++y)
        for (int x = area.left(); x <= area.right(); ++x)
            if (image.valid(x, y)) dark += 255 - qGray(image.pixel(x, y));
    return dark;
}

/// The tiles of 8 mm, by their place in mm, in which two pictures of a page have clearly more or less ink: a word that
/// is missing, or one that stands elsewhere.
QStringList tilesApart(const QImage& page, const QImage& sheet) {
    QStringList apart;
    const int side = 30;
    for (int y = 0; y < page.height(); y += side)
        for (int x = 0; x < page.width(); x += side) {
            const QRect tile(x, y, side, side);
            const double a = darkness(page, tile), b = darkness(sheet, tile);
            if (std::abs(a - b) > 0.3 * std::max(a, b) + 2500)
                apart << QString("%1,%2: %3 and %4")
                             .arg(x * 25.4 / 96, 0, 'f', 0)
                             .arg(y * 25.4 / 96, 0, 'f', 0)
                             .arg(a)
                             .arg(b);
        }
    return apart;
}

TEST(Pdf, TheRenderedPageShowsWhatWasFilledInAndAgreesWithTheSheet) {
    FormSession session = filled("mooring-permit");
    const Form& form = session.form();
    Read empty = read(pdfOf(form, fonts(), nullptr).value()),
         full = read(pdfOf(form, fonts(), &session.filling()).value());
    const double dpi = 96;
    for (int i = 0; i < full.document->numPages(); ++i) {
        full.document->setRenderHint(Poppler::Document::Antialiasing);
        full.document->setRenderHint(Poppler::Document::TextAntialiasing);
        QImage page = full.document->page(i)->renderToImage(dpi, dpi).convertToFormat(QImage::Format_RGB32);
        QImage blank = empty.document->page(i)->renderToImage(dpi, dpi).convertToFormat(QImage::Format_RGB32);
        // The sheet's own picture of the same page, painted by Qt from the same marks.
        QImage sheet(page.size(), QImage::Format_RGB32);
        sheet.fill(Qt::white);
        {
            QPainter painter(&sheet);
            DrawOptions options{fonts(), {}, &session.filling(), true, true};
            paintDrawing(painter, drawnSurface(form, surfaces(form)[std::size_t(i)], options), dpi / 25.4);
        }
        EXPECT_EQ(tilesApart(page, sheet), QStringList()) << "page " << i + 1 << " and the sheet differ";
        for (Id id : allIds(form)) {
            const Control& c = *form.find(id);
            if (surfaceOf(form, id) != surfaces(form)[std::size_t(i)] || !row(c.kind).filled() ||
                session.shown(id).text.empty())
                continue;
            const Box b = onSurface(form, id);
            const QRect area(int(b.left * dpi / 25.4) + 2, int(b.top * dpi / 25.4) + 2, int(b.width * dpi / 25.4) - 4,
                             int(b.height * dpi / 25.4) - 4);
            const double ink = darkness(page, area) - darkness(blank, area),
                         meant = darkness(sheet, area) - darkness(blank, area);
            if (c.text(Prop::defaultText).empty()) EXPECT_GT(ink, 300) << c.name << " looks empty";
            EXPECT_NEAR(ink, meant, 0.2 * std::abs(meant) + 900) << c.name;
        }
    }
}

TEST(Pdf, TextIsReadBackLetterByLetter) {
    Form form = jotted("# Größe und Łódź\n> Ελληνικά, naïve – “quoted” fi ffl\nBoat: text 20\n", Kind::document);
    Read r = read(pdfOf(form, fonts()).value());
    const QString text = r.document->page(0)->text(QRectF());
    for (const char* word : {"Größe und Łódź", "Ελληνικά, naïve – “quoted” fi ffl", "Boat"})
        EXPECT_TRUE(text.contains(word)) << word << " in " << text.toStdString();
    for (const Poppler::FontInfo& font : r.document->fonts())
        EXPECT_TRUE(font.isEmbedded()) << font.name().toStdString();
}

TEST(Pdf, GroupsInNamesAreGroupsOfFields) {
    Form form = jotted("Phone: text 20 @owner.phone\nEmail: text 20 @owner.email\nLift: radio [A, B] @job.lift\n",
                       Kind::document);
    Read r = read(pdfOf(form, fonts()).value());
    EXPECT_TRUE(r.fields.contains("owner.phone"));
    EXPECT_TRUE(r.fields.contains("owner.email"));
    EXPECT_EQ(r.fields["job.lift"].size(), 2u);
}

TEST(Pdf, ASecretIsNeverWrittenOut) {
    Form form = jotted("Code: text 20 secret\n", Kind::document);
    FormSession session(form, today);
    ASSERT_TRUE(session.put("txtCode", std::string("open sesame")));
    Read r = read(pdfOf(form, fonts(), &session.filling()).value());
    auto& field = as<Poppler::FormFieldText>(r.fields["txtCode"][0]);
    EXPECT_TRUE(field.isPassword());
    EXPECT_EQ(field.text(), "");
    EXPECT_FALSE(r.document->page(0)->text(QRectF()).contains("sesame"));
}

TEST(Pdf, AFieldCanBeFilledByAViewerAndSaved) {
    Read r = read(pdfOf(demo("mooring-permit"), fonts()).value());
    as<Poppler::FormFieldText>(r.fields["txtBoatName"][0]).setText("Periwinkle");
    as<Poppler::FormFieldButton>(r.fields["chkSwinging"][0]).setState(true);
    Folder folder;
    auto converter = r.document->pdfConverter();
    converter->setOutputFileName(QString::fromStdString(folder.file("filled.pdf")));
    converter->setPDFOptions(Poppler::PDFConverter::WithChanges);
    ASSERT_TRUE(converter->convert());
    Read again = read(textOf(folder.file("filled.pdf")));
    EXPECT_EQ(as<Poppler::FormFieldText>(again.fields["txtBoatName"][0]).text(), "Periwinkle");
    EXPECT_TRUE(as<Poppler::FormFieldButton>(again.fields["chkSwinging"][0]).state());
}

TEST(Pdf, SealedItIsFilledByEverybodyAndChangedByTheWordAlone) {
    const Form form = demo("mooring-permit");
    const Secret owner("tide and täuberer 7");
    const auto bytes = pdfOf(withProperty(form, {rootId}, Prop::mayCopy, false), fonts(), nullptr, {.owner = &owner});
    ASSERT_TRUE(bytes);
    auto document = Poppler::Document::loadFromData(QByteArray::fromStdString(*bytes));
    ASSERT_TRUE(document);
    EXPECT_TRUE(document->isEncrypted());
    EXPECT_FALSE(document->isLocked()) << "it opens without a password";
    EXPECT_TRUE(document->okToFillForm());
    EXPECT_TRUE(document->okToPrint());
    EXPECT_FALSE(document->okToCopy());
    EXPECT_FALSE(document->okToChange());
    EXPECT_FALSE(document->okToAddNotes());
    EXPECT_TRUE(document->okToExtractForAccessibility());
    const auto asOwner = Poppler::Document::loadFromData(QByteArray::fromStdString(*bytes), owner.text().c_str());
    ASSERT_TRUE(asOwner);
    EXPECT_TRUE(asOwner->okToChange());
    EXPECT_EQ(read(*bytes).fields.size(), read(pdfOf(form, fonts()).value()).fields.size());
    // What qpdf says of it.
    Folder folder;
    write(folder.file("x.pdf"), *bytes);
    const std::string shows =
        "qpdf --show-encryption '" + folder.file("x.pdf") + "' >'" + folder.file("said.txt") + "'";
    ASSERT_EQ(std::system(shows.c_str()), 0);
    const std::string told = textOf(folder.file("said.txt"));
    EXPECT_NE(told.find("R = 6"), std::string::npos) << told;
    EXPECT_NE(told.find("AESv3"), std::string::npos) << told;
    EXPECT_EQ(bytes->find("tide"), std::string::npos);
    EXPECT_EQ(std::system(("qpdf --check '" + folder.file("x.pdf") + "' >/dev/null").c_str()), 0);
    // Words that no PDF can have; unsealed it is the same byte for byte.
    EXPECT_FALSE(pdfOf(form, fonts(), nullptr, {.owner = std::make_unique<Secret>("").get()}));
    EXPECT_EQ(pdfOf(form, fonts(), nullptr, {.owner = std::make_unique<Secret>(std::string(128, 'x')).get()})
                  .error()
                  .sentence,
              "The password of a PDF has at most 127 bytes: characters that English does not have need two or more.");
    EXPECT_TRUE(pdfOf(form, fonts(), nullptr, {.owner = std::make_unique<Secret>(std::string(127, 'x')).get()}));
    EXPECT_EQ(pdfOf(form, fonts()).value(), pdfOf(form, fonts()).value());
}

TEST(Pdf, ADialogGivesAPageForEachPageOfItsTabs) {
    Read r = read(pdfOf(demo("lift-out-booking"), fonts()).value());
    EXPECT_EQ(r.document->numPages(), 3);
    EXPECT_EQ(r.fields["btnBookLift"].size(), 3u) << "the button at the foot shows on each";
    EXPECT_EQ(r.fields["txtBoatName"].size(), 1u);
}

TEST(Png, APictureHasTheFormsSizeAndTooLargeOnesAreRefused) {
    Form form = demo("mooring-permit");
    QImage image = QImage::fromData(QByteArray::fromStdString(pngOf(form, fonts(), 1).value()));
    EXPECT_EQ(image.width(), 794);
    EXPECT_GT(image.height(), 2 * 1122);
    EXPECT_EQ(pngOf(form, fonts(), 8).error().sentence, "The picture would be too large.");
}

int main(int argc, char** argv) {
    if (!qEnvironmentVariableIsSet("QT_QPA_PLATFORM")) qputenv("QT_QPA_PLATFORM", "offscreen");
    QApplication qt(argc, argv);
    ::testing::InitGoogleTest(&argc, argv);
    return RUN_ALL_TESTS();
}

TEST(Pdf, OneMissingLabelIsSeenTileByTile) {
    const Form form = demo("mooring-permit");
    auto rendered = [](const Form& f) {
        return Read(read(pdfOf(f, fonts()).value()))
            .document->page(0)
            ->renderToImage(96, 96)
            .convertToFormat(QImage::Format_RGB32);
    };
    EXPECT_EQ(tilesApart(rendered(form), rendered(form)), QStringList());
    EXPECT_FALSE(tilesApart(rendered(form), rendered(reworded(form, named(form, "Insurer").id, ""))).isEmpty());
}
