#include "core/targets/targets.h"

#include <algorithm>

#include "core/targets/handed_out.h"
#include "core/targets/pdf/pdf.h"
#include "core/targets/png/png.h"

namespace brindel {
namespace {

constexpr Target targets[] = {
    {"pdf", "a fillable PDF", "PDF",
     [](const FormSession& session, const FontBook& fonts, const TargetOptions& options) {
         return pdfOf(options.blank ? formHandedOut(session) : session.form(), fonts, &session.filling(),
                      {options.owner, options.blank, options.sendTo, options.archive, options.formFile, options.reply});
     }},
    {"png", "a picture", "PNG",
     [](const FormSession& session, const FontBook& fonts, const TargetOptions& options) {
         return pngOf(session.form(), fonts, options.scale, &session.filling());
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
