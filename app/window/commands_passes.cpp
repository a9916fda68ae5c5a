// The commands of the passes after Lay out: names and order.
#include "app/passes/name_panel.h"
#include "app/passes/name_strip.h"
#include "app/passes/order_layer.h"
#include "app/passes/order_strip.h"
#include "app/passes/protect_layer.h"
#include "app/passes/protect_panel.h"
#include "app/passes/rules_panel.h"
#include "app/passes/rules_strip.h"
#include "app/window/main_window_p.h"
#include "core/edit/routing.h"

namespace brindel {

bool MainWindow::editing(const MainWindow& w) {
    return layingOut(w) || naming(w) || ordering(w) || ruling(w) || protecting(w);
}
bool MainWindow::naming(const MainWindow& w) {
    return w.desk_->pass() == Pass::name;
}
bool MainWindow::ruling(const MainWindow& w) {
    return w.desk_->pass() == Pass::rules;
}
bool MainWindow::protecting(const MainWindow& w) {
    return w.desk_->pass() == Pass::protect;
}
bool MainWindow::ordering(const MainWindow& w) {
    return w.desk_->pass() == Pass::order;
}

std::vector<MainWindow::Command> MainWindow::passCommands() {
    using W = MainWindow;
    auto someNamed = [](const W& w) { return naming(w) && !w.desk_->selection().empty(); };
    return {
        {"", "Edit", "", "", nullptr},
        {"takeNames", "Edit", "Use the scheme's names", "Ctrl+Return", [](W& w) { w.namePanel_->takeProposed(); },
         someNamed},
        {"namesRight", "Edit", "Put all names right", "Ctrl+Shift+Return", [](W& w) { w.namePanel_->putRight(); },
         naming},
        {"replaceInNames", "Edit", "Find and replace in names…", "Ctrl+H",
         [](W& w) {
             w.setPass(Pass::name);
             w.namePanel_->startReplacing();
         }},
        {"scheme", "Edit", "Scheme", "", nullptr},
        {"editScheme", "Edit", "Edit the scheme…", "",
         [](W& w) {
             w.setPass(Pass::name);
             w.nameStrip_->editScheme();
         }},
        {"", "Edit", "", "", nullptr},
        {"layByReading", "Edit", "Lay the route by reading", "Alt+Shift+R",
         [](W& w) {
             w.setPass(Pass::order);
             w.orderStrip_->layByReading();
         }},
        {"layByClicks", "Edit", "Lay the route by clicking", "Alt+Shift+L",
         [](W& w) {
             w.setPass(Pass::order);
             w.orderLayer_->setLaying(!w.orderLayer_->laying());
         }},
        {"showKeys", "Edit", "Show access keys", "Alt+Shift+A",
         [](W& w) {
             w.setPass(Pass::order);
             w.orderLayer_->setShowsKeys(!w.orderLayer_->showsKeys());
         }},
        {"chooseKeys", "Edit", "Choose access keys", "Alt+Shift+K",
         [](W& w) {
             w.setPass(Pass::order);
             w.orderStrip_->chooseKeys();
         }},
        {"", "Edit", "", "", nullptr},
        {"addRule", "Edit", "Add a rule", "Ctrl+Shift+U",
         [](W& w) {
             w.setPass(Pass::rules);
             w.rulesPanel_->addRule();
         }},
        {"", "Edit", "", "", nullptr},
        {"whoMayFill", "Edit", "Show who may fill what", "",
         [](W& w) {
             w.setPass(Pass::protect);
             w.protectLayer_->setView(ProtectView::access);
         }},
        {"showLimits", "Edit", "Show what fields take", "",
         [](W& w) {
             w.setPass(Pass::protect);
             w.protectLayer_->setView(ProtectView::limits);
         }},
        {"showPersonal", "Edit", "Show personal details", "",
         [](W& w) {
             w.setPass(Pass::protect);
             w.protectLayer_->setView(ProtectView::personal);
         }},
        {"writeNotice", "Edit", "Write the notice on personal details", "",
         [](W& w) {
             w.setPass(Pass::protect);
             w.protectPanel_->writeNotice();
         }},
    };
}

}  // namespace brindel
