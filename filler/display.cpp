#include "filler/display.h"

#include <QtGlobal>
#include <cstdlib>
#include <iostream>

namespace brindel {
namespace {

const char* called = "";

[[noreturn]] void endWithout() {
    std::cerr << called
              << ": There is no display to open a window on. Start it in a desktop session, or set DISPLAY or "
              << "WAYLAND_DISPLAY.\n";
    std::cerr.flush();
    std::_Exit(noDisplay);
}

/// Qt gives up on a display that it cannot reach by ending the program, with no status of its own.
void listen(QtMsgType type, const QMessageLogContext&, const QString&) {
    if (type == QtFatalMsg) endWithout();
}

}  // namespace

void needDisplay(const char* program) {
    called = program;
    if (qEnvironmentVariableIsEmpty("QT_QPA_PLATFORM") && qEnvironmentVariableIsEmpty("DISPLAY") &&
        qEnvironmentVariableIsEmpty("WAYLAND_DISPLAY"))
        endWithout();
    qInstallMessageHandler(listen);
}

void displayFound() {
    qInstallMessageHandler(nullptr);
}

}  // namespace brindel
