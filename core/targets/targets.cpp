#include "core/targets/targets.h"

#include <algorithm>

#include "core/targets/handed_out.h"
#include "core/targets/html/html_page.h"
#include "core/targets/odf/odt.h"
#include "core/targets/ooxml/docx.h"
#include "core/targets/pdf/pdf.h"
#include "core/targets/png/png_file.h"
#include "core/targets/qt/qt_class.h"
#include "core/targets/reply/openapi.h"
#include "core/targets/reply/reply_shape.h"
#include "core/targets/sheet/control_sheet.h"

namespace brindel {
namespace {

using enum Receiver;

constexpr ReceiverRow receivers[] = {{onPaper, "Fillers on paper"},
                                     {onScreen, "Fillers on screen"},
                                     {programmer, "A programmer"},
                                     {office, "The office"}};

flow::TextOptions textOptions(const TargetOptions& options) {
    return {.owner = options.owner,
            .blank = options.blank,
            .formFile = options.archive ? options.formFile : std::string_view(),
            .simpleFields = options.simpleFields};
}

const Target targets[] = {
    {"pdf",
     "a fillable PDF",
     "PDF",
     "pdf",
     "",
     "The form to fill in, on a screen or printed.",
     {onPaper, onScreen},
     [](const FormSession& session, const FontBook& fonts, const TargetOptions& options) {
         return pdfOf(options.blank ? formHandedOut(session) : session.form(), fonts, &session.filling(),
                      {.owner = options.owner,
                       .blank = options.blank,
                       .sendTo = options.sendTo,
                       .archive = options.archive,
                       .formFile = options.formFile,
                       .reply = options.reply,
                       .filled = options.filled});
     },
     nullptr,
     true},
    {"html",
     "a web page",
     "Web page",
     "html",
     "-page",
     "The form for any browser, on a desk or a phone; it needs no network.",
     {onScreen},
     [](const FormSession& session, const FontBook& fonts, const TargetOptions& options) {
         return pageOf(session, fonts, options.page);
     }},
    {"docx",
     "a text document (DOCX)",
     "DOCX",
     "docx",
     "",
     "The form to fill in with a word processor.",
     {onScreen},
     [](const FormSession& session, const FontBook&, const TargetOptions& options) {
         return docxOf(session, textOptions(options));
     },
     nullptr,
     true,
     true},
    {"odt",
     "a text document (ODT)",
     "ODT",
     "odt",
     "",
     "The form to fill in with a word processor, as OpenDocument.",
     {onScreen},
     [](const FormSession& session, const FontBook&, const TargetOptions& options) {
         return odtOf(session, textOptions(options));
     },
     nullptr,
     true,
     true},
    {"png",
     "a picture",
     "PNG",
     "png",
     "",
     "A picture of the form, to show it in a letter or on a page.",
     {office},
     [](const FormSession& session, const FontBook& fonts, const TargetOptions& options) {
         return pngOf(session.form(), fonts, options.scale, &session.filling());
     }},
    {"sheet",
     "a control sheet",
     "Control sheet",
     "html",
     "-controls",
     "Every control with its name, limits and rules, with numbered pictures; to test it or to sign it off.",
     {programmer, office},
     [](const FormSession& session, const FontBook& fonts, const TargetOptions&) {
         return sheetPage(formHandedOut(session), fonts);
     }},
    {"csv",
     "a control sheet as CSV",
     "CSV",
     "csv",
     "-controls",
     "Every control with its name, limits and rules, as a table for a spreadsheet.",
     {office},
     [](const FormSession& session, const FontBook&, const TargetOptions&) -> Result<std::string> {
         return sheetCsv(formHandedOut(session));
     }},
    {"json",
     "a control sheet as JSON",
     "JSON",
     "json",
     "-controls",
     "Every control with all its properties, for programs.",
     {programmer},
     [](const FormSession& session, const FontBook&, const TargetOptions&) -> Result<std::string> {
         return sheetJson(formHandedOut(session));
     }},
    {"qt",
     "a C++ class",
     "C++",
     "",
     "-qt",
     "The form as a class for programs with Qt 6, with what builds and shows it.",
     {programmer},
     nullptr,
     [](const FormSession& session, const FontBook& fonts, const TargetOptions& options) {
         return classOf(session, fonts, options.classNames);
     }},
    {"schema",
     "a JSON Schema of its replies",
     "JSON Schema",
     "schema.json",
     "-reply",
     "What a reply looks like, for programs that take it.",
     {programmer},
     [](const FormSession& session, const FontBook&, const TargetOptions&) -> Result<std::string> {
         return replySchema(session.designed());
     }},
    {"sql",
     "database tables for its replies",
     "SQL",
     "sql",
     "-reply",
     "Tables for replies, for SQLite and PostgreSQL.",
     {programmer},
     [](const FormSession& session, const FontBook&, const TargetOptions&) { return replySql(session.designed()); }},
    {"openapi",
     "a description of the receiver",
     "OpenAPI",
     "openapi.json",
     "-reply",
     "What a server of replies is sent and answers (OpenAPI 3.1), for programs that send or take them.",
     {programmer},
     [](const FormSession& session, const FontBook&, const TargetOptions&) -> Result<std::string> {
         const Form* form = &session.designed();
         return openApiOf(std::span(&form, 1));
     }},
};

}  // namespace

std::span<const ReceiverRow> allReceivers() {
    return receivers;
}

std::span<const Target> allTargets() {
    return targets;
}

bool forFillers(const Target& target) {
    return std::ranges::any_of(target.receivers, [](Receiver r) { return r == onPaper || r == onScreen; });
}

const Target* targetFrom(std::string_view key) {
    const auto at = std::ranges::find(targets, key, &Target::key);
    return at == std::end(targets) ? nullptr : at;
}

}  // namespace brindel
