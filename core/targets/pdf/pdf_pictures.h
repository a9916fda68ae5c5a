// The pictures of one PDF: each held once, as image objects (ISO 32000, 8.9.5).
#pragma once

#include <map>
#include <string>
#include "core/targets/pdf/qpdf.h"

namespace brindel {

class PdfPictures {
  public:
    explicit PdfPictures(QPDF& pdf)
        : pdf_(pdf), resources_(pdf.makeIndirectObject(QPDFObjectHandle::newDictionary())) {}

    /// The resource name ("/P1") of a PNG in base64; empty when it cannot be read.
    std::string nameFor(const std::string& png);
    /// The dictionary of image objects that all pages and appearances share.
    QPDFObjectHandle resources() const { return resources_; }

  private:
    QPDF& pdf_;
    QPDFObjectHandle resources_;
    std::map<std::string, std::string> names_;
};

}  // namespace brindel
