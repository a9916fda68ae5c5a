// The order in which people read: rows by text line from top to bottom, and along a row from left to right.
#pragma once

#include "core/model/form.h"

namespace brindel {

/// The ids sorted by reading order within their common container. Boxes whose middles lie within each other's height
/// count as one row.
std::vector<Id> inReadingOrder(const Form& form, std::vector<Id> ids);
/// The place among a container's children at which a control with this box is read.
std::size_t readingPlace(const Form& form, Id container, const Box& box);

/// Where the Tab key stops, in order, on all pages of the form: what can be tabbed to, is a tab stop, and is visible,
/// enabled and not locked, as its containers are.
std::vector<Id> tabRoute(const Form& form);
/// True when a control and all its containers are visible and enabled.
bool isUsable(const Form& form, Id id);

}  // namespace brindel
