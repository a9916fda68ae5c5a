// What a PDF does while it is filled, in viewers that run scripts (ISO 32000, 12.6.4.16; ISO 21757-1): the formulas,
// limits and rules of the form as data for one small runtime that the PDF carries, and calls of it at its fields.
#pragma once

#include "core/targets/pdf/pdf_build.h"

namespace brindel {

class PdfScripts {
  public:
    explicit PdfScripts(PdfBuild& build) : build_(build) {}
    /// Gives a field the actions that call the runtime.
    void addTo(QPDFObjectHandle field, const Control& c) const;
    /// What a press of a button does; null for nothing.
    QPDFObjectHandle pressed(const Control& c, std::size_t page) const;
    /// The names of the fields that are worked out, each after those it needs (table 218, CO).
    std::vector<std::string> order() const { return {}; }
    /// Writes the runtime and the form's data into the document.
    void finish() {}

  private:
    PdfBuild& build_;
};

}  // namespace brindel
