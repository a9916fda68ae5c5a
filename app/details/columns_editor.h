// The columns of a table as a small table of their own: heading, share of the width, and what stands in them.
#pragma once

#include "app/details/look_editors.h"

namespace brindel {

Editor columnsEditor(const PropertyRow& row, Desk& desk, Changed changed, QWidget* parent);

}  // namespace brindel
