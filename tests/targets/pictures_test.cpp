// Pictures that cannot be written are said, and all of a form have one budget.
#include <gtest/gtest.h>

#include "core/answers/picture_data.h"
#include "core/draw/draw_control.h"
#include "core/targets/pdf/pdf.h"
#include "core/targets/png/png_file.h"
#include "tests/png.h"
#include "tests/support.h"

using namespace brindel;
using namespace brindel::test;

namespace {

/// The head of a PNG of so many pixels, and nothing behind it.
std::string headOf(unsigned wide, unsigned high) {
    std::string head = fromBase64(onePixel).substr(0, 33);
    for (int i = 0; i < 4; ++i) {
        head[std::size_t(16 + i)] = char(wide >> (24 - 8 * i));
        head[std::size_t(20 + i)] = char(high >> (24 - 8 * i));
    }
    return toBase64(head);
}

Form withPictures(const std::vector<std::string>& pngs) {
    Form form = newForm(Kind::document);
    for (const std::string& png : pngs) {
        Control c = freshControl(Kind::picture);
        c.name = "picBoat";
        c.set(Prop::picture, png);
        c.box = {20, 20, 30, 30};
        form = placed(form, form.root().children[0], c).form;
    }
    return form;
}

}  // namespace

TEST(Pictures, WhatCannotBeReadIsSaid) {
    for (const std::string& png : {headOf(10, 10), std::string("iVBORw0KGgo")}) {
        const Form form = withPictures({onePixel, png});
        for (const Problem& said : {pdfOf(form, fonts()).error(), pngOf(form, fonts(), 1).error()})
            EXPECT_EQ(said.sentence, "This picture cannot be read. Remove it, or add it again.");
    }
    EXPECT_TRUE(pdfOf(withPictures({onePixel}), fonts()));
}

TEST(Pictures, OfAFormHaveOneBudget) {
    const Form form = withPictures({headOf(5000, 5000), headOf(5000, 4000)});
    // The first is within it, and cannot be read; with both it is never tried.
    EXPECT_FALSE(pdfOf(form, fonts()));
    EXPECT_EQ(pdfOf(withPictures({headOf(9000, 9000)}), fonts()).error().sentence,
              "The pictures of this form have more than 40 million pixels together.");
}

TEST(Pictures, GreyStaysGrey) {
    Pixels pixels{2, 1, {90, 90, 90, 255, 10, 10, 10, 255}};
    EXPECT_TRUE(traitsOf(pngBase64(pixels))->grey);
    EXPECT_NE(pdfOf(withPictures({pngBase64(pixels)}), fonts()).value().find("/DeviceGray"), std::string::npos);
    pixels.bytes[0] = 91;
    pixels.bytes[7] = 20;
    EXPECT_FALSE(traitsOf(pngBase64(pixels))->grey);
    EXPECT_FALSE(traitsOf(pngBase64(pixels))->opaque);
}
