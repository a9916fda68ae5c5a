// What of formulas and rules a PDF carries, as far as its viewers' scripts reach (ISO 21757-1). The one list of it: the
// writer goes by it, and so do the findings that say what is lost.
#pragma once

#include "core/model/form.h"

namespace brindel {

/// True for a property that is worked out in a PDF.
bool isWorkedOutInPdf(Prop prop);
/// True for a step that is done there, and for an event at which rules are asked.
bool isDoneInPdf(Action step);
bool isAskedInPdf(Event event);

}  // namespace brindel
