// What a PDF does while it is filled, in viewers that run scripts (ISO 32000, 12.6.4.16; ISO 21757-1): one runtime with
// the form as its data, and calls of it at its fields.
#pragma once

#include "core/targets/pdf/pdf_script_data.h"

namespace brindel {

class PdfScripts {
  public:
    explicit PdfScripts(PdfBuild& build) : build_(build), data_(build) {}
    /// Gives a field the actions that call the runtime (12.6.3, tables 196 and 194).
    void addTo(QPDFObjectHandle field, const Control& c) const;
    /// The same for a widget: what a tick sets off, and what happens when the cursor comes and goes.
    void addToWidget(QPDFObjectHandle widget, const Control& c) const;
    /// What a press of a button does; null for nothing.
    QPDFObjectHandle pressed(const Control& c, std::size_t page) const;
    /// The names of the fields that viewers work out, each after those it needs (table 218, CO).
    const std::vector<std::string>& order() const { return data_.order(); }
    /// Writes the runtime and the form's data into the document.
    void finish();

  private:
    QPDFObjectHandle call(const char* what) const;

    PdfBuild& build_;
    PdfScriptData data_;
    mutable std::map<std::string, QPDFObjectHandle> calls_;
};

}  // namespace brindel
