// What the functions that draw single kinds share. Within core/draw only.
#pragma once

#include <algorithm>

#include "core/draw/draw_control.h"
#include "core/text/fonts.h"

namespace brindel {

inline constexpr Colour ink{0x23, 0x28, 0x2B}, grey{0x8A, 0x84, 0x7C}, edge{0x9A, 0x93, 0x8A}, white{0xFF, 0xFF, 0xFF};
inline constexpr Colour dialogGround{0xF3, 0xF1, 0xEE}, barGround{0xDE, 0xD6, 0xCA}, pane{0xFB, 0xFA, 0xF8},
    tabGround{0xE9, 0xE5, 0xDE};

inline Colour mixed(Colour a, Colour b, double part) {
    auto one = [&](std::uint8_t x, std::uint8_t y) { return std::uint8_t(x + (y - x) * part); };
    return {one(a.red, b.red), one(a.green, b.green), one(a.blue, b.blue)};
}

/// What every drawing function gets, and the helpers they share.
struct Art {
    const Form& form;
    const Control& c;
    const Shown& shown;
    const DrawOptions& options;
    Drawing& out;
    double pt = unitsPerPoint(form);

    Look look() const { return lookOf(form, c); }

    void box(Box b, std::optional<Colour> fill, std::optional<Pen> outline, double radius = 0) const {
        if (outline) {
            // The line is drawn inside the box, so that a control never paints beyond its edges.
            out.push_back(BoxMark{b.grown(-outline->width / 2), fill, outline, radius});
        } else if (fill) {
            out.push_back(BoxMark{b, fill, std::nullopt, radius});
        }
    }
    /// The border and ground that a look asks for.
    void ground(const Look& l, Box b, double radius) const {
        std::optional<Pen> pen;
        if (l.border != Border::none) pen = Pen{l.borderColour.value_or(edge), l.borderWidth * pt, {}};
        std::optional<Colour> fill = l.fill;
        if (!fill && l.border == Border::sunken) fill = white;
        if (!fill && l.border == Border::raised) fill = Colour{0xEF, 0xEC, 0xE7};
        box(b, fill, pen, radius);
    }
    /// Lines of text in a box, as the look aligns them; what does not fit is clipped.
    void lines(const std::vector<std::string>& text, const Look& l, Box b, Down down, Colour colour, bool clip,
               std::size_t part = 0) const {
        const double high = options.fonts.lineHeight(l) * pt;
        const FacePtr face = options.fonts.face(l);
        const double all = high * double(text.size());
        double top = down == Down::top ? b.top : down == Down::bottom ? b.bottom() - all : b.top + (b.height - all) / 2;
        if (all > b.height && clip) top = b.top;
        if (clip) out.push_back(ClipMark{b});
        constexpr double farBelow = 1000;  // no page reaches there: what runs over so far is not drawn
        for (const std::string& line : text) {
            if (top > b.bottom() + farBelow) break;
            if (!clip || top < b.bottom()) {
                Shaped shaped = options.fonts.shape(line, l);
                double width = shaped.width * l.size * pt;
                double x = l.across == Across::start ? b.left
                           : l.across == Across::end ? b.right() - width
                                                     : b.left + (b.width - width) / 2;
                // In a box of one line capitals stand in the middle: that is where the eye looks for level.
                double base = top + face->ascent * l.size * pt;
                if (text.size() == 1 && down == Down::middle) base = b.centre().y + face->capHeight * l.size * pt / 2;
                if (!line.empty())
                    out.push_back(TextMark{{x, base}, std::move(shaped), l.size * pt, colour, l.underline, line, part});
            }
            top += high;
        }
        if (clip) out.push_back(ClipEndMark{});
    }
    Colour textColour(const Look& l) const {
        Colour colour = l.text.value_or(ink);
        return options.enabled(c) ? colour : mixed(colour, white, 0.5);
    }
    Box whole() const { return {0, 0, c.box.width, c.box.height}; }
    double unit(double px, double mm) const { return form.isDialog() ? px : mm; }
};

inline bool rightToLeft(const Form& form) {
    return form.index()->rightToLeft();
}
/// A box in something `width` wide, as it is seen where everything is turned for the other direction of writing.
inline Box asSeen(const Box& box, double width) {
    return {width - box.right(), box.top, box.width, box.height};
}
/// The same for a form whose language may run either way.
inline Box asSeen(const Form& form, const Box& box, double width) {
    return rightToLeft(form) ? asSeen(box, width) : box;
}
// Where the parts of controls stand in a language that runs from left to right: what drawing goes by, before it turns.
Box fieldTextBox(const Form& form, const Control& control);
Box tickSquare(const Form& form, const Control& control);
ChoiceSpots choicePlaces(const Form& form, const Control& group, const FontBook& fonts);
Box tickOfLine(const Form& form, const Box& line);

/// The dashes of a line or box of this width, as its Prop::dash says.
std::vector<double> dashesOf(const Control& control, double width);
/// The little box or ring of a tick or a radio button, and its mark.
void drawTick(const Art& a, Box b, bool on, bool round);
void drawTickWithText(const Art& a);
void drawList(const Art& a);
void drawChoiceGroup(const Art& a);
void drawTable(const Art& a);
void drawPicture(const Art& a);
void drawSignature(const Art& a);
void drawBox(const Art& a);

}  // namespace brindel
