// Pictures that a form holds: PNG in base64, as they stand in the file.
#pragma once

#include <cstdint>
#include <optional>
#include <string>
#include <vector>

#include "core/model/kinds.h"

namespace brindel {

/// The bytes that base64 text stands for; empty when it is not base64.
std::string fromBase64(const std::string& text);
std::string toBase64(const std::string& bytes);
/// The size of a PNG in base64, in pixels; nothing when it is none.
std::optional<Extent> pictureSize(const std::string& base64);

/// A picture's pixels, row by row: red, green, blue and how opaque, 8 bits each.
struct Pixels {
    int width = 0, height = 0;
    std::vector<std::uint8_t> bytes;
};
/// The most pixels that one picture may have, and all pictures of a form together.
inline constexpr double mostPixels = 40e6;
/// The pixels of a PNG; nothing when it cannot be read or has more than `mostPixels`.
std::optional<Pixels> pixelsOf(const std::string& base64);
/// What a PNG is made of: grey alone, and whether some of it lets through what is behind. Nothing when it cannot be
/// read.
struct PictureTraits {
    bool grey = false, opaque = true;
};
std::optional<PictureTraits> traitsOf(const std::string& base64);

}  // namespace brindel
