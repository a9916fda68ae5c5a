#include "core/targets/targets.h"

#include <algorithm>

#include "core/targets/handed_out.h"
#include "core/targets/pdf/pdf.h"
#include "core/targets/png/png.h"
#include "core/targets/reply/reply_shape.h"
#include "core/targets/sheet/control_sheet.h"

namespace brindel {
namespace {

constexpr Target targets[] = {
    {"pdf", "a fillable PDF", "PDF", "pdf",
     [](const FormSession& session, const FontBook& fonts, const TargetOptions& options) {
         return pdfOf(options.blank ? formHandedOut(session) : session.form(), fonts, &session.filling(),
                      {.owner = options.owner,
                       .blank = options.blank,
                       .sendTo = options.sendTo,
                       .archive = options.archive,
                       .formFile = options.formFile,
                       .reply = options.reply});
     }},
    {"png", "a picture", "PNG", "png",
     [](const FormSession& session, const FontBook& fonts, const TargetOptions& options) {
         return pngOf(session.form(), fonts, options.scale, &session.filling());
     }},
    {"sheet", "a control sheet", "Control sheet", "html",
     [](const FormSession& session, const FontBook& fonts, const TargetOptions&) {
         return sheetPage(formHandedOut(session), fonts);
     }},
    {"csv", "a control sheet as CSV", "CSV", "csv",
     [](const FormSession& session, const FontBook&, const TargetOptions&) -> Result<std::string> {
         return sheetCsv(formHandedOut(session));
     }},
    {"json", "a control sheet as JSON", "JSON", "json",
     [](const FormSession& session, const FontBook&, const TargetOptions&) -> Result<std::string> {
         return sheetJson(formHandedOut(session));
     }},
    {"schema", "a JSON Schema of its replies", "JSON Schema", "schema.json",
     [](const FormSession& session, const FontBook&, const TargetOptions&) -> Result<std::string> {
         return replySchema(session.designed());
     }},
    {"sql", "database tables for its replies", "SQL", "sql",
     [](const FormSession& session, const FontBook&, const TargetOptions&) { return replySql(session.designed()); }},
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
