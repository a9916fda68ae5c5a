// A file of a target that is more than one: a C++ class has a header, a source and what goes with them.
#pragma once

#include <string>
#include <vector>

#include "core/model/problem.h"

namespace brindel {

struct TargetFile {
    std::string name, bytes;
    bool own = false;  // whoever receives it changes it: written once as a start, and left alone after that
};

/// Writes them into a folder, which is made where there is none. What is as it was is not written again, so that
/// nothing is built anew for it; what is the receiver's own is left alone once it is there. Other files in the folder
/// are no matter. Each file is the old or the new one whole; the first that cannot be written is the problem's place.
Result<void> writeFiles(const std::vector<TargetFile>& files, const std::string& folder);

}  // namespace brindel
