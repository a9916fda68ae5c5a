// The fonts of one PDF: which faces and glyphs its pages use, and their embedded subsets (ISO 32000, 9.7 and 9.9).
#pragma once

#include <map>
#include "core/targets/pdf/qpdf.h"

#include "core/text/fonts.h"

namespace brindel {

class PdfFonts {
  public:
    /// `language` is the form's: its letters can be typed.
    PdfFonts(QPDF& pdf, const FontBook& book, const std::string& language)
        : pdf_(pdf),
          book_(book),
          language_(language),
          resources_(pdf.makeIndirectObject(QPDFObjectHandle::newDictionary())) {}

    /// True for a face whose outlines a PDF can carry as a font: TrueType's and CFF's. Those of CFF2 it cannot (ISO
    /// 32000-2, table 124); they are drawn.
    static bool carries(const Face& face);
    /// The resource name ("/F1") under which drawn text uses a face; its glyphs are noted for the subset.
    std::string nameFor(const FacePtr& face, const std::vector<Glyph>& glyphs);
    /// The resource name of the face for typed text: one that has all letters that a filler may type, which viewers
    /// then set by themselves.
    std::string typingName(const Look& look);
    /// The font dictionary that all pages and appearances share.
    QPDFObjectHandle resources() const { return resources_; }
    /// The same with what viewers draw ticks with, for the form's default resources. Once embed() was called.
    QPDFObjectHandle typingResources() const { return typing_; }
    /// Embeds what was used. Call once, after everything is drawn.
    void embed();

  private:
    struct Use {
        FacePtr face;
        std::string name;
        bool typed = false;
        std::map<unsigned, std::u32string> glyphs = {};
    };
    Use& useOf(const FacePtr& face);
    QPDFObjectHandle keptStream(const std::string& key, const std::function<std::string()>& made,
                                std::size_t* length = nullptr);
    QPDFObjectHandle descriptor(const Face& face, const std::string& name, QPDFObjectHandle file, bool cff);
    QPDFObjectHandle fontOf(const Use& use);

    QPDF& pdf_;
    const FontBook& book_;
    std::string language_;
    std::u32string letters_;
    std::map<const Face*, std::string> typed_;  // what was asked for, and the name of what stands for it
    QPDFObjectHandle resources_, typing_;
    std::vector<Use> uses_;  // in the order of their first use, so that the same form gives the same bytes
};

}  // namespace brindel
