// Kills processes in the middle of what they write, on any machine.
#pragma once

#include <signal.h>
#include <sys/wait.h>
#include <unistd.h>

#include <random>

namespace brindel::test {

/// Kills at moments that spread from the beginning of a write to its end: they come later as long as writes do not come
/// to their end, and earlier as long as they do.
class Kills {
  public:
    /// Kills a process after a moment, and waits for its end.
    void after(pid_t process) {
        usleep(useconds_t(span_ * std::uniform_real_distribution(0.02, 1.0)(dice_)));
        kill(process, SIGKILL);
        waitpid(process, nullptr, 0);
    }
    /// Whether what the last one wrote is there.
    void came(bool written) { span_ = std::min(span_ * (written ? 0.85 : 1.2), 2e6); }

  private:
    std::mt19937 dice_{7};
    double span_ = 3000;  // µs
};

}  // namespace brindel::test
