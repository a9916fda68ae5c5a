// What the parts of one PDF share while it is written. Within core/targets/pdf only.
#pragma once

#include "core/layout/spread.h"
#include "core/targets/leaves.h"
#include "core/targets/pdf/pdf.h"
#include "core/targets/pdf/pdf_content.h"
#include "core/targets/pdf/pdf_structure.h"
#include "core/targets/pdf/pdf_tags.h"
#include "core/text/fonts.h"

namespace brindel {

struct PdfBuild {
    PdfBuild(const Form& whole, const Spread& taken, const FontBook& fonts, const PdfOptions& how)
        : designed(whole),
          parts(taken),
          form(taken.form),
          book(fonts),
          filling(taken.filling),
          options(how),
          pdf(),
          ink((pdf.emptyPDF(), pdf), fonts, whole.root().text(Prop::language)),
          structure(pdf),
          scale(1 / unitsPerPoint(whole)),
          bar(measuresFor(whole).titleBar),
          leaves(leavesOf(taken.form)) {}

    const Form& designed;  // as the designer has it
    const Spread& parts;
    const Form& form;  // choice groups taken apart
    const FontBook& book;
    const Filling& filling;
    const PdfOptions& options;
    QPDF pdf;
    PdfInk ink;
    PdfStructure structure;
    double scale, bar;  // points in a unit; units that stand above a dialog for its title
    std::vector<Leaf> leaves;
    std::vector<QPDFObjectHandle> pages;  // one a leaf
    std::vector<LeafTags> tags;           // the same
};

/// UTF-8 as a text string (ISO 32000, 7.9.2.2).
inline QPDFObjectHandle pdfText(const std::string& utf8) {
    return QPDFObjectHandle::newUnicodeString(utf8);
}
/// Left, low, right and high edges in points (7.9.5).
inline QPDFObjectHandle pdfRectangle(double left, double low, double right, double high) {
    return QPDFObjectHandle::newArray(
        {QPDFObjectHandle::newReal(pdfNumber(left)), QPDFObjectHandle::newReal(pdfNumber(low)),
         QPDFObjectHandle::newReal(pdfNumber(right)), QPDFObjectHandle::newReal(pdfNumber(high))});
}
/// An action that runs a script (12.6.4.16).
inline QPDFObjectHandle pdfScript(const std::string& script) {
    QPDFObjectHandle action = QPDFObjectHandle::newDictionary();
    action.replaceKey("/S", QPDFObjectHandle::newName("/JavaScript"));
    action.replaceKey("/JS", pdfText(script));
    return action;
}

}  // namespace brindel
