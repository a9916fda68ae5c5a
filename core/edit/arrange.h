// Lining controls up. The first id is the lead: the others follow it.
#pragma once

#include "core/edit/edits.h"
#include "core/text/fonts.h"

namespace brindel {

enum class Edge : std::uint8_t { left, right, top, bottom, centreAcross, centreDown };

/// All at the lead's edge or centre, wherever their containers stand.
Form edgesAligned(const Form& form, const Ids& ids, Edge edge);
/// All on the lead's text line: the line on which a label and a field of any height carry their first text.
Form textLinesAligned(const Form& form, const Ids& ids);
/// All as wide, as high as the lead.
Form sizesMatched(const Form& form, const Ids& ids, bool width, bool height);
/// Equal gaps from the first to the last of them, which stay; across or down. Less than three change nothing.
Form gapsEvened(const Form& form, const Ids& ids, bool across);
/// Labels, buttons, ticks as wide as their text needs.
Form fittedToText(const Form& form, const Ids& ids, const FontBook& fonts);
/// As fittedToText, for those of them that always fit (Prop::alwaysFits).
Form refitted(const Form& form, const Ids& ids, const FontBook& fonts);
/// In the middle of their container, together: their distances from each other stay.
Form centredInContainer(const Form& form, const Ids& ids, bool across, bool down);
/// Edges on the grid, sizes as they are.
Form onGrid(const Form& form, const Ids& ids);
/// A frame, tabs or the dialog itself as large as what it holds needs, with the margin that it has at its left and top.
Form fittedToContent(const Form& form, Id container);
/// The size of `from` given to all of them.
Form sizeTaken(const Form& form, const Ids& ids, Id from);
/// The middle of a control's first line of text, from its surface's top.
double textLine(const Form& form, Id id);

}  // namespace brindel
