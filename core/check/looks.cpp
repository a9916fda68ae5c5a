// Looks: what can be read by everybody.
#include "core/model/looks.h"
#include <algorithm>
#include "core/model/values.h"

#include "core/check/families.h"

namespace brindel::checks {
namespace {

constexpr Colour black{0, 0, 0}, white{255, 255, 255};

/// What lies behind a control's text: its own fill, or that of what it lies in.
Colour groundOf(const Form& form, const Control& control) {
    for (const Control* c = &control; c; c = c->id == rootId ? nullptr : form.find(c->parent))
        if (const Look look = lookOf(form, *c); look.fill) return *look.fill;
    if (!form.isDialog() || control.is().filled()) return white;
    return std::ranges::find(desktopColours(), "window", &DesktopColour::key)->light;
}
/// WCAG 2.2, 1.4.3: 4.5 to 1, and 3 to 1 for large letters: from 18 pt, or from 14 pt when bold.
double neededContrast(const Look& look) {
    return look.size >= 18 || (look.size >= 14 && look.bold) ? 3 : 4.5;
}
bool tooFaint(const Form& form, const Control& c) {
    if (!c.is().wording && !c.is().filled()) return false;
    const Look look = lookOf(form, c);
    return look.text && contrastOf(*look.text, groundOf(form, c)) < neededContrast(look);
}
void lowContrast(const Checked& in, Findings& found) {
    eachControl(in.form, [&](const Control& c) {
        if (tooFaint(in.form, c))
            found.push_back({nullptr, {c.id}, said("Its letters hardly stand out from what is behind them.")});
    });
}
/// The colour made darker, or lighter on a dark ground, by as little as makes it pass.
Form readable(const Checked& in, const Finding& f) {
    const Control* c = in.form.find(f.controls.front());
    if (!c || !tooFaint(in.form, *c)) return in.form;
    const Colour ground = groundOf(in.form, *c), text = *lookOf(in.form, *c).text;
    const Colour end = contrastOf(black, ground) >= contrastOf(white, ground) ? black : white;
    auto mixed = [&](double part) {
        auto one = [&](std::uint8_t a, std::uint8_t b) { return std::uint8_t(a + (b - a) * part); };
        return Colour{one(text.red, end.red), one(text.green, end.green), one(text.blue, end.blue)};
    };
    const double needed = neededContrast(lookOf(in.form, *c));
    for (double part = 0; part <= 1; part += 0.02)
        if (contrastOf(mixed(part), ground) >= needed)
            return withProperty(in.form, {c->id}, Prop::textColour, colourText(mixed(part)));
    return withProperty(in.form, {c->id}, Prop::textColour, colourText(end));
}

/// ISO 9241-303 asks for letters that can be read at arm's length; fine print included.
double leastPoints(const Form& form) {
    return form.isDialog() ? 8 : 7;
}
void smallText(const Checked& in, Findings& found) {
    eachControl(in.form, [&](const Control& c) {
        if ((c.is().wording || c.is().filled()) && lookOf(in.form, c).size < leastPoints(in.form))
            found.push_back({nullptr, {c.id}, said("Its letters are too small to read.")});
    });
}
Form largerText(const Checked& in, const Finding& f) {
    return withProperty(in.form, f.controls, Prop::fontSize, leastPoints(in.form));
}

// The rows read best in long lines.
// clang-format off
constexpr CheckRow lookRows[] = {
    {"lowContrast", Family::looks, Gravity::must, "Contrast under 4.5 to 1, or 3 to 1 for large letters", "Many cannot read it (WCAG 2.2, 1.4.3).", "Takes the nearest colour that passes.", lowContrast, readable},
    {"smallText", Family::looks, Gravity::should, "Text under 8 pt on the screen, 7 pt on paper", "It is passed over.", "Makes it that large.", smallText, largerText},
};
// clang-format on

}  // namespace

std::span<const CheckRow> looks() {
    return lookRows;
}

}  // namespace brindel::checks
