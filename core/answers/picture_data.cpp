#include "core/answers/picture_data.h"

#include <png.h>
#include <sodium.h>

#include <cstring>

namespace brindel {

std::string fromBase64(const std::string& text) {
    std::string bytes(text.size() / 4 * 3 + 3, '\0');
    std::size_t length = 0;
    if (sodium_base642bin(reinterpret_cast<unsigned char*>(bytes.data()), bytes.size(), text.data(), text.size(),
                          "\r\n ", &length, nullptr, sodium_base64_VARIANT_ORIGINAL) != 0)
        return {};
    bytes.resize(length);
    return bytes;
}

std::string toBase64(const std::string& bytes) {
    std::string text(sodium_base64_encoded_len(bytes.size(), sodium_base64_VARIANT_ORIGINAL), '\0');
    sodium_bin2base64(text.data(), text.size(), reinterpret_cast<const unsigned char*>(bytes.data()), bytes.size(),
                      sodium_base64_VARIANT_ORIGINAL);
    text.resize(std::strlen(text.c_str()));
    return text;
}

std::optional<Extent> pictureSize(const std::string& base64) {
    // Signature, then the IHDR chunk with width and height first (ISO/IEC 15948, 11.2.2): all within 24 bytes.
    const std::string head = fromBase64(base64.substr(0, 32));
    if (head.size() < 24 || head.compare(0, 8, "\x89PNG\r\n\x1a\n") != 0) return std::nullopt;
    auto number = [&](std::size_t at) {
        double n = 0;
        for (std::size_t i = 0; i < 4; ++i) n = n * 256 + static_cast<unsigned char>(head[at + i]);
        return n;
    };
    const Extent size{number(16), number(20)};
    if (size.width < 1 || size.height < 1) return std::nullopt;
    return size;
}

std::optional<Pixels> pixelsOf(const std::string& base64) {
    const std::string bytes = fromBase64(base64);
    png_image image{};
    image.version = PNG_IMAGE_VERSION;
    if (bytes.empty() || !png_image_begin_read_from_memory(&image, bytes.data(), bytes.size())) return std::nullopt;
    if (double(image.width) * image.height > mostPixels) {
        png_image_free(&image);
        return std::nullopt;
    }
    image.format = PNG_FORMAT_RGBA;
    Pixels pixels{int(image.width), int(image.height), std::vector<std::uint8_t>(PNG_IMAGE_SIZE(image))};
    if (!png_image_finish_read(&image, nullptr, pixels.bytes.data(), 0, nullptr)) return std::nullopt;
    return pixels;
}

std::optional<PictureTraits> traitsOf(const std::string& base64) {
    const auto pixels = pixelsOf(base64);
    if (!pixels) return std::nullopt;
    PictureTraits traits{true, true};
    for (std::size_t i = 0; i + 3 < pixels->bytes.size(); i += 4) {
        const std::uint8_t* p = &pixels->bytes[i];
        traits.grey = traits.grey && p[0] == p[1] && p[1] == p[2];
        traits.opaque = traits.opaque && p[3] == 255;
        if (!traits.grey && !traits.opaque) break;
    }
    return traits;
}

}  // namespace brindel
