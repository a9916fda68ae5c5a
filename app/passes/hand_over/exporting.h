// Exporting a form from the window: as one target, or as a kit; and looking at what that would be.
#pragma once

#include "app/passes/hand_over/hand_over_panel.h"
#include "core/targets/targets.h"

namespace brindel {

/// Asks where to, and for the password of a sealed form; says in the status line what it came to.
void askExport(Desk& desk, const Target& target, const HandOverPanel& ways, QWidget& over);
/// The same for the whole kit, which the panel writes in another thread.
void askKit(const Form& form, HandOverPanel& panel, QWidget& over);
/// Opens what a target would be in the program for it, out of a folder that goes with Brindel.
void preview(Desk& desk, const Target& target, const HandOverPanel& ways);

}  // namespace brindel
