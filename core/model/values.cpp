#include "core/model/values.h"

#include <fmt/format.h>

#include <charconv>
#include <cmath>

namespace brindel {

std::string idText(Id id) {
    return fmt::format("c{}", id);
}

std::optional<Id> idFrom(std::string_view text) {
    if (text.size() < 2 || text.size() > 8 || text[0] != 'c') return std::nullopt;
    Id id = 0;
    auto [end, error] = std::from_chars(text.data() + 1, text.data() + text.size(), id);
    if (error != std::errc() || end != text.data() + text.size() || id == noControl) return std::nullopt;
    return id;
}

std::string numberText(double number, int decimals) {
    std::string text = fmt::format("{:.{}f}", number, decimals);
    if (text.find('.') != std::string::npos) {
        text.erase(text.find_last_not_of('0') + 1);
        if (text.back() == '.') text.pop_back();
    }
    return text == "-0" ? "0" : text;
}

std::string exactText(double number) {
    if (number == std::floor(number) && std::abs(number) < 1e15) return fmt::format("{:.0f}", number + 0.0);
    return fmt::format("{}", number);
}

std::optional<double> numberFrom(std::string_view text) {
    double number = 0;
    if (!text.empty() && text[0] == '+') text.remove_prefix(1);
    auto [end, error] = std::from_chars(text.data(), text.data() + text.size(), number);
    if (text.empty() || error != std::errc() || end != text.data() + text.size() || !std::isfinite(number))
        return std::nullopt;
    return number;
}

std::string colourText(Colour c) {
    return fmt::format("#{:02X}{:02X}{:02X}", c.red, c.green, c.blue);
}

std::optional<Colour> colourFrom(std::string_view text) {
    if (text.size() != 7 || text[0] != '#') return std::nullopt;
    unsigned rgb = 0;
    auto [end, error] = std::from_chars(text.data() + 1, text.data() + 7, rgb, 16);
    if (error != std::errc() || end != text.data() + 7) return std::nullopt;
    return Colour{std::uint8_t(rgb >> 16), std::uint8_t(rgb >> 8), std::uint8_t(rgb)};
}

const std::vector<DesktopColour>& desktopColours() {
    static const std::vector<DesktopColour> colours = {{"window", "window", {0xF3, 0xF1, 0xEE}},
                                                       {"windowText", "window text", {0x23, 0x28, 0x2B}},
                                                       {"base", "field", {0xFF, 0xFF, 0xFF}},
                                                       {"text", "field text", {0x23, 0x28, 0x2B}},
                                                       {"button", "button", {0xEF, 0xEC, 0xE7}},
                                                       {"buttonText", "button text", {0x23, 0x28, 0x2B}},
                                                       {"highlight", "highlight", {0x2F, 0x6B, 0x66}},
                                                       {"highlightText", "highlighted text", {0xFF, 0xFF, 0xFF}},
                                                       {"link", "link", {0x1F, 0x5A, 0x93}}};
    return colours;
}

bool isDesktopColour(std::string_view key) {
    for (const DesktopColour& c : desktopColours())
        if (c.key == key) return true;
    return false;
}

}  // namespace brindel
