// Measures as people type them: sums with units.
#pragma once

#include <string>

#include "core/model/problem.h"

namespace brindel {

/// The measure that a text says, in the form's unit: "12mm + 4", "(210mm - 40) / 3", "x * 2", where x is `now`. Units
/// are mm, cm, in, pt and px (1/96 inch); a number without one is in the form's unit, `unit` mm long. What cannot be
/// read is a problem whose place says where.
Result<double> measureRead(const std::string& text, double unit, double now);
/// How long the form's unit is in mm: 25.4/96 for a dialog, 1 for a document.
inline double unitInMm(bool dialog) {
    return dialog ? 25.4 / 96 : 1;
}

}  // namespace brindel
