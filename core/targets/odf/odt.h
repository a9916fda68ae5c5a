// A form as a text document (ODT, OpenDocument 1.3, part 3) that is filled where letters are written: its fields are
// form controls (chapter 13) under their names, and the text around them is kept from changes.
#pragma once

#include <string>

#include "core/model/problem.h"
#include "core/seal/password.h"
#include "core/session/form_session.h"

namespace brindel {

struct OdtOptions {
    const Secret* owner = nullptr;   // opens the text for changes; null where anybody may open it
    bool blank = false;              // nobody has filled anything in
    std::string_view formFile = {};  // goes along in the document; empty for none
    bool plainFields = false;        // text fields (7.7) for programs that know no form controls
};

/// The bytes of the document; the same for the same form. A Problem with place and sentence where it cannot be made.
Result<std::string> odtOf(const FormSession& session, const OdtOptions& options = {});

inline constexpr const char *odtType = "application/vnd.oasis.opendocument.text", *odtFormFile = "Brindel/form.brindel";

}  // namespace brindel
