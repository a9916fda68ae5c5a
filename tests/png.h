// A PNG of pixels, for the tests of what reads them.
#pragma once

#include <png.h>

#include <string>

#include "core/answers/picture_data.h"

namespace brindel::test {

/// In base64; empty where it cannot be made.
inline std::string pngBase64(const Pixels& pixels) {
    png_image image{};
    image.version = PNG_IMAGE_VERSION;
    image.width = png_uint_32(pixels.width);
    image.height = png_uint_32(pixels.height);
    image.format = PNG_FORMAT_RGBA;
    png_alloc_size_t size = 0;
    if (!png_image_write_get_memory_size(image, size, 0, pixels.bytes.data(), 0, nullptr)) return {};
    std::string bytes(size, '\0');
    if (!png_image_write_to_memory(&image, bytes.data(), &size, 0, pixels.bytes.data(), 0, nullptr)) return {};
    bytes.resize(size);
    return toBase64(bytes);
}

}  // namespace brindel::test
