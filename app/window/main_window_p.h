// The row of the table of commands: menus, shortcuts, the selection bar and the list of keys are made from it.
#pragma once

#include "app/window/main_window.h"

namespace brindel {

struct MainWindow::Command {
    const char* key;  // empty for a line between commands
    const char* menu;
    const char* word;
    const char* keys;                                 // as in the menus; empty for none
    std::function<void(MainWindow&)> run = {};        // empty for a menu of its own
    std::function<bool(const MainWindow&)> can = {};  // empty: always
};

}  // namespace brindel
