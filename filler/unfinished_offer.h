// What somebody was filling in when the program was ended is offered when the form is opened again.
#pragma once

#include <string>

#include "core/session/unfinished.h"

class QWidget;

namespace brindel {

/// Asks whether to go on with what was kept for a form file, when something was, and puts it into the session or
/// forgets it. False when that was not answered: it stays kept.
bool offerUnfinished(FormSession& session, const std::string& folder, const std::string& formPath, QWidget& window);

}  // namespace brindel
