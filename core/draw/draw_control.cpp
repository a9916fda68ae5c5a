#include "core/draw/draw_control.h"

#include <fmt/format.h>

#include <algorithm>

#include "core/answers/required_marks.h"
#include "core/draw/art.h"
#include "core/model/in_order.h"
#include "core/model/measures.h"
#include "core/model/style_keys.h"
#include "core/text/words.h"

namespace brindel {
namespace {

using std::string;

void drawLabel(const Art& a) {
    Look l = a.look();
    a.ground(l, a.whole(), 0);
    const string text = markedWording(a.form, a.c);
    Box b = a.whole();
    b.width += signReach(a.form, a.c, a.options.fonts);
    if (l.border != Border::none || l.fill) b = b.grown(-a.unit(4, 1));
    // What sticks out by less than counts as cut off stays on its line.
    auto text_ = drawnLines(a.form, a.c, text, l, b.width + measuresFor(a.form).cutSlack, a.options.fonts);
    a.lines(text_, l, b, l.down, a.textColour(l), false);
}

/// A field's ground and text: text, number and date boxes, and what combo boxes begin with.
void drawField(const Art& a) {
    // What is empty shows nothing on paper but its ground.
    if (!a.options.ground && a.shown.text.empty() && !a.form.isDialog()) return;
    const Look l = a.look();
    const string& unit = a.c.text(Prop::unit);
    if (a.options.ground) {
        // In a table on paper the cell's own lines are the field's edge.
        const Control* holder = a.form.find(a.c.parent);
        const bool inCell = !a.form.isDialog() && holder && holder->kind == Kind::cell;
        if (!inCell || a.c.own.find(Prop::border)) a.ground(l, a.whole(), a.unit(3, 0.5));
        // On paper the unit is part of the form, in the field's end; on the screen it follows the number.
        if (!a.form.isDialog() && !unit.empty()) {
            Look end = l;
            end.across = Across::end;
            a.lines({unit}, end, {0, 0, a.c.box.width - 1.6, a.c.box.height}, Down::middle, grey, false);
        }
    }
    const std::vector<Box> letters = letterBoxes(a.c);
    if (a.options.ground && !letters.empty()) {
        const Pen pen{l.borderColour.value_or(edge), std::max(l.borderWidth * a.pt, a.unit(1, 0.2)), {}};
        for (std::size_t i = 1; i < letters.size(); ++i) {
            const double x = a.c.box.width * double(i) / double(letters.size());
            a.out.push_back(PathMark{{{x, 0}, {x, a.c.box.height}}, false, std::nullopt, pen});
        }
    }
    if (!a.options.guests) return;
    const bool many = a.c.as<Lines>() == Lines::many && a.c.kind == Kind::textBox;
    const bool answered = !a.shown.text.empty();
    string text = a.shown.text;
    if (!answered) {
        text = a.c.text(a.c.kind == Kind::comboBox ? Prop::prompt : Prop::placeholder);
        // Paper carries no placeholder: it would be read as an answer.
        if (!a.form.isDialog()) text.clear();
    } else if (a.c.yes(Prop::secret)) {
        string dots;
        for (std::size_t i = 0; i < characterCount(text); ++i) dots += "•";
        text = dots;
    }
    if (text.empty()) return;
    Look entry = entryLookOf(a.form, a.c);
    const Colour colour = answered ? a.textColour(entry) : grey;
    if (!letters.empty()) {
        entry.across = Across::centre;
        const std::u32string each = lettersOf(text);
        for (std::size_t i = 0; i < std::min(each.size(), letters.size()); ++i) {
            a.lines({utf8(std::u32string_view(&each[i], 1))}, entry, letters[i], Down::middle, colour, false);
        }
        return;
    }
    if (a.form.isDialog() && !unit.empty()) text += " " + unit;
    Box b = fieldTextBox(a.form, a.c);
    auto lines = many ? drawnLines(a.form, a.c, text, entry, b.width, a.options.fonts) : std::vector<string>{text};
    a.lines(lines, entry, b, many ? Down::top : entry.down, colour, true);
}

void drawArrow(const Art& a, Box b) {
    double w = std::min(b.width, b.height) * 0.22;
    Point m = b.centre();
    a.out.push_back(PathMark{{{m.x - w, m.y - w / 2}, {m.x, m.y + w / 2}, {m.x + w, m.y - w / 2}},
                             false,
                             std::nullopt,
                             Pen{ink, a.unit(1.3, 0.3), {}}});
}

void drawCombo(const Art& a) {
    drawField(a);
    if (!a.options.ground) return;
    double side = std::min(a.c.box.height, a.unit(26, 7));
    drawArrow(a, {a.c.box.width - side, 0, side, a.c.box.height});
}

void drawDate(const Art& a) {
    drawField(a);
    if (!a.options.ground || !a.c.yes(Prop::calendar) || !a.form.isDialog()) return;
    double side = std::min(a.c.box.height, a.unit(26, 7));
    drawArrow(a, {a.c.box.width - side, 0, side, a.c.box.height});
}

void drawButton(const Art& a) {
    Look l = a.look();
    if (!a.options.guests) return;
    a.ground(l, a.whole(), a.unit(4, 0.8));
    a.lines({a.c.text(Prop::text)}, l, a.whole(), Down::middle, a.textColour(l), false);
}

void drawFrame(const Art& a) {
    Look l = a.look();
    const string title = a.c.text(Prop::title) + requiredMark(a.form, a.c);
    const double high = a.options.fonts.lineHeight(l) * a.pt, drop = title.empty() ? 0 : high / 2;
    Box b{0, drop, a.c.box.width, a.c.box.height - drop};
    if (l.fill) a.box(b, l.fill, std::nullopt, a.unit(4, 0.8));
    if (l.border == Border::none || title.empty()) {
        if (l.border != Border::none)
            a.box(b, std::nullopt, Pen{l.borderColour.value_or(edge), l.borderWidth * a.pt, {}}, a.unit(4, 0.8));
    } else {
        // The line stops for the title, so that the title needs no ground of its own.
        const double half = l.borderWidth * a.pt / 2, inset = a.unit(10, 3), gap = a.unit(5, 1.5);
        const double textWidth = a.options.fonts.width(title, l) * a.pt;
        Box o = b.grown(-half);
        a.out.push_back(PathMark{{{o.left + inset - gap, o.top},
                                  {o.left, o.top},
                                  {o.left, o.bottom()},
                                  {o.right(), o.bottom()},
                                  {o.right(), o.top},
                                  {std::min(o.right(), o.left + inset + textWidth + gap), o.top}},
                                 false,
                                 std::nullopt,
                                 Pen{l.borderColour.value_or(edge), l.borderWidth * a.pt, {}}});
    }
    if (!title.empty()) {
        Look head = l;
        head.across = Across::start;
        a.lines({title}, head, {a.unit(10, 3) + l.borderWidth * a.pt / 2, 0, a.c.box.width, high}, Down::middle,
                a.textColour(l), false);
    }
}

void drawTabs(const Art& a) {
    Look l = a.look();
    const std::vector<double> widths = tabWidths(a.form, a.c, a.options.fonts);
    std::vector<Box> tabs = tabBoxes(a.form, a.c, widths);
    Id front = shownPage(a.c, a.options.turned);
    Pen pen{edge, a.unit(1, 0.25), {}};
    double strip = tabStrip(a.form);
    const TabsSit sit = a.c.as<TabsSit>();
    Box paneBox = a.whole();
    if (sit == TabsSit::top) paneBox = {0, strip, a.c.box.width, a.c.box.height - strip};
    if (sit == TabsSit::bottom) paneBox.height -= strip;
    if (sit == TabsSit::left) paneBox = {3 * strip, 0, a.c.box.width - 3 * strip, a.c.box.height};
    if (sit == TabsSit::right) paneBox.width -= 3 * strip;
    std::optional<Colour> paneFill = a.form.isDialog() ? std::optional(pane) : std::nullopt;
    const bool clipped = !tabs.empty() && !a.whole().grown(1).contains(tabs.back());
    if (clipped) a.out.push_back(ClipMark{a.whole()});
    for (std::size_t i = 0; i < tabs.size() && i < a.c.children.size(); ++i)
        if (a.c.children[i] != front) a.box(tabs[i], tabGround, pen, a.unit(3, 0.6));
    a.box(paneBox, paneFill, pen, 0);
    for (std::size_t i = 0; i < tabs.size() && i < a.c.children.size(); ++i) {
        const Control* page = a.form.find(a.c.children[i]);
        Look label = l;
        label.bold = page && page->id == front;
        label.across = Across::centre;
        if (label.bold) {
            Box b = tabs[i];
            a.box(b, paneFill.value_or(white), pen, a.unit(3, 0.6));
            // The front tab opens into its page: the line between them goes.
            Box seam =
                sit == TabsSit::bottom
                    ? Box{b.left + pen.width, b.top - pen.width, b.width - 2 * pen.width, 3 * pen.width}
                : sit == TabsSit::left
                    ? Box{b.right() - pen.width, b.top + pen.width, 3 * pen.width, b.height - 2 * pen.width}
                : sit == TabsSit::right
                    ? Box{b.left - pen.width, b.top + pen.width, 3 * pen.width, b.height - 2 * pen.width}
                    : Box{b.left + pen.width, b.bottom() - 2 * pen.width, b.width - 2 * pen.width, 4 * pen.width};
            a.box(seam, paneFill.value_or(white), std::nullopt);
        }
        if (page) a.lines({page->text(Prop::text)}, label, tabs[i], Down::middle, a.textColour(label), false, i);
    }
    if (clipped) a.out.push_back(ClipEndMark{});
}

}  // namespace

std::vector<double> dashesOf(const Control& c, double width) {
    if (c.as<Dash>() == Dash::dashed) return {width * 4, width * 3};
    if (c.as<Dash>() == Dash::dotted) return {width, width * 2};
    return {};
}

namespace {

void drawLine(const Art& a) {
    const Control& c = a.c;
    double width = c.number(Prop::lineWidth) * a.pt;
    Pen pen{colourMeant(c.text(Prop::lineColour)).value_or(edge), width, {}};
    pen.dash = dashesOf(c, width);
    bool across = c.box.width >= c.box.height;
    Point from = across ? Point{0, c.box.height / 2} : Point{c.box.width / 2, 0};
    Point to = across ? Point{c.box.width, c.box.height / 2} : Point{c.box.width / 2, c.box.height};
    a.out.push_back(PathMark{{from, to}, false, std::nullopt, pen});
}

void drawNothing(const Art&) {}

/// Turned for a language that runs from right to left: what stood at the start of the control stands at its end.
Drawing mirrored(Drawing drawing, double width) {
    for (Mark& mark : drawing) {
        if (auto* b = std::get_if<BoxMark>(&mark)) b->box = asSeen(b->box, width);
        if (auto* i = std::get_if<ImageMark>(&mark)) i->box = asSeen(i->box, width);
        if (auto* c = std::get_if<ClipMark>(&mark)) c->box = asSeen(c->box, width);
        if (auto* t = std::get_if<TextMark>(&mark)) t->at.x = width - t->at.x - t->text.width * t->size;
        if (auto* p = std::get_if<PathMark>(&mark)) {
            const auto [low, high] = std::ranges::minmax_element(p->points, {}, &Point::x);
            const double across = low->x + high->x;
            for (Point& at : p->points) at.x = p->upright ? at.x + width - across : width - at.x;
        }
    }
    return drawing;
}

/// One row a kind. `turns`: drawn for a language that runs from left to right, and turned for others.
struct Artist {
    Kind kind;
    void (*draw)(const Art&) = drawNothing;
    bool turns = true;
};
constexpr Artist artists[] = {
    {Kind::dialog},
    {Kind::document},
    {Kind::page},
    {Kind::tabPage},
    {Kind::label, drawLabel},
    {Kind::textBox, drawField},
    {Kind::numberBox, drawField},
    {Kind::dateBox, drawDate},
    {Kind::timeBox, drawField},
    {Kind::comboBox, drawCombo},
    {Kind::listBox, drawList},
    {Kind::checkBox, drawTickWithText},
    {Kind::radioButton, drawTickWithText},
    {Kind::choiceGroup, drawChoiceGroup},
    {Kind::button, drawButton},
    {Kind::frame, drawFrame},
    {Kind::tabs, drawTabs, false},
    {Kind::table, drawTable},
    {Kind::cell},
    {Kind::picture, drawPicture, false},
    {Kind::signature, drawSignature, false},
    {Kind::line, drawLine, false},
    {Kind::box, drawBox, false},
};
static_assert(inOrder(artists, &Artist::kind), "the rows stand in the order of Kind");

void drawInto(const Form& form, const Control& c, const DrawOptions& options, double left, double top,
              std::vector<Drawn>& out) {
    if (!options.visible(c)) return;
    Box box = boxOf(form, c);
    Shown starting;
    const Shown* shown = nullptr;
    if (options.filling)
        if (auto at = options.filling->shown.find(c.id); at != options.filling->shown.end()) shown = &at->second;
    if (!shown) {
        starting = startingShown(form, c);
        shown = &starting;
    }
    out.push_back({c.id, moved(drawnControl(form, c, *shown, options), left + box.left, top + box.top)});
    if (c.kind == Kind::tabs) {
        if (const Control* page = form.find(shownPage(c, options.turned)))
            drawInto(form, *page, options, left + box.left, top + box.top, out);
        return;
    }
    for (Id id : c.children)
        if (const Control* child = form.find(id)) drawInto(form, *child, options, left + box.left, top + box.top, out);
}

/// A document's head and foot, within the margins.
void headAndFoot(const Form& form, Id surface, const DrawOptions& options, Drawing& out) {
    const Control& root = form.root();
    Extent size = paperSize(root);
    Box inside = withinMargins(form);
    Control words;
    words.kind = Kind::label;
    words.own.set(Prop::style, string(style::finePrint));
    Shown nothing;
    auto line = [&](const string& text, double middle, const char* across) {
        if (text.empty()) return;
        words.own.set(Prop::alignAcross, string(across));
        words.own.set(Prop::text, text);
        words.box = {0, 0, inside.width, 5};
        Drawing one = moved(drawnControl(form, words, nothing, options), inside.left, middle - 2.5);
        out.insert(out.end(), one.begin(), one.end());
    };
    line(root.text(Prop::head), inside.top / 2, "start");
    double low = (inside.bottom() + size.height) / 2;
    line(root.text(Prop::foot), low, "start");
    const auto& pages = root.children;
    auto at = std::ranges::find(pages, surface);
    if (root.yes(Prop::pageNumbers) && pages.size() > 1 && at != pages.end())
        line(fmt::format("{} / {}", at - pages.begin() + 1, pages.size()), low, "end");
}

}  // namespace

string markedWording(const Form& form, const Control& control) {
    return control.text(Prop::text) + requiredMark(form, control);
}

double signReach(const Form& form, const Control& control, const FontBook& fonts) {
    if (form.root().as<RequiredMarks>() != RequiredMarks::sign) return 0;
    if (!control.is().speaks && !control.is().answer().toggled) return 0;
    const string mark = requiredMark(form, control);
    return mark.empty() ? 0 : fonts.width(mark, lookOf(form, control)) * unitsPerPoint(form);
}

double listRowHeight(const Form& form) {
    return measuresFor(form).listRow;
}

Drawing drawnControl(const Form& form, const Control& control, const Shown& shown, const DrawOptions& options) {
    Drawing out;
    const Artist& artist = artists[std::size_t(control.kind)];
    artist.draw(Art{form, control, shown, options, out});
    return artist.turns && rightToLeft(form) ? mirrored(std::move(out), control.box.width) : out;
}

std::vector<Drawn> drawnControls(const Form& form, Id surface, const DrawOptions& options) {
    std::vector<Drawn> out;
    const Control* ground = form.find(surface);
    for (Id id : ground ? ground->children : std::vector<Id>())
        if (const Control* child = form.find(id)) drawInto(form, *child, options, 0, 0, out);
    return out;
}

Drawing drawnSurface(const Form& form, Id surface, const DrawOptions& options) {
    Drawing out = drawnGround(form, surface, options);
    for (Drawn& one : drawnControls(form, surface, options))
        out.insert(out.end(), std::make_move_iterator(one.marks.begin()), std::make_move_iterator(one.marks.end()));
    return out;
}

Drawing drawnGround(const Form& form, Id surface, const DrawOptions& options) {
    Drawing out;
    const Control* ground = form.find(surface);
    if (!ground) return out;
    Extent size = surfaceSize(form, surface);
    auto fill = colourMeant(ground->text(Prop::fillColour));
    if (ground->kind == Kind::dialog) {
        out.push_back(BoxMark{{0, 0, size.width, size.height}, fill.value_or(dialogGround), std::nullopt, 0});
    } else {
        out.push_back(BoxMark{{0, 0, size.width, size.height}, fill.value_or(white), std::nullopt, 0});
        headAndFoot(form, surface, options, out);
    }
    return out;
}

Drawing drawnTitleBar(const Form& form, const FontBook& fonts) {
    Drawing out;
    double width = form.root().box.width;
    out.push_back(BoxMark{{0, 0, width, titleBarHeight}, barGround, std::nullopt, 0});
    Look look;
    look.bold = true;
    double size = look.size * unitsPerPoint(form);
    // A title that is longer than the bar ends with an ellipsis, as a window's does.
    const std::string title = fonts.fitted(form.root().text(Prop::title), look, (width - 16) / unitsPerPoint(form));
    Shaped text = fonts.shape(title, look);
    out.push_back(
        TextMark{{(width - text.width * size) / 2, titleBarHeight / 2 + fonts.face(look)->capHeight * size / 2},
                 text,
                 size,
                 ink,
                 false,
                 title});
    return out;
}

Drawing moved(Drawing drawing, double dx, double dy) {
    for (Mark& mark : drawing) {
        if (auto* b = std::get_if<BoxMark>(&mark)) b->box = b->box.moved(dx, dy);
        if (auto* i = std::get_if<ImageMark>(&mark)) i->box = i->box.moved(dx, dy);
        if (auto* c = std::get_if<ClipMark>(&mark)) c->box = c->box.moved(dx, dy);
        if (auto* t = std::get_if<TextMark>(&mark)) t->at = {t->at.x + dx, t->at.y + dy};
        if (auto* p = std::get_if<PathMark>(&mark))
            for (Point& point : p->points) point = {point.x + dx, point.y + dy};
    }
    return drawing;
}

std::vector<double> tabWidths(const Form& form, const Control& tabs, const FontBook& fonts) {
    Look look = lookOf(form, tabs);
    look.bold = true;
    std::vector<double> widths;
    // Beyond the control's end no tab is seen, so none is measured there; the front one always is where it stands.
    double at = 0;
    const double end = 2 * tabs.box.width;
    const bool beside = tabs.as<TabsSit>() == TabsSit::left || tabs.as<TabsSit>() == TabsSit::right;
    for (Id id : tabs.children) {
        if (beside ? double(widths.size()) * tabStrip(form) > tabs.box.height : at > end) break;
        if (const Control* page = form.find(id))
            at += widths.emplace_back(fonts.width(page->text(Prop::text), look) * unitsPerPoint(form) +
                                      measuresFor(form).tickWide);
    }
    return widths;
}

Box fieldTextBox(const Form& form, const Control& c) {
    const bool dialog = form.isDialog();
    const double side = dialog ? 6 : 1.6;
    const double arrow = (c.kind == Kind::comboBox || (c.kind == Kind::dateBox && c.yes(Prop::calendar) && dialog) ||
                          ((c.kind == Kind::numberBox || c.kind == Kind::timeBox) && dialog))
                             ? std::min(c.box.height, dialog ? 26.0 : 7.0) * 0.85
                             : 0;
    const bool many = c.kind == Kind::textBox && c.as<Lines>() == Lines::many;
    const double above = many ? (dialog ? 4 : 1.4) : 0;  // the first line stands where a low field has its text
    // A unit on paper keeps the end of the field to itself: 2.2 mm a letter.
    const double unit = dialog || c.kind != Kind::numberBox ? 0 : 2.2 * double(characterCount(c.text(Prop::unit)));
    return {side, above, std::max(1.0, c.box.width - 2 * side - arrow - unit), std::max(1.0, c.box.height - 2 * above)};
}

std::vector<Box> letterBoxes(const Control& c) {
    const double count = has(c.kind, Prop::comb) && c.yes(Prop::comb) ? c.number(Prop::maxLength) : 0;
    constexpr double most = 100;
    if (!(count >= 1) || count > most || c.as<Lines>() == Lines::many || c.yes(Prop::secret)) return {};
    std::vector<Box> boxes;
    for (double i = 0; i < count; ++i) boxes.push_back({c.box.width * i / count, 0, c.box.width / count, c.box.height});
    return boxes;
}

Box tickSquare(const Form& form, const Control& c) {
    const double side = std::min(measuresFor(form).tickSide, c.box.height);
    return {0, (c.box.height - side) / 2, side, side};
}

Box textBoxOf(const Form& form, const Control& c) {
    return asSeen(form, fieldTextBox(form, c), c.box.width);
}

Box tickBoxOf(const Form& form, const Control& c) {
    return asSeen(form, tickSquare(form, c), c.box.width);
}

std::vector<string> drawnLines(const Form& form, const Control& control, const string& text, const Look& look,
                               double width, const FontBook& fonts) {
    bool wraps = !has(control.kind, Prop::wraps) || control.yes(Prop::wraps);
    return fonts.lines(text, look, width / unitsPerPoint(form), wraps);
}

}  // namespace brindel
