#include "core/file/processes.h"

#include <signal.h>

#include <cerrno>
#include <sstream>

#include "core/file/whole_file.h"

namespace brindel {

std::string beginningOf(int pid) {
    auto stat = readWhole("/proc/" + std::to_string(pid) + "/stat", 4096);
    if (!stat) return "";
    // The name in brackets may hold anything, brackets too.
    std::istringstream fields(stat->substr(stat->rfind(')') + 1));
    std::string field;
    for (int i = 3; i <= 22; ++i) fields >> field;
    return field;
}

bool runs(int pid, const std::string& begun) {
    if (pid <= 0 || (kill(pid, 0) != 0 && errno != EPERM)) return false;
    return begun.empty() || begun == beginningOf(pid);
}

}  // namespace brindel
