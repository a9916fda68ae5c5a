// The form that a kit holds, a folder or a ZIP: what was handed over.
#pragma once

#include <optional>

#include "core/file/form_file.h"

namespace brindel {

/// The form of a file, or of a kit: the first file in it whose name ends in ".brindel". At most 100 MB are read.
Result<Opened> handedOverForm(const std::string& path);

/// The kit that was handed over last before one of this name would be, "mooringPermit-4" in that folder: itself where
/// it is there, else the one with the greatest number up to that, a folder or a ZIP. Nothing where there is none.
std::optional<std::string> lastKitIn(const std::string& folder, const std::string& name);

}  // namespace brindel
