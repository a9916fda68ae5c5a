// What somebody was filling in when the program was ended from outside: kept for the next time that the form is opened.
#pragma once

#include <optional>

#include "core/session/form_session.h"

namespace brindel {

/// Keeps what is filled in, one record a form file, in the folder that unsaved work is kept in. Secret answers are left
/// out; nothing is kept where nothing but those was filled in.
Result<void> keepUnfinished(const std::string& folder, const std::string& formPath, const FormSession& session);
/// What was kept for a form file; nothing where nothing was, or where it is of another form by now.
std::optional<Reply> unfinished(const std::string& folder, const std::string& formPath, const Form& form);
/// It is handed in, or not wanted any more.
void forgetUnfinished(const std::string& folder, const std::string& formPath);

}  // namespace brindel
