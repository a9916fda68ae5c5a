// What a dialog says of its window, put on a real one.
#pragma once

#include <QWidget>

#include "core/model/form.h"

namespace brindel {

/// Sets the title, flags and size limits that the form asks for. Call before the window is shown.
void setWindowBehaviour(QWidget& window, const Form& form);
/// Puts the window where the form opens: in the middle of the screen or of its host, or where it was last.
void placeWindow(QWidget& window, const Form& form, const QWidget* host = nullptr);
/// Notes where the window is, for a form that opens where it was last.
void rememberWindow(const QWidget& window, const Form& form);

}  // namespace brindel
