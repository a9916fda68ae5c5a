// Which form files windows have open, so that two of them do not save over each other: one record a process, in the
// folder that unsaved work is kept in.
#pragma once

#include <string>

namespace brindel {

/// Says that a process has a file open now, and no other one; an empty path, that it has none. What cannot be written
/// is passed over: it warns of what seldom happens.
void markOpen(const std::string& folder, int pid, const std::string& path);
/// True when another process that runs has the file open, by whatever links and names.
bool isOpenElsewhere(const std::string& folder, int pid, const std::string& path);

}  // namespace brindel
