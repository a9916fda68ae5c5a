// What stands on the pages of a PDF, for readers that do not see them: headings and what stands under them, each field
// with its label, questions as lists, tables as tables (ISO 14289-1, 7; ISO 32000, 14.8.4).
#pragma once

#include <map>
#include <unordered_map>
#include <unordered_set>

#include "core/layout/spread.h"
#include "core/targets/leaves.h"
#include "core/targets/pdf/pdf_structure.h"

namespace brindel {

/// A heading, for the list of bookmarks.
struct PdfHeading {
    int level = 1;
    std::string text;
    std::size_t page = 0;
    double top = 0;  // on its surface, in form units
};

/// The elements of one leaf.
struct LeafTags {
    std::unordered_map<Id, QPDFObjectHandle> words;  // of controls: what they say
    std::unordered_set<Id> first;                    // those whose words stand first in their element
    std::unordered_map<Id, std::map<std::size_t, QPDFObjectHandle>> parts;  // of tables and tabs: their headings
    std::unordered_map<Id, QPDFObjectHandle> widgets;                       // of what is filled or pressed
    std::unordered_map<Id, QPDFObjectHandle> pictures;

    /// The element that the wording of a control belongs to; nothing for what only adorns the page.
    std::optional<QPDFObjectHandle> wordsOf(Id of, std::size_t part) const;
};

/// Makes the elements of leaves, one after the other; headings go down one level at a time over all of them
/// (ISO 14289-1, 7.4.2).
class PdfTags {
  public:
    PdfTags(const Spread& parts, PdfStructure& structure) : form_(parts.form), parts_(parts), structure_(structure) {}
    /// `seen` is what is in sight when the form is written.
    LeafTags of(const Leaf& leaf, std::size_t page, const Visibility& seen);
    const std::vector<PdfHeading>& headings() const { return headings_; }

  private:
    struct Walk;
    const Form& form_;
    const Spread& parts_;
    PdfStructure& structure_;
    std::vector<PdfHeading> headings_;
};

}  // namespace brindel
