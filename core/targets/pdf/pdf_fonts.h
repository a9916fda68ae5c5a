// The fonts of one PDF: which faces and glyphs its pages use, and their embedded subsets (ISO 32000, 9.7 and 9.9).
#pragma once

#include <map>
#include "core/targets/pdf/qpdf.h"

#include "core/text/fonts.h"

namespace brindel {

class PdfFonts {
  public:
    explicit PdfFonts(QPDF& pdf) : pdf_(pdf), resources_(pdf.makeIndirectObject(QPDFObjectHandle::newDictionary())) {}

    /// The resource name ("/F1") under which drawn text uses a face; its glyphs are noted for the subset.
    std::string nameFor(const FacePtr& face, const std::vector<Glyph>& glyphs);
    /// The resource name of a face for typed text: WinAnsi letters, which viewers can write by themselves.
    std::string typingName(const FacePtr& face);
    /// The font dictionary that all pages and appearances share.
    QPDFObjectHandle resources() const { return resources_; }
    /// Embeds what was used. Call once, after everything is drawn.
    void embed();

  private:
    struct Use {
        FacePtr face;
        std::string name;
        std::map<unsigned, std::u32string> glyphs = {};
    };
    QPDFObjectHandle descriptor(const Face& face, const std::string& tag, const std::string& file, bool cff);
    QPDFObjectHandle drawnFont(const Use& use);
    QPDFObjectHandle typedFont(const Face& face);

    QPDF& pdf_;
    QPDFObjectHandle resources_;
    Use& useOf(std::vector<Use>& uses, const FacePtr& face, char letter);
    std::vector<Use> drawn_, typed_;  // in the order of their first use, so that the same form gives the same bytes
};

}  // namespace brindel
