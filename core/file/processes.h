// Which process a record was made by, and whether it still runs. Private to file/.
#pragma once

#include <string>

namespace brindel {

/// When a process began, in the system's ticks since it was started (proc(5), stat, field 22); empty when it does not
/// run. A number is used again, a number and a beginning are not.
std::string beginningOf(int pid);
/// True when the process of that number and beginning runs; of that number alone where no beginning is known.
bool runs(int pid, const std::string& begun);

}  // namespace brindel
