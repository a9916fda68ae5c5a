// The form that a kit holds, a folder or a ZIP: what was handed over.
#pragma once

#include "core/file/form_file.h"

namespace brindel {

/// The form of a file, or of a kit: the first file in it whose name ends in ".brindel". At most 100 MB are read.
Result<Opened> handedOverForm(const std::string& path);

}  // namespace brindel
