// Naming schemes: what reads is written back the same, and makes names that code takes.
#include <cstdint>
#include <cstdlib>
#include <string>

#include "core/file/scheme_file.h"
#include "core/naming/identifiers.h"
#include "core/naming/schemes.h"

using namespace brindel;

extern "C" int LLVMFuzzerTestOneInput(const std::uint8_t* data, std::size_t size) {
    const std::string text(reinterpret_cast<const char*>(data), size);
    const auto scheme = readScheme(text);
    if (!scheme) return 0;
    const auto again = readScheme(schemeText(*scheme));
    if (!again || schemeText(*again) != schemeText(*scheme)) std::abort();
    for (const char* label : {"Boat name", "Länge über alles (m)", "123", "class", "", "日本"})
        if (const std::string name = nameFor(*scheme, Kind::textBox, label);
            !identifierMisfit(name, scheme->letters == Scheme::Letters::kebab).empty())
            std::abort();
    return 0;
}
