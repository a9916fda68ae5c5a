// Looks: what can be read by everybody.
#include "core/model/looks.h"

#include <algorithm>
#include <map>
#include <set>

#include "core/check/families.h"
#include "core/check/spoken.h"
#include "core/check/thresholds.h"
#include "core/model/form_index.h"
#include "core/model/values.h"

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
double neededContrast(const Look& look) {
    return look.size >= largeFrom || (look.size >= largeBoldFrom && look.bold) ? leastContrastLarge : leastContrast;
}
bool tooFaint(const Form& form, const Control& c, const Look& look) {
    return look.text && (c.is().wording || c.is().filled()) &&
           contrastOf(*look.text, groundOf(form, c)) < neededContrast(look);
}
void lowContrast(const Checked& in, Findings& found) {
    for (const auto& [c, look] : in.lettered())
        if (tooFaint(in.form, *c, look)) found.push_back({nullptr, {c->id}, said("Its text has too little contrast.")});
}
/// The colour made darker, or lighter on a dark ground, by as little as makes it pass.
Form readable(const Checked& in, const Finding& f) {
    const Control* c = in.form.find(f.controls.front());
    if (!c || !tooFaint(in.form, *c, lookOf(in.form, *c))) return in.form;
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

double leastPoints(const Form& form) {
    return form.isDialog() ? leastPointsOnScreen : leastPointsOnPaper;
}
void smallText(const Checked& in, Findings& found) {
    for (const auto& [c, look] : in.lettered())
        if ((c->is().wording || c->is().filled()) && look.size < leastPoints(in.form))
            found.push_back({nullptr, {c->id}, said("Its text is too small to read.")});
}
Form largerText(const Checked& in, const Finding& f) {
    return withProperty(in.form, f.controls, Prop::fontSize, leastPoints(in.form));
}

/// Wording that points at things by their colour.
void colourAlone(const Checked& in, Findings& found) {
    static constexpr std::string_view colours[] = {"red",   "green",  "yellow", "blue",  "orange", "grey",    "gray",
                                                   "rot",   "rote",   "roten",  "gruen", "gruene", "gruenen", "gelb",
                                                   "gelbe", "gelben", "blau",   "blaue", "blauen", "grau",    "graue"};
    static constexpr std::string_view things[] = {
        "field", "fields",     "box",  "boxes",  "marked",  "shown",    "label",     "labels",     "items",
        "lines", "background", "feld", "felder", "felders", "markiert", "markierte", "markierten", "umrandet"};
    eachControl(in, [&](const Control& c) {
        if (!c.is().speaks || in.form.find(c.reference(Prop::labels))) return;
        const auto words = smallWords(c.text(Prop::text));
        if (saysAny(words, colours) && saysAny(words, things))
            found.push_back({nullptr, {c.id}, said("It refers to things by colour only.")});
    });
}

void manyFonts(const Checked& in, Findings& found) {
    std::set<std::string_view> families;
    for (const Lettered& one : in.lettered()) families.insert(one.look.family);
    if (families.size() > mostFamilies)
        found.push_back({nullptr, {rootId}, said("It uses {} font families.", families.size())});
}
/// What was set by hand goes, styles stay.
Form fewerFonts(const Checked& in, const Finding&) {
    return withoutProperty(in.form, allIds(in.form), Prop::fontFamily);
}

void strangeFont(const Checked& in, Findings& found) {
    std::map<std::string_view, bool> usable;
    for (const auto& [c, look] : in.lettered()) {
        if (look.family.empty()) continue;
        const auto [at, first] = usable.try_emplace(look.family, false);
        if (first) at->second = in.fonts.canEmbed(look.family);
        if (!at->second)
            found.push_back(
                {nullptr, {c->id}, said("“{}” is not installed here, or may not be embedded in a PDF.", look.family)});
    }
}
Form usualFont(const Checked& in, const Finding& f) {
    return withProperty(in.form, f.controls, Prop::fontFamily, in.fonts.desktopFamily);
}

// The rows read best in long lines.
// clang-format off
constexpr CheckRow lookRows[] = {
    {"lowContrast", CheckFamily::looks, Severity::must, "Contrast under 4.5 to 1, or 3 to 1 for large text", "Many cannot read it (WCAG 2.2, 1.4.3).", "Uses the nearest colour with enough contrast.", lowContrast, readable},
    {"colourAlone", CheckFamily::looks, Severity::should, "Meaning by colour alone", "It is lost on colour-blind readers and in black print (WCAG 2.2, 1.4.1).", "", colourAlone},
    {"manyFonts", CheckFamily::looks, Severity::should, "More than three font families", "It looks restless.", "Removes the font families that were set by hand.", manyFonts, fewerFonts},
    {"strangeFont", CheckFamily::looks, Severity::should, "A font that is missing or cannot be embedded", "Other computers show another font.", "Uses the usual font.", strangeFont, usualFont},
    {"smallText", CheckFamily::looks, Severity::should, "Text under 8 pt on the screen, 7 pt on paper", "It is easily overlooked.", "Enlarges it to that size.", smallText, largerText},
};
// clang-format on

}  // namespace

std::span<const CheckRow> looks() {
    return lookRows;
}

}  // namespace brindel::checks
