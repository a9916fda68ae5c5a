// Unsaved work kept by itself, so that a crash or a power cut loses at most a few seconds: one record a running
// designer, under the user's state folder (XDG Base Directory: $XDG_STATE_HOME, else ~/.local/state).
#pragma once

#include <string>
#include <vector>

#include "core/model/form.h"
#include "core/model/problem.h"

namespace brindel {

struct RecoveryFile {
    std::string record;           // the file it is kept in
    std::string path;             // the form file it belongs to; empty for a form never saved
    std::string readOnlyBecause;  // why the form may not be saved under its own name; empty when it may
    Form form;
};

/// The folder that records are kept in; it need not exist yet. Empty when there is neither a state folder nor a home.
std::string recoveryFolder();
/// Keeps a form for the process `pid`; replaces what that process kept before. `record` is left out but for the form.
Result<void> keep(const std::string& folder, int pid, const RecoveryFile& what);
/// Throws away what a process kept: its work is saved, or not wanted.
void forget(const std::string& folder, int pid);
/// What processes that no longer run have left behind; a number that another process has by now does not hide it.
/// Records that cannot be read are passed over.
std::vector<RecoveryFile> leftBehind(const std::string& folder);

}  // namespace brindel
