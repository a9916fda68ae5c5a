// A form as a web page: one file that any browser opens, with no network. It is filled by what HTML knows, and by a
// script that does what a session does.
#pragma once

#include "core/model/kit_choice.h"
#include "core/session/form_session.h"
#include "core/text/fonts.h"

namespace brindel {

/// The page of a form, from a session that has just been opened: UTF-8, at most a few times what the form's texts and
/// pictures take. The same form and choice give the same bytes on the same day.
Result<std::string> pageOf(const FormSession& opened, const FontBook& fonts, const PageChoice& choice);

}  // namespace brindel
