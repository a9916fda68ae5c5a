// The rows that fillers may add to tables, for targets that write them all beforehand and show them when they are
// added.
#pragma once

#include "core/model/form.h"

namespace brindel {

/// So many rows may be added to a table where there is no Brindel; a finding says so of forms that let fillers add
/// more.
inline constexpr int mostAddedRows = 40;
/// A form whose tables have all rows that fillers may add, as far as that goes, with everything else where it was
/// designed.
Form withAllRows(const Form& designed);

}  // namespace brindel
