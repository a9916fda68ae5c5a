// Ticks, radio buttons, lists and choice groups.
#include "core/draw/art.h"
#include "core/model/measures.h"

namespace brindel {

/// The little box or ring of a tick or a radio button, and its mark.
void drawTick(const Art& a, Box b, bool on, bool round) {
    a.box(b, white, Pen{edge, a.unit(1.2, 0.28), {}}, round ? b.width / 2 : a.unit(2.5, 0.5));
    if (!on) return;
    const Colour mark{0x24, 0x50, 0x4D};
    if (round) {
        Box dot = b.grown(-b.width * 0.27);
        a.out.push_back(BoxMark{dot, mark, std::nullopt, dot.width / 2});
    } else {
        a.out.push_back(PathMark{{{b.left + b.width * 0.22, b.top + b.height * 0.52},
                                  {b.left + b.width * 0.42, b.top + b.height * 0.73},
                                  {b.left + b.width * 0.79, b.top + b.height * 0.27}},
                                 false,
                                 std::nullopt,
                                 Pen{mark, b.width * 0.13, {}},
                                 true});
    }
}

void drawTickWithText(const Art& a) {
    Look l = a.look();
    const Box square = tickSquare(a.form, a.c);
    const double side = square.width;
    if (a.options.ground) a.ground(l, a.whole(), 0);
    if (a.options.guests) drawTick(a, square, a.shown.on, a.c.kind == Kind::radioButton);
    if (!a.options.ground) return;
    Box b{side + a.unit(7, 2), 0, std::max(0.0, a.c.box.width - side - a.unit(7, 2)), a.c.box.height};
    b.width += signReach(a.form, a.c, a.options.fonts);
    l.across = Across::start;
    const double room = b.width + measuresFor(a.form).cutSlack;
    a.lines(drawnLines(a.form, a.c, markedWording(a.form, a.c), l, room, a.options.fonts), l, b, Down::middle,
            a.textColour(l), false);
}

void drawList(const Art& a) {
    Look l = a.look(), entry = entryLookOf(a.form, a.c);
    if (a.options.ground) a.ground(l, a.whole(), a.unit(3, 0.5));
    if (!a.options.guests) return;
    const double high = listRowHeight(a.form);
    Box inner = a.whole().grown(-a.unit(2, 0.5));
    a.out.push_back(ClipMark{inner});
    const Choices& choices = a.c.choices();
    for (std::size_t i = 0; i < choices.size(); ++i) {
        Box line{inner.left, inner.top + high * double(i), inner.width, high};
        if (line.top >= inner.bottom()) break;
        const bool on = std::ranges::binary_search(a.shown.picked, i);
        if (on && !a.c.yes(Prop::tickMarks)) a.box(line, Colour{0xCF, 0xE0, 0xDD}, std::nullopt);
        Box text = line;
        text.left += a.unit(5, 1.5);
        if (a.c.yes(Prop::tickMarks)) {
            double side = std::min(a.unit(14, 3.4), high * 0.75);
            drawTick(a, {text.left, line.centre().y - side / 2, side, side}, on, false);
            text.left += side + a.unit(6, 1.6);
        }
        text.width = inner.right() - text.left;
        a.lines({a.options.fonts.fitted(choices[i].text, entry, text.width / a.pt)}, entry, text, Down::middle,
                a.textColour(entry), false);
    }
    a.out.push_back(ClipEndMark{});
}

ChoiceSpots choicePlaces(const Form& form, const Control& c, const FontBook& fonts) {
    const bool dialog = form.isDialog();
    const Look look = lookOf(form, c);
    const double pt = unitsPerPoint(form), line = fonts.lineHeight(look) * pt;
    const double high = std::max(dialog ? 24.0 : 6.2, std::ceil(line * 2) / 2);
    ChoiceSpots spots;
    double top = 0;
    if (!c.text(Prop::text).empty()) {
        const double lines = double(fonts.lines(markedWording(form, c), look, c.box.width / pt, true).size());
        spots.question = {0, 0, c.box.width, line * lines};
        top = line * lines + (dialog ? 4 : 1);
    }
    const std::size_t count = c.choices().size() + (c.yes(Prop::otherAnswers) ? 1 : 0);
    const auto across = std::max<std::size_t>(1, std::size_t(c.number(Prop::acrossIn)));
    // Read down the first column, then down the next.
    const std::size_t down = std::max<std::size_t>(1, (count + across - 1) / across);
    const double wide = c.box.width / double(across);
    for (std::size_t i = 0; i < count; ++i)
        spots.rows.push_back({wide * double(i / down), top + high * double(i % down), wide, high});
    if (c.yes(Prop::otherAnswers)) {
        const Box last = spots.rows.back();
        const double after = tickOfLine(form, last).width + (dialog ? 7 : 2) +
                             fonts.width(c.text(Prop::otherText), look) * pt + (dialog ? 8 : 2);
        const double field = std::min(last.height, dialog ? 24.0 : 6.0);
        spots.other = {last.left + after, last.top + (last.height - field) / 2,
                       std::max(dialog ? 20.0 : 6.0, last.width - after - (dialog ? 8 : 2)), field};
    }
    return spots;
}

Box tickOfLine(const Form& form, const Box& line) {
    const double side = std::min(measuresFor(form).tickSide, line.height);
    return {line.left, line.top + (line.height - side) / 2, side, side};
}

ChoiceSpots choiceSpotsOf(const Form& form, const Control& c, const FontBook& fonts) {
    ChoiceSpots spots = choicePlaces(form, c, fonts);
    if (!rightToLeft(form)) return spots;
    for (Box& row : spots.rows) row = asSeen(row, c.box.width);
    spots.question = asSeen(spots.question, c.box.width);
    spots.other = asSeen(spots.other, c.box.width);
    return spots;
}

Box choiceTick(const Form& form, const Box& line) {
    return asSeen(form, tickOfLine(form, line).moved(-line.left, 0), line.width).moved(line.left, 0);
}

std::string choiceWording(const Control& c, std::size_t number) {
    return number < c.choices().size() ? c.choices()[number].text : c.text(Prop::otherText);
}

void drawChoiceGroup(const Art& a) {
    Look l = a.look(), words = l, entry = entryLookOf(a.form, a.c);
    words.bold = a.c.own.find(Prop::bold) && l.bold;
    const ChoiceSpots spots = choicePlaces(a.form, a.c, a.options.fonts);
    if (a.options.ground) {
        a.ground(l, a.whole(), a.unit(3, 0.5));
        if (spots.question.height > 0)
            a.lines(a.options.fonts.lines(markedWording(a.form, a.c), l, spots.question.width / a.pt, true), l,
                    spots.question, Down::top, a.textColour(l), false);
    }
    const bool one = a.c.as<HowMany>() != HowMany::many;
    for (std::size_t i = 0; i < spots.rows.size(); ++i) {
        const Box tick = tickOfLine(a.form, spots.rows[i]);
        const bool on = std::ranges::binary_search(a.shown.picked, i);
        if (a.options.guests) drawTick(a, tick, on, one);
        if (!a.options.ground) continue;
        Look left = words;
        left.across = Across::start;
        Box text = spots.rows[i];
        text.left = tick.right() + a.unit(7, 2);
        text.width = std::max(0.0, spots.rows[i].right() - text.left);
        a.lines({a.options.fonts.fitted(choiceWording(a.c, i), left, text.width / a.pt)}, left, text, Down::middle,
                a.textColour(l), false);
    }
    if (!a.c.yes(Prop::otherAnswers)) return;
    if (a.options.ground) {
        // The field for another answer looks like the form's other fields.
        Control field;
        field.kind = Kind::textBox;
        a.ground(lookOf(a.form, field), spots.other, a.unit(3, 0.5));
    }
    if (a.options.guests && !a.shown.text.empty())
        a.lines({a.shown.text}, entry, spots.other.grown(-a.unit(4, 1)), Down::middle, a.textColour(entry), true);
}

}  // namespace brindel
