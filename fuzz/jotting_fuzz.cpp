// Jottings: what reads is laid out, and told again.
#include <cstdint>
#include <cstdlib>
#include <string>

#include "core/jot/lay_out.h"

using namespace brindel;

extern "C" int LLVMFuzzerTestOneInput(const std::uint8_t* data, std::size_t size) {
    const std::string text(reinterpret_cast<const char*>(data), size);
    if (size > 4000) return 0;
    const auto rows = readJotting(text);
    if (!rows) return 0;
    static const FontBook fonts;
    const std::string told = jottingText(*rows);
    if (!readJotting(told)) std::abort();
    const Form form = laidOut(*rows, newForm(size % 2 ? Kind::dialog : Kind::document), fonts);
    if (!readJotting(jottingText(asJotting(form).rows))) std::abort();
    return 0;
}
