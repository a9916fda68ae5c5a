// Texts that come back from translators: XLIFF and tables, taken into a form.
#include <cstdint>
#include <string>

#include "core/jot/lay_out.h"
#include "core/wording/texts.h"

using namespace brindel;

extern "C" int LLVMFuzzerTestOneInput(const std::uint8_t* data, std::size_t size) {
    const std::string text(reinterpret_cast<const char*>(data), size);
    static const FontBook fonts;
    static const Form form =
        laidOut(readJotting("# F\nBoat: text 9\nHull: combo [x, y]\n").value(), newForm(Kind::dialog), fonts);
    for (const auto& read : {readXliff(text), readTextTable(text)}) {
        if (!read) continue;
        const TextsTaken taken = withTexts(form, read->language, read->texts);
        (void)formIn(taken.form, read->language);
        (void)xliffOf(taken.form, read->language);
    }
    return 0;
}
