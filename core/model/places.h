// Where controls lie: what a container's content area is, and where a control stands on its surface. A surface is what
// is drawn as one piece: a dialog, or one page of a document.
#pragma once

#include <map>

#include "core/model/form.h"

namespace brindel {

/// Form units in one point (1/72 inch): 96/72 for a dialog, 25.4/72 for a document.
double unitsPerPoint(const Form& form);
/// The least step of placing by keyboard: 1 px or 0.5 mm. The grid is 8 px or 5 mm.
double smallStep(const Form& form);
double gridStep(const Form& form);

/// The surface a control lies on: the root of a dialog, or the page. The root of a document lies on none.
Id surfaceOf(const Form& form, Id id);
/// All surfaces in order: one for a dialog, the pages of a document.
std::vector<Id> surfaces(const Form& form);
/// The size of a surface.
Extent surfaceSize(const Form& form, Id surface);
/// The height (or width, when they sit at a side) of the row of tabs.
double tabStrip(const Form& form);
/// The box of a control from its surface's left top corner.
Box onSurface(const Form& form, Id id);
/// The box of a control from its container's left top corner. Differs from the stored box for tab pages, which fill
/// what the tabs leave, and for pages, which have the paper's size.
Box boxOf(const Form& form, const Control& control);

/// The lines of a table's grid, from its own corner: one more than it has columns, and one more than it has rows with
/// its head. A table without columns counts as one column.
struct Grid {
    std::vector<double> across, down;
};
Grid gridOf(const Control& table);
/// The place of the cell with this number (row by row, the head not counted), from the table's corner.
Box cellBox(const Control& table, std::size_t number);
/// The same where the grid is known already, for all cells of a large table.
Box cellBox(const Control& table, const Grid& grid, std::size_t number);
/// The same as it lies in a form: in languages that are written from right to left the first column stands at the
/// right.
Box cellBox(const Form& form, const Control& table, const Grid& grid, std::size_t number);
/// True for what can be moved and sized by itself: not pages, cells, nor what fills a cell.
bool isFreelyPlaced(const Form& form, const Control& control);
/// The box of what fills a cell, from the cell's corner.
Box insideCell(const Form& form, const Box& cell);

/// Which page each tabs control shows; the first where nothing is said.
using TurnedTo = std::map<Id, Id>;
/// The page that a tabs control shows; noControl when it has no pages.
Id shownPage(const Control& tabs, const TurnedTo& turned);
/// True when no tab page between the control and its surface is turned away.
bool isInView(const Form& form, Id id, const TurnedTo& turned);
/// `turned` with every tab page that holds `id` turned to.
TurnedTo turnedToShow(const Form& form, Id id, TurnedTo turned);
/// The uppermost control at a point of a surface, containers included; noControl on the bare surface.
Id controlAt(const Form& form, Id surface, Point point, const TurnedTo& turned);
/// The innermost container at a point that can take controls: a frame, a tab page or the surface itself. Containers in
/// `without` and what they hold are passed over.
Id containerAt(const Form& form, Id surface, Point point, const TurnedTo& turned, const std::vector<Id>& without = {});
/// The tab of a tabs control on which a point of its surface lies, given the widths of its tabs in form units.
std::vector<Box> tabBoxes(const Form& form, const Control& tabs, const std::vector<double>& widths);

}  // namespace brindel
