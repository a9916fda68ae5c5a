#include "core/layout/bounds.h"

namespace brindel {

Sentence tooLarge(const Form& form) {
    const Box& box = form.root().box;
    const std::string most = numberText(mostDialog, 0);
    if (!form.isDialog()) return {};
    if (box.height > mostDialog)
        return said(
            "This would make the dialog {} px high; {} are the most. Make a document of it, or part it in tabs.",
            numberText(box.height, 0), most);
    if (box.width > mostDialog)
        return said(
            "This would make the dialog {} px wide; {} are the most. Make a document of it, or part it in tabs.",
            numberText(box.width, 0), most);
    return {};
}

}  // namespace brindel
