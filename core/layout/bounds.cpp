#include "core/layout/bounds.h"

namespace brindel {

Sentence tooLarge(const Form& form) {
    const Box& box = form.root().box;
    const std::string most = numberText(mostDialog, 0);
    if (!form.isDialog()) return {};
    if (box.height > mostDialog)
        return said(
            "This would make the dialog {} px high; {} is the limit. Make it a document, or divide it into tabs.",
            numberText(box.height, 0), most);
    if (box.width > mostDialog)
        return said(
            "This would make the dialog {} px wide; {} is the limit. Make it a document, or divide it into tabs.",
            numberText(box.width, 0), most);
    return {};
}

}  // namespace brindel
