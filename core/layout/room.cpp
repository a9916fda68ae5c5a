#include "core/layout/room.h"

#include "core/model/measures.h"

#include <fmt/format.h>

#include <algorithm>
#include <cmath>

namespace brindel {
namespace {

using std::string;

/// Everyday words, to count letters by: the frequencies of European languages, with a capital now and then.
constexpr std::string_view everyday =
    "The boat is moored at the north pontoon and will be lifted on Tuesday next week if the weather allows it ";

string wordsOf(std::size_t count) {
    string text;
    while (text.size() < count) text += everyday;
    return text.substr(0, count);
}

/// The most characters whose text, made by `textOf`, is at most so wide. Searched by halving: shaping is what costs.
template <class TextOf>
int mostThatFit(double width, TextOf textOf, const auto& widthOf) {
    int low = 0, high = 8;
    while (high < 4096 && widthOf(textOf(std::size_t(high))) <= width) low = high, high *= 2;
    while (high - low > 1) {
        const int middle = (low + high) / 2;
        (widthOf(textOf(std::size_t(middle))) <= width ? low : high) = middle;
    }
    return low;
}

bool hasManyLines(const Control& c) {
    return (c.is().answer().free && c.as<Lines>() == Lines::many) || (c.is().speaks && c.yes(Prop::wraps));
}

/// The box that a control's text stands in, and its look.
std::optional<std::pair<Box, Look>> textPlace(const Form& form, const Control& c) {
    const bool typed = c.is().answer().typed;
    if (typed) return std::pair(textBoxOf(form, c), entryLookOf(form, c));
    if (c.is().speaks) return std::pair(Box{0, 0, c.box.width, c.box.height}, lookOf(form, c));
    return std::nullopt;
}

}  // namespace

double shownWidth(const Form& form, const string& text, const Look& look, const FontBook& fonts) {
    const double pixels = look.size * unitsPerPoint(form);
    const double width = fonts.width(text, look) * unitsPerPoint(form);
    return form.isDialog() ? width * std::max(1.0, std::round(pixels)) / pixels : width;
}

std::optional<Room> roomOf(const Form& form, const Control& c, const FontBook& fonts) {
    const auto place = textPlace(form, c);
    if (!place) return std::nullopt;
    const auto& [box, look] = *place;
    auto widthOf = [&, &look = look](const string& text) { return shownWidth(form, text, look, fonts); };
    Room room;
    room.digits = mostThatFit(
        box.width, [](std::size_t n) { return string(n, '0'); }, widthOf);
    room.letters = mostThatFit(box.width, wordsOf, widthOf);
    room.wide = mostThatFit(
        box.width, [](std::size_t n) { return string(n, 'W'); }, widthOf);
    if (hasManyLines(c))
        room.lines = std::max(1, int(box.height / (fonts.lineHeight(look) * unitsPerPoint(form)) + 0.01));
    return room;
}

bool fitsIn(const Form& form, const Control& c, const string& text, const FontBook& fonts) {
    const auto place = textPlace(form, c);
    if (!place) return true;
    const auto& [box, look] = *place;
    if (!hasManyLines(c)) return shownWidth(form, text, look, fonts) <= box.width + 1e-6;
    const double high = fonts.lineHeight(look) * unitsPerPoint(form);
    const auto lines = drawnLines(form, c, text, look, box.width, fonts);
    if (high * double(lines.size()) > box.height + 0.01 && (!c.is().speaks || lines.size() > 1)) return false;
    return std::ranges::all_of(lines, [&, &b = box, &l = look](const string& line) {
        return shownWidth(form, line, l, fonts) <= b.width + measuresFor(form).cutSlack;
    });
}

Form widthFittedToLimit(const Form& form, const Ids& ids, const FontBook& fonts) {
    Form next = form;
    for (Id id : ids) {
        const Control* c = form.find(id);
        const auto limit = c ? std::size_t(c->number(Prop::maxLength)) : 0;
        const auto place = c ? textPlace(form, *c) : std::nullopt;
        if (!place || limit == 0 || !isFilled(*c)) continue;
        const auto& [box, look] = *place;
        const double around = c->box.width - box.width, step = smallStep(form);
        Box to = c->box;
        if (hasManyLines(*c)) {
            const auto lines = drawnLines(form, *c, wordsOf(limit), look, box.width, fonts);
            to.height = std::ceil((double(lines.size()) * fonts.lineHeight(look) * unitsPerPoint(form) + c->box.height -
                                   box.height) /
                                  step) *
                        step;
        } else {
            const string text = c->as<LetterCase>() == LetterCase::upper ? string(limit, 'M') : wordsOf(limit);
            to.width = std::ceil((shownWidth(form, text, look, fonts) + around) / step) * step;
        }
        next = boxed(next, id, to);
    }
    return next;
}

Form limitedToRoom(const Form& form, const Ids& ids, const FontBook& fonts) {
    Form next = form;
    for (Id id : ids) {
        const Control* c = form.find(id);
        if (!c || !has(c->kind, Prop::maxLength)) continue;
        if (auto room = roomOf(form, *c, fonts))
            next = withProperty(next, {id}, Prop::maxLength, double(std::max(1, room->letters * room->lines)));
    }
    return next;
}

bool isCutOff(const Form& form, const Control& c, const FontBook& fonts) {
    return grownIsCutOff(form, c, fonts, 1);
}

bool grownIsCutOff(const Form& form, const Control& c, const FontBook& fonts, double factor) {
    const Look look = lookOf(form, c);
    const double pt = unitsPerPoint(form), slack = measuresFor(form).cutSlack;
    auto wider = [&](const string& text, const Look& l, double room) {
        return shownWidth(form, text, l, fonts) * factor > room + slack;
    };
    // Text that is broken into lines has more of them in a room that is narrower by as much.
    switch (c.kind) {
        case Kind::label: {
            if (c.text(Prop::text).empty()) return false;
            const double reach = c.box.width + signReach(form, c, fonts);
            const string marked = markedWording(form, c);
            const double high = fonts.lineHeight(look) * pt;
            // Most wordings are one line that fits: no need to look where it could be broken.
            if (marked.find('\n') == string::npos && !wider(marked, look, reach))
                return high > c.box.height + high * 0.3;
            // And what does not fit in its one line has no second one.
            if (2 * high > c.box.height + high * 0.3) return true;
            const auto lines = drawnLines(form, c, marked, look, (reach + slack) / factor, fonts);
            // Letters reach less far than their line is high: a label of one line may be a little lower than it.
            if (double(lines.size()) * high > c.box.height + high * 0.3) return true;
            return std::ranges::any_of(lines, [&](const string& line) { return wider(line, look, reach); });
        }
        case Kind::button:
            return wider(c.text(Prop::text), look, c.box.width - measuresFor(form).buttonSpare);
        case Kind::checkBox:
        case Kind::radioButton: {
            const double room =
                c.box.width + signReach(form, c, fonts) - tickBoxOf(form, c).width - measuresFor(form).tickSpare;
            const string marked = markedWording(form, c);
            const double high = fonts.lineHeight(look) * pt;
            if (marked.find('\n') == string::npos && !wider(marked, look, room)) return high > c.box.height * 1.3;
            const auto lines = fonts.lines(marked, look, (room + slack) / factor / pt, !form.isDialog());
            if (double(lines.size()) * high > c.box.height * 1.3) return true;
            return std::ranges::any_of(lines, [&](const string& line) { return wider(line, look, room); });
        }
        case Kind::frame:
            return wider(c.text(Prop::title), look, c.box.width - measuresFor(form).titleSpare);
        case Kind::choiceGroup: {
            const ChoiceSpots spots = choiceSpotsOf(form, c, fonts);
            for (std::size_t i = 0; i < spots.rows.size(); ++i) {
                const Box& line = spots.rows[i];
                if (line.bottom() > c.box.height + slack) return true;
                const double room = line.width - choiceTick(form, line).width - measuresFor(form).tickSpare;
                if (i < c.choices().size() && wider(c.choices()[i].text, look, room)) return true;
            }
            return false;
        }
        default:
            return false;
    }
}

}  // namespace brindel
