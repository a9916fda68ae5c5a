// A form as a text document (ODT, OpenDocument 1.3, part 3) that is filled where letters are written: its fields are
// form controls (chapter 13) under their names, and the text around them is kept from changes.
#pragma once

#include <string>

#include "core/model/problem.h"
#include "core/targets/flow/flow.h"

namespace brindel {

/// The bytes of the document; the same for the same form. A Problem with place and sentence where it cannot be made.
Result<std::string> odtOf(const FormSession& session, const flow::TextOptions& options = {});

inline constexpr const char *odtType = "application/vnd.oasis.opendocument.text", *odtFormFile = "Brindel/form.brindel";

}  // namespace brindel
