// What exists: whatever is read gives rows that are read again as they are.
#include <cstdint>
#include <cstdlib>
#include <string>

#include "core/intake/proposal.h"

using namespace brindel;

extern "C" int LLVMFuzzerTestOneInput(const std::uint8_t* data, std::size_t size) {
    const std::string bytes(reinterpret_cast<const char*>(data), size);
    if (size > 20'000) return 0;
    const auto items = intake::itemsFrom(bytes);
    if (!items) return 0;
    const std::string told = jottingText(intake::proposalOf(*items).rows);
    const auto read = readJotting(told, items->language);
    if (!read || jottingText(*read) != told) std::abort();
    return 0;
}
