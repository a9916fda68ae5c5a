// Reading and writing whole files, so that a crash at any moment leaves the old or the new one.
#pragma once

#include <string>

#include "core/model/problem.h"

namespace brindel {

/// Writes beside the file, flushes to the disk and renames over it. Links are followed; the file's mode is kept. On a
/// problem the old file stands as it was and nothing is left beside it.
Result<void> writeWhole(const std::string& path, const std::string& bytes);
/// All bytes of a file of at most `most` bytes.
Result<std::string> readWhole(const std::string& path, std::size_t most = 64u << 20);

}  // namespace brindel
