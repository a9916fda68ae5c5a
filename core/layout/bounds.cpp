#include "core/layout/bounds.h"

#include <fmt/format.h>

namespace brindel {

std::string tooLarge(const Form& form) {
    const Box& box = form.root().box;
    if (!form.isDialog() || (box.width <= mostDialog && box.height <= mostDialog)) return "";
    const bool high = box.height > mostDialog;
    return fmt::format(
        "This would make the dialog {} px {}; {} are the most. Make a document of it, or part it in tabs.",
        numberText(high ? box.height : box.width, 0), high ? "high" : "wide", numberText(mostDialog, 0));
}

}  // namespace brindel
