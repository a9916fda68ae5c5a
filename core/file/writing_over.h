// What is at a place before something is written there: no program writes over a form, or over what it has just read,
// without having looked.
#pragma once

#include <optional>
#include <string>
#include <vector>

#include "core/file/form_file.h"

namespace brindel {

/// What is at a path, as far as it matters to who writes there.
struct FileStanding {
    enum class What : std::uint8_t {
        nothing,
        other,   // a file that is no form, a folder, a pipe, a device
        form,    // a form that may be replaced by another one
        sealed,  // a form that only its password changes
        newer,   // a form that a newer Brindel made
        broken,  // a form that cannot be read, sealed or not
    };
    What what = What::nothing;
    std::optional<Form> form = {};  // of `form`, `sealed` and, where it can be read, `newer`
};
/// Looks at a path; links are followed. Nothing but a plain file of at most 64 MiB is read.
FileStanding standingAt(const std::string& path);

/// True when two paths lead to the same file, by whatever names and links.
bool isSameFile(const std::string& one, const std::string& other);

/// Why something that is no form may not be written to a path: one of the files it was made from is there (`readFrom`),
/// or a form. Nothing when it may; whether it can, writing says.
std::optional<Problem> notWrittenOver(const std::string& path, const std::vector<std::string>& readFrom);
/// Writes what is no form to a file (`writeWhole`), where that may be.
Result<void> writtenBeside(const std::string& path, const std::string& bytes,
                           const std::vector<std::string>& readFrom = {});
/// The same for a form. That a sealed one is there is for the caller to ask about.
std::optional<Problem> formNotWrittenOver(const std::string& path, const FileStanding& there,
                                          const std::vector<std::string>& readFrom);

}  // namespace brindel
