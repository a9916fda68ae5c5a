// Pictures that a form holds.
#include <cstdint>
#include <cstdlib>
#include <string>

#include "tests/png.h"

using namespace brindel;

extern "C" int LLVMFuzzerTestOneInput(const std::uint8_t* data, std::size_t size) {
    const std::string text(reinterpret_cast<const char*>(data), size);
    const std::string picture = toBase64(text);
    if (fromBase64(picture) != text) std::abort();
    (void)pictureSize(picture);
    if (const auto pixels = pixelsOf(picture); pixels && pixels->width * pixels->height < 1 << 16)
        if (pixelsOf(brindel::test::pngBase64(*pixels))->bytes != pixels->bytes) std::abort();
    (void)traitsOf(picture);
    return 0;
}
