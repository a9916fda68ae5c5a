// What a dialog says of its window, put on a real one.
#pragma once

#include <QWidget>

#include "core/model/form.h"

namespace brindel {

/// Sets the title, flags and size limits that the form asks for. Call before the window is shown.
void setWindowBehaviour(QWidget& window, const Form& form);

}  // namespace brindel
