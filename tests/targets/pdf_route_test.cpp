// The PDF goes along the route, and starts where the form says.
#include <gtest/gtest.h>
#include <qpdf/QPDF.hh>
#include <qpdf/QPDFPageDocumentHelper.hh>

#include "core/edit/renaming.h"
#include "core/edit/routing.h"
#include "core/targets/pdf/pdf.h"
#include "tests/support.h"

using namespace brindel;
using namespace brindel::test;

namespace {
std::vector<std::string> widgetsOf(const std::string& bytes) {
    QPDF pdf;
    pdf.processMemoryFile("form", bytes.data(), bytes.size());
    std::vector<std::string> names;
    for (auto& page : QPDFPageDocumentHelper(pdf).getAllPages())
        for (auto& annotation : page.getAnnotations()) {
            // A widget is a field itself, or one of several of its parent.
            auto widget = annotation.getObjectHandle();
            names.push_back((widget.hasKey("/T") ? widget : widget.getKey("/Parent")).getKey("/T").getUTF8Value());
        }
    return names;
}
}  // namespace

TEST(PdfRoute, FieldsFollowEachOtherAsLaid) {
    Form form = jotted("A: text 5\nB: text 5\nC: check\n", Kind::document);
    EXPECT_EQ(widgetsOf(pdfOf(form, fonts()).value()), (std::vector<std::string>{"txtA", "txtB", "chkC"}));
    form = routedAs(form, {named(form, "chkC").id, named(form, "txtB").id});
    EXPECT_EQ(widgetsOf(pdfOf(form, fonts()).value()), (std::vector<std::string>{"chkC", "txtB", "txtA"}));
}

TEST(PdfRoute, StartsWhereTheFormSays) {
    Form form = jotted("A: text 5\nB: text 5\n", Kind::document);
    EXPECT_EQ(pdfOf(form, fonts()).value().find("/OpenAction"), std::string::npos);
    form = withNames(form, {{named(form, "txtB").id, "owner.b"}});
    const std::string bytes = pdfOf(startingIn(form, named(form, "owner.b").id), fonts()).value();
    QPDF pdf;
    pdf.processMemoryFile("form", bytes.data(), bytes.size());
    EXPECT_EQ(pdf.getRoot().getKey("/OpenAction").getKey("/JS").getUTF8Value(),
              "this.getField(\"owner.b\").setFocus();");
}
