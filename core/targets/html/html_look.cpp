#include "core/targets/html/html_look.h"

#include <fmt/format.h>

#include <algorithm>
#include <cmath>

#include "core/model/style_keys.h"

namespace brindel::html {

using std::string;

namespace {

struct Hsl {
    double hue = 0, saturation = 0, lightness = 0;
};

Hsl hslOf(Colour c) {
    const double r = c.red / 255.0, g = c.green / 255.0, b = c.blue / 255.0;
    const double most = std::max({r, g, b}), least = std::min({r, g, b}), span = most - least;
    Hsl hsl{0, 0, (most + least) / 2};
    if (span == 0) return hsl;
    hsl.saturation = span / (1 - std::abs(2 * hsl.lightness - 1));
    hsl.hue = most == r ? std::fmod((g - b) / span + 6, 6) : most == g ? (b - r) / span + 2 : (r - g) / span + 4;
    return hsl;
}

Colour colourOf(const Hsl& hsl) {
    const double chroma = (1 - std::abs(2 * hsl.lightness - 1)) * hsl.saturation;
    const double x = chroma * (1 - std::abs(std::fmod(hsl.hue, 2) - 1)), m = hsl.lightness - chroma / 2;
    const double parts[6][3] = {{chroma, x, 0}, {x, chroma, 0}, {0, chroma, x},
                                {0, x, chroma}, {x, 0, chroma}, {chroma, 0, x}};
    const auto& p = parts[std::min(5, int(hsl.hue))];
    auto channel = [&](double v) { return std::uint8_t(std::clamp(std::lround((v + m) * 255), 0L, 255L)); };
    return {channel(p[0]), channel(p[1]), channel(p[2])};
}

constexpr Colour darkPaper{0x24, 0x21, 0x1E}, white{255, 255, 255};
constexpr double readable = 5.5;  // more than WCAG 2.2 asks (1.4.3: 4.5), for a screen in a dark room

}  // namespace

bool isDarkAlready(Colour ground) {
    return contrastOf(ground, white) >= 3;
}

Colour darkGround(Colour light) {
    if (isDarkAlready(light)) return light;
    Hsl hsl = hslOf(light);
    hsl.lightness = std::clamp(0.14 + (1 - hsl.lightness) * 0.4, 0.14, 0.3);
    hsl.saturation = std::min(hsl.saturation, 0.3);
    return colourOf(hsl);
}

Colour darkLetters(Colour light, Colour ground) {
    if (contrastOf(light, ground) >= readable) return light;
    Hsl hsl = hslOf(light);
    hsl.saturation = std::min(hsl.saturation, 0.6);
    // What is nearly black on paper is nearly white here.
    for (hsl.lightness = std::clamp(0.95 - hsl.lightness * 0.5, 0.55, 0.95); hsl.lightness < 1; hsl.lightness += 0.02)
        if (const Colour c = colourOf(hsl); contrastOf(c, ground) >= readable) return c;
    return white;
}

Colour darkEdge(Colour light) {
    Hsl hsl = hslOf(light);
    hsl.lightness = 0.5;
    hsl.saturation = std::min(hsl.saturation, 0.25);
    return colourOf(hsl);
}

string fontStack(const string& family) {
    if (family.empty()) return "system-ui,sans-serif";
    string name;
    for (char c : family)
        if (static_cast<unsigned char>(c) < 0x20 || c == '"' || c == '\\' || c == '<')
            name += fmt::format("\\{:x} ", unsigned(static_cast<unsigned char>(c)));
        else
            name += c;
    return "\"" + name + "\",system-ui,sans-serif";
}

LookSheet::LookSheet(const Form& form) : form_(form) {
    Control plain;
    plain.kind = Kind::label;
    const Look look = brindel::lookOf(form, plain);
    base_ = std::max(1.0, look.size);
    family_ = look.family;
}

string LookSheet::classFor(const string& declarations, bool wide) {
    if (declarations.empty()) return {};
    auto& known = wide ? knownWide_ : known_;
    auto& classes = wide ? wideClasses_ : classes_;
    const auto [at, fresh] = known.try_emplace(declarations, classes.size());
    if (fresh) classes.push_back(declarations);
    return fmt::format("{}{}", wide ? "w" : "l", at->second);
}

/// A colour by the name of the style that it comes from; one set by hand has a number.
string LookSheet::colour(const Control& c, Prop prop, bool entry, Colour light, Colour dark) {
    static constexpr std::pair<Prop, const char*> words[] = {
        {Prop::textColour, "text"}, {Prop::fillColour, "fill"}, {Prop::borderColour, "edge"}};
    const char* word = std::ranges::find(words, prop, &std::pair<Prop, const char*>::first)->second;
    const bool byHand = !entry && c.own.find(prop);
    string style;
    for (char letter : entry ? string(style::entry) : styleKey(c))
        if (std::isalnum(static_cast<unsigned char>(letter)))
            style += std::isupper(static_cast<unsigned char>(letter)) ? fmt::format("-{}", char(std::tolower(letter)))
                                                                      : string(1, letter);
    const string key = fmt::format("{}|{}|{}|{}", byHand ? "" : style, word, colourText(light), colourText(dark));
    const auto [at, fresh] = named_.try_emplace(key);
    if (fresh) {
        string name =
            byHand || style.empty() ? fmt::format("--own-{}-{}", ++own_, word) : fmt::format("--{}-{}", style, word);
        while (std::ranges::find(colours_, name, [](const auto& one) { return one.first; }) != colours_.end())
            name = fmt::format("--own-{}-{}", ++own_, word);
        colours_.push_back({name, {light, dark}});
        at->second = name;
    }
    return "var(" + at->second + ")";
}

string LookSheet::lookOf(const Control& c, bool entry) {
    const Look look = entry ? entryLookOf(form_, c) : brindel::lookOf(form_, c);
    string css;
    auto add = [&](std::string_view name, const string& value) { css += fmt::format("{}:{};", name, value); };
    const auto fill = look.fillRole.empty() ? look.fill : std::nullopt;
    const auto text = look.textRole.empty() ? look.text : std::nullopt;
    const Colour ground = fill ? darkGround(*fill) : darkPaper;
    if (fill) add("background", colour(c, Prop::fillColour, entry, *fill, ground));
    if (text)
        add("color", colour(c, Prop::textColour, entry, *text,
                            fill && isDarkAlready(*fill) ? *text : darkLetters(*text, ground)));
    else if (fill)
        add("color", isDarkAlready(*fill) ? "#fff" : "inherit");
    if (look.family != family_) add("font-family", fontStack(look.family));
    if (std::abs(look.size - base_) > 0.01) add("font-size", fmt::format("{:.3g}em", look.size / base_));
    if (look.bold) add("font-weight", "700");
    if (look.italic) add("font-style", "italic");
    if (look.underline) add("text-decoration", "underline");
    // A label stands at its field's side only where it stands beside it.
    if (look.across != Across::start && (entry || !c.is().speaks || c.reference(Prop::labels) == noControl))
        add("text-align", look.across == Across::end ? "end" : "center");
    if (!entry && look.borderColour && look.border != Border::none)
        add("border-color", colour(c, Prop::borderColour, entry, *look.borderColour, darkEdge(*look.borderColour)));
    return css;
}

string LookSheet::written() const {
    string light, dark, css;
    for (const auto& [name, both] : colours_) {
        light += fmt::format("{}:{};", name, colourText(both.first));
        if (both.first != both.second) dark += fmt::format("{}:{};", name, colourText(both.second));
    }
    if (!light.empty()) css += ":root{" + light + "}\n";
    if (!dark.empty()) css += "@media screen and (prefers-color-scheme:dark){:root{" + dark + "}}\n";
    for (std::size_t i = 0; i < classes_.size(); ++i) css += fmt::format(".l{}{{{}}}\n", i, classes_[i]);
    return css;
}

string LookSheet::writtenWide() const {
    string css;
    for (std::size_t i = 0; i < wideClasses_.size(); ++i) css += fmt::format(".w{}{{{}}}\n", i, wideClasses_[i]);
    return css;
}

}  // namespace brindel::html
