// Where the tests of windows begin: without a display unless they are given one, and among themselves.
#include <gtest/gtest.h>

#include <QtWidgets/QtWidgets>

#include "filler/desktop_font.h"

int main(int argc, char** argv) {
    if (!qEnvironmentVariableIsSet("QT_QPA_PLATFORM")) qputenv("QT_QPA_PLATFORM", "offscreen");
    // Settings and unsaved work of the tests stay among themselves.
    QTemporaryDir home;
    qputenv("XDG_STATE_HOME", home.path().toUtf8());
    qputenv("XDG_CONFIG_HOME", home.path().toUtf8());
    qunsetenv("XDG_CURRENT_DESKTOP");
    QApplication qt(argc, argv);
    QApplication::setApplicationName("brindel");
    brindel::useDesktopFont();
    ::testing::InitGoogleTest(&argc, argv);
    return RUN_ALL_TESTS();
}
