#include "core/model/looks.h"
#include "core/model/style_keys.h"

#include <algorithm>
#include <cmath>

namespace brindel {
namespace {

using std::string;

struct Setting {
    std::string_view style;
    const char* word;
    std::vector<std::pair<Prop, Value>> look;
};

/// What all styles of a form begin with.
Styles built(const std::vector<Setting>& settings) {
    Styles styles;
    for (const Setting& s : settings) {
        Style style{string(s.style), s.word, {}};
        for (const auto& [prop, value] : s.look) style.look.set(prop, value);
        styles.push_back(std::move(style));
    }
    return styles;
}

Styles dialogStyles() {
    using enum Prop;
    return built({
        {style::title, "Title", {{fontSize, 14.0}, {bold, true}}},
        {style::heading, "Heading", {{bold, true}}},
        {style::text, "Text", {}},
        {style::finePrint, "Fine print", {{fontSize, 9.0}, {textColour, string("#5E564F")}}},
        {style::field, "Field", {{border, string("sunken")}}},
        {style::entry, "Entry", {}},
        {style::mainButton,
         "Main button",
         {{bold, true},
          {alignAcross, string("centre")},
          {fillColour, string("#2F6B66")},
          {textColour, string("#FFFFFF")},
          {border, string("raised")}}},
        {style::button, "Button", {{alignAcross, string("centre")}, {border, string("raised")}}},
        {style::frame, "Frame", {{bold, true}, {border, string("line")}}},
        {style::tableHead, "Table head", {{bold, true}}},
        {style::tableBand, "Table band", {}},
    });
}

Styles documentStyles() {
    using enum Prop;
    const string lato = "Lato", ink = "#23282B", teal = "#24504D", edge = "#8C9A98";
    return built({
        {style::title, "Title", {{fontFamily, lato}, {fontSize, 17.0}, {bold, true}, {textColour, teal}}},
        {style::heading, "Heading", {{fontFamily, lato}, {fontSize, 11.5}, {bold, true}, {textColour, teal}}},
        {style::text, "Text", {{fontFamily, lato}, {fontSize, 9.5}, {textColour, ink}}},
        {style::finePrint, "Fine print", {{fontFamily, lato}, {fontSize, 8.0}, {textColour, string("#585F62")}}},
        {style::field,
         "Field",
         {{fontFamily, lato},
          {fontSize, 9.5},
          {textColour, ink},
          {fillColour, string("#F4F7F6")},
          {border, string("line")},
          {borderColour, edge},
          {borderWidth, 0.6}}},
        {style::entry, "Entry", {{fontFamily, lato}, {fontSize, 10.0}, {textColour, string("#16324A")}}},
        {style::mainButton,
         "Main button",
         {{fontFamily, lato},
          {fontSize, 9.5},
          {bold, true},
          {alignAcross, string("centre")},
          {fillColour, string("#2F6B66")},
          {textColour, string("#FFFFFF")},
          {border, string("line")},
          {borderColour, string("#24504D")}}},
        {style::button,
         "Button",
         {{fontFamily, lato},
          {fontSize, 9.5},
          {alignAcross, string("centre")},
          {textColour, ink},
          {fillColour, string("#EDF1F0")},
          {border, string("line")},
          {borderColour, edge}}},
        {style::frame,
         "Frame",
         {{fontFamily, lato},
          {fontSize, 9.5},
          {bold, true},
          {textColour, ink},
          {border, string("line")},
          {borderColour, string("#A9B4B2")},
          {borderWidth, 0.6}}},
        {style::tableHead, "Table head", {{fontFamily, lato}, {fontSize, 9.5}, {bold, true}}},
        {style::tableBand, "Table band", {{fillColour, string("#F4F7F6")}}},
    });
}

const Value& styled(const Style* style, Kind kind, Prop prop) {
    if (style)
        if (const Value* value = style->look.find(prop)) return *value;
    return fallback(kind, prop);
}

template <class ValueOf>
Look gathered(ValueOf valueOf) {
    auto text = [&](Prop p) {
        const auto* v = std::get_if<string>(&valueOf(p));
        return v ? *v : string();
    };
    auto number = [&](Prop p) {
        const auto* v = std::get_if<double>(&valueOf(p));
        return v ? *v : 0.0;
    };
    auto yes = [&](Prop p) {
        const auto* v = std::get_if<bool>(&valueOf(p));
        return v && *v;
    };
    Look look;
    look.family = text(Prop::fontFamily);
    look.size = std::clamp(number(Prop::fontSize), 1.0, 400.0);
    look.bold = yes(Prop::bold);
    look.italic = yes(Prop::italic);
    look.underline = yes(Prop::underline);
    auto colour = [&](Prop p, std::optional<Colour>& as, string& role) {
        const string said = text(p);
        as = colourMeant(said);
        if (!said.starts_with('#')) role = said;
    };
    colour(Prop::textColour, look.text, look.textRole);
    colour(Prop::fillColour, look.fill, look.fillRole);
    look.border = tokenAs<Border>(valueOf(Prop::border));
    look.borderColour = colourMeant(text(Prop::borderColour));
    look.borderWidth = std::clamp(number(Prop::borderWidth), 0.0, 20.0);
    look.across = tokenAs<Across>(valueOf(Prop::alignAcross));
    look.down = tokenAs<Down>(valueOf(Prop::alignDown));
    return look;
}

}  // namespace

std::optional<Colour> colourMeant(const string& value) {
    for (const DesktopColour& c : desktopColours())
        if (c.key == value) return c.light;
    return colourFrom(value);
}

double contrastOf(Colour a, Colour b) {
    auto luminance = [](Colour c) {
        auto channel = [](std::uint8_t v) {
            const double s = v / 255.0;
            return s <= 0.04045 ? s / 12.92 : std::pow((s + 0.055) / 1.055, 2.4);
        };
        return 0.2126 * channel(c.red) + 0.7152 * channel(c.green) + 0.0722 * channel(c.blue);
    };
    const double one = luminance(a), two = luminance(b);
    return (std::max(one, two) + 0.05) / (std::min(one, two) + 0.05);
}

Styles startingStyles(Kind rootKind) {
    return rootKind == Kind::dialog ? dialogStyles() : documentStyles();
}

string styleKey(const Control& control) {
    if (const string& mine = control.text(Prop::style); !mine.empty()) return mine;
    if (control.is().speaks) {
        static constexpr std::string_view byRole[] = {style::text, style::title, style::heading, style::heading,
                                                      style::finePrint};
        return string(byRole[std::size_t(control.as<Role>())]);
    }
    if (control.is().pressed && control.as<ButtonRole>() == ButtonRole::accept) return string(style::mainButton);
    return string(row(control.kind).style);
}

const Value& lookValue(const Form& form, const Control& control, Prop prop) {
    if (const Value* mine = control.own.find(prop)) return *mine;
    return styled(form.style(styleKey(control)), control.kind, prop);
}

Look lookOf(const Form& form, const Control& control) {
    const Style* style = form.style(styleKey(control));
    return gathered([&](Prop p) -> const Value& {
        if (const Value* mine = control.own.find(p)) return *mine;
        return styled(style, control.kind, p);
    });
}

Look entryLookOf(const Form& form, const Control& control) {
    // The entry style speaks for the letters, the field's style for everything around them.
    const Style *entry = form.style(control.text(Prop::entryStyle)), *style = form.style(styleKey(control));
    return gathered([&](Prop p) -> const Value& {
        if (const Value* mine = control.own.find(p)) return *mine;
        if (entry)
            if (const Value* value = entry->look.find(p)) return *value;
        return styled(style, control.kind, p);
    });
}

}  // namespace brindel
