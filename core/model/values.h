// The values that properties take, and the identity of controls.
#pragma once

#include <cstdint>
#include <optional>
#include <string>
#include <string_view>
#include <variant>
#include <vector>

namespace brindel {

/// A control's identity within its form; never changes and is never used again.
using Id = std::uint32_t;
inline constexpr Id noControl = 0;  // "none"
inline constexpr Id rootId = 1;     // the form itself

/// "c17".
std::string idText(Id id);
/// The id written as "c17"; nothing for any other text.
std::optional<Id> idFrom(std::string_view text);

/// One entry of a combo or list box: the value that goes into a reply and the text that is shown.
struct Choice {
    std::string value, text;
    bool operator==(const Choice&) const = default;
};
using Choices = std::vector<Choice>;

/// A property that points at another control.
struct Reference {
    Id id = noControl;
    bool operator==(const Reference&) const = default;
};

using Value = std::variant<bool, double, std::string, Choices, Reference>;

/// A number as people write it: no exponent, no trailing zeros, at most `decimals` places, a point.
std::string numberText(double number, int decimals = 6);
/// A number in full, to be read back as the very same: the shortest digits that say it, with a point.
std::string exactText(double number);
/// The number that the whole of `text` says with a point and no grouping; nothing otherwise (nor for infinities).
std::optional<double> numberFrom(std::string_view text);

/// An sRGB colour with 8 bits a channel.
struct Colour {
    std::uint8_t red = 0, green = 0, blue = 0;
    bool operator==(const Colour&) const = default;
};
/// "#B4632B".
std::string colourText(Colour colour);
/// The colour written as "#rrggbb" in either case; nothing for any other text.
std::optional<Colour> colourFrom(std::string_view text);

/// A colour that follows the desktop of whoever fills the form. `light` stands in where there is no desktop.
struct DesktopColour {
    std::string_view key, word;
    Colour light;
};
const std::vector<DesktopColour>& desktopColours();
/// True for the key of one of them.
bool isDesktopColour(std::string_view key);

}  // namespace brindel
