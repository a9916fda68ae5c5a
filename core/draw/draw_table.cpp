// A table's ground: its head, its bands and the lines between its cells. What its cells hold is drawn by itself.
#include "core/draw/art.h"
#include "core/model/style_keys.h"

namespace brindel {
namespace {

Look styledAs(const Form& form, std::string_view style) {
    Control words;
    words.kind = Kind::label;
    words.set(Prop::style, std::string(style));
    return lookOf(form, words);
}

}  // namespace

void drawTable(const Art& a) {
    if (!a.options.ground) return;
    const Look own = a.look(), head = styledAs(a.form, style::tableHead), band = styledAs(a.form, style::tableBand);
    const Grid grid = gridOf(a.c);
    const bool headed = a.c.yes(Prop::headRow);
    const Colour line = own.borderColour.value_or(edge);
    const double width = std::max(own.borderWidth * a.pt, a.unit(1, 0.18));
    if (own.fill || a.form.isDialog()) a.box(a.whole(), own.fill.value_or(white), std::nullopt);
    const std::size_t rows = grid.down.size() - 1;
    for (std::size_t y = 0; y < rows; ++y) {
        const Box row{0, grid.down[y], a.c.box.width, grid.down[y + 1] - grid.down[y]};
        if (headed && y == 0)
            a.box(row, head.fill.value_or(a.form.isDialog() ? Colour{0xEC, 0xE7, 0xDF} : Colour{0xE4, 0xEA, 0xE8}),
                  std::nullopt);
        else if (a.c.yes(Prop::banding) && (y - (headed ? 1 : 0)) % 2 == 1)
            a.box(row, band.fill.value_or(Colour{0xF4, 0xF1, 0xEC}), std::nullopt);
    }
    const GridLines lines = a.c.as<GridLines>();
    const Pen pen{line, width, {}};
    auto stroke = [&](Point from, Point to) { a.out.push_back(PathMark{{from, to}, false, std::nullopt, pen}); };
    if (lines != GridLines::none)
        for (std::size_t y = 1; y < rows; ++y) stroke({0, grid.down[y]}, {a.c.box.width, grid.down[y]});
    if (lines == GridLines::all)
        for (std::size_t x = 1; x + 1 < grid.across.size(); ++x)
            stroke({grid.across[x], 0}, {grid.across[x], a.c.box.height});
    if (own.border != Border::none) a.box(a.whole(), std::nullopt, pen);
    if (!headed) return;
    const auto& columns = std::get<Choices>(a.c.get(Prop::columns));
    for (std::size_t x = 0; x < columns.size(); ++x) {
        const double side = a.unit(6, 1.6);
        Box place{grid.across[x] + side, 0, grid.across[x + 1] - grid.across[x] - 2 * side, grid.down[1]};
        a.lines(a.options.fonts.lines(columns[x].text, head, place.width / a.pt, true), head, place, Down::middle,
                a.textColour(head), true, x);
    }
}

}  // namespace brindel
