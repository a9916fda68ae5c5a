// Pictures, signatures and boxes.
#include <fmt/format.h>

#include <sstream>

#include "core/answers/picture_data.h"
#include "core/answers/strokes.h"
#include "core/draw/art.h"

namespace brindel {

Box pictureBox(const Box& frame, Extent size, Fits fits) {
    if (fits == Fits::stretched || size.width <= 0 || size.height <= 0) return frame;
    const double across = frame.width / size.width, down = frame.height / size.height;
    const double by = fits == Fits::fills ? std::max(across, down) : std::min(across, down);
    const double wide = size.width * by, high = size.height * by;
    return {frame.centre().x - wide / 2, frame.centre().y - high / 2, wide, high};
}

void drawPicture(const Art& a) {
    const Look l = a.look();
    const std::string& png = isFilled(a.c) && !a.shown.text.empty() ? a.shown.text : a.c.text(Prop::picture);
    const bool mine = isFilled(a.c) ? a.options.guests : a.options.ground;
    if (a.options.ground) a.ground(l, a.whole(), 0);
    if (auto size = pictureSize(png)) {
        if (!mine) return;
        a.out.push_back(ClipMark{a.whole()});
        a.out.push_back(ImageMark{pictureBox(a.whole(), *size, a.c.as<Fits>()), png});
        a.out.push_back(ClipEndMark{});
        return;
    }
    if (!a.options.ground) return;
    // An empty place: a dashed edge, and a hill under a sun.
    a.box(a.whole(), std::nullopt, Pen{edge, a.unit(1, 0.25), {a.unit(4, 1), a.unit(3, 0.8)}}, a.unit(3, 0.5));
    const double side = std::min({a.c.box.width * 0.5, a.c.box.height * 0.6, a.unit(40, 12)});
    const Point m = a.whole().centre();
    const Pen pen{mixed(edge, white, 0.3), a.unit(1.5, 0.35), {}};
    a.out.push_back(PathMark{{{m.x - side / 2, m.y + side * 0.35},
                              {m.x - side * 0.12, m.y - side * 0.15},
                              {m.x + side * 0.12, m.y + side * 0.15},
                              {m.x + side * 0.25, m.y},
                              {m.x + side / 2, m.y + side * 0.35}},
                             true,
                             std::nullopt,
                             pen});
    const double sun = side * 0.2;
    a.out.push_back(BoxMark{{m.x + side * 0.16, m.y - side * 0.42, sun, sun}, std::nullopt, pen, sun / 2});
}

void drawSignature(const Art& a) {
    const Look l = a.look();
    const double base = a.c.box.height * 0.76, side = a.unit(10, 3);
    if (a.options.ground) {
        a.ground(l, a.whole(), a.unit(3, 0.5));
        const Pen pen{edge, a.unit(1, 0.25), {}};
        a.out.push_back(PathMark{{{side * 2.2, base}, {a.c.box.width - side, base}}, false, std::nullopt, pen});
        // A cross says where to sign, in any language.
        const double half = a.unit(3.5, 1), x = side * 1.3;
        for (double turn : {1.0, -1.0})
            a.out.push_back(PathMark{{{x - half, base - half - half * turn}, {x + half, base - half + half * turn}},
                                     false,
                                     std::nullopt,
                                     pen});
    }
    if (!a.options.guests || a.shown.text.empty()) return;
    const Look entry = entryLookOf(a.form, a.c);
    const Colour colour = a.textColour(entry);
    const auto strokes = strokesOf(a.shown.text);
    for (const auto& stroke : strokes) {
        PathMark line{{}, false, std::nullopt, Pen{colour, a.unit(1.8, 0.45), {}}};
        for (const Point& p : stroke) line.points.push_back({p.x / 1000 * a.c.box.width, p.y / 1000 * a.c.box.height});
        if (line.points.size() == 1) line.points.push_back({line.points[0].x + a.unit(1, 0.3), line.points[0].y});
        a.out.push_back(std::move(line));
    }
    if (!strokes.empty()) return;
    Look hand = entry;
    hand.italic = true;
    hand.size = entry.size * 1.35;
    const double high = a.options.fonts.lineHeight(hand) * a.pt;
    a.lines({a.shown.text}, hand, {side * 2.4, base - high, a.c.box.width - side * 3.4, high}, Down::middle, colour,
            false);
}

void drawBox(const Art& a) {
    const double width = a.c.number(Prop::lineWidth) * a.pt;
    Pen pen{colourMeant(a.c.text(Prop::lineColour)).value_or(edge), width, dashesOf(a.c, width)};
    const auto fill = colourMeant(a.c.text(Prop::fillColour));
    a.box(a.whole(), fill, width > 0 ? std::optional(pen) : std::nullopt, a.c.number(Prop::corners));
}

}  // namespace brindel
