#include "core/model/places.h"

#include <unicode/uloc.h>
#include "core/model/measures.h"

#include <algorithm>
#include <cmath>

namespace brindel {

double unitsPerPoint(const Form& form) {
    return measuresFor(form).point;
}
double smallStep(const Form& form) {
    return measuresFor(form).grain;
}
double gridStep(const Form& form) {
    return measuresFor(form).gridStep;
}
double tabStrip(const Form& form) {
    return measuresFor(form).tabStrip;
}

Id surfaceOf(const Form& form, Id id) {
    for (const Control* c = form.find(id); c; c = form.find(c->parent))
        if (c->kind == Kind::dialog || c->is().paper) return c->id;
    return noControl;
}

std::vector<Id> surfaces(const Form& form) {
    return form.isDialog() ? std::vector<Id>{rootId} : form.root().children;
}

Extent surfaceSize(const Form& form, Id surface) {
    const Control* c = form.find(surface);
    if (!c) return {};
    if (c->is().paper) return paperSize(form.root());
    return {c->box.width, c->box.height};
}

Box boxOf(const Form& form, const Control& control) {
    if (control.kind == Kind::dialog) return {0, 0, control.box.width, control.box.height};
    if (control.is().paper) {
        Extent size = paperSize(form.root());
        return {0, 0, size.width, size.height};
    }
    const Control* tabs = control.is().turned ? form.find(control.parent) : nullptr;
    if (!tabs) return control.box;
    double strip = tabStrip(form), wide = tabs->box.width, high = tabs->box.height;
    const TabsSit sit = tabs->as<TabsSit>();
    double side = 3 * strip;  // tabs at a side are as wide as a short word needs
    if (sit == TabsSit::bottom) return {0, 0, wide, std::max(0.0, high - strip)};
    if (sit == TabsSit::left) return {side, 0, std::max(0.0, wide - side), high};
    if (sit == TabsSit::right) return {0, 0, std::max(0.0, wide - side), high};
    return {0, strip, wide, std::max(0.0, high - strip)};
}

Box onSurface(const Form& form, Id id) {
    const Control* c = form.find(id);
    if (!c) return {};
    Box box = boxOf(form, *c);
    if (c->kind == Kind::dialog || c->is().paper) return box;
    for (c = form.find(c->parent); c && c->kind != Kind::dialog && !c->is().paper; c = form.find(c->parent)) {
        Box outer = boxOf(form, *c);
        box = box.moved(outer.left, outer.top);
    }
    return box;
}

Grid gridOf(const Control& table) {
    const auto& columns = std::get<Choices>(table.get(Prop::columns));
    std::vector<double> shares;
    for (const Choice& c : columns) shares.push_back(std::max(0.1, numberFrom(c.value).value_or(1)));
    if (shares.empty()) shares = {1};
    double all = 0;
    for (double s : shares) all += s;
    Grid grid{{0}, {0}};
    // Lines lie on whole units where there is room, so that they are drawn sharp.
    for (double at = 0; double s : shares) grid.across.push_back(std::round((at += s) / all * table.box.width * 2) / 2);
    grid.across.back() = table.box.width;
    const auto rows = std::size_t(table.number(Prop::rows)) + (table.yes(Prop::headRow) ? 1 : 0);
    for (std::size_t i = 1; i <= rows; ++i)
        grid.down.push_back(std::round(double(i) / double(rows) * table.box.height * 2) / 2);
    return grid;
}

Box cellBox(const Control& table, std::size_t number) {
    return cellBox(table, gridOf(table), number);
}

Box cellBox(const Control& table, const Grid& grid, std::size_t number) {
    const std::size_t wide = grid.across.size() - 1;
    const std::size_t x = number % wide, y = number / wide + (table.yes(Prop::headRow) ? 1 : 0);
    if (y + 1 >= grid.down.size()) return {0, table.box.height, 0, 0};
    return {grid.across[x], grid.down[y], grid.across[x + 1] - grid.across[x], grid.down[y + 1] - grid.down[y]};
}

Box cellBox(const Form& form, const Control& table, const Grid& grid, std::size_t number) {
    Box box = cellBox(table, grid, number);
    // Asked of the language itself: a form in the middle of an edit has no index yet.
    if (uloc_isRightToLeft(form.root().text(Prop::language).c_str())) box.left = table.box.width - box.right();
    return box;
}

bool isFreelyPlaced(const Form& form, const Control& control) {
    if (control.is().turned || control.is().paper || control.is().inGrid) return false;
    const Control* holder = form.find(control.parent);
    return !holder || !holder->is().inGrid;
}

Box insideCell(const Form& form, const Box& cell) {
    const double margin = measuresFor(form).textRoom;
    return {margin, margin, std::max(0.0, cell.width - 2 * margin), std::max(0.0, cell.height - 2 * margin)};
}

Id shownPage(const Control& tabs, const TurnedTo& turned) {
    if (tabs.children.empty()) return noControl;
    auto at = turned.find(tabs.id);
    if (at != turned.end() && std::ranges::find(tabs.children, at->second) != tabs.children.end()) return at->second;
    return tabs.children.front();
}

bool isInView(const Form& form, Id id, const TurnedTo& turned) {
    for (const Control* c = form.find(id); c; c = form.find(c->parent))
        if (c->is().turned)
            if (const Control* tabs = form.find(c->parent); tabs && shownPage(*tabs, turned) != c->id) return false;
    return true;
}

TurnedTo turnedToShow(const Form& form, Id id, TurnedTo turned) {
    for (const Control* c = form.find(id); c; c = form.find(c->parent))
        if (c->is().turned) turned[c->parent] = c->id;
    return turned;
}

namespace {

/// The children of a container that can be seen: of tabs only the page turned to.
template <class Visit>
void shownChildren(const Form& form, const Control& container, const TurnedTo& turned, Visit visit) {
    if (container.is().turns) {
        if (const Control* page = form.find(shownPage(container, turned))) visit(*page);
        return;
    }
    for (auto at = container.children.rbegin(); at != container.children.rend(); ++at)
        if (const Control* c = form.find(*at)) visit(*c);
}

Id hit(const Form& form, const Control& container, Point p, const TurnedTo& turned) {
    Id found = noControl;
    shownChildren(form, container, turned, [&](const Control& c) {
        if (found != noControl) return;
        Box box = boxOf(form, c);
        // A line is thinner than a pointer can aim at.
        Box target = c.kind == Kind::line ? box.grown(3 * smallStep(form)) : box;
        if (!target.contains(p)) return;
        Id deeper = hit(form, c, {p.x - box.left, p.y - box.top}, turned);
        // The page turned to is part of its tabs: a press on it reaches the tabs' page itself.
        found = deeper != noControl ? deeper : c.id;
    });
    return found;
}

Id holder(const Form& form, const Control& container, Point p, const TurnedTo& turned, const std::vector<Id>& without) {
    Id found = container.is().turns || container.is().grid ? noControl : container.id;
    shownChildren(form, container, turned, [&](const Control& c) {
        if (!row(c.kind).holds && !c.is().turns) return;
        if (std::ranges::find(without, c.id) != without.end()) return;
        Box box = boxOf(form, c);
        if (!box.contains(p)) return;
        if (Id deeper = holder(form, c, {p.x - box.left, p.y - box.top}, turned, without); deeper != noControl)
            found = deeper;
    });
    return found;
}

}  // namespace

Id controlAt(const Form& form, Id surface, Point point, const TurnedTo& turned) {
    const Control* c = form.find(surface);
    return c ? hit(form, *c, point, turned) : noControl;
}

Id containerAt(const Form& form, Id surface, Point point, const TurnedTo& turned, const std::vector<Id>& without) {
    const Control* c = form.find(surface);
    return c ? holder(form, *c, point, turned, without) : noControl;
}

std::vector<Box> tabBoxes(const Form& form, const Control& tabs, const std::vector<double>& widths) {
    std::vector<Box> boxes;
    double strip = tabStrip(form), side = 3 * strip;
    const TabsSit sit = tabs.as<TabsSit>();
    double at = 0;
    for (double width : widths) {
        if (sit == TabsSit::left || sit == TabsSit::right)
            boxes.push_back({sit == TabsSit::left ? 0 : tabs.box.width - side, at, side, strip});
        else
            boxes.push_back({at, sit == TabsSit::bottom ? tabs.box.height - strip : 0, width, strip});
        at += sit == TabsSit::left || sit == TabsSit::right ? strip : width;
    }
    // Tabs in a row begin where the language begins.
    if (sit != TabsSit::left && sit != TabsSit::right && form.index()->rightToLeft())
        for (Box& box : boxes) box.left = tabs.box.width - box.right();
    return boxes;
}

}  // namespace brindel
