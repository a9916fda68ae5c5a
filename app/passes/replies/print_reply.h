// A filled form on paper.
#pragma once

#include "core/session/form_session.h"
#include "core/text/fonts.h"

class QPrinter;

namespace brindel {

/// Paints the pages of a form as it is filled, one a sheet, in their own size; what is larger than the sheet becomes
/// smaller. False where the printer refuses.
bool printForm(const FormSession& session, const FontBook& fonts, QPrinter& printer);

}  // namespace brindel
