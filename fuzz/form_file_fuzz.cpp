// Form files: what reads must be written back the same, told, and exported.
#include <cstdint>
#include <cstdlib>
#include <string>

#include "core/file/form_file.h"
#include "core/jot/lay_out.h"
#include "core/session/form_session.h"
#include "core/targets/pdf/pdf.h"

using namespace brindel;

extern "C" int LLVMFuzzerTestOneInput(const std::uint8_t* data, std::size_t size) {
    const std::string text(reinterpret_cast<const char*>(data), size);
    const auto opened = readForm(text);
    if (!opened) return 0;
    const std::string written = formText(opened->form);
    const auto again = readForm(written);
    if (!again || formText(again->form) != written) std::abort();
    static const FontBook fonts;
    (void)asJotting(opened->form);
    FormSession session(opened->form, Day(std::chrono::year(2026), std::chrono::month(4), std::chrono::day(1)));
    (void)session.reply("2026-04-01T10:00:00+00:00");
    if (opened->form.controls.size() < 40) (void)pdfOf(opened->form, fonts, &session.filling());
    return 0;
}
