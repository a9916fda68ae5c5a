#include "core/targets/targets.h"

#include <algorithm>

#include "core/targets/pdf/pdf.h"
#include "core/targets/png/png.h"

namespace brindel {
namespace {

constexpr Target targets[] = {
    {"pdf", "a fillable PDF", "PDF",
     [](const Form& form, const FontBook& fonts, const Filling& filling, const TargetOptions& options) {
         return pdfOf(form, fonts, &filling, {options.owner, options.blank, options.sendTo});
     }},
    {"png", "a picture", "PNG",
     [](const Form& form, const FontBook& fonts, const Filling& filling, const TargetOptions& options) {
         return pngOf(form, fonts, options.scale, &filling);
     }},
};

}  // namespace

std::span<const Target> allTargets() {
    return targets;
}

const Target* targetFrom(std::string_view key) {
    const auto at = std::ranges::find(targets, key, &Target::key);
    return at == std::end(targets) ? nullptr : at;
}

}  // namespace brindel
