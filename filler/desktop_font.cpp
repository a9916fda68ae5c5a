#include "filler/desktop_font.h"

#include <QApplication>
#include <QFont>

namespace brindel {

void useDesktopFont() {
    if (!qEnvironmentVariableIsEmpty("XDG_CURRENT_DESKTOP") || !qEnvironmentVariableIsEmpty("KDE_FULL_SESSION")) return;
    QFont font("Lato");
    font.setPointSize(10);
    QApplication::setFont(font);
}

}  // namespace brindel
