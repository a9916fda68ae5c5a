// Reading and writing whole files, so that a crash at any moment leaves the old or the new one.
#pragma once

#include <string>

#include "core/model/problem.h"

namespace brindel {

/// Writes a file whole: beside it, flushed to the disk, and put in its place at once. Links are followed, also to where
/// nothing is yet; the file's mode is kept, and one that other names share is written where it is. What is no plain
/// file (a pipe, a device, /dev/stdout) is written into. A file that is not writable is left alone. On a problem the
/// old file stands as it was and nothing is left beside it.
Result<void> writeWhole(const std::string& path, const std::string& bytes);
/// Why a file could not be written, as far as that can be told before: its folder is not there, it is a folder itself,
/// or may not be changed. Nothing is made or changed. A file that says it can may fail still.
Result<void> canBeWritten(const std::string& path);
/// Writes to standard output, to its last byte.
Result<void> writeOut(const std::string& bytes);
/// All bytes of a file of at most `most` bytes.
Result<std::string> readWhole(const std::string& path, std::size_t most = 64u << 20);
/// The text of a file in UTF-8 (`textFromBytes`), read by the same bounds.
Result<std::string> readText(const std::string& path, std::size_t most = 64u << 20);
/// Why the system refuses a file, in words that fit into a sentence: "the disk is full". Takes an errno.
std::string reasonOf(int error);
/// Lets a full quota and a closed pipe be problems with a sentence instead of the end of the program. Call once, first.
void takeSignalsAsProblems();

}  // namespace brindel
