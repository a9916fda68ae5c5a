// The structure tree of a PDF: what its content is, in the order in which it is read (ISO 32000, 14.7 and 14.8).
#pragma once

#include <string>
#include <unordered_map>

#include "core/targets/pdf/qpdf.h"

namespace brindel {

class PdfStructure {
  public:
    explicit PdfStructure(QPDF& pdf);

    /// The element that holds all others, a Document.
    QPDFObjectHandle document() const { return document_; }
    /// A new element of a standard type ("P", "Form" …), the last of its parent's.
    QPDFObjectHandle element(QPDFObjectHandle parent, const char* type);
    /// The number of the next piece of marked content on a page, which belongs to an element (14.7.4.2): the last of
    /// what is in it, or the first.
    int content(QPDFObjectHandle element, std::size_t page, QPDFObjectHandle pageObject, bool first = false);
    /// Puts an annotation into an element (14.7.4.3).
    void annotation(QPDFObjectHandle element, QPDFObjectHandle widget, QPDFObjectHandle pageObject);
    /// Writes the tree into the catalogue, without elements that have come to hold nothing. Call once, after everything
    /// is in it.
    void finish();

  private:
    std::vector<QPDFObjectHandle>& kidsOf(const QPDFObjectHandle& element);
    bool filled(QPDFObjectHandle element);

    QPDF& pdf_;
    QPDFObjectHandle root_, document_, objectReference_ = QPDFObjectHandle::newName("/OBJR");
    std::unordered_map<std::string_view, QPDFObjectHandle> types_;  // those of elements, which are literals
    std::unordered_map<int, std::vector<QPDFObjectHandle>> kids_;   // by the number of the object
    std::vector<std::vector<QPDFObjectHandle>> contents_;           // of each page: the element of each piece
    std::vector<QPDFObjectHandle> annotations_;                     // the element of each
    std::vector<QPDFObjectHandle> widgets_;
};

}  // namespace brindel
